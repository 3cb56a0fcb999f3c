// The book of errors: how far off each operation of the work comes out by each method, and why that figure is
// believed. One sigma; millimetres and degrees.
#pragma once

#include "common/result.h"
#include "job/job.h"
#include "lineup/errors.h"
#include "mount/solve.h"

#include <iosfwd>

namespace goodfold::lineup {

struct Method {
    std::string id;
    std::string says; // "with rule and scriber"
    std::optional<double> sigma;
    double each = 0;    // of radii: each bend's own, beside what all have in common
    double share = 0;   // of springback: of what springs back
    int tests = 0;      // of K: bends it was learned from
    double minutes = 0; // for one hole, bend or end
    std::string why;
};

struct Operation {
    std::string id; // a member of a job's `making`
    SourceKind kind = SourceKind::Mark;
    std::string noun; // "Marking holes"
    std::string says; // "where a hole is marked"
    std::vector<Method> methods;
    const Method* find(const std::string& method) const;
};

/// Methods that go together: what a shop usually does.
struct Profile {
    std::string id;
    std::string says;
    std::map<std::string, std::string> making; // a method by operation
};

/// What one test bend tells of the deduction: how well it is read, and how bends repeat.
struct TestBendErrors {
    double reads = 0.15;          // mm: lengths and angle
    double perThickness = 0.0135; // and that by the thickness, from the radius and the angle
    double repeats = 0.06;        // mm
    bool operator==(const TestBendErrors&) const = default;
};

/// How a shop's bends hang together: of what K, springback and radii are unsure by, the share of the variance
/// that is the same wherever that metal is bent, in one tool, and in one batch of stock; how far, in the
/// logarithm of R/T, one bend tells of another; and what one is out by for itself.
struct Alike {
    double metal = 0.4, tool = 0.24, batch = 0.36; // together 1
    double reach = 1;
    double toolOffset = 0.3;      // mm, of a tool in which nothing was bent yet
    double springbackAlong = 0.1; // of what springs back: along one bar
    double spread = 0.5;          // of the logarithm of a scatter that nobody measured yet
    bool operator==(const Alike&) const = default;
};

/// What a way to better odds costs a piece: in time, and in what it takes from the bracket, told in minutes
/// too so that both can be weighed.
struct RemedyCost {
    std::string id;
    double minutes = 0;
    double quality = 0;
    std::string why;
};

struct ErrorBook {
    std::vector<Operation> operations;
    std::vector<RemedyCost> remedies;
    std::vector<Profile> profiles;
    std::string usual; // the profile of a job that says nothing
    TestBendErrors testBend;
    Alike alike;
    mount::Instruments instruments;     // what the mount is measured with
    std::map<SourceKind, double> fixed; // one sigma for a kind, whatever the method and tool

    const Operation* find(const std::string& operation) const;
    const Profile& usualProfile() const;
};

/// How an operation of this job is done: as it says, else as the shop usually does.
const Method& methodOf(const ErrorBook& book, const job::Job& job, const std::string& operation);
/// Whether the job says so itself.
bool isChosen(const job::Job& job, const std::string& operation);
/// Its sigma: typed over in the job, else the method's; nothing where that has none of its own.
std::optional<double> sigmaOf(const ErrorBook& book, const job::Job& job, const std::string& operation);

/// Sigma of K after so many test bends of stock this thick, each a 90 degree bend, with `prior` from the
/// table: what a bend's deduction is known to, over what K moves it by (pi / 2 times the thickness).
double kSigmaAfter(const TestBendErrors& errors, int tests, double thickness, double prior);

/// "mark", "tool-offset", ...
std::string_view wordOf(SourceKind kind);
std::optional<SourceKind> sourceKindOf(std::string_view word);

/// Reads the JSON of data/errors.json, or of a shop's own over it: operations with methods, a usual profile,
/// "fixed" sigmas.
Result<ErrorBook> readErrors(std::istream& in);
const ErrorBook& standardErrors();
/// Own methods replace those of the same name, others are added.
ErrorBook withOwn(ErrorBook book, const ErrorBook& own);

} // namespace goodfold::lineup
