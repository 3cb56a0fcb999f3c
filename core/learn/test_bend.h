// A test bend: a strip, measured flat and bent, and what that tells. Millimetres; degrees turned from flat.
#pragma once

#include "common/result.h"
#include "learn/curve.h"
#include "lineup/book.h"
#include "tool/setup.h"

namespace goodfold::learn {

struct TestBend {
    std::string material, tool; // ids
    std::string batch;          // of stock, as it is called in the shop; may be empty
    double opening = 0;         // of a die
    bool isHammered = false;    // over a jaw: close to the line, else pulled
    double width = 0, thickness = 0, strip = 0;
    double line = 0;    // from the end that is held to the scribed line that was set in the tool; 0: not read
    double heldLeg = 0; // outside
    double freeLeg = 0; // outside
    double wantedDeg = 90;
    double pushedDeg = 0; // under load; 0: not read
    double angleDeg = 90; // let go
    double radius = 0;    // inside, by gauge; 0: not read
    bool operator==(const TestBend&) const = default;
};

/// A sentence about the figure that cannot be, `where` its member as a file has it.
std::optional<Error> whatIsWrong(const TestBend& bend);

/// What the tool makes of it by the books, whatever was learned since.
struct Reckoned {
    double radius = 0, radiusSigma = 0;
    double springbackDeg = 0;   // at the angle wanted
    double lineFromTangent = 0; // of its kind; of one set by the bend's middle half the allowance
    bool isSetByMiddle = false;
    double placeSigma = 0; // mark to tool, where the tool has its own figure
};
/// Nothing where the shop has no such tool, or it cannot make that bend.
std::optional<Reckoned> reckoned(const TestBend& bend, const material::Material& material,
                                 const tool::Shop& shop);

/// What the bend took off the sum of its outside legs: BD = a + b - strip; and K from it, with the radius
/// that was gauged, else reckoned: BA = 2 OSSB - BD = A (R + K T).
struct Told {
    double deduction = 0, deductionSigma = 0;
    double radius = 0;
    double k = 0, kSigma = 0;
};
Told tells(const TestBend& bend, const std::optional<Reckoned>& reckoned,
           const lineup::TestBendErrors& errors);

/// All that it tells: K; springback, radius and the tool's offset where they were read and the tool is known.
/// Calipers read a leg or a line to 0.1, a protractor both angles of one bend to 0.3 between them, gauges a
/// radius to 0.2.
Points pointsOf(const TestBend& bend, const material::Material& material, const tool::Shop& shop,
                const lineup::ErrorBook& errors);

/// What all others say of a point: `sigma` with the point's own.
Estimate foreseen(const Point& point, const Points& others, const material::Material& material,
                  const lineup::ErrorBook& errors);

/// A test bend that does not go with all that is known: more than four sigmas off. It is asked about before
/// it counts.
struct Doubt {
    What what = What::K;
    double told = 0, expected = 0, sigma = 0;
    /// The reading that a usual slip explains, as a file names it, and what was probably meant.
    std::string member;
    double likely = 0;
};
std::optional<Doubt> doubtOf(const TestBend& bend, const Points& others, const material::Material& material,
                             const tool::Shop& shop, const lineup::ErrorBook& errors);

} // namespace goodfold::learn
