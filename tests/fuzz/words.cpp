// What people type: lengths, angles, thicknesses, fasteners and the line under the ladder.
#include "edit/entry.h"
#include "fuzz/target.h"
#include "hardware/hardware.h"

#include <cmath>

using namespace goodfold;

namespace {

job::Job zigzag() {
    job::Job job;
    job.thickness = 3;
    job.stock.width = 30;
    job.plates = {{.id = "A", .length = 40}, {.id = "B", .length = 50}, {.id = "C", .length = 60}};
    job.bends = {{.id = "1", .from = "A", .to = "B"},
                 {.id = "2", .from = "B", .to = "C", .turn = job::Turn::Down}};
    return job;
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text = fuzz::textOf(data, size);
    const material::Material& copper = *material::standardMaterials().find("copper-soft");
    for (const quantity::Unit unit : {quantity::Unit::Millimetre, quantity::Unit::Inch}) {
        if (const auto length = quantity::parseLength(text, unit)) HOLDS(std::isfinite(length->mm()));
        if (const auto thickness = material::parseThickness(text, unit, copper))
            HOLDS(std::isfinite(*thickness));
    }
    if (const auto angle = quantity::parseAngleDeg(text)) HOLDS(std::isfinite(*angle));
    if (const auto fastener = hardware::parseFastener(text, hardware::standardBook()))
        HOLDS(hardware::holeFor(*fastener, hardware::standardBook()));
    static const job::Job job = zigzag();
    for (const job::Element& selected : {job::Element{}, job::Element::plate("B"), job::Element::bend("2")}) {
        const auto edited = edit::enter(job, selected, text, quantity::Reading::millimetres());
        if (edited)
            HOLDS(!job::whatIsWrong(edited->job));
        else
            HOLDS(fuzz::isForPeople(edited.error().says));
    }
    return 0;
}
