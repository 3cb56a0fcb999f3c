// What stands on the picture besides the part: figures, places to add a bend, and what can be taken hold of.
#include "app/bracket/new_bend_box.h"
#include "app/bracket/picture_view.h"
#include "app/widgets/theme.h"
#include "app/widgets/value_field.h"
#include "edit/entry.h"
#include "part/driven.h"

#include <algorithm>
#include <cmath>

namespace goodfold::app {

namespace {

constexpr size_t kMostTags = 40;     // beyond them only what is in hand has its own
constexpr size_t kMostHoleTags = 10; // beyond them only holes of the plate in hand have theirs
constexpr double kLeastStretch = 26; // pixels of a free edge that a plus has room on

/// Where an edge's stretch lies from its right end, and how long it is.
struct Stretch {
    double from, to;
};

/// What flanges leave of an edge.
std::vector<Stretch> freeStretches(const part::Part& part, int plate, job::Edge edge) {
    const Segment line = part.plates[static_cast<size_t>(plate)].edgeInFlat(edge);
    std::vector<Stretch> free;
    double at = 0;
    for (const int bend : part.bendsOn(plate, edge)) {
        free.push_back({at, part.bends[static_cast<size_t>(bend)].from});
        at = part.bends[static_cast<size_t>(bend)].to;
    }
    free.push_back({at, (line.to - line.from).norm()});
    return free;
}

} // namespace

std::vector<Element> PictureView::tagged() const {
    const part::Part& part = document.part();
    if (part.plates.size() + part.holes.size() > kMostTags) return document.lit();
    std::vector<Element> all;
    for (const job::Plate& plate : document.job().plates) {
        if (!job::isBesideWrap(document.job(), plate)) all.push_back(Element::plate(plate.id));
        const bool inHand = edit::plateInHand(document.job(), document.selected()) == plate.id;
        for (const job::Hole& hole : plate.holes)
            if (part.holes.size() <= kMostHoleTags || inHand) all.push_back(Element::hole(hole.id));
    }
    for (const Element& lit : document.lit())
        if (lit.kind == Element::Kind::Bend) all.push_back(lit);
    return all;
}

QString PictureView::tagText(const Element& element) const {
    const QString id = QString::fromStdString(element.id);
    if (element.kind == Element::Kind::Hole) {
        const job::Hole& hole = *document.job().findHole(element.id);
        const auto size = [&](double mm) {
            return ValueField::shown(document, ValueField::Kind::Size, mm, false);
        };
        if (hole.kind == job::Hole::Kind::Slot)
            return tr("%1 %2 × %3").arg(id, size(hole.diameter), size(hole.length));
        using HoleKind = job::Hole::Kind;
        const int count = job::countOf(hole);
        const QString times = count > 1 ? tr("%1 × ").arg(count) : QString();
        if (hole.kind == HoleKind::Rectangle)
            return tr("%1 %2%3 × %4").arg(id, times, size(hole.length), size(hole.diameter));
        if (hole.kind == HoleKind::CutOut) return tr("%1 %2cut-out").arg(id, times);
        return tr("%1 %2ø%3").arg(id, times, size(hole.diameter));
    }
    if (element.kind == Element::Kind::Bend)
        return ValueField::shown(
            document, ValueField::Kind::BendAngle,
            document.part().bends[static_cast<size_t>(document.part().bendIndex(element.id))].shape.angleDeg,
            false);
    return figureText(edit::mainLength(*document.job().findPlate(element.id)));
}

void PictureView::placeFigures() {
    if (made->isDue()) return;
    placed.clear();
    placePluses();
    placeHandles();
    if (moving) return;
    const QFontMetricsF metrics(textFont(kTagText, draw::Weight::SemiBold));
    std::vector<draw::TagWish> wishes;
    const auto wish = [&](const Element& element, const QString& text, const QPointF& anchor,
                          Dimension figure) {
        wishes.push_back({element, text, anchor, QSizeF(metrics.horizontalAdvance(text) + 16, px(26)),
                          static_cast<int>(figure)});
    };
    for (const Element& element : tagged()) {
        const QPointF anchor = view.toScreen(draw::anchorOf(document.part(), shownFolded, view, element));
        wish(element, tagText(element), anchor, mainDimension(element));
    }
    addWidthTag(wish);
    addPatternTag(wish);
    std::vector<QRectF> taken;
    for (const Plus& plus : pluses)
        taken.push_back(plus.box);
    placed = draw::placeTags(wishes, seen, area(), taken);
}

Dimension PictureView::mainDimension(const Element& element) {
    return element.kind == Element::Kind::Bend   ? Dimension::BendAngle
           : element.kind == Element::Kind::Hole ? Dimension::HoleDiameter
                                                 : Dimension::PlateLength;
}

/// The width of the sheet's plate in hand, or of its root.
void PictureView::addWidthTag(const Wish& wish) const {
    const part::Part& part = document.part();
    if (part.form != job::StockForm::Sheet) return;
    const Element& selected = document.selected();
    const std::string id = selected.kind == Element::Kind::Plate ? selected.id : document.job().root().id;
    const int plate = part.plateIndex(id);
    const auto& width = document.job().findPlate(id)->width;
    if (plate < 0 || !width) return;
    wish(Element::plate(id), figureText(*width), edgePoint(plate, job::Edge::End, 0.5, 0),
         Dimension::PlateWidth);
}

/// How far apart the holes of the pattern in hand are.
void PictureView::addPatternTag(const Wish& wish) const {
    const Element& selected = document.selected();
    const job::Hole* hole =
        selected.kind == Element::Kind::Hole ? document.job().findHole(selected.id) : nullptr;
    if (!hole || !edit::patternGrip(*hole, edit::Grip::Kind::Pattern)) return;
    const bool isCircle = hole->pattern->kind == job::Pattern::Kind::Circle;
    wish(selected,
         isCircle ? tr("%1 on ø%2").arg(hole->pattern->count).arg(figureText(hole->pattern->diameter))
                  : tr("%1 every %2").arg(hole->pattern->count).arg(figureText(hole->pattern->pitch)),
         gripPoint({edit::Grip::Kind::Pattern, hole->id}), Dimension::Pitch);
    if (hole->pattern->kind == job::Pattern::Kind::Grid)
        wish(selected,
             tr("%1 rows every %2").arg(hole->pattern->rows).arg(figureText(hole->pattern->rowPitch)),
             gripPoint({edit::Grip::Kind::Rows, hole->id}), Dimension::RowPitch);
}

QString PictureView::figureText(double mm) const {
    return QString::fromStdString(quantity::typeset(quantity::Length::mm(mm), document.reading()));
}

/// A point of a plate's edge, `share` along it from its right end and `outward` millimetres beyond it.
QPointF PictureView::edgePoint(int plate, job::Edge edge, double share, double outward) const {
    const Segment line = document.part().plates[static_cast<size_t>(plate)].edgeInFlat(edge);
    const Vec2 along = (line.to - line.from).normalized();
    const Vec2 point = line.from + share * (line.to - line.from) + outward * Vec2(along.y(), -along.x());
    return view.toScreen(shownFolded.rootFromFlat[static_cast<size_t>(plate)] *
                         Vec3(point.x(), point.y(), document.part().thickness / 2));
}

void PictureView::placePluses() {
    pluses.clear();
    const part::Part& part = document.part();
    for (size_t i = 0; i < part.plates.size(); ++i) {
        const int plate = static_cast<int>(i);
        if (part.plates[i].length <= 0 || part.plates[i].width <= 0) continue;
        if (part.form == job::StockForm::Bar) {
            if (part.hasFreeEnd(plate)) addPlus(plate, job::Edge::End, 0, 1);
            if (part.hasFreeStart(plate)) addPlus(plate, job::Edge::Start, 0, 1);
            continue;
        }
        for (const job::Edge edge : {job::Edge::Right, job::Edge::End, job::Edge::Left, job::Edge::Start}) {
            if (edge == job::Edge::Start && part.plates[i].parentBend >= 0) continue;
            if (document.job().plates[i].edges.count(edge)) continue; // its points are there
            const Segment line = part.plates[i].edgeInFlat(edge);
            const double length = (line.to - line.from).norm();
            for (const Stretch& free : freeStretches(part, plate, edge))
                if (free.to - free.from > std::max(3 * part.thickness, kLeastStretch / view.pixelsPerMm))
                    addPlus(plate, edge, free.from / length, free.to / length);
        }
    }
}

/// Beside the middle of a stretch of an edge, told in shares of the edge, unless it would lie on something.
void PictureView::addPlus(int plate, job::Edge edge, double from, double to) {
    constexpr double kOutward = 16; // pixels
    const QPointF handle = edgePoint(plate, edge, (from + to) / 2, 0);
    const QPointF millimetre = edgePoint(plate, edge, (from + to) / 2, 1) - handle;
    const double seen = std::hypot(millimetre.x(), millimetre.y()), kEdgeOn = 0.2 * view.pixelsPerMm;
    if (seen < kEdgeOn) return; // it would lie on the edge's own handle
    const QPointF at = handle + kOutward / seen * millimetre;
    const QPointF along = edgePoint(plate, edge, to, 0) - edgePoint(plate, edge, from, 0);
    if (document.part().form == job::StockForm::Sheet && std::hypot(along.x(), along.y()) < kLeastStretch)
        return;
    const QRectF box(at - QPointF(9, 9), QSizeF(18, 18));
    if (std::any_of(pluses.begin(), pluses.end(),
                    [&](const Plus& other) { return other.box.intersects(box); }))
        return;
    pluses.push_back({box, edge, document.part().plates[static_cast<size_t>(plate)].id, from, to});
}

std::optional<QPointF> PictureView::plusPoint(const std::string& plate, job::Edge edge) const {
    made->settle();
    for (const Plus& plus : pluses)
        if (plus.plate == plate && plus.edge == edge) return plus.box.center();
    return {};
}

void PictureView::askForBend(const Plus& plus) {
    job::Bend bend;
    bend.edge = plus.edge;
    std::optional<double> width; // none: the whole edge
    if (plus.from > 0 || plus.to < 1) {
        const Segment line =
            document.part().plates[static_cast<size_t>(document.part().plateIndex(plus.plate))].edgeInFlat(
                plus.edge);
        const double edge = (line.to - line.from).norm();
        const double step = quantity::stepOf(document.reading()).mm();
        bend.offset = std::ceil(plus.from * edge / step - 1e-6) * step;
        width = std::max(step, std::floor(plus.to * edge / step + 1e-6) * step - bend.offset);
    }
    asked = new NewBendBox(document, plus.plate, bend, width, this);
    connect(asked, &NewBendBox::closed, this, [this] {
        closeEditor();
        setFocus();
    });
    asked->openAt(plus.box.center().toPoint());
}

void PictureView::placeHandles() {
    handles.clear();
    using Kind = edit::Grip::Kind;
    const part::Part& part = document.part();
    const bool isSheet = part.form == job::StockForm::Sheet;
    const Element& selected = document.selected();
    for (size_t i = 0; i < part.plates.size(); ++i) {
        const int index = static_cast<int>(i);
        const std::string& id = part.plates[i].id;
        const auto add = [&](Kind kind) { addHandle({kind, id}); };
        if (document.job().plates[i].joggle || part.plates[i].length <= 0) continue;
        if (part.hasFreeEnd(index)) add(Kind::End);
        if (part.hasFreeStart(index) && !isSheet) add(Kind::Start);
        if (!isSheet || selected != Element::plate(id)) continue;
        if (part.bendsOn(index, job::Edge::Right).empty()) add(Kind::Right);
        if (part.bendsOn(index, job::Edge::Left).empty()) add(Kind::Left);
    }
    for (const edit::Grip& grip : edit::pointGrips(document.job(), selected))
        if (!grip.isOfEdge() || part.bendsOn(part.plateIndex(grip.id), grip.edge).empty()) addHandle(grip);
    const job::Hole* hole =
        selected.kind == Element::Kind::Hole ? document.job().findHole(selected.id) : nullptr;
    if (!hole) return;
    for (const Kind kind : {Kind::Pattern, Kind::Rows})
        if (edit::patternGrip(*hole, kind)) addHandle({kind, hole->id});
}

void PictureView::addHandle(const edit::Grip& grip) {
    handles.push_back({grip, gripPoint(grip)});
}

QPointF PictureView::gripPoint(const edit::Grip& grip) const {
    made->settle();
    using Kind = edit::Grip::Kind;
    const part::Part& part = document.part();
    if (grip.kind == Kind::Hole)
        return view.toScreen(draw::anchorOf(part, shownFolded, view, Element::hole(grip.id)));
    const int plate = plateOf(grip);
    const auto index = static_cast<size_t>(plate);
    if (grip.isOfEdge() || grip.isOfCutOut()) {
        const Vec2 at = edit::pointInFlat(document.job(), part, grip);
        return view.toScreen(shownFolded.rootFromFlat[index] * Vec3(at.x(), at.y(), part.thickness));
    }
    if (grip.isOfHole()) {
        const job::Hole& hole = *document.job().findHole(grip.id);
        const part::PartHole& first = part.holes[static_cast<size_t>(part.holeIndex(grip.id))];
        const Eigen::Matrix2d flatFromPlate = part.plates[index].flatFromPlate.linear();
        Vec2 from = first.centreInFlat;
        if (hole.pattern->kind == job::Pattern::Kind::Circle)
            from -= flatFromPlate * *edit::patternGrip(hole, Kind::Pattern);
        const Vec2 at = from + flatFromPlate * *edit::patternGrip(hole, grip.kind);
        return view.toScreen(shownFolded.rootFromFlat[index] * Vec3(at.x(), at.y(), part.thickness));
    }
    if (grip.kind == Kind::Slide) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(part.plates[index].parentBend)];
        return view.toScreen(part::inRoot(part, shownFolded, part.plates[index].parentBend,
                                          bend.centre.middle(), part.thickness / 2));
    }
    const job::Edge edge = grip.kind == Kind::End || grip.kind == Kind::BendLine ? job::Edge::End
                           : grip.kind == Kind::Right                            ? job::Edge::Right
                           : grip.kind == Kind::Left                             ? job::Edge::Left
                                                                                 : job::Edge::Start;
    // The middle of an edge that runs over points is where it is drawn.
    const bool isDrawn = document.job().plates[index].edges.count(edge) > 0;
    return edgePoint(plate, edge, isDrawn ? 0.12 : 0.5, 0);
}

int PictureView::plateOf(const edit::Grip& grip) const {
    const part::Part& part = document.part();
    return grip.isOfHole() ? part.holes[static_cast<size_t>(part.holeIndex(grip.id))].plate
                           : part.plateIndex(grip.id);
}

DragSession::Axes PictureView::axesOf(const edit::Grip& grip) const {
    const auto index = static_cast<size_t>(plateOf(grip));
    const Eigen::Matrix2d flatFromPlate = document.part().plates[index].flatFromPlate.linear();
    const auto onScreen = [&](const Vec2& direction) {
        const Vec2 inFlat = flatFromPlate * direction;
        const Vec3 inRoot = shownFolded.rootFromFlat[index].linear() * Vec3(inFlat.x(), inFlat.y(), 0);
        return view.toScreen(view.target + inRoot) - view.toScreen(view.target);
    };
    return {onScreen(Vec2(1, 0)), onScreen(Vec2(0, 1))};
}

std::optional<edit::Grip> PictureView::gripAt(const QPointF& point) const {
    constexpr double kReach = 9;
    for (const Handle& handle : handles)
        if (std::hypot(handle.at.x() - point.x(), handle.at.y() - point.y()) < kReach) return handle.grip;
    return edit::gripOf(document.job(), draw::elementAt(seen, point));
}

} // namespace goodfold::app
