#include "check/alike.h"

#include "common/phrase.h"

#include <algorithm>
#include <cctype>
#include <map>
#include <set>

namespace goodfold::check {

namespace {

using job::Element;

/// Words with the element's own name left open, so that those about another compare.
std::string open(const std::string& says, const Element& about) {
    const std::string name = nameOf(about), atFront = capital(name);
    const auto isPart = [](char c) { return std::isalnum(static_cast<unsigned char>(c)) != 0; };
    std::string opened;
    opened.reserve(says.size());
    for (size_t i = 0; i < says.size();) {
        const bool mayBegin = !name.empty() && (says[i] == name[0] || says[i] == atFront[0]);
        const bool isNamed = mayBegin && (says.compare(i, name.size(), name) == 0 ||
                                          says.compare(i, name.size(), atFront) == 0);
        const bool isWhole = isNamed && (i == 0 || !isPart(says[i - 1])) &&
                             (i + name.size() == says.size() || !isPart(says[i + name.size()]));
        opened += isWhole ? '#' : says[i];
        i += isWhole ? name.size() : 1;
    }
    return opened;
}

std::string withoutFigures(std::string says) {
    std::erase_if(says, [](char c) { return (c >= '0' && c <= '9') || c == '.'; });
    return says;
}

/// The same for findings that are alike.
std::string keyOf(const Finding& finding) {
    return nameOf(finding.severity) + std::to_string(static_cast<int>(finding.about.kind)) +
           open(finding.headline, finding.about) + '\n' + open(finding.says, finding.about);
}

using Group = std::vector<const Finding*>;

const Remedy* sameRemedy(const Finding& finding, const Finding& first, const Remedy& remedy) {
    const std::string wanted = withoutFigures(open(remedy.says, first.about));
    for (const Remedy& own : finding.remedies)
        if (!own.other && withoutFigures(open(own.says, finding.about)) == wanted) return &own;
    return nullptr;
}

std::vector<Finding> foundIn(const Subject& s, const Rule& rule, const job::Job& job) {
    const part::Part part = part::solve(job, s.material);
    const part::Folded folded = part::fold(part);
    size_t none = mostMended(job); // where is asked, not what to do about it
    return rule.find({.job = job,
                      .part = part,
                      .folded = folded,
                      .material = s.material,
                      .reading = s.reading,
                      .hardware = s.hardware,
                      .mendedYet = &none});
}

bool isMended(const Subject& s, const Rule& rule, const Group& group, const job::Job& job) {
    if (job::whatIsWrong(job)) return false;
    const auto left = foundIn(s, rule, job);
    return std::none_of(group.begin(), group.end(), [&](const Finding* each) {
        return std::any_of(left.begin(), left.end(),
                           [&](const Finding& finding) { return finding.about == each->about; });
    });
}

/// Whether ways out of a rule can be tried, looked up where it is asked for: a plan's finding cannot be
/// without a plan.
class Trial {
public:
    Trial(const Subject& s, const Rule& rule) : s(s), rule(rule) {}
    bool isPossible() {
        if (!isKnown) is = !foundIn(s, rule, s.job).empty();
        isKnown = true;
        return is;
    }

private:
    const Subject& s;
    const Rule& rule;
    bool isKnown = false, is = false;
};

/// One remedy of the first, done for each of the group: what it makes of each element.
std::optional<Remedy> forAll(const Subject& s, const Rule& rule, const Group& group, const Remedy& remedy,
                             Trial& trial) {
    const Finding& first = *group.front();
    job::Job all = s.job;
    bool sameWords = true, isShared = true; // one that mends something they have in common
    std::vector<std::string> names;
    for (const Finding* each : group) {
        const Remedy* own = sameRemedy(*each, first, remedy);
        if (!own) return {};
        sameWords = sameWords && open(own->says, each->about) == open(remedy.says, first.about);
        isShared = isShared && own->mended == remedy.mended;
        names.push_back(nameOf(each->about));
        const std::string& id = each->about.id;
        if (each->about.kind == Element::Kind::Hole && own->mended.findHole(id))
            *all.findHole(id) = *own->mended.findHole(id);
        if (each->about.kind == Element::Kind::Bend && own->mended.findBend(id))
            *all.findBend(id) = *own->mended.findBend(id);
    }
    if (isShared) return remedy;
    if (!trial.isPossible() || !isMended(s, rule, group, all)) return {};
    const std::string opened = open(remedy.says, first.about);
    const size_t at = opened.find('#');
    std::string says = remedy.says + ", the others likewise";
    if (sameWords && at != std::string::npos)
        says = opened.substr(0, at) + listed(names) + opened.substr(at + 1);
    else if (sameWords)
        says = remedy.says + (group.size() == 2 ? " for both" : " for all " + std::to_string(group.size()));
    return Remedy{std::move(says), std::move(all)};
}

std::optional<Finding> joined(const Subject& s, const Rule& rule, const Group& group, Trial& trial) {
    Finding one = *group.front();
    std::vector<std::string> others;
    for (size_t i = 1; i < group.size(); ++i) {
        others.push_back(nameOf(group[i]->about));
        one.likewise.push_back(group[i]->about);
    }
    constexpr size_t kNamed = 8;
    one.headline +=
        ", likewise " + (others.size() > kNamed ? std::to_string(others.size()) + " more" : listed(others));
    const bool eachHasItsOwn = std::any_of(group.begin() + 1, group.end(),
                                           [](const Finding* each) { return !each->remedies.empty(); });
    if (!eachHasItsOwn || group.size() > mostMended(s.job)) return one; // of very many, what mends the first
    one.remedies.clear();
    for (const Remedy& remedy : group.front()->remedies)
        if (auto all = forAll(s, rule, group, remedy, trial)) one.remedies.push_back(*std::move(all));
    if (one.remedies.empty()) return {};
    return one;
}

} // namespace

std::vector<Finding> joinedByCause(const Subject& s, const Rule& rule, std::vector<Finding> found) {
    if (found.size() < 2) return found;
    std::map<std::string, Group> groups;
    std::vector<const Group*> groupOf; // of each that is found; null where it is about nothing
    for (const Finding& finding : found) {
        Group* own = finding.about.isNothing() ? nullptr : &groups[keyOf(finding)];
        if (own) own->push_back(&finding);
        groupOf.push_back(own);
    }
    Trial trial(s, rule);
    std::vector<Finding> all;
    std::set<const Group*> told;
    for (size_t i = 0; i < found.size(); ++i) {
        const Group* group = groupOf[i];
        if (told.count(group)) continue;
        const bool isFirst = group && group->size() > 1 && group->front() == &found[i];
        if (auto one = isFirst ? joined(s, rule, *group, trial) : std::nullopt) {
            told.insert(group);
            all.push_back(*std::move(one));
        } else {
            all.push_back(found[i]);
        }
    }
    return all;
}

} // namespace goodfold::check
