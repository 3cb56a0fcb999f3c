// What edits share: they end with the job if it is valid, else with what is wrong; and name what is new. Not
// for use outside of the edits.
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

/// "h1", or the first number that is free.
std::string freshHoleId(const Job& job);

} // namespace goodfold::edit
