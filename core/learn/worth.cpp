#include "learn/worth.h"

#include "learn/taught.h"

#include <algorithm>
#include <cmath>

namespace goodfold::learn {

namespace {

/// What a job's blank is out by where K is: its bends, each A T per unit of K, as one source moves them all.
struct Blank {
    struct OfBend {
        std::string tool;
        double ratio, byK;
    };
    std::vector<OfBend> bends;

    double sigma(const Curve& curve) const {
        double sum = 0;
        for (const OfBend& bend : bends)
            sum += bend.byK * curve.at(bend.tool, bend.ratio).sigma;
        return sum;
    }
};

double widthOf(const job::Job& job, const part::PartBend& bend) {
    return job.stock.form == job::StockForm::Bar ? job.stock.width : bend.to - bend.from;
}

/// Long enough to hold on to and to read a leg by; the line where both legs come out alike.
void layOut(TestBend& bend, double fromTangent) {
    constexpr double kLeg = 50, kTenth = 10;
    const double leg = std::max(kLeg, std::ceil(8 * bend.thickness));
    bend.strip = 2 * leg;
    bend.line = std::round((leg - bend.thickness + fromTangent) * kTenth) / kTenth;
}

} // namespace

std::vector<Proposal> proposalsFor(const sequence::Settled& settled, const Points& points,
                                   const material::Material& material, const lineup::ErrorBook& errors,
                                   const std::string& named) {
    const std::string batch = named.empty() ? "of this job" : named; // the strip is cut from the same stock
    std::vector<Proposal> proposals;
    if (!settled.outcome.plan) return proposals;
    const Points own = of(points, What::K, material.id);
    Blank blank;
    for (const sequence::Step& step : settled.outcome.plan->steps) {
        const tool::Setup& setup = step.operation.setup;
        const part::PartBend& bend = settled.part.bends[static_cast<size_t>(step.operation.bend)];
        const double t = bend.shape.thickness;
        blank.bends.push_back({setup.tool->id, setup.insideRadius / t, radians(bend.shape.angleDeg) * t});
        TestBend strip{.material = material.id, .tool = setup.tool->id, .batch = named};
        strip.opening = setup.opening;
        strip.isHammered = setup.isHammered;
        strip.width = std::min(widthOf(settled.job, bend), 50.0);
        strip.thickness = t;
        strip.radius = setup.insideRadius;
        const auto isSame = [&](const Proposal& other) {
            return other.bend.tool == strip.tool && other.bend.opening == strip.opening &&
                   other.bend.isHammered == strip.isHammered;
        };
        if (std::any_of(proposals.begin(), proposals.end(), isSame)) continue;
        layOut(strip, sequence::markOf(settled.part, step).fromTangent);
        proposals.push_back({strip});
    }
    const Prior prior = priorOf(What::K, material, errors);
    const double before = blank.sigma(Curve(prior, own, batch));
    for (Proposal& each : proposals) {
        const Told told = tells(each.bend, {}, errors.testBend);
        const auto with = [&](int bends) {
            Points more = own;
            more.insert(more.end(), static_cast<size_t>(bends),
                        {.what = What::K,
                         .material = material.id,
                         .tool = each.bend.tool,
                         .batch = batch,
                         .method = {},
                         .ratio = each.bend.radius / each.bend.thickness,
                         .value = told.k,
                         .sigma = told.kSigma});
            return blank.sigma(Curve(prior, more, batch));
        };
        each.before = before;
        each.after = with(1);
        each.afterThree = with(3);
        each.bend.radius = 0; // to be gauged
    }
    std::stable_sort(proposals.begin(), proposals.end(),
                     [](const Proposal& a, const Proposal& b) { return a.after < b.after; });
    return proposals;
}

} // namespace goodfold::learn
