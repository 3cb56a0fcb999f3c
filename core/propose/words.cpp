#include "propose/words.h"

#include "common/phrase.h"
#include "text/lineup_words.h"

#include <cctype>
#include <cmath>

namespace goodfold::propose {

namespace {

std::vector<std::string> holesThat(const job::Job& job, bool (*are)(const job::Hole&)) {
    std::vector<std::string> holes;
    for (const job::Plate& plate : job.plates)
        for (const job::Hole& hole : plate.holes)
            if (are(hole)) holes.push_back(hole.id);
    return holes;
}

/// "h3 slotted", "h3 and h4 drilled in place".
void addHoles(std::vector<std::string>& says, const job::Job& job) {
    const auto add = [&](bool (*are)(const job::Hole&), const char* how) {
        if (const auto holes = holesThat(job, are); !holes.empty()) says.push_back(listed(holes) + " " + how);
    };
    add([](const job::Hole& hole) { return hole.kind == job::Hole::Kind::Slot; }, "slotted");
    add([](const job::Hole& hole) { return hole.afterBending && !hole.throughMount; },
        "drilled after bending");
    add([](const job::Hole& hole) { return hole.throughMount; }, "drilled in place");
}

} // namespace

std::string nameOf(const Proposal& proposal) {
    const std::string twisted = "twisted ";
    const bool isTwisted = proposal.shape.starts_with(twisted);
    std::string name = isTwisted ? proposal.shape.substr(twisted.size()) : proposal.shape;
    name.front() = static_cast<char>(std::toupper(static_cast<unsigned char>(name.front())));
    return isTwisted ? name + ", bends askew" : name;
}

std::string figuresOf(const Proposal& proposal, const quantity::Reading& reading) {
    const auto size = [&](double mm) {
        return quantity::typesetSize(quantity::Length::mm(mm), reading.unit);
    };
    std::vector<std::string> says{proposal.bends == 0   ? "no bend"
                                  : proposal.bends == 1 ? "1 bend"
                                                        : std::to_string(proposal.bends) + " bends"};
    says.push_back("blank " + quantity::typeset(quantity::Length::mm(proposal.blankLength), reading) +
                   " \u00d7 " + size(proposal.blankWidth));
    if (proposal.gives)
        says.push_back("gives " + size(std::round(*proposal.gives * 10) / 10) + " under 100 N");
    if (const auto& turns = proposal.turnsDeg)
        says.push_back(*turns < 360
                           ? "turns by " + quantity::printNumber(*turns, 0) +
                                 "\u00b0 at most until its tab stops it"
                           : "turns about its bolt: an edge of its face, measured, would take a tab");
    addHoles(says, proposal.job);
    for (const std::string& stop : proposal.stops)
        says.push_back("stopped: " + stop);
    std::string all;
    for (const std::string& each : says)
        all += (all.empty() ? "" : "; ") + each;
    return all;
}

std::string inWords(const Proposal& proposal, const quantity::Reading& reading) {
    return text::oddsInWords(proposal.odds) + " go on; " + figuresOf(proposal, reading);
}

} // namespace goodfold::propose
