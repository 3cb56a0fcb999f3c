#include "bench/belongs.h"

namespace goodfold::bench {

std::optional<std::string> strangeTo(const Log& log, const part::Part& part) {
    for (const Entry& entry : log.entries) {
        if (entry.kind == Entry::Kind::Done) continue; // a bend, or a task by whatever name
        for (const std::string& id : entry.of)
            if (part.bendIndex(id) < 0 && part.plateIndex(id) < 0 && part.holeIndex(id) < 0) return id;
    }
    return {};
}

} // namespace goodfold::bench
