// Names one thing of a part: what is selected, what a finding is about.
#pragma once

#include "common/phrase.h"

#include <string>

namespace goodfold::job {

struct Element {
    enum class Kind { Nothing, Plate, Bend, Hole };
    Kind kind = Kind::Nothing;
    std::string id;
    bool operator==(const Element&) const = default;
    bool isNothing() const { return kind == Kind::Nothing; }

    static Element plate(std::string id) { return {Kind::Plate, std::move(id)}; }
    static Element bend(std::string id) { return {Kind::Bend, std::move(id)}; }
    static Element hole(std::string id) { return {Kind::Hole, std::move(id)}; }
};

/// "leg A", "bend 2"; a hole by its own name: "h1".
inline std::string nameOf(const Element& element) {
    switch (element.kind) {
    case Element::Kind::Plate:
        return "leg " + element.id;
    case Element::Kind::Bend:
        return "bend " + element.id;
    default:
        return element.id;
    }
}

/// "bend 2", "bends 1 and 3".
inline std::string namesOfBends(const std::vector<std::string>& bends) {
    return (bends.size() == 1 ? "bend " : "bends ") + listed(bends);
}

} // namespace goodfold::job
