#include "app/picture_view.h"

#include "app/notice.h"
#include "app/theme.h"
#include "app/value_field.h"
#include "draw/type.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

namespace {
constexpr double kTagText = 14;
constexpr double kMargin = 74; // room for tags around the part
constexpr double kSteepest = 88;
} // namespace

PictureView::PictureView(Document& document, QWidget* parent) : QWidget(parent), document(document) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAccessibleName(tr("Picture of the bracket"));
    setAccessibleDescription(
        tr("Arrow keys turn it, plus and minus zoom, Home fits it, F2 types over the selected figure."));
    connect(&document, &Document::changed, this, &PictureView::rebuild);
    connect(&document, &Document::selectionChanged, this, [this] {
        placeFigures();
        update();
    });
    rebuild();
}

QRectF PictureView::area() const {
    return QRectF(rect()).adjusted(8, 8, -8, -8);
}

void PictureView::setFormedness(double share) {
    if (share == shownFormedness) return;
    shownFormedness = share;
    rebuild();
    emit formednessChanged(share);
}

void PictureView::rebuild() {
    closeEditor(); // its figure may be gone
    shownFolded = shownFormedness == 1 ? document.folded() : part::fold(document.part(), shownFormedness);
    scene = draw::sceneOf(document.part(), shownFolded);
    reproject();
}

void PictureView::reproject() {
    if (fitsItself) {
        const double margin = std::min(kMargin, std::min(width(), height()) / 5.0);
        view = draw::fitted(view, scene.points, QRectF(rect()).adjusted(margin, margin, -margin, -margin));
    }
    seen = draw::look(scene, view);
    placeFigures();
    update();
}

void PictureView::fit() {
    fitsItself = true;
    reproject();
}

void PictureView::zoom(double factor) {
    fitsItself = false;
    view = draw::zoomed(view, factor, QRectF(rect()).center());
    reproject();
}

void PictureView::orbit(double yawDeg, double pitchDeg) {
    view.yawDeg = std::remainder(view.yawDeg + yawDeg, 360.0);
    view.pitchDeg = std::clamp(view.pitchDeg + pitchDeg, -kSteepest, kSteepest);
    reproject();
}

std::vector<Element> PictureView::tagged() const {
    // Where there are too many figures to stand side by side, only what is in hand has its own.
    constexpr size_t kMost = 40;
    const part::Part& part = document.part();
    if (part.plates.size() + part.holes.size() > kMost) return document.lit();
    std::vector<Element> all;
    for (const part::Plate& plate : document.job().plates) {
        all.push_back(Element::plate(plate.id));
        for (const part::Hole& hole : plate.holes)
            all.push_back(Element::hole(hole.id));
    }
    for (const Element& lit : document.lit())
        if (lit.kind == Element::Kind::Bend) all.push_back(lit);
    return all;
}

QString PictureView::tagText(const Element& element) const {
    const auto length = [&](double mm) {
        return QString::fromStdString(quantity::typeset(quantity::Length::mm(mm), document.reading()));
    };
    const QString id = QString::fromStdString(element.id);
    if (element.kind == Element::Kind::Hole) {
        const auto diameter = quantity::Length::mm(document.job().findHole(element.id)->diameter);
        return tr("%1 ø%2").arg(
            id, QString::fromStdString(quantity::typesetSize(diameter, document.job().units)));
    }
    if (element.kind == Element::Kind::Bend)
        return QString::fromStdString(
                   quantity::printNumber(document.job().findBend(element.id)->angleDeg, 2)) +
               QStringLiteral("°");
    return length(part::mainLength(*document.job().findPlate(element.id)));
}

void PictureView::placeFigures() {
    placed.clear();
    placePluses();
    if (moving) return;
    const QFontMetricsF metrics(draw::typeface(kTagText, draw::Weight::SemiBold));
    std::vector<draw::TagWish> wishes;
    for (const Element& element : tagged()) {
        const QString text = tagText(element);
        const QPointF anchor = view.toScreen(draw::anchorOf(document.part(), shownFolded, view, element));
        wishes.push_back({element, text, anchor, QSizeF(metrics.horizontalAdvance(text) + 16, 26)});
    }
    placed = draw::placeTags(wishes, seen, area());
}

void PictureView::placePluses() {
    pluses.clear();
    const part::Part& part = document.part();
    if (part.form != part::StockForm::Bar) return;
    for (size_t i = 0; i < part.plates.size(); ++i) {
        const part::PartPlate& plate = part.plates[i];
        const Pose3& rootFromFlat = shownFolded.rootFromFlat[i];
        const auto add = [&](const Vec2& from, const Vec2& to, double outward, bool atStart) {
            const Vec2 middle = (from + to) / 2 + Vec2(outward, 0);
            const QPointF at = view.toScreen(rootFromFlat * Vec3(middle.x(), middle.y(), part.thickness / 2));
            pluses.push_back({QRectF(at - QPointF(9, 9), QSizeF(18, 18)), atStart, plate.id});
        };
        const double outward = 16 / view.pixelsPerMm;
        const Polygon& corners = plate.outlineInFlat;
        if (part.hasFreeEnd(static_cast<int>(i))) add(corners[1], corners[2], outward, false);
        if (part.hasFreeStart(static_cast<int>(i))) add(corners[3], corners[0], -outward, true);
    }
}

void PictureView::addBend(const Plus& plus) {
    const double length = part::firstLegLength(document.job().units);
    document.apply(tr("new bend"), plus.atStart
                                       ? part::withBendAtStart(document.job(), {}, length)
                                       : part::withBendAtEnd(document.job(), plus.plate, {}, length));
}

Element PictureView::elementAt(const QPointF& point) const {
    for (const draw::Tag& tag : placed)
        if (tag.box.contains(point)) return tag.about;
    return draw::elementAt(seen, point);
}

void PictureView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing, !moving);
    draw::paintFormed(painter, seen, colours(), document.lit());
    painter.setRenderHint(QPainter::Antialiasing);
    paintPluses(painter);
    paintTags(painter);
    if (!hasFocus()) return;
    painter.setPen(QPen(colours().accent, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(rect().adjusted(1, 1, -1, -1));
}

void PictureView::paintTags(QPainter& painter) {
    const draw::Palette& p = colours();
    const auto lit = document.lit();
    const auto isLit = [&](const Element& element) {
        return std::find(lit.begin(), lit.end(), element) != lit.end();
    };
    for (const draw::Tag& tag : placed) {
        painter.setPen(QPen(isLit(tag.about) ? p.accent : p.faintInk, 1));
        painter.drawLine(tag.anchor, tag.box.center());
        painter.setBrush(isLit(tag.about) ? p.accent : p.faintInk);
        painter.drawEllipse(tag.anchor, 2, 2);
    }
    painter.setFont(draw::typeface(kTagText, draw::Weight::SemiBold));
    for (const draw::Tag& tag : placed) {
        painter.setPen(QPen(isLit(tag.about) ? p.accent : p.rule, isLit(tag.about) ? 1.6 : 1));
        painter.setBrush(p.field);
        painter.drawRoundedRect(tag.box, 5, 5);
        painter.setPen(p.ink);
        painter.drawText(tag.box, Qt::AlignCenter, tag.text);
    }
}

void PictureView::paintPluses(QPainter& painter) {
    const draw::Palette& p = colours();
    if (moving) return;
    for (const Plus& plus : pluses) {
        painter.setPen(QPen(p.accent, 1.4));
        painter.setBrush(p.paper);
        painter.drawEllipse(plus.box);
        const QPointF c = plus.box.center();
        painter.drawLine(c - QPointF(4.5, 0), c + QPointF(4.5, 0));
        painter.drawLine(c - QPointF(0, 4.5), c + QPointF(0, 4.5));
    }
}

void PictureView::resizeEvent(QResizeEvent*) {
    closeEditor();
    reproject();
}

void PictureView::mousePressEvent(QMouseEvent* event) {
    closeEditor();
    dragFrom = event->position();
    dragButton = event->button();
    for (const Plus& plus : pluses)
        if (plus.box.adjusted(-3, -3, 3, 3).contains(event->position())) {
            dragButton = Qt::NoButton;
            return addBend(plus);
        }
    const Element element = elementAt(event->position());
    document.select(element);
    const bool onTag = std::any_of(placed.begin(), placed.end(),
                                   [&](const draw::Tag& tag) { return tag.box.contains(event->position()); });
    if (event->button() == Qt::LeftButton && onTag) {
        dragButton = Qt::NoButton;
        editTag(element);
    }
}

void PictureView::mouseMoveEvent(QMouseEvent* event) {
    const QPointF by = event->position() - dragFrom;
    if (dragButton == Qt::NoButton || event->buttons() == Qt::NoButton) {
        document.setHovered(elementAt(event->position()));
        return;
    }
    constexpr double kStill = 3;
    if (!moving && by.manhattanLength() < kStill) return;
    moving = true;
    dragFrom = event->position();
    const bool pans = dragButton != Qt::LeftButton || event->modifiers() & Qt::ShiftModifier;
    if (pans) {
        fitsItself = false;
        view.centre += by;
        reproject();
    } else {
        orbit(-by.x() * 0.5, by.y() * 0.5);
    }
}

void PictureView::mouseReleaseEvent(QMouseEvent*) {
    dragButton = Qt::NoButton;
    if (!std::exchange(moving, false)) return;
    placeFigures();
    update();
}

void PictureView::wheelEvent(QWheelEvent* event) {
    closeEditor();
    fitsItself = false;
    view = draw::zoomed(view, std::pow(1.0015, event->angleDelta().y()), event->position());
    reproject();
}

void PictureView::keyPressEvent(QKeyEvent* event) {
    constexpr double kTurn = 10, kZoom = 1.2;
    switch (event->key()) {
    case Qt::Key_Left:
        return orbit(kTurn, 0);
    case Qt::Key_Right:
        return orbit(-kTurn, 0);
    case Qt::Key_Up:
        return orbit(0, kTurn);
    case Qt::Key_Down:
        return orbit(0, -kTurn);
    case Qt::Key_Plus:
    case Qt::Key_Equal:
        return zoom(kZoom);
    case Qt::Key_Minus:
        return zoom(1 / kZoom);
    case Qt::Key_Home:
        return fit();
    case Qt::Key_F2:
        return editTag(document.selected());
    default:
        QWidget::keyPressEvent(event);
    }
}

void PictureView::leaveEvent(QEvent*) {
    document.setHovered({});
}

void PictureView::editTag(const Element& element) {
    const auto tag =
        std::find_if(placed.begin(), placed.end(), [&](const draw::Tag& t) { return t.about == element; });
    if (tag == placed.end()) return;
    closeEditor();
    const bool isBend = element.kind == Element::Kind::Bend;
    const QString id = QString::fromStdString(element.id);
    const part::Job& job = document.job();
    if (isBend && job.joggleAt(*job.findBend(element.id))) return; // its angle follows from the joggle
    const ValueField::Kind kind = isBend                                ? ValueField::Kind::BendAngle
                                  : element.kind == Element::Kind::Hole ? ValueField::Kind::Size
                                                                        : ValueField::Kind::Length;
    editor = new ValueField(document, this);
    editor->setProperty("role", "overlay");
    editor->setGeometry(tag->box.adjusted(-4, -2, 22, 2).toRect());
    const double now = isBend                                ? job.findBend(element.id)->angleDeg
                       : element.kind == Element::Kind::Hole ? job.findHole(element.id)->diameter
                                                             : part::mainLength(*job.findPlate(element.id));
    editor->open(kind, tr("New figure for %1").arg(id), now, {},
                 [this, element, id](std::optional<double> typed) -> std::optional<Error> {
                     if (!document.has(element)) return {}; // an undo took it away
                     return document.change(tr("figure of %1").arg(id), [&](part::Job& changed) {
                         if (element.kind == Element::Kind::Bend)
                             changed.findBend(element.id)->angleDeg = *typed;
                         else if (element.kind == Element::Kind::Hole)
                             changed.findHole(element.id)->diameter = *typed;
                         else
                             part::mainLength(*changed.findPlate(element.id)) = *typed;
                     });
                 });
    for (const auto done : {&ValueField::committed, &ValueField::abandoned})
        connect(editor, done, this, [this] {
            closeEditor();
            setFocus();
        });
    connect(editor, &ValueField::left, this, &PictureView::closeEditor);
    editor->show();
    editor->setFocus();
}

void PictureView::closeEditor() {
    if (ValueField* closing = std::exchange(editor, nullptr)) {
        closing->hide();
        closing->deleteLater();
    }
}

} // namespace goodfold::app
