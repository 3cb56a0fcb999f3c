#include "cutting/cutters.h"

extern "C" void goodfoldGiveCutters(goodfold::cutting::Cutters& into) {
    into = {goodfold::cutting::cutList, goodfold::cutting::nest};
}
