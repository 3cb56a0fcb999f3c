#include "files/job_file.h"
#include "files/words.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <array>
#include <istream>
#include <set>

namespace goodfold::files {

namespace {

using nlohmann::json;

/// One object of the file. Errors are thrown as Error and caught in readJob(), so that reading stays a
/// list of members; nothing leaves this file by exception.
class Members {
public:
    Members(const json& value, std::string path) : object(value), path(std::move(path)) {
        if (!object.is_object()) fail("must be an object in braces", {});
    }

    bool has(const std::string& key) const { return object.contains(key); }
    std::string at(const std::string& key) const {
        return path.empty() || key.empty() ? path + key : path + "." + key;
    }

    const json& take(const std::string& key) {
        if (!has(key)) throw Error{"\"" + key + "\" is missing.", path.empty() ? "the file" : path};
        taken.insert(key);
        return object.at(key);
    }

    double number(const std::string& key) {
        const json& value = take(key);
        if (!value.is_number()) fail("must be a number", key);
        return value.get<double>();
    }
    double number(const std::string& key, double otherwise) { return has(key) ? number(key) : otherwise; }
    std::optional<double> maybeNumber(const std::string& key) {
        return has(key) ? std::optional(number(key)) : std::nullopt;
    }

    int whole(const std::string& key, int otherwise) {
        const double value = number(key, otherwise);
        if (value != static_cast<int>(std::clamp(value, -1e9, 1e9))) fail("must be a whole number", key);
        return static_cast<int>(value);
    }

    std::string text(const std::string& key) {
        const json& value = take(key);
        if (!value.is_string()) fail("must be text in quotes", key);
        return value.get<std::string>();
    }
    std::string text(const std::string& key, const std::string& otherwise) {
        return has(key) ? text(key) : otherwise;
    }

    bool flag(const std::string& key) {
        if (!has(key)) return false;
        const json& value = take(key);
        if (!value.is_boolean()) fail("must be true or false", key);
        return value.get<bool>();
    }

    template <class Choice, size_t N>
    Choice choice(const std::string& key, const Words<Choice, N>& words, Choice otherwise) {
        return has(key) ? choice(key, words) : otherwise;
    }
    template <class Choice, size_t N> Choice choice(const std::string& key, const Words<Choice, N>& words) {
        const std::string said = text(key);
        std::string allowed;
        for (const auto& [word, value] : words) {
            if (word == said) return value;
            allowed += (allowed.empty() ? "" : ", ") + std::string(word);
        }
        fail("is \"" + said + "\", but must be one of: " + allowed, key);
    }

    /// Every object of a list, with its own path.
    template <class Read> auto list(const std::string& key, Read read) {
        const json& value = take(key);
        if (!value.is_array()) fail("must be a list in brackets", key);
        std::vector<decltype(read(std::declval<Members&>()))> all;
        for (size_t i = 0; i < value.size(); ++i) {
            Members members(value[i], at(key) + "[" + std::to_string(i) + "]");
            all.push_back(read(members));
        }
        return all;
    }

    /// An object whose members are named by words: `read(choice, members, key)` for each that is there.
    template <class Choice, size_t N, class Read>
    void each(const std::string& key, const Words<Choice, N>& words, Read read) {
        if (!has(key)) return;
        Members own(take(key), at(key));
        for (const auto& [word, choice] : words)
            if (own.has(std::string(word))) read(choice, own, std::string(word));
        own.refuseOthers();
    }

    /// For small objects that have no room for members of later versions.
    void refuseOthers() const {
        for (const auto& [key, value] : object.items())
            if (!taken.count(key)) fail("is nothing this version knows here", key);
    }

    part::KeptKeys kept() const {
        part::KeptKeys rest;
        for (const auto& [key, value] : object.items())
            if (!taken.count(key)) rest[key] = value.dump();
        return rest;
    }

    [[noreturn]] void fail(const std::string& reason, const std::string& key) const {
        const std::string where = at(key);
        throw Error{(key.empty() ? "this" : "\"" + key + "\"") + " " + reason + ".",
                    where.empty() ? "the file" : where};
    }

private:
    const json& object;
    std::string path;
    std::set<std::string> taken;
};

part::Hole holeFrom(Members& members) {
    part::Hole hole;
    hole.id = members.text("id");
    hole.kind = members.choice("kind", kHoleWords, part::Hole::Kind::Round);
    hole.diameter = members.number("diameter");
    if (hole.kind == part::Hole::Kind::Slot) {
        hole.length = members.number("length");
        hole.angleDeg = members.number("angle", 0);
    }
    hole.x = members.number("x");
    if (members.has("x_from")) {
        const std::string from = members.text("x_from");
        const auto word = std::find_if(kXFromWords.begin(), kXFromWords.end(),
                                       [&](const auto& w) { return w.first == from; });
        hole.xFrom = word == kXFromWords.end() ? part::Hole::XFrom::Hole : word->second;
        if (hole.xFrom == part::Hole::XFrom::Hole) hole.xFromHole = from;
    }
    hole.y = members.number("y", 0);
    hole.yFrom = members.choice("y_from", kYFromWords, part::Hole::YFrom::Centre);
    hole.kept = members.kept();
    return hole;
}

part::CornerCut cornerFrom(Members& members) {
    const bool isRound = members.has("round");
    const part::CornerCut cut{isRound ? part::CornerCut::Kind::Round : part::CornerCut::Kind::Chamfer,
                              members.number(isRound ? "round" : "chamfer")};
    members.refuseOthers();
    return cut;
}

part::BarEnd endFrom(Members& members) {
    const part::BarEnd end{members.number("cut", 0), members.flag("full_round"), members.number("extra", 0)};
    members.refuseOthers();
    return end;
}

part::Joggle joggleFrom(Members& members) {
    const part::Joggle joggle{members.number("offset"), members.number("length")};
    members.refuseOthers();
    return joggle;
}

part::Load loadFrom(Members& members) {
    part::Load load;
    load.held = members.text("held");
    load.at = members.text("at");
    load.newtons = members.number("newtons");
    load.toward = members.choice("toward", kTowardWords);
    load.hungKg = members.number("hung_kg", 0);
    members.refuseOthers();
    return load;
}

struct ReadPlate {
    part::Plate plate;
    std::vector<bool> holeSaysXFrom;
};

ReadPlate plateFrom(Members& members) {
    ReadPlate read;
    read.plate.id = members.text("id");
    if (members.has("joggle")) {
        Members joggle(members.take("joggle"), members.at("joggle"));
        read.plate.joggle = joggleFrom(joggle);
    } else {
        read.plate.length = members.number("length");
    }
    read.plate.measure = members.choice("measure", kMeasureWords, part::Plate::Measure::Along);
    read.plate.flatFirst = members.flag("flat_first");
    members.each("dimension_to", kEndWords, [&](part::Edge edge, Members& own, const std::string& key) {
        read.plate.dimensionTo[edge] = own.choice(key, kDimensionWords);
    });
    members.each("corners", kCornerWords, [&](part::Corner corner, Members& own, const std::string& key) {
        Members cut(own.take(key), own.at(key));
        read.plate.corners[corner] = cornerFrom(cut);
    });
    members.each("ends", kEndWords, [&](part::Edge edge, Members& own, const std::string& key) {
        Members end(own.take(key), own.at(key));
        read.plate.ends[edge] = endFrom(end);
    });
    read.plate.width = members.maybeNumber("width");
    if (members.has("holes"))
        read.plate.holes = members.list("holes", [&](Members& hole) {
            read.holeSaysXFrom.push_back(hole.has("x_from"));
            return holeFrom(hole);
        });
    read.plate.kept = members.kept();
    return read;
}

/// A bend without an angle: that of a joggle, whose angle follows from its offset and length.
constexpr double kNoAngle = 0;

part::Bend bendFrom(Members& members) {
    part::Bend bend;
    bend.id = members.text("id");
    bend.from = members.text("from");
    bend.edge = members.choice("edge", kEdgeWords, part::Edge::End);
    bend.to = members.text("to");
    bend.angleDeg = members.number("angle", kNoAngle);
    bend.turn = members.choice("turn", kTurnWords);
    bend.skewDeg = members.number("skew", 0);
    bend.offset = members.number("offset", 0);
    bend.insideRadius = members.maybeNumber("inside_radius");
    bend.k = members.maybeNumber("k");
    bend.kept = members.kept();
    return bend;
}

void readAllowance(Members& members, part::Job& job) {
    job.allowance.kind = members.choice("rule", kRuleWords);
    job.allowance.constantK = members.number("k", job.allowance.constantK);
    job.allowance.deductionThicknesses = members.number("thicknesses", job.allowance.deductionThicknesses);
    if (job.allowance.kind == bend::AllowanceRule::Kind::Measured) {
        bend::TestBend& test = job.allowance.testBend;
        test.deduction = members.number("deduction");
        test.shape = {members.number("angle", 90), members.number("inside_radius"),
                      members.number("thickness")};
    }
    job.allowanceKept = members.kept();
}

void readStock(Members& members, part::Stock& stock) {
    stock.form = members.choice("form", kFormWords);
    if (stock.form == part::StockForm::Bar) stock.width = members.number("width");
    stock.onHand = members.maybeNumber("on_hand");
    stock.grain = members.choice("grain", kGrainWords, part::Grain::Unsaid);
    stock.kept = members.kept();
}

/// A hole that does not say where its x counts from takes its plate's bend, as the job's dimensions do; on
/// a plate that hangs on none, the free start.
void decideXFrom(part::Job& job, const std::vector<ReadPlate>& plates) {
    for (size_t p = 0; p < plates.size(); ++p)
        for (size_t h = 0; h < job.plates[p].holes.size(); ++h) {
            if (plates[p].holeSaysXFrom[h]) continue;
            const std::string& id = job.plates[p].id;
            const bool onBend = job.bendTo(id) || job.bendAt(id, part::Edge::Start);
            part::Hole& hole = job.plates[p].holes[h];
            hole.xFrom = !onBend                                         ? part::Hole::XFrom::Start
                         : job.dimensionTo == part::DimensionTo::Inside  ? part::Hole::XFrom::Inside
                         : job.dimensionTo == part::DimensionTo::Tangent ? part::Hole::XFrom::Tangent
                                                                         : part::Hole::XFrom::Outside;
        }
}

ReadJob jobFrom(const json& root) {
    Members members(root, {});
    if (members.text("format") != "good-fold-job") members.fail("is not \"good-fold-job\"", "format");
    const int version = members.whole("version", 0);
    if (version < 1) members.fail("must be 1 or more", "version");

    part::Job job;
    job.title = members.text("title", "");
    job.units = members.choice("units", kUnitWords, quantity::Unit::Millimetre);
    job.quantity = members.whole("quantity", 1);
    job.oppositeHand = members.flag("opposite_hand");
    job.hand = members.choice("hand", kHandWords, part::Hand::Unsaid);
    job.material = members.text("material");
    job.thickness = members.number("thickness");
    Members stock(members.take("stock"), "stock");
    readStock(stock, job.stock);
    job.dimensionTo = members.choice("dimension_to", kDimensionWords, part::DimensionTo::Outside);
    if (members.has("allowance")) {
        Members allowance(members.take("allowance"), "allowance");
        readAllowance(allowance, job);
    }
    const auto plates = members.list("plates", plateFrom);
    for (const ReadPlate& read : plates)
        job.plates.push_back(read.plate);
    if (members.has("bends")) job.bends = members.list("bends", bendFrom);
    job.datum = members.choice("datum", kEndWords, part::Edge::Start);
    job.leastLeg = members.maybeNumber("least_leg");
    if (members.has("load")) {
        Members load(members.take("load"), "load");
        job.load = loadFrom(load);
    }
    job.kept = members.kept();
    for (part::Bend& bend : job.bends)
        if (bend.angleDeg == kNoAngle && job.joggleAt(bend)) bend.angleDeg = part::Bend().angleDeg;
    decideXFrom(job, plates);
    if (auto wrong = part::whatIsWrong(job)) throw *std::move(wrong);
    return {std::move(job), version > kJobVersion};
}

std::string placeOf(const std::string& text, size_t byte) {
    const size_t end = std::min(byte, text.size());
    const auto line = 1 + std::count(text.begin(), text.begin() + static_cast<long>(end), '\n');
    const size_t lineStart = end == 0 ? 0 : text.rfind('\n', end - 1) + 1; // npos + 1 is 0
    return "line " + std::to_string(line) + ", column " +
           std::to_string(std::max<size_t>(1, end - lineStart));
}

/// Refuses what the parser would take but no writer of ours makes: members given twice, and nesting deep
/// enough to exhaust the stack of whoever writes it out again.
class Guard {
public:
    bool operator()(int depth, json::parse_event_t event, json& parsed) {
        constexpr int kDeepest = 64;
        if (depth > kDeepest)
            throw Error{"lists and objects stand more than 64 deep in each other.", "the file"};
        if (event == json::parse_event_t::object_start) seen.emplace_back();
        if (event == json::parse_event_t::object_end) seen.pop_back();
        if (event == json::parse_event_t::key && !seen.back().insert(parsed.get<std::string>()).second)
            throw Error{"\"" + parsed.get<std::string>() + "\" is given twice.", "the file"};
        return true;
    }

private:
    std::vector<std::set<std::string>> seen;
};

/// Nothing where there is more than a job can be.
std::optional<std::string> takeText(std::istream& in) {
    std::string text;
    std::array<char, 4096> piece{};
    while (in.read(piece.data(), piece.size()), in.gcount() > 0) {
        text.append(piece.data(), static_cast<size_t>(in.gcount()));
        if (text.size() > kMostBytes) return std::nullopt;
    }
    return text;
}

} // namespace

Result<ReadJob> readJob(std::istream& in) {
    const auto text = takeText(in);
    if (!text) return Error{"it is larger than 16 MB, which no job is.", "the file"};
    try {
        Guard guard;
        return jobFrom(json::parse(*text, std::ref(guard)));
    } catch (const Error& wrong) {
        return wrong;
    } catch (const json::parse_error& trouble) {
        if (text->empty()) return Error{"it is empty.", "the file"};
        return Error{"this is not JSON as it should be.", placeOf(*text, trouble.byte)};
    } catch (const json::exception&) {
        return Error{"a number is too large, or the text is not UTF-8.", "the file"};
    }
}

} // namespace goodfold::files
