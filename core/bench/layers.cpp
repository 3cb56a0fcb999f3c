#include "bench/layers.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace goodfold::bench {

namespace {

constexpr double kHardening = 0.2, kPoisson = 0.3;
constexpr int kLayers = 160;

/// s = Kc (e0 + e)^n; in plane strain both are larger by 2 / sqrt 3.
struct Flow {
    double strength, before, modulus, constraint;

    Flow(const material::Material& material, bool isWide)
        : modulus(material.elasticModulus / (isWide ? 1 - kPoisson * kPoisson : 1)),
          constraint(isWide ? 2 / std::sqrt(3.0) : 1) {
        const double ratio = std::max(1.001, material.ultimate / material.yield);
        double low = 1e-9, high = kHardening; // of e0: what it was worked by already
        constexpr int kHalvings = 60;
        for (int i = 0; i < kHalvings; ++i) {
            const double e0 = (low + high) / 2;
            (std::pow(kHardening / e0, kHardening) * std::exp(e0 - kHardening) > ratio ? low : high) = e0;
        }
        before = (low + high) / 2;
        strength = material.yield / std::pow(before, kHardening);
    }

    double yields(double worked) const {
        return constraint * strength * std::pow(before + constraint * worked, kHardening);
    }
};

/// What a layer has been through.
struct Layer {
    double strain = 0, stress = 0, worked = 0;
    double radius = 0, height = 0, width = 1, tangential = 0;

    void strainTo(double to, const Flow& flow) {
        const double tried = stress + flow.modulus * (to - strain);
        const double most = flow.yields(worked);
        strain = to;
        if (std::abs(tried) <= most) {
            stress = tried;
            return;
        }
        worked += (std::abs(tried) - most) / flow.modulus;
        stress = std::copysign(flow.yields(worked), tried);
    }
};

struct Section {
    std::vector<Layer> layers;
    double balance = 0; // 0 where the bend carries itself

    /// Bent on to this radius; `turn`: radians for each millimetre that was there before.
    Section bentTo(double insideRadius, double thickness, double turn, const Flow& flow, bool isWide) const {
        Section bent = *this;
        bent.balance = 0;
        const double original = thickness / kLayers;
        double inner = insideRadius;
        for (Layer& layer : bent.layers) {
            // Wide: the area stays, r^2 grows by 2 Y / turn. Narrow: height and width each take half the
            // strain.
            const double outer = isWide ? std::sqrt(inner * inner + 2 * original / turn)
                                        : inner + original / std::sqrt(turn * (inner + original / 2));
            layer.radius = (inner + outer) / 2;
            layer.height = outer - inner;
            layer.strainTo(std::log(turn * layer.radius), flow);
            layer.width = isWide ? 1 : std::exp(-layer.strain / 2);
            // Radial stress: d(sr)/dr = s / r of what flows; narrow, d(r w sr)/dr = w st, and st flows about
            // half of it (von Mises, to the first order).
            if (isWide) {
                bent.balance += layer.stress / layer.radius * layer.height;
                layer.tangential = layer.stress + bent.balance;
            } else {
                layer.tangential = layer.stress + bent.balance / (layer.radius * layer.width) / 2;
                bent.balance += layer.width * layer.tangential * layer.height;
            }
            inner = outer;
        }
        return bent;
    }
};

/// Degrees of 90 that it opens when it is let go.
double springbackOf(const Section& section, double modulus) {
    double area = 0, overRadius = 0, first = 0, force = 0, pull = 0;
    for (const Layer& layer : section.layers) {
        const double strip = layer.width * layer.height;
        area += strip;
        first += layer.radius * strip;
        overRadius += strip / layer.radius;
        force += layer.tangential * strip;
        pull += layer.tangential * strip * layer.radius;
    }
    const double centroid = first / area, inside = centroid - area / overRadius;
    constexpr double kSquare = 90;
    return kSquare * (pull - force * centroid) / (modulus * area * inside);
}

} // namespace

LayeredBend layeredBend(const material::Material& material, double insideRadius, double thickness,
                        bool isWide) {
    const Flow flow(material, isWide);
    Section section;
    section.layers.resize(kLayers);
    constexpr int kSteps = 50, kHalvings = 40;
    const double first = std::max(400 * thickness, 2 * insideRadius);
    double turn = 0;
    for (int step = 1; step <= kSteps; ++step) {
        const double radius = first * std::pow(insideRadius / first, static_cast<double>(step) / kSteps);
        double low = 1 / (radius + thickness), high = 1 / radius; // the layer that keeps its length
        for (int i = 0; i < kHalvings; ++i) {
            turn = (low + high) / 2;
            (section.bentTo(radius, thickness, turn, flow, isWide).balance > 0 ? high : low) = turn;
        }
        section = section.bentTo(radius, thickness, turn, flow, isWide);
    }
    return {(1 / turn - insideRadius) / thickness, springbackOf(section, flow.modulus)};
}

} // namespace goodfold::bench
