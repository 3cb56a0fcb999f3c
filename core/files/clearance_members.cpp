#include "files/clearance_members.h"

#include "files/line_up_members.h"

namespace goodfold::files {

namespace {

using job::Clearance;
using Shape = Clearance::Shape;

constexpr Words<Shape, 3> kShapeWords{
    {{"box", Shape::Box}, {"cylinder", Shape::Cylinder}, {"plane", Shape::Plane}}};

Vec3 threeFrom(Members& members, const std::string& key) {
    if (!members.has(key)) members.fail("is missing", key);
    const std::vector<double> numbers = members.numbers(key);
    if (numbers.size() != 3) members.fail("must hold three numbers", key);
    return {numbers[0], numbers[1], numbers[2]};
}

Clearance::Swing swingFrom(Members& members) {
    return {threeFrom(members, "at"), threeFrom(members, "axis"), members.number("by")};
}

} // namespace

Clearance clearanceFrom(Members& members) {
    Clearance clearance;
    clearance.id = members.text("id");
    clearance.shape = members.choice("shape", kShapeWords);
    clearance.at = threeFrom(members, "at");
    if (clearance.shape == Shape::Box) {
        clearance.size = threeFrom(members, "size");
        clearance.turnedDeg = members.number("turned", 0);
    } else if (clearance.shape == Shape::Cylinder) {
        clearance.to = threeFrom(members, "to");
        clearance.diameter = members.number("diameter");
    } else {
        clearance.normal = threeFrom(members, "normal");
    }
    clearance.keep = members.number("keep", 0);
    if (members.has("slides")) clearance.slides = threeFrom(members, "slides");
    if (members.has("swings")) clearance.swings = members.own("swings", swingFrom);
    clearance.kept = members.kept();
    return clearance;
}

ordered_json clearanceRow(const Clearance& clearance) {
    ordered_json row{
        {"id", clearance.id}, {"shape", wordFor(kShapeWords, clearance.shape)}, {"at", vecOf(clearance.at)}};
    if (clearance.shape == Shape::Box) {
        row["size"] = vecOf(clearance.size);
        if (clearance.turnedDeg != 0) row["turned"] = clearance.turnedDeg;
    } else if (clearance.shape == Shape::Cylinder) {
        row["to"] = vecOf(clearance.to);
        row["diameter"] = clearance.diameter;
    } else {
        row["normal"] = vecOf(clearance.normal);
    }
    if (clearance.keep != 0) row["keep"] = clearance.keep;
    if (clearance.slides) row["slides"] = vecOf(*clearance.slides);
    if (const auto& swings = clearance.swings)
        row["swings"] = {{"at", vecOf(swings->at)}, {"axis", vecOf(swings->axis)}, {"by", swings->byDeg}};
    return row;
}

} // namespace goodfold::files
