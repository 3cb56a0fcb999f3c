#include "app/base/devices.h"

#include "draw/on_use.h"

namespace goodfold::app {

namespace {

template <class Device> const Device* opened(const char* library, const char* giving) {
    static Device device;
    static auto* const give = reinterpret_cast<void (*)(Device&)>(draw::onUse(library, giving));
    if (!give) return nullptr;
    give(device);
    return &device;
}

} // namespace

const devices::Printer* printer() {
    return opened<devices::Printer>("goodfold-printer", devices::kGivePrinter);
}

const devices::SerialLines* serialLines() {
    return opened<devices::SerialLines>("goodfold-serial", devices::kGiveSerialLines);
}

} // namespace goodfold::app
