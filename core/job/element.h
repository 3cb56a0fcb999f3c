// Names one thing of a part: what is selected, what a finding is about.
#pragma once

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

} // namespace goodfold::job
