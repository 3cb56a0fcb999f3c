#include "files/mount_members.h"

#include "files/clearance_members.h"
#include "files/line_up_members.h"

#include <algorithm>

namespace goodfold::files {

namespace {

using job::MountPoint;
using nlohmann::ordered_json;

constexpr Words<MountPoint::Kind, 4> kPointWords{{{"hole", MountPoint::Kind::Hole},
                                                  {"stud", MountPoint::Kind::Stud},
                                                  {"tapped", MountPoint::Kind::Tapped},
                                                  {"mark", MountPoint::Kind::Mark}}};

Vec3 vecFrom(const std::vector<double>& numbers) {
    return {numbers[0], numbers[1], numbers.size() > 2 ? numbers[2] : 0};
}

/// Three numbers, where they are stated.
std::optional<Vec3> maybeVec(Members& members, const std::string& key) {
    if (!members.has(key)) return {};
    const std::vector<double> three = members.numbers(key);
    if (three.size() != 3) members.fail("must hold three numbers", key);
    return vecFrom(three);
}

/// A place on the first face may leave its z away.
std::optional<Vec3> maybeSketch(Members& members) {
    if (!members.has("sketch")) return {};
    const std::vector<double> numbers = members.numbers("sketch");
    if (numbers.size() != 2 && numbers.size() != 3) members.fail("must hold two or three numbers", "sketch");
    return vecFrom(numbers);
}

std::optional<std::array<Vec3, 2>> maybeEnds(Members& members, const std::string& key) {
    if (!members.has(key)) return {};
    const json& ends = members.take(key);
    const auto isPlace = [](const json& place) {
        return place.is_array() && (place.size() == 2 || place.size() == 3) &&
               std::all_of(place.begin(), place.end(), [](const json& each) { return each.is_number(); });
    };
    if (!ends.is_array() || ends.size() != 2 || !isPlace(ends[0]) || !isPlace(ends[1]))
        members.fail("must hold two places", key);
    return std::array{vecFrom(ends[0].get<std::vector<double>>()),
                      vecFrom(ends[1].get<std::vector<double>>())};
}

/// Round: about a tube.
void readTube(Members& members, job::MountFace& face) {
    if (!members.choice("kind", Words<bool, 2>{{{"flat", false}, {"round", true}}}, false)) return;
    face.tube = members.number("diameter");
    face.along = maybeVec(members, "along");
}

job::MountFace faceFrom(Members& members) {
    job::MountFace face;
    face.id = members.text("id");
    readTube(members, face);
    if (members.has("of")) {
        Members of(members.take("of"), members.at("of"));
        face.of = otherFrom(of, "plate");
        of.refuseOthers();
    }
    face.at = maybeVec(members, "at");
    face.normal = maybeVec(members, "normal");
    if (members.has("sketch")) {
        Members sketch(members.take("sketch"), members.at("sketch"));
        face.sketchAt = maybeVec(sketch, "at");
        face.sketchNormal = maybeVec(sketch, "normal");
        face.sketchAlong = maybeVec(sketch, "along");
        sketch.refuseOthers();
    }
    face.kept = members.kept();
    return face;
}

MountPoint mountPointFrom(Members& members) {
    MountPoint point;
    point.id = members.text("id");
    point.face = members.text("face");
    point.kind = members.choice("kind", kPointWords, MountPoint::Kind::Hole);
    point.diameter = members.maybeNumber("diameter");
    if (const auto length = members.maybeNumber("length"))
        point.slot = {*length, maybeVec(members, "along").value_or(Vec3(1, 0, 0)),
                      members.maybeNumber("corner")};
    point.at = maybeVec(members, "at");
    point.axis = maybeVec(members, "axis");
    point.sigma = members.number("sigma", 0);
    point.sketch = maybeSketch(members);
    if (members.has("of")) {
        Members of(members.take("of"), members.at("of"));
        point.of = otherFrom(of, "hole");
        of.refuseOthers();
    }
    point.kept = members.kept();
    return point;
}

job::MountEdge edgeFrom(Members& members) {
    job::MountEdge edge;
    edge.id = members.text("id");
    edge.face = members.text("face");
    edge.at = maybeEnds(members, "at");
    edge.sketch = maybeEnds(members, "sketch");
    edge.kept = members.kept();
    return edge;
}

Reads readingFrom(Members& members) {
    Reads reading;
    reading.id = members.text("id");
    reading.kind = members.choice("kind", kReadingWords);
    reading.of = members.texts("of");
    reading.how = members.choice("how", kHowWords, Reads::How::Centres);
    reading.value = members.number("value");
    reading.over = members.number("over", Reads().over);
    reading.with = members.text("with", "");
    reading.sigma = members.maybeNumber("sigma");
    reading.isKept = members.flag("kept");
    reading.kept = members.kept();
    return reading;
}

/// Rows of a square matrix, one list of numbers each.
job::Neighbour neighbourFrom(Members& members) {
    job::Neighbour neighbour{members.text("job"), members.texts("points"), {}};
    const json& rows = members.take("covariance");
    const auto isRow = [](const json& row) {
        return row.is_array() &&
               std::all_of(row.begin(), row.end(), [](const json& each) { return each.is_number(); });
    };
    if (!rows.is_array() || !std::all_of(rows.begin(), rows.end(), isRow))
        members.fail("must hold rows of numbers", "covariance");
    for (const json& row : rows)
        for (const json& each : row)
            neighbour.covariance.push_back(each.get<double>());
    members.refuseOthers();
    return neighbour;
}

/// As it was read: without its z where that is nothing.
ordered_json sketchOf(const Vec3& place) {
    if (place.z() == 0) return {place.x(), place.y()};
    return vecOf(place);
}

ordered_json rowOf(const job::MountFace& face) {
    ordered_json row{{"id", face.id}};
    if (face.tube) row.update({{"kind", "round"}, {"diameter", *face.tube}});
    if (face.along) row["along"] = vecOf(*face.along);
    if (face.of) row["of"] = otherOf(*face.of, "plate");
    if (face.at) row["at"] = vecOf(*face.at);
    if (face.normal) row["normal"] = vecOf(*face.normal);
    if (face.sketchAt) row["sketch"]["at"] = vecOf(*face.sketchAt);
    if (face.sketchNormal) row["sketch"]["normal"] = vecOf(*face.sketchNormal);
    if (face.sketchAlong) row["sketch"]["along"] = vecOf(*face.sketchAlong);
    return row;
}

ordered_json rowOf(const MountPoint& point) {
    ordered_json row{{"id", point.id}, {"face", point.face}, {"kind", wordFor(kPointWords, point.kind)}};
    if (point.diameter) row["diameter"] = *point.diameter;
    if (point.slot) {
        row["length"] = point.slot->length;
        row["along"] = vecOf(point.slot->along);
        if (point.slot->corner) row["corner"] = *point.slot->corner;
    }
    if (point.at) row["at"] = vecOf(*point.at);
    if (point.axis) row["axis"] = vecOf(*point.axis);
    if (point.sigma != 0) row["sigma"] = point.sigma;
    if (point.sketch) row["sketch"] = sketchOf(*point.sketch);
    if (point.of) row["of"] = otherOf(*point.of, "hole");
    return row;
}

ordered_json rowOf(const job::MountEdge& edge) {
    ordered_json row{{"id", edge.id}, {"face", edge.face}};
    if (edge.at) row["at"] = {vecOf((*edge.at)[0]), vecOf((*edge.at)[1])};
    if (edge.sketch) row["sketch"] = {sketchOf((*edge.sketch)[0]), sketchOf((*edge.sketch)[1])};
    return row;
}

ordered_json rowOf(const Reads& reading) {
    ordered_json row{{"id", reading.id}, {"kind", wordFor(kReadingWords, reading.kind)}, {"of", reading.of}};
    if (reading.how != Reads::How::Centres) row["how"] = wordFor(kHowWords, reading.how);
    row["value"] = reading.value;
    using enum Reads::Kind;
    if (reading.kind == Rise || reading.kind == Plumb || reading.kind == Level) row["over"] = reading.over;
    if (!reading.with.empty()) row["with"] = reading.with;
    if (reading.sigma) row["sigma"] = *reading.sigma;
    if (reading.isKept) row["kept"] = true;
    return row;
}

ordered_json rowOf(const job::Clearance& clearance) {
    return clearanceRow(clearance);
}

ordered_json rowOf(const job::Neighbour& neighbour) {
    ordered_json row{{"job", neighbour.job}, {"points", neighbour.points}, {"covariance", json::array()}};
    const size_t rows = 3 * neighbour.points.size();
    for (size_t i = 0; i < rows; ++i) {
        const auto from = neighbour.covariance.begin() + static_cast<std::ptrdiff_t>(i * rows);
        row["covariance"].push_back(std::vector<double>(from, from + static_cast<std::ptrdiff_t>(rows)));
    }
    return row;
}

template <class Thing> void addRows(ordered_json& out, const char* key, const std::vector<Thing>& things) {
    for (const Thing& thing : things)
        addKept(out[key].emplace_back(rowOf(thing)), thing.kept);
}

} // namespace

job::OfOther otherFrom(Members& members, const char* what) {
    return {members.text("job"), members.text(what, ""),
            members.choice("side", Words<bool, 2>{{{"back", false}, {"face", true}}}, true)};
}

ordered_json otherOf(const job::OfOther& other, const char* what) {
    ordered_json out{{"job", other.job}};
    if (!other.id.empty()) out[what] = other.id;
    if (!other.onFace) out["side"] = "back";
    return out;
}

job::Mount mountFrom(Members& members) {
    job::Mount mount;
    if (members.has("faces")) mount.faces = members.list("faces", faceFrom);
    if (members.has("points")) mount.points = members.list("points", mountPointFrom);
    if (members.has("edges")) mount.edges = members.list("edges", edgeFrom);
    if (members.has("readings")) mount.readings = members.list("readings", readingFrom);
    if (members.has("clearances")) mount.clearances = members.list("clearances", clearanceFrom);
    if (members.has("others")) mount.neighbours = members.list("others", neighbourFrom);
    mount.kept = members.kept();
    return mount;
}

ordered_json mountOf(const job::Mount& mount) {
    ordered_json out{{"faces", ordered_json::array()}, {"points", ordered_json::array()}};
    addRows(out, "faces", mount.faces);
    addRows(out, "points", mount.points);
    addRows(out, "edges", mount.edges);
    addRows(out, "readings", mount.readings);
    addRows(out, "clearances", mount.clearances);
    for (const job::Neighbour& neighbour : mount.neighbours)
        out["others"].push_back(rowOf(neighbour));
    addKept(out, mount.kept);
    return out;
}

} // namespace goodfold::files
