// What a line may begin with: one function a command, and the table of them.
#include "edit/edit_sheet.h"
#include "edit/entry_line.h"
#include "job/hole_kinds.h"

#include <algorithm>

namespace goodfold::edit {

using namespace part;

namespace {

Result<Edited> enterBend(const Line& line) {
    Bend bend;
    bend.turn = line.turn();
    double plateLength = newLegLength(line.job), radius = -1;
    if (auto wrong = readArguments(line, {{"", &bend.angleDeg, &Line::bendAngle},
                                          {"r", &radius, &Line::length},
                                          {"lean", &bend.skewDeg, &Line::angle},
                                          {"long", &plateLength, &Line::length}}))
        return *std::move(wrong);
    if (line.has("r")) bend.insideRadius = radius;
    if (!line.isSheet() && (line.has("on") || line.has("wide") || line.has("at")))
        return Error{"A bar goes on at the end of a leg; other edges need sheet.", {}};
    if (!line.isSheet())
        return withBendAtEnd(line.job, line.plateWithFreeEnd(), std::move(bend), plateLength);
    double width = 0;
    if (auto wrong =
            readArguments(line, {{"wide", &width, &Line::length}, {"at", &bend.offset, &Line::length}}))
        return *std::move(wrong);
    const auto edge = line.edge();
    if (!edge) return edge.error();
    bend.edge = *edge;
    return withFlange(line.job, line.plateId(), std::move(bend), plateLength,
                      line.has("wide") ? std::optional(width) : std::nullopt);
}

Result<Edited> enterHem(const Line& line) {
    Hem hem;
    if (line.job.units == quantity::Unit::Inch) hem = {Hem::Kind::Closed, 25.4 * 3 / 8, 25.4 / 16};
    if (line.has("open")) hem.kind = Hem::Kind::Open;
    if (line.has("rolled")) hem.kind = Hem::Kind::Rolled;
    if (!line.has("") && hem.kind != Hem::Kind::Rolled) return Error{"A hem has a length.", {}};
    // "open" and "rolled" may go without a figure.
    const char* gap = line.has("open") ? "open" : "rolled";
    const bool saysGap = line.has(gap) && !line.said.at(gap).empty();
    if (line.has(""))
        if (auto wrong = readArguments(line, {{"", &hem.length, &Line::length}})) return *std::move(wrong);
    if (saysGap)
        if (auto wrong = readArguments(line, {{gap, &hem.gap, &Line::length}})) return *std::move(wrong);
    const auto edge = line.edge();
    if (!edge) return edge.error();
    return withHem(line.job, line.isSheet() ? line.plateId() : line.plateWithFreeEnd(), *edge, hem,
                   line.turn());
}

Result<Edited> enterWrap(const Line& line, Wrap::Kind kind) {
    Wrap wrap{kind, 0, 0};
    double ear = firstPlateLength(line.job.units) / 2;
    if (!line.has("")) return Error{"It goes round a pipe of some diameter.", {}};
    if (auto wrong = readArguments(line, {{"", &wrap.pipe, &Line::length},
                                          {"gap", &wrap.gap, &Line::length},
                                          {"ear", &ear, &Line::length}}))
        return *std::move(wrong);
    return withWrap(line.job, line.isSheet() ? line.plateId() : line.plateWithFreeEnd(), wrap, ear,
                    line.turn());
}

Result<Edited> enterJoggle(const Line& line) {
    if (!line.has("") || !line.has("over")) return Error{"A joggle has an offset and a length.", {}};
    Joggle joggle;
    double plateLength = newLegLength(line.job);
    if (auto wrong = readArguments(line, {{"", &joggle.offset, &Line::length},
                                          {"over", &joggle.length, &Line::length},
                                          {"long", &plateLength, &Line::length}}))
        return *std::move(wrong);
    return withJoggle(line.job, line.plateWithFreeEnd(), joggle, line.turn(), plateLength);
}

/// What the words name goes through it.
Result<Hole> fittedTo(const Line& line, Hole hole, const std::string& words) {
    const auto fastener = hardware::parseFastener(words, line.book);
    if (!fastener) return Error{fastener.error().says, words};
    auto fitted = hardware::fitted(std::move(hole), *fastener, line.book);
    if (!fitted) return Error{fitted.error().says, words};
    return fitted;
}

/// "12", "12 m6 close", "1 3/16 #10": how far, and what goes through it.
std::optional<Error> readPlace(const Line& line, Hole& hole) {
    const std::vector<std::string> words = wordsOf(line.words(""));
    for (size_t count = words.size(); count > 0; --count) {
        const std::string rest = joined(words, count, words.size());
        const auto x = line.lengthFrom(joined(words, 0, count));
        if (!x) continue;
        hole.x = *x;
        if (rest.empty()) return {};
        auto fitted = fittedTo(line, hole, rest);
        if (!fitted) return fitted.error();
        hole = *std::move(fitted);
        return {};
    }
    return line.length("").error();
}

/// The leg stays in hand, so that the next line can add another hole or the next bend.
Result<Edited> placed(const Line& line, Hole hole) {
    auto edited = withHole(line.job, line.plateId(), std::move(hole));
    if (!edited) return edited;
    return Edited{edited->job, Element::plate(line.plateId())};
}

Hole usualHole(const Job& job) {
    Hole hole;
    const bool inches = job.units == quantity::Unit::Inch;
    if (inches) hole.diameter = quantity::Length::inches(17.0 / 64).mm();
    hole.x = inches ? 25.4 / 2 : 12;
    return hole;
}

Result<Edited> enterHole(const Line& line) {
    Hole hole = usualHole(line.job);
    if (auto wrong = readPlace(line, hole)) return *std::move(wrong);
    if (line.has("for")) {
        auto fitted = fittedTo(line, std::move(hole), line.words("for"));
        if (!fitted) return fitted.error();
        hole = *std::move(fitted);
    }
    if (auto wrong = readArguments(line, {{"d", &hole.diameter, &Line::length},
                                          {"y", &hole.y, &Line::length},
                                          {"long", &hole.length, &Line::length},
                                          {"turn", &hole.angleDeg, &Line::angle}}))
        return *std::move(wrong);
    if (line.has("long")) hole.kind = Hole::Kind::Slot;
    return placed(line, std::move(hole));
}

/// "slot 7 x 20 at 30", its width first as a drill makes it.
Result<Edited> enterSlot(const Line& line, Hole::Kind kind) {
    Hole hole = usualHole(line.job);
    job::makeKind(hole, kind);
    if (!line.has("") || !line.has("x")) return Error{"It has two sizes.", line.words("")};
    if (auto wrong = readArguments(line, {{"", &hole.diameter, &Line::length},
                                          {"x", &hole.length, &Line::length},
                                          {"at", &hole.x, &Line::length},
                                          {"y", &hole.y, &Line::length},
                                          {"turn", &hole.angleDeg, &Line::angle}}))
        return *std::move(wrong);
    if (kind == Hole::Kind::Slot && hole.length < hole.diameter) std::swap(hole.length, hole.diameter);
    return placed(line, std::move(hole));
}

/// The hole in hand again and again.
Result<Edited> enterPattern(const Line& line, Pattern::Kind kind) {
    const Hole* hole =
        line.selected.kind == Element::Kind::Hole ? line.job.findHole(line.selected.id) : nullptr;
    if (!hole) return Error{"Choose the hole first that is to be repeated.", {}};
    Pattern pattern;
    pattern.kind = kind;
    if (!line.has("")) return Error{"Say how many.", {}};
    const auto count = line.count("");
    if (!count) return count.error();
    pattern.count = *count;
    if (line.has("rows")) {
        const auto rows = line.count("rows");
        if (!rows) return rows.error();
        pattern.rows = *rows;
    }
    if (auto wrong = readArguments(line, {{"by", &pattern.pitch, &Line::length},
                                          {"apart", &pattern.rowPitch, &Line::length},
                                          {"across", &pattern.diameter, &Line::length},
                                          {"turn", &pattern.angleDeg, &Line::angle}}))
        return *std::move(wrong);
    Job job = line.job;
    job.findHole(hole->id)->pattern = pattern;
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return Edited{std::move(job), line.selected};
}

Result<Edited> enterMeasure(const Line& line, Plate::Measure measure, bool flatFirst) {
    const auto length = line.length("");
    if (!length) return length.error();
    Job job = line.job;
    Plate& plate = *job.findPlate(line.plateId());
    plate.length = *length;
    plate.measure = measure;
    plate.flatFirst = flatFirst;
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return Edited{std::move(job), Element::plate(line.plateId())};
}

Result<Edited> enterCorners(const Line& line, CornerCut::Kind kind) {
    if (!line.has("") && kind == CornerCut::Kind::Round) {
        const auto ends = line.job.findPlate(line.plateId())->ends;
        const auto own = ends.find(line.freeEdge());
        BarEnd end = own == ends.end() ? BarEnd{} : own->second;
        end.fullRound = true;
        return withEnd(line.job, line.plateId(), line.freeEdge(), end);
    }
    const auto size = line.length("");
    if (!size) return size.error();
    return withEndCorners(line.job, line.plateId(), line.freeEdge(), CornerCut{kind, *size});
}

Result<Edited> enterEnd(const Line& line, double BarEnd::*member, bool isAngle) {
    const auto value = isAngle ? line.angle("") : line.length("");
    if (!value) return value.error();
    const auto& ends = line.job.findPlate(line.plateId())->ends;
    const auto own = ends.find(line.freeEdge());
    BarEnd end = own == ends.end() ? BarEnd{} : own->second;
    end.*member = *value;
    return withEnd(line.job, line.plateId(), line.freeEdge(), end);
}

/// Of a bar the stock's, of sheet that of the leg in hand.
Result<Edited> enterWidth(const Line& line) {
    const auto width = line.length("");
    if (!width) return width.error();
    if (line.isSheet()) return withWidth(line.job, line.plateId(), *width);
    Job job = line.job;
    job.stock.width = *width;
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return Edited{std::move(job), line.selected};
}

Result<Edited> enterThickness(const Line& line) {
    const auto thickness = line.length("");
    if (!thickness) return thickness.error();
    Job job = line.job;
    job.thickness = *thickness;
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return Edited{std::move(job), line.selected};
}

} // namespace

Result<Edited> enterFastener(const Line& line, const Fastener& fastener) {
    if (line.selected.kind == Element::Kind::Hole && !line.has("at")) {
        Job job = line.job;
        const auto fitted = hardware::fitted(*job.findHole(line.selected.id), fastener, line.book);
        if (!fitted) return fitted.error();
        *job.findHole(line.selected.id) = *fitted;
        if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
        return Edited{std::move(job), line.selected};
    }
    const auto fitted = hardware::fitted(usualHole(line.job), fastener, line.book);
    if (!fitted) return fitted.error();
    Hole hole = *fitted;
    if (auto wrong = readArguments(line, {{"at", &hole.x, &Line::length}, {"y", &hole.y, &Line::length}}))
        return *std::move(wrong);
    return placed(line, std::move(hole));
}

Result<Edited> enterStock(const Line& line, const std::string& first, const std::string& second) {
    const auto one = line.lengthFrom(first), other = line.lengthFrom(second);
    if (!one) return one.error();
    if (!other) return other.error();
    Job job = line.job;
    if (line.isSheet()) {
        Plate& root = *job.findPlate(job.root().id);
        root.length = *one;
        root.width = *other;
    } else {
        job.stock.width = std::max(*one, *other);
        job.thickness = std::min(*one, *other);
    }
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return Edited{std::move(job), line.selected};
}

const std::vector<Command>& commands() {
    using Measure = Plate::Measure;
    using Kind = Hole::Kind;
    static const std::vector<Command> all{
        {{"b", "bend"},
         {"away", "toward", "towards", "r", "lean", "long", "on", "wide", "at"},
         enterBend,
         "b 90 away long 40",
         "b 90 away long 1 1/2",
         "a bend on the free end, away from you or toward you, and a leg after it; r 3 its inside radius, "
         "lean 12 "
         "from square; on sheet also: on left, wide 30, at 10 along the edge"},
        {{"h", "hole"},
         {"d", "y", "long", "turn", "for"},
         enterHole,
         "h 12 d 9",
         "h 1/2 d 3/8",
         "a hole 12 from the free end, 9 across; h 12 m6 for an M6 bolt; y 4 off the middle, long 10 a slot, "
         "turn 90"},
        {{"slot"},
         {"x", "at", "y", "turn"},
         [](const Line& line) { return enterSlot(line, Kind::Slot); },
         "slot 7 x 20 at 30",
         "slot 1/4 x 3/4 at 1",
         "a slot 7 wide and 20 long, its middle 30 from the free end"},
        {{"rectangle", "square"},
         {"x", "at", "y", "turn"},
         [](const Line& line) { return enterSlot(line, Kind::Rectangle); },
         "rectangle 20 x 30 at 40",
         "rectangle 3/4 x 1 at 1 1/2",
         "a square hole, 20 wide and 30 long"},
        {{"row"},
         {"by", "turn"},
         [](const Line& line) { return enterPattern(line, Pattern::Kind::Row); },
         "row 4 by 20",
         "row 4 by 3/4",
         "the hole in hand four times, 20 apart; turn 90 across the leg"},
        {{"grid"},
         {"by", "rows", "apart", "turn"},
         [](const Line& line) { return enterPattern(line, Pattern::Kind::Grid); },
         "grid 3 by 20 rows 2 apart 15",
         "grid 3 by 3/4 rows 2 apart 1/2",
         "the hole in hand in rows"},
        {{"circle"},
         {"across", "turn"},
         [](const Line& line) { return enterPattern(line, Pattern::Kind::Circle); },
         "circle 6 across 40",
         "circle 6 across 1 1/2",
         "the hole in hand six times round a circle 40 across"},
        {{"j", "joggle"},
         {"over", "away", "toward", "towards", "long"},
         enterJoggle,
         "j 6 over 24 away",
         "j 1/4 over 1 away",
         "a joggle: offset by 6 within 24, and a leg after it"},
        {{"hem"},
         {"away", "toward", "towards", "on", "open", "rolled"},
         enterHem,
         "hem 8",
         "hem 3/8",
         "an edge folded back; hem 8 open 2 leaves a gap, hem rolled 6 rolls it; on sheet also: on left"},
        {{"strap"},
         {"away", "toward", "towards", "gap", "ear"},
         [](const Line& line) { return enterWrap(line, Wrap::Kind::Strap); },
         "strap 60 gap 8 ear 25",
         "strap 2 3/8 gap 1/4 ear 1",
         "round a pipe 60 across, its ears side by side"},
        {{"saddle"},
         {"away", "toward", "towards", "gap", "ear"},
         [](const Line& line) { return enterWrap(line, Wrap::Kind::Saddle); },
         "saddle 48 gap 2 ear 25",
         "saddle 1 7/8 gap 1/16 ear 1",
         "over a pipe, its feet flat on what the pipe lies on"},
        {{"w", "width", "wide"},
         {},
         enterWidth,
         "w 25",
         "w 1",
         "the bar's width; on sheet that of the leg in hand"},
        {{"t", "thick", "thickness"}, {}, enterThickness, "t 3", "t 1/8", "the stock's thickness"},
        {{"overall"},
         {},
         [](const Line& line) { return enterMeasure(line, Measure::Overall, false); },
         "overall 60",
         "overall 2 3/8",
         "what the leg in hand measures across, outside to outside"},
        {{"opening"},
         {},
         [](const Line& line) { return enterMeasure(line, Measure::Opening, false); },
         "opening 57",
         "opening 2 1/4",
         "the same, inside to inside"},
        {{"offset"},
         {},
         [](const Line& line) { return enterMeasure(line, Measure::Offset, false); },
         "offset 20",
         "offset 3/4",
         "the same, from face to face"},
        {{"flat"},
         {},
         [](const Line& line) { return enterMeasure(line, Measure::Along, true); },
         "flat 46.2",
         "flat 1 13/16",
         "the leg's length on the blank, from bend line to bend line"},
        {{"round"},
         {},
         [](const Line& line) { return enterCorners(line, CornerCut::Kind::Round); },
         "round 5",
         "round 3/16",
         "both corners of the free end round; round alone makes a full round"},
        {{"chamfer"},
         {},
         [](const Line& line) { return enterCorners(line, CornerCut::Kind::Chamfer); },
         "chamfer 3",
         "chamfer 1/8",
         "both corners of the free end cut"},
        {{"cut"},
         {},
         [](const Line& line) { return enterEnd(line, &BarEnd::cutDeg, true); },
         "cut 15",
         "cut 15",
         "the free end cut at 15 degrees from square"},
        {{"extra"},
         {},
         [](const Line& line) { return enterEnd(line, &BarEnd::extra, false); },
         "extra 100",
         "extra 4",
         "left on the free end to pull on, and trimmed after"}};
    return all;
}

} // namespace goodfold::edit
