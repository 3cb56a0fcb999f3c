#include "app/bracket/drag_session.h"

#include "app/base/drag_step.h"
#include "app/widgets/theme.h"

namespace goodfold::app {

DragSession::DragSession(Document& document, QWidget* view) : QObject(view), document(document), view(view) {}

namespace {

/// Pulled along the plate's y rather than its x.
bool isAcross(const edit::Grip& grip) {
    using Kind = edit::Grip::Kind;
    return grip.kind == Kind::Right || grip.kind == Kind::Left || grip.kind == Kind::Slide;
}

Dimension dimensionOf(const edit::Grip& grip) {
    using Kind = edit::Grip::Kind;
    switch (grip.kind) {
    case Kind::Hole:
        return Dimension::HoleAlong;
    case Kind::Right:
    case Kind::Left:
        return Dimension::PlateWidth;
    case Kind::Slide:
        return Dimension::BendOffset;
    case Kind::Pattern:
        return Dimension::Pitch;
    case Kind::Rows:
        return Dimension::RowPitch;
    default:
        return Dimension::PlateLength;
    }
}

} // namespace

void DragSession::begin(const edit::Grip& newGrip, const QPointF& at, const Axes& newAxes) {
    closeEditor();
    grip = newGrip;
    axes = newAxes;
    start = document.job();
    from = pointer = at;
    active = true;
    moved = false;
    ++count;
    shown.clear();
}

/// Millimetres along and across the plate; nothing where the plate is seen so edge-on that pixels say
/// nothing.
std::optional<Vec2> DragSession::pulledTo(const QPointF& at) const {
    const QPointF by = at - from;
    constexpr double kSeen = 0.15; // pixels a millimetre
    if (grip.isOfHole() || grip.isOfEdge() || isAcross(grip)) {
        const double det = axes.along.x() * axes.across.y() - axes.along.y() * axes.across.x();
        if (std::abs(det) < kSeen * kSeen) return {};
        return Vec2((by.x() * axes.across.y() - by.y() * axes.across.x()) / det,
                    (axes.along.x() * by.y() - axes.along.y() * by.x()) / det);
    }
    const double squared = QPointF::dotProduct(axes.along, axes.along);
    if (squared < kSeen * kSeen) return {};
    return Vec2(QPointF::dotProduct(by, axes.along) / squared, 0);
}

void DragSession::moveTo(const QPointF& at, Qt::KeyboardModifiers keys) {
    constexpr double kStill = 4; // pixels
    pointer = at;
    if (!moved && (at - from).manhattanLength() < kStill) return;
    moved = true;
    const auto by = pulledTo(at);
    if (!by) {
        shown = tr("turn the picture: this leg is seen edge-on");
        return view->update();
    }
    const double step = dragStepFor(document.reading());
    const auto dragged =
        edit::drag(start, document.material(), grip, *by, step,
                   keys & Qt::ShiftModifier ? edit::BendLine::BlankGrows : edit::BendLine::LegsShare);
    if (!dragged) { // it stays where it could last be
        if (grip.kind == edit::Grip::Kind::Slide) shown = QString::fromStdString(dragged.error().says);
        return view->update();
    }
    const auto length = [&](double mm) {
        return QString::fromStdString(quantity::typeset(quantity::Length::mm(mm), document.reading()));
    };
    shown = length(dragged->figure);
    if (grip.kind == edit::Grip::Kind::Hole)
        shown = tr("%1, %2 across").arg(shown, length(*dragged->across));
    else if (grip.isOfEdge() || grip.isOfCutOut())
        shown = grip.isOfEdge() ? tr("%1 along, %2 out").arg(shown, length(*dragged->across))
                                : tr("%1, %2").arg(shown, length(*dragged->across));
    else if (dragged->across)
        shown = tr("%1 at %2°").arg(shown).arg(*dragged->across);
    else if (dragged->other)
        shown = tr("%1 %2 · %3 %4")
                    .arg(QString::fromStdString(grip.id), shown,
                         QString::fromStdString(dragged->other->plate), length(dragged->other->figure));
    document.edit(tr("drag of %1").arg(QString::fromStdString(grip.id)), dragged->job, dragged->about,
                  QStringLiteral("drag %1 of %2").arg(count).arg(view->accessibleName()));
    if (dragged->about.kind == Element::Kind::Plate && !dragged->other)
        shown = tr("%1 · blank %2").arg(shown, length(document.part().blank.length));
    view->update();
}

void DragSession::end() {
    active = moved = false;
    view->update();
}

void DragSession::typeOver(const QString& typed) {
    end();
    closeEditor();
    if (grip.isOfEdge() || grip.isOfCutOut()) return; // two figures: they are typed at the ladder
    Element about = grip.isOfHole() ? Element::hole(grip.id) : Element::plate(grip.id);
    if (!document.has(about)) return;
    if (grip.kind == edit::Grip::Kind::Slide) about = Element::bend(document.job().bendTo(grip.id)->id);
    editor = app::typeOver(document, view, dimensionOf(grip), about,
                           QRect(pointer.toPoint() + QPoint(14, -34), QSize(px(92), px(28))), typed);
}

void DragSession::closeEditor() {
    closeField(editor);
}

void DragSession::paint(QPainter& painter) const {
    if (!active || shown.isEmpty()) return;
    const draw::Palette& p = colours();
    painter.setFont(textFont(17, draw::Weight::SemiBold));
    const int width = painter.fontMetrics().horizontalAdvance(shown) + px(18);
    QRectF box(pointer + QPointF(16, -px(40)), QSizeF(width, px(30)));
    box.moveLeft(qBound(4.0, box.left(), view->width() - box.width() - 4));
    box.moveTop(qBound(4.0, box.top(), view->height() - box.height() - 4));
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(p.accent, 1.6));
    painter.setBrush(p.field);
    painter.drawRoundedRect(box, 6, 6);
    painter.setPen(p.ink);
    painter.drawText(box, Qt::AlignCenter, shown);
}

} // namespace goodfold::app
