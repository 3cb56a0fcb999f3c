// The hardware book as this shop has it: what ships, and what the user's own file adds.
#pragma once

#include "hardware/hardware.h"

#include <QString>

namespace goodfold::app {

class HardwareBook {
public:
    const hardware::Book& book() const { return all; }

    /// Where the user's own entries are looked for.
    static QString ownPath();

    /// Reads the user's entries again. A sentence where the file is there and cannot be used; what ships
    /// applies then.
    std::optional<Error> read();

private:
    hardware::Book all = hardware::standardBook();
};

} // namespace goodfold::app
