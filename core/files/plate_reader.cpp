#include "files/plate_reader.h"

namespace goodfold::files {

namespace {

job::OutlinePoint outlinePointFrom(Members& members) {
    const job::OutlinePoint point{
        {members.number("x"), members.number("y")}, members.number("bow", 0), members.number("round", 0)};
    members.refuseOthers();
    return point;
}

/// The figures that its kind has.
void readShape(Members& members, job::Hole& hole) {
    for (const job::HoleFigure& figure : job::rowOf(hole.kind).figures) {
        const std::string key(figure.key);
        hole.*figure.value = figure.mayBeLeftOut ? members.number(key, 0) : members.number(key);
    }
    if (hole.kind == job::Hole::Kind::CutOut) hole.outline = members.list("outline", outlinePointFrom);
    hole.angleDeg = members.number("angle", 0);
}

job::Pattern patternFrom(Members& members) {
    job::Pattern pattern;
    pattern.kind = members.choice("kind", kPatternWords);
    pattern.across = members.has("across") ? members.flag("across") : pattern.across;
    pattern.lengthwise = members.flag("lengthwise");
    pattern.count = members.whole("count", pattern.count);
    pattern.rows = members.whole("rows", pattern.rows);
    pattern.pitch = members.number("pitch", pattern.pitch);
    pattern.rowPitch = members.number("row_pitch", pattern.rowPitch);
    pattern.diameter = members.number("diameter", pattern.diameter);
    pattern.angleDeg = members.number("angle", 0);
    return pattern;
}

job::FormedPlace formedFrom(Members& members) {
    const job::FormedPlace::Kind kind = members.choice("place", kFormedWords);
    return {kind, members.text("of"), kind == job::FormedPlace::Kind::Axis ? 0 : members.number("distance")};
}

job::Countersink countersinkFrom(Members& members) {
    return {members.number("diameter"), members.number("angle", 90), members.flag("on_back")};
}

job::Fastener fastenerFrom(Members& members) {
    job::Fastener fastener;
    fastener.use = members.choice("use", kUseWords);
    fastener.size = members.text("size");
    fastener.fit = members.choice("fit", kFitWords, fastener.fit);
    fastener.head = members.choice("head", kHeadWords, fastener.head);
    fastener.family = members.text("family", "");
    fastener.clamps = members.number("clamps", 0);
    fastener.washers = members.whole("washers", fastener.washers);
    fastener.headOnBack = members.flag("head_on_back");
    return fastener;
}

/// "after_bending": true, or "through-mount".
void readWhenDrilled(Members& members, job::Hole& hole) {
    if (!members.has("after_bending")) return;
    const json& said = members.take("after_bending");
    hole.throughMount = said == "through-mount";
    if (!hole.throughMount && !said.is_boolean())
        members.fail("must be true, false or \"through-mount\"", "after_bending");
    hole.afterBending = hole.throughMount || said.get<bool>();
}

job::Hole holeFrom(Members& members) {
    job::Hole hole;
    hole.id = members.text("id");
    hole.kind = members.choice("kind", holeWords(), job::Hole::Kind::Round);
    hole.diameter = members.number("diameter");
    readShape(members, hole);
    hole.x = members.number("x", 0);
    if (members.has("x_from")) {
        const std::string from = members.text("x_from");
        const auto word = std::find_if(kXFromWords.begin(), kXFromWords.end(),
                                       [&](const auto& w) { return w.first == from; });
        hole.xFrom = word == kXFromWords.end() ? job::Hole::XFrom::Hole : word->second;
        if (hole.xFrom == job::Hole::XFrom::Hole) hole.xFromHole = from;
    }
    hole.y = members.number("y", 0);
    hole.yFrom = members.choice("y_from", kYFromWords, job::Hole::YFrom::Centre);
    if (members.has("formed")) hole.formed = members.own("formed", formedFrom);
    if (members.has("pattern")) hole.pattern = members.own("pattern", patternFrom);
    if (members.has("countersink")) hole.countersink = members.own("countersink", countersinkFrom);
    if (members.has("fastener")) hole.fastener = members.own("fastener", fastenerFrom);
    hole.isThere = members.flag("there");
    readWhenDrilled(members, hole);
    hole.kept = members.kept();
    return hole;
}

job::CornerCut cornerFrom(Members& members) {
    const bool isRound = members.has("round");
    const job::CornerCut cut{isRound ? job::CornerCut::Kind::Round : job::CornerCut::Kind::Chamfer,
                             members.number(isRound ? "round" : "chamfer")};
    return cut;
}

job::BarEnd endFrom(Members& members) {
    const job::BarEnd end{members.number("cut", 0), members.flag("full_round"), members.number("extra", 0)};
    return end;
}

job::Joggle joggleFrom(Members& members) {
    const job::Joggle joggle{members.number("offset"), members.number("length")};
    return joggle;
}

job::FreeEdge freeEdgeFrom(Members& members) {
    return {members.number("bow", 0), members.list("points", outlinePointFrom)};
}

job::CornerJoint jointFrom(Members& members) {
    job::CornerJoint joint;
    joint.kind = members.choice("kind", kCornerJointWords);
    joint.gap = members.number("gap", 0);
    joint.tabOn = members.choice("tab_on", kEdgeWords, joint.tabOn);
    joint.tabOutside = members.flag("tab_outside");
    return joint;
}

job::Relief reliefFrom(Members& members) {
    return {members.choice("kind", kReliefWords), members.maybeNumber("width"), members.maybeNumber("depth")};
}

job::Wrap wrapFrom(Members& members) {
    return {members.choice("kind", kWrapWords), members.number("pipe"), members.number("gap", 0)};
}

/// What only a sheet's plate has.
void readSheetShape(Members& members, job::Plate& plate) {
    members.each("inset", kSideWords, [&](job::Edge edge, Members& own, const std::string& key) {
        plate.inset[edge] = own.number(key);
    });
    members.each("shoulder", kSideWords, [&](job::Edge edge, Members& own, const std::string& key) {
        plate.shoulder[edge] = own.number(key);
    });
    members.each("edges", kEdgeWords, [&](job::Edge edge, Members& own, const std::string& key) {
        plate.edges[edge] = own.own(key, freeEdgeFrom);
    });
    for (const job::Edge edge : members.choices("rest_outside", kEdgeWords))
        plate.restOutside.insert(edge);
    members.each("meets", kCornerWords, [&](job::Corner corner, Members& own, const std::string& key) {
        plate.cornerJoints[corner] = own.own(key, jointFrom);
    });
}

} // namespace

ReadPlate plateFrom(Members& members) {
    ReadPlate read;
    read.plate.id = members.text("id");
    if (members.has("joggle")) read.plate.joggle = members.own("joggle", joggleFrom);
    // Of a joggle, and beside a bend over a pipe, it follows.
    read.plate.length = members.number("length", 0);
    read.plate.measure = members.choice("measure", kMeasureWords, job::Plate::Measure::Along);
    read.plate.flatFirst = members.flag("flat_first");
    members.each("dimension_to", kEndWords, [&](job::Edge edge, Members& own, const std::string& key) {
        read.plate.dimensionTo[edge] = own.choice(key, kDimensionWords);
    });
    members.each("corners", kCornerWords, [&](job::Corner corner, Members& own, const std::string& key) {
        read.plate.corners[corner] = own.own(key, cornerFrom);
    });
    members.each("ends", kEndWords, [&](job::Edge edge, Members& own, const std::string& key) {
        read.plate.ends[edge] = own.own(key, endFrom);
    });
    readSheetShape(members, read.plate);
    read.plate.width = members.maybeNumber("width");
    if (members.has("holes"))
        read.plate.holes = members.list("holes", [&](Members& hole) {
            read.holeSaysXFrom.push_back(hole.has("x_from"));
            return holeFrom(hole);
        });
    read.plate.kept = members.kept();
    return read;
}

job::Bend bendFrom(Members& members) {
    job::Bend bend;
    bend.id = members.text("id");
    bend.from = members.text("from");
    bend.edge = members.choice("edge", kEdgeWords, job::Edge::End);
    bend.to = members.text("to");
    bend.angleDeg = members.number("angle", kNoAngle);
    bend.turn = members.choice("turn", kTurnWords);
    bend.skewDeg = members.number("skew", 0);
    bend.offset = members.number("offset", 0);
    bend.insideRadius = members.maybeNumber("inside_radius");
    bend.k = members.maybeNumber("k");
    if (members.has("relief")) bend.relief = members.own("relief", reliefFrom);
    if (members.has("wrap")) bend.wrap = members.own("wrap", wrapFrom);
    bend.bumps = members.whole("hits", 1);
    bend.tool = members.text("tool", "");
    if (members.has("die"))
        bend.die = members.own("die", [](Members& die) {
            return job::DieChoice{die.number("opening"), die.flag("bottomed")};
        });
    bend.holds = members.choice("holds", kHoldsWords, job::Holds::Either);
    bend.kept = members.kept();
    return bend;
}

} // namespace goodfold::files
