// Kinds of tool, by what they do: how they hold the stock, what forms the bend, what drives it. One row a
// kind; all that is asked about a tool's kind is asked of its row.
#pragma once

#include "tool/body.h"

#include <optional>
#include <string_view>
#include <vector>

namespace goodfold::tool {

struct Kind {
    enum class Hold {
        Edge,   // clamped flat under a straight edge, nose or blade that the free side goes round
        Round,  // clamped against a pin or former, picked by its radius
        Nothing // lies on a die
    };
    enum class Form {
        Push,  // the free side itself is pushed
        Swing, // an apron or a die on a pivot carries it round
        Punch  // into a V
    };
    enum class Drive {
        Arm,    // by hand on the stock or a pipe over it
        Lever,  // by hand on a lever of the tool's
        Handle, // the tool's handles; the length of the stock does not matter to the hands
        Screw,  // the vise's
        Press
    };
    /// Where the line lies that is set in the tool, from the held side's tangent line.
    enum class Line {
        EdgeTop, // the edge's own radius on: where its top is
        Sight,   // the nose's own radius on: where it is seen from above
        Middle,  // half the allowance on: the bend's middle
        Tangent  // on it
    };

    std::string_view key; // in the file
    Hold hold;
    Form form;
    Drive drive;
    bool isUpright = false; // in a vise: x points up, and away from you is toward the wall
    bool hasStop = false;   // stock goes in against a stop, so the line need not be seen
    bool mayHaveFingers = false;
    std::optional<Body> inner = {}, outer = {}, swinging = {};
    std::string_view innerNamed = "inner side", outerNamed = "outer side"; // by those who own one
    Line line = Line::EdgeTop;
    std::string_view flushWith; // what the line is set flush with, or under
    std::string_view says;      // what it is

    bool isDie() const { return form == Form::Punch; }
    /// Folds as far as it goes and presses shut what is folded.
    bool pressesShut() const { return hold == Hold::Edge && drive == Drive::Handle; }
    /// Whether somebody pulls at the stock or at a lever beside it, and needs something to pull on.
    bool isPulled() const { return drive == Drive::Arm || drive == Drive::Lever; }
};

/// Sorted by key.
const std::vector<Kind>& kinds();
const Kind* findKind(std::string_view key);

} // namespace goodfold::tool
