// Reading a file of ours: JSON as the standard has it, and no more than a writer of ours would make.
#pragma once

#include "common/limits.h"
#include "common/members.h"
#include "common/result.h"

#include <iosfwd>

namespace goodfold {

/// Refused with a sentence and its place: what is larger than kMostBytes, what is no JSON, bytes after a NUL,
/// members given twice, nesting of more than 64, numbers beyond 1e308. Throws Error.
json parseStrictly(std::istream& in);

/// What `read` makes of it; or the Error that parsing or reading threw.
template <class Read>
auto readStrictly(std::istream& in, Read read) -> Result<decltype(read(std::declval<json>()))> {
    try {
        return read(parseStrictly(in));
    } catch (const Error& wrong) {
        return wrong;
    }
}

} // namespace goodfold
