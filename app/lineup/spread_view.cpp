#include "app/lineup/spread_view.h"

#include "app/base/text.h"
#include "app/widgets/theme.h"
#include "draw/bolt.h"
#include "draw/clearance_picture.h"
#include "draw/type.h"
#include "text/lineup_words.h"

#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

using lineup::Mounting;

SpreadView::SpreadView(Document& document, OddsCounter& counter, QWidget* parent)
    : QWidget(parent), document(document), counter(counter), made(new WhenSeen(this, [this] { take(); })) {
    setMouseTracking(true);
    setMinimumSize(260, 220); // large text leaves it what is left
    connect(&counter, &OddsCounter::counted, made, &WhenSeen::change);
    connect(&document, &Document::selectionChanged, this, [this] {
        if (made->isDue()) return;
        const Element& now = this->document.selected();
        if (turned != (now.kind == Element::Kind::Hole ? now.id : std::string())) build();
        update();
    });
    connect(&document, &Document::changed, this, [this] {
        if (!this->document.job().mount) made->change();
    });
    made->change();
}

void SpreadView::take() {
    const bool isFirst = !shown;
    shown = counter.latest();
    if (shown && !shown->making) shown.reset();
    const size_t points = scene.points.size();
    build();
    if (isFirst || points != scene.points.size())
        fit();
    else
        magnify();
    update();
}

void SpreadView::build() {
    const part::Part& part = shown ? shown->settled.part : document.part();
    const part::Folded folded = part::fold(part);
    scene = draw::sceneOf(part, folded);
    const Element& now = document.selected();
    turned = now.kind == Element::Kind::Hole ? now.id : std::string();
    if (!shown) return;
    for (const auto& bolt : lineup::boltsOf(*shown->making, shown->nominal, counter.judging(*shown).hardware))
        if (bolt) draw::addBolt(scene, *bolt);
    addWrench(folded);
}

/// Of a pattern's holes the first that is bolted.
void SpreadView::addWrench(const part::Folded& folded) {
    const lineup::Judging judging = counter.judging(*shown);
    const check::Subject subject{shown->settled.job, shown->settled.part, folded,  judging.material,
                                 document.reading(), judging.hardware,    nullptr, &*shown->facts};
    for (const Mounting::Tie& tie : shown->making->mounting.ties)
        if (job::holeThatMakes(tie.hole) == turned) {
            if (const auto wrench = check::wrenchFor(subject, tie.hole)) draw::addWrench(scene, *wrench);
            return;
        }
}

Vec3 SpreadView::inRoot(const Vec3& onFace) const {
    return shown->nominal.mountFromRoot.inverse() * (shown->making->mounting.mountFromFace * onFace);
}

Vec3 SpreadView::directionInRoot(const Vec3& onFace) const {
    return inRoot(onFace) - inRoot(Vec3(0, 0, 0));
}

void SpreadView::fit() {
    std::vector<Vec3> points = scene.points;
    if (shown)
        for (const Mounting::Tie& tie : shown->making->mounting.ties)
            points.push_back(inRoot(tie.at));
    const int margin = px(56);
    camera = draw::fitted(camera, points, QRectF(rect()).adjusted(margin, margin, -margin, -margin - px(30)));
    magnify();
}

QPointF SpreadView::middleOf(size_t tie) const {
    made->settle();
    return camera.toScreen(inRoot(shown->making->mounting.ties[tie].at));
}

void SpreadView::magnify() {
    if (!shown) return;
    const size_t count = shown->making->mounting.ties.size();
    double apart = px(150), widest = 0.05;
    for (size_t i = 0; i < count; ++i) {
        widest = std::max(widest, shown->nominal.ties[i].play);
        for (size_t k = 0; k < i; ++k) {
            const QPointF between = middleOf(i) - middleOf(k);
            apart = std::min(apart, std::hypot(between.x(), between.y()));
        }
    }
    // Two of three dots stay nearer to their own ring than to another; but a ring is never a mere point.
    std::vector<double> far;
    for (const std::vector<Vec2>& cloud : shown->clouds)
        for (const Vec2& offset : cloud)
            far.push_back(offset.norm());
    const auto most = far.begin() + static_cast<std::ptrdiff_t>(far.size() * 2 / 3);
    if (!far.empty()) std::nth_element(far.begin(), most, far.end());
    const double wide = far.empty() ? widest : std::max(*most, widest);
    const double least = px(26) / (widest * camera.pixelsPerMm);
    times = std::max({1.0, least, std::floor(0.45 * apart / (wide * camera.pixelsPerMm))});
    if (times > 10) times = std::floor(times / 5) * 5;
}

void SpreadView::resizeEvent(QResizeEvent*) {
    if (!made->isDue()) fit();
}

void SpreadView::mousePressEvent(QMouseEvent* event) {
    dragged = event->position();
    if (const int tie = tieAt(event->position()); tie >= 0)
        document.select(
            Element::hole(job::holeThatMakes(shown->making->mounting.ties[static_cast<size_t>(tie)].hole)));
}

void SpreadView::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() & Qt::LeftButton) {
        const QPointF by = event->position() - std::exchange(dragged, event->position());
        constexpr double kDegreesAPixel = 0.4;
        camera.yawDeg -= by.x() * kDegreesAPixel;
        camera.pitchDeg = std::clamp(camera.pitchDeg + by.y() * kDegreesAPixel, -89.0, 89.0);
        magnify();
        return update();
    }
    const int tie = tieAt(event->position());
    document.setHovered(tie < 0 ? Element{}
                                : Element::hole(job::holeThatMakes(
                                      shown->making->mounting.ties[static_cast<size_t>(tie)].hole)));
}

void SpreadView::wheelEvent(QWheelEvent* event) {
    camera = draw::zoomed(camera, std::pow(1.0015, event->angleDelta().y()), event->position());
    magnify();
    update();
}

void SpreadView::leaveEvent(QEvent*) {
    document.setHovered({});
}

int SpreadView::tieAt(const QPointF& point) const {
    if (!shown) return -1;
    for (size_t i = 0; i < shown->making->mounting.ties.size(); ++i)
        if (const QPointF away = point - middleOf(i); std::hypot(away.x(), away.y()) < px(24))
            return static_cast<int>(i);
    return -1;
}

/// Each face of the mount as a board under its bolts, where it stands behind the bracket.
void SpreadView::paintMount(QPainter& painter) const {
    constexpr double kBeyond = 26; // mm
    const auto& ties = shown->making->mounting.ties;
    std::vector<Vec3> done;
    for (const Mounting::Tie& tie : ties) {
        const Vec3 outward = tie.outward.value_or(tie.axis);
        const auto isDone = [&](const Vec3& other) { return (other - outward).norm() < 1e-6; };
        if (std::any_of(done.begin(), done.end(), isDone)) continue;
        done.push_back(outward);
        if (directionInRoot(outward).dot(camera.towardViewer()) <= 0) continue;
        const auto across = lineup::squareTo(outward);
        Eigen::AlignedBox2d box;
        for (const Mounting::Tie& other : ties)
            if (isDone(other.outward.value_or(other.axis))) box.extend(Vec2(across * (other.at - tie.at)));
        QPolygonF board;
        for (const auto& corner : {Eigen::AlignedBox2d::BottomLeft, Eigen::AlignedBox2d::BottomRight,
                                   Eigen::AlignedBox2d::TopRight, Eigen::AlignedBox2d::TopLeft}) {
            const Vec2 at = box.corner(corner);
            const Vec2 out = at + kBeyond * Vec2(at.x() < box.center().x() + 1e-9 &&
                                                         (corner == Eigen::AlignedBox2d::BottomLeft ||
                                                          corner == Eigen::AlignedBox2d::TopLeft)
                                                     ? -1
                                                     : 1,
                                                 corner == Eigen::AlignedBox2d::BottomLeft ||
                                                         corner == Eigen::AlignedBox2d::BottomRight
                                                     ? -1
                                                     : 1);
            board << camera.toScreen(inRoot(tie.at + across.transpose() * out));
        }
        painter.setPen(QPen(colours().rule, 1));
        painter.setBrush(draw::mixed(colours().panel, colours().rule, 0.35));
        painter.drawPolygon(board);
    }
}

/// What has to stay free, and where the bracket comes nearest to it.
void SpreadView::paintThings(QPainter& painter) const {
    const Pose3 rootFromMount = shown->nominal.mountFromRoot.inverse();
    for (const job::Clearance& thing : shown->settled.job.mount->clearances)
        draw::paintClearance(painter, camera, rootFromMount, thing,
                             draw::mixed(colours().faintInk, colours().paper, 0.45));
    painter.setFont(textFont(13, draw::Weight::SemiBold));
    for (const clearance::Least& least : shown->facts->clearances) {
        const QColor ink = least.meets          ? colours().stop
                           : least.isTooClose() ? colours().mind
                                                : colours().faintInk;
        const QPointF on = camera.toScreen(rootFromMount * least.onBracket);
        const QPointF other = camera.toScreen(rootFromMount * least.onOther);
        painter.setPen(QPen(ink, 2));
        if (!least.meets) painter.drawLine(on, other);
        painter.setPen(ink);
        const QString says =
            least.meets
                ? tr("runs into the %1").arg(text(least.id))
                : tr("%1 to the %2")
                      .arg(text(quantity::typeset(quantity::Length::mm(least.distance), document.reading())),
                           text(least.id));
        painter.drawText((on + other) / 2 + QPointF(px(8), px(4)), says);
    }
}

/// Its axis, and head and washer where they look this way.
void SpreadView::paintBolt(QPainter& painter, size_t index) const {
    const Mounting::Tie& tie = shown->making->mounting.ties[index];
    const Vec3 axis = directionInRoot(tie.axis);
    const Vec3 at = inRoot(tie.at);
    const double out = shown->settled.part.thickness + 1.2 * tie.bolt;
    painter.setPen(QPen(colours().faintInk, 1, Qt::DashDotLine));
    painter.drawLine(camera.toScreen(at - 1.5 * tie.bolt * axis), camera.toScreen(at + (out + 4) * axis));
}

void SpreadView::paintSpread(QPainter& painter, size_t index) const {
    const Mounting::Tie& tie = shown->making->mounting.ties[index];
    const auto across = lineup::squareTo(tie.axis);
    const auto place = [&](const Vec2& offset) {
        return camera.toScreen(inRoot(tie.at + across.transpose() * (times * offset)));
    };
    const double play = shown->nominal.ties[index].play;
    QPolygonF rim;
    constexpr int kSides = 60;
    for (int i = 0; i < kSides; ++i) {
        const double angle = radians(360.0 / kSides * i);
        rim << place(play * Vec2(std::cos(angle), std::sin(angle)));
    }
    const std::vector<Element> lit = document.lit();
    const bool isLit =
        std::find(lit.begin(), lit.end(), Element::hole(job::holeThatMakes(tie.hole))) != lit.end();
    QColor ground = colours().paper;
    ground.setAlphaF(0.86F);
    painter.setBrush(ground);
    painter.setPen(QPen(isLit ? colours().accent : colours().ink, isLit ? 2.4 : 1.4));
    painter.drawPolygon(rim);
    const lineup::Spread spread = lineup::spreadOf(shown->clouds[index]);
    QPolygonF ellipse;
    for (int i = 0; i < kSides; ++i)
        ellipse << place(spread.onEllipse(2, 360.0 / kSides * i));
    const double dot = px(3) / 2.0;
    painter.setPen(Qt::NoPen);
    for (const Vec2& offset : shown->clouds[index]) {
        const bool isIn = offset.norm() <= play;
        painter.setBrush(isIn ? colours().accent : colours().stop);
        const QPointF at = place(offset);
        if (isIn) // told apart by shape as well
            painter.drawEllipse(at, dot * 0.7, dot * 0.7);
        else
            painter.drawRect(QRectF(at.x() - dot, at.y() - dot, 2 * dot, 2 * dot));
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colours().ink, 1.2, Qt::DashLine));
    painter.drawPolygon(ellipse);
    painter.setFont(textFont(13, draw::Weight::SemiBold));
    const QString name = text(tie.hole);
    const QRectF box = rim.boundingRect();
    QRectF tag = painter.fontMetrics().boundingRect(name).adjusted(-px(4), -1, px(4), 1);
    tag.moveBottomLeft({box.right() + px(2), box.top()});
    painter.setBrush(ground);
    painter.setPen(Qt::NoPen);
    painter.drawRoundedRect(tag, px(4), px(4));
    painter.setPen(colours().ink);
    painter.drawText(tag, Qt::AlignCenter, name);
}

void SpreadView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    if (shown) paintMount(painter);
    draw::paintFormed(painter, draw::look(scene, camera), colours(), document.lit());
    if (!shown) return;
    paintThings(painter);
    for (size_t i = 0; i < shown->making->mounting.ties.size(); ++i)
        paintBolt(painter, i);
    for (size_t i = 0; i < shown->making->mounting.ties.size(); ++i)
        paintSpread(painter, i);
    paintCaption(painter);
}

/// Over whatever lies there.
void SpreadView::paintCaption(QPainter& painter) const {
    const QString says = tr("300 pieces, drawn %1 times as large: round dots go on, square ones miss. "
                            "The ring is what the bolt leaves its hole; the dashed line holds six pieces of "
                            "seven. A hole in hand "
                            "has its wrench on it.")
                             .arg(times, 0, 'f', 0);
    painter.setFont(textFont(12));
    const QRectF room = QRectF(rect()).adjusted(px(14), 0, -px(14), -px(8));
    constexpr int kHow = Qt::AlignLeft | Qt::AlignBottom | Qt::TextWordWrap;
    QColor ground = colours().paper;
    ground.setAlphaF(0.86F);
    painter.setPen(Qt::NoPen);
    painter.setBrush(ground);
    painter.drawRect(painter.boundingRect(room, kHow, says));
    painter.setPen(colours().faintInk);
    painter.drawText(room, kHow, says);
}

} // namespace goodfold::app
