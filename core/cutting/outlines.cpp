#include "cutting/outlines.h"

#include <algorithm>

namespace goodfold::cutting {

namespace {

constexpr double kStepDeg = 15;     // of arcs
constexpr double kFewer = 0.15;     // mm, by which corners left out may stand off
constexpr double kNarrow = 15;      // mm
constexpr double kRounding = 0.004; // mm: of whole micrometres, several times over

ClipperLib::Path inUnits(const Path& path) {
    ClipperLib::Path out;
    for (const Vec2& corner : flattened(path, kStepDeg))
        out.push_back(cutting::inUnits(corner));
    return out;
}

/// How far the arcs bulge over their chords.
double bulgeOver(const Path& path) {
    double most = 0;
    for (size_t i = 0; i < path.size(); ++i)
        if (path[i].bulge != 0) {
            const double radius =
                arcOf(path[i].point, path[(i + 1) % path.size()].point, path[i].bulge).radius;
            most = std::max(most, radius * (1 - std::cos(radians(kStepDeg / 2))));
        }
    return most;
}

/// Corners stay corners, unless they are to be rounded.
Outlines offset(ClipperLib::Path path, double by, bool isRounded = false) {
    if (!ClipperLib::Orientation(path)) ClipperLib::ReversePath(path);
    constexpr double kFarthestCorner = 2; // of a sharp one, in offsets
    ClipperLib::ClipperOffset offsetting(kFarthestCorner, kFewer / 2 * kUnits);
    offsetting.AddPath(path, isRounded ? ClipperLib::jtRound : ClipperLib::jtMiter,
                       ClipperLib::etClosedPolygon);
    Outlines out;
    offsetting.Execute(out, by * kUnits);
    return out;
}

Outlines withFewerCorners(Outlines outlines) {
    ClipperLib::CleanPolygons(outlines, kFewer * kUnits);
    std::erase_if(outlines, [](const ClipperLib::Path& path) { return path.size() < 3; });
    return outlines;
}

/// The moving one there lies within the opening.
bool isInOpening(const ClipperLib::Path& opening, const ClipperLib::Path& moving, const Micrometres& at) {
    const Micrometres& corner = moving.front();
    return ClipperLib::PointInPolygon({corner.X + at.X, corner.Y + at.Y}, opening) != 0;
}

bool share(const ClipperLib::Path& one, const ClipperLib::Path& other) {
    constexpr double kNone = 100; // square micrometres
    ClipperLib::Clipper both;
    both.AddPath(one, ClipperLib::ptSubject, true);
    both.AddPath(other, ClipperLib::ptClip, true);
    Outlines shared;
    both.Execute(ClipperLib::ctIntersection, shared, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    double area = 0;
    for (const ClipperLib::Path& each : shared)
        area += ClipperLib::Area(each);
    return area > kNone;
}

/// Of a ring of places where the moving one does not cross a path of the lying one: without its rim, where
/// they touch and rounding decides; nothing where it lies within the outline, or where it is not in the
/// opening.
Outlines freeWithin(ClipperLib::Path ring, const ClipperLib::Path& path, const ClipperLib::Path& moving,
                    bool isOpening) {
    constexpr double kRim = 5e-3; // mm
    Outlines places = offset(std::move(ring), -kRim);
    std::erase_if(places, [&](const ClipperLib::Path& place) {
        const Micrometres& at = place.front();
        const ClipperLib::Path there = shifted({moving}, at).front();
        return isOpening ? !isInOpening(path, moving, at) || isInOpening(there, path, {0, 0})
                         : share(path, there);
    });
    return places;
}

bool covers(const ClipperLib::Path& one, const ClipperLib::Path& other) {
    ClipperLib::Clipper left;
    left.AddPath(other, ClipperLib::ptSubject, true);
    left.AddPath(one, ClipperLib::ptClip, true);
    Outlines beyond;
    left.Execute(ClipperLib::ctDifference, beyond, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    return beyond.empty();
}

const ClipperLib::Path& largest(const Outlines& outlines) {
    return *std::max_element(outlines.begin(), outlines.end(), [](const auto& a, const auto& b) {
        return std::abs(ClipperLib::Area(a)) < std::abs(ClipperLib::Area(b));
    });
}

} // namespace

Outlines keptClear(const Path& outline, const std::vector<Path>& openings, double gap) {
    // What it has to cover; then grown and shrunk again, so that bays too narrow for anything close up.
    const double least = gap / 2 + kRounding;
    const ClipperLib::Path needed = largest(offset(inUnits(outline), least + bulgeOver(outline)));
    const ClipperLib::Path grown = largest(offset(needed, kFewer + kNarrow / 2));
    Outlines all = withFewerCorners(offset(grown, -kNarrow / 2, true));
    if (all.size() != 1 || !covers(all.front(), needed)) all = {needed};
    for (const Path& opening : openings)
        for (ClipperLib::Path& path : offset(inUnits(opening), -least - bulgeOver(opening))) {
            if (ClipperLib::Orientation(path)) ClipperLib::ReversePath(path);
            all.push_back(std::move(path));
        }
    return all;
}

Outlines turned(const Outlines& outlines, int quarters) {
    Outlines all = outlines;
    for (ClipperLib::Path& path : all)
        for (Micrometres& p : path)
            for (int i = 0; i < quarters; ++i)
                p = {-p.Y, p.X};
    return all;
}

Outlines shifted(const Outlines& outlines, const Micrometres& by) {
    Outlines all = outlines;
    for (ClipperLib::Path& path : all)
        for (Micrometres& p : path)
            p = {p.X + by.X, p.Y + by.Y};
    return all;
}

ClipperLib::IntRect boxOf(const Outlines& outlines) {
    ClipperLib::IntRect box{outlines[0][0].X, outlines[0][0].Y, outlines[0][0].X, outlines[0][0].Y};
    for (const ClipperLib::Path& path : outlines)
        for (const Micrometres& p : path) {
            box.left = std::min(box.left, p.X);
            box.right = std::max(box.right, p.X);
            box.top = std::min(box.top, p.Y);
            box.bottom = std::max(box.bottom, p.Y);
        }
    return box;
}

/// By the sweep of one boundary along the other (Minkowski). A ring that the sweep leaves open is free where
/// the two lie beside one another there, as in a bay, or the moving one in an opening.
Outlines forbidden(const Outlines& lying, const Outlines& moving) {
    ClipperLib::Clipper taking;
    for (size_t i = 0; i < lying.size(); ++i) {
        Outlines swept;
        ClipperLib::MinkowskiDiff(moving.front(), lying[i], swept);
        for (const ClipperLib::Path& ring : swept)
            if (!ClipperLib::Orientation(ring))
                taking.AddPaths(freeWithin(ring, lying[i], moving.front(), i > 0), ClipperLib::ptClip, true);
            else if (i == 0)
                taking.AddPath(ring, ClipperLib::ptSubject, true);
    }
    Outlines all;
    taking.Execute(ClipperLib::ctDifference, all, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    return all;
}

} // namespace goodfold::cutting
