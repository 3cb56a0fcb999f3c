#include "app/base/stage.h"

namespace goodfold::app {

bool Stage::hasRoomForLadder(int, double textScale) const {
    constexpr double kLarge = 1.2; // with larger text a stage needs the ladder's room
    return textScale < kLarge;
}

} // namespace goodfold::app
