// What is painted, as lines and words that other programs can measure and change. Millimetres, y down.
#pragma once

#include <QByteArray>
#include <QLineF>
#include <QList>
#include <QPainter>
#include <QString>

#include <functional>

namespace goodfold::draw {

struct LineDrawing {
    struct Line {
        QLineF at;
        double width = 0;
    };
    struct Words {
        QPointF at; // where their baseline begins
        QString says;
        double size = 0;     // of the type, mm
        double angleDeg = 0; // of the baseline, counter-clockwise as it is looked at
        bool isBold = false;
    };
    QList<Line> lines;
    QList<Words> words;
};

/// Lines that something opaque is painted over later are cut where that begins, so that of solids only what
/// is seen is left. The painter's unit is a millimetre.
LineDrawing lineDrawing(const std::function<void(QPainter&)>& paint);

/// As it is, on so much paper.
QByteArray svgOf(const LineDrawing& drawing, const QString& title, const QSizeF& paper);
/// Everything `larger`, so that what is drawn at a scale can be measured: y up, its lower left corner at 0.
/// Layers: DRAWN, DIMENSIONS (hairlines) and NOTES.
QByteArray dxfOf(const LineDrawing& drawing, double larger, const QSizeF& paper);

} // namespace goodfold::draw
