#include "job/hole.h"

namespace goodfold::job {

int countOf(const Hole& hole) {
    if (!hole.pattern) return 1;
    switch (hole.pattern->kind) {
    case Pattern::Kind::Row:
    case Pattern::Kind::Circle:
        return hole.pattern->count;
    case Pattern::Kind::Grid:
        return hole.pattern->count * hole.pattern->rows;
    case Pattern::Kind::Mirror:
        return (hole.pattern->across ? 2 : 1) * (hole.pattern->lengthwise ? 2 : 1);
    }
    return 1;
}

std::string nameOf(Hole::Kind kind) {
    switch (kind) {
    case Hole::Kind::Round:
        return "round";
    case Hole::Kind::Slot:
        return "slot";
    case Hole::Kind::ArcSlot:
        return "arc slot";
    case Hole::Kind::Rectangle:
        return "rectangle";
    case Hole::Kind::D:
        return "D";
    case Hole::Kind::Key:
        return "key";
    case Hole::Kind::CutOut:
        return "cut-out";
    }
    return {};
}

} // namespace goodfold::job
