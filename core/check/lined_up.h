// What was counted of a bracket on its mount, as far as rules speak of it. Made by text/lineup_words.
#pragma once

#include "clearance/least.h"

namespace goodfold::check {

/// A bolt, or what it is there, of a tie to a mount that is stated.
struct HeldThere {
    std::string hole; // as the part names it: h1.2
    job::MountPoint::Kind point = job::MountPoint::Kind::Hole;
    double bolt = 0;   // its diameter, mm
    double spacer = 0; // under the stock, mm
};

struct LineUpFacts {
    double odds = 1;        // that all bolts go in
    double roomAsDrawn = 0; // mm; negative where even the part as drawn does not go on
    std::string worst;      // the hole that misses most often, as the part names it
    std::string worstTab;   // or the leg that misses its slot
    struct Bolt {
        std::string hole;        // of the job
        std::string size;        // of its screw, as the hardware book has it; empty where it does not
        bool headOnBack = false; // on the side away from the mount
        double tiltDeg = 0;
        double gap = 0;  // mm that its leg stands off its face
        double most = 0; // that it may; 0: not said
    };
    std::vector<Bolt> bolts;
    std::string stud;    // where it does not go on straight: the hole whose stud is in the way
    std::string tab;     // or the leg that has to go into its slot
    std::string against; // and the hole, or leg, that it cannot be squared with
    std::string past;    // or the thing that stands in every straight way
    /// A reading of the mount that cannot be right, and is neither mended nor kept.
    struct Doubt {
        size_t reading; // of the job's
        std::string says;
        double likely; // what it most likely should read
    };
    std::optional<Doubt> doubt = {};
    std::vector<clearance::Least> clearances = {};
    std::vector<clearance::Least> otherHands = {}; // of the other hand, where that has a place of its own
    struct Standing {
        std::string id;
        std::vector<Vec3> corners; // convex round them; in the root frame
    };
    std::vector<HeldThere> held = {};
    std::vector<Standing> standing = {}; // what stands round the bracket while its bolts are turned
};

/// "leg A", "bend 1", "the bolt in h2".
std::string nameOfNearest(const job::Element& element);

} // namespace goodfold::check
