#include "bend/bend.h"

#include "common/geometry.h"

#include <cassert>
#include <cmath>

namespace goodfold::bend {

double allowance(const Shape& shape, double k) {
    return radians(shape.angleDeg) * (shape.insideRadius + k * shape.thickness);
}

double kFromAllowance(const Shape& shape, double allowance) {
    assert(shape.angleDeg > 0);
    return (allowance / radians(shape.angleDeg) - shape.insideRadius) / shape.thickness;
}

double setback(const Shape& shape, DimensionTo to) {
    const double rise = shape.angleDeg < 90 ? std::tan(radians(shape.angleDeg) / 2) : 1.0;
    switch (to) {
    case DimensionTo::Outside:
        return (shape.insideRadius + shape.thickness) * rise;
    case DimensionTo::Inside:
        return shape.insideRadius * rise;
    case DimensionTo::Tangent:
        return 0;
    }
    return 0;
}

double deduction(const Shape& shape, double k) {
    return 2 * setback(shape, DimensionTo::Outside) - allowance(shape, k);
}

} // namespace goodfold::bend
