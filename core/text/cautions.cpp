#include "text/cautions.h"

#include "bend/forming.h"
#include "quantity/force.h"
#include "sequence/pull.h"
#include "text/dies.h"

#include <algorithm>
#include <string_view>

namespace goodfold::text {

namespace {

using quantity::printMm;
using quantity::printNumber;
using sequence::Operation;

class Cautions {
public:
    Cautions(const part::Part& part, const sequence::Step& step, const material::Material& material,
             const quantity::Reading& reading)
        : part(part), step(step), operation(step.operation), setup(operation.setup), tool(*setup.tool),
          material(material), reading(reading) {}

    std::vector<std::string> all() && {
        if (tool.isDie())
            press();
        else if (setup.isHammered)
            hammer();
        else
            pull();
        say(setup.closed ? "Keep fingers out of the fold as it closes." : ifMissed());
        return std::move(says);
    }

private:
    void say(std::string_view line) { says.emplace_back(line); }

    void press() {
        const double share = setup.force / tool.die.ratedForce;
        const bool isScrew = tool.kind->drive == tool::Kind::Drive::Screw;
        say("It takes " + pressForce(setup.force) + ", " + printNumber(100 * share, 0) + " % of what the " +
            tool.name + (isScrew ? " are" : " is") +
            " rated for. Keep hands off the work and stand clear while it is loaded; leave its guards on, "
            "and "
            "let its load off before you reach in.");
        constexpr double kHand = 80; // mm from the punch: what a hand needs to stay clear
        if (std::max(sequence::flatReach(part, operation, step.before, false),
                     sequence::flatReach(part, operation, step.before, true)) < kHand)
            say("Nothing of it reaches far enough to hold by hand: use tongs, or rest it on the die.");
        if (!setup.bottomed && tool::canBottom(tool, operation.work) &&
            bend::kBottoming * share <= bend::kPressShare)
            say("Driven home it would come back less than half as far, for " +
                printNumber(bend::kBottoming, 0) + " times the force.");
    }

    void hammer() {
        const sequence::Pull pull = sequence::pullOf(part, operation, step.before);
        const double wanted = bend::leverFor(setup.moment, bend::kPullPlanned), more = wanted - pull.reach;
        std::string line =
            "Hammer it close to the line, a block between, all along the bend and a little at a "
            "time, so that it does not bow. Strike the block, never the jaws: hardened steel "
            "splinters. Protect your ears.";
        if (pull.canLeaveOn() && more > 0 && wanted <= bend::kLongestLever)
            line += " Left " + leftLonger(wanted, more) +
                    " it could be pulled over instead, and cut after; its radius comes out larger then.";
        say(line);
    }

    void pull() {
        const sequence::Pull pull = sequence::pullOf(part, operation, step.before);
        switch (tool.kind->drive) {
        case tool::Kind::Drive::Arm:
            say("The pull is " + forceIn(pull.force) + " at " + printMm(pull.lever, reading) +
                " from the bend" +
                (pull.withPipe ? ", with a pipe over the leg; it can slip off: stand beside its arc." : "."));
            break;
        case tool::Kind::Drive::Lever:
            say("The pull is " + forceIn(pull.force) + " at the end of its lever, " +
                printMm(pull.lever, reading) + " from the pin: stand beside its arc.");
            break;
        default:
            say("The pull is " + forceIn(pull.force) + " at its handle.");
        }
        if (pull.force <= bend::kPullPlanned) return;
        std::string line = "That is more than one person pulls with ease: ";
        const double wanted = bend::leverFor(setup.moment, bend::kPullPlanned), more = wanted - pull.reach;
        const bool isByLeg = tool.kind->drive == tool::Kind::Drive::Arm;
        if (isByLeg && pull.canLeaveOn() && more > 0 && wanted <= bend::kLongestLever)
            line += "leave it " + leftLonger(wanted, more) + " to pull on and cut it after, or get help.";
        else
            line += "get help, and pull evenly.";
        if (const auto& hot = material.hotWork; hot && part.thickness >= hot->thicknessFrom)
            line += " Heat makes it easier, and is for those who may by your shop's rules: " + hot->says;
        say(line);
    }

    /// How much more, and what that comes to from the bend: never one without the other.
    std::string leftLonger(double wanted, double more) const {
        return printMm(more, reading) + " longer (" + printMm(wanted, reading) + " from the bend)";
    }

    static std::string forceIn(double newtons) {
        return printNumber(newtons, 0) + " N (" + printNumber(newtons / quantity::kNewtonsPerPound, 0) +
               " lb)";
    }

    /// What to do about an angle that is not there yet, or past it.
    std::string ifMissed() const {
        std::string line = "Short of the angle, push on by what is missing.";
        if (tool.isDie())
            line = "Short of the angle, press on by what is missing: a millimetre of the punch is " +
                   printNumber(bend::degreesPerMillimetre(setup.opening, operation.work.angleDeg), 1) + "°.";
        if (!material.canBeOpened) return line + " Never past it: opened again this metal cracks.";
        return line + (tool.isDie()
                           ? " Too far, open it once, laid over the die with its edges down: to and fro "
                             "cracks it."
                           : " Too far, open it once, a block on its inside close to the bend: to and fro "
                             "cracks it.");
    }

    const part::Part& part;
    const sequence::Step& step;
    const Operation& operation;
    const tool::Setup& setup;
    const tool::Tool& tool;
    const material::Material& material;
    const quantity::Reading& reading;
    std::vector<std::string> says;
};

} // namespace

std::vector<std::string> cautions(const part::Part& part, const sequence::Step& step,
                                  const material::Material& material, const quantity::Reading& reading) {
    return Cautions(part, step, material, reading).all();
}

} // namespace goodfold::text
