#include "draw/proved_chart.h"

#include "draw/type.h"

#include <QCoreApplication>
#include <QFontMetricsF>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace goodfold::draw {

namespace {

constexpr double kBand = 1.96;    // sigmas: 95 in 100
constexpr double kRow = 2.5;      // letters
constexpr double kTwoLines = 3.7; // of a row whose name takes two lines

QString tr(const char* says) {
    return QCoreApplication::translate("ProvedChart", says);
}

/// A scale of one column, and where its figures stand beside it.
struct Column {
    double left, right; // on the screen
    double low, high;   // of what is measured
    double at(double value) const {
        return left + (right - left) * (std::clamp(value, low, high) - low) / (high - low);
    }
};

/// As wide as the longest, up to where the bars would have no room.
double widthOfNames(const ProvedChart& chart, double width) {
    const QFontMetricsF metrics(typeface(chart.letters, Weight::SemiBold));
    double widest = metrics.horizontalAdvance(tr("Tools as they proved"));
    for (const ProvedRow& each : chart.rows)
        widest = std::max(widest, metrics.horizontalAdvance(each.tool));
    return std::min(widest + chart.letters, 0.4 * width);
}

/// The height of one row.
double rowOf(const ProvedChart& chart, double width) {
    const QFontMetricsF metrics(typeface(chart.letters));
    const double room = widthOfNames(chart, width) - 4;
    const bool isLong = std::any_of(chart.rows.begin(), chart.rows.end(), [&](const ProvedRow& each) {
        return metrics.horizontalAdvance(each.tool) > room;
    });
    return (isLong ? kTwoLines : kRow) * chart.letters;
}

class ProvedPainter {
public:
    ProvedPainter(QPainter& painter, const QRectF& area, const ProvedChart& chart, const Palette& palette)
        : painter(painter), area(area), chart(chart), palette(palette), row(rowOf(chart, area.width())) {
        double farthest = kBand * chart.bookOffsetSigma, widest = 0.5;
        for (const ProvedRow& each : chart.rows) {
            const auto& [offset, radius, angle, book] = each.proved;
            if (offset.bends > 0) farthest = std::max(farthest, std::abs(offset.mean) + kBand * offset.sigma);
            widest = std::max({widest, book, angle.bends > 0 ? angle.mean + kBand * angle.sigma : 0});
        }
        const double names = widthOfNames(chart, area.width()), each = (area.width() - names) / 2;
        // Where bars and figures have no room beside one another, the bars go first: the figures stand in
        // words.
        const double figures = each > 9 * chart.letters ? 4.4 * chart.letters : 0.8 * chart.letters;
        hasFigures = each > 9 * chart.letters;
        offsets = {area.left() + names, area.left() + names + each - figures, -farthest, farthest};
        angles = {offsets.left + each, area.right() - figures, 0, widest};
    }

    void paint() {
        painter.save();
        painter.setRenderHint(QPainter::Antialiasing);
        head();
        double y = area.top() + 1.8 * chart.letters + row / 2;
        for (const ProvedRow& each : chart.rows) {
            paintRow(each, y);
            y += row;
        }
        painter.restore();
    }

private:
    void words(const QString& says, double left, double right, double y, const QColor& ink) {
        painter.setPen(ink);
        const QFontMetricsF metrics(painter.font());
        painter.drawText(QRectF(left, y - row / 2, right - left, row), Qt::AlignLeft | Qt::AlignVCenter,
                         metrics.elidedText(says, Qt::ElideRight, right - left));
    }

    /// The first of these that has room.
    void heading(const QStringList& says, double left, double right, double y, const QColor& ink) {
        const QFontMetricsF metrics(painter.font());
        const auto fits = std::find_if(says.begin(), says.end(), [&](const QString& each) {
            return metrics.horizontalAdvance(each) <= right - left;
        });
        words(fits == says.end() ? says.back() : *fits, left, right, y, ink);
    }

    void head() {
        const double y = area.top() + 0.8 * chart.letters;
        painter.setFont(typeface(chart.letters, Weight::SemiBold));
        heading({tr("Tools as they proved"), tr("Tools")}, area.left(), offsets.left - 8, y, palette.ink);
        painter.setFont(typeface(chart.letters));
        heading({tr("its line: nearer, or further on"), tr("its line is off by"), tr("its line")},
                offsets.left, angles.left - 8, y, palette.faintInk);
        heading({tr("its angles scatter by"), tr("its angles")}, angles.left, area.right(), y,
                palette.faintInk);
    }

    /// On two lines where it is long, over its radius where that is known.
    void nameOf(const ProvedRow& each, double y) {
        const double left = area.left(), right = offsets.left - 4, line = 0.55 * chart.letters;
        const bool hasRadius = each.proved.radiusTimes.bends > 0;
        const double lower = hasRadius ? 1.2 * chart.letters : 0;
        painter.setFont(typeface(chart.letters));
        painter.setPen(palette.ink);
        painter.drawText(QRectF(left, y - row / 2, right - left, row - lower),
                         Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap, each.tool);
        if (!hasRadius) return;
        painter.setFont(typeface(0.85 * chart.letters));
        words(tr("radius × %1").arg(QString::number(each.proved.radiusTimes.mean, 'f', 2)), left, right,
              y + row / 2 - line, palette.faintInk);
    }

    void band(const Column& column, double from, double to, double y, const QColor& ink) {
        const double half = 0.36 * row;
        painter.fillRect(QRectF(QPointF(column.at(from), y - half), QPointF(column.at(to), y + half)), ink);
    }

    /// What is known by now: a dot, and a bar of 95 in 100.
    void known(const Column& column, const learn::Estimate& estimate, double y) {
        painter.setPen(QPen(ink(), 2.2));
        painter.drawLine(QPointF(column.at(estimate.mean - kBand * estimate.sigma), y),
                         QPointF(column.at(estimate.mean + kBand * estimate.sigma), y));
        painter.setPen(Qt::NoPen);
        painter.setBrush(ink());
        painter.drawEllipse(QPointF(column.at(estimate.mean), y), 4, 4);
    }

    void paintRow(const ProvedRow& each, double y) {
        const auto& [offset, radius, angle, bookAngle] = each.proved;
        nameOf(each, y);
        painter.setFont(typeface(chart.letters));
        const QColor book = mixed(palette.paper, palette.back, 0.3);
        band(offsets, -kBand * chart.bookOffsetSigma, kBand * chart.bookOffsetSigma, y, book);
        painter.setPen(QPen(palette.faintInk, 1.2, Qt::DashLine));
        painter.drawLine(QPointF(offsets.at(0), y - row / 2), QPointF(offsets.at(0), y + row / 2));
        if (offset.bends > 0) {
            known(offsets, offset, y);
            if (hasFigures)
                words(chart.asReads(offset.mean), offsets.right + 8, angles.left - 8, y, palette.ink);
        }
        band(angles, 0, bookAngle, y, book);
        painter.setPen(QPen(palette.faintInk, 1.2, Qt::DashLine));
        painter.drawLine(QPointF(angles.at(bookAngle), y - row / 2),
                         QPointF(angles.at(bookAngle), y + row / 2));
        if (angle.bends > 0) {
            known(angles, angle, y);
            if (hasFigures)
                words(QStringLiteral("± %1°").arg(QString::number(angle.mean, 'f', 2)), angles.right + 8,
                      area.right(), y, palette.ink);
        }
    }

    QColor ink() const {
        return palette.marking.lightness() < palette.paper.lightness() ? palette.marking : palette.accent;
    }

    QPainter& painter;
    const QRectF area;
    const ProvedChart& chart;
    const Palette& palette;
    const double row;
    Column offsets{}, angles{};
    bool hasFigures = true;
};

} // namespace

double heightOf(const ProvedChart& chart, double width) {
    const auto rows = static_cast<double>(chart.rows.size());
    return rows > 0 ? 2.2 * chart.letters + rows * rowOf(chart, width) : 0;
}

void paintProved(QPainter& painter, const QRectF& area, const ProvedChart& chart, const Palette& palette) {
    if (!chart.rows.empty() && area.width() > 200) ProvedPainter(painter, area, chart, palette).paint();
}

} // namespace goodfold::draw
