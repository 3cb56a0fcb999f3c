#include "draw/formed_drawing.h"

#include "bench/words.h"
#include "draw/check_sheet.h"
#include "draw/line_drawing.h"
#include "draw/paper_labels.h"
#include "draw/paper_page.h"
#include "draw/paper_scene.h"
#include "draw/template_pages.h"
#include "draw/view_angles.h"
#include "files/revisions.h"
#include "part/mirror.h"
#include "text/names.h"
#include "text/tasks.h"

#include <QDate>
#include <QPdfWriter>

#include <array>

namespace goodfold::draw {

namespace {

/// From where a view looks.
struct View {
    const char* name;
    double yawDeg, pitchDeg;
};
constexpr std::array kViews{View{"from the right side", 0, 0}, View{"from its end", 90, 0},
                            View{"from above", 0, 90}};

class FormedDrawing : public PaperPage {
public:
    FormedDrawing(const PaperPages& pages, QPainter& painter, const quantity::Reading& reading,
                  const ShopBooks& shop, bool isFullSize)
        : PaperPage(pages, painter), reading(reading), shop(shop), isFullSize(isFullSize) {}

    void paint(const sequence::Settled& settled, const material::Material& material, const QString& hand,
               bool isOpposite) {
        part = &settled.part;
        folded = part::fold(*part);
        scene = sceneOf(*part, folded);
        findOutermost();
        if (isBegun) room(page.height());
        isBegun = true;
        head(settled.job, material, hand);
        views();
        legsAndBends();
        holes();
        checks(settled, material, isOpposite);
    }

    /// The largest of the usual ones that all three views fit in their cells by.
    double scale() const {
        for (const double each : {5.0, 2.0, 1.0, 0.5, 0.4, 0.25, 0.2, 0.1, 0.05, 0.02}) {
            const bool fits = std::all_of(kViews.begin(), kViews.end(), [&](const View& view) {
                const QSizeF size = each * sizeOf(view);
                return size.width() <= cell().width() - 2 * kRoom &&
                       size.height() <= cell().height() - 2 * kRoom;
            });
            if (fits) return each;
        }
        return 0.01;
    }

private:
    static constexpr double kRoom = 14, kGap = 6; // mm: round a view for its dimensions

    void head(const job::Job& job, const material::Material& material, const QString& hand) {
        const std::string revision = files::revisionInWords(job);
        text(QPointF(page.left(), y), said(job.title + (revision.empty() ? "" : ", " + revision)), kLargeText,
             Weight::SemiBold);
        text(QPointF(page.right(), y), hand, kText, Weight::SemiBold, Qt::AlignRight);
        y += 5.5;
        constexpr double kGrams = 1000;
        text(QPointF(page.left(), y),
             QStringLiteral("%1; %2 g; blank %3 × %4")
                 .arg(stockInWords(job, material), said(quantity::printNumber(part->blank.mass * kGrams, 0)),
                      length(part->blank.length), length(part->blank.width)),
             kText);
        text(QPointF(page.right(), y),
             QStringLiteral("%1, scale %2, %3")
                 .arg(reading.unit == quantity::Unit::Inch ? QStringLiteral("inches")
                                                           : QStringLiteral("millimetres"),
                      scaleInWords(), QDate::currentDate().toString(Qt::ISODate)),
             kText, Weight::Regular, Qt::AlignRight);
        y += 4;
    }

    QString length(double mm) const {
        return said(quantity::typeset(quantity::Length::mm(mm), reading))
            .replace(QLatin1Char('-'), QChar(0x2212));
    }

    static Camera cameraOf(const View& view) {
        Camera camera;
        camera.yawDeg = view.yawDeg;
        camera.pitchDeg = view.pitchDeg;
        return camera;
    }
    /// Bends are drawn in pieces that stay within their rounds: what is written goes by the rounds, degree by
    /// degree.
    void findOutermost() {
        outermost = scene.points;
        for (size_t i = 0; i < part->bends.size(); ++i) {
            const part::PartBend& bend = part->bends[i];
            const int steps = std::max(1, static_cast<int>(std::ceil(bend.shape.angleDeg)));
            for (int step = 0; step <= steps; ++step)
                for (const Vec2& from : {bend.near.from, bend.near.to})
                    for (const double z : {0.0, part->thickness})
                        outermost.push_back(part::inRoot(*part, folded, static_cast<int>(i),
                                                         from + bend.allowance * step / steps * bend.across,
                                                         z));
        }
    }

    /// What a view takes at full size.
    QSizeF sizeOf(const View& view) const {
        const Camera camera = cameraOf(view);
        Eigen::AlignedBox2d box;
        for (const Vec3& point : outermost)
            box.extend(Vec2(point.dot(camera.right()), point.dot(camera.up())));
        return {box.sizes().x(), box.sizes().y()};
    }

    QSizeF cell() const { return {(page.width() - kGap) / 2, 0.3 * page.height()}; }

    QString scaleInWords() const {
        if (isFullSize) return QStringLiteral("1:1");
        const double by = scale();
        return by >= 1 ? QStringLiteral("%1:1").arg(by) : QStringLiteral("1:%1").arg(1 / by);
    }

    void views() {
        for (size_t i = 0; i < kViews.size(); ++i)
            view(kViews[i], cellAt(i));
        const QRectF area = cellAt(3);
        Camera camera = fitted(Camera(), scene.points, area.adjusted(kGap, kGap, -kGap, -kGap));
        paintOnPaper(painter, scene, camera);
        y = area.bottom() + kGap;
    }
    QRectF cellAt(size_t place) const {
        const double column = place % 2 ? cell().width() + kGap : 0;
        const size_t row = place / 2;
        return {QPointF(page.left() + column, y + static_cast<double>(row) * cell().height()), cell()};
    }

    void view(const View& from, const QRectF& area) {
        Camera camera = fitted(cameraOf(from), outermost, area);
        camera.pixelsPerMm = scale();
        const std::vector<SeenFace> seen = paintOnPaper(painter, scene, camera);
        const QSizeF size = scale() * sizeOf(from);
        const QRectF shape(area.center() - QPointF(size.width(), size.height()) / 2, size);
        dimension({shape.left(), shape.bottom()}, {shape.right(), shape.bottom()}, {0, 1},
                  size.width() / scale());
        dimension({shape.right(), shape.bottom()}, {shape.right(), shape.top()}, {1, 0},
                  size.height() / scale());
        text({area.center().x(), area.bottom() - 0.5}, QString::fromLatin1(from.name), kSmallText,
             Weight::Regular, Qt::AlignHCenter);
        PaperLabels labels = labelsBeside(seen, area, shape);
        for (const SeenAngle& each :
             anglesSeen(*part, folded, camera, reading.angles == quantity::Reading::Angles::Included))
            angle(each, labels);
        letters(seen, labels);
    }

    /// An arc from leg to leg; from what a leg would go on to, where what is turned from flat is told.
    void angle(const SeenAngle& seen, PaperLabels& labels) {
        constexpr double kRadius = 6, kBeyond = 1.5; // mm
        const auto degreesOf = [](const QPointF& way) { return degrees(std::atan2(-way.y(), way.x())); };
        const double from = degreesOf(seen.from), by = std::remainder(degreesOf(seen.to) - from, 360.0);
        if (!seen.isIncluded) {
            dashed(kHair, {1, 0.7});
            painter.drawLine(seen.apex, seen.apex + (kRadius + kBeyond) * seen.from);
        }
        pen(kHair);
        constexpr double kQtParts = 16; // of a degree
        painter.drawArc(QRectF(seen.apex - QPointF(kRadius, kRadius), QSizeF(2 * kRadius, 2 * kRadius)),
                        static_cast<int>(std::lround(from * kQtParts)),
                        static_cast<int>(std::lround(by * kQtParts)));
        const double middle = radians(from + by / 2);
        const QPointF beside = seen.apex + (kRadius + kBeyond) * QPointF(std::cos(middle), -std::sin(middle));
        const double turned = part->bends[static_cast<size_t>(seen.bend)].shape.angleDeg;
        const QString says = said(quantity::printNumber(reading.bendAngle(turned), 1)) + QChar(0xb0);
        const QSizeF words(textWidth(says, kSmallText, Weight::SemiBold), kSmallText * 1.15);
        const QRectF room = labels.place(words, {beside, QSizeF(0, 0)});
        text(room.bottomLeft() - QPointF(0, kSmallText * 0.25), says, kSmallText, Weight::SemiBold);
    }

    /// Between two points, drawn off to one side.
    void dimension(const QPointF& from, const QPointF& to, const QPointF& aside, double mm) {
        constexpr double kOff = 5, kBeyond = 1.2, kTick = 0.9;
        const QPointF a = from + kOff * aside, b = to + kOff * aside;
        pen(kHair);
        painter.drawLine(from + kBeyond * aside, a + kBeyond * aside);
        painter.drawLine(to + kBeyond * aside, b + kBeyond * aside);
        painter.drawLine(a, b);
        pen(kThin);
        for (const QPointF& end : {a, b}) // slanting ticks
            painter.drawLine(end - QPointF(kTick, -kTick), end + QPointF(kTick, -kTick));
        painter.save();
        painter.translate((a + b) / 2 + 1.2 * (aside.y() > 0 ? QPointF(0, 2.6) : QPointF(3.2, 0)));
        if (aside.x() != 0) painter.rotate(-90);
        text({0, 0}, length(mm), kText, Weight::SemiBold, Qt::AlignHCenter);
        painter.restore();
    }

    static PaperLabels labelsBeside(const std::vector<SeenFace>& seen, const QRectF& area,
                                    const QRectF& shape) {
        PaperLabels labels({area});
        labels.keepFree({shape.left(), shape.bottom() + 1, shape.width(), kRoom});
        labels.keepFree({shape.right() + 1, shape.top(), kRoom, shape.height()});
        for (const SeenFace& face : seen)
            for (qsizetype i = 0; i < face.outline.size(); ++i)
                if (face.inked[i])
                    labels.keepOff({face.outline[i], face.outline[(i + 1) % face.outline.size()]});
        return labels;
    }

    /// Each leg by name where most of it is seen.
    void letters(const std::vector<SeenFace>& seen, PaperLabels& labels) {
        for (const part::PartPlate& plate : part->plates) {
            QRectF largest;
            for (const SeenFace& face : seen) {
                const QRectF box = QPolygonF(face.outline.begin(), face.outline.end()).boundingRect();
                const bool isLarger = box.width() * box.height() > largest.width() * largest.height();
                if (face.about == job::Element::plate(plate.id) && isLarger &&
                    elementAt(seen, box.center()) == face.about)
                    largest = box;
            }
            if (largest.isNull()) continue;
            const QString name = said(plate.id);
            const QSizeF words(textWidth(name, kSmallText, Weight::SemiBold), kSmallText * 1.15);
            const QRectF room = labels.place(words, {largest.center(), QSizeF(0, 0)});
            text(room.bottomLeft() - QPointF(0, kSmallText * 0.25), name, kSmallText, Weight::SemiBold);
        }
    }

    void heading(const char* says) {
        room(4 * kText);
        y += 2;
        text(QPointF(page.left(), y), QString::fromLatin1(says), kText, Weight::SemiBold);
        y += kText * 1.6;
    }

    void row(const QString& name, const QString& says) {
        constexpr double kName = 16;
        for (const QString& each : wrapped(says, kText, Weight::Regular, page.width() - kName)) {
            room(kText * 2);
            if (!name.isEmpty() &&
                each == wrapped(says, kText, Weight::Regular, page.width() - kName).first())
                text(QPointF(page.left(), y), name, kText, Weight::SemiBold);
            text(QPointF(page.left() + kName, y), each, kText);
            y += kText * 1.5;
        }
    }

    void legsAndBends() {
        heading("Legs, outside, and bends");
        QStringList legs;
        for (size_t i = 0; i < part->plates.size(); ++i)
            legs << QStringLiteral("%1 %2").arg(
                said(part->plates[i].id),
                length(part::lengthTo(*part, static_cast<int>(i), job::DimensionTo::Outside)));
        row(QStringLiteral("legs"), legs.join(QStringLiteral(", ")));
        for (const part::PartBend& bend : part->bends)
            row(QStringLiteral("bend %1").arg(said(bend.id)),
                QStringLiteral("%1° %2, inside radius %3")
                    .arg(said(quantity::printNumber(reading.bendAngle(bend.shape.angleDeg), 1)),
                         bend.turn == job::Turn::Up ? QStringLiteral("to the face")
                                                    : QStringLiteral("to the back"),
                         said(quantity::typesetSize(quantity::Length::mm(bend.shape.insideRadius),
                                                    reading.unit))));
    }

    void holes() {
        if (part->holes.empty()) return;
        heading("Holes");
        for (const part::PartHole& hole : part->holes)
            row(said(hole.id), QStringLiteral("%1 %2, %3")
                                   .arg(said(job::nameOf(hole.kind)), size(hole),
                                        said(text::placeInFormed(*part, hole, reading))));
    }

    /// Its diameter; of a slot its width and its length over all.
    QString size(const part::PartHole& hole) const {
        const auto told = [&](double mm) {
            return said(quantity::typesetSize(quantity::Length::mm(mm), reading.unit));
        };
        if (!hole.isSlot()) return told(hole.diameter);
        const double spine = (hole.spineInFlat.to - hole.spineInFlat.from).norm();
        return told(hole.diameter) + QStringLiteral(" × ") + told(spine + hole.diameter);
    }

    void checks(const sequence::Settled& settled, const material::Material& material, bool isOpposite) {
        const auto limits = limitsOf(settled, material, isOpposite, shop);
        if (!limits) return;
        heading("Within these limits its bolts go in");
        for (const bench::Accept& accept : *limits) {
            const auto value = [&](double of) {
                return bench::isAngle(accept.measure.kind)
                           ? said(quantity::printNumber(reading.bendAngle(of), 1)) + QChar(0xb0)
                           : length(of);
            };
            row({},
                QStringLiteral("%1: %2, from %3 to %4")
                    .arg(said(bench::measureInWords(accept.measure)), value(accept.nominal),
                         value(std::min(accept.from, accept.to)), value(std::max(accept.from, accept.to))));
        }
    }

    const quantity::Reading& reading;
    const ShopBooks& shop;
    const part::Part* part = nullptr;
    part::Folded folded;
    Scene scene;
    std::vector<Vec3> outermost;
    bool isFullSize, isBegun = false;
};

} // namespace

QByteArray formedDrawing(DrawingAs as, const sequence::Settled& settled, const sequence::Settled* opposite,
                         const material::Material& material, QPageSize::PageSizeId paper,
                         const quantity::Reading& reading, const ShopBooks& shop) {
    double scale = 1;
    const auto paint = [&](const PaperPages& pages, QPainter& painter) {
        FormedDrawing drawing(pages, painter, reading, shop, as == DrawingAs::Dxf);
        const auto handOf = [&](bool isOpposite) {
            return settled.job.oppositeHand ? said(part::handInWords(settled.job.hand, isOpposite))
                                            : QString();
        };
        drawing.paint(settled, material, handOf(false), false);
        scale = drawing.scale();
        if (opposite && opposite->outcome.plan) drawing.paint(*opposite, material, handOf(true), true);
    };
    if (as == DrawingAs::Pdf)
        return pagesPdf(settled.job.title, paper,
                        [&](QPdfWriter& writer, QPainter& painter) { paint(pagesOf(writer), painter); });
    const QSizeF page = QPageSize(paper).size(QPageSize::Millimeter);
    QSizeF sheet = page;
    const LineDrawing drawing = lineDrawing([&](QPainter& painter) {
        paint({page, 1,
               [&] {
                   painter.translate(0, page.height());
                   sheet.rheight() += page.height();
               }},
              painter);
    });
    if (as == DrawingAs::Svg) return svgOf(drawing, said(settled.job.title), sheet);
    return dxfOf(drawing, 1 / scale, sheet);
}

} // namespace goodfold::draw
