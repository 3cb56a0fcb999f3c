#include "app/allowance_panel.h"

#include "app/value_field.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

using Kind = bend::AllowanceRule::Kind;

AllowancePanel::AllowancePanel(Document& document, QWidget* parent) : QWidget(parent), document(document) {
    auto* heading = new QLabel(tr("Allowance"), this);
    heading->setProperty("role", "heading");
    rule = new QComboBox(this);
    rule->setAccessibleName(tr("Allowance rule"));
    for (int kind = 0; kind <= static_cast<int>(Kind::Measured); ++kind)
        rule->addItem(QString::fromStdString(bend::nameOf({.kind = static_cast<Kind>(kind)})));
    connect(rule, &QComboBox::activated, this, &AllowancePanel::chooseRule);
    factor = new QLabel(this);
    figureName = new QLabel(this);
    figureName->setProperty("role", "faint");
    others = new QLabel(this);
    others->setProperty("role", "faint");
    others->setWordWrap(true);

    constantK = new ValueField(document, ValueField::Kind::Number, tr("K for all bends"), this);
    constantK->setCommit([this](auto typed) {
        return this->document.change(tr("K"), [&](part::Job& job) { job.allowance.constantK = *typed; });
    });
    thicknesses = new ValueField(document, ValueField::Kind::Number, tr("Thicknesses off each bend"), this);
    thicknesses->setCommit([this](auto typed) {
        return this->document.change(tr("deduction"),
                                     [&](part::Job& job) { job.allowance.deductionThicknesses = *typed; });
    });
    deduction = new ValueField(document, ValueField::Kind::Length, tr("What the test bend took off"), this);
    deduction->setCommit([this](auto typed) {
        return this->document.change(tr("test bend"),
                                     [&](part::Job& job) { job.allowance.testBend.deduction = *typed; });
    });

    auto* first = new QHBoxLayout;
    first->addWidget(rule, 1);
    first->addWidget(factor);
    auto* second = new QHBoxLayout;
    second->addWidget(figureName);
    for (ValueField* field : {constantK, thicknesses, deduction}) {
        field->setHugging(true);
        second->addWidget(field);
    }
    second->addStretch();
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(12, 8, 10, 10);
    layout->setSpacing(3);
    layout->addWidget(heading);
    layout->addLayout(first);
    layout->addLayout(second);
    layout->addWidget(others);
    connect(&document, &Document::changed, this, &AllowancePanel::refresh);
    refresh();
}

void AllowancePanel::chooseRule(int index) {
    document.change(tr("allowance rule"), [&](part::Job& job) {
        const bool neverTested = job.allowance.testBend == bend::TestBend{};
        if (static_cast<Kind>(index) == Kind::Measured && neverTested)
            job.allowance.testBend = part::testBendAsNow(job, document.material());
        job.allowance.kind = static_cast<Kind>(index);
    });
}

QString AllowancePanel::factors() const {
    const auto& bends = document.part().bends;
    if (bends.empty()) return {};
    const auto [least, most] = std::minmax_element(bends.begin(), bends.end(),
                                                   [](const auto& a, const auto& b) { return a.k < b.k; });
    const QString low = QString::number(least->k, 'f', 2), high = QString::number(most->k, 'f', 2);
    return low == high ? tr("<b>K %1</b>").arg(low) : tr("<b>K %1 to %2</b>").arg(low, high);
}

QString AllowancePanel::differences() const {
    const auto length = [&](double mm) {
        return QString::fromStdString(
            quantity::typesetWithUnit(quantity::Length::mm(mm), document.reading()));
    };
    QStringList lines;
    if (document.part().bends.empty()) return tr("No bend yet, so nothing to allow for.");
    for (const part::RuleOutcome& outcome : document.ruleOutcomes()) {
        if (outcome.isOwn) continue;
        const QString name = QString::fromStdString(bend::nameOf(outcome.rule));
        const double half = quantity::stepOf(document.reading()).mm() / 2;
        if (std::abs(outcome.difference) < half)
            lines << tr("%1: the same").arg(name);
        else if (outcome.difference < 0)
            lines << tr("%1 would cut %2 shorter").arg(name, length(-outcome.difference));
        else
            lines << tr("%1 would cut %2 longer").arg(name, length(outcome.difference));
    }
    if (document.job().allowance.kind != Kind::Measured) lines << tr("Your test bends: none in this job");
    return lines.join(QLatin1Char('\n'));
}

void AllowancePanel::refresh() {
    const bend::AllowanceRule& now = document.job().allowance;
    rule->setCurrentIndex(static_cast<int>(now.kind));
    factor->setText(factors());
    constantK->setVisible(now.kind == Kind::Constant);
    thicknesses->setVisible(now.kind == Kind::Deduction);
    deduction->setVisible(now.kind == Kind::Measured);
    constantK->setValue(now.constantK);
    thicknesses->setValue(now.deductionThicknesses);
    deduction->setValue(now.testBend.deduction);
    figureName->setVisible(now.kind == Kind::Constant || now.kind == Kind::Deduction ||
                           now.kind == Kind::Measured);
    const auto size = [&](double mm) {
        return QString::fromStdString(quantity::typesetSize(quantity::Length::mm(mm), document.job().units));
    };
    figureName->setText(
        now.kind == Kind::Constant ? tr("K everywhere")
        : now.kind == Kind::Deduction
            ? tr("thicknesses off each 90° bend")
            : tr("%1° at R %2 in %3 took off")
                  .arg(QString::fromStdString(quantity::printNumber(now.testBend.shape.angleDeg, 1)),
                       size(now.testBend.shape.insideRadius), size(now.testBend.shape.thickness)));
    others->setText(differences());
}

} // namespace goodfold::app
