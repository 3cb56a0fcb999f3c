// Edits of holes and of where they are measured from.
#include "edit/if_valid.h"
#include "part/fold.h"

#include <algorithm>

namespace goodfold::edit {

using namespace part;

std::string freshHoleId(const Job& job) {
    for (int n = 1;; ++n)
        if (!job.findHole("h" + std::to_string(n))) return "h" + std::to_string(n);
}

Result<Edited> withHole(Job job, const std::string& plate, Hole hole) {
    Plate* carrier = job.findPlate(plate);
    if (!carrier) return Error{"There is no leg \"" + plate + "\".", {}};
    if (startIsFree(job, plate))
        hole.xFrom = Hole::XFrom::Start;
    else if (endIsFree(job, plate))
        hole.xFrom = Hole::XFrom::End;
    else
        hole.xFrom = ownReference(job);
    hole.id = freshHoleId(job);
    const std::string id = hole.id;
    carrier->holes.push_back(std::move(hole));
    return ifValid({std::move(job), Element::hole(id)});
}

namespace {

/// Where a hole's centre lies in its plate's frame.
Vec2 centreInPlate(const Job& job, const material::Material& material, const std::string& id) {
    const Part part = solve(job, material);
    const PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(id))];
    return part.plates[static_cast<size_t>(hole.plate)].flatFromPlate.inverse() * hole.centreInFlat;
}

} // namespace

Result<Edited> withHoleXFrom(Job job, const material::Material& material, const std::string& id,
                             Hole::XFrom from, const std::string& fromHole) {
    Hole* hole = job.findHole(id);
    if (!hole) return Error{"There is no hole \"" + id + "\".", {}};
    const double wanted = centreInPlate(job, material, id).x();
    hole->x = 0;
    hole->formed.reset();
    hole->xFrom = from;
    hole->xFromHole = from == Hole::XFrom::Hole ? fromHole : std::string();
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    const double reference = centreInPlate(job, material, id).x();
    hole->x = from == Hole::XFrom::End ? reference - wanted : wanted - reference;
    return ifValid({std::move(job), Element::hole(id)});
}

Result<Edited> withHoleYFrom(Job job, const material::Material& material, const std::string& id,
                             Hole::YFrom from) {
    Hole* hole = job.findHole(id);
    if (!hole) return Error{"There is no hole \"" + id + "\".", {}};
    const double wanted = centreInPlate(job, material, id).y();
    hole->y = 0;
    hole->yFrom = from;
    const double reference = centreInPlate(job, material, id).y();
    hole->y = from == Hole::YFrom::Left ? reference - wanted : wanted - reference;
    return ifValid({std::move(job), Element::hole(id)});
}

namespace {

/// What a formed place's distance is as the part stands now.
double measuredNow(const Job& job, const material::Material& material, const std::string& id,
                   const FormedPlace& place) {
    const Part part = solve(job, material);
    const Folded folded = fold(part);
    const auto middle = [&](const std::string& hole) {
        const FormedHole at = formedHole(part, folded, part.holeIndex(hole));
        return Vec3(at.point + part.thickness / 2 * at.axis);
    };
    if (place.kind == FormedPlace::Kind::Straight) return (middle(id) - middle(place.of)).norm();
    const Pose3& rootFromFlat = folded.rootFromFlat[static_cast<size_t>(part.plateIndex(place.of))];
    const double height = (rootFromFlat.inverse() * middle(id)).z();
    return height > part.thickness / 2 ? height - part.thickness : -height;
}

} // namespace

Result<Edited> withFormedPlace(Job job, const material::Material& material, const std::string& id,
                               FormedPlace::Kind kind, const std::string& of) {
    if (!job.findHole(id)) return Error{"There is no hole \"" + id + "\".", {}};
    FormedPlace place{kind, of, 0};
    job.findHole(id)->formed = place;
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    if (kind != FormedPlace::Kind::Axis) {
        job.findHole(id)->formed.reset();
        place.distance = measuredNow(job, material, id, place);
        job.findHole(id)->formed = place;
    }
    return ifValid({std::move(job), Element::hole(id)});
}

} // namespace goodfold::edit
