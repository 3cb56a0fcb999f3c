// What is known of a metal, from sharp bends to wide ones, as a picture shows it.
#pragma once

#include "learn/curve.h"

namespace goodfold::learn {

/// At one R/T: the book's line and band, and what is known by now of a bend to come. K; of springback the
/// degrees that a bend of 90 over an edge opens by.
struct Along {
    double ratio = 1;
    double book = 0, bookSigma = 0;
    double mean = 0, sigma = 0;
};

/// Of K or springback, for work in that tool from that batch (empty: any), from R/T 0.25 to 16.
std::vector<Along> knownAlong(What what, const Points& points, const material::Material& material,
                              const lineup::ErrorBook& errors, const std::string& tool,
                              const std::string& batch);

/// A bend of the shop, in the same figure.
struct Seen {
    double ratio = 1, value = 0, sigma = 0;
    std::string tool, batch;
    int bends = 1;
};
std::vector<Seen> seenAlong(What what, const Points& points, const material::Material& material);

} // namespace goodfold::learn
