#include "edit/outcome.h"

#include "common/phrase.h"
#include "edit/edit.h"
#include "hardware/hardware.h"

#include <algorithm>

namespace goodfold::edit {

namespace {

using quantity::printMm;

class Comparison {
public:
    Comparison(const Job& before, const Job& after, const quantity::Reading& reading)
        : before(before), after(after), reading(reading) {}

    Outcome outcome() {
        stock();
        for (const Bend& bend : after.bends)
            if (const Bend* was = before.findBend(bend.id))
                compare(*was, bend);
            else
                made.added.push_back("bend " + bend.id + ", " + angle(bend) +
                                     (bend.turn == Turn::Up ? " toward you" : " away from you"));
        for (const Plate& plate : after.plates)
            if (const Plate* was = before.findPlate(plate.id))
                compare(*was, plate);
            else
                made.added.push_back("leg " + plate.id + ", " + length(mainLength(plate)) + " long");
        for (const Plate& plate : after.plates)
            for (const Hole& hole : plate.holes)
                if (const Hole* was = before.findHole(hole.id))
                    compare(*was, hole);
                else
                    made.added.push_back(hole.id + ", " + sizeOf(hole) + " in leg " + plate.id + " at " +
                                         length(hole.x));
        gone();
        return std::move(made);
    }

private:
    std::string length(double mm) const { return printMm(mm, reading); }
    std::string angle(const Bend& bend) const {
        return quantity::printDegrees(reading.bendAngle(bend.angleDeg));
    }
    std::string sizeOf(const Hole& hole) const {
        const std::string across = length(hole.diameter);
        return hole.length > 0 && hole.kind != Hole::Kind::Round ? across + " x " + length(hole.length)
                                                                 : across;
    }

    void become(const std::string& what, const std::string& now, const std::string& was) {
        made.changed.push_back(what + " " + now + (now == was ? "" : ", not " + was));
    }

    void stock() {
        if (after.stock.form != before.stock.form)
            made.changed.push_back(after.stock.form == StockForm::Bar ? "made of bar" : "made of sheet");
        if (after.stock.width != before.stock.width && after.stock.form == StockForm::Bar)
            become("the bar", length(after.stock.width) + " wide", length(before.stock.width));
        if (after.thickness != before.thickness)
            become("the stock", length(after.thickness) + " thick", length(before.thickness));
    }

    void compare(const Bend& was, const Bend& now) {
        if (was == now) return;
        if (was.angleDeg != now.angleDeg)
            become("bend " + now.id, angle(now), angle(was));
        else if (was.turn != now.turn)
            made.changed.push_back("bend " + now.id + " the other way");
        else
            made.changed.push_back("bend " + now.id);
    }

    void compare(const Plate& was, const Plate& now) {
        if (mainLength(was) != mainLength(now))
            return become("leg " + now.id, length(mainLength(now)), length(mainLength(was)));
        if (was.width != now.width && now.width)
            return become("leg " + now.id, length(*now.width) + " wide", was.width ? length(*was.width) : "");
        Plate same = was;
        same.holes = now.holes;
        if (!(same == now)) made.changed.push_back("leg " + now.id);
    }

    void compare(const Hole& was, const Hole& now) {
        if (was == now) return;
        if (was.fastener != now.fastener && now.fastener)
            return made.changed.push_back(now.id + " for " + hardware::nameOf(*now.fastener) + ", " +
                                          sizeOf(now));
        if (was.x != now.x) return become(now.id, "at " + length(now.x), length(was.x));
        if (was.diameter != now.diameter) return become(now.id, length(now.diameter), length(was.diameter));
        if (was.pattern != now.pattern && now.pattern) {
            const bool isGrid = now.pattern->kind == Pattern::Kind::Grid;
            const int count = now.pattern->count * (isGrid ? now.pattern->rows : 1);
            return made.changed.push_back(std::to_string(count) + " of " + now.id);
        }
        made.changed.push_back(now.id);
    }

    void gone() {
        for (const Bend& bend : before.bends)
            if (!after.findBend(bend.id)) made.takenOut.push_back("bend " + bend.id);
        for (const Plate& plate : before.plates)
            if (!after.findPlate(plate.id)) made.takenOut.push_back("leg " + plate.id);
        for (const Plate& plate : before.plates)
            for (const Hole& hole : plate.holes)
                if (!after.findHole(hole.id)) made.takenOut.push_back(hole.id);
    }

    const Job &before, &after;
    const quantity::Reading& reading;
    Outcome made;
};

} // namespace

Outcome outcomeOf(const Job& before, const Job& after, const quantity::Reading& reading) {
    return Comparison(before, after, reading).outcome();
}

std::string inWords(const Outcome& outcome) {
    constexpr size_t kNamed = 6;
    const auto named = [](std::vector<std::string> all) {
        if (all.size() <= kNamed) return listed(all);
        const size_t more = all.size() - kNamed + 1;
        all.resize(kNamed - 1);
        all.push_back(std::to_string(more) + " more");
        return listed(all);
    };
    std::vector<std::string> says;
    if (!outcome.added.empty()) says.push_back("adds " + named(outcome.added));
    if (!outcome.takenOut.empty()) says.push_back("takes out " + named(outcome.takenOut));
    if (!outcome.changed.empty()) says.push_back("makes " + named(outcome.changed));
    std::string all;
    for (const std::string& each : says)
        all += (all.empty() ? "" : "; ") + each;
    return all.empty() ? all : sentence(all);
}

} // namespace goodfold::edit
