#include "bench/log.h"

#include <algorithm>
#include <array>

namespace goodfold::bench {

namespace {

using Kind = Entry::Kind;

struct Row {
    Kind kind;
    std::string_view word;
    size_t count;
};
constexpr std::array kRows{
    Row{Kind::Done, "done", 1},      Row{Kind::Blank, "blank", 0},      Row{Kind::Thickness, "thickness", 0},
    Row{Kind::Hole, "hole", 1},      Row{Kind::Line, "line", 1},        Row{Kind::Pushed, "pushed", 1},
    Row{Kind::Angle, "angle", 1},    Row{Kind::Outside, "outside", 1},  Row{Kind::Inside, "inside", 1},
    Row{Kind::Across, "across", 2},  Row{Kind::Holes, "holes", 2},      Row{Kind::Place, "place", 2},
    Row{Kind::LineTo, "line-to", 1}, Row{Kind::AngleTo, "angle-to", 1}, Row{Kind::HoleTo, "hole-to", 1},
    Row{Kind::Filed, "filed", 1},    Row{Kind::Shim, "shim", 0}};

constexpr std::array<std::pair<Entry::How, std::string_view>, 8> kHows{{{Entry::How::Outer, "outer"},
                                                                        {Entry::How::Inner, "inner"},
                                                                        {Entry::How::Centres, "centres"},
                                                                        {Entry::How::Near, "near"},
                                                                        {Entry::How::Far, "far"},
                                                                        {Entry::How::Along, "along"},
                                                                        {Entry::How::Aside, "aside"},
                                                                        {Entry::How::Above, "above"}}};

const Row& rowOf(Kind kind) {
    return kRows[static_cast<size_t>(kind)];
}

} // namespace

bool isReading(Kind kind) {
    return kind != Kind::Done && kind < Kind::LineTo;
}

bool isAngle(Kind kind) {
    return kind == Kind::Pushed || kind == Kind::Angle || kind == Kind::AngleTo;
}

std::string_view wordOf(Kind kind) {
    return rowOf(kind).word;
}

std::optional<Kind> kindOf(std::string_view word) {
    for (const Row& row : kRows)
        if (row.word == word) return row.kind;
    return {};
}

size_t countOf(Kind kind) {
    return rowOf(kind).count;
}

std::optional<size_t> readingOf(const Log& log, const Entry& same) {
    std::optional<size_t> found;
    for (size_t i = 0; i < log.entries.size(); ++i) {
        const Entry& entry = log.entries[i];
        if (entry.kind == same.kind && entry.of == same.of && entry.how == same.how) found = i;
        const bool isAnew = !isReading(entry.kind) && entry.kind != Kind::Done &&
                            std::find_first_of(entry.of.begin(), entry.of.end(), same.of.begin(),
                                               same.of.end()) != entry.of.end();
        if (isAnew) found.reset();
    }
    return found;
}

bool isOfOpposite(const Log& log, const job::Job& job) {
    const job::Hand drawn = job.hand == job::Hand::Unsaid ? job::Hand::Left : job.hand;
    return job.oppositeHand && log.hand && *log.hand != drawn;
}

std::string_view wordOf(Entry::How how) {
    return kHows[static_cast<size_t>(how)].second;
}

std::optional<Entry::How> howOf(std::string_view word) {
    for (const auto& [how, is] : kHows)
        if (is == word) return how;
    return {};
}

} // namespace goodfold::bench
