// The part as flat faces in the root frame, ready to be looked at from anywhere.
#pragma once

#include "draw/plate_faces.h"

#include <functional>

namespace goodfold::draw {

struct Scene {
    std::vector<Face> faces;
    std::vector<Vec3> points; // the corners that reach farthest are among them: for fitting
};

/// Makes the scenes of a part that changes: what is of plates that are as they were in the last one stays
/// where it is.
class SceneMaker {
public:
    /// What is finer than `finest`, in mm, may be drawn simpler: a pixel of the screen; 0 for paper.
    const Scene& make(const part::Part& part, const part::Folded& folded, double finest);
    const Scene& scene() const { return made; }

private:
    std::vector<bool> remakePlates(const part::Part& part, const part::Folded& folded, double finest);

    std::vector<PlateFaces> plates; // of the last scene
    std::vector<size_t> places;     // of their faces in it
    Scene made;
};

/// The scene of a part that is drawn once.
inline Scene sceneOf(const part::Part& part, const part::Folded& folded, double finest = 0) {
    return SceneMaker().make(part, folded, finest);
}

/// The corners of all plates in the root frame, enough to tell how large it will be seen.
std::vector<Vec3> cornersOf(const part::Part& part, const part::Folded& folded);

/// A body that is not the part: its section runs counter-clockwise in x and z, so seen along y from behind,
/// and goes along y.
void addPrism(Scene& scene, const Pose3& pose, const Polygon& section, double from, double to,
              bool isSeenThrough);

/// Shows faces back to front for a viewer in direction `towardViewer` (unit, root frame): faces turned away
/// are left out, faces that stand in each other's way are split. What is shown lives as long as the call.
void backToFront(const Scene& scene, const Vec3& towardViewer, const std::function<void(const Face&)>& show);

} // namespace goodfold::draw
