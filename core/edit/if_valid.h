// How edits end: with the job if it is valid, else with what is wrong. Not for use outside of the edits.
#pragma once

#include "edit/edit.h"

namespace goodfold::edit {

inline Result<Edited> ifValid(Edited edited) {
    if (auto wrong = whatIsWrong(edited.job)) return *std::move(wrong);
    return edited;
}

inline Result<Edited> ifValid(Job job, const Element& about) {
    return ifValid({std::move(job), about});
}

} // namespace goodfold::edit
