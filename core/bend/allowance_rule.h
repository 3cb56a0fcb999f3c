// The schools of bend allowance. They disagree by up to 0.13 T a bend; each is told with its source.
#pragma once

#include "bend/bend.h"
#include "material/material.h"

#include <array>
#include <optional>
#include <string>

namespace goodfold::bend {

/// A test bend of the shop: what one bend took off the sum of its outside dimensions, and how it was made.
struct TestBend {
    double deduction = 0;
    Shape shape{90, 0, 0};
    bool operator==(const TestBend& other) const {
        return deduction == other.deduction && shape.angleDeg == other.shape.angleDeg &&
               shape.insideRadius == other.shape.insideRadius && shape.thickness == other.shape.thickness;
    }
};

/// What a shop's bends have taught of K, as it stood when a job took it.
struct LearnedK {
    std::string asOf;                       // the day, "2026-11-30"
    int bends = 0;                          // that it was learned from
    std::string tool;                       // id; empty: in any
    std::string batch;                      // of stock; empty: any
    bool isFrozen = false;                  // stays as it is, whatever is learned later
    std::vector<material::KFactorRow> rows; // rising R/T; one sigma of a bend to come
    bool operator==(const LearnedK&) const = default;
};

struct AllowanceRule {
    enum class Kind {
        Material,  // the material's own K table by R/T (the default)
        Din6935,   // k = 0.65 + 0.5 log10(R/T) up to R/T = 5, then 1; K = k/2 within 0 and 0.5; under 15
                   // degrees nothing is taken off. For steel; K comes to 0 at R/T 0.05
        Constant,  // `constantK` everywhere
        Handbook,  // (c T + 1.57 R) A/90, c by the material's temper
        Deduction, // `deductionThicknesses` T off each bend of 90 degrees; others go by the K that this means
        Measured,  // the deduction of one test bend, typed in
        Learned    // K as the shop's logbook knew it
    };
    Kind kind = Kind::Material;
    double constantK = 0.44;
    double deductionThicknesses = 2.0;
    TestBend testBend;
    LearnedK learned;
    bool operator==(const AllowanceRule&) const = default;
};

struct KFactor {
    double k;
    std::optional<double> sigma; // where the rule states one
};

/// K for one bend. Range: angleDeg > 0, thickness > 0. A K outside 0..0.5 is returned as it comes: the
/// deduction, measured and learned rules give what they give, and the user sees it.
KFactor kFactor(const AllowanceRule& rule, const material::Material& material, const Shape& shape);

/// In plain words, with where it comes from: "Material table", "DIN 6935".
std::string nameOf(const AllowanceRule& rule);

/// The rules that need nothing typed, for showing side by side.
std::array<AllowanceRule, 3> publishedRules();

} // namespace goodfold::bend
