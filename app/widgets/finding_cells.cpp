#include "app/widgets/findings_view.h"

#include <algorithm>

namespace goodfold::app {

namespace {

Cell opener(const check::Finding& finding, bool isOpen,
            const std::function<void(const std::string& rule)>& toggle) {
    const QString headline = QString::fromStdString(finding.headline);
    Cell cell = press(
        headline + (isOpen ? QStringLiteral(" ▼") : QStringLiteral(" ▶")),
        CellName{QStringLiteral("caution.%1").arg(QString::fromStdString(finding.rule)),
                 (isOpen ? QObject::tr("Close: %1") : QObject::tr("Open: %1")).arg(headline)},
        [toggle, rule = finding.rule] {
            toggle(rule);
            return Cell::Answer();
        },
        Cell::Look::Strong);
    cell.wraps = true;
    return cell;
}

} // namespace

std::vector<Block> findingBlocks(Document& document, const std::set<std::string>& opened,
                                 const std::function<void(const std::string& rule)>& toggle) {
    constexpr size_t kMost = 50;
    const auto& findings = document.findings();
    std::vector<Block> blocks;
    for (size_t i = 0; i < std::min(findings.size(), kMost); ++i) {
        const check::Finding& finding = findings[i];
        Cell sign;
        sign.kind = Cell::Kind::Sign;
        sign.severity = finding.severity;
        Block block{finding.about, 0, 4, {}};
        const QString headline = QString::fromStdString(finding.headline);
        const bool isOpen = !finding.isCaution || opened.count(finding.rule) > 0;
        block.lines.push_back({sign, finding.isCaution ? opener(finding, isOpen, toggle)
                                                       : wrapped(headline, Cell::Look::Strong)});
        if (!isOpen) {
            blocks.push_back(std::move(block));
            continue;
        }
        block.lines.push_back({wrapped(QString::fromStdString(finding.says), Cell::Look::Faint)});
        for (size_t r = 0; r < finding.remedies.size(); ++r) {
            const check::Remedy& remedy = finding.remedies[r];
            const QString says = QString::fromStdString(remedy.says);
            const CellName who{
                QStringLiteral("finding.%1.%2.%3")
                    .arg(QString::fromStdString(finding.rule), QString::fromStdString(finding.about.id))
                    .arg(r + 1),
                QObject::tr("%1: %2").arg(headline, says)};
            block.lines.push_back({press(
                says, who,
                // A copy: the edit makes the findings anew.
                [&document, remedy, about = finding.about] { return document.take(remedy, about); },
                Cell::Look::Button)});
        }
        blocks.push_back(std::move(block));
    }
    if (findings.size() > kMost) {
        Block rest;
        rest.lines.push_back({words(QObject::tr("and %1 more").arg(findings.size() - kMost))});
        blocks.push_back(std::move(rest));
    }
    return blocks;
}

} // namespace goodfold::app
