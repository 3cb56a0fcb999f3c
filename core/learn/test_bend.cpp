#include "learn/test_bend.h"

#include "bench/slip.h"
#include "learn/taught.h"
#include "quantity/length.h"

#include <algorithm>
#include <cmath>

namespace goodfold::learn {

namespace {

constexpr double kCalipers = 0.1, kAnglesApart = 0.3, kGauges = 0.2;

bend::Shape shapeOf(const TestBend& bend, double radius) {
    return {bend.angleDeg, radius, bend.thickness};
}

Error wrong(const char* says, const char* where) {
    return Error{says, where};
}

} // namespace

std::optional<Error> whatIsWrong(const TestBend& bend) {
    constexpr double kThinnest = 0.01, kThickest = 100, kLongest = 3000;
    if (!(bend.thickness >= kThinnest && bend.thickness <= kThickest))
        return wrong("How thick is the strip? From 0.01 to 100 mm.", "thickness");
    if (!(bend.width > 0 && bend.width <= kLongest)) return wrong("How wide is the strip?", "width");
    if (!(bend.strip > 0 && bend.strip <= kLongest))
        return wrong("How long was the strip before it was bent?", "strip");
    if (!(bend.heldLeg > 0 && bend.heldLeg < bend.strip))
        return wrong(
            "The held leg is measured outside, to the back of the other; it is shorter than the strip.",
            "held_leg");
    if (!(bend.freeLeg > 0 && bend.freeLeg < bend.strip))
        return wrong(
            "The free leg is measured outside, to the back of the other; it is shorter than the strip.",
            "free_leg");
    constexpr double kLeastAngle = 15, kMostAngle = 150; // beyond them a leg is not read outside
    if (!(bend.angleDeg >= kLeastAngle && bend.angleDeg <= kMostAngle))
        return wrong("A test bend is bent by 15 to 150 degrees, let go; 90 tells most.", "angle");
    if (!(bend.wantedDeg >= kLeastAngle && bend.wantedDeg <= kMostAngle))
        return wrong("A test bend is bent by 15 to 150 degrees; 90 tells most.", "wanted");
    if (bend.pushedDeg != 0 && !(bend.pushedDeg >= bend.angleDeg && bend.pushedDeg <= 180))
        return wrong("Under load it is bent further than when it is let go.", "pushed");
    if (!(bend.radius >= 0 && bend.radius <= kLongest))
        return wrong("An inside radius by gauge is from 0 to 3000 mm.", "radius");
    if (!(bend.line >= 0 && bend.line < bend.strip))
        return wrong("The line is measured from the end that is held, before bending; it lies on the strip.",
                     "line");
    return {};
}

std::optional<Reckoned> reckoned(const TestBend& bend, const material::Material& material,
                                 const tool::Shop& shop) {
    const tool::Tool* found = shop.find(bend.tool);
    if (!found) return {};
    tool::Tool tool = *found;
    tool.radiusTimes = 1;
    material::Material book = material;
    book.learnedSpringback.clear();
    const tool::Work work{.angleDeg = bend.wantedDeg, .thickness = bend.thickness, .length = bend.width};
    std::vector<tool::Setup> setups;
    if (tool.isDie())
        for (const tool::DieOption& option : tool::dieOptions(tool, work, book)) {
            if (!option.setup.bottomed) setups.push_back(option.setup);
        }
    else
        setups = tool::fit(tool, work, book).setups;
    const auto apart = [&](const tool::Setup& setup) {
        return std::abs(setup.opening - bend.opening) + (setup.isHammered != bend.isHammered ? 1e3 : 0) +
               (setup.closed ? 1e6 : 0);
    };
    const auto nearest = std::min_element(setups.begin(), setups.end(),
                                          [&](const auto& a, const auto& b) { return apart(a) < apart(b); });
    if (nearest == setups.end()) return {};
    Reckoned made{.radius = nearest->insideRadius, .radiusSigma = nearest->radiusSigma};
    made.springbackDeg = nearest->loadedAngleDeg - nearest->restsAtDeg;
    made.isSetByMiddle = tool.kind->line == tool::Kind::Line::Middle;
    tool.markOffset = 0;
    nearest->tool = &tool;
    made.lineFromTangent = made.isSetByMiddle ? 0 : tool::markOf(*nearest, work).fromTangent;
    made.placeSigma = tool.placeSigma;
    return made;
}

Told tells(const TestBend& bend, const std::optional<Reckoned>& reckoned,
           const lineup::TestBendErrors& errors) {
    Told told;
    told.deduction = bend.heldLeg + bend.freeLeg - bend.strip;
    told.deductionSigma = std::hypot(errors.reads, errors.perThickness * bend.thickness, errors.repeats);
    told.radius = bend.radius > 0 ? bend.radius : reckoned ? reckoned->radius : bend.thickness;
    const bend::Shape shape = shapeOf(bend, told.radius);
    const double allowance = 2 * bend::setback(shape, bend::DimensionTo::Outside) - told.deduction;
    told.k = bend::kFromAllowance(shape, allowance);
    told.kSigma = told.deductionSigma / (radians(bend.angleDeg) * bend.thickness);
    return told;
}

Points pointsOf(const TestBend& bend, const material::Material& material, const tool::Shop& shop,
                const lineup::ErrorBook& errors) {
    const auto made = reckoned(bend, material, shop);
    const Told told = tells(bend, made, errors.testBend);
    const Point like{.material = bend.material,
                     .tool = bend.tool,
                     .batch = bend.batch,
                     .method = {},
                     .ratio = told.radius / bend.thickness};
    Points points;
    const auto add = [&](What what, double value, double sigma) {
        Point point = like;
        point.what = what;
        point.value = value;
        point.sigma = sigma;
        points.push_back(std::move(point));
    };
    // Without gauge and tool nobody knows the radius that K goes with.
    if (made || bend.radius > 0) add(What::K, told.k, told.kSigma);
    if (!made) return points;
    if (bend.pushedDeg > 0 && made->springbackDeg > 0) {
        const double back = made->springbackDeg * bend.angleDeg / bend.wantedDeg;
        const double times = (bend.pushedDeg - bend.angleDeg) / back;
        add(What::Springback, times, std::hypot(kAnglesApart / back, errors.alike.springbackAlong));
    }
    if (bend.radius > 0) add(What::Radius, bend.radius / made->radius, kGauges / made->radius);
    if (bend.line > 0) {
        const bend::Shape shape = shapeOf(bend, told.radius);
        const double setback = bend::setback(shape, bend::DimensionTo::Outside);
        const double tangent = bend.heldLeg - setback;
        const double from = made->isSetByMiddle ? (2 * setback - told.deduction) / 2 : made->lineFromTangent;
        const double place = made->placeSigma > 0 ? made->placeSigma : usualSigma(errors, "place");
        add(What::Offset, bend.line - tangent - from, std::hypot(kCalipers, kCalipers, place));
    }
    return points;
}

Estimate foreseen(const Point& point, const Points& others, const material::Material& material,
                  const lineup::ErrorBook& errors) {
    const Points same = of(others, point.what);
    Estimate before =
        point.what == What::Offset
            ? weighed(of(same, point.what, {}, point.tool), 0, errors.alike.toolOffset)
            : Curve(priorOf(point.what, material, errors), of(same, point.what, point.material), point.batch)
                  .at(point.tool, point.ratio);
    before.sigma = std::hypot(before.sigma, point.sigma);
    return before;
}

std::optional<Doubt> doubtOf(const TestBend& bend, const Points& others, const material::Material& material,
                             const tool::Shop& shop, const lineup::ErrorBook& errors) {
    constexpr double kFar = 4;
    for (const Point& point : pointsOf(bend, material, shop, errors)) {
        const Estimate known = foreseen(point, others, material, errors);
        const double off = point.value - known.mean;
        if (std::abs(off) <= kFar * known.sigma) continue;
        Doubt doubt{point.what, point.value, known.mean, known.sigma, {}, 0};
        // What each reading would have to be for the point to lie where it is foreseen: slopes by
        // differences.
        for (const auto& [member, read] : {std::pair{"held_leg", &TestBend::heldLeg},
                                           {"free_leg", &TestBend::freeLeg},
                                           {"strip", &TestBend::strip},
                                           {"line", &TestBend::line},
                                           {"angle", &TestBend::angleDeg},
                                           {"pushed", &TestBend::pushedDeg},
                                           {"radius", &TestBend::radius}}) {
            if (bend.*read == 0) continue;
            constexpr double kStep = 1e-3;
            TestBend moved = bend;
            moved.*read += kStep;
            const Points then = of(pointsOf(moved, material, shop, errors), point.what);
            if (then.empty()) continue;
            const double slope = (then.front().value - point.value) / kStep;
            if (std::abs(slope) < 1e-9) continue;
            const double shouldBe = bend.*read - off / slope;
            if (const auto likely = bench::likelySlip(bend.*read, shouldBe, known.sigma / std::abs(slope))) {
                doubt.member = member;
                doubt.likely = *likely;
                break;
            }
        }
        return doubt;
    }
    return {};
}

} // namespace goodfold::learn
