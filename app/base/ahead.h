// What a start needs and no window, made on another core while Qt begins.
#pragma once

#include <thread>

namespace goodfold::app {

/// Reads the shipped books and the fonts' configuration. Each is made once in a program: whoever asks for one
/// that is under way waits for it. Made before the application object, and outlived by all that asks.
class Ahead {
public:
    Ahead();

private:
    std::jthread worker; // joined at the end
};

} // namespace goodfold::app
