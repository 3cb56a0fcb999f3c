#include "app/window/new_job.h"

#include "app/widgets/theme.h"
#include "edit/edit.h"
#include "material/material.h"

#include <QButtonGroup>
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
    auto* how = new QLabel(tr("this thick"), this);
    row->addSpacing(px(10));
    row->addWidget(how);
    thickness = new QLineEdit(this);
    thickness->setAccessibleName(tr("Thickness of the stock"));
    thickness->setProperty("role", "entry");
    thickness->setFixedWidth(px(90));
    how->setBuddy(thickness);
    row->addWidget(thickness);
    std::tie(millimetres, inches) = pair(*row, this, tr("mm"), tr("in"));
    auto* go = new QPushButton(tr("Begin"), this);
    go->setProperty("role", "main");
    row->addSpacing(px(10));
    row->addWidget(go);
    notice = new QLabel(this);
    notice->setProperty("role", "faint");
    row->addWidget(notice, 1);
    for (QToolButton* button : {bar, sheet, millimetres, inches})
        connect(button, &QToolButton::clicked, this, &NewJobQuestion::suggestThickness);
    connect(thickness, &QLineEdit::textEdited, this,
            [this](const QString& text) { isTyped = !text.isEmpty(); });
    connect(thickness, &QLineEdit::returnPressed, this, &NewJobQuestion::begin);
    connect(go, &QPushButton::clicked, this, &NewJobQuestion::begin);
    suggestThickness();
}

void NewJobQuestion::setUnits(quantity::Unit unit) {
    (unit == quantity::Unit::Inch ? inches : millimetres)->setChecked(true);
    suggestThickness();
}

void NewJobQuestion::enter() {
    thickness->setFocus();
    thickness->selectAll();
}

job::Job NewJobQuestion::asked() const {
    const auto unit = inches->isChecked() ? quantity::Unit::Inch : quantity::Unit::Millimetre;
    return sheet->isChecked() ? edit::emptySheet(unit) : edit::emptyBar(unit);
}

void NewJobQuestion::suggestThickness() {
    notice->clear();
    if (isTyped) return;
    const job::Job job = asked();
    const auto reading =
        inches->isChecked() ? quantity::Reading::fractions() : quantity::Reading::millimetres();
    thickness->setText(QString::fromStdString(quantity::print(quantity::Length::mm(job.thickness), reading)));
}

void NewJobQuestion::begin() {
    job::Job job = asked();
    const auto typed = material::parseThickness(thickness->text().toStdString(), job.units,
                                                *material::standardMaterials().find(job.material));
    std::optional<Error> wrong;
    if (typed) {
        job.thickness = *typed;
        wrong = job::whatIsWrong(job);
    } else {
        wrong = typed.error();
    }
    if (wrong) return notice->setText(QString::fromStdString(wrong->says));
    emit answered(job);
}

} // namespace goodfold::app
