// What has to stay free round the bracket, in a mount of the job file. Inside of files/ only.
#pragma once

#include "files/words.h"

#include <nlohmann/json.hpp>

namespace goodfold::files {

job::Clearance clearanceFrom(Members& members);
nlohmann::ordered_json clearanceRow(const job::Clearance& clearance);

} // namespace goodfold::files
