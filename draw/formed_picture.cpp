#include "draw/formed_picture.h"

#include <algorithm>

namespace goodfold::draw {

std::vector<SeenFace> look(const Scene& scene, const Camera& camera) {
    const Vec3 toward = camera.towardViewer();
    std::vector<SeenFace> seen;
    for (const Face& face : backToFront(scene, toward)) {
        SeenFace s{{}, face.inked, face.about, face.side, face.bendOrder, face.normal.dot(toward)};
        for (const Vec3& corner : face.corners)
            s.outline << camera.toScreen(corner);
        seen.push_back(std::move(s));
    }
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
    case Face::Side::Hole:
        return lit ? palette.accent : palette.hole;
    }
    // The heated strip shows its temper colour; its back a little less, so that face and back stay apart.
    if (face.bendOrder >= 0)
        colour = mixed(colour, temper(face.bendOrder), face.side == Face::Side::Face ? 0.75 : 0.55);
    if (lit) colour = mixed(colour, palette.marking, 0.12);
    // Seen at a slant a face is darker by up to an eighth: enough to tell legs apart, not enough to make a
    // face look like a back.
    return mixed(colour, Qt::black, 0.125 * (1 - face.light));
}

} // namespace

void paintFormed(QPainter& painter, const std::vector<SeenFace>& seen, const Palette& palette,
                 const std::vector<part::Element>& lit) {
    const QColor ink = mixed(palette.ink, palette.back, 0.45);
    for (const SeenFace& face : seen) {
        const bool isLit = std::find(lit.begin(), lit.end(), face.about) != lit.end();
        const QColor colour = colourOf(face, palette, isLit);
        // A pen of the fill's colour closes the hairline between pieces of one face.
        painter.setPen(QPen(colour, 1));
        painter.setBrush(colour);
        painter.drawConvexPolygon(face.outline);
        painter.setPen(QPen(isLit ? palette.accent : ink, isLit ? 1.8 : 1.0, Qt::SolidLine, Qt::RoundCap));
        for (qsizetype i = 0; i < face.outline.size(); ++i)
            if (face.inked[static_cast<size_t>(i)])
                painter.drawLine(face.outline[i], face.outline[(i + 1) % face.outline.size()]);
    }
}

part::Element elementAt(const std::vector<SeenFace>& seen, const QPointF& point) {
    const auto front = std::find_if(seen.rbegin(), seen.rend(), [&](const SeenFace& face) {
        return face.outline.containsPoint(point, Qt::OddEvenFill);
    });
    return front == seen.rend() ? part::Element{} : front->about;
}

} // namespace goodfold::draw
