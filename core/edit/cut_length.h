// "I cut it at 157": what a blank of another length makes of the part, and which leg had best take it.
#pragma once

#include "part/part.h"

namespace goodfold::edit {

using namespace job;

struct CutOutcome {
    std::string plate;  // the leg that takes the difference
    double length;      // what its length, or on sheet its width, becomes, as the job states it
    bool takesInWidth;  // on sheet
    double holesOff;    // mm that one hole is moved against another in the formed part, at most
    double legsOff;     // mm that a leg stands higher or lower over another, at most
    std::string offLeg; // the one that does
    bool isRight() const { return std::max(holesOff, legsOff) < kMeasurable; }
    static constexpr double kMeasurable = 0.005;
    Job job; // with that leg changed, and holes kept to their bends
};

/// What was cut otherwise.
struct Cut {
    double millimetres;
    bool isWidth = false; // of a sheet; else the length
};

/// The ways to make the part of a blank that was cut so, the one that moves least first, among equals the one
/// that takes least of its leg. Every hole's place and every leg's height in the formed part are compared, in
/// the frame of a leg that is not changed. Legs that would have nothing straight left, or lose a hole over
/// their end, cannot take it; nor can one that only changes the other measure of a sheet.
std::vector<CutOutcome> afterCutting(const Job& job, const material::Material& material, const Cut& cut);

} // namespace goodfold::edit
