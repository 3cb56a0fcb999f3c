// What a full-size template shows of one blank: its outline, bend lines, holes and dimensions, 1:1.
#pragma once

#include "draw/paper_labels.h"
#include "draw/paper_pen.h"
#include "part/part.h"
#include "quantity/length.h"

#include <QSizeF>

namespace goodfold::draw {

/// Content coordinates: the template's own sheet, x along the blank, y down.
QSizeF templateSize(const part::Part& part);

class TemplateContent : PaperPen {
public:
    /// `pages`: what of it each page shows.
    TemplateContent(QPainter& painter, const part::Part& part, const quantity::Reading& reading,
                    std::vector<QRectF> pages)
        : PaperPen(painter), part(part), reading(reading), labels(std::move(pages)) {}

    void paint();

private:
    double beside() const;
    QPointF at(const Vec2& flat) const;
    QPolygonF onPaper(const Path& path) const;
    QString size(double mm) const;

    void datum();
    void trims();
    void bend(const part::PartBend& bend);
    QString bendInWords(const part::PartBend& bend) const;
    QString radiusInWords(const part::PartBend& bend) const;
    QString leaning(const part::PartBend& bend) const;
    void labelAlong(const part::PartBend& bend);
    void bendLabels();
    void cross(const part::PartHole& hole);
    QRectF crossRoom(const part::PartHole& hole) const;
    void keepLabelsOff();
    void holeLabels();
    void write(const QRectF& room, const QString& says);
    QSizeF roomFor(const QString& says) const;
    QString holeInWords(const part::PartHole& hole) const;
    void dimensions();
    void dimensionsAcross();

    const part::Part& part;
    const quantity::Reading& reading;
    PaperLabels labels;
};

} // namespace goodfold::draw
