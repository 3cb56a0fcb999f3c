#include "app/base/devices.h"

#include "draw/on_use.h"

namespace goodfold::app {

const devices::Printer* printer() {
    return draw::givenOnUse<devices::Printer>("goodfold-printer", devices::kGivePrinter);
}

const devices::SerialLines* serialLines() {
    return draw::givenOnUse<devices::SerialLines>("goodfold-serial", devices::kGiveSerialLines);
}

} // namespace goodfold::app
