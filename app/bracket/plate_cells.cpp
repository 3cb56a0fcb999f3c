#include "app/bracket/plate_cells.h"

#include "app/bracket/sheet_cells.h"
#include "app/widgets/cell_maker.h"
#include "part/driven.h"

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;
using job::Edge;
using job::Plate;

/// Makes the cells of one leg: a line, and what is not as usual about it; all of it in hand.
class PlateCells {
public:
    PlateCells(Document& document, const std::string& id)
        : document(document), job(document.job()), plate(*job.findPlate(id)), id(id) {}

    Block block() {
        Block made{Element::plate(id), 0, 4, {}};
        Cell badge;
        badge.kind = Cell::Kind::Badge;
        badge.about = Element::plate(id);
        if (job::isBesideWrap(job, plate)) {
            const double straight =
                document.part().plates[static_cast<size_t>(document.part().plateIndex(id))].length;
            made.lines.push_back(
                {badge, faint(QObject::tr("leads round the pipe, %1 straight")
                                  .arg(ValueField::shown(document, Kind::Length, straight, false)))});
            return made;
        }
        Cell main = plate.joggle ? joggleOffset() : length();
        main.look = Cell::Look::Large;
        main.pushed = true;
        made.lines.push_back({badge, words(plate.joggle ? QObject::tr("joggle") : QObject::tr("leg")), main});
        if (plate.joggle)
            made.lines.push_back(joggleLine());
        else if (isInHand() || isMeasuredItsOwnWay())
            made.lines.push_back(measureLine());
        if (job.stock.form == job::StockForm::Sheet) addSheetLines(made, document, id);
        if (job.stock.form == job::StockForm::Bar) {
            if (edit::startIsFree(job, id)) addEnd(made, Edge::Start);
            if (edit::endIsFree(job, id)) addEnd(made, Edge::End);
        }
        return made;
    }

private:
    CellName who(const QString& key, const QString& what) const {
        return {QStringLiteral("leg.%1.%2").arg(text(id), key),
                QObject::tr("%1 of leg %2").arg(what, text(id))};
    }

    template <class Set> Cell number(Kind kind, const char* key, const QString& what, double value, Set set) {
        const CellName own = who(QLatin1String(key), what);
        return valueCell(kind, own, value, [&doc = document, id = id, name = own.name, set](double typed) {
            return doc.change(name.left(1).toLower() + name.mid(1),
                              [&](job::Job& changed) { set(*changed.findPlate(id), typed); });
        });
    }

    Cell length() {
        return number(Kind::Length, "length", QObject::tr("Length"), plate.length,
                      [](Plate& changed, double typed) { changed.length = typed; });
    }

    Cell joggleOffset() {
        return number(Kind::Length, "joggle.offset", QObject::tr("Offset"), plate.joggle->offset,
                      [](Plate& changed, double typed) { changed.joggle->offset = typed; });
    }

    bool isInHand() const { return document.selected() == Element::plate(id); }
    bool isMeasuredItsOwnWay() const {
        return plate.flatFirst || plate.measure != Plate::Measure::Along || !plate.dimensionTo.empty();
    }

    Line joggleLine() {
        return {faint(QObject::tr("offset, over a length of")),
                number(Kind::Length, "joggle.length", QObject::tr("Length of the joggle"),
                       plate.joggle->length,
                       [](Plate& changed, double typed) { changed.joggle->length = typed; })};
    }

    /// How the length is meant: along the leg between two references, across it, or on the blank.
    Line measureLine() {
        using Measure = Plate::Measure;
        using Way = std::optional<Measure>; // none: on the blank
        std::vector<OptionOf<Way>> ways{{QStringLiteral("along"), Measure::Along, QObject::tr("along it")}};
        if (job::standsBetweenParallels(job, plate)) {
            ways.push_back({QStringLiteral("overall"), Measure::Overall, QObject::tr("overall across")});
            ways.push_back({QStringLiteral("opening"), Measure::Opening, QObject::tr("opening across")});
            ways.push_back({QStringLiteral("offset"), Measure::Offset, QObject::tr("offset across")});
        }
        ways.push_back({QStringLiteral("blank"), Way(), QObject::tr("on the blank")});
        Way now; // g++ 12 takes a conditional for uninitialized
        if (!plate.flatFirst) now = plate.measure;
        Line line{choiceOf(who(QStringLiteral("measure"), QObject::tr("How the length is measured")), ways,
                           now, [&doc = document, id = id](const Way& way) {
                               const QString label = QObject::tr("how leg %1 is measured").arg(text(id));
                               return doc.apply(
                                   label, way ? edit::withMeasure(doc.job(), doc.material(), id, *way)
                                              : edit::withFlatFirst(doc.job(), doc.material(), id, true));
                           })};
        if (!plate.flatFirst && plate.measure == Measure::Along) {
            addReference(line, Edge::Start);
            line.push_back(faint(QObject::tr("to")));
            addReference(line, Edge::End);
        } else {
            const int index = document.part().plateIndex(id);
            const double made = part::lengthTo(document.part(), index, job::DimensionTo::Outside);
            line.push_back(faint(
                QObject::tr("makes %1 outside").arg(ValueField::shown(document, Kind::Length, made, false))));
        }
        return line;
    }

    void addReference(Line& line, Edge edge) {
        const bool isBent = edge == Edge::End ? !edit::endIsFree(job, id) : !edit::startIsFree(job, id);
        if (!isBent) return line.push_back(faint(QObject::tr("end")));
        const auto own = plate.dimensionTo.find(edge);
        const auto now = own == plate.dimensionTo.end() ? job.dimensionTo : own->second;
        const QString what = edge == Edge::Start ? QObject::tr("Where the length begins")
                                                 : QObject::tr("Where the length ends");
        using To = job::DimensionTo;
        line.push_back(choiceOf(
            who(edge == Edge::Start ? QStringLiteral("from") : QStringLiteral("to"), what),
            std::vector<OptionOf<To>>{{QStringLiteral("outside"), To::Outside, QObject::tr("outside")},
                                      {QStringLiteral("inside"), To::Inside, QObject::tr("inside")},
                                      {QStringLiteral("tangent"), To::Tangent, QObject::tr("tangent")}},
            now, [&doc = document, id = id, edge](To to) {
                return doc.apply(QObject::tr("where leg %1 is measured to").arg(text(id)),
                                 edit::withDimensionTo(doc.job(), doc.material(), id, edge, to));
            }));
    }

    // A free end: square, or cut in one of these ways; at an angle; longer by what is trimmed later.
    enum EndShape { Square, Rounded, Chamfered, FullRound };

    static EndShape endShapeOf(const Plate& plate, Edge edge) {
        const auto end = plate.ends.find(edge);
        if (end != plate.ends.end() && end->second.fullRound) return FullRound;
        const auto corner =
            plate.corners.find(edge == Edge::Start ? job::Corner::StartLeft : job::Corner::EndLeft);
        if (corner == plate.corners.end()) return Square;
        return corner->second.kind == job::CornerCut::Kind::Round ? Rounded : Chamfered;
    }

    void addEnd(Block& block, Edge edge) {
        const auto found = plate.ends.find(edge);
        const job::BarEnd end = found == plate.ends.end() ? job::BarEnd{} : found->second;
        const EndShape shape = endShapeOf(plate, edge);
        const bool isPlain = end == job::BarEnd{} && shape == Square;
        if (isPlain && !isInHand()) return;
        const QString which = edge == Edge::Start ? QObject::tr("start") : QObject::tr("end");
        block.lines.push_back({faint(which), shapeChoice(edge, shape, end, which)});
        if (shape == Rounded || shape == Chamfered)
            block.lines.back().push_back(cornerSize(edge, shape, which));
        if (end.cutDeg == 0 && end.extra == 0 && !isInHand()) return;
        Line more;
        if (shape != FullRound)
            more = {faint(QObject::tr("cut at")),
                    endFigure(Kind::Angle, edge, "cut", QObject::tr("Angle of the %1").arg(which), end,
                              &job::BarEnd::cutDeg)};
        more.push_back(faint(QObject::tr("left on")));
        more.push_back(endFigure(Kind::Length, edge, "extra", QObject::tr("Left on at the %1").arg(which),
                                 end, &job::BarEnd::extra));
        more.back().tip = QObject::tr("Extra length to hold or pull on; trimmed after bending");
        block.lines.push_back(std::move(more));
    }

    Cell shapeChoice(Edge edge, EndShape shape, const job::BarEnd& end, const QString& which) {
        return choiceOf(who(endKey(edge, "shape"), QObject::tr("Shape of the %1").arg(which)),
                        std::vector<OptionOf<EndShape>>{
                            {QStringLiteral("square"), Square, QObject::tr("square")},
                            {QStringLiteral("round"), Rounded, QObject::tr("rounded")},
                            {QStringLiteral("chamfer"), Chamfered, QObject::tr("chamfered")},
                            {QStringLiteral("full-round"), FullRound, QObject::tr("full round")}},
                        shape, [&doc = document, id = id, edge, end](EndShape wanted) {
                            const QString label = QObject::tr("shape of the end of %1").arg(text(id));
                            job::BarEnd changed = end;
                            changed.fullRound = wanted == FullRound;
                            if (changed.fullRound) changed.cutDeg = 0;
                            std::optional<job::CornerCut> cut;
                            const double usual = doc.job().units == quantity::Unit::Inch ? 25.4 / 4 : 5;
                            if (wanted == Rounded) cut = job::CornerCut{job::CornerCut::Kind::Round, usual};
                            if (wanted == Chamfered)
                                cut = job::CornerCut{job::CornerCut::Kind::Chamfer, usual};
                            const auto cornered = edit::withEndCorners(doc.job(), id, edge, cut);
                            if (!cornered) return doc.apply(label, cornered);
                            return doc.apply(label, edit::withEnd(cornered->job, id, edge, changed));
                        });
    }

    static QString endKey(Edge edge, const char* key) {
        return QStringLiteral("%1.%2").arg(
            edge == Edge::Start ? QStringLiteral("start") : QStringLiteral("end"), QLatin1String(key));
    }

    Cell cornerSize(Edge edge, EndShape shape, const QString& which) {
        const auto corner = edge == Edge::Start ? job::Corner::StartLeft : job::Corner::EndLeft;
        const job::CornerCut cut = plate.corners.at(corner);
        const QString what = shape == Rounded ? QObject::tr("Radius of the corners at the %1").arg(which)
                                              : QObject::tr("Chamfer of the corners at the %1").arg(which);
        return valueCell(Kind::Size, who(endKey(edge, "corners"), what), cut.size,
                         [&doc = document, id = id, edge, cut](double typed) {
                             return doc.apply(
                                 QObject::tr("corners of %1").arg(text(id)),
                                 edit::withEndCorners(doc.job(), id, edge, job::CornerCut{cut.kind, typed}));
                         });
    }

    Cell endFigure(Kind kind, Edge edge, const char* key, const QString& what, const job::BarEnd& end,
                   double job::BarEnd::*member) {
        return valueCell(kind, who(endKey(edge, key), what), end.*member,
                         [&doc = document, id = id, edge, end, member](double typed) {
                             job::BarEnd changed = end;
                             changed.*member = typed;
                             return doc.apply(QObject::tr("end of %1").arg(text(id)),
                                              edit::withEnd(doc.job(), id, edge, changed));
                         });
    }

    Document& document;
    const job::Job& job;
    const Plate& plate;
    std::string id;
};

} // namespace

Block plateBlock(Document& document, const std::string& id) {
    return PlateCells(document, id).block();
}

} // namespace goodfold::app
