#include "job/hole_kinds.h"

namespace goodfold::job {

int countOf(const Hole& hole) {
    if (!hole.pattern) return 1;
    switch (hole.pattern->kind) {
    case Pattern::Kind::Row:
    case Pattern::Kind::Circle:
        return hole.pattern->count;
    case Pattern::Kind::Grid:
        return hole.pattern->count * hole.pattern->rows;
    case Pattern::Kind::Mirror:
        return (hole.pattern->across ? 2 : 1) * (hole.pattern->lengthwise ? 2 : 1);
    }
    return 1;
}

std::string nameOf(Hole::Kind kind) {
    return std::string(rowOf(kind).name);
}

} // namespace goodfold::job
