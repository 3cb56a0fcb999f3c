#include "draw/rack_picture.h"

#include "draw/type.h"

#include <QFontMetricsF>
#include <QPainter>
#include <QString>

#include <algorithm>

namespace goodfold::draw {

namespace {

constexpr int kMostBehind = 3; // of those alike, drawn behind one another
constexpr double kBehind = 3;  // pixels from one to the next

class RackPainter {
public:
    RackPainter(QPainter* painter, double width, const RackPicture& picture, const quantity::Reading& reading,
                const Palette& palette)
        : painter(painter), width(width), picture(picture), reading(reading), palette(palette) {
        double longest = 0;
        for (const stock::RackStock& each : picture.entries)
            longest = std::max(longest, each.length);
        scale = longest > 0 ? (width - 2 * kMargin - kMostBehind * kBehind) / longest : 0;
    }

    std::vector<PlacedStock> paint() {
        std::string section;
        for (const stock::RackStock& each : picture.entries) {
            const std::string own = sectionInWords(each, reading);
            if (own != section) heading(own == picture.own ? own + ": this job's stock" : own);
            section = own;
            row(each);
        }
        return std::move(placed);
    }

private:
    static constexpr double kMargin = 8;

    void words(const std::string& says, double height, Weight weight, const QColor& ink) {
        if (painter) {
            painter->setFont(typeface(picture.letters, weight));
            painter->setPen(ink);
            const QFontMetricsF metrics(painter->font());
            const double room = width - 2 * kMargin;
            painter->drawText(QRectF(kMargin, y, room, height), Qt::AlignLeft | Qt::AlignVCenter,
                              metrics.elidedText(QString::fromStdString(says), Qt::ElideRight, room));
        }
        y += height;
    }

    void heading(const std::string& says) {
        y += placed.empty() ? 0 : picture.letters;
        words(says, 1.8 * picture.letters, Weight::SemiBold, palette.faintInk);
    }

    void row(const stock::RackStock& stock) {
        const double top = y, tall = std::max(stock.width * scale, 6.0);
        const bool isLit = stock.id == picture.lit;
        const int behind = !stock.count ? kMostBehind : std::clamp(*stock.count - 1, 0, kMostBehind);
        const double high = 1.6 * picture.letters + tall + behind * kBehind + 0.8 * picture.letters;
        if (painter && isLit)
            painter->fillRect(QRectF(0, top, width, high), mixed(palette.paper, palette.accent, 0.1));
        words(stock.name + ": " + inWords(stock, reading), 1.6 * picture.letters,
              isLit ? Weight::SemiBold : Weight::Regular, palette.ink);
        const QRectF front(kMargin, y + behind * kBehind, stock.length * scale, tall);
        if (painter) {
            const bool isGone = stock.count == 0;
            painter->setPen(QPen(isLit ? palette.accent : palette.ink, isLit ? 2 : 1,
                                 isGone ? Qt::DashLine : Qt::SolidLine));
            painter->setBrush(isGone ? QBrush(Qt::NoBrush) : QBrush(palette.face));
            for (int i = behind; i >= 0; --i)
                painter->drawRect(front.translated(i * kBehind, -i * kBehind));
            holes(stock, front);
        }
        y = top + high;
        placed.push_back({stock.id, QRectF(0, top, width, high)});
    }

    void holes(const stock::RackStock& stock, const QRectF& front) {
        painter->setBrush(palette.paper);
        for (const stock::StockHole& hole : stock.holes) {
            const double radius = std::max(hole.diameter / 2 * scale, 1.2);
            painter->drawEllipse(QPointF(front.left() + hole.at * scale, front.center().y()), radius, radius);
        }
    }

    QPainter* painter;
    double width;
    const RackPicture& picture;
    const quantity::Reading& reading;
    const Palette& palette;
    double scale = 0, y = 0;
    std::vector<PlacedStock> placed;
};

} // namespace

std::vector<PlacedStock> paintRack(QPainter* painter, double width, const RackPicture& picture,
                                   const quantity::Reading& reading, const Palette& palette) {
    if (painter) {
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
    }
    auto placed = RackPainter(painter, width, picture, reading, palette).paint();
    if (painter) painter->restore();
    return placed;
}

} // namespace goodfold::draw
