#include "draw/known_chart.h"

#include "draw/type.h"

#include <QFontMetricsF>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <array>
#include <cmath>

namespace goodfold::draw {

namespace {

constexpr double kBand = 1.96; // sigmas: 95 in 100

class ChartPainter {
public:
    ChartPainter(QPainter& painter, const QRectF& area, const KnownChart& chart, const Palette& palette)
        : painter(painter), chart(chart), palette(palette), font(typeface(chart.letters)), metrics(font) {
        setRange(std::clamp((area.height() - 5 * chart.letters) / (1.6 * chart.letters), 2.0, 8.0));
        const double left = metrics.horizontalAdvance(figure(high)) + chart.letters;
        plot = area.adjusted(left, 1.8 * chart.letters, -1.2 * chart.letters, -3.2 * chart.letters);
    }

    void paint() {
        if (chart.along.empty() || plot.width() < 40 || plot.height() < 30) return;
        painter.save();
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setFont(font);
        paintGrid();
        painter.setClipRect(plot.adjusted(-1, -1, 1, 1));
        paintBands();
        for (const learn::Seen& seen : chart.seen)
            paintSeen(seen);
        if (chart.inHand) paintRing(*chart.inHand);
        painter.setClipping(false);
        paintKey();
        painter.restore();
    }

private:
    QString figure(double value) const { return QString::number(value, 'f', chart.decimals); }

    void setRange(double mostLines) {
        for (const learn::Along& at : chart.along) {
            take(at.book - kBand * at.bookSigma);
            take(at.book + kBand * at.bookSigma);
            take(at.mean - kBand * at.sigma);
            take(at.mean + kBand * at.sigma);
        }
        for (const learn::Seen& seen : chart.seen)
            take(seen.value);
        if (chart.inHand) take(chart.inHand->value);
        step = stepFor(high - low, mostLines);
        low = step * std::floor(low / step);
        high = step * std::ceil(high / step);
    }
    void take(double value) {
        low = std::min(low, value);
        high = std::max(high, value);
    }
    /// No more lines than have room, of 1, 2 or 5.
    static double stepFor(double range, double mostLines) {
        const double ten = std::pow(10, std::floor(std::log10(std::max(range, 1e-6) / mostLines)));
        for (const double by : {1.0, 2.0, 5.0})
            if (range / (by * ten) <= mostLines) return by * ten;
        return 10 * ten;
    }

    double x(double ratio) const {
        const double from = std::log(chart.along.front().ratio), to = std::log(chart.along.back().ratio);
        return plot.left() + plot.width() * (std::log(ratio) - from) / (to - from);
    }
    double y(double value) const { return plot.bottom() - plot.height() * (value - low) / (high - low); }

    void paintGrid() {
        painter.setPen(QPen(palette.rule, 1));
        const auto lines = static_cast<int>(std::lround((high - low) / step));
        for (int i = 0; i <= lines; ++i) {
            const double value = low + step * i;
            painter.setPen(QPen(palette.rule, 1));
            painter.drawLine(QPointF(plot.left(), y(value)), QPointF(plot.right(), y(value)));
            painter.setPen(palette.faintInk);
            painter.drawText(QRectF(plot.left() - 100, y(value) - chart.letters, 94, 2 * chart.letters),
                             Qt::AlignRight | Qt::AlignVCenter, figure(value));
        }
        for (const double ratio : {0.25, 0.5, 1.0, 2.0, 4.0, 8.0, 16.0}) {
            painter.setPen(QPen(palette.rule, 1));
            painter.drawLine(QPointF(x(ratio), plot.top()), QPointF(x(ratio), plot.bottom()));
            painter.setPen(palette.faintInk);
            painter.drawText(
                QRectF(x(ratio) - 30, plot.bottom() + 0.6 * chart.letters, 60, 1.5 * chart.letters),
                Qt::AlignHCenter | Qt::AlignTop, QString::number(ratio));
        }
        const QString whole = QStringLiteral("inside radius in thicknesses (R/T)");
        painter.drawText(
            QRectF(plot.left(), plot.bottom() + 1.8 * chart.letters, plot.width(), 1.4 * chart.letters),
            Qt::AlignRight | Qt::AlignTop,
            metrics.horizontalAdvance(whole) <= plot.width() ? whole : QStringLiteral("R/T"));
    }

    template <class Middle, class Sigma> QPainterPath band(Middle middle, Sigma sigma) const {
        QPolygonF outline;
        for (const learn::Along& at : chart.along)
            outline << QPointF(x(at.ratio), y(at.*middle + kBand * at.*sigma));
        for (size_t i = chart.along.size(); i-- > 0;) {
            const learn::Along& at = chart.along[i];
            outline << QPointF(x(at.ratio), y(at.*middle - kBand * at.*sigma));
        }
        QPainterPath path;
        path.addPolygon(outline);
        path.closeSubpath();
        return path;
    }
    template <class Middle> void paintLine(Middle middle, const QPen& pen) {
        QPolygonF line;
        for (const learn::Along& at : chart.along)
            line << QPointF(x(at.ratio), y(at.*middle));
        painter.setPen(pen);
        painter.setBrush(Qt::NoBrush);
        painter.drawPolyline(line);
    }

    bool isTaught() const { return !chart.seen.empty(); }
    QPen bookPen() const { return {palette.faintInk, 1.4, Qt::DashLine}; }
    QPen knownPen() const {
        return {palette.marking.lightness() < palette.paper.lightness() ? palette.marking : palette.accent,
                2.2};
    }
    QColor knownFill() const { return mixed(palette.paper, knownPen().color(), 0.22); }

    void paintBands() {
        painter.setPen(QPen(palette.faintInk, 0.8, Qt::DotLine));
        painter.setBrush(mixed(palette.paper, palette.back, 0.25));
        painter.drawPath(band(&learn::Along::book, &learn::Along::bookSigma));
        if (isTaught()) {
            painter.setPen(Qt::NoPen);
            painter.setBrush(knownFill());
            painter.drawPath(band(&learn::Along::mean, &learn::Along::sigma));
        }
        paintLine(&learn::Along::book, bookPen());
        if (isTaught()) paintLine(&learn::Along::mean, knownPen());
    }

    void paintSeen(const learn::Seen& seen) {
        const QPointF at(x(std::clamp(seen.ratio, chart.along.front().ratio, chart.along.back().ratio)),
                         y(seen.value));
        const bool isIts = chart.tool.empty() || seen.tool == chart.tool;
        const QColor ink = isIts ? palette.ink : palette.faintInk;
        painter.setPen(QPen(ink, 1));
        painter.drawLine(QPointF(at.x(), y(seen.value - seen.sigma)),
                         QPointF(at.x(), y(seen.value + seen.sigma)));
        const double radius = std::min(3.0 + 0.5 * std::sqrt(seen.bends), 7.0);
        painter.setBrush(isIts ? ink : palette.paper);
        painter.drawEllipse(at, radius, radius);
    }

    void paintRing(const learn::Seen& seen) {
        painter.setPen(QPen(palette.accent, 2.5));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(QPointF(x(seen.ratio), y(seen.value)), 9, 9);
    }

    /// Each line and mark with its word, along the top, as far as there is room.
    void paintKey() {
        double left = plot.left();
        const double middle = plot.top() - 0.9 * chart.letters, length = 1.6 * chart.letters;
        const auto word = [&](const QString& says, const QColor& ink) {
            painter.setPen(ink);
            const double wide = metrics.horizontalAdvance(says);
            painter.drawText(QRectF(left, middle - chart.letters, wide + 2, 2 * chart.letters),
                             Qt::AlignLeft | Qt::AlignVCenter, says);
            left += wide + chart.letters;
        };
        const auto sample = [&](const QPen& pen, const QColor& fill) {
            painter.fillRect(QRectF(left, middle - 0.4 * chart.letters, length, 0.8 * chart.letters), fill);
            painter.setPen(pen);
            painter.drawLine(QPointF(left, middle), QPointF(left + length, middle));
            left += length + 0.4 * chart.letters;
        };
        painter.setFont(typeface(chart.letters * 1.15, Weight::SemiBold));
        painter.setPen(palette.ink);
        const double wide = QFontMetricsF(painter.font()).horizontalAdvance(chart.title);
        painter.drawText(QRectF(left, middle - chart.letters, wide + 2, 2 * chart.letters),
                         Qt::AlignLeft | Qt::AlignVCenter, chart.title);
        left += wide + 1.4 * chart.letters;
        painter.setFont(font);
        const auto hasRoom = [&](const QString& says) {
            return left + length + 0.4 * chart.letters + metrics.horizontalAdvance(says) <=
                   plot.right() + 1.2 * chart.letters;
        };
        const QString book = QStringLiteral("the book"), known = QStringLiteral("known by now"),
                      bends = QStringLiteral("this shop's bends");
        if (!hasRoom(book)) return;
        sample(bookPen(), mixed(palette.paper, palette.back, 0.25));
        word(book, palette.faintInk);
        if (!isTaught() || !hasRoom(known)) return;
        sample(knownPen(), knownFill());
        word(known, palette.ink);
        if (!hasRoom(bends)) return;
        painter.setPen(palette.ink);
        painter.setBrush(palette.ink);
        painter.drawEllipse(QPointF(left + 4, middle), 3.5, 3.5);
        left += 1.1 * chart.letters;
        word(bends, palette.ink);
    }

    QPainter& painter;
    const KnownChart& chart;
    const Palette& palette;
    QFont font;
    QFontMetricsF metrics;
    double low = 1e9, high = -1e9, step = 1;
    QRectF plot;
};

} // namespace

void paintKnown(QPainter& painter, const QRectF& area, const KnownChart& chart, const Palette& palette) {
    ChartPainter(painter, area, chart, palette).paint();
}

} // namespace goodfold::draw
