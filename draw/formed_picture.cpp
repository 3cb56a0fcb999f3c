#include "draw/formed_picture.h"

#include "draw/pixel.h"

#include <algorithm>

namespace goodfold::draw {

std::vector<SeenFace> look(const Scene& scene, const Camera& camera) {
    const Vec3 toward = camera.towardViewer();
    const Projection onScreen(camera);
    std::vector<SeenFace> seen;
    seen.reserve(scene.faces.size() / 2);
    backToFront(scene, toward, [&](const Face& face) {
        SeenFace s{{},
                   face.inked,
                   face.about,
                   face.side,
                   face.bendOrder,
                   face.normal.dot(toward),
                   face.isSeenThrough};
        for (const Vec3& corner : face.corners)
            s.outline.append(onScreen(corner));
        seen.push_back(std::move(s));
    });
    return seen;
}

namespace {

QColor colourOf(const SeenFace& face, const Palette& palette, bool lit) {
    QColor colour;
    switch (face.side) {
    case Face::Side::Face:
        colour = palette.face;
        break;
    case Face::Side::Back:
        colour = palette.back;
        break;
    case Face::Side::Rim:
        colour = palette.rim;
        break;
    case Face::Side::Tool:
        colour = mixed(palette.tool, Qt::black, 0.3 * (1 - face.light));
        colour.setAlphaF(face.isSeenThrough ? 0.42F : 1.0F);
        return colour;
    case Face::Side::Hole:
        return lit ? palette.accent : palette.hole;
    }
    // The heated strip shows its temper colour; its back a little less, so that face and back stay apart.
    if (face.bendOrder >= 0)
        colour = mixed(colour, bendColour(face.bendOrder), face.side == Face::Side::Face ? 0.75 : 0.55);
    if (lit) colour = mixed(colour, palette.marking, 0.12);
    // Seen at a slant a face is darker by up to an eighth: enough to tell legs apart, not enough to make a
    // face look like a back.
    return mixed(colour, Qt::black, 0.125 * (1 - face.light));
}

/// Rough lines are hairlines, heavy ones two side by side: they are drawn several times as fast as broad
/// ones.
void drawEdges(QPainter& painter, QList<QLineF>& lines, const QColor& colour, bool heavy) {
    if (painter.testRenderHint(QPainter::Antialiasing)) {
        painter.setPen(QPen(colour, heavy ? 1.8 : 1, Qt::SolidLine, Qt::RoundCap));
        painter.drawLines(lines);
        return;
    }
    painter.setPen(QPen(colour, 0));
    painter.drawLines(lines);
    if (!heavy) return;
    for (QLineF& line : lines)
        line.translate(0.7, 0.7);
    painter.drawLines(lines);
}

/// What is smaller than a pixel is a dot: a rack of two thousand holes as a whole.
bool isDot(const SeenFace& face, double pixel) {
    double left = face.outline[0].x(), right = left, top = face.outline[0].y(), bottom = top;
    for (const QPointF& point : face.outline) {
        left = std::min(left, point.x());
        right = std::max(right, point.x());
        top = std::min(top, point.y());
        bottom = std::max(bottom, point.y());
    }
    return right - left < pixel && bottom - top < pixel;
}

} // namespace

void paintFormed(QPainter& painter, const std::vector<SeenFace>& seen, const Palette& palette,
                 const std::vector<job::Element>& lit) {
    const QColor ink = mixed(palette.ink, palette.back, 0.45);
    const bool smooth = painter.testRenderHint(QPainter::Antialiasing);
    const double pixel = pixelOf(painter);
    QList<QLineF> lines;
    for (const SeenFace& face : seen) {
        const bool isLit = std::find(lit.begin(), lit.end(), face.about) != lit.end();
        if (isDot(face, pixel)) {
            painter.setPen(QPen(isLit ? palette.accent : ink, 0));
            painter.drawPoint(face.outline[0]);
            continue;
        }
        // Without antialiasing pieces of one face meet with no hairline between them, and the inked edges
        // over them are smooth. The narrow pieces of a bend need it, and a pen of their colour to close the
        // hairlines.
        const QColor colour = colourOf(face, palette, isLit);
        const bool isNarrow = smooth && face.bendOrder >= 0;
        painter.setRenderHint(QPainter::Antialiasing, isNarrow);
        painter.setPen(isNarrow ? QPen(colour, 1) : QPen(Qt::NoPen));
        painter.setBrush(colour);
        face.fill(painter);
        lines.clear();
        for (qsizetype i = 0; i < face.outline.size(); ++i)
            if (face.inked[i]) lines << QLineF(face.outline[i], face.outline[(i + 1) % face.outline.size()]);
        if (lines.isEmpty()) continue;
        painter.setRenderHint(QPainter::Antialiasing, smooth);
        drawEdges(painter, lines, isLit ? palette.accent : ink, isLit);
    }
    painter.setRenderHint(QPainter::Antialiasing, smooth);
}

job::Element elementAt(const std::vector<SeenFace>& seen, const QPointF& point) {
    const auto front = std::find_if(seen.rbegin(), seen.rend(), [&](const SeenFace& face) {
        return QPolygonF(face.outline.begin(), face.outline.end()).containsPoint(point, Qt::OddEvenFill);
    });
    return front == seen.rend() ? job::Element{} : front->about;
}

} // namespace goodfold::draw
