// What one bend or one piece tells of how a shop's metal and tools are. Millimetres; degrees.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace goodfold::learn {

enum class What {
    K,          // of the bend allowance, at the inside radius that its tool makes
    Springback, // times what is reckoned
    Radius,     // the same
    Offset,     // that a tool's line lies further toward the free side than those of its kind do
    Angle,      // reached, less what was wanted
    Line,       // a scribed line, measured less planned
    Cut,        // the blank's length, the same
    Hole        // along the blank, the same
};

/// Angle, Line, Cut and Hole: what they are out by tells how far such work scatters. The others tell where a
/// figure of the metal or the tool lies.
bool isScatter(What what);
/// "k", as in a file.
std::string_view wordOf(What what);
std::optional<What> whatOf(std::string_view word);

struct Point {
    What what = What::K;
    std::string material, tool, batch; // ids; empty where it is of none, or that is not known
    std::string method;                // of scatter: methods of the book of errors, joined by "+"
    double ratio = 1;                  // inside radius over thickness, of K and springback
    double value = 0;
    double sigma = 0; // how far one such tells of what all share; of scatter, what it was read to
    int count = 1;    // of so many alike: their weighted mean, of scatter their root mean square
    bool operator==(const Point&) const = default;
};

using Points = std::vector<Point>;

/// Those of one kind; of one material or tool where that is said.
Points of(const Points& points, What what, std::string_view material = {}, std::string_view tool = {});

} // namespace goodfold::learn
