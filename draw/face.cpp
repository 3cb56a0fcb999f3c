#include "draw/face.h"

#include <algorithm>
#include <cmath>

namespace goodfold::draw {

void addFace(std::vector<Face>& faces, Face face) {
    Vec3 normal = Vec3::Zero(); // over all corners: the first three may lie in a line
    for (qsizetype i = 0; i < face.corners.size(); ++i)
        normal += face.corners[i].cross(face.corners[(i + 1) % face.corners.size()]);
    if (normal.norm() < 1e-9) return;
    face.normal = normal.normalized();
    faces.push_back(std::move(face));
}

double chordStepDeg(double radius, double off, double finest) {
    constexpr double kFinest = 6, kCoarsest = 30, kOfPixels = 90, kOfPixel = 0.25;
    const double most = std::max(off, kOfPixel * finest);
    return std::clamp(2 * degrees(std::acos(1 - most / std::max(radius, 2 * most))), kFinest,
                      finest > 0 ? kOfPixels : kCoarsest);
}

} // namespace goodfold::draw
