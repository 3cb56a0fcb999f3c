#include "stock/rack_stock.h"

#include "cutting/cut_list.h"
#include "material/material.h"

#include <algorithm>
#include <cmath>
#include <sstream>

namespace goodfold::stock {

namespace {

constexpr double kOffRim = 2; // mm, of a hole that is there

} // namespace

std::vector<Stretch> wholeStretches(const RackStock& stock) {
    std::vector<Stretch> taken, whole;
    for (const StockHole& hole : stock.holes)
        taken.push_back({hole.at - hole.diameter / 2 - kOffRim, hole.at + hole.diameter / 2 + kOffRim});
    std::sort(taken.begin(), taken.end(), [](const Stretch& a, const Stretch& b) { return a.from < b.from; });
    double from = 0;
    for (const Stretch& each : taken) {
        if (each.from > from) whole.push_back({from, each.from});
        from = std::max(from, each.to);
    }
    if (stock.length > from) whole.push_back({from, stock.length});
    return whole;
}

std::string nameOf(const RackStock& stock, const Stretch& stretch) {
    if (stretch.length() == stock.length) return stock.name;
    return stock.name + ", " + quantity::printNumber(stretch.from, 1) + " to " +
           quantity::printNumber(stretch.to, 1);
}

std::optional<Error> whatIsWrong(const RackStock& stock) {
    const bool isSheet = stock.form == job::StockForm::Sheet;
    if (!material::standardMaterials().find(stock.material)) {
        std::string known;
        for (const material::Material& each : material::standardMaterials().materials)
            known += (known.empty() ? "" : ", ") + each.id;
        return Error{"must be one of the material book: " + known, "material"};
    }
    for (const auto& [figure, value] :
         {std::pair{"width", stock.width}, {"thickness", stock.thickness}, {"length", stock.length}}) {
        if (!(value > 0)) return Error{"must be more than 0", figure};
        if (value > cutting::kLongestBar)
            return Error{isSheet ? "is more than a sheet is" : "is more than a bar is", figure};
    }
    if (stock.count && (*stock.count < 0 || *stock.count > cutting::kMostPieces))
        return Error{"must be a whole number, 10000 at most", "count"};
    if (!(stock.price >= 0)) return Error{"must be 0 or more", "price"};
    if (!(stock.measured >= 0)) return Error{"must be a thickness", "measured"};
    for (const StockHole& hole : stock.holes)
        if (!(hole.at >= 0 && hole.at <= stock.length && hole.diameter > 0))
            return Error{"must say where each is, within its length, and how wide: 20 6.6; 95 6.6", "holes"};
    return {};
}

std::string sectionInWords(const RackStock& stock, const quantity::Reading& reading) {
    const auto size = [&](double mm) { return quantity::printSize(quantity::Length::mm(mm), reading.unit); };
    const material::Material* metal = material::standardMaterials().find(stock.material);
    const std::string thickness = size(stock.thickness);
    return (metal ? metal->name : stock.material) + ", " +
           (stock.form == job::StockForm::Bar ? size(stock.width) + " × " + thickness : thickness + " thick");
}

std::string inWords(const RackStock& stock, const quantity::Reading& reading) {
    const auto length = [&](double mm) { return quantity::printMm(mm, reading); };
    std::string says = length(stock.length);
    says += stock.form == job::StockForm::Bar ? " long" : " × " + length(stock.width);
    says += !stock.count ? ", any number" : ", " + std::to_string(*stock.count) + " there";
    if (stock.isOffcut) says += ", offcut";
    if (stock.holes.size() == 1) says += ", 1 hole in it";
    if (stock.holes.size() > 1) says += ", " + std::to_string(stock.holes.size()) + " holes in it";
    if (!stock.batch.empty()) says += ", " + stock.batch;
    if (stock.measured > 0)
        says += ", measures " + quantity::printSize(quantity::Length::mm(stock.measured), reading.unit);
    return says;
}

std::string shownHoles(const std::vector<StockHole>& holes, const std::function<std::string(double)>& shown) {
    std::string says;
    for (const StockHole& hole : holes)
        says += (says.empty() ? "" : "; ") + shown(hole.at) + " " + shown(hole.diameter);
    return says;
}

Result<std::vector<StockHole>> typedHoles(const std::string& says,
                                          const std::function<Result<double>(const std::string&)>& typed) {
    std::vector<StockHole> all;
    std::istringstream holes(says);
    for (std::string hole; std::getline(holes, hole, ';');) {
        std::istringstream words(hole);
        std::string at, diameter, more;
        if (!(words >> at)) continue; // a semicolon at its end
        const bool isPair = (words >> diameter) && !(words >> more);
        const auto place = typed(at), width = typed(isPair ? diameter : "");
        if (!place || !width || !isPair)
            return Error{"must say where each is, within its length, and how wide: 20 6.6; 95 6.6", "holes"};
        all.push_back({*place, *width});
    }
    return all;
}

} // namespace goodfold::stock
