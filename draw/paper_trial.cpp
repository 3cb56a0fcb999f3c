#include "draw/paper_trial.h"

#include "common/phrase.h"
#include "draw/full_size.h"
#include "draw/paper_labels.h"
#include "draw/paper_pen.h"
#include "part/mirror.h"

#include <memory>

namespace goodfold::draw {

namespace {

constexpr double kBeside = 12; // round what is cut

/// One hand of it.
struct Trial {
    part::Part part;
    part::PaperFlat flat;
    quantity::Reading reading;
};

class PaperTrial : PaperPen {
public:
    PaperTrial(QPainter& painter, const Trial& trial, std::vector<QRectF> pages)
        : PaperPen(painter), part(trial.part), flat(trial.flat), reading(trial.reading),
          labels(std::move(pages)) {}

    void paint() {
        cuts();
        for (const part::PaperFold& each : flat.folds)
            fold(each);
        for (const part::PaperHole& hole : flat.holes)
            prick(hole);
        keepLabelsOff();
        legs();
        for (const part::PaperFold& each : flat.folds)
            sayHowToFold(each);
        for (const part::GlueTab& tab : flat.tabs)
            write(QStringLiteral("glue"), round(tab.outline), kSmallText);
    }

private:
    QPointF at(const Vec2& onPaper) const {
        const Vec2 p = onPaper - flat.corner;
        return {kBeside + p.x(), kBeside + flat.width - p.y()};
    }
    QLineF at(const Segment& line) const { return {at(line.from), at(line.to)}; }
    QPolygonF at(const Path& path) const {
        QPolygonF polygon;
        for (const Vec2& p : flattened(path, 1))
            polygon << at(p);
        return polygon;
    }
    QRectF round(const Path& path) const { return at(path).boundingRect(); }

    void cuts() {
        pen(kBold);
        painter.drawPolygon(at(flat.outline));
        for (const part::GlueTab& tab : flat.tabs) { // the base is no cut
            dashed(kThin, {5, 1.5});
            painter.drawLine(at(tab.base));
        }
    }

    static QList<qreal> dashesOf(bool isToward) {
        return isToward ? QList<qreal>{5, 1.5} : QList<qreal>{5, 1.2, 0.6, 1.2, 0.6, 1.2};
    }

    void fold(const part::PaperFold& fold) {
        const bool isToward = bendOf(fold).turn == job::Turn::Up;
        if (!fold.isRolled) {
            dashed(kThin, dashesOf(isToward));
            painter.drawLine(at(fold.line));
            return;
        }
        dashed(kHair, {1, 1});
        painter.drawLine(at(fold.near));
        painter.drawLine(at(fold.far));
    }

    void prick(const part::PaperHole& hole) {
        const part::PartHole& of = part.holes[static_cast<size_t>(hole.hole)];
        pen(kThin);
        painter.drawPolygon(at(hole.shape));
        pen(kHair);
        const Vec2 moved = hole.centre - of.centreInFlat;
        constexpr double kArm = 2;
        for (const Vec2& end : {of.spineInFlat.from, of.spineInFlat.to}) {
            const QPointF p = at(end + moved);
            painter.drawLine(p - QPointF(kArm, 0), p + QPointF(kArm, 0));
            painter.drawLine(p - QPointF(0, kArm), p + QPointF(0, kArm));
        }
        labels.keepFree(round(hole.shape));
    }

    void keepLabelsOff() {
        const QPolygonF outline = at(flat.outline);
        for (qsizetype i = 0; i < outline.size(); ++i)
            labels.keepOff({outline[i], outline[(i + 1) % outline.size()]});
        for (const part::PaperFold& fold : flat.folds)
            for (const Segment& line : {fold.near, fold.line, fold.far})
                labels.keepOff(at(line));
    }

    const part::PartBend& bendOf(const part::PaperFold& fold) const {
        return part.bends[static_cast<size_t>(fold.bend)];
    }

    void write(const QString& says, const QRectF& about, double size) {
        const QSizeF words(textWidth(says, size, Weight::Regular), size * 1.15);
        const QRectF room = labels.place(words, about);
        text(room.bottomLeft() - QPointF(0, size * 0.25), says, size);
    }

    void legs() {
        for (size_t i = 0; i < part.plates.size(); ++i) {
            const QRectF leg = round(part.plates[i].shapeInFlat)
                                   .translated(flat.paperFromFlat[i].x(), -flat.paperFromFlat[i].y());
            write(QString::fromStdString(part.plates[i].id), {leg.center(), QSizeF(0, 0)}, kLargeText);
        }
    }

    void sayHowToFold(const part::PaperFold& fold) {
        const part::PartBend& bend = bendOf(fold);
        const QString way =
            bend.turn == job::Turn::Up ? QStringLiteral("toward you") : QStringLiteral("away from you");
        const QString turn =
            QString::fromStdString(quantity::printNumber(reading.bendAngle(bend.shape.angleDeg), 1));
        const QString angle = reading.angles == quantity::Reading::Angles::Included
                                  ? QStringLiteral("to %1° between the legs").arg(turn)
                                  : QStringLiteral("%1°").arg(turn);
        const auto size = [&](double mm) {
            return QString::fromStdString(quantity::typesetWithUnit(quantity::Length::mm(mm), reading));
        };
        const QString how =
            fold.isRolled
                ? QStringLiteral("roll round %1 between the dots")
                      .arg(size(2 * (fold.far.from - fold.near.from).norm() / radians(bend.shape.angleDeg)))
                : QStringLiteral("fold");
        write(QStringLiteral("%1: %2, %3 %4").arg(QString::fromStdString(bend.id), how, angle, way),
              {at((fold.line.from + fold.line.to) / 2), QSizeF(0, 0)}, kSmallText);
    }

    const part::Part& part;
    const part::PaperFlat& flat;
    const quantity::Reading& reading;
    PaperLabels labels;
};

FullSize drawingOf(const job::Job& job, part::Part made, const quantity::Reading& reading,
                   const std::string& hand) {
    part::PaperFlat flat = part::paperFlatOf(job, made, part::paperSideOf(job, made));
    const auto trial = std::make_shared<const Trial>(Trial{std::move(made), std::move(flat), reading});
    const auto length = [&](double mm) {
        return QString::fromStdString(quantity::typesetWithUnit(quantity::Length::mm(mm), reading));
    };
    const QString side =
        trial->flat.side == part::PaperSide::Face ? QStringLiteral("face") : QStringLiteral("back");
    QString says =
        QStringLiteral("Cut out and folded it is the bracket's %1. Prick the holes through.").arg(side);
    if (!trial->flat.overlaps.empty()) {
        const part::FlatOverlap& twice = trial->flat.overlaps.front();
        says +=
            QStringLiteral(" %1 and %2 need the same paper: print it twice, leave the one out here and the "
                           "other there, and glue both together.")
                .arg(QString::fromStdString(capital(job::nameOf(twice.one))),
                     QString::fromStdString(job::nameOf(twice.other)));
    }
    return {.title = QString::fromStdString(job.title),
            .hand = QString::fromStdString(hand),
            .stock = QStringLiteral(
                         "Paper or card, %1 long and %2 wide: to try where it goes, not to cut metal by.")
                         .arg(length(trial->flat.length), length(trial->flat.width)),
            .says = says,
            .before = QStringLiteral("cut"),
            .legend = {QStringLiteral("Full lines: cut. Dashes: fold;"),
                       QStringLiteral("with dots between, fold away from you."),
                       QStringLiteral("Dots: rolled between them.")},
            .size = QSizeF(trial->flat.length + 2 * kBeside, trial->flat.width + 2 * kBeside),
            .paint = [trial](QPainter& painter, const std::vector<QRectF>& pages) {
                PaperTrial(painter, *trial, pages).paint();
            }};
}

} // namespace

QByteArray paperTrialPdf(const job::Job& job, const part::Part& part, const material::Material& material,
                         QPageSize::PageSizeId paper, const quantity::Reading& reading) {
    std::vector<FullSize> drawings{drawingOf(job, part, reading, part::handInWords(job.hand, false))};
    if (job.oppositeHand)
        drawings.push_back(drawingOf(part::mirrored(job, part), part::oppositePart(job, part, material),
                                     reading, part::handInWords(job.hand, true)));
    return fullSizePdf(QString::fromStdString(job.title), drawings, paper);
}

} // namespace goodfold::draw
