// One piece after another made from random numbers, folded whole and put on its mount.
#pragma once

#include "lineup/draws.h"

namespace goodfold::lineup {

/// One piece after another, on one thread.
class Workshop {
public:
    explicit Workshop(const Making& making);

    /// The pieces' errors are its own: other copies would move them.
    Workshop(const Workshop&) = delete;
    Workshop& operator=(const Workshop&) = delete;

    /// How many random numbers a piece takes, of each source and of all.
    const std::vector<int>& normalsOfSources() const { return draws.normalsOfSources(); }
    int normals() const { return draws.normals(); }

    /// `normal` one standard deviation each, normals() of them.
    void make(const double* next);
    /// What the piece in hand is off by.
    const Errors& errorsInHand() const { return *errors; }

    Fitting fitted(bool untilDecided = false);

    /// Of the tabs the one that leaves it no more room, or -1.
    int tabOf(const Fitting& fitting) const;

    /// As it is now made, where it has most room; or where it is put.
    NominalFit nominal() { return placed(fitted()); }
    NominalFit placed(const Fitting& fitting) const;

    /// Of each tie, once it is placed so: how far its hole is off the point's axis, square to it (squareTo()
    /// of the axis in the face's frame); of a slot the nearest place along it.
    std::vector<Vec2> offsets(const Fitting& fitting) const;

    /// A hole's centre on the side that touches, in the rest plate's own frame.
    Vec3 centreOf(size_t tie) const;
    /// The hole's axis there, from the back to the face.
    Vec3 axisOf(size_t tie) const;
    /// The way a slot runs there; of a round hole zero.
    Vec3 alongOf(size_t tie) const;

private:
    /// The rest plate's resting side on z = 0, the bracket above it.
    Pose3 restFromRoot() const;

    /// A thread, a nut that is set in it, a head that is sunk.
    bool centresItsBolt(const part::PartHole& hole) const;

    /// How far the bolt may be off in the hole and in the mount's own.
    double playOf(size_t index, const Vec3& holeAxis) const;

    Tie tieOf(size_t index, const Pose3& mountFromRoot) const;

    Contact contactOf(size_t index, const Pose3& mountFromRoot) const;

    /// Where the leg of a tab goes through its slot's face: right and left on its back, left and right on its
    /// face.
    std::array<Vec3, 4> sectionOf(size_t tab, const Pose3& mountFromRoot) const;
    /// That it stays between the slot's sides and ends, its end past the face and its bend before it.
    void addContactsOf(size_t tab, const Pose3& mountFromRoot);
    /// Of its straight, at its end or where its bend begins.
    std::array<Vec3, 4> cornersOf(size_t tab, bool atEnd, const Pose3& mountFromRoot) const;
    NominalFit::OfTab freeOf(size_t tab, const Pose3& mountFromRoot) const;
    Vec3 slotOf(size_t tab) const;

    /// A hole that was drilled along its point's axis while the bracket stood there: off by the drill alone.
    Tie drilledThere(size_t index, const Pose3& asDrilled) const;

    /// The shift and turn in the face that bring the drawn holes nearest to their points.
    Pose3 placedRoughly() const;

    const Making& making;
    Draws draws;
    RealPart real;
    const Errors* errors; // of the piece in hand
    int rest;
    std::vector<int> holes;        // of the ties
    std::vector<int> tabs;         // their plates
    std::vector<bool> isCentred;   // the same: it leaves its bolt no play
    std::vector<Tie> ties;         // of the piece in hand
    std::vector<Contact> contacts; // of ties, then so many of each tab
    static constexpr size_t kOfTab = 6;
    std::vector<size_t> later;       // of the ties: drilled when the others hold it
    Pose3 start = Pose3::Identity(); // mount from rest plate, before it is fitted
};

/// Each random number on its own: `each(source, make)`, where make(by) makes the piece with that many sigmas
/// of it.
template <class Each> void eachAlone(Workshop& workshop, Each each) {
    std::vector<double> normal(static_cast<size_t>(workshop.normals()), 0);
    size_t next = 0;
    for (size_t source = 0; source < workshop.normalsOfSources().size(); ++source)
        for (int i = 0; i < workshop.normalsOfSources()[source]; ++i, ++next) {
            each(static_cast<int>(source), [&](double by) {
                normal[next] = by;
                workshop.make(normal.data());
            });
            normal[next] = 0;
        }
}

} // namespace goodfold::lineup
