// Edits of the mount: its faces, points, edges and readings. What hangs on a thing that goes, goes along.
#pragma once

#include "common/result.h"
#include "job/job.h"

namespace goodfold::edit {

/// A place to begin with, for a job that has none: a face with two threads on it, sketched, on which the root
/// rests.
job::Job withNewMount(job::Job job);

/// Whether a face, a point or an edge is called so.
bool isNamed(const job::Mount& mount, const std::string& id);

/// A face at right angles to the first, a little off it; a point in the middle of a face; an edge along it.
/// Each with a name of its own.
void addFace(job::Mount& mount);
/// A tube there, 40 through, which runs along y.
void addTube(job::Mount& mount);
void addPoint(job::Mount& mount, const std::string& face, std::optional<Vec3> sketch = {});
void addEdge(job::Mount& mount, const std::string& face);
/// With the next free name, at the end.
void addReading(job::Mount& mount, job::MountReading reading);

/// A leg lies there, with the side it lay with; bolts stay.
void restOn(job::Job& job, const std::string& plate, const std::string& face);
/// A hole, as the part names it, is bolted to a point and to no other; the point lets go of any other hole.
/// An empty name only lets go.
void boltTo(job::Job& job, const std::string& hole, const std::string& point);

/// Something to keep clear of, over the middle of the points, with a name of its own.
void addClearance(job::Mount& mount, job::Clearance::Shape shape);
/// The name made another's own where it is taken: "hose", "hose 2".
std::string freeNameOf(const job::Mount& mount, const std::string& name);

/// Where something is on a face, mm, in any frame that turns as one looks at the face from outside.
struct FacePlace {
    std::string name = {}; // a point of the face that it is; else a new one gets this name, if it is free
    Vec2 at{0, 0};
    std::optional<double> diameter = {};
};
/// What a picture or a drawing tells of places: new points, sketched as they lie to one another, and readings
/// between all of them, two and two; of more than ten, each to the first four. Readings of more pairs than
/// places take (2n - 3) say one thing more than once: their sigma grows by the root of that. An error says
/// what is too much or too little.
std::optional<Error> addPlaces(job::Mount& mount, const std::string& face,
                               const std::vector<FacePlace>& places, const std::string& with, double sigma);

/// A face, point or edge with all that is said of it: readings, points on it, ties, and what rests there.
void removeThing(job::Job& job, const std::string& id);
/// The same of the place of the other hand; bolts stay, and want their points there.
void removeFromOtherSide(job::Job& job, const std::string& id);

/// What a reading of this kind could be of, in this place of its list: names of points, edges or faces.
std::vector<std::string> readableThings(const job::Mount& mount, job::MountThing thing);

/// The kinds of reading that can be made of these things, pointed at in any order; the reading is put in
/// order.
std::vector<job::MountReading> readingsOf(const job::Mount& mount, const std::vector<std::string>& pointedAt);

} // namespace goodfold::edit
