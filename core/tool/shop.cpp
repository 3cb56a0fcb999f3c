#include "common/strict_json.h"
#include "quantity/length.h"
#include "tool/parameters.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <sstream>

namespace goodfold::tool {

extern const std::string_view shippedTools;

namespace {

/// A figure's object in the file, and its name there: "clamp.lift" is clamp's lift.
std::pair<std::string, std::string> pathOf(const Parameter& parameter) {
    const size_t dot = parameter.key.find('.');
    if (dot == std::string_view::npos) return {"", std::string(parameter.key)};
    return {std::string(parameter.key.substr(0, dot)), std::string(parameter.key.substr(dot + 1))};
}

const Kind& kindFrom(Members& entry) {
    const std::string said = entry.text("kind");
    if (const Kind* kind = findKind(said)) return *kind;
    std::string allowed;
    for (const Kind& kind : kinds())
        allowed += (allowed.empty() ? "" : ", ") + std::string(kind.key);
    entry.fail("is \"" + said + "\", but must be one of: " + allowed, "kind");
}

/// Its figures of one group; of the die also its openings, spacers and whether it bottoms.
void readGroup(const std::string& group, Members& members, Tool& tool) {
    for (const Parameter& parameter : parameters()) {
        const auto [of, key] = pathOf(parameter);
        if (of == group && members.has(key)) parameter.in(tool) = members.number(key);
    }
    if (group != "die") return;
    tool.die.bottoms = members.flag("bottoms");
    tool.die.spacers = members.numbers("spacers");
    if (members.has("openings"))
        tool.die.openings = members.list("openings", [](Members& row) {
            Die::Opening opening{row.number("opening"), row.text("set_with", ""), {}};
            row.refuseOthers();
            return opening;
        });
}

Tool toolFrom(Members& entry) {
    Tool tool;
    tool.id = entry.text("id");
    tool.name = entry.text("name");
    tool.kind = &kindFrom(entry);
    tool.isThere = entry.flag("in_shop", true);
    tool.radii = entry.numbers("radii");
    tool.fingers = entry.numbers("fingers");
    readGroup("", entry, tool);
    for (const char* group : {"clamp", "bench", "apron", "die"})
        if (entry.has(group))
            entry.own(group, [&](Members& members) {
                readGroup(group, members, tool);
                return 0;
            });
    entry.refuseOthers();
    if (auto wrong = whatIsWrong(tool)) throw *std::move(wrong);
    return tool;
}

Shop shopFrom(const json& root) {
    Members members(root, "");
    members.text("note", "");
    members.text("units", "");
    Shop shop;
    shop.tools = members.list("tools", toolFrom);
    members.refuseOthers();
    for (size_t i = 0; i < shop.tools.size(); ++i)
        if (shop.find(shop.tools[i].id) != &shop.tools[i])
            throw Error{"There are two tools with the id \"" + shop.tools[i].id + "\".",
                        "tools[" + std::to_string(i) + "]"};
    return shop;
}

json entryOf(const Tool& tool) {
    json entry{{"id", tool.id}, {"name", tool.name}, {"kind", tool.kind->key}, {"radii", tool.radii}};
    if (!tool.isThere) entry["in_shop"] = false;
    Tool read = tool; // its figures are found by reference
    for (const Parameter& parameter : parameters()) {
        const auto [group, key] = pathOf(parameter);
        if (parameter.isOf(tool)) (group.empty() ? entry : entry[group])[key] = parameter.in(read);
    }
    if (!tool.fingers.empty()) entry["fingers"] = tool.fingers;
    if (!tool.isDie()) return entry;
    entry["die"]["bottoms"] = tool.die.bottoms;
    for (const Die::Opening& opening : tool.die.openings) {
        json& row = entry["die"]["openings"].emplace_back(json{{"opening", opening.opening}});
        if (!opening.setWith.empty()) row["set_with"] = opening.setWith;
    }
    if (!tool.die.spacers.empty()) entry["die"]["spacers"] = tool.die.spacers;
    return entry;
}

} // namespace

const Tool* Shop::find(const std::string& id) const {
    const auto found =
        std::find_if(tools.begin(), tools.end(), [&](const Tool& tool) { return tool.id == id; });
    return found == tools.end() ? nullptr : &*found;
}

Result<Shop> readShop(std::istream& in) {
    return readStrictly(in, shopFrom);
}

void writeShop(std::ostream& out, const Shop& shop) {
    json root{{"tools", json::array()}};
    for (const Tool& tool : shop.tools)
        root["tools"].push_back(entryOf(tool));
    out << root.dump(1, ' ', false, json::error_handler_t::replace) << '\n';
}

std::optional<Error> whatIsWrong(const Tool& tool) {
    const auto wrong = [&](const std::string& says) {
        return Error{"The tool \"" + (tool.name.empty() ? tool.id : tool.name) + "\" " + says + ".", "tools"};
    };
    if (tool.id.empty() || tool.name.empty()) return wrong("needs an id and a name");
    if (tool.radii.empty() || tool.radii.front() < 0 || !std::is_sorted(tool.radii.begin(), tool.radii.end()))
        return wrong("needs its radii, rising");
    if (tool.isDie() && tool.die.openings.empty() && tool.die.spreadFrom <= 0)
        return wrong("needs the openings of its die");
    constexpr size_t kMostSpacers = 10; // they can be stacked in a thousand ways
    if (tool.die.spacers.size() > kMostSpacers) return wrong("has more than ten spacers");
    for (const double spacer : tool.die.spacers)
        if (!(spacer > 0 && spacer <= 1000)) return wrong("has a spacer without thickness");
    constexpr size_t kMostFingers = 60;
    if (tool.fingers.size() > kMostFingers) return wrong("has more than sixty fingers");
    for (const double width : tool.fingers)
        if (!(width > 0 && width <= 10000)) return wrong("has a finger without width");
    Tool read = tool; // its figures are found by reference
    for (const Parameter& parameter : parameters()) {
        const double value = parameter.in(read);
        if (parameter.isOf(tool) && !(value >= parameter.least && value <= parameter.most))
            return wrong("needs \"" + nameOf(parameter, tool) + "\" from " +
                         quantity::printNumber(parameter.least, 2) + " to " +
                         quantity::printNumber(parameter.most, 2));
    }
    for (const Die::Opening& row : tool.die.openings)
        if (!(row.opening > 0 && row.opening < tool.die.width))
            return wrong("has an opening that is not narrower than its die");
    if (tool.die.spreadFrom >= tool.die.width && tool.isDie())
        return wrong("has halves that open no narrower than they are wide");
    return {};
}

std::vector<Die::Opening> openingsOf(const Die& die) {
    std::vector<Die::Opening> all = die.openings;
    if (die.spreadFrom > 0) {
        const size_t stacks = size_t{1} << die.spacers.size();
        for (size_t which = 0; which < stacks; ++which) {
            Die::Opening& made = all.emplace_back(Die::Opening{die.spreadFrom, {}, {}});
            for (size_t i = 0; i < die.spacers.size(); ++i)
                if (which >> i & 1) {
                    made.opening += die.spacers[i];
                    made.stack.push_back(die.spacers[i]);
                }
        }
    }
    const auto hundredths = [](const Die::Opening& made) { return std::llround(100 * made.opening); };
    std::sort(all.begin(), all.end(), [&](const auto& a, const auto& b) {
        return std::pair(hundredths(a), a.stack.size()) < std::pair(hundredths(b), b.stack.size());
    });
    const auto isSame = [&](const auto& a, const auto& b) { return hundredths(a) == hundredths(b); };
    all.erase(std::unique(all.begin(), all.end(), isSame), all.end());
    return all;
}

const Shop& standardShop() {
    static const Shop shop = [] {
        std::istringstream in{std::string(shippedTools)};
        const auto read = readShop(in);
        assert(read);
        return *read;
    }();
    return shop;
}

Shop withOwn(Shop shop, const Shop& own) {
    for (const Tool& tool : own.tools) {
        const auto same = std::find_if(shop.tools.begin(), shop.tools.end(),
                                       [&](const Tool& shipped) { return shipped.id == tool.id; });
        if (same == shop.tools.end())
            shop.tools.push_back(tool);
        else
            *same = tool;
    }
    return shop;
}

Shop ownOf(const Shop& all, const Shop& shipped) {
    Shop own;
    for (const Tool& tool : all.tools)
        if (const Tool* same = shipped.find(tool.id); !same || !(*same == tool)) own.tools.push_back(tool);
    return own;
}

} // namespace goodfold::tool
