#include "draw/step_picture.h"

#include "draw/type.h"
#include "text/names.h"

#include <QObject>
#include <QPainterPath>

#include <algorithm>
#include <cmath>
#include <limits>

namespace goodfold::draw {

namespace {

class StepPainter {
public:
    StepPainter(QPainter& painter, const StepScene& made, const Camera& camera, const Palette& palette,
                const StepWords& words, const QRectF& area)
        : painter(painter), made(made), camera(camera), palette(palette), words(words), area(area) {}

    void paint() {
        placeLetters();
        paintSwing();
        paintSetLine();
        paintAct();
        if (words.namesBodies) paintBodies();
        paintLetters();
    }

private:
    QFont font(double share, Weight weight) const { return typeface(words.textSize * share, weight); }

    /// Words on a ground of paper, kept inside of the picture and off one another: a little lower or higher
    /// where something stands already. What may be left out is, rather than being moved.
    void label(const QPointF& at, const QString& says, const QColor& ink, double share, Weight weight,
               bool mayBeLeftOut = false) {
        write(placeFor(at, says, share, weight, mayBeLeftOut), says, ink);
    }

    /// Empty where it is left out.
    QRectF placeFor(const QPointF& at, const QString& says, double share, Weight weight,
                    bool mayBeLeftOut = false) {
        if (says.isEmpty()) return {};
        painter.setFont(font(share, weight));
        QRectF box = QRectF(painter.fontMetrics().boundingRect(says)).adjusted(-4, -2, 4, 2);
        box.moveCenter(at);
        box.moveLeft(std::clamp(box.left(), area.left(), std::max(area.left(), area.right() - box.width())));
        box.moveTop(std::clamp(box.top(), area.top(), std::max(area.top(), area.bottom() - box.height())));
        const auto isFree = [&](const QRectF& room) {
            return std::none_of(taken.begin(), taken.end(),
                                [&](const QRectF& other) { return other.intersects(room); });
        };
        if (!isFree(box)) {
            if (mayBeLeftOut) return {};
            box = freePlaceNear(box, isFree);
        }
        taken.push_back(box);
        return box;
    }

    /// In the font its place was sought with.
    void write(const QRectF& box, const QString& says, const QColor& ink) {
        if (box.isEmpty()) return;
        QColor ground = palette.paper;
        ground.setAlphaF(0.86F);
        painter.setPen(Qt::NoPen);
        painter.setBrush(ground);
        painter.drawRoundedRect(box, 3, 3);
        painter.setPen(ink);
        painter.drawText(box, Qt::AlignCenter, says);
    }

    /// The nearest that is free, lower or higher, or beside it; where nothing is, as it is.
    template <class IsFree> QRectF freePlaceNear(const QRectF& box, const IsFree& isFree) const {
        QRectF nearest = box;
        double least = std::numeric_limits<double>::infinity();
        for (const double aside : {0.0, -0.4, 0.4, -0.8, 0.8, -1.2, 1.2})
            for (const int down : {0, 1, -1, 2, -2, 3, -3}) {
                const QPointF by(aside * box.width(), down * (box.height() + 2));
                const double away = std::hypot(by.x(), by.y());
                const QRectF moved = box.translated(by);
                if (away >= least || !isFree(moved) || !area.contains(moved)) continue;
                least = away;
                nearest = moved;
            }
        return nearest;
    }

    void paintBodies() {
        for (const auto& [body, at] : made.bodies) {
            const std::string named = text::nameOf(*made.kind, body);
            constexpr size_t kThe = 4;
            const QPointF spot = camera.toScreen(at);
            if (!area.contains(spot)) continue;
            label(spot, QString::fromStdString(named.substr(kThe)), palette.faintInk, 0.9, Weight::Regular,
                  true);
        }
    }

    void paintSetLine() {
        if (!made.setLine) return;
        paintPlannedLine();
        const QPointF from = camera.toScreen(made.setLine->first), to = camera.toScreen(made.setLine->second);
        painter.setPen(QPen(palette.paper, words.textSize * 0.42, Qt::SolidLine, Qt::RoundCap));
        painter.drawLine(from, to);
        painter.setPen(QPen(palette.accent, words.textSize * 0.22, Qt::SolidLine, Qt::RoundCap));
        painter.drawLine(from, to);
        const QPointF end = from.x() > to.x() ? from : to;
        const QPointF beside = end + QPointF(words.textSize * 1.2, 0);
        painter.setFont(font(1, Weight::SemiBold));
        const double half = painter.fontMetrics().horizontalAdvance(words.flushWith) / 2.0 + 4;
        label(beside + QPointF(half, 0), words.flushWith, palette.accent, 1, Weight::SemiBold);
    }

    /// Named at the end where the line that is set is not.
    void paintPlannedLine() {
        if (!made.plannedLine) return;
        const QPointF from = camera.toScreen(made.plannedLine->first),
                      to = camera.toScreen(made.plannedLine->second);
        painter.setPen(QPen(palette.paper, words.textSize * 0.3));
        painter.drawLine(from, to);
        painter.setPen(QPen(palette.ink, words.textSize * 0.12, Qt::DashLine));
        painter.drawLine(from, to);
        painter.setFont(font(1, Weight::SemiBold));
        const double half = painter.fontMetrics().horizontalAdvance(words.planned) / 2.0 + 4;
        const QPointF end = from.x() > to.x() ? to : from;
        label(end - QPointF(words.textSize * 1.2 + half, 0), words.planned, palette.ink, 1, Weight::SemiBold);
    }

    void paintSwing() {
        if (made.swing.size() < 2) return;
        QPainterPath way;
        for (size_t i = 0; i < made.swing.size(); ++i)
            i == 0 ? way.moveTo(camera.toScreen(made.swing[i])) : way.lineTo(camera.toScreen(made.swing[i]));
        if (way.length() < 0.8 * words.textSize) return;
        painter.setBrush(Qt::NoBrush);
        for (const auto& [ink, wide] : {std::pair(palette.paper, 0.5), std::pair(palette.ink, 0.2)}) {
            painter.setPen(QPen(ink, words.textSize * wide, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
            painter.drawPath(way);
        }
        arrowHead(way.pointAtPercent(0.94), way.pointAtPercent(1), way.length());
        for (double share = 0; share < 0.95; share += 0.1)
            taken.push_back(QRectF(way.pointAtPercent(share), way.pointAtPercent(share + 0.1))
                                .normalized()
                                .adjusted(-1, -1, 1, 1));
        // Past the arrow, where neither it nor the stock lies under it.
        const QPointF along = way.pointAtPercent(1) - way.pointAtPercent(0.9);
        const double length = std::max(1e-6, std::hypot(along.x(), along.y()));
        label(way.pointAtPercent(1) + along * (words.textSize * 2.4 / length), words.angle, palette.ink, 1.5,
              Weight::SemiBold);
    }

    /// Of a short way a small one.
    void arrowHead(const QPointF& from, const QPointF& tip, double wayLength) {
        QPointF along = tip - from;
        const double length = std::hypot(along.x(), along.y());
        if (length < 1e-6) return;
        along *= std::min(words.textSize * 1.1, 0.7 * wayLength) / length;
        const QPointF aside(-along.y() * 0.5, along.x() * 0.5);
        painter.setPen(QPen(palette.paper, 1.2));
        painter.setBrush(palette.ink);
        const QPointF ahead = tip + along * 0.5;
        const QPolygonF head{ahead, ahead - along + aside, ahead - along - aside};
        painter.drawPolygon(head);
        taken.push_back(head.boundingRect());
    }

    void paintAct() {
        using Act = StepScene::Act;
        if (made.act == Act::None) return;
        const QPointF at = camera.toScreen(made.actsAt);
        if (made.act == Act::Pipe) {
            const QPointF from = camera.toScreen(made.actsFrom);
            for (const auto& [ink, wide] : {std::pair(palette.ink, 1.1), std::pair(palette.tool, 0.9)}) {
                painter.setPen(QPen(ink, words.textSize * wide, Qt::SolidLine, Qt::RoundCap));
                painter.drawLine(from, at);
            }
        }
        const QString says = made.act == Act::Hammer ? QObject::tr("hammer here")
                             : made.act == Act::Pipe ? QObject::tr("pipe over it")
                                                     : QObject::tr("hand here");
        const QRectF box = placeFor(at + QPointF(0, words.textSize * 1.3), says, 1, Weight::SemiBold);
        paintLeader(box, at);
        painter.setPen(QPen(palette.paper, 1.4));
        painter.setBrush(palette.mind);
        painter.drawEllipse(at, words.textSize * 0.42, words.textSize * 0.42);
        write(box, says, palette.ink);
    }

    /// From words that had to stand off to what they are of.
    void paintLeader(const QRectF& box, const QPointF& of) {
        const QPointF near(std::clamp(of.x(), box.left(), box.right()),
                           std::clamp(of.y(), box.top(), box.bottom()));
        if (QLineF(near, of).length() < words.textSize) return;
        for (const auto& [ink, wide] : {std::pair(palette.paper, 3.4), std::pair(palette.ink, 1.2)}) {
            painter.setPen(QPen(ink, wide));
            painter.drawLine(near, of);
        }
    }

    /// In the middle of its leg; where another stands there already, or the hammer strikes, beside it.
    void placeLetters() {
        const double dot = words.textSize * 0.42;
        if (made.act == StepScene::Act::Hammer)
            taken.emplace_back(camera.toScreen(made.actsAt) - QPointF(dot, dot), QSizeF(2 * dot, 2 * dot));
        for (const StepScene::Letter& letter : made.letters) {
            const QPointF at = camera.toScreen(letter.at);
            const double half = words.textSize * 0.85;
            QRectF box(at.x() - half, at.y() - half, 2 * half, 2 * half);
            for (const int aside : {0, -1, 1, -2, 2}) {
                const QRectF moved = box.translated(aside * 2.6 * half, 0);
                if (std::any_of(taken.begin(), taken.end(),
                                [&](const QRectF& other) { return other.intersects(moved); }))
                    continue;
                box = moved;
                break;
            }
            letters.push_back(box);
            taken.push_back(box);
        }
    }

    /// What is held is told apart by a square.
    void paintLetters() {
        for (size_t i = 0; i < letters.size(); ++i) {
            const StepScene::Letter& letter = made.letters[i];
            const QRectF& box = letters[i];
            painter.setPen(QPen(palette.ink, 1));
            painter.drawLine(box.center(), camera.toScreen(letter.at));
            painter.setPen(QPen(palette.ink, letter.isHeld ? 2 : 1));
            painter.setBrush(palette.paper);
            letter.isHeld ? painter.drawRect(box) : painter.drawEllipse(box);
            painter.setFont(font(1.05, Weight::SemiBold));
            painter.setPen(palette.ink);
            painter.drawText(box, Qt::AlignCenter, QString::fromStdString(letter.plate));
        }
    }

    QPainter& painter;
    const StepScene& made;
    const Camera& camera;
    const Palette& palette;
    const StepWords& words;
    QRectF area;
    std::vector<QRectF> letters; // where they stand
    std::vector<QRectF> taken;   // by words and letters
};

} // namespace

void paintStep(QPainter& painter, const StepScene& made, const Camera& camera,
               const std::vector<SeenFace>& seen, const Palette& palette, const StepWords& words,
               const QRectF& area) {
    paintFormed(painter, seen, palette, words.lit);
    StepPainter(painter, made, camera, palette, words, area).paint();
}

} // namespace goodfold::draw
