#include "app/bracket/plate_cells.h"

#include "app/widgets/cell_maker.h"
#include "app/bracket/sheet_cells.h"
#include "part/driven.h"

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;
using job::Edge;
using job::Plate;

/// Makes the cells of one leg.
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
        made.lines.push_back(plate.joggle ? joggleLine() : measureLine());
        if (job.stock.form == job::StockForm::Sheet) addSheetLines(made, document, id);
        if (job.stock.form == job::StockForm::Bar) {
            if (edit::startIsFree(job, id)) addEnd(made, Edge::Start);
            if (edit::endIsFree(job, id)) addEnd(made, Edge::End);
        }
        return made;
    }

private:
    QString nameOf(const QString& what) const { return QObject::tr("%1 of leg %2").arg(what, text(id)); }

    template <class Set> Cell number(Kind kind, const QString& what, double value, Set set) {
        const QString name = nameOf(what);
        return valueCell(kind, name, value, [&doc = document, id = id, name, set](double typed) {
            return doc.change(name.left(1).toLower() + name.mid(1),
                              [&](job::Job& changed) { set(*changed.findPlate(id), typed); });
        });
    }

    Cell length() {
        return number(Kind::Length, QObject::tr("Length"), plate.length,
                      [](Plate& changed, double typed) { changed.length = typed; });
    }

    Cell joggleOffset() {
        return number(Kind::Length, QObject::tr("Offset"), plate.joggle->offset,
                      [](Plate& changed, double typed) { changed.joggle->offset = typed; });
    }

    Line joggleLine() {
        return {faint(QObject::tr("offset, over a length of")),
                number(Kind::Length, QObject::tr("Length of the joggle"), plate.joggle->length,
                       [](Plate& changed, double typed) { changed.joggle->length = typed; })};
    }

    /// How the length is meant: along the leg between two references, across it, or on the blank.
    Line measureLine() {
        enum { Along, Overall, Opening, Offset, OnBlank };
        QStringList ways{QObject::tr("along it"), QObject::tr("overall across"),
                         QObject::tr("opening across"), QObject::tr("offset across"),
                         QObject::tr("on the blank")};
        const bool across = job::standsBetweenParallels(job, plate);
        std::vector<int> offered{Along, OnBlank};
        if (across) offered.insert(offered.begin() + 1, {Overall, Opening, Offset});
        const int now = plate.flatFirst ? OnBlank : static_cast<int>(plate.measure);
        QStringList says;
        int chosen = 0;
        for (size_t i = 0; i < offered.size(); ++i) {
            says << ways[offered[i]];
            if (offered[i] == now) chosen = static_cast<int>(i);
        }
        Line line{choice(nameOf(QObject::tr("How the length is measured")), says, chosen,
                         [&doc = document, id = id, offered](int index) {
                             const int way = offered[static_cast<size_t>(index)];
                             const QString label = QObject::tr("how leg %1 is measured").arg(text(id));
                             if (way == OnBlank)
                                 return doc.apply(label,
                                                  edit::withFlatFirst(doc.job(), doc.material(), id, true));
                             return doc.apply(label, edit::withMeasure(doc.job(), doc.material(), id,
                                                                       static_cast<Plate::Measure>(way)));
                         })};
        if (now == Along) {
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
        line.push_back(
            choice(nameOf(what), {QObject::tr("outside"), QObject::tr("inside"), QObject::tr("tangent")},
                   static_cast<int>(now), [&doc = document, id = id, edge](int index) {
                       return doc.apply(QObject::tr("where leg %1 is measured to").arg(text(id)),
                                        edit::withDimensionTo(doc.job(), doc.material(), id, edge,
                                                              static_cast<job::DimensionTo>(index)));
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
        const bool isInHand = document.selected() == Element::plate(id);
        if (isPlain && !isInHand) return;
        const QString which = edge == Edge::Start ? QObject::tr("start") : QObject::tr("end");
        block.lines.push_back({faint(which), shapeChoice(edge, shape, end, which)});
        if (shape == Rounded || shape == Chamfered)
            block.lines.back().push_back(cornerSize(edge, shape, which));
        if (end.cutDeg == 0 && end.extra == 0 && !isInHand) return;
        Line more;
        if (shape != FullRound)
            more = {faint(QObject::tr("cut at")),
                    endFigure(Kind::Angle, edge, QObject::tr("Angle of the %1").arg(which), end,
                              &job::BarEnd::cutDeg)};
        more.push_back(faint(QObject::tr("left on")));
        more.push_back(endFigure(Kind::Length, edge, QObject::tr("Left on at the %1").arg(which), end,
                                 &job::BarEnd::extra));
        more.back().tip = QObject::tr("Extra length to hold or pull on; trimmed after bending");
        block.lines.push_back(std::move(more));
    }

    Cell shapeChoice(Edge edge, EndShape shape, const job::BarEnd& end, const QString& which) {
        return choice(nameOf(QObject::tr("Shape of the %1").arg(which)),
                      {QObject::tr("square"), QObject::tr("rounded"), QObject::tr("chamfered"),
                       QObject::tr("full round")},
                      shape, [&doc = document, id = id, edge, end](int index) {
                          const QString label = QObject::tr("shape of the end of %1").arg(text(id));
                          job::BarEnd changed = end;
                          changed.fullRound = index == FullRound;
                          if (changed.fullRound) changed.cutDeg = 0;
                          std::optional<job::CornerCut> cut;
                          const double usual = doc.job().units == quantity::Unit::Inch ? 25.4 / 4 : 5;
                          if (index == Rounded) cut = job::CornerCut{job::CornerCut::Kind::Round, usual};
                          if (index == Chamfered)
                              cut = job::CornerCut{job::CornerCut::Kind::Chamfer, usual};
                          const auto cornered = edit::withEndCorners(doc.job(), id, edge, cut);
                          if (!cornered) return doc.apply(label, cornered);
                          return doc.apply(label, edit::withEnd(cornered->job, id, edge, changed));
                      });
    }

    Cell cornerSize(Edge edge, EndShape shape, const QString& which) {
        const auto corner = edge == Edge::Start ? job::Corner::StartLeft : job::Corner::EndLeft;
        const job::CornerCut cut = plate.corners.at(corner);
        const QString what = shape == Rounded ? QObject::tr("Radius of the corners at the %1").arg(which)
                                              : QObject::tr("Chamfer of the corners at the %1").arg(which);
        return valueCell(
            Kind::Size, nameOf(what), cut.size, [&doc = document, id = id, edge, cut](double typed) {
                return doc.apply(QObject::tr("corners of %1").arg(text(id)),
                                 edit::withEndCorners(doc.job(), id, edge, job::CornerCut{cut.kind, typed}));
            });
    }

    Cell endFigure(Kind kind, Edge edge, const QString& what, const job::BarEnd& end,
                   double job::BarEnd::*member) {
        return valueCell(kind, nameOf(what), end.*member,
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
