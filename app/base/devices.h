// What is attached, opened on use.
#pragma once

#include "devices/printer.h"
#include "devices/serial.h"

namespace goodfold::app {

/// Null where its library, or what that stands on, is not installed.
const devices::Printer* printer();
const devices::SerialLines* serialLines();

} // namespace goodfold::app
