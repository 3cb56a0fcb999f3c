#include "draw/formed_picture.h"

#include "draw/pixel.h"

#include <algorithm>
#include <cmath>
#include <optional>
#include <utility>

namespace goodfold::draw {

bool SeenFace::isWithin(double side) const {
    double left = outline[0].x(), right = left, top = outline[0].y(), bottom = top;
    for (const QPointF& point : outline) {
        left = std::min(left, point.x());
        right = std::max(right, point.x());
        top = std::min(top, point.y());
        bottom = std::max(bottom, point.y());
    }
    return right - left < side && bottom - top < side;
}

std::vector<SeenFace> look(const Scene& scene, const Camera& camera, std::vector<SeenFace> before) {
    const Vec3 toward = camera.towardViewer();
    const Projection onScreen(camera);
    std::vector<SeenFace> seen = std::move(before);
    seen.clear();
    seen.reserve(scene.faces.size());
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

/// The edges of faces, and those that are smaller than a pixel. Rough lines are hairlines, heavy ones two
/// side by side: they are drawn several times as fast as broad ones.
class EdgePen {
public:
    EdgePen(QPainter& painter, const QColor& ink, const QColor& accent)
        : painter(painter), smooth(painter.testRenderHint(QPainter::Antialiasing)), inkDot(ink, 0),
          accentDot(accent, 0), inkLine(ink, smooth ? 1 : 0, Qt::SolidLine, Qt::RoundCap),
          accentLine(accent, smooth ? 1.8 : 0, Qt::SolidLine, Qt::RoundCap) {}

    void edges(const SeenFace& face, bool isLit) {
        lines.clear();
        for (qsizetype i = 0; i < face.outline.size(); ++i)
            if (face.inked[i]) lines << QLineF(face.outline[i], face.outline[(i + 1) % face.outline.size()]);
        if (lines.isEmpty()) return;
        painter.setRenderHint(QPainter::Antialiasing, smooth);
        painter.setPen(isLit ? accentLine : inkLine);
        painter.drawLines(lines);
        if (smooth || !isLit) return;
        for (QLineF& line : lines)
            line.translate(0.7, 0.7);
        painter.drawLines(lines);
    }

    /// What is smaller than a pixel, and rims that are narrower, are drawn with those that come next, before
    /// anything else is.
    void dot(const QPointF& at, bool isLit) {
        if (isLit != dotsAreLit || !hairs.isEmpty()) flush();
        dotsAreLit = isLit;
        dots << at;
    }
    void hair(const QLineF& line) {
        if (!dots.isEmpty()) flush();
        hairs << line;
    }
    void flush() {
        if (!hairs.isEmpty()) {
            painter.setPen(inkLine);
            painter.drawLines(hairs);
            hairs.clear();
        }
        if (dots.isEmpty()) return;
        painter.setPen(dotsAreLit ? accentDot : inkDot);
        painter.drawPoints(dots.data(), static_cast<int>(dots.size()));
        dots.clear();
    }

private:
    QPainter& painter;
    const bool smooth;
    const QPen inkDot, accentDot, inkLine, accentLine;
    QList<QLineF> lines, hairs;
    QList<QPointF> dots;
    bool dotsAreLit = false;
};

/// The longest inked edge of a rim that is nowhere as broad as a pixel; nothing of other faces.
std::optional<QLineF> hairOf(const SeenFace& face, double pixel) {
    if (face.side != Face::Side::Rim) return {};
    double twiceArea = 0, longest = 0;
    qsizetype best = -1;
    const qsizetype count = face.outline.size();
    for (qsizetype i = 0; i < count; ++i) {
        const QPointF &here = face.outline[i], &next = face.outline[(i + 1) % count], along = next - here;
        twiceArea += here.x() * next.y() - here.y() * next.x();
        const double length = QPointF::dotProduct(along, along);
        if (length <= longest || !face.inked[i]) continue;
        longest = length;
        best = i;
    }
    if (best < 0 || std::abs(twiceArea) >= 2 * pixel * std::sqrt(longest)) return {};
    return QLineF(face.outline[best], face.outline[(best + 1) % count]);
}

} // namespace

void paintFormed(QPainter& painter, const std::vector<SeenFace>& seen, const Palette& palette,
                 const std::vector<job::Element>& lit) {
    const QColor ink = mixed(palette.ink, palette.back, 0.45);
    const bool smooth = painter.testRenderHint(QPainter::Antialiasing);
    const double pixel = pixelOf(painter);
    EdgePen pen(painter, ink, palette.accent);
    for (const SeenFace& face : seen) {
        const bool isLit = std::find(lit.begin(), lit.end(), face.about) != lit.end();
        if (face.isWithin(pixel)) { // a rack of two thousand holes as a whole
            pen.dot(face.outline[0], isLit);
            continue;
        }
        if (const auto hair = smooth || isLit ? std::nullopt : hairOf(face, pixel)) {
            pen.hair(*hair);
            continue;
        }
        pen.flush();
        // Inked edges are drawn smooth over the fill. Where a face has others, it meets pieces of its own or
        // a bend's strips: a pen of its colour closes the hairlines between antialiased fills.
        const QColor colour = colourOf(face, palette, isLit);
        const bool meetsOthers = smooth && !face.isSeenThrough && face.inked.contains(false);
        painter.setRenderHint(QPainter::Antialiasing, meetsOthers);
        painter.setPen(meetsOthers ? QPen(colour, 1) : QPen(Qt::NoPen));
        painter.setBrush(colour);
        face.fill(painter);
        pen.edges(face, isLit);
    }
    pen.flush();
    painter.setRenderHint(QPainter::Antialiasing, smooth);
}

job::Element elementAt(const std::vector<SeenFace>& seen, const QPointF& point) {
    const auto front = std::find_if(seen.rbegin(), seen.rend(), [&](const SeenFace& face) {
        return QPolygonF(face.outline.begin(), face.outline.end()).containsPoint(point, Qt::OddEvenFill);
    });
    return front == seen.rend() ? job::Element{} : front->about;
}

} // namespace goodfold::draw
