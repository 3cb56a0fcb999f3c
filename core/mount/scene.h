// Where everything of a mount is, and which of it is not known: what the readings are solved for. Inside of
// mount/ only. Millimetres and radians.
#pragma once

#include "job/mount.h"

#include <Eigen/Core>

#include <string>
#include <vector>

namespace goodfold::mount {

/// In the mount's own frame: its first face is z = 0 with +z outward, its first point the origin, +x toward
/// its second point, or along its first edge; or as it is stated.
struct Scene {
    struct Face {
        Vec3 at;
        Eigen::Matrix3d axes; // two in the face, then outward
        // Of a tube: `at` is on its middle line, the first of its axes along it, the third where around it is
        // counted from, toward the second.
        double radius = 0;
        bool heldAtSkin = false; // it makes the frame: its skin is held there, not its middle line
    };
    struct Point {
        int face = 0;
        Vec2 on{0, 0}; // along its face's two axes, from the face's `at`; on a tube along it and around it
        double radius = 0;
    };
    struct Edge {
        int face = 0;
        Vec2 on{0, 0}; // a place on it
        double angle = 0;
    };
    std::vector<Face> faces;
    std::vector<Point> points;
    std::vector<Edge> edges;
    Vec3 up{0, 1, 0}; // against gravity, unit

    bool isRound(int face) const { return faces[static_cast<size_t>(face)].radius > 0; }
};

/// Two directions square to `up` and to each other.
std::pair<Vec3, Vec3> besideUp(const Vec3& up);

/// A turn counts as what it moves at this lever, so that every unknown is millimetres.
inline constexpr double kLever = 100;

/// Of each thing the index of its first unknown; -1 of what is stated, or makes the frame.
struct Unknowns {
    struct OfPoint {
        int along = -1, across = -1, radius = -1;
    };
    struct OfEdge {
        int offset = -1, turn = -1;
    };
    /// Three: turned toward each of its two axes, moved outward. Of a tube four: the way it runs turned
    /// toward its second and third axis, and moved along those.
    std::vector<int> faces;
    std::vector<int> radii; // of tubes
    int up = -1;            // two
    std::vector<OfPoint> points;
    std::vector<OfEdge> edges;
    int count = 0;
};

/// A place that was read or stated: what is compared. Indices into the scene.
struct Observation {
    enum class Kind {
        Between,
        FromEdge,
        Along,
        Square,
        Height,
        Turn,
        Parallel,
        Rise,
        Diameter,
        Place,
        AlongTube,
        AroundTube,
        HeightOverTube,
        DiameterOfTube,
        Plumb,
        Level,
        Flat
    };
    Kind kind = Kind::Between;
    job::MountReading::How how = job::MountReading::How::Centres;
    int a = 0, b = 0, edge = 0; // points or faces, as the reading names them; of Place a point and an axis
    double value = 0;           // degrees of turns
    double over = 100;
    double sigma = 1;
    int reading = -1; // of the mount's; -1: a stated place
    /// Faces that are parallel, or level, may lean two ways: one reading, two rows.
    int rows() const { return kind == Kind::Parallel || kind == Kind::Flat ? 2 : 1; }
};

/// The scene with its unknowns changed by `by`.
Scene moved(const Scene& scene, const Unknowns& unknowns, const Eigen::VectorXd& by);
Vec3 placeOf(const Scene& scene, int point);
/// Its face's axes there: of a tube those of the plane that touches it.
Eigen::Matrix3d axesAt(const Scene& scene, int point);

/// What would be read there.
double computed(const Scene& scene, const Observation& seen);

/// A scene whose unknowns are changed, and what it then is.
struct Change {
    Change(const Scene& scene, const Unknowns& unknowns, const Eigen::VectorXd& by)
        : scene(scene), unknowns(unknowns), by(by), now(moved(scene, unknowns, by)) {}
    const Scene& scene;
    const Unknowns& unknowns;
    const Eigen::VectorXd& by;
    Scene now;
};

/// (computed - value) over sigma of each row, and its derivatives, which are automatic, by the unknowns.
void compare(const Change& change, const Observation& seen, Eigen::Ref<Eigen::VectorXd> rows,
             Eigen::Ref<Eigen::MatrixXd> slopes);

/// Of a point's place, three rows.
Eigen::MatrixXd slopesOfPlace(const Scene& scene, const Unknowns& unknowns, int point);

} // namespace goodfold::mount
