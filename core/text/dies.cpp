#include "text/dies.h"

#include "text/names.h"
#include "text/reasons.h"

namespace goodfold::text {

using quantity::printNumber;

std::string pressForce(double newtons) {
    constexpr double kNewtonsPerTonne = 9806.65;
    return printNumber(newtons / 1000, 1) + " kN (" + printNumber(newtons / kNewtonsPerTonne, 2) + " t)";
}

std::string dieInWords(const tool::DieOption& option, const quantity::Reading& reading) {
    const tool::Setup& setup = option.setup;
    std::string says = "V " + printMm(setup.opening, reading) + (setup.bottomed ? ", driven home" : "") +
                       ": R " + printMm(setup.insideRadius, reading) + ", " + pressForce(setup.force) +
                       ", legs from " + printMm(setup.leastPlateLength, reading) + ", comes back " +
                       quantity::printDegrees(setup.loadedAngleDeg - setup.restsAtDeg);
    if (option.refusal) says += "; " + inWords(*option.refusal, reading);
    return says;
}

} // namespace goodfold::text
