#include "lineup/sources.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace goodfold::lineup {

using part::PartBend;
using part::PartHole;

double thicknessSigma(const job::Job& job, const material::Material& material) {
    const bool isSheet = job.stock.form == job::StockForm::Sheet;
    const material::SoldSizes sold = material::soldSizes(
        material, isSheet ? material::Sold::Sheet : material::Sold::Bar, quantity::Unit::Millimetre);
    constexpr double kUnknown = 0.05; // of the thickness, where no standard is in the book
    return (sold.offBy.empty() ? kUnknown * job.thickness : sold.plusMinus(job.thickness)) / 3;
}

std::vector<HeldLine> heldLinesOf(const Work& work) {
    std::vector<HeldLine> held(work.part.bends.size());
    if (!work.plan) return held;
    for (const sequence::Step& step : work.plan->steps)
        held[static_cast<size_t>(step.operation.bend)] = sequence::heldLine(step.operation);
    return held;
}

namespace {

class Maker {
public:
    explicit Maker(const Work& work) : work(work), steps(work.part.bends.size(), nullptr) {
        if (!work.plan) return;
        for (const sequence::Step& step : work.plan->steps)
            steps[static_cast<size_t>(step.operation.bend)] = &step.operation;
    }

    std::vector<Source> all() {
        ofHoles();
        ofCuts();
        for (size_t i = 0; i < steps.size(); ++i)
            ofBend(static_cast<int>(i));
        ofTools();
        ofMaterial();
        ofSpacers();
        return std::move(sources);
    }

private:
    // ---- figures --------------------------------------------------------------------------------------
    /// Fixed for its kind, typed over, or the method's; else `otherwise`.
    double sigmaOf(SourceKind kind, const std::string& operation, double otherwise = 0) const {
        if (const auto fixed = work.book.fixed.find(kind); fixed != work.book.fixed.end())
            return fixed->second;
        return lineup::sigmaOf(work.book, work.job, operation).value_or(otherwise);
    }

    /// The tool's own figure goes before the shop's usual method, and a method that this job chose before it.
    double inTool(SourceKind kind, const std::string& operation, int bend, double tool::Tool::*own) const {
        const sequence::Operation* step = steps[static_cast<size_t>(bend)];
        const bool isFree = !work.book.fixed.contains(kind) && !isChosen(work.job, operation);
        if (step && isFree && step->setup.tool->*own > 0) return step->setup.tool->*own;
        return sigmaOf(kind, operation);
    }

    const std::string& methodOf(const std::string& operation) const {
        return lineup::methodOf(work.book, work.job, operation).id;
    }

    void add(SourceKind kind, const std::string& operation, std::vector<Source::Of> of, bool isOwn = false) {
        std::erase_if(of, [](const Source::Of& each) { return each.sigma == 0; });
        if (!of.empty()) sources.push_back({kind, std::move(of), {}, operation, isOwn});
    }

    const std::string& idOf(int bend) const { return work.part.bends[static_cast<size_t>(bend)].id; }

    // ---- holes ----------------------------------------------------------------------------------------
    /// One drilled through the mount is neither marked nor punched.
    bool isMarked(const PartHole& hole) const { return !work.job.findHole(hole.source)->throughMount; }

    void ofHoles() {
        ofMarks();
        for (const PartHole& hole : work.part.holes) {
            if (hole.isThere) continue; // measured, as marks are
            if (isMarked(hole))
                add(SourceKind::Punch, "punch", {{hole.id, sigmaOf(SourceKind::Punch, "punch")}});
            add(SourceKind::Drill, "drill", {{hole.id, sigmaOf(SourceKind::Drill, "drill")}});
        }
    }

    void ofMarks() {
        const bool isTemplate = methodOf("marks") == "template", isChain = methodOf("marks") == "from-hole";
        const double sigma = sigmaOf(SourceKind::Mark, isTemplate ? "marks" : "mark");
        std::vector<Source::Of> together;
        for (const PartHole& hole : work.part.holes) {
            if (!isMarked(hole)) continue;
            if (isTemplate && !hole.afterBending) {
                together.push_back({hole.id, sigma});
                continue;
            }
            std::vector<Source::Of> moved{{hole.id, sigma}};
            if (isChain)
                for (const PartHole& other : work.part.holes)
                    if (isMarked(other) && isSteppedFrom(other, hole)) moved.push_back({other.id, sigma});
            add(SourceKind::Mark, "mark", std::move(moved));
        }
        add(SourceKind::Mark, "marks", std::move(together));
    }

    /// A row is stepped hole by hole; its first from the hole that it is measured from, that one's own row
    /// aside.
    bool isSteppedFrom(const PartHole& hole, const PartHole& from) const {
        if (hole.source == from.source) return &from < &hole;
        if (from.id != from.source) return false;
        const job::Hole* each = work.job.findHole(hole.source);
        while (each->xFrom == job::Hole::XFrom::Hole) {
            if (each->xFromHole == from.source) return true;
            each = work.job.findHole(each->xFromHole);
        }
        return false;
    }

    // ---- ends -----------------------------------------------------------------------------------------
    /// The free ends that marks are not measured from. Where marks are made from both, those from the other
    /// end lie as that comes out.
    void ofCuts() {
        const double sigma = sigmaOf(SourceKind::Cut, "blank");
        for (size_t p = 0; p < work.part.plates.size(); ++p) {
            const part::PartPlate& plate = work.part.plates[p];
            if (!plate.childBends.empty() && plate.parentBend >= 0) continue;
            if (static_cast<int>(p) == datumPlate()) continue;
            std::vector<Source::Of> moved{{plate.id, sigma}};
            if (methodOf("marks") == "ends" && work.job.stock.form == job::StockForm::Bar)
                for (const PartHole& hole : work.part.holes)
                    if (!hole.afterBending && isNearOtherEnd(hole)) moved.push_back({hole.id, sigma});
            add(SourceKind::Cut, "blank", std::move(moved));
        }
    }

    /// Of a bar: the one whose free end marks are measured from. A bar of one plate is cut off at its other.
    int datumPlate() const {
        if (work.job.stock.form != job::StockForm::Bar || work.part.bends.empty()) return -1;
        const auto end = [&](bool first) {
            const auto byX = [](const part::PartPlate& a, const part::PartPlate& b) {
                return a.outlineInFlat.front().x() < b.outlineInFlat.front().x();
            };
            const auto& plates = work.part.plates;
            const auto found = first ? std::min_element(plates.begin(), plates.end(), byX)
                                     : std::max_element(plates.begin(), plates.end(), byX);
            return static_cast<int>(found - plates.begin());
        };
        return end(work.job.datum == job::Edge::Start);
    }

    bool isNearOtherEnd(const PartHole& hole) const {
        double low = 0, high = 0;
        for (const part::PartPlate& plate : work.part.plates)
            for (const Vec2& corner : plate.outlineInFlat) {
                low = std::min(low, corner.x());
                high = std::max(high, corner.x());
            }
        const bool isPastMiddle = hole.centreInFlat.x() > (low + high) / 2;
        return isPastMiddle == (work.job.datum == job::Edge::Start);
    }

    // ---- bends ----------------------------------------------------------------------------------------
    void ofBend(int bend) {
        const std::string& id = idOf(bend);
        add(SourceKind::Line, "line", {{id, sigmaOf(SourceKind::Line, "line")}});
        add(SourceKind::Place, "place",
            {{id, inTool(SourceKind::Place, "place", bend, &tool::Tool::placeSigma)}});
        add(SourceKind::Square, "square",
            {{id, inTool(SourceKind::Square, "square", bend, &tool::Tool::squareSigma)}});
        add(SourceKind::Angle, "angle",
            {{id, inTool(SourceKind::Angle, "angle", bend, &tool::Tool::angleSigma)}});
    }

    /// Bends made in one tool, and those of them in one setting, share what it is out by.
    void ofTools() {
        std::map<const tool::Tool*, std::vector<int>> byTool;
        std::map<std::pair<const tool::Tool*, double>, std::vector<int>> bySetting;
        for (size_t i = 0; i < steps.size(); ++i) {
            const tool::Tool* tool = steps[i] ? steps[i]->setup.tool : nullptr;
            const double setting = steps[i] ? steps[i]->setup.opening + steps[i]->setup.toolRadius * 1e-3 : 0;
            byTool[tool].push_back(static_cast<int>(i));
            bySetting[{tool, setting}].push_back(static_cast<int>(i));
        }
        for (const auto& [tool, bends] : byTool) {
            addForAll(SourceKind::ToolOffset, "tool-offset", bends,
                      [&](int) { return sigmaOf(SourceKind::ToolOffset, "tool-offset"); });
            const bool isByStop =
                methodOf("angle") == "stop" || work.book.fixed.contains(SourceKind::Springback);
            if (!isByStop && !work.learns) continue;
            addForAll(SourceKind::Springback, "springback", bends,
                      [&](int bend) { return springbackOf(bend); });
            if (!isByStop && sources.back().kind == SourceKind::Springback) sources.back().isChecked = true;
        }
        for (const auto& [setting, bends] : bySetting) {
            addForAll(SourceKind::Radius, "radius", bends, [&](int bend) { return radiusOf(bend); });
            if (work.book.fixed.contains(SourceKind::Radius)) continue;
            const lineup::Method& method = lineup::methodOf(work.book, work.job, "radius");
            const double part = method.sigma.value_or(0) > 0 ? method.each / *method.sigma : 0.5;
            for (const int bend : bends)
                add(SourceKind::Radius, "radius", {{idOf(bend), part * radiusOf(bend)}}, true);
        }
    }

    template <class SigmaOf>
    void addForAll(SourceKind kind, const std::string& operation, const std::vector<int>& bends,
                   SigmaOf sigma) {
        std::vector<Source::Of> all;
        for (const int bend : bends)
            all.push_back({idOf(bend), sigma(bend)});
        add(kind, operation, std::move(all));
    }

    /// Of an air bend, whose radius the stock decides, the setting's own; of an edge or a pin the tool's.
    double radiusOf(int bend) const {
        const sequence::Operation* step = steps[static_cast<size_t>(bend)];
        const bool isFree = !work.book.fixed.contains(SourceKind::Radius) && !isChosen(work.job, "radius");
        if (step && isFree) {
            if (step->setup.tool->radiusSigma > 0) return step->setup.tool->radiusSigma;
            if (step->setup.radiusSigma > 0) return step->setup.radiusSigma;
        }
        return sigmaOf(SourceKind::Radius, "radius");
    }

    double springbackOf(int bend) const {
        const sequence::Operation* step = steps[static_cast<size_t>(bend)];
        const PartBend& drawn = work.part.bends[static_cast<size_t>(bend)];
        const double comesBack = step ? step->setup.loadedAngleDeg - step->setup.restsAtDeg
                                      : material::typicalSpringbackAt90(
                                            work.material, drawn.shape.insideRadius / work.part.thickness) *
                                            drawn.shape.angleDeg / 90;
        const auto* learned = material::learnedSpringback(work.material, step ? step->setup.tool->id : "");
        const bool isLearned = learned && !isChosen(work.job, "springback");
        const double share = isLearned ? learned->sigma / learned->times
                                       : lineup::methodOf(work.book, work.job, "springback").share;
        return sigmaOf(SourceKind::Springback, "springback", share * comesBack);
    }

    // ---- the stock ------------------------------------------------------------------------------------
    void ofMaterial() {
        std::vector<int> bends(steps.size());
        for (size_t i = 0; i < bends.size(); ++i)
            bends[i] = static_cast<int>(i);
        addForAll(SourceKind::K, "k", bends, [&](int bend) { return kOf(bend); });
        add(SourceKind::Thickness, "thickness",
            {{"", sigmaOf(SourceKind::Thickness, "thickness", thicknessSigma(work.job, work.material))}});
    }

    void ofSpacers() {
        std::set<std::string> plates;
        for (const job::Tie& tie : work.job.ties)
            if (tie.spacer.value_or(0) > 0)
                plates.insert(work.job.plateOfHole(job::holeThatMakes(tie.hole))->id);
        for (const std::string& plate : plates)
            add(SourceKind::Spacer, "spacer", {{plate, sigmaOf(SourceKind::Spacer, "spacer")}});
    }

    double ofLearned(const bend::Shape& shape) const {
        if (const auto fixed = work.book.fixed.find(SourceKind::K); fixed != work.book.fixed.end())
            return fixed->second;
        return bend::kFactor(work.job.allowance, work.material, shape).sigma.value_or(0);
    }

    double kOf(int bend) const {
        const PartBend& drawn = work.part.bends[static_cast<size_t>(bend)];
        const double ratio = drawn.shape.insideRadius / work.part.thickness;
        const bool isTyped = work.job.findBend(drawn.id)->k.has_value();
        const bool isLearned = work.job.allowance.kind == bend::AllowanceRule::Kind::Learned;
        if (isLearned && !isTyped && !isChosen(work.job, "k")) return ofLearned(drawn.shape);
        const bool isMeasured = work.job.allowance.kind == bend::AllowanceRule::Kind::Measured;
        const int tests = std::max(lineup::methodOf(work.book, work.job, "k").tests, isMeasured ? 1 : 0);
        const double known = kSigmaAfter(work.book.testBend, tests, work.part.thickness,
                                         material::kFactorAt(work.material, ratio).sigma);
        return sigmaOf(SourceKind::K, "k", known);
    }

    const Work& work;
    std::vector<const sequence::Operation*> steps; // by bend
    std::vector<Source> sources;
};

} // namespace

std::vector<Source> sourcesOf(const Work& work) {
    return Maker(work).all();
}

} // namespace goodfold::lineup
