// Words that rules and steps share.
#pragma once

#include "job/element.h"
#include "part/part.h"
#include "quantity/length.h"

#include <cctype>
#include <string>
#include <vector>

namespace goodfold::check {

/// "57.0", `2 1/4`.
inline std::string lengthIn(double mm, const quantity::Reading& reading) {
    return quantity::print(quantity::Length::mm(mm), reading);
}

/// "tap M6", "countersink to 12.4, 90°, from the back"; empty for a hole that is only cut.
inline std::string sunkInWords(const part::PartHole& hole, quantity::Unit unit) {
    if (!hole.thread.empty()) return "tap " + hole.thread;
    if (!hole.countersink) return {};
    return "countersink to " + quantity::printSize(quantity::Length::mm(hole.countersink->diameter), unit) +
           ", " + quantity::printNumber(hole.countersink->angleDeg, 0) + "°, from the " +
           (hole.countersink->onBack ? "back" : "face");
}

/// "leg A", "bend 2".
inline std::string inWords(const job::Element& element) {
    return (element.kind == job::Element::Kind::Bend ? "bend " : "leg ") + element.id;
}

/// "Leg C hits the screw."
inline std::string sentence(std::string words) {
    if (!words.empty()) words[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(words[0])));
    return words + ".";
}

/// "h1, h2 and h3".
inline std::string listed(const std::vector<std::string>& names) {
    std::string says;
    for (size_t i = 0; i < names.size(); ++i)
        says += (i == 0 ? "" : i + 1 == names.size() ? " and " : ", ") + names[i];
    return says;
}

/// "bend 2", "bends 1 and 3".
inline std::string bendsInWords(const std::vector<std::string>& bends) {
    return (bends.size() == 1 ? "bend " : "bends ") + listed(bends);
}

} // namespace goodfold::check
