// The books as a shop's own bends have taught them: what ships, or was typed, weighed with what was measured.
#pragma once

#include "bend/allowance_rule.h"
#include "learn/curve.h"
#include "lineup/book.h"
#include "tool/tool.h"

namespace goodfold::learn {

/// Of K by the material's table; of springback and radius by the book of errors.
Prior priorOf(What what, const material::Material& material, const lineup::ErrorBook& errors);

/// Sigma of an operation as the shop usually does it.
double usualSigma(const lineup::ErrorBook& errors, const std::string& operation);

/// K by R/T as it is known now, for bends in that tool from that batch; no rows where nothing was learned of
/// this metal.
bend::LearnedK learnedK(const Points& points, const material::Material& material,
                        const lineup::ErrorBook& errors, const std::string& tool, const std::string& batch,
                        const std::string& asOf);

/// What bends made in a tool have proved of it; each without bends where nothing was measured.
struct Proved {
    Estimate offset;      // mm, that its line is set further on, what was typed weighed with it
    Estimate radiusTimes; // that its inside radius is what is reckoned
    Estimate angle;       // degrees, how far its angles scatter
    double bookAngle = 0; // what was typed, or the book says, of that
    bool isAny() const { return offset.bends + radiusTimes.bends + angle.bends > 0; }
};
Proved provedOf(const tool::Tool& tool, const Points& points, const lineup::ErrorBook& errors);

/// What springs back, by tool, of one bend to come.
material::Material taught(material::Material material, const Points& points, const lineup::ErrorBook& errors);
/// Each tool's line, radius, and how far its angles scatter.
tool::Shop taught(tool::Shop shop, const Points& points, const lineup::ErrorBook& errors);
/// How far each method scatters. What is read of a hole is of marking, punching and drilling together, and
/// scales all three.
lineup::ErrorBook taught(lineup::ErrorBook errors, const Points& points);

} // namespace goodfold::learn
