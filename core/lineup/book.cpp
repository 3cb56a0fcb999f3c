#include "lineup/book.h"

#include "common/strict_json.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <numbers>
#include <sstream>

namespace goodfold::lineup {

extern const std::string_view shippedErrors;

namespace {

constexpr Words<SourceKind, 15> kKindWords{{{"mark", SourceKind::Mark},
                                            {"punch", SourceKind::Punch},
                                            {"drill", SourceKind::Drill},
                                            {"cut", SourceKind::Cut},
                                            {"line", SourceKind::Line},
                                            {"place", SourceKind::Place},
                                            {"tool-offset", SourceKind::ToolOffset},
                                            {"square", SourceKind::Square},
                                            {"angle", SourceKind::Angle},
                                            {"springback", SourceKind::Springback},
                                            {"radius", SourceKind::Radius},
                                            {"k", SourceKind::K},
                                            {"thickness", SourceKind::Thickness},
                                            {"spacer", SourceKind::Spacer},
                                            {"target", SourceKind::Target}}};

/// Not less than nothing, and no more than can be meant.
double sigmaFrom(Members& members, const std::string& key) {
    const double sigma = members.number(key);
    if (!(sigma >= 0 && sigma <= 100)) members.fail("must be from 0 to 100", key);
    return sigma;
}

void sigmaInto(double& sigma, Members& members, const std::string& key) {
    if (members.has(key)) sigma = sigmaFrom(members, key);
}

Method methodFrom(Members& members) {
    Method method;
    method.id = members.text("id");
    method.says = members.text("says", method.id);
    if (members.has("sigma")) method.sigma = sigmaFrom(members, "sigma");
    if (members.has("each")) method.each = sigmaFrom(members, "each");
    if (members.has("share")) method.share = sigmaFrom(members, "share");
    method.tests = members.whole("tests", 0);
    method.minutes = members.number("minutes", 0);
    method.why = members.text("why", "");
    members.refuseOthers();
    return method;
}

mount::Instrument instrumentFrom(Members& members) {
    mount::Instrument instrument;
    instrument.id = members.text("id");
    instrument.says = members.text("says", instrument.id);
    instrument.sigma = sigmaFrom(members, "sigma");
    if (instrument.sigma == 0) members.fail("must be more than 0", "sigma");
    instrument.readsTurns = members.flag("turns");
    instrument.why = members.text("why", "");
    members.refuseOthers();
    return instrument;
}

Operation operationFrom(Members& members) {
    Operation operation;
    operation.id = members.text("id");
    operation.noun = members.text("noun", operation.id);
    operation.says = members.text("says", operation.id);
    operation.kind = members.choice("kind", kKindWords);
    operation.methods = members.list("methods", methodFrom);
    members.refuseOthers();
    return operation;
}

Profile profileFrom(Members& members) {
    Profile profile{members.text("id"), members.text("says"), {}};
    const json& making = members.take("making");
    if (!making.is_object()) members.fail("must be an object in braces", "making");
    for (const auto& [operation, method] : making.items())
        if (method.is_string()) profile.making[operation] = method.get<std::string>();
    members.refuseOthers();
    return profile;
}

ErrorBook bookFrom(const json& root) {
    Members members(root, "");
    members.text("note", "");
    members.text("units", "");
    ErrorBook book;
    if (members.has("operations")) book.operations = members.list("operations", operationFrom);
    if (members.has("profiles")) book.profiles = members.list("profiles", profileFrom);
    book.usual = members.text("usual", "");
    if (members.has("remedies"))
        book.remedies = members.list("remedies", [](Members& row) {
            RemedyCost cost{row.text("id"), row.number("minutes"), row.number("quality"),
                            row.text("why", "")};
            row.refuseOthers();
            return cost;
        });
    if (members.has("instruments"))
        for (const mount::Instrument& each : members.list("instruments", instrumentFrom))
            book.instruments[each.id] = each;
    if (members.has("test_bend"))
        book.testBend = members.own("test_bend", [](Members& own) {
            own.text("why", "");
            TestBendErrors errors; // an own file says what differs
            sigmaInto(errors.reads, own, "reads");
            sigmaInto(errors.perThickness, own, "per_thickness");
            sigmaInto(errors.repeats, own, "repeats");
            return errors;
        });
    if (members.has("alike"))
        book.alike = members.own("alike", [](Members& own) {
            own.text("why", "");
            Alike alike;
            sigmaInto(alike.metal, own, "metal");
            sigmaInto(alike.tool, own, "tool");
            sigmaInto(alike.batch, own, "batch");
            sigmaInto(alike.reach, own, "reach");
            sigmaInto(alike.toolOffset, own, "tool_offset");
            sigmaInto(alike.springbackAlong, own, "springback_along");
            sigmaInto(alike.spread, own, "spread");
            return alike;
        });
    members.each("fixed", kKindWords, [&](SourceKind kind, Members& own, const std::string& key) {
        book.fixed[kind] = sigmaFrom(own, key);
    });
    members.refuseOthers();
    return book;
}

template <class Things> auto findById(Things& things, const std::string& id) {
    const auto found =
        std::find_if(things.begin(), things.end(), [&](const auto& each) { return each.id == id; });
    return found == things.end() ? nullptr : &*found;
}

template <class Things> void replaceOrAdd(Things& things, const typename Things::value_type& own) {
    if (auto* same = findById(things, own.id))
        *same = own;
    else
        things.push_back(own);
}

} // namespace

const Method* Operation::find(const std::string& method) const {
    return findById(methods, method);
}

const Operation* ErrorBook::find(const std::string& operation) const {
    return findById(operations, operation);
}

const Profile& ErrorBook::usualProfile() const {
    const Profile* found = findById(profiles, usual);
    return found ? *found : profiles.front();
}

const Method& methodOf(const ErrorBook& book, const job::Job& job, const std::string& operation) {
    const Operation& all = *book.find(operation);
    if (const auto chosen = job.making.find(operation); chosen != job.making.end())
        if (const Method* method = all.find(chosen->second.method)) return *method;
    return *all.find(book.usualProfile().making.at(operation));
}

bool isChosen(const job::Job& job, const std::string& operation) {
    return job.making.contains(operation);
}

std::optional<double> sigmaOf(const ErrorBook& book, const job::Job& job, const std::string& operation) {
    if (const auto chosen = job.making.find(operation); chosen != job.making.end() && chosen->second.sigma)
        return chosen->second.sigma;
    return methodOf(book, job, operation).sigma;
}

double kSigmaAfter(const TestBendErrors& errors, int tests, double thickness, double prior) {
    if (tests <= 0) return prior;
    const double read = std::hypot(errors.reads, errors.perThickness * thickness, errors.repeats);
    const double ofK = read / std::sqrt(tests) / (std::numbers::pi / 2 * thickness);
    return 1 / std::hypot(1 / prior, 1 / ofK);
}

std::string_view wordOf(SourceKind kind) {
    return kKindWords[static_cast<size_t>(kind)].first;
}

std::optional<SourceKind> sourceKindOf(std::string_view word) {
    for (const auto& [each, kind] : kKindWords)
        if (each == word) return kind;
    return {};
}

Result<ErrorBook> readErrors(std::istream& in) {
    return readStrictly(in, bookFrom);
}

const ErrorBook& standardErrors() {
    static const ErrorBook book = [] {
        std::istringstream in{std::string(shippedErrors)};
        Result<ErrorBook> read = readErrors(in);
        assert(read);
        return *std::move(read);
    }();
    return book;
}

ErrorBook withOwn(ErrorBook book, const ErrorBook& own) {
    for (const Operation& operation : own.operations) {
        auto* known = findById(book.operations, operation.id);
        if (!known || known->kind != operation.kind) continue;
        for (const Method& method : operation.methods)
            replaceOrAdd(known->methods, method);
    }
    for (Profile profile : own.profiles) { // what it does not say is as the usual one has it
        std::erase_if(profile.making, [&](const auto& each) {
            const Operation* operation = book.find(each.first);
            return !operation || !operation->find(each.second);
        });
        profile.making.insert(book.usualProfile().making.begin(), book.usualProfile().making.end());
        replaceOrAdd(book.profiles, profile);
    }
    if (findById(book.profiles, own.usual)) book.usual = own.usual;
    for (const RemedyCost& cost : own.remedies)
        replaceOrAdd(book.remedies, cost);
    for (const auto& [kind, sigma] : own.fixed)
        book.fixed[kind] = sigma;
    // What it does not say it has as these ship.
    if (own.testBend != TestBendErrors()) book.testBend = own.testBend;
    if (own.alike != Alike()) book.alike = own.alike;
    for (const auto& [id, instrument] : own.instruments)
        book.instruments[id] = instrument;
    return book;
}

} // namespace goodfold::lineup
