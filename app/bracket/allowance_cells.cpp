#include "app/base/text.h"
#include "app/bracket/learned_cells.h"
#include "app/bracket/panels.h"

#include <algorithm>
#include <cmath>

namespace goodfold::app {

namespace {

using Rule = bend::AllowanceRule::Kind;

Cell::Answer chooseRule(Document& document, Rule kind) {
    if (kind == Rule::Learned) return takeLearned(document);
    return document.change(QObject::tr("allowance rule"), [&](job::Job& job) {
        const bool neverTested = job.allowance.testBend == bend::TestBend{};
        if (kind == Rule::Measured && neverTested)
            job.allowance.testBend = part::testBendAsNow(job, document.material());
        job.allowance.kind = kind;
    });
}

/// The figure that the chosen rule takes, if it takes one.
Line ruleFigure(Document& document) {
    const bend::AllowanceRule& now = document.job().allowance;
    const auto number = [&](ValueField::Kind kind, const char* key, const QString& name, double value,
                            auto set) {
        const CellName who{QStringLiteral("allowance.%1").arg(QLatin1String(key)), name};
        return valueCell(kind, who, value, [&document, name, set](double typed) {
            return document.change(name.left(1).toLower() + name.mid(1),
                                   [&](job::Job& job) { set(job.allowance, typed); });
        });
    };
    if (now.kind == Rule::Constant)
        return {words(QObject::tr("K everywhere"), Cell::Look::Faint),
                number(ValueField::Kind::Number, "k", QObject::tr("K for all bends"), now.constantK,
                       [](bend::AllowanceRule& rule, double typed) { rule.constantK = typed; })};
    if (now.kind == Rule::Deduction)
        return {words(QObject::tr("thicknesses off each 90° bend"), Cell::Look::Faint),
                number(ValueField::Kind::Number, "thicknesses", QObject::tr("Thicknesses off each bend"),
                       now.deductionThicknesses,
                       [](bend::AllowanceRule& rule, double typed) { rule.deductionThicknesses = typed; })};
    if (now.kind != Rule::Measured) return {};
    const auto size = [&](double mm) {
        return ValueField::shown(document, ValueField::Kind::Size, mm, false);
    };
    const bend::Shape& shape = now.testBend.shape;
    return {words(QObject::tr("%1° at R %2 in %3 took off")
                      .arg(text(quantity::printNumber(shape.angleDeg, 1)), size(shape.insideRadius),
                           size(shape.thickness)),
                  Cell::Look::Faint),
            number(ValueField::Kind::Length, "test-bend", QObject::tr("What the test bend took off"),
                   now.testBend.deduction,
                   [](bend::AllowanceRule& rule, double typed) { rule.testBend.deduction = typed; })};
}

/// What each of the other rules would make of the blank.
QStringList differences(const Document& document) {
    if (document.part().bends.empty()) return {QObject::tr("No bend yet, so nothing to allow for.")};
    const auto length = [&](double mm) {
        return text(quantity::typesetWithUnit(quantity::Length::mm(mm), document.reading()));
    };
    QStringList lines;
    for (const part::RuleOutcome& outcome : document.ruleOutcomes()) {
        if (outcome.isOwn) continue;
        const QString name = text(bend::nameOf(outcome.rule));
        const double half = quantity::stepOf(document.reading()).mm() / 2;
        if (std::abs(outcome.difference) < half)
            lines << QObject::tr("%1: the same").arg(name);
        else if (outcome.difference < 0)
            lines << QObject::tr("%1 would cut %2 shorter").arg(name, length(-outcome.difference));
        else
            lines << QObject::tr("%1 would cut %2 longer").arg(name, length(outcome.difference));
    }
    if (document.job().allowance.kind != Rule::Measured)
        lines << QObject::tr("Your test bends: none in this job");
    return lines;
}

} // namespace

QString allowanceFactors(const part::Part& part) {
    if (part.bends.empty()) return {};
    const auto [least, most] = std::minmax_element(part.bends.begin(), part.bends.end(),
                                                   [](const auto& a, const auto& b) { return a.k < b.k; });
    const QString low = QString::number(least->k, 'f', 2), high = QString::number(most->k, 'f', 2);
    return low == high ? QObject::tr("K %1").arg(low) : QObject::tr("K %1 to %2").arg(low, high);
}

std::vector<Block> allowanceBlocks(Document& document) {
    std::vector<OptionOf<Rule>> rules;
    for (const auto& [key, kind] : {std::pair{"material", Rule::Material},
                                    {"din6935", Rule::Din6935},
                                    {"constant", Rule::Constant},
                                    {"handbook", Rule::Handbook},
                                    {"deduction", Rule::Deduction},
                                    {"measured", Rule::Measured},
                                    {"learned", Rule::Learned}})
        rules.push_back({QLatin1String(key), kind, text(bend::nameOf({.kind = kind}))});
    Block block{{}, 0, 2, {}};
    Cell factor = words(allowanceFactors(document.part()), Cell::Look::Strong);
    factor.pushed = true;
    block.lines.push_back({choiceOf(CellName{QStringLiteral("allowance.rule"), QObject::tr("Allowance rule")},
                                    rules, document.job().allowance.kind,
                                    [&document](Rule kind) { return chooseRule(document, kind); }),
                           factor});
    if (const Line figure = ruleFigure(document); !figure.empty()) block.lines.push_back(figure);
    if (document.job().allowance.kind == Rule::Learned)
        for (Line& line : learnedLines(document))
            block.lines.push_back(std::move(line));
    for (const QString& line : differences(document))
        block.lines.push_back({words(line, Cell::Look::Faint)});
    return {block};
}

} // namespace goodfold::app
