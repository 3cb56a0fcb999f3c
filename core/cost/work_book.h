// The book of work: how long each operation takes, and what an hour, a kilogram and a bolt cost.
#pragma once

#include "common/result.h"

#include <iosfwd>
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace goodfold::cost {

/// What one takes. `more` is for each of what there is most of in it: of sawing a square centimetre of
/// section, of drilling a cubic centimetre, of outlines, openings and edges a metre.
struct WorkTime {
    std::string id;
    std::string says; // "sawing off"
    double minutes = 0;
    double more = 0;
    double spread = 0; // one sigma, as a share of the minutes
    std::string why;
};

/// What one piece of a batch takes of its stock, by how the batch is cut.
struct Metal {
    double waste = 0; // a share of its blank, lost beside it
    double kilograms = 0;
    std::optional<double> price = {}; // where its bars or sheets have one
};

/// Money in one currency, whatever it is called. What nobody said is not reckoned with.
struct Rates {
    std::optional<double> hour;
    double margin = 0;                      // a share put on
    double waste = 0.1;                     // a share of the blank, where nobody knows how it is cut
    std::map<std::string, double> kilogram; // by material
    std::map<std::string, double> fastener; // by name: "M6 bolt"
    std::string currency;
    std::optional<Metal> metal = {}; // of this very batch; in no file
};

struct WorkBook {
    std::vector<WorkTime> operations;
    Rates rates;
    std::vector<double> took; // minutes that pieces of this very job took, by the logbook; in no file
    const WorkTime* find(const std::string& id) const; // null where there is none
};

/// What ships: times, and no prices.
const WorkBook& standardWork();

Result<WorkBook> readWork(std::istream& in);

/// In the form that is read.
void writeWork(std::ostream& out, const WorkBook& book);

/// A shop's own over it: operations by id, and what it says of money.
WorkBook withOwn(WorkBook book, const WorkBook& own);

} // namespace goodfold::cost
