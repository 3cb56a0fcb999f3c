#include "learn/taught.h"

#include <algorithm>
#include <cmath>
#include <set>
#include <sstream>

namespace goodfold::learn {

namespace {

std::set<std::string> toolsOf(const Points& points) {
    std::set<std::string> tools;
    for (const Point& point : points)
        if (!point.tool.empty()) tools.insert(point.tool);
    return tools;
}

int countOf(const Points& points) {
    int count = 0;
    for (const Point& point : points)
        count += point.count;
    return count;
}

/// Of springback, what is left where it was measured is each bend's own; the rest hangs together.
double sharedSigma(What what, const lineup::ErrorBook& errors) {
    constexpr double kRadius = 0.18; // of it, as of air bends
    if (what == What::Radius) return kRadius;
    const lineup::Operation* operation = errors.find("springback");
    const lineup::Method* unknown = operation ? operation->find("unmeasured") : nullptr;
    const double all = unknown ? unknown->share : 0.25, along = errors.alike.springbackAlong;
    return std::sqrt(std::max(1e-6, all * all - along * along));
}

std::vector<std::string> methodsOf(const std::string& joined) {
    std::vector<std::string> methods;
    std::istringstream in(joined);
    for (std::string each; std::getline(in, each, '+');)
        methods.push_back(each);
    return methods;
}

lineup::Method* methodOf(lineup::ErrorBook& errors, const std::string& operation, const std::string& method) {
    for (lineup::Operation& each : errors.operations)
        if (each.id == operation)
            for (lineup::Method& own : each.methods)
                if (own.id == method && own.sigma.value_or(0) > 0) return &own;
    return nullptr;
}

/// One operation, or the three of a hole, done in one way.
void teach(lineup::ErrorBook& errors, const Points& points, const std::vector<std::string>& operations) {
    std::map<std::string, Points> byMethods;
    for (const Point& point : points)
        byMethods[point.method].push_back(point);
    std::vector<std::pair<std::string, Points>> most(byMethods.begin(), byMethods.end());
    std::stable_sort(most.begin(), most.end(),
                     [](const auto& a, const auto& b) { return countOf(a.second) > countOf(b.second); });
    std::set<lineup::Method*> done; // by the way that was measured most
    for (const auto& [joined, own] : most) {
        const std::vector<std::string> methods = methodsOf(joined);
        if (methods.size() != operations.size()) continue;
        std::vector<lineup::Method*> together;
        double square = 0;
        for (size_t i = 0; i < methods.size(); ++i)
            if (lineup::Method* method = methodOf(errors, operations[i], methods[i])) {
                together.push_back(method);
                square += *method->sigma * *method->sigma;
            }
        if (square == 0) continue;
        const Estimate found = scatterOf(own, std::sqrt(square), errors.alike.spread);
        for (lineup::Method* method : together)
            if (done.insert(method).second) {
                *method->sigma *= found.mean / std::sqrt(square);
                method->why = "measured " + std::to_string(found.bends) + " times in this shop";
            }
    }
}

} // namespace

Prior priorOf(What what, const material::Material& material, const lineup::ErrorBook& errors) {
    return what == What::K ? priorOfK(material, errors.alike)
                           : priorOfTimes(sharedSigma(what, errors), errors.alike);
}

double usualSigma(const lineup::ErrorBook& errors, const std::string& operation) {
    constexpr double kUnknown = 0.2;
    const auto& making = errors.usualProfile().making;
    const auto method = making.find(operation);
    const lineup::Operation* found = errors.find(operation);
    const lineup::Method* usual = found && method != making.end() ? found->find(method->second) : nullptr;
    return usual ? usual->sigma.value_or(kUnknown) : kUnknown;
}

bend::LearnedK learnedK(const Points& points, const material::Material& material,
                        const lineup::ErrorBook& errors, const std::string& tool, const std::string& batch,
                        const std::string& asOf) {
    const Points own = of(points, What::K, material.id);
    bend::LearnedK learned{.asOf = asOf, .bends = countOf(own), .tool = tool, .batch = batch, .rows = {}};
    if (own.empty()) return learned;
    const Curve curve(priorOf(What::K, material, errors), own, batch);
    for (const double ratio : {0.25, 0.4, 0.5, 0.7, 1.0, 1.4, 2.0, 2.8, 4.0, 5.6, 8.0, 11.0, 16.0}) {
        const Estimate k = curve.at(tool, ratio);
        learned.rows.push_back({ratio, k.mean, k.sigma});
    }
    return learned;
}

material::Material taught(material::Material material, const Points& points,
                          const lineup::ErrorBook& errors) {
    const Points own = of(points, What::Springback, material.id);
    if (own.empty()) return material;
    const Curve curve(priorOf(What::Springback, material, errors), own);
    std::set<std::string> tools = toolsOf(own);
    tools.insert("");
    constexpr double kLeast = 0.2; // times: it always springs back
    for (const std::string& tool : tools) {
        const Points inIt = tool.empty() ? own : of(own, What::Springback, {}, tool);
        double ratio = 0;
        for (const Point& point : inIt)
            ratio += point.ratio * point.count / countOf(inIt);
        const Estimate times = curve.at(tool, ratio);
        material.learnedSpringback.push_back(
            {tool, std::max(kLeast, times.mean), std::hypot(times.sigma, errors.alike.springbackAlong)});
    }
    return material;
}

Proved provedOf(const tool::Tool& tool, const Points& points, const lineup::ErrorBook& errors) {
    Proved proved;
    proved.bookAngle = tool.angleSigma > 0 ? tool.angleSigma : usualSigma(errors, "angle");
    proved.offset = weighed(of(points, What::Offset, {}, tool.id), tool.markOffset, errors.alike.toolOffset);
    proved.radiusTimes = weighed(of(points, What::Radius, {}, tool.id), 1, sharedSigma(What::Radius, errors));
    proved.angle = scatterOf(of(points, What::Angle, {}, tool.id), proved.bookAngle, errors.alike.spread);
    return proved;
}

tool::Shop taught(tool::Shop shop, const Points& points, const lineup::ErrorBook& errors) {
    for (tool::Tool& tool : shop.tools) {
        const Proved proved = provedOf(tool, points, errors);
        if (proved.offset.bends > 0) tool.markOffset = proved.offset.mean;
        if (proved.radiusTimes.bends > 0) tool.radiusTimes = proved.radiusTimes.mean;
        if (proved.angle.bends > 0) tool.angleSigma = proved.angle.mean;
    }
    return shop;
}

lineup::ErrorBook taught(lineup::ErrorBook errors, const Points& points) {
    teach(errors, of(points, What::Line), {"line"});
    teach(errors, of(points, What::Cut), {"blank"});
    teach(errors, of(points, What::Hole), {"mark", "punch", "drill"});
    return errors;
}

} // namespace goodfold::learn
