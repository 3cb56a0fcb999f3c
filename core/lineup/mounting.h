// The bracket's ties to its mount, in the frame of the face that it rests on.
#pragma once

#include "common/result.h"
#include "hardware/hardware.h"
#include "lineup/errors.h"
#include "part/part.h"

#include <optional>

namespace goodfold::lineup {

/// Where a bracket's holes have to come, every place stated in the frame of the face it rests on: that face
/// is z = 0, the bracket on its +z side. On spacers it is the plane of their tops: every point of a tie is
/// where its axis comes through the top of its spacer.
struct Mounting {
    struct Tie {
        std::string hole; // as the part names it: h1, h1.2
        Vec3 at{0, 0, 0}; // of the point, on its face
        Vec3 axis{0, 0, 1};
        bool onFace = false; // the plate's face lies toward the mount there, not its back
        double bolt = 0;
        std::optional<double> through; // diameter of the mount's own hole, where a bolt goes through one
        bool touches = false;          // the plate may not stand in the point's face
        double press = 0.3;            // but for what a hand or the bolt pulls in
        bool isPressEstimated = false; // by the bracket's stiffness, press.h
        /// Drilled along the point's axis, with the bracket put where the other ties have most room.
        bool drilledThroughMount = false;
        std::optional<Vec3> outward = {};   // of the point's face, where its axis is not square to it
        std::optional<double> gapMost = {}; // that the plate may stand off
        std::string point = {};             // of the mount
        bool isStud = false;                // it stands out of its face already
        double spacer = 0;                  // between plate and face
    };
    /// A plate whose free end goes through a slot.
    struct Tab {
        std::string plate;
        std::string point;     // of the mount: the slot
        Vec3 at{0, 0, 0};      // its middle, on its face
        Vec3 outward{0, 0, 1}; // to where the bracket is
        Vec3 along{1, 0, 0};   // the way it runs, in its face
        double length = 0, width = 0;
        double corner = 0; // radius
    };
    std::string rests; // the plate that lies on the face, or on its spacers
    bool onFace = false;
    std::vector<Tie> ties;
    std::vector<Tab> tabs;
    Pose3 mountFromFace = Pose3::Identity();
    /// All that has to come to a point: ties, then tabs, by their hole or their plate.
    struct Place {
        std::string of, point;
    };
    std::vector<Place> places() const;
};

inline constexpr double kUsualPress = 0.3; // mm
/// How far a stud stands out of the bracket, in diameters: a washer, a nut, two threads.
inline constexpr double kStudOut = 1.6;

/// What the job says of its mount; `mount` is the job's own, or the other hand's. An error says what of it is
/// not stated yet.
Result<Mounting> mountingOf(const job::Job& job, const job::Mount& mount, const part::Part& part,
                            const hardware::Book& hardware);

/// Out of its face at a point whose place is known: square to a tube, away from its middle line. Zero where
/// it is not said.
Vec3 outwardAt(const job::Mount& mount, const job::MountPoint& point);

/// The same place for the opposite hand: mirrored over the rest face's x axis.
job::Mount mirrored(const job::Mount& mount);
/// A place of the other hand's own, to be measured: sketched as the mirror image of this one, of which every
/// place is known, and nothing of it read yet.
job::Mount otherSideOf(const job::Mount& placed);

} // namespace goodfold::lineup
