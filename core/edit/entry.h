// The ladder's own small language: a whole bracket from the keyboard, a line at a time.
#pragma once

#include "edit/edit.h"
#include "hardware/hardware.h"

#include <string_view>

namespace goodfold::edit {

/// Understands one line, with `selected` in hand. All it takes is listed by whatCanBeTyped(), from the table
/// in entry_commands.cpp. Lengths are typed as parseLength() reads them, bend angles as `reading` shows them.
/// A new bend goes on the free end of the selected leg, or of the bar's last; a new hole into the selected
/// leg, counted from its free end. About: what is selected next. An error carries in `where` the words that
/// were not understood, and ends with a line that would be.
Result<Edited> enter(const Job& job, const Element& selected, std::string_view line,
                     const quantity::Reading& reading, const hardware::Book& book = hardware::standardBook());

/// An example of a line, and what comes of it.
struct Typeable {
    std::string example;
    std::string says;
};
std::vector<Typeable> whatCanBeTyped(quantity::Unit unit);

/// The plate an entry is about: the selected one, the one that carries the selected hole, the one a selected
/// bend leads to, or the bar's last.
std::string plateInHand(const Job& job, const Element& selected);

/// What may be typed now, in one sentence.
std::string whatToType(const Job& job, const Element& selected);

} // namespace goodfold::edit
