// The shop's books: what ships, and over it the user's own. Made once, and handed to every window.
#pragma once

#include "app/base/hardware_book.h"
#include "app/base/tool_book.h"

namespace goodfold::app {

struct Books {
    ToolBook tools;
    HardwareBook hardware;
};

} // namespace goodfold::app
