#include "app/bracket/sheet_cells.h"

#include "app/bracket/edge_names.h"
#include "app/widgets/cell_maker.h"
#include "edit/edit_sheet.h"
#include "part/driven.h"
#include "part/sheet_corners.h"

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;
using job::Corner;
using job::Edge;
using job::Plate;

class PlateLines {
public:
    PlateLines(Block& block, Document& document, const std::string& id)
        : block(block), document(document), job(document.job()), plate(*job.findPlate(id)), id(id),
          index(document.part().plateIndex(id)),
          make(document, QStringLiteral("leg.%1").arg(text(id)), QObject::tr("of leg %1").arg(text(id)),
               [id](job::Job& changed) -> Plate& { return *changed.findPlate(id); }),
          inHand(document.selected() == Element::plate(id)) {}

    void add() {
        widthLine();
        taperLine();
        endLine();
        shoulderLine();
        for (int corner = 0; corner < 4; ++corner)
            cornerLine(static_cast<Corner>(corner));
        for (const Edge edge : {Edge::Right, Edge::End, Edge::Left, Edge::Start})
            edgeLine(edge);
        if (inHand) beginLine();
    }

private:
    void widthLine() {
        const double usual =
            job.bendTo(id) ? document.part().bends[static_cast<size_t>(solved().parentBend)].edgeLength : 0;
        block.lines.push_back(
            {faint(QObject::tr("wide")),
             optionalCell(Kind::Length, make.who(QStringLiteral("width"), QObject::tr("Width")), plate.width,
                          usual, [&document = document, id = id](std::optional<double> typed) {
                              return Cell::Answer(document.apply(QObject::tr("width of leg %1").arg(text(id)),
                                                                 edit::withWidth(document.job(), id, typed)));
                          })});
        block.lines.back().back().tip = QObject::tr("Empty, it takes the whole edge it hangs on");
    }

    /// Right and left figures that may be nothing.
    void sides(const QString& key, const QString& says, const QString& what,
               const std::map<Edge, double>& now, std::map<Edge, double> Plate::*member) {
        if (now.empty() && !inHand) return;
        Line line{faint(says)};
        for (const Edge side : {Edge::Right, Edge::Left}) {
            const auto own = now.find(side);
            line.push_back(make.number(Kind::Length, key + QLatin1Char('.') + keyOf(side),
                                       what.arg(nameOf(side)), own == now.end() ? 0 : own->second,
                                       [side, member](Plate& changed, double typed) {
                                           if (typed == 0)
                                               (changed.*member).erase(side);
                                           else
                                               (changed.*member)[side] = typed;
                                       }));
            line.push_back(faint(nameOf(side)));
        }
        block.lines.push_back(std::move(line));
    }

    void taperLine() {
        sides(QStringLiteral("taper"), QObject::tr("end narrower by"), QObject::tr("Taper on the %1"),
              plate.inset, &Plate::inset);
    }

    void shoulderLine() {
        if (!job.bendTo(id)) return;
        sides(QStringLiteral("shoulder"), QObject::tr("past its bend"), QObject::tr("Shoulder on the %1"),
              plate.shoulder, &Plate::shoulder);
    }

    void endLine() {
        const auto end = plate.ends.find(Edge::End);
        const double cut = end == plate.ends.end() ? 0 : end->second.cutDeg;
        if (cut == 0 && !inHand) return;
        block.lines.push_back(
            {faint(QObject::tr("end cut at")),
             make.number(Kind::Angle, QStringLiteral("end.cut"), QObject::tr("Angle of the end"), cut,
                         [](Plate& changed, double typed) {
                             if (typed == 0)
                                 changed.ends.erase(Edge::End);
                             else
                                 changed.ends[Edge::End].cutDeg = typed;
                         })});
    }

    // ---- corners ----------------------------------------------------------------------------------------
    void cornerLine(Corner corner) {
        const bool atStart = corner == Corner::StartRight || corner == Corner::StartLeft;
        if (atStart && job.bendTo(id)) return;
        const part::AtCorner at = part::flangesAt(document.part(), index, corner);
        if (at.arriving >= 0 && at.leaving >= 0)
            jointLine(corner, at);
        else
            cutLine(corner);
    }

    QString ofCorner(const QString& what, Corner corner) const {
        return QObject::tr("%1 at the %2 corner").arg(what, nameOf(corner));
    }

    void cutLine(Corner corner) {
        const auto cut = plate.corners.find(corner);
        if (cut == plate.corners.end()) return;
        using Cut = std::optional<job::CornerCut::Kind>;
        const double usual = job.units == quantity::Unit::Inch ? 25.4 / 4 : 5;
        Line line{
            faint(nameOf(corner)),
            make.oneOf(
                QStringLiteral("corner.%1").arg(keyOf(corner)), ofCorner(QObject::tr("Cut"), corner),
                std::vector<OptionOf<Cut>>{
                    {QStringLiteral("square"), Cut(), QObject::tr("square")},
                    {QStringLiteral("round"), job::CornerCut::Kind::Round, QObject::tr("rounded")},
                    {QStringLiteral("chamfer"), job::CornerCut::Kind::Chamfer, QObject::tr("chamfered")}},
                Cut(cut->second.kind), [corner, usual](Plate& changed, const Cut& wanted) {
                    if (!wanted) {
                        changed.corners.erase(corner);
                        return;
                    }
                    const auto own = changed.corners.find(corner);
                    const double size = own == changed.corners.end() ? usual : own->second.size;
                    changed.corners[corner] = {*wanted, size};
                })};
        line.push_back(
            make.number(Kind::Size, QStringLiteral("corner.%1.size").arg(keyOf(corner)),
                        ofCorner(QObject::tr("Size of the cut"), corner), cut->second.size,
                        [corner](Plate& changed, double typed) { changed.corners[corner].size = typed; }));
        block.lines.push_back(std::move(line));
    }

    /// How two flanges meet at a corner; nothing where they are as wide as stated.
    struct Joint {
        std::optional<job::CornerJoint::Kind> kind = {};
        bool tabOutside = false;
        bool operator==(const Joint&) const = default;
    };

    static std::vector<OptionOf<Joint>> joints() {
        using enum job::CornerJoint::Kind;
        return {{QStringLiteral("as-wide"), {}, QObject::tr("as wide as stated")},
                {QStringLiteral("open"), {Open}, QObject::tr("open")},
                {QStringLiteral("closed"), {Closed}, QObject::tr("mitred")},
                {QStringLiteral("lapped-under"), {Lapped, false}, QObject::tr("lapped under")},
                {QStringLiteral("lapped-over"), {Lapped, true}, QObject::tr("lapped over")}};
    }

    void jointLine(Corner corner, const part::AtCorner& at) {
        const auto own = plate.cornerJoints.find(corner);
        Joint now;
        if (own != plate.cornerJoints.end())
            now = {own->second.kind,
                   own->second.kind == job::CornerJoint::Kind::Lapped && own->second.tabOutside};
        const Edge tabOn = document.part().bends[static_cast<size_t>(at.leaving)].edge;
        Line line{
            faint(nameOf(corner)),
            choiceOf(make.who(QStringLiteral("joint.%1").arg(keyOf(corner)),
                              ofCorner(QObject::tr("How legs meet"), corner)),
                     joints(), now,
                     [&doc = document, id = id, corner, tabOn, now](const Joint& wanted) -> Cell::Answer {
                         const QString label = QObject::tr("corner of %1").arg(text(id));
                         if (wanted == now) return {};
                         if (wanted.kind == job::CornerJoint::Kind::Lapped)
                             return lap(doc, label, id, corner, tabOn, wanted.tabOutside);
                         std::optional<job::CornerJoint> joint;
                         const bool isOpen = wanted.kind == job::CornerJoint::Kind::Open;
                         if (wanted.kind)
                             joint = job::CornerJoint{*wanted.kind, isOpen ? doc.job().thickness : 0.2};
                         return doc.apply(label, edit::withCornerJoint(doc.job(), id, corner, joint));
                     })};
        if (own != plate.cornerJoints.end()) {
            line.push_back(faint(QObject::tr("gap")));
            line.push_back(make.number(
                Kind::Size, QStringLiteral("joint.%1.gap").arg(keyOf(corner)),
                ofCorner(QObject::tr("Gap"), corner), own->second.gap,
                [corner](Plate& changed, double typed) { changed.cornerJoints[corner].gap = typed; }));
        }
        block.lines.push_back(std::move(line));
    }

    /// A corner that has its tab already only changes sides.
    static Cell::Answer lap(Document& doc, const QString& label, const std::string& id, Corner corner,
                            Edge tabOn, bool outside) {
        const auto& cornerJoints = doc.job().findPlate(id)->cornerJoints;
        const auto own = cornerJoints.find(corner);
        if (own != cornerJoints.end() && own->second.kind == job::CornerJoint::Kind::Lapped) {
            job::CornerJoint joint = own->second;
            joint.tabOutside = outside;
            return doc.apply(label, edit::withCornerJoint(doc.job(), id, corner, joint));
        }
        return doc.apply(label, edit::withLap(doc.job(), doc.material(), doc.books().hardware.book(), id,
                                              corner, {tabOn, outside}));
    }

    /// Begins a corner's cut or an edge's points; from then on it has a line of its own.
    void beginLine() {
        using AnyCorner = std::optional<Corner>;
        std::vector<OptionOf<AnyCorner>> corners{{QStringLiteral("none"), {}, QObject::tr("choose…")}};
        for (const Corner corner :
             {Corner::StartRight, Corner::EndRight, Corner::EndLeft, Corner::StartLeft}) {
            const bool atStart = corner == Corner::StartRight || corner == Corner::StartLeft;
            const part::AtCorner at = part::flangesAt(document.part(), index, corner);
            if ((atStart && job.bendTo(id)) || plate.corners.count(corner) ||
                (at.arriving >= 0 && at.leaving >= 0))
                continue;
            corners.push_back({keyOf(corner), corner, nameOf(corner)});
        }
        using AnyEdge = std::optional<Edge>;
        std::vector<OptionOf<AnyEdge>> edges{{QStringLiteral("none"), {}, QObject::tr("choose…")}};
        for (const Edge edge : {Edge::Right, Edge::End, Edge::Left, Edge::Start}) {
            if ((edge == Edge::Start && job.bendTo(id)) || plate.edges.count(edge) ||
                !document.part().bendsOn(index, edge).empty())
                continue;
            edges.push_back({keyOf(edge), edge, nameOf(edge)});
        }
        const double usual = job.units == quantity::Unit::Inch ? 25.4 / 4 : 5;
        Line line;
        if (corners.size() > 1) {
            line.push_back(faint(QObject::tr("cut a corner")));
            line.push_back(make.oneOf(QStringLiteral("cut-corner"), QObject::tr("Cut a corner"), corners,
                                      AnyCorner(), [usual](Plate& changed, const AnyCorner& corner) {
                                          if (corner)
                                              changed.corners[*corner] = {job::CornerCut::Kind::Round, usual};
                                      }));
        }
        if (edges.size() > 1) {
            line.push_back(faint(QObject::tr("shape an edge")));
            line.push_back(make.oneOf(QStringLiteral("shape-edge"), QObject::tr("Shape an edge"), edges,
                                      AnyEdge(), [usual](Plate& changed, const AnyEdge& edge) {
                                          if (edge) changed.edges[*edge].bow = usual;
                                      }));
        }
        if (!line.empty()) block.lines.push_back(std::move(line));
    }

    // ---- edges ------------------------------------------------------------------------------------------
    void edgeLine(Edge edge) {
        if (edge == Edge::Start && job.bendTo(id)) return;
        const auto bends = document.part().bendsOn(index, edge);
        if (bends.empty()) return freeEdgeLines(edge);
        const bool isPart = std::any_of(bends.begin(), bends.end(), [&](int bend) {
            const part::PartBend& b = document.part().bends[static_cast<size_t>(bend)];
            const double worth = 2 * document.part().thickness; // less of an edge is no rest
            return b.from > worth || b.to < b.edgeLength - worth;
        });
        if (!isPart) return;
        block.lines.push_back(
            {faint(QObject::tr("rest of the %1").arg(nameOf(edge))),
             make.oneOf(
                 QStringLiteral("rest.%1").arg(keyOf(edge)),
                 QObject::tr("Where the rest of the %1 edge is").arg(nameOf(edge)),
                 std::vector<OptionOf<bool>>{{QStringLiteral("bend"), false, QObject::tr("at the bend")},
                                             {QStringLiteral("outside"), true, QObject::tr("outside")}},
                 plate.restOutside.count(edge) > 0, [edge](Plate& changed, bool outside) {
                     if (outside)
                         changed.restOutside.insert(edge);
                     else
                         changed.restOutside.erase(edge);
                 })});
    }

    void freeEdgeLines(Edge edge) {
        const auto found = plate.edges.find(edge);
        const job::FreeEdge own = found == plate.edges.end() ? job::FreeEdge{} : found->second;
        if (found == plate.edges.end()) return;
        const QString name = nameOf(edge);
        Line first{faint(QObject::tr("%1 edge bows").arg(name)),
                   make.number(Kind::Length, QStringLiteral("edge.%1.bow").arg(keyOf(edge)),
                               QObject::tr("Bow of the %1 edge").arg(name), own.bow,
                               [edge](Plate& changed, double typed) {
                                   changed.edges[edge].bow = typed;
                                   tidy(changed, edge);
                               })};
        first.push_back(addPoint(edge, own));
        block.lines.push_back(std::move(first));
        for (size_t i = 0; i < own.points.size(); ++i)
            block.lines.push_back(pointLine(edge, own.points[i], i));
    }

    /// An edge like any other is forgotten.
    static void tidy(Plate& changed, Edge edge) {
        if (changed.edges[edge] == job::FreeEdge{}) changed.edges.erase(edge);
    }

    Cell addPoint(Edge edge, const job::FreeEdge& own) {
        const Segment line = solved().edgeInFlat(edge);
        const double length = (line.to - line.from).norm();
        const double last = own.points.empty() ? 0 : own.points.back().at.x();
        return press(
            QObject::tr("+ point"),
            make.who(QStringLiteral("edge.%1.add").arg(keyOf(edge)),
                     QObject::tr("Add a point to the %1 edge").arg(nameOf(edge))),
            [&doc = document, id = id, edge, at = (last + length) / 2] {
                return doc.change(QObject::tr("point of %1").arg(text(id)), [&](job::Job& changed) {
                    changed.findPlate(id)->edges[edge].points.push_back({Vec2(at, 0), 0, 0});
                });
            },
            Cell::Look::Link);
    }

    Line pointLine(Edge edge, const job::OutlinePoint& point, size_t number) {
        const QString which = QObject::tr("point %1 of the %2 edge").arg(number + 1).arg(nameOf(edge));
        const QString pointId = QStringLiteral("edge.%1.point.%2").arg(keyOf(edge)).arg(number + 1);
        const auto cell = [&](const char* key, const QString& what, double value, auto member) {
            return make.number(Kind::Length, pointId + QLatin1Char('.') + QLatin1String(key),
                               QObject::tr("%1 of %2").arg(what, which), value,
                               [edge, number, member](Plate& changed, double typed) {
                                   member(changed.edges[edge].points[number]) = typed;
                               });
        };
        using Point = job::OutlinePoint;
        return {
            cell("along", QObject::tr("Along"), point.at.x(), [](Point& p) -> double& { return p.at.x(); }),
            faint(QObject::tr("out")),
            cell("out", QObject::tr("Out"), point.at.y(), [](Point& p) -> double& { return p.at.y(); }),
            faint(QObject::tr("bow")),
            cell("bow", QObject::tr("Bow"), point.bow, [](Point& p) -> double& { return p.bow; }),
            faint(QObject::tr("R")),
            cell("round", QObject::tr("Round"), point.round, [](Point& p) -> double& { return p.round; }),
            press(
                QStringLiteral("×"),
                make.who(QStringLiteral("edge.%1.point.%2.remove").arg(keyOf(edge)).arg(number + 1),
                         QObject::tr("Remove %1").arg(which)),
                [&doc = document, id = id, edge, number] {
                    return doc.change(QObject::tr("point of %1").arg(text(id)), [&](job::Job& changed) {
                        Plate& own = *changed.findPlate(id);
                        own.edges[edge].points.erase(own.edges[edge].points.begin() +
                                                     static_cast<long>(number));
                        tidy(own, edge);
                    });
                },
                Cell::Look::Link)};
    }

    const part::PartPlate& solved() const { return document.part().plates[static_cast<size_t>(index)]; }

    Block& block;
    Document& document;
    const job::Job& job;
    const Plate& plate;
    std::string id;
    int index;
    CellMaker<std::function<Plate&(job::Job&)>> make;
    bool inHand;
};

} // namespace

void addSheetLines(Block& block, Document& document, const std::string& plate) {
    PlateLines(block, document, plate).add();
}

} // namespace goodfold::app
