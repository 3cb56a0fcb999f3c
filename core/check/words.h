// Words that several rules use.
#pragma once

#include "part/element.h"

namespace goodfold::check {

/// "leg A", "bend 2".
inline std::string inWords(const part::Element& element) {
    return (element.kind == part::Element::Kind::Bend ? "bend " : "leg ") + element.id;
}

} // namespace goodfold::check
