#include "learn/entries.h"

#include <array>

namespace goodfold::learn {

namespace {

constexpr std::array<std::pair<std::string_view, KeptPiece::Outcome>, 3> kOutcomeWords{
    {{"at-once", KeptPiece::Outcome::AtOnce},
     {"reworked", KeptPiece::Outcome::Reworked},
     {"scrapped", KeptPiece::Outcome::Scrapped}}};

} // namespace

std::string_view wordOf(KeptPiece::Outcome outcome) {
    return kOutcomeWords[static_cast<size_t>(outcome)].first;
}

std::optional<KeptPiece::Outcome> outcomeOf(std::string_view word) {
    for (const auto& [each, outcome] : kOutcomeWords)
        if (each == word) return outcome;
    return {};
}

} // namespace goodfold::learn
