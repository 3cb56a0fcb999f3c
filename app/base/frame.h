// What is shown in a later picture of the screen than the edit itself.
#pragma once

namespace goodfold::app {

/// From one picture of the screen to the next, in ms. Of a large job the bracket has the first after an edit
/// for itself, what is listed comes in the next, the blank in the one after that.
constexpr int kFrame = 16;

} // namespace goodfold::app
