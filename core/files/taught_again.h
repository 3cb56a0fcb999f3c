// What kept pieces taught, worked out anew from their jobs and logs: where they come by a table, which has
// neither.
#pragma once

#include "bench/on_mount.h"
#include "learn/entries.h"

namespace goodfold::files {

class TaughtAgain {
public:
    /// The books as they are before anything was learned: what a piece tells beyond them is the same by
    /// whatever it was planned (learn::taughtBy).
    TaughtAgain(const tool::Shop& shop, const lineup::ErrorBook& errors, const hardware::Book& hardware);

    /// None where its job cannot be read or planned any more, or nothing of it has to line up. A job's pieces
    /// are planned once.
    learn::Points by(const learn::KeptPiece& piece);

private:
    std::shared_ptr<const bench::OnMount> planned(const job::Job& job, const material::Material& material,
                                                  bool isOpposite) const;

    const tool::Shop& shop;
    const lineup::ErrorBook& errors;
    const hardware::Book& hardware;
    std::map<std::pair<std::string, bool>, std::shared_ptr<const bench::OnMount>> known; // by file and hand
};

} // namespace goodfold::files
