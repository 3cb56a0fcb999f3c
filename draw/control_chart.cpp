#include "draw/control_chart.h"

#include "draw/type.h"

#include <QPainter>

#include <algorithm>

namespace goodfold::draw {

namespace {

class ControlPainter {
public:
    ControlPainter(QPainter& painter, const QRectF& area, const bench::Chart& chart, const Palette& palette,
                   double letters)
        : painter(painter), chart(chart), palette(palette), letters(letters),
          plot(area.adjusted(4 * letters, 2 * letters, -10.5 * letters, -1.6 * letters)) {
        low = std::min(chart.low, chart.accept.from);
        high = std::max(chart.high, chart.accept.to);
        for (const double value : chart.values) {
            low = std::min(low, value);
            high = std::max(high, value);
        }
        const double margin = 0.08 * std::max(high - low, 1e-6);
        low -= margin;
        high += margin;
    }

    void paint(const QString& title) {
        painter.save();
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setFont(typeface(letters, Weight::SemiBold));
        painter.setPen(palette.ink);
        painter.drawText(QRectF(plot.left(), plot.top() - 1.9 * letters, plot.width(), 1.8 * letters),
                         Qt::AlignLeft | Qt::AlignVCenter, title);
        painter.setFont(typeface(letters));
        level(chart.accept.to, QPen(palette.stop, 1.6), QStringLiteral("goes on up to"));
        level(chart.accept.from, QPen(palette.stop, 1.6), QStringLiteral("goes on from"));
        if (chart.values.size() > 1) {
            level(chart.high, QPen(palette.faintInk, 1.2, Qt::DashLine), {});
            level(chart.low, QPen(palette.faintInk, 1.2, Qt::DashLine), {});
        }
        level(chart.mean, QPen(palette.faintInk, 1), {});
        paintPieces();
        painter.restore();
    }

private:
    double x(size_t piece) const {
        const auto gaps = static_cast<double>(std::max<size_t>(chart.values.size() - 1, 1));
        return plot.left() + plot.width() * static_cast<double>(piece) / gaps;
    }
    double y(double value) const { return plot.bottom() - plot.height() * (value - low) / (high - low); }

    void level(double value, const QPen& pen, const QString& says) {
        painter.setPen(pen);
        painter.drawLine(QPointF(plot.left(), y(value)), QPointF(plot.right(), y(value)));
        if (says.isEmpty()) return;
        painter.setPen(palette.ink);
        painter.drawText(QRectF(plot.right() + 0.5 * letters, y(value) - letters, 10 * letters, 2 * letters),
                         Qt::AlignLeft | Qt::AlignVCenter,
                         says + QLatin1Char(' ') + QString::number(value, 'f', 1));
    }

    void paintPieces() {
        QPolygonF line;
        for (size_t i = 0; i < chart.values.size(); ++i)
            line << QPointF(x(i), y(chart.values[i]));
        painter.setPen(QPen(palette.ink, 1));
        painter.drawPolyline(line);
        for (size_t i = 0; i < chart.values.size(); ++i) {
            const bool isBeyond = chart.values[i] < chart.accept.from || chart.values[i] > chart.accept.to;
            painter.setPen(Qt::NoPen);
            painter.setBrush(isBeyond ? palette.stop : palette.ink);
            constexpr double kDot = 3.5;
            if (isBeyond)
                painter.drawRect(
                    QRectF(line[static_cast<int>(i)] - QPointF(kDot, kDot), QSizeF(2 * kDot, 2 * kDot)));
            else
                painter.drawEllipse(line[static_cast<int>(i)], kDot, kDot);
            painter.setPen(palette.faintInk);
            painter.drawText(
                QRectF(x(i) - 2 * letters, plot.bottom() + 0.2 * letters, 4 * letters, 1.4 * letters),
                Qt::AlignCenter, QString::number(i + 1));
        }
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(palette.accent, 2));
        painter.drawEllipse(line.last(), 8, 8);
    }

    QPainter& painter;
    const bench::Chart& chart;
    const Palette& palette;
    double letters;
    QRectF plot;
    double low = 0, high = 1;
};

} // namespace

void paintControl(QPainter& painter, const QRectF& area, const bench::Chart& chart, const QString& title,
                  const Palette& palette, double letters) {
    ControlPainter(painter, area, chart, palette, letters).paint(title);
}

} // namespace goodfold::draw
