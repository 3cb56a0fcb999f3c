// Running dimensions: every figure counted from the datum end, none from the figure before it.
#pragma once

#include "part/mark.h"
#include "quantity/length.h"

#include <QString>

#include <vector>

namespace goodfold::draw {

struct RunningDimension {
    double along; // mm from the datum end
    double x;     // mm from the blank's left end, where it stands on a drawing
    QString text;
    job::Element about; // nothing for the two ends
};

/// Of the part's marks: datum end, punch marks, bend centrelines, trim lines, far end, from the blank's left
/// to its right; on sheet only bends scribed across it. Marks that read the same are shown once.
std::vector<RunningDimension> runningDimensions(const part::Part& part, const std::vector<part::Mark>& marks,
                                                const quantity::Reading& reading);

/// The same across a sheet, from its lower edge: what is scribed along it, and its holes. `x` runs upward.
std::vector<RunningDimension> runningDimensionsAcross(const part::Part& part,
                                                      const std::vector<part::Mark>& marks,
                                                      const quantity::Reading& reading);

/// Which labels have room where they stand, `extents` wide about `wanted`: those with the lowest rank first.
std::vector<bool> withRoomInPlace(const std::vector<double>& wanted, const std::vector<double>& extents,
                                  const std::vector<int>& ranks);

/// Which labels fit side by side in `room`: those with the lowest rank first, of equals whichever stands
/// farthest from those that have it already.
std::vector<bool> withRoomInARow(const std::vector<double>& wanted, const std::vector<double>& extents,
                                 const std::vector<int>& ranks, double room, double gap);

/// Centres for labels of these widths, as near to `wanted` (rising) as they can stand in a row from `left`
/// to `right` with `gap` between them. Where the row is too short they crowd evenly.
std::vector<double> spread(const std::vector<double>& wanted, const std::vector<double>& widths, double left,
                           double right, double gap);

} // namespace goodfold::draw
