// What whatIsWrong() is made of: one function for each kind of thing. Not for use outside of it.
#pragma once

#include "job/job.h"

#include <string>
#include <string_view>

namespace goodfold::job {

using Problem = std::optional<Error>;

inline constexpr double kWidest = 10'000;   // mm
inline constexpr double kSteepestSkew = 60; // degrees; beyond it a line runs along a plate rather than across

/// "plates[2].length"
std::string at(const char* list, size_t index, const char* member);

/// Words that are put together only where something is wrong: most of thousands of holes are right.
class Phrase {
public:
    Phrase(const char* words) : head(words) {}
    Phrase(const std::string& words) : head(words) {}
    Phrase(const std::string& head, std::string_view tail) : head(head), tail(tail) {}
    /// A place: "plates[2].length".
    Phrase(const char* list, size_t index, const char* member) : head(list), tail(member), index(index) {}
    std::string str() const {
        return index ? at(head.data(), *index, tail.data()) : std::string(head).append(tail);
    }

private:
    std::string_view head, tail; // as long as the call that it is handed to
    std::optional<size_t> index;
};

/// "<what> must be from <low> to <high>, not <value>", or nothing. NaN is outside every range.
Problem outside(double value, double low, double high, const Phrase& what, const Phrase& where);
Problem notPositive(double value, double high, const Phrase& what, const Phrase& where);

bool isBent(const Job& job, const Plate& plate, Edge edge);

/// Names that are there twice, more holes than can be, and holes measured from one another in a ring.
Problem wrongHoles(const Job& job);
Problem wrongPlate(const Job& job, size_t index);
Problem wrongBend(const Job& job, size_t index);
/// The mount, what lies on it, and what is bolted to it.
Problem wrongLineUp(const Job& job);

} // namespace goodfold::job
