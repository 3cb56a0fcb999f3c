#include "tool/tool.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cassert>
#include <map>
#include <sstream>

namespace goodfold::tool {

extern const std::string_view shippedTools;

namespace {

using nlohmann::json;

const std::map<std::string, Kind> kKinds{{"vise", Kind::Vise},
                                         {"vise-dies", Kind::ViseDies},
                                         {"press-die", Kind::PressDie},
                                         {"leaf-brake", Kind::LeafBrake},
                                         {"bar-folder", Kind::BarFolder},
                                         {"hand-seamer", Kind::HandSeamer},
                                         {"pin-bender", Kind::PinBender},
                                         {"round-former", Kind::RoundFormer}};

/// Takes the members that are there; the rest keep what they are.
template <class Part>
void take(const json& from, Part& part,
          std::initializer_list<std::pair<const char*, double Part::*>> members) {
    for (const auto& [key, member] : members)
        if (from.contains(key)) part.*member = from.at(key);
}

Die dieFrom(const json& from) {
    Die die;
    take<Die>(from, die,
              {{"angle", &Die::angleDeg},
               {"height", &Die::height},
               {"width", &Die::width},
               {"punch_width", &Die::punchWidth},
               {"punch_height", &Die::punchHeight},
               {"rated_force", &Die::ratedForce},
               {"between", &Die::between}});
    die.bottoms = from.value("bottoms", false);
    for (const json& row : from.at("openings"))
        die.openings.push_back({row.at("opening"), row.value("spacers", std::string())});
    return die;
}

Tool toolFrom(const json& entry) {
    Tool tool;
    tool.id = entry.at("id");
    tool.name = entry.at("name");
    tool.kind = kKinds.at(entry.at("kind"));
    take<Tool>(entry, tool,
               {{"length", &Tool::length},
                {"thickest", &Tool::thickest},
                {"most_angle", &Tool::mostAngleDeg},
                {"lever", &Tool::lever},
                {"least_fold", &Tool::leastFold},
                {"most_fold", &Tool::mostFold},
                {"place_sigma", &Tool::placeSigma},
                {"angle_sigma", &Tool::angleSigma}});
    tool.radii = entry.at("radii").get<std::vector<double>>();
    if (entry.contains("fingers")) tool.fingers = entry.at("fingers").get<std::vector<double>>();
    if (entry.contains("clamp"))
        take<Clamp>(entry.at("clamp"), tool.clamp,
                    {{"inner_depth", &Clamp::innerDepth},
                     {"inner_height", &Clamp::innerHeight},
                     {"top_angle", &Clamp::topDeg},
                     {"outer_depth", &Clamp::outerDepth},
                     {"outer_height", &Clamp::outerHeight},
                     {"lift", &Clamp::lift},
                     {"least_grip", &Clamp::leastGrip}});
    if (entry.contains("bench"))
        take<Bench>(entry.at("bench"), tool.bench,
                    {{"screw_depth", &Bench::screwDepth},
                     {"screw_width", &Bench::screwWidth},
                     {"below", &Bench::below},
                     {"edge", &Bench::edge},
                     {"wall", &Bench::wall}});
    if (entry.contains("apron"))
        take<Apron>(entry.at("apron"), tool.apron,
                    {{"thickness", &Apron::thickness}, {"width", &Apron::width}});
    if (entry.contains("die")) tool.die = dieFrom(entry.at("die"));
    return tool;
}

/// Empty where the tool can be worked with.
std::string wrongWith(const Tool& tool) {
    if (tool.id.empty()) return "has no id";
    if (tool.length <= 0 || tool.thickest <= 0) return "needs a length and a greatest thickness";
    if (tool.radii.empty() || tool.radii.front() < 0 || !std::is_sorted(tool.radii.begin(), tool.radii.end()))
        return "needs its radii, rising";
    if (tool.mostAngleDeg <= 0 || tool.mostAngleDeg > 350) return "needs a greatest angle up to 350";
    if (tool.placeSigma <= 0 || tool.angleSigma <= 0) return "needs its accuracy";
    if (tool.isDie() && tool.die.openings.empty()) return "needs the openings of its die";
    if (tool.isDie() && tool.die.ratedForce <= 0) return "needs the force of its press or vise";
    if (!tool.isDie() && tool.clamp.innerDepth <= 0) return "needs the size of its clamp";
    return {};
}

} // namespace

const Tool* Shop::find(const std::string& id) const {
    const auto found =
        std::find_if(tools.begin(), tools.end(), [&](const Tool& tool) { return tool.id == id; });
    return found == tools.end() ? nullptr : &*found;
}

Result<Shop> readShop(std::istream& in) {
    try {
        Shop shop;
        const json root = json::parse(in);
        for (const json& entry : root.at("tools")) {
            shop.tools.push_back(toolFrom(entry));
            const std::string wrong = wrongWith(shop.tools.back());
            if (!wrong.empty())
                return Error{"The tool \"" + shop.tools.back().id + "\" " + wrong + ".", "tools"};
        }
        return shop;
    } catch (const std::out_of_range&) {
        return Error{"A tool is of a kind that is not known.", "tools"};
    } catch (const json::exception& wrong) {
        return Error{std::string("The shop's tools cannot be read: ") + wrong.what() + ".", "tools"};
    }
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

} // namespace goodfold::tool
