// Edits that add what people call by one name: a hem, a strap, a saddle, a lapped corner; and a bar job
// turned into a sheet job.
#pragma once

#include "edit/edit.h"
#include "hardware/hardware.h"
#include "part/part.h"

namespace goodfold::edit {

/// An edge folded back. Closed: flat on itself. Open: a gap is left. Rolled: turned by 270 degrees.
struct Hem {
    enum class Kind { Closed, Open, Rolled };
    Kind kind = Kind::Closed;
    double length = 8; // from the fold's outside to the raw edge; of a rolled edge it follows
    double gap = 2;    // of an open one; of a rolled one its inside diameter
};

/// About the folded plate.
Result<Edited> withHem(Job job, const std::string& plate, Edge edge, const Hem& hem, Turn turn = Turn::Up);

/// Round or over a pipe and out to another ear, at the free end of a plate, which is the first ear. About the
/// new ear.
Result<Edited> withWrap(Job job, const std::string& plate, const Wrap& wrap, double earLength,
                        Turn turn = Turn::Up);

/// How the flange carries its tab at a corner, and the rivets through both.
struct Lap {
    Edge tabOn = Edge::End;
    bool outside = false;
    std::optional<double> length = {}; // outside; else as long as its rivets need, 14 without any
    std::string rivet = "3.2";         // size in the hardware book; empty for none, as for spot welds
    int rivets = 2;                    // fewer where the tab has no room for so many
};

/// Laps a corner of a plate: adds the tab and its rivet holes, and holes on their axes in the flange it lies
/// against. About the tab.
Result<Edited> withLap(Job job, const material::Material& material, const hardware::Book& book,
                       const std::string& plate, Corner corner, const Lap& lap);

/// How two flanges meet; nothing leaves them as their widths say. About the plate.
Result<Edited> withCornerJoint(Job job, const std::string& plate, Corner corner,
                               const std::optional<CornerJoint>& joint);

/// The same part made of sheet: the bar's width becomes the root's, a round end the bow of its edge. An error
/// names what sheet has no word for: a leaning bend, or something left on an end.
Result<Job> asSheet(Job job);

/// A plate's width; without one a flange takes its whole edge. Beside a flange that does not, its parent is
/// as wide as it says.
Result<Edited> withWidth(Job job, const std::string& plate, std::optional<double> width);

} // namespace goodfold::edit
