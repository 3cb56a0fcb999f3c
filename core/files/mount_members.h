// The mount in the job file: places stated, sketches, readings.
#pragma once

#include "files/words.h"

#include <nlohmann/json.hpp>

namespace goodfold::files {

job::Mount mountFrom(Members& members);
nlohmann::ordered_json mountOf(const job::Mount& mount);

/// A hole or a plate of another job: {"job", "hole" or "plate", "side"}.
job::OfOther otherFrom(Members& members, const char* what);
nlohmann::ordered_json otherOf(const job::OfOther& other, const char* what);

using Reads = job::MountReading;
inline constexpr Words<Reads::Kind, 10> kReadingWords{{{"between", Reads::Kind::Between},
                                                       {"from-edge", Reads::Kind::FromEdge},
                                                       {"along", Reads::Kind::Along},
                                                       {"square", Reads::Kind::Square},
                                                       {"height", Reads::Kind::Height},
                                                       {"turn", Reads::Kind::Turn},
                                                       {"rise", Reads::Kind::Rise},
                                                       {"diameter", Reads::Kind::Diameter},
                                                       {"plumb", Reads::Kind::Plumb},
                                                       {"level", Reads::Kind::Level}}};
inline constexpr Words<Reads::How, 3> kHowWords{
    {{"centres", Reads::How::Centres}, {"near", Reads::How::Near}, {"far", Reads::How::Far}}};

} // namespace goodfold::files
