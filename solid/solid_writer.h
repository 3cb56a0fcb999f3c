// What the solid library offers: bodies as STEP or STL. It is a library of its own, opened on use, because
// the modelling kernel it stands on weighs more than all the rest of Good Fold; what opens it is
// draw/solid_file.h.
#pragma once

#include "part/exact_body.h"

#include <string>
#include <vector>

namespace goodfold::solid {

enum class Format { Step, Stl };

struct Request {
    std::vector<part::ExactBody> bodies; // in one file; of a STEP file each a product of its name
    Format format = Format::Step;
    std::string path;
};

/// What is wrong stays empty, or is a sentence.
using WriteSolid = void(const Request& request, std::string& wrong);

/// The one name that the library exports, of a WriteSolid.
inline constexpr const char* kWriteSolid = "goodfoldWriteSolid";

} // namespace goodfold::solid
