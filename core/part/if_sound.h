// How edits end: with the job if it is sound, else with what is wrong. Not for use outside of the edits.
#pragma once

#include "part/edit.h"

namespace goodfold::part {

inline Result<Edited> ifSound(Edited edited) {
    if (auto wrong = whatIsWrong(edited.job)) return *std::move(wrong);
    return edited;
}

inline Result<Edited> ifSound(Job job, const Element& about) {
    return ifSound({std::move(job), about});
}

} // namespace goodfold::part
