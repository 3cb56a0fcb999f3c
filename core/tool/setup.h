// A tool with its setting for one bend: what it gives, and what it asks.
#pragma once

#include "material/material.h"
#include "tool/tool.h"

#include <optional>

namespace goodfold::tool {

/// One bend as a tool meets it.
struct Work {
    double angleDeg = 90;       // that is wanted
    double insideRadius = 0;    // that the part is laid out with
    bool radiusIsTyped = false; // else whatever the tool makes will do
    double thickness = 0;
    double length = 0; // of the bend line
    double allowance = 0;
    int bumps = 1;           // more: a large radius made by so many small bends
    bool alongGrain = false; // the line lies along the rolling direction, where stock cracks sooner
};

/// What a bend stands at while the rest of the part is bent: its own angle, but for a strap, whose ears would
/// come together. That is left open, its ears are bent, and only then is it squeezed shut.
double restsAtDeg(double angleDeg);

struct Setup {
    const Tool* tool = nullptr; // of a shop that outlives it
    double toolRadius = 0;      // of its edge, nose or punch, or of the pin or former that is picked
    double insideRadius = 0;    // that this setting makes of it
    double radiusSigma = 0;     // of that, one sigma
    enum class Cracks { No, Perhaps, Surely };
    Cracks cracks = Cracks::No; // at that radius, as the grain lies
    double safeRadius = 0;      // at which it does not
    bool isHammered = false;    // close to the line, by hand; else pulled
    double opening = 0;         // of a die
    std::string setWith;        // what sets it, as the user said
    std::vector<double> stack;  // of spacers between the die's halves
    double clampLength = 0;     // along the bend line; of fingers those put side by side
    double clampMiddle = 0;     // of the fingers, along the tool's y from the bend's middle
    bool bottomed = false;
    bool closed = false;            // bent as far as the tool goes, then pressed or hammered shut
    double restsAtDeg = 0;          // what it comes back to: what is wanted, of a strap less
    double loadedAngleDeg = 0;      // to push to for that
    double stopFirstDeg = 0;        // where to let go and measure first: no batch goes past from there
    double springbackByFormula = 0; // degrees, from the cubic; the typical figure is what loadedAngleDeg has
    double force = 0;               // of a press
    double moment = 0;              // of a bend by hand, N mm
    double leastPlateLength = 0;    // outside length that either side needs in a die
};

/// Why a tool will not do for a bend, whatever else the part has. In words: text/reasons.h.
struct Refusal {
    enum class Kind {
        NotInShop,    // it was settled for a tool that is gone
        TooShort,     // has: its length; needs: the bend's
        TooThin,      // has: the thickest it takes over that length
        NoSuchRadius, // needs: the bend's, and none it has is near
        OtherRadius,  // has: the radius it makes; needs: the bend's
        Opening,      // has: the die's opening; needs: how many thicknesses that is
        Force,        // needs: N
        Angle,        // has: the most it reaches; needs: what is asked, with what springs back
        AngleInDie,   // the same of a die
        NoSuchOpening // needs: the opening it was settled for, which no die there has
    };
    Kind kind = Kind::NotInShop;
    std::string toolId;
    std::string tool; // its name; of one that is gone its id
    double has = 0, needs = 0;
};

/// Settings that can make the bend, whatever else the part has; or why there is none: the last refused.
struct Fit {
    std::vector<Setup> setups;
    std::optional<Refusal> refusal;
};
Fit fit(const Tool& tool, const Work& work, const material::Material& material);

/// Each opening of a die, air bent and, where it can be, driven home; and why it will not do, if it will not.
struct DieOption {
    Setup setup;
    std::optional<Refusal> refusal;
};
std::vector<DieOption> dieOptions(const Tool& tool, const Work& work, const material::Material& material);

/// Thickest stock of a bend this long: the load that bends the rated thickness over the whole length,
/// w T^2 UTS, is not exceeded; never more than twice the rated thickness, of a tool on handles 1.4 times.
double thickestAt(const Tool& tool, double length, double ultimate);

/// Whether a die can be driven home on a bend: it has to be made for it, and stand at the bend's own angle.
bool canBottom(const Tool& tool, const Work& work);

/// The line that is set in the tool.
struct ToolMark {
    double fromTangent = 0;     // from the held side's tangent line toward the free side
    std::string_view flushWith; // "the jaw top"
};
/// Jaws: their edge's own radius past the tangent line, where their top is. Noses and blades: their own
/// radius past it, where they are seen from above. Dies: the bend's centre, under the punch. Pins and
/// formers: the tangent line itself, at the pin's middle. Each further toward the free side by what the shop
/// found out for its tool.
ToolMark markOf(const Setup& setup, const Work& work);

} // namespace goodfold::tool
