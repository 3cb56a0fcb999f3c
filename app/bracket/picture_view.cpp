#include "app/bracket/picture_view.h"

#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "part/mirror.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

namespace {
constexpr double kMargin = 74; // room for tags around the part
constexpr double kSteepest = 90;
} // namespace

PictureView::PictureView(Document& document, QWidget* parent)
    : QWidget(parent), document(document), made(new WhenSeen(this, [this] { make(); })),
      dragging(new DragSession(document, this)) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    readAs(*this, QAccessible::Graphic);
    setAccessibleName(tr("Picture of the bracket"));
    setAccessibleDescription(tr("Arrow keys turn it, plus and minus zoom, Home fits it, F2 types over the "
                                "selected figure; A, S, E and C "
                                "look at it from standing places. Ends, holes and bend lines can be dragged; "
                                "digits typed meanwhile are "
                                "the figure."));
    constexpr int kSettled = 120; // ms
    settling.setSingleShot(true);
    settling.setInterval(kSettled);
    connect(&settling, &QTimer::timeout, this, qOverload<>(&QWidget::update));
    connect(&document, &Document::changed, this, [this] {
        settling.start();
        change();
    });
    connect(&document, &Document::planTaken, made, &WhenSeen::change);
    connect(&document, &Document::selectionChanged, this, [this] {
        placeFigures();
        update();
    });
    made->await();
}

QRectF PictureView::area() const {
    const QRectF all = QRectF(rect()).adjusted(8, 8, -8, -8);
    return showsBothHands() ? all.adjusted(0, px(24), -all.width() / 2 - 6, 0) : all;
}

QRectF PictureView::twinArea() const {
    const QRectF all = QRectF(rect()).adjusted(8, 8, -8, -8);
    return all.adjusted(all.width() / 2 + 6, px(24), 0, 0);
}

/// Room for tags around the part.
QRectF PictureView::inside(const QRectF& whole) const {
    const double share = showsBothHands() ? 7.0 : 5.0;
    const double margin = std::min(kMargin * textScale(), std::min(whole.width(), whole.height()) / share);
    return whole.adjusted(margin, margin, -margin, -margin);
}

/// Unasked, where two have room beside one another with their figures.
bool PictureView::showsBothHands() const {
    return bothWanted.value_or(document.job().oppositeHand && width() >= 2 * px(160));
}

void PictureView::showBothHands(bool on) {
    bothWanted = on;
    change();
    emit bothHandsChanged(on);
}

void PictureView::setFormedness(double share) {
    if (share == shownFormedness) return;
    shownFormedness = share;
    change();
    emit formednessChanged(share);
}

void PictureView::change() {
    closeEditor(); // its figure may be gone
    made->change();
}

void PictureView::make() {
    shownFolded = shownFormedness == 1 ? document.folded() : part::fold(document.part(), shownFormedness);
    const bool fits = fitsItself && !dragging->isActive();
    buildFor(
        !fits
            ? view.pixelsPerMm
            : draw::fitted(view, draw::cornersOf(document.part(), shownFolded), inside(area())).pixelsPerMm);
    reproject();
}

void PictureView::buildFor(double pixelsPerMm) {
    builtFor = pixelsPerMm;
    // In steps: a part that fits itself into the view is seen a little larger or smaller after every edit.
    const double finest = std::exp2(std::floor(2 * std::log2(1 / (pixelsPerMm * devicePixelRatioF()))) / 2);
    maker.make(document.part(), shownFolded, finest);
    if (showsBothHands()) {
        const part::Part twin = document.oppositePart();
        twinMaker.make(twin, part::fold(twin, shownFormedness), finest);
    } else {
        twinMaker = {};
    }
    overScene = {};
    if (over) {
        const part::Part other = part::solve(*over, document.material());
        overScene = draw::sceneOf(other, part::fold(other, shownFormedness), finest);
    }
}

void PictureView::showOver(const std::optional<job::Job>& other) {
    if (over == other) return;
    over = other;
    change();
}

void PictureView::reproject() {
    if (made->isDue()) return; // what is made when it is seen is seen from here then
    const bool fits = fitsItself && !dragging->isActive(); // what is dragged stays under the pointer
    const bool both = showsBothHands();
    if (fits) view = draw::fitted(view, maker.scene().points, inside(area()));
    if (both) {
        // Seen as in a mirror that stands on the line between them, and at the same size.
        twinView.yawDeg = 180 - view.yawDeg;
        twinView.pitchDeg = view.pitchDeg;
        twinView = draw::fitted(twinView, twinMaker.scene().points, inside(twinArea()));
        if (fits)
            view = draw::zoomed(view, std::min(1.0, twinView.pixelsPerMm / view.pixelsPerMm), view.centre);
        twinView = draw::zoomed(twinView, view.pixelsPerMm / twinView.pixelsPerMm, twinView.centre);
    }
    constexpr double kMuchNearer = 1.6;
    if (view.pixelsPerMm > kMuchNearer * builtFor) buildFor(view.pixelsPerMm);
    seen = draw::look(maker.scene(), view, std::move(seen));
    twinSeen =
        both ? draw::look(twinMaker.scene(), twinView, std::move(twinSeen)) : std::vector<draw::SeenFace>();
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
    settling.start();
    view.yawDeg = std::remainder(view.yawDeg + yawDeg, 360.0);
    view.pitchDeg = std::clamp(view.pitchDeg + pitchDeg, -kSteepest, kSteepest);
    reproject();
}

void PictureView::lookFrom(From from) {
    switch (from) {
    case From::Face:
        view.yawDeg = 0;
        view.pitchDeg = 90;
        break;
    case From::Side:
        view.yawDeg = view.pitchDeg = 0;
        break;
    case From::End:
        view.yawDeg = 90;
        view.pitchDeg = 0;
        break;
    case From::Corner:
        view.yawDeg = draw::Camera().yawDeg;
        view.pitchDeg = draw::Camera().pitchDeg;
    }
    fit();
}

Element PictureView::elementAt(const QPointF& point) const {
    for (const draw::Tag& tag : placed)
        if (tag.box.contains(point)) return tag.about;
    const Element here = draw::elementAt(seen, point);
    return here.isNothing() ? draw::elementAt(twinSeen, point) : here;
}

void PictureView::paintEvent(QPaintEvent*) {
    made->settle();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing, !moving && !settling.isActive());
    draw::paintFormed(painter, seen, colours(), document.lit());
    if (showsBothHands()) paintTwin(painter);
    painter.setRenderHint(QPainter::Antialiasing);
    if (over) paintOver(painter);
    paintPluses(painter);
    paintHandles(painter);
    paintTags(painter);
    dragging->paint(painter);
    if (!hasFocus()) return;
    painter.setPen(QPen(colours().accent, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(rect().adjusted(1, 1, -1, -1));
}

void PictureView::paintOver(QPainter& painter) const {
    painter.setPen(QPen(colours().stop, 1.2, Qt::DashLine));
    painter.setBrush(Qt::NoBrush);
    for (const draw::SeenFace& face : draw::look(overScene, view))
        for (int i = 0; i < face.outline.size(); ++i)
            if (face.inked[i]) painter.drawLine(face.outline[i], face.outline[(i + 1) % face.outline.size()]);
}

/// The other hand, the line they are mirrored at, and over each what it is called.
void PictureView::paintTwin(QPainter& painter) const {
    const draw::Palette& p = colours();
    draw::paintFormed(painter, twinSeen, p, document.lit());
    const double middle = width() / 2.0;
    painter.setPen(QPen(p.faintInk, 1, Qt::DashDotLine));
    painter.drawLine(QPointF(middle, 8), QPointF(middle, height() - 8));
    painter.setFont(textFont(14, draw::Weight::SemiBold));
    painter.setPen(p.ink);
    const job::Job& job = document.job();
    const auto title = [&](const QRectF& where, bool opposite) {
        const QString hand = QString::fromStdString(part::handInWords(job.hand, opposite));
        const QString wanted = opposite && !job.oppositeHand ? QString() : tr(" · make %1").arg(job.quantity);
        const QRectF room(where.left(), 4, where.width(), px(24));
        const bool fits = painter.fontMetrics().horizontalAdvance(hand + wanted) < room.width();
        painter.drawText(room, Qt::AlignCenter, fits ? hand + wanted : hand);
    };
    title(area(), false);
    title(twinArea(), true);
}

QImage PictureView::image(const QSize& size) const {
    made->settle();
    constexpr double kScale = 2; // sharp on paper too
    const draw::Scene fine = draw::sceneOf(document.part(), shownFolded);
    QImage image(size * kScale, QImage::Format_RGB32);
    image.setDevicePixelRatio(kScale);
    image.fill(draw::Palette::light().paper);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF room = QRectF(QPointF(0, 0), QSizeF(size)).adjusted(20, 20, -20, -20);
    draw::paintFormed(painter, draw::look(fine, draw::fitted(view, fine.points, room)),
                      draw::Palette::light(), {});
    return image;
}

void PictureView::paintHandles(QPainter& painter) {
    if (moving && !dragging->isActive()) return;
    const bool isRough = settling.isActive(); // a sheet may have hundreds of them
    painter.setRenderHint(QPainter::Antialiasing, !isRough);
    painter.setPen(QPen(colours().accent, isRough ? 0 : 1.4));
    painter.setBrush(colours().paper);
    for (const Handle& handle : handles)
        if (handle.grip.isNewPoint()) // smaller: it is none yet
            painter.drawEllipse(handle.at, 3, 3);
        else
            painter.drawRect(QRectF(handle.at - QPointF(4, 4), QSizeF(8, 8)));
    painter.setRenderHint(QPainter::Antialiasing);
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
    painter.setFont(textFont(kTagText, draw::Weight::SemiBold));
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

} // namespace goodfold::app
