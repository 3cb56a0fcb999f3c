// Holes and flanges taken along: copied onto another leg, another job, or beside themselves.
#pragma once

#include "edit/edit.h"

namespace goodfold::edit {

/// What was copied: the job as it was then, and which of its holes and legs. A leg is copied with the bend it
/// hangs on; of sheet with all that hangs on it.
struct Clip {
    Job from;
    std::vector<Element> elements;
};

/// Of what is selected. A bend stands for the leg it leads to; what comes along with another is named once.
/// An error where something of it cannot be made elsewhere: the first leg, and what leads round a pipe.
Result<Clip> clipOf(const Job& job, const std::vector<Element>& selected);

struct Copied {
    Job job;
    std::vector<Element> made; // holes and legs that were asked for, in the clip's order
};

/// The clip's holes in the leg that `onto` stands for, measured as they were and `holesBy` from there in its
/// plate's frame; its flanges on the first free edge of that leg (of a bar: on its free end). Two holes that
/// were measured from one another stay so. Joggles take the leg after them along.
Result<Copied> withClip(Job job, const Clip& clip, const Element& onto, const Vec2& holesBy = {0, 0});

/// Takes all of them out. About what is left nearest to the first.
Result<Edited> without(Job job, const std::vector<Element>& elements);

} // namespace goodfold::edit
