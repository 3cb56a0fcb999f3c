// The material book: typical figures of what brackets are made from.
#pragma once

#include "common/result.h"
#include "quantity/length.h"

#include <iosfwd>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace goodfold::material {

struct KFactorRow {
    double radiusOverThickness;
    double k;
    double sigma;
    bool operator==(const KFactorRow&) const = default;
};

/// Inside radii of a bend: below `typical` its outside cracks, from `safe` on it is sound, between them it
/// depends on the batch and its edges.
struct LeastRadius {
    double typical;
    double safe;
};

struct LeastRadiusRow {
    double thicknessUpTo;    // mm
    LeastRadius acrossGrain; // in thicknesses, bend line across the rolling direction
    LeastRadius alongGrain;
};

struct FormingMomentRow {
    double radiusOverThickness;
    double moment; // bending moment over width and thickness squared, MPa
};

struct SpringbackRow {
    double radiusOverThickness;
    double degrees; // that a bend of 90 opens when it is let go
};

/// What bends of a shop have taught: how many times what is reckoned it springs back in a tool.
struct LearnedSpringback {
    std::string tool; // id; empty: in any
    double times = 1;
    double sigma = 0; // of that, of one bend to come
};

/// Work at red heat, for stock that stands it.
struct HotWork {
    double thicknessFrom; // mm; thinner stock is bent cold
    std::string says;
};

struct Material {
    std::string id;
    std::string name;
    std::string shortName;                         // as in "30 × 3 hot-rolled bar"
    std::string family;                            // the metal, whatever its alloy and temper: "aluminium"
    std::string gaugeFamily;                       // which column of the gauge table its sheets go by
    double density;                                // kg/m3
    double yield;                                  // MPa, typical
    double ultimate;                               // MPa, typical
    double yieldLeast;                             // MPa, that its standard guarantees
    double ultimateLeast;                          // MPa, the same
    double elasticModulus;                         // MPa
    double handbookC;                              // c of the handbook form (c T + 1.57 R) A/90
    double edgeDistanceDiameters;                  // least hole centre to edge, in hole diameters
    std::vector<LeastRadiusRow> leastInsideRadius; // rising thickness
    double hemExtra; // beyond the least radius for a fold to 180 degrees, in thicknesses
    std::vector<FormingMomentRow> formingMoments; // rising R/T
    std::vector<KFactorRow> kFactors;             // rising R/T
    std::vector<SpringbackRow> springback;        // rising R/T
    double airSpringback = 0;                     // degrees at 90 of an air bend over 8 T, its legs included
    double airRadiusOverOpening = 0;              // inside radius of an air bend over the die opening
    std::vector<std::string> cautions;
    bool canBeOpened = true; // a bend gone too far may be opened once without a crack
    std::optional<HotWork> hotWork;
    double coatCracksBelow = 0; // inside radius in thicknesses below which its zinc cracks; 0 without a coat
    std::string notBent;        // why it is never bent as it comes, and what to take; empty where it may be
    std::string soldAs[2];      // which sizes its bar and its sheet are sold in
    std::vector<LearnedSpringback> learnedSpringback = {}; // of no book: of a shop's own bends
};

struct MaterialBook {
    std::vector<Material> materials;
    /// Null where the book has no such material.
    const Material* find(const std::string& id) const;
};

/// K interpolated linearly in log(R/T), held constant beyond the table's ends.
KFactorRow kFactorAt(const Material& material, double radiusOverThickness);
KFactorRow kFactorAt(const std::vector<KFactorRow>& rising, double radiusOverThickness);

/// Of that tool, else of any; null where nothing was learned.
const LearnedSpringback* learnedSpringback(const Material& material, const std::string& tool);

/// Least inside radii in mm for a bend across or along the grain; beyond the book its thickest row holds.
LeastRadius leastInsideRadius(const Material& material, double thickness, bool isAlongGrain = false);
/// The thickest stock that the book has least radii of.
double thickestInBook(const Material& material);

/// Moment that bends a strip, in N mm: m w T^2, m interpolated in log(R/T) and constant beyond the table.
double formingMoment(const Material& material, double width, double thickness, double insideRadius);

/// Degrees by which a bend of 90 opens, interpolated in log(R/T); other angles in proportion.
double typicalSpringbackAt90(const Material& material, double radiusOverThickness);

/// Sizes that merchants keep, rising, and how far off its thickness such stock may be.
struct SoldSizes {
    struct OffBy {
        double thicknessUpTo;
        double plusMinus;
    };
    std::vector<double> thicknesses;
    std::vector<double> widths; // of bar; none of sheet
    std::vector<OffBy> offBy;
    /// Of stock that thick; of thicker than any in the book as of the thickest.
    double plusMinus(double thickness) const;
};
enum class Sold { Bar, Sheet };
/// In millimetres as metric stock or inch stock is sold; where no inch sizes are kept, the metric ones.
SoldSizes soldSizes(const Material& material, Sold form, quantity::Unit unit);

/// A thickness as people say it: a length, or a gauge ("14 ga"), which the material decides; "16 swg" of any
/// metal; copper by its weight, ounces to the square foot ("16 oz").
Result<double> parseThickness(std::string_view text, quantity::Unit bare, const Material& material);

/// The gauge this thickness is, if it is one to within 0.005 mm.
std::optional<int> gaugeOf(const Material& material, double thickness);

/// Reads the JSON of data/materials.json.
Result<MaterialBook> readMaterialBook(std::istream& in);

/// The book that ships with Good Fold.
const MaterialBook& standardMaterials();

} // namespace goodfold::material
