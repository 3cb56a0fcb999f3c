// Where the bolts have to go, as surely as the mount is known.
#pragma once

#include "lineup/mounting.h"
#include "mount/measured.h"

namespace goodfold::lineup {

/// A mount with every place stated: by itself, or found from its readings.
struct KnownMount {
    job::Mount placed;
    std::optional<mount::Measured> measured; // where there are readings
};

/// An error says what is neither stated nor sketched.
Result<KnownMount> knownMount(const job::Mount& mount, const mount::Instruments& instruments);

/// Which of these points the readings leave open, and what would settle it.
std::optional<Error> whatIsOpen(const job::Mount& mount, const KnownMount& known,
                                const std::vector<std::string>& points,
                                const mount::Instruments& instruments);

/// The job's reading that cannot be right and is neither mended nor kept.
std::optional<Error> whatIsDoubted(const job::Job& job, const KnownMount& known,
                                   const mount::Instruments& instruments);

/// Errors of the tied points' places, in the frame of the rest face. Of a measured mount one source of them
/// all: what the readings leave unsure of one they leave unsure of others too.
std::vector<Source> targetsOf(const KnownMount& known, const Mounting& mounting, const std::string& restFace);

} // namespace goodfold::lineup
