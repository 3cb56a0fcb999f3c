#include "bench/words.h"

#include "bench/leg.h"
#include "common/phrase.h"
#include "text/lineup_words.h"
#include "text/names.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <cmath>
#include <cstdio>

namespace goodfold::bench {

using Kind = Entry::Kind;
using How = Entry::How;
using quantity::printMm;

namespace {

/// To a tenth of a degree, as the job's angles are read.
std::string angleInWords(double deg, const quantity::Reading& reading) {
    std::array<char, 32> text{};
    std::snprintf(text.data(), text.size(), "%.1f°", reading.bendAngle(deg));
    return text.data();
}

/// "file h2 out": how it goes on within a sentence.
std::string uncapital(std::string words) {
    words[0] = static_cast<char>(std::tolower(static_cast<unsigned char>(words[0])));
    return words;
}

std::string figure(Kind kind, double value, const quantity::Reading& reading) {
    return isAngle(kind) ? angleInWords(value, reading) : printMm(value, reading);
}

} // namespace

std::string measureInWords(const Entry& entry) {
    const std::string of = entry.of.empty() ? "" : entry.of[0];
    switch (entry.kind) {
    case Kind::Blank:
        return "The blank's length";
    case Kind::Thickness:
        return "The stock's thickness";
    case Kind::Hole:
        return "Hole " + of + ", along the blank";
    case Kind::Line:
    case Kind::LineTo:
        return "Bend " + of + "'s line";
    case Kind::Pushed:
        return "Bend " + of + " under load";
    case Kind::Angle:
    case Kind::AngleTo:
        return "Bend " + of + "'s angle";
    case Kind::Outside:
        return "Leg " + of + ", outside";
    case Kind::Inside:
        return "Leg " + of + ", inside";
    case Kind::Across:
        return std::string(entry.how == How::Inner ? "Inside" : "Over all") + " of legs " + of + " and " +
               entry.of[1];
    case Kind::Holes:
        return (entry.how == How::Near  ? "Nearest rims of "
                : entry.how == How::Far ? "Farthest rims of "
                                        : "Centres of ") +
               of + " and " + entry.of[1];
    case Kind::Place:
        return of +
               (entry.how == How::Along   ? " along the leg from "
                : entry.how == How::Aside ? " to the left of "
                                          : " above ") +
               entry.of[1];
    case Kind::HoleTo:
    case Kind::Filed:
        return "Hole " + of;
    case Kind::Shim:
        return "The shim";
    case Kind::Done:
        return listed(entry.of);
    }
    return {};
}

std::string measureInWords(const Entry& entry, const part::Part& part, const Piece::Made& made) {
    if (entry.kind != Kind::Outside && entry.kind != Kind::Inside) return measureInWords(entry);
    const int plate = part.plateIndex(entry.of[0]);
    std::vector<std::string> bends, ends;
    for (const bool atStart : {true, false})
        if (const auto end = legEnd(part, plate, atStart, made); end && end->bend >= 0)
            bends.push_back("bend " + part.bends[static_cast<size_t>(end->bend)].id);
        else if (end)
            ends.push_back("the end of leg " + part.plates[static_cast<size_t>(end->plate)].id);
    const std::string side = entry.kind == Kind::Outside ? "outside" : "inside";
    if (bends.size() == 2) return "Over " + listed(bends) + ", " + side;
    if (bends.empty()) return "From end to end";
    return capital(bends[0]) + ", " + side + ", to " + ends[0];
}

std::string inWords(const Entry& entry, const quantity::Reading& reading) {
    if (entry.kind == Kind::Done) return sentence(measureInWords(entry) + " done");
    if (entry.kind == Kind::Filed)
        return measureInWords(entry) + " is filed out by " + printMm(entry.by.norm(), reading) + ".";
    if (entry.kind == Kind::Shim) return "A shim of " + printMm(entry.value, reading) + " lies under it.";
    if (entry.kind == Kind::HoleTo)
        return measureInWords(entry) + " is drilled " + printMm(entry.by.norm(), reading) + " off.";
    return measureInWords(entry) + (isReading(entry.kind) ? ": " : " goes to ") +
           figure(entry.kind, entry.value, reading);
}

std::string blankInWords(const Log& log, const part::Part& part, const quantity::Reading& reading) {
    constexpr double kAsPlanned = 0.2; // mm: less is how it is sawn
    const auto read = readingOf(log, {.kind = Kind::Blank});
    if (!read) return {};
    const double longer = log.entries[*read].value - part.blank.length;
    if (std::abs(longer) < kAsPlanned) return {};
    // Marks are counted from the one end; what is missing is missing at the other.
    const bool isAtEnd = part.datum == job::Edge::Start;
    const auto last = std::find_if(part.plates.begin(), part.plates.end(), [&](const part::PartPlate& plate) {
        const int index = part.plateIndex(plate.id);
        return isAtEnd ? part.hasFreeEnd(index) : part.hasFreeStart(index);
    });
    if (last == part.plates.end()) return {};
    const std::string by = printMm(std::abs(longer), reading);
    return "The blank is " + by + (longer < 0 ? " short: " : " long: ") + "leg " + last->id + " comes out " +
           by + (longer < 0 ? " shorter" : " longer") + ". What is marked from the " +
           std::string(text::nameOfEnd(part.datum)) + " stays where it is.";
}

std::string inWords(const Doubt& doubt, const Log& log, const quantity::Reading& reading) {
    const Entry& entry = log.entries[doubt.entry];
    std::string says = measureInWords(entry) + " reads " + figure(entry.kind, entry.value, reading) +
                       "; about " + figure(entry.kind, doubt.expected, reading) +
                       " was to be expected. It is not believed until you say that it is right.";
    if (doubt.likely) says += " Was it " + figure(entry.kind, *doubt.likely, reading) + "?";
    return says;
}

std::string inWords(const Left& left, const part::Part& part, const quantity::Reading& reading) {
    const std::string& id = part.bends[static_cast<size_t>(left.step->operation.bend)].id;
    std::string says;
    if (printMm(left.line, reading) != printMm(left.lineWas, reading))
        says += "Bend " + id + "'s line goes to " + printMm(left.line, reading) + "; it was at " +
                printMm(left.lineWas, reading) + ".";
    constexpr double kSeen = 0.05; // degrees
    if (std::abs(left.angle - left.angleWas) > kSeen)
        says += (says.empty() ? "" : " ") + std::string("Bend ") + id + " to " +
                angleInWords(left.angle, reading) + " instead of " + angleInWords(left.angleWas, reading) +
                ".";
    constexpr double kPushed = 0.25;
    if (std::abs(left.push - left.pushWas) > kPushed)
        says += (says.empty() ? "" : " ") + std::string("Push it to ") + angleInWords(left.push, reading) +
                ", was " + angleInWords(left.pushWas, reading) + ".";
    return says;
}

std::string inWords(const MovedHole& hole, const part::Part& part, const quantity::Reading& reading) {
    const part::PartHole& of = part.holes[static_cast<size_t>(hole.hole)];
    std::string says = "Hole " + of.id + " goes ";
    const std::string along = printMm(std::abs(hole.by.x()), reading);
    const std::string across = printMm(std::abs(hole.by.y()), reading);
    if (hole.by.x() != 0)
        says += along + (hole.by.x() > 0 ? " toward the far end of leg " : " toward the start of leg ") +
                part.plates[static_cast<size_t>(of.plate)].id;
    if (hole.by.x() != 0 && hole.by.y() != 0) says += " and ";
    if (hole.by.y() != 0)
        says += across + (hole.by.y() > 0 ? " toward its left edge" : " toward its right edge");
    return says + ".";
}

std::string inWords(const WayOut& way, const quantity::Reading& reading) {
    const std::string then = ": " + text::oddsInWords(way.odds) + ".";
    switch (way.kind) {
    case WayOut::Kind::DrillAfter:
        return "Drill " + way.hole + " once it is bent, measured where it then has to come" + then;
    case WayOut::Kind::Slot:
        return "Make " + way.hole + " a slot along its leg, " + printMm(WayOut::kLonger, reading) +
               " longer than wide" + then;
    case WayOut::Kind::BeginAgain:
        return "Begin again, with what this piece has told of the stock and the tool" + then;
    }
    return {};
}

std::string inWords(const Chart& chart, const quantity::Reading& reading) {
    const Kind kind = chart.accept.measure.kind;
    const double last = chart.values.back();
    const std::string what = measureInWords(chart.accept.measure) + " has changed: ";
    if (last >= chart.low && last <= chart.high)
        return what + "the last eight lie on one side of " + figure(kind, chart.mean, reading) +
               ". See whether the stop or the stock is another.";
    const double ends[] = {reading.bendAngle(chart.low), reading.bendAngle(chart.high)};
    const bool isTurned = isAngle(kind) && ends[0] > ends[1];
    return what + figure(kind, last, reading) + ", where the pieces lie within " +
           figure(kind, isTurned ? chart.high : chart.low, reading) + " to " +
           figure(kind, isTurned ? chart.low : chart.high, reading) +
           ". See whether the stop or the stock is another.";
}

std::string inWords(const Cannot& cannot, const lineup::Making& making, const quantity::Reading& reading) {
    std::string says = "Hole " + cannot.hole + " comes about " + printMm(cannot.off, reading) +
                       " off its bolt, which leaves it " + printMm(cannot.allowed, reading) + ".";
    if (cannot.by.empty()) return says + " Begin again with what was learned: nothing else saves it.";
    says += " Once it is bent, what helps most: " + uncapital(inWords(cannot.by[0], making, reading));
    says.pop_back();
    return says + ", for " + text::oddsInWords(cannot.by[0].odds) + ".";
}

std::string inWords(const Rework& rework, const lineup::Making& making, const quantity::Reading& reading) {
    switch (rework.kind) {
    case Rework::Kind::Nudge:
        return (rework.by > 0 ? "Close bend " : "Open bend ") + rework.of + " by " +
               angleInWords(std::abs(rework.by), quantity::Reading::millimetres()) + ".";
    case Rework::Kind::Shim:
        return "Put a shim of " + printMm(rework.by, reading) + " under leg " + rework.of + ".";
    case Rework::Kind::File:
        break;
    }
    const part::PartHole& hole = making.part.holes[static_cast<size_t>(making.part.holeIndex(rework.of))];
    const std::string& leg = making.part.plates[static_cast<size_t>(hole.plate)].id;
    const Vec2& toward = rework.toward;
    constexpr double kAslant = 0.38; // of the whole: 22 degrees
    std::vector<std::string> ways;
    if (std::abs(toward.x()) > kAslant)
        ways.push_back((toward.x() > 0 ? "the far end of leg " : "the start of leg ") + leg);
    if (std::abs(toward.y()) > kAslant)
        ways.push_back(toward.y() > 0 ? "the left edge of leg " + leg : "the right edge of leg " + leg);
    if (ways.size() == 2) ways[1] = toward.y() > 0 ? "its left edge" : "its right edge";
    return "File " + rework.of + " out by " + printMm(rework.by, reading) + " toward " + listed(ways) + ".";
}

} // namespace goodfold::bench
