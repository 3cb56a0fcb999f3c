// Entries of a logbook, made up: strips and vent stays of a glasshouse.
#pragma once

#include "store/logbook.h"

namespace goodfold::test {

inline learn::KeptBend keptBend(int number) {
    learn::KeptBend kept{store::newId(), store::now(), {}, "cut off the end of the bar", true};
    learn::TestBend& bend = kept.bend;
    bend.material = "steel-hot-rolled";
    bend.tool = number % 3 ? "vise" : "press";
    bend.batch = "bar " + std::to_string(number % 7);
    bend.width = 30;
    bend.thickness = 3;
    bend.strip = 100;
    bend.line = 37.5;
    bend.heldLeg = 42.3 + 0.01 * (number % 10);
    bend.freeLeg = 63.1;
    bend.pushedDeg = 91.5;
    bend.angleDeg = 89.5;
    bend.radius = 3.2;
    return kept;
}

inline learn::KeptPiece keptPiece(int number) {
    learn::KeptPiece kept;
    kept.id = store::newId();
    kept.at = store::now();
    kept.job = number % 5 ? "Vent stay" : "Gutter strap";
    kept.jobFile = "{\"name\": \"" + kept.job + "\", \"thickness\": 3}";
    kept.log.batch = "bar " + std::to_string(number % 7);
    kept.log.piece = number % 9 + 1;
    kept.log.hand = number % 2 ? job::Hand::Left : job::Hand::Right;
    kept.log.entries = {
        {bench::Entry::Kind::Done, {"1"}},
        {.kind = bench::Entry::Kind::Angle, .of = {"1"}, .value = 88.6},
        {.kind = bench::Entry::Kind::Outside, .of = {"A"}, .value = 62.5, .with = "calipers"}};
    kept.outcome = static_cast<learn::KeptPiece::Outcome>(number % 3);
    kept.minutes = 25;
    kept.note = number % 11 ? "" : "filed the far hole toward the ridge";
    return kept;
}

inline learn::Points taughtBy(int number) {
    return {{learn::What::K,
             "steel-hot-rolled",
             number % 3 ? "vise" : "press",
             "bar " + std::to_string(number % 7),
             {},
             1.07,
             0.42 + 0.001 * (number % 9),
             0.03},
            {learn::What::Cut, {}, {}, {}, "filed", 1, 0.1 * (number % 5) - 0.2, 0.1}};
}

} // namespace goodfold::test
