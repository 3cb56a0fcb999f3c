// A tab over an edge of the mount, that keeps a bracket from turning about its bolts where these stand on one
// line.
#pragma once

#include "propose/strip.h"

namespace goodfold::propose {

/// Whether all bolts stand on one line: nothing but their grip keeps the bracket from turning then.
bool turnsFreely(const std::vector<Station>& stations);

/// Beyond each edge of a face that bolts go in, `beside` off it: the plane that a tab over it lies in, with
/// its inner side toward the mount. `mount` has every place stated.
std::vector<Station> tabsOver(const std::vector<Station>& stations, const job::Mount& mount, double beside);

/// The strip without its first or last leaf, which is a tab over this station.
Strip withoutTab(Strip strip, const std::vector<Station>& stations);
/// Its leaf; nothing where it has no tab.
std::optional<size_t> tabOf(const Strip& strip, const std::vector<Station>& stations);

/// How far a tab so wide lets the bracket turn about its bolt, degrees: `off` the edge, that is `away` from
/// the bolt. What the bolt has to play counts with what the tab stands off.
double turnsUntil(double off, double away, double width);

} // namespace goodfold::propose
