#include "text/derivation.h"

#include "common/phrase.h"
#include "part/mark.h"
#include "sequence/pull.h"
#include "text/names.h"

#include <algorithm>
#include <cmath>

namespace goodfold::text {

namespace {

using quantity::printNumber;

/// One digit more than figures are read to.
class Fine {
public:
    explicit Fine(const quantity::Reading& reading)
        : fine(reading.unit == quantity::Unit::Inch ? quantity::Reading::decimalInches()
                                                    : quantity::Reading::millimetres(0.01)) {}
    std::string operator()(double mm) const { return quantity::printMm(mm, fine); }

private:
    quantity::Reading fine;
};

std::string degreesOf(double deg) {
    return printNumber(deg, 2);
}

/// One stretch of the blank after the other, as they lie on it from its first end on.
struct Stretch {
    std::string says;
    double length;
};

std::vector<Stretch> stretchesOf(const part::Part& part) {
    std::vector<Stretch> all;
    for (size_t i = 0; i < part.plates.size(); ++i) {
        const part::PartPlate& plate = part.plates[i];
        if (plate.parentBend >= 0) {
            const part::PartBend& bend = part.bends[static_cast<size_t>(plate.parentBend)];
            all.push_back({"bend " + bend.id, bend.alongBar(bend.allowance)});
        }
        all.push_back({plate.id, plate.length});
    }
    return all;
}

/// "A 54.00 + bend 1 6.60 + B 34.00 = 94.60"; what the stretches do not come to lies at an end: it was left
/// on, or is the tip of a slanting one.
std::string summed(const std::vector<Stretch>& stretches, double sum, const Fine& fine) {
    std::string says;
    double all = 0;
    const auto add = [&](const std::string& what, double length) {
        says += (says.empty() ? "" : " + ") + what + " " + fine(length);
        all += length;
    };
    for (const Stretch& each : stretches)
        add(each.says, each.length);
    constexpr double kSame = 0.005; // mm
    if (std::abs(sum - all) > kSame) add("at the end, left on or aslant,", sum - all);
    return says + " = " + fine(sum);
}

std::string angleBySetback(const part::PartBend& bend, const Fine& fine) {
    const double angle = bend.shape.angleDeg, outside = bend.shape.insideRadius + bend.shape.thickness;
    if (angle > 90)
        return "outside setback = R + T = " + fine(outside) +
               ", to the outer face as calipers read it past 90°";
    return "outside setback = (R + T) tan(A/2) = " + fine(outside) + " × tan " + degreesOf(angle / 2) +
           "° = " + fine(bend.outsideSetback);
}

} // namespace

Derivation howBent(const part::Part&, const part::PartBend& bend, const quantity::Reading& reading) {
    const Fine fine(reading);
    const double radius = bend.shape.insideRadius, thickness = bend.shape.thickness;
    Derivation how{"Bend " + bend.id, {}, {}};
    const std::string angle = printNumber(radians(bend.shape.angleDeg), 4);
    how.lines.push_back("A " + degreesOf(bend.shape.angleDeg) + "° = " + angle + " radians, R " +
                        fine(radius) + ", T " + fine(thickness));
    how.lines.push_back("K " + printNumber(bend.k, 3) + ": " + bend.kSource + ", R/T " +
                        printNumber(radius / thickness, 2));
    how.lines.push_back("allowance = A (R + K T) = " + angle + " × (" + fine(radius) + " + " +
                        printNumber(bend.k, 3) + " × " + fine(thickness) + ") = " + fine(bend.allowance));
    how.lines.push_back(angleBySetback(bend, fine));
    how.lines.push_back("taken off = 2 setbacks − allowance = 2 × " + fine(bend.outsideSetback) + " − " +
                        fine(bend.allowance) + " = " + fine(bend.deduction));
    if (bend.skewDeg != 0)
        how.lines.push_back("Its line leans by " + degreesOf(std::abs(bend.skewDeg)) +
                            "°: along the bar all of them are divided by cos " +
                            degreesOf(std::abs(bend.skewDeg)) +
                            "° = " + printNumber(std::cos(radians(bend.skewDeg)), 4));
    if (bend.bumps > 1)
        how.lines.push_back("Made by " + std::to_string(bend.bumps) + " small bends side by side, of " +
                            degreesOf(bend.shape.angleDeg / bend.bumps) + "° each");
    how.source = "Geometry of the neutral fibre; K only means something with the radius it goes with.";
    return how;
}

Derivation howPushed(const part::Part& part, const sequence::Step& step, const material::Material& material) {
    const tool::Setup& setup = step.operation.setup;
    const part::PartBend& bend = part.bends[static_cast<size_t>(step.operation.bend)];
    Derivation how{"Bend " + bend.id + " in the " + setup.tool->name, {}, {}};
    const double back = setup.loadedAngleDeg - setup.restsAtDeg;
    how.lines.push_back("pushed to " + degreesOf(setup.restsAtDeg) + "° + " + degreesOf(back) +
                        "° that it springs back = " + degreesOf(setup.loadedAngleDeg) + "°");
    how.lines.push_back("by the elastic-plastic cubic alone it would be " +
                        degreesOf(setup.springbackByFormula) + "°");
    how.source = "Material book, " + material.name +
                 ": springback by R/T from a layered model, 1.15 times for the modulus that falls.";
    if (setup.force > 0) {
        how.lines.push_back("press " + printNumber(setup.force / 1000, 2) + " kN over " +
                            printNumber(setup.opening, 1) + " mm");
        how.source += " Force in air 1.42 UTS w T²/V.";
    }
    if (setup.moment > 0 && !setup.isHammered) {
        const sequence::Pull pull = sequence::pullOf(part, step.operation, step.before);
        if (pull.lever > 0 && pull.force > 0)
            how.lines.push_back("pull = 1.3 moment / lever = 1.3 × " + printNumber(setup.moment / 1000, 1) +
                                " N m / " + printNumber(pull.lever / 1000, 3) +
                                " m = " + printNumber(pull.force, 0) + " N");
        how.source += " Moment m w T² of the material; 1.3 for friction and a pull off square.";
    }
    return how;
}

Derivation howFlat(const job::Job& job, const part::Part& part, int index, const quantity::Reading& reading) {
    const Fine fine(reading);
    const part::PartPlate& plate = part.plates[static_cast<size_t>(index)];
    const job::Plate& stated = job.plates[static_cast<size_t>(index)];
    Derivation how{"Leg " + plate.id, {}, "Geometry: a leg is flat between its tangent lines."};
    std::vector<std::string> bends;
    if (plate.parentBend >= 0) bends.push_back(part.bends[static_cast<size_t>(plate.parentBend)].id);
    for (const int child : plate.childBends) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(child)];
        if (bend.edge == job::Edge::End || bend.edge == job::Edge::Start) bends.push_back(bend.id);
    }
    const double less = plate.stated - plate.length;
    if (stated.measure != job::Plate::Measure::Along)
        how.lines.push_back(fine(plate.length) + " flat, so that it measures " + fine(plate.stated) +
                            " across");
    else if (bends.empty() || std::abs(less) < 1e-9)
        how.lines.push_back(fine(plate.stated) + " as stated, all of it flat");
    else if (less > 0)
        how.lines.push_back(fine(plate.stated) + " as stated − " + fine(less) + " of setback at " +
                            (bends.size() == 1 ? "bend " : "bends ") + listed(bends) + " = " +
                            fine(plate.length) + " flat");
    else
        how.lines.push_back(fine(plate.stated) + " as stated + " + fine(-less) +
                            " up to the tangent lines of " + listed(bends) + " = " + fine(plate.length) +
                            " flat");
    return how;
}

Derivation howPlaced(const part::Part& part, const part::PartHole& hole, const quantity::Reading& reading) {
    const Fine fine(reading);
    Derivation how{
        hole.id + " on the blank", {}, "Sum of legs and bends from the end that is measured from."};
    const Vec2 at = hole.centreOfShape();
    if (part.form == job::StockForm::Sheet) {
        how.lines.push_back("in the flat of " + part.plates[0].id + " at x " + fine(at.x()) + ", y " +
                            fine(at.y()));
        how.lines.push_back("the blank's own corner lies at " + fine(part.blank.corner.x()) + ", " +
                            fine(part.blank.corner.y()) + " there: from it " +
                            fine(at.x() - part.blank.corner.x()) + " along and " +
                            fine(at.y() - part.blank.corner.y()) + " across");
        how.source = "Layout of the flat: docs, Formulas.";
        return how;
    }
    const part::PartPlate& plate = part.plates[static_cast<size_t>(hole.plate)];
    const double own = (plate.flatFromPlate.inverse() * at).x();
    std::vector<Stretch> all = stretchesOf(part);
    const auto here =
        std::find_if(all.begin(), all.end(), [&](const Stretch& each) { return each.says == plate.id; });
    if (part.datum == job::Edge::End) {
        all.erase(all.begin(), here);
        all.front() = {"on " + plate.id, plate.length - own};
        std::reverse(all.begin(), all.end());
    } else {
        all.erase(here + 1, all.end());
        all.back() = {"on " + plate.id, own};
    }
    how.lines.push_back("from the " + std::string(nameOfEnd(part.datum)) + ": " +
                        summed(all, part::alongBlank(part, at), fine));
    return how;
}

Derivation howLong(const part::Part& part, const quantity::Reading& reading) {
    const Fine fine(reading);
    Derivation how{"The blank", {}, "Legs between their tangent lines, and the allowance of each bend."};
    if (part.form == job::StockForm::Bar) {
        how.lines.push_back(summed(stretchesOf(part), part.blank.length, fine));
        return how;
    }
    how.lines.push_back(fine(part.blank.length) + " × " + fine(part.blank.width) +
                        ": as far as its outline reaches along and across " + part.plates[0].id);
    for (const part::PartPlate& plate : part.plates)
        how.lines.push_back("leg " + plate.id + ": " + fine(plate.length) + " × " + fine(plate.width) +
                            " flat");
    return how;
}

} // namespace goodfold::text
