#include "app/bracket/hole_cells.h"

#include "app/bracket/fastener_cells.h"
#include "app/bracket/holes_alike.h"
#include "app/widgets/cell_maker.h"
#include "common/phrase.h"
#include "edit/edit.h"
#include "job/hole_kinds.h"
#include "quantity/whole.h"

#include <algorithm>
#include <cmath>

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;
using job::FormedPlace;
using job::Hole;
using job::Pattern;

/// Where a hole's place may be counted from: what is shown and what it means.
struct From {
    QString says;
    Hole::XFrom from = Hole::XFrom::Start;
    std::string of = {};
    std::optional<FormedPlace::Kind> formed = {};
    bool operator==(const From&) const = default;

    /// "start", "outside", "h2", "formed.plate.B", "formed.axis.h2".
    QString key() const {
        if (formed)
            return QStringLiteral("formed.%1.%2")
                .arg(*formed == FormedPlace::Kind::Plate      ? QStringLiteral("plate")
                     : *formed == FormedPlace::Kind::Straight ? QStringLiteral("straight")
                                                              : QStringLiteral("axis"),
                     text(of));
        switch (from) {
        case Hole::XFrom::Outside:
            return QStringLiteral("outside");
        case Hole::XFrom::Inside:
            return QStringLiteral("inside");
        case Hole::XFrom::Tangent:
            return QStringLiteral("tangent");
        case Hole::XFrom::Start:
            return QStringLiteral("start");
        case Hole::XFrom::End:
            return QStringLiteral("end");
        case Hole::XFrom::Hole:
            return text(of);
        }
        return {};
    }
};

class HoleLines {
public:
    HoleLines(Document& document, const std::string& id)
        : document(document), job(document.job()), hole(*job.findHole(id)), id(id),
          make(document, QStringLiteral("hole.%1").arg(text(id)), QObject::tr("of hole %1").arg(text(id)),
               [&document, id](job::Job& changed) { return holesAlike(document, id, changed); }),
          inHand(document.selected() == Element::hole(id)) {}

    Block block() {
        Block made{Element::hole(id), 30, 0, {}};
        made.lines.push_back(shapeLine());
        if (inHand) addOthers(made);
        addShapeFigures(made);
        made.lines.push_back(placeLine());
        if (hole.pattern) addPattern(made);
        if (hole.fastener || inHand) addFastenerLines(made, document, id);
        if (hole.afterBending || hole.isThere || inHand) made.lines.push_back(whenLine());
        return made;
    }

private:
    void addOthers(Block& block) const {
        std::vector<std::string> others = holesAlike(document, id);
        others.erase(others.begin());
        if (!others.empty())
            block.lines.push_back(
                {wrapped(QObject::tr("what is typed here goes for %1 too").arg(text(listed(others))),
                         Cell::Look::Faint)});
    }

    // ---- shape --------------------------------------------------------------------------------------------
    static QString shown(std::string_view says) {
        return QString::fromUtf8(says.data(), static_cast<qsizetype>(says.size()));
    }

    Cell figureCell(Kind kind, const QString& key, const QString& what, double Hole::*member) const {
        return make.number(kind, key, what, hole.*member,
                           [member](Hole& changed, double typed) { changed.*member = typed; });
    }

    void addFigure(Line& line, const job::HoleFigure& figure) const {
        line.push_back(faint(shown(figure.before)));
        line.push_back(figureCell(figure.isAngle ? Kind::Angle : Kind::Size, shown(figure.key),
                                  shown(figure.name), figure.value));
    }

    void addTurn(Line& line) const {
        line.push_back(faint(QObject::tr("turned")));
        line.push_back(figureCell(Kind::Angle, QStringLiteral("angle"),
                                  QObject::tr("Turned from the leg's direction"), &Hole::angleDeg));
    }

    /// Kind and width, and what stands beside the width.
    Line shapeLine() const {
        const job::HoleKind& row = job::rowOf(hole.kind);
        std::vector<OptionOf<Hole::Kind>> kinds;
        for (const job::HoleKind& each : job::holeKinds())
            kinds.push_back({shown(each.key), each.kind, shown(each.sign)});
        Line line{words(text(id)),
                  make.oneOf(QStringLiteral("kind"), QObject::tr("Kind"), kinds, hole.kind,
                             [](Hole& changed, Hole::Kind kind) { job::makeKind(changed, kind); })};
        if (!row.diameter.empty())
            line.push_back(
                figureCell(Kind::Size, QStringLiteral("diameter"), shown(row.diameter), &Hole::diameter));
        for (const job::HoleFigure& figure : row.figures)
            if (figure.isBesideWidth) addFigure(line, figure);
        if (fitsOneLine(row)) addTurn(line);
        return line;
    }

    static bool fitsOneLine(const job::HoleKind& row) {
        return !row.figures.empty() && std::all_of(row.figures.begin(), row.figures.end(),
                                                   [](const auto& figure) { return figure.isBesideWidth; });
    }

    void addShapeFigures(Block& block) const {
        const job::HoleKind& row = job::rowOf(hole.kind);
        if (!row.canBeTurned || fitsOneLine(row)) return;
        if (hole.kind == Hole::Kind::CutOut) addOutline(block);
        Line line;
        for (const job::HoleFigure& figure : row.figures)
            if (!figure.isBesideWidth) addFigure(line, figure);
        addTurn(line);
        block.lines.push_back(std::move(line));
    }

    void addOutline(Block& block) const {
        for (size_t i = 0; i < hole.outline.size(); ++i) {
            if (!inHand) break;
            const QString which = QObject::tr("of point %1").arg(i + 1);
            const auto cell = [&](const char* key, const QString& what, double value, auto member) {
                return make.number(
                    Kind::Length, QStringLiteral("point.%1.%2").arg(i + 1).arg(QLatin1String(key)),
                    QStringLiteral("%1 %2").arg(what, which), value,
                    [i, member](Hole& changed, double typed) { member(changed.outline[i]) = typed; });
            };
            using Point = job::OutlinePoint;
            const Point& point = hole.outline[i];
            block.lines.push_back(
                {cell("along", QObject::tr("Along"), point.at.x(),
                      [](Point& p) -> double& { return p.at.x(); }),
                 faint(QObject::tr("left")),
                 cell("left", QObject::tr("Left"), point.at.y(),
                      [](Point& p) -> double& { return p.at.y(); }),
                 faint(QObject::tr("bow")),
                 cell("bow", QObject::tr("Bow"), point.bow, [](Point& p) -> double& { return p.bow; }),
                 faint(QObject::tr("R")),
                 cell("round", QObject::tr("Round"), point.round,
                      [](Point& p) -> double& { return p.round; }),
                 press(
                     QStringLiteral("+"),
                     make.who(QStringLiteral("point.%1.add").arg(i + 1),
                              QObject::tr("Add a point after point %1").arg(i + 1)),
                     [&doc = document, id = id, i] {
                         return doc.change(QObject::tr("outline of %1").arg(text(id)),
                                           [&](job::Job& changed) {
                                               auto& points = changed.findHole(id)->outline;
                                               const job::OutlinePoint next = points[(i + 1) % points.size()];
                                               points.insert(points.begin() + static_cast<long>(i) + 1,
                                                             {Vec2((points[i].at + next.at) / 2), 0, 0});
                                           });
                     },
                     Cell::Look::Link),
                 press(
                     QStringLiteral("×"),
                     make.who(QStringLiteral("point.%1.remove").arg(i + 1),
                              QObject::tr("Remove point %1").arg(i + 1)),
                     [&doc = document, id = id, i] {
                         return doc.change(QObject::tr("outline of %1").arg(text(id)),
                                           [&](job::Job& changed) {
                                               auto& points = changed.findHole(id)->outline;
                                               points.erase(points.begin() + static_cast<long>(i));
                                           });
                     },
                     Cell::Look::Link)});
        }
    }

    // ---- place --------------------------------------------------------------------------------------------
    std::vector<From> places() const {
        using XFrom = Hole::XFrom;
        const job::Plate& plate = *job.plateOfHole(id);
        std::vector<From> all;
        if (edit::startIsFree(job, plate.id))
            all.push_back({QObject::tr("start"), XFrom::Start});
        else
            for (const auto& [says, from] : {std::pair{QObject::tr("outside"), XFrom::Outside},
                                             {QObject::tr("inside"), XFrom::Inside},
                                             {QObject::tr("tangent"), XFrom::Tangent}})
                all.push_back({says, from});
        if (edit::endIsFree(job, plate.id)) all.push_back({QObject::tr("end"), XFrom::End});
        for (const std::string& other : neighbours(plate))
            all.push_back({text(other), XFrom::Hole, other});
        addFormedPlaces(all, plate);
        return all;
    }

    /// Other holes of its own leg: those about it in the list, and the one it is measured from. A menu of all
    /// of two thousand helps nobody, and there is one for each hole.
    std::vector<std::string> neighbours(const job::Plate& plate) const {
        constexpr std::ptrdiff_t kAbout = 15;
        const auto own = std::find_if(plate.holes.begin(), plate.holes.end(),
                                      [&](const Hole& each) { return each.id == id; });
        const auto first = own - std::min(kAbout, own - plate.holes.begin());
        const auto last = own + std::min(kAbout, plate.holes.end() - own - 1) + 1;
        std::vector<std::string> about;
        for (auto other = first; other != last; ++other)
            if (other != own) about.push_back(other->id);
        if (hole.xFrom == Hole::XFrom::Hole &&
            std::find(about.begin(), about.end(), hole.xFromHole) == about.end())
            about.push_back(hole.xFromHole);
        return about;
    }

    /// Measured in the formed part: from other legs and their holes. Few, or the list has no end.
    void addFormedPlaces(std::vector<From>& all, const job::Plate& own) const {
        constexpr size_t kMost = 24;
        for (const job::Plate& plate : job.plates) {
            if (plate.id == own.id || all.size() > kMost) continue;
            all.push_back(
                {QObject::tr("leg %1, formed").arg(text(plate.id)), {}, plate.id, FormedPlace::Kind::Plate});
            for (const Hole& other : plate.holes) {
                if (all.size() > kMost) break;
                all.push_back({QObject::tr("%1, straight across").arg(text(other.id)),
                               {},
                               other.id,
                               FormedPlace::Kind::Straight});
                all.push_back({QObject::tr("%1, on its axis").arg(text(other.id)),
                               {},
                               other.id,
                               FormedPlace::Kind::Axis});
            }
        }
        if (!hole.formed) return;
        const bool isThere =
            std::any_of(all.begin(), all.end(), [&](const From& from) { return isNow(from); });
        if (!isThere) all.push_back({text(hole.formed->of), {}, hole.formed->of, hole.formed->kind});
    }

    bool isNow(const From& from) const {
        if (hole.formed) return from.formed == hole.formed->kind && from.of == hole.formed->of;
        return !from.formed && from.from == hole.xFrom && from.of == hole.xFromHole;
    }

    Cell fromChoice() const {
        std::vector<OptionOf<From>> options;
        for (const From& place : places())
            options.push_back({place.key(), place, QObject::tr("from %1").arg(place.says)});
        const auto now = std::find_if(options.begin(), options.end(),
                                      [&](const auto& option) { return isNow(option.value); });
        return choiceOf(
            make.who(QStringLiteral("x-from"), QObject::tr("Where the distance along counts from")), options,
            now == options.end() ? From{} : now->value, [&doc = document, id = id](const From& place) {
                const QString label = QObject::tr("where %1 counts from").arg(text(id));
                if (place.formed)
                    return doc.apply(
                        label, edit::withFormedPlace(doc.job(), doc.material(), id, *place.formed, place.of));
                return doc.apply(label,
                                 edit::withHoleXFrom(doc.job(), doc.material(), id, place.from, place.of));
            });
    }

    Line placeLine() const {
        const bool onAxis = hole.formed && hole.formed->kind == FormedPlace::Kind::Axis;
        Line line;
        if (hole.formed && !onAxis)
            line.push_back(
                make.number(Kind::Length, QStringLiteral("formed.distance"),
                            QObject::tr("Distance in the formed part"), hole.formed->distance,
                            [](Hole& changed, double typed) { changed.formed->distance = typed; }));
        else if (!hole.formed)
            line.push_back(make.number(Kind::Length, QStringLiteral("x"),
                                       QObject::tr("Distance along the leg"), hole.x,
                                       [](Hole& changed, double typed) { changed.x = typed; }));
        line.push_back(fromChoice());
        if (onAxis) return line;
        line.push_back(make.number(Kind::Length, QStringLiteral("y"), QObject::tr("Distance across the leg"),
                                   hole.y, [](Hole& changed, double typed) { changed.y = typed; }));
        line.push_back(
            choiceOf(make.who(QStringLiteral("y-from"), QObject::tr("Where the distance across counts from")),
                     std::vector<OptionOf<Hole::YFrom>>{
                         {QStringLiteral("right"), Hole::YFrom::Right, QObject::tr("from right")},
                         {QStringLiteral("left"), Hole::YFrom::Left, QObject::tr("from left")},
                         {QStringLiteral("centre"), Hole::YFrom::Centre, QObject::tr("off centre")}},
                     hole.yFrom, [&doc = document, id = id](Hole::YFrom from) {
                         return doc.apply(QObject::tr("where %1 counts from").arg(text(id)),
                                          edit::withHoleYFrom(doc.job(), doc.material(), id, from));
                     }));
        return line;
    }

    // ---- pattern ------------------------------------------------------------------------------------------
    void addPattern(Block& block) const {
        const Pattern& pattern = *hole.pattern;
        using PatternKind = Pattern::Kind;
        const auto count = [&](const char* key, const QString& what, int Pattern::*member) {
            return make.number(Kind::Number, QLatin1String(key), what, pattern.*member,
                               [member](Hole& changed, double typed) {
                                   (*changed.pattern).*member = quantity::wholeFrom(typed);
                               });
        };
        const auto length = [&](const char* key, const QString& what, double Pattern::*member,
                                Kind kind = Kind::Length) {
            return make.number(kind, QLatin1String(key), what, pattern.*member,
                               [member](Hole& changed, double typed) { (*changed.pattern).*member = typed; });
        };
        Line first{patternChoice(pattern.kind)};
        if (pattern.kind == PatternKind::Mirror) {
            first.push_back(mirrorChoice(pattern));
            block.lines.push_back(std::move(first));
            return;
        }
        first.push_back(count("pattern.count", QObject::tr("Holes in the pattern"), &Pattern::count));
        const bool isCircle = pattern.kind == PatternKind::Circle;
        first.push_back(faint(isCircle ? QObject::tr("on ø") : QObject::tr("every")));
        first.push_back(isCircle ? length("pattern.diameter", QObject::tr("Circle"), &Pattern::diameter)
                                 : length("pattern.pitch", QObject::tr("Pitch"), &Pattern::pitch));
        first.push_back(faint(QObject::tr("at")));
        first.push_back(length("pattern.angle", QObject::tr("Direction of the pattern"), &Pattern::angleDeg,
                               Kind::Angle));
        block.lines.push_back(std::move(first));
        if (pattern.kind == PatternKind::Grid)
            block.lines.push_back(
                {faint(QObject::tr("in")), count("pattern.rows", QObject::tr("Rows"), &Pattern::rows),
                 faint(QObject::tr("rows every")),
                 length("pattern.row-pitch", QObject::tr("Row pitch"), &Pattern::rowPitch)});
    }

    Cell patternChoice(Pattern::Kind now) const {
        using Kinds = std::optional<Pattern::Kind>;
        return make.oneOf(QStringLiteral("pattern"), QObject::tr("Pattern"),
                          std::vector<OptionOf<Kinds>>{
                              {QStringLiteral("row"), Pattern::Kind::Row, QObject::tr("row of")},
                              {QStringLiteral("grid"), Pattern::Kind::Grid, QObject::tr("grid of")},
                              {QStringLiteral("circle"), Pattern::Kind::Circle, QObject::tr("circle of")},
                              {QStringLiteral("mirror"), Pattern::Kind::Mirror, QObject::tr("mirrored")},
                              {QStringLiteral("once"), Kinds(), QObject::tr("once")}},
                          Kinds(now), [](Hole& changed, const Kinds& kind) {
                              if (kind)
                                  changed.pattern->kind = *kind;
                              else
                                  changed.pattern.reset();
                          });
    }

    Cell mirrorChoice(const Pattern& pattern) const {
        using Over = std::pair<bool, bool>; // across, lengthwise
        return make.oneOf(
            QStringLiteral("pattern.mirror"), QObject::tr("Mirrored over"),
            std::vector<OptionOf<Over>>{
                {QStringLiteral("across"), Over(true, false), QObject::tr("the centreline")},
                {QStringLiteral("lengthwise"), Over(false, true), QObject::tr("the middle of its length")},
                {QStringLiteral("both"), Over(true, true), QObject::tr("both")}},
            Over(pattern.across, pattern.lengthwise), [](Hole& changed, const Over& over) {
                changed.pattern->across = over.first;
                changed.pattern->lengthwise = over.second;
            });
    }

    enum class Made { InBlank, After, Already };
    Line whenLine() const {
        return {faint(QObject::tr("made")),
                make.oneOf(QStringLiteral("when"), QObject::tr("When it is made"),
                           std::vector<OptionOf<Made>>{
                               {QStringLiteral("blank"), Made::InBlank, QObject::tr("in the blank")},
                               {QStringLiteral("after"), Made::After, QObject::tr("after bending")},
                               {QStringLiteral("there"), Made::Already, QObject::tr("already")}},
                           hole.isThere        ? Made::Already
                           : hole.afterBending ? Made::After
                                               : Made::InBlank,
                           [](Hole& changed, Made made) {
                               changed.isThere = made == Made::Already;
                               changed.afterBending = made == Made::After;
                               changed.throughMount = false;
                           })};
    }

    Document& document;
    const job::Job& job;
    const Hole& hole;
    std::string id;
    CellMaker<std::function<std::vector<Hole*>(job::Job&)>> make;
    bool inHand;
};

} // namespace

Block holeBlock(Document& document, const std::string& id) {
    return HoleLines(document, id).block();
}

} // namespace goodfold::app
