#include "app/window/new_job.h"

#include "app/widgets/theme.h"
#include "edit/edit.h"
#include "edit/entry.h"
#include "material/material.h"

#include <QButtonGroup>
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QToolButton>

namespace goodfold::app {

namespace {

/// Two answers side by side of which one holds.
std::pair<QToolButton*, QToolButton*> pair(QHBoxLayout& row, QWidget* parent, const QString& first,
                                           const QString& second) {
    auto* group = new QButtonGroup(parent);
    const auto make = [&](const QString& text) {
        auto* button = new QToolButton(parent);
        button->setText(text);
        button->setProperty("role", "unit");
        button->setFocusPolicy(Qt::StrongFocus);
        button->setCheckable(true);
        group->addButton(button);
        row.addWidget(button);
        return button;
    };
    QToolButton* one = make(first);
    QToolButton* other = make(second);
    one->setChecked(true);
    return {one, other};
}

} // namespace

NewJobQuestion::NewJobQuestion(QWidget* parent) : QWidget(parent) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(px(8));
    auto* asks = new QLabel(tr("New from"), this);
    row->addWidget(asks);
    std::tie(bar, sheet) = pair(*row, this, tr("Bar"), tr("Sheet"));
    how = new QLabel(this);
    row->addSpacing(px(10));
    row->addWidget(how);
    size = new QComboBox(this);
    size->setEditable(true);
    size->setInsertPolicy(QComboBox::NoInsert);
    size->setCompleter(nullptr); // nothing is put in place of what is typed
    size->setMaxVisibleItems(20);
    size->setMinimumWidth(px(120));
    size->lineEdit()->setAccessibleName(tr("Size of the stock"));
    how->setBuddy(size);
    row->addWidget(size);
    std::tie(millimetres, inches) = pair(*row, this, tr("mm"), tr("in"));
    auto* go = new QPushButton(tr("Begin"), this);
    go->setProperty("role", "main");
    row->addSpacing(px(10));
    row->addWidget(go);
    notice = new QLabel(this);
    notice->setProperty("role", "faint");
    row->addWidget(notice, 1);
    for (QToolButton* button : {bar, sheet, millimetres, inches})
        connect(button, &QToolButton::clicked, this, &NewJobQuestion::suggestSize);
    connect(size->lineEdit(), &QLineEdit::textEdited, this,
            [this](const QString& text) { isTyped = !text.isEmpty(); });
    connect(size->lineEdit(), &QLineEdit::returnPressed, this, &NewJobQuestion::begin);
    connect(go, &QPushButton::clicked, this, &NewJobQuestion::begin);
    suggestSize();
}

void NewJobQuestion::setUnits(quantity::Unit unit) {
    (unit == quantity::Unit::Inch ? inches : millimetres)->setChecked(true);
    suggestSize();
}

void NewJobQuestion::enter() {
    size->setFocus();
    size->lineEdit()->selectAll();
}

job::Job NewJobQuestion::asked() const {
    const auto unit = inches->isChecked() ? quantity::Unit::Inch : quantity::Unit::Millimetre;
    return sheet->isChecked() ? edit::emptySheet(unit) : edit::emptyBar(unit);
}

/// Sizes that are sold, of those a bench bends; what is typed stays.
void NewJobQuestion::suggestSize() {
    notice->clear();
    const bool isBar = bar->isChecked();
    how->setText(isBar ? tr("wide × thick") : tr("this thick"));
    const job::Job job = asked();
    const QString typed = size->currentText();
    const auto reading =
        inches->isChecked() ? quantity::Reading::fractions() : quantity::Reading::millimetres();
    const auto shown = [&](double mm) {
        const std::string text = quantity::print(quantity::Length::mm(mm), reading);
        return QString::fromStdString(text.ends_with(".0") ? text.substr(0, text.size() - 2) : text);
    };
    const auto sold = material::soldSizes(*material::standardMaterials().find(job.material),
                                          isBar ? material::Sold::Bar : material::Sold::Sheet, job.units);
    constexpr double kThickest = 8, kNarrowest = 12, kWidest = 51; // mm
    size->clear();
    for (const double thickness : sold.thicknesses) {
        if (thickness > kThickest) continue;
        if (!isBar) size->addItem(shown(thickness));
        for (const double width : isBar ? sold.widths : std::vector<double>())
            if (width >= kNarrowest && width <= kWidest)
                size->addItem(tr("%1 x %2").arg(shown(width), shown(thickness)));
    }
    size->setEditText(isTyped ? typed
                      : isBar ? tr("%1 x %2").arg(shown(job.stock.width), shown(job.thickness))
                              : shown(job.thickness));
}

/// A thickness may be a gauge; two sizes are a bar's width and thickness.
Result<job::Job> NewJobQuestion::understood() const {
    job::Job job = asked();
    const std::string typed = size->currentText().trimmed().toStdString();
    const auto thickness =
        material::parseThickness(typed, job.units, *material::standardMaterials().find(job.material));
    if (!thickness && bar->isChecked()) {
        const auto entered = edit::enter(job, {}, typed, quantity::Reading::millimetres());
        if (!entered) return entered.error();
        return entered->job;
    }
    if (!thickness) return thickness.error();
    job.thickness = *thickness;
    if (auto wrong = job::whatIsWrong(job)) return *std::move(wrong);
    return job;
}

void NewJobQuestion::begin() {
    const auto job = understood();
    if (!job) return notice->setText(QString::fromStdString(job.error().says));
    emit answered(*job);
}

} // namespace goodfold::app
