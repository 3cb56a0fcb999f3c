// Convex pieces of bodies and tools, and whether two of them meet. Not for use outside of sequence/.
#pragma once

#include "common/convex_body.h"
#include "part/prism.h"
#include "tool/solids.h"

namespace goodfold::sequence {

/// What a body or a tool's solid is made of, in its own frame.
struct Hull {
    std::vector<ConvexBody> pieces;
    Eigen::AlignedBox3d box;

    explicit Hull(const std::vector<part::Prism>& prisms) : pieces(prisms.begin(), prisms.end()) {
        for (const ConvexBody& piece : pieces)
            box.extend(piece.box());
    }
};

/// The box round a turned box.
Eigen::AlignedBox3d turned(const Pose3& pose, const Eigen::AlignedBox3d& box);

/// Whether two hulls meet, the second seen from the first. Counts what was looked at exactly.
bool meet(const Hull& one, const Hull& other, const Pose3& oneFromOther, size_t& checks);

/// A point where two hulls that meet do, in the first's frame.
Vec3 sharedPoint(const Hull& one, const Hull& other, const Pose3& oneFromOther);

part::Prism prismOf(const tool::Solid& solid);

} // namespace goodfold::sequence
