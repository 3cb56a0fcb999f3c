// The material book: typical figures of what brackets are made from.
#pragma once

#include "common/result.h"

#include <iosfwd>
#include <string>
#include <vector>

namespace goodfold::material {

struct KFactorRow {
    double radiusOverThickness;
    double k;
    double sigma;
};

struct LeastRadiusRow {
    double thicknessUpTo; // mm
    double acrossGrain;   // inside radius in thicknesses, bend line across the rolling direction
    double alongGrain;
};

struct Material {
    std::string id;
    std::string name;
    std::string shortName;                         // as in "30 × 3 hot-rolled bar"
    double density;                                // kg/m3
    double handbookC;                              // c of the handbook form (c T + 1.57 R) A/90
    double edgeDistanceDiameters;                  // least hole centre to edge, in hole diameters
    std::vector<LeastRadiusRow> leastInsideRadius; // rising thickness
    std::vector<KFactorRow> kFactors;              // rising R/T
    std::vector<std::string> cautions;
};

struct MaterialBook {
    std::vector<Material> materials;
    /// Null where the book has no such material.
    const Material* find(const std::string& id) const;
};

/// K interpolated linearly in log(R/T), held constant beyond the table's ends.
KFactorRow kFactorAt(const Material& material, double radiusOverThickness);

/// Least inside radius in mm for a bend across the grain; beyond the table the thickest row holds.
double leastInsideRadius(const Material& material, double thickness);

/// Reads the JSON of data/materials.json.
Result<MaterialBook> readMaterialBook(std::istream& in);

/// The book that ships with Good Fold.
const MaterialBook& standardMaterials();

} // namespace goodfold::material
