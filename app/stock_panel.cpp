#include "app/stock_panel.h"

#include "app/value_field.h"

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLabel>

namespace goodfold::app {

StockPanel::StockPanel(Document& document, QWidget* parent) : QWidget(parent), document(document) {
    auto* layout = new QGridLayout(this);
    layout->setContentsMargins(12, 10, 10, 6);
    layout->setVerticalSpacing(3);
    layout->setColumnStretch(1, 1);
    auto* heading = new QLabel(tr("Stock"), this);
    heading->setProperty("role", "heading");
    layout->addWidget(heading, 0, 0, 1, 2);
    const auto addRow = [&](const QString& name, QWidget* widget) {
        const int row = layout->rowCount();
        auto* label = new QLabel(name, this);
        label->setProperty("role", "faint");
        label->setBuddy(widget);
        widget->setAccessibleName(name);
        layout->addWidget(label, row, 0);
        layout->addWidget(widget, row, 1);
    };
    const auto figure = [&](ValueField::Kind kind, const QString& name, auto set) {
        auto* field = new ValueField(document, kind, name, this);
        field->setCommit([this, name, set](std::optional<double> typed) {
            return this->document.change(name.toLower(), [&](part::Job& job) { set(job, *typed); });
        });
        addRow(name, field);
        return field;
    };
    const auto choice = [&](const QString& name, const QStringList& words, auto set) {
        auto* box = new QComboBox(this);
        box->addItems(words);
        box->setMinimumContentsLength(8);
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        connect(box, &QComboBox::activated, this, [this, name, set](int index) {
            this->document.change(name.toLower(), [&](part::Job& job) { set(job, index); });
        });
        addRow(name, box);
        return box;
    };
    width = figure(ValueField::Kind::Size, tr("Bar width"),
                   [](part::Job& job, double v) { job.stock.width = v; });
    thickness =
        figure(ValueField::Kind::Size, tr("Thickness"), [](part::Job& job, double v) { job.thickness = v; });
    QStringList materials;
    for (const auto& m : material::standardMaterials().materials)
        materials << QString::fromStdString(m.name);
    material = choice(tr("Material"), materials, [](part::Job& job, int index) {
        job.material = material::standardMaterials().materials[static_cast<size_t>(index)].id;
    });
    dimensionTo = choice(
        tr("Lengths go to the"), {tr("outside of bends"), tr("inside of bends"), tr("tangent of bends")},
        [](part::Job& job, int index) { job.dimensionTo = static_cast<part::DimensionTo>(index); });
    quantity = figure(ValueField::Kind::Number, tr("Wanted"),
                      [](part::Job& job, double v) { job.quantity = static_cast<int>(v); });
    hand = choice(tr("Hand"), {tr("does not matter"), tr("left hand"), tr("right hand")},
                  [](part::Job& job, int index) { job.hand = static_cast<part::Hand>(index); });
    opposite = new QCheckBox(tr("as many of the opposite hand"), this);
    connect(opposite, &QCheckBox::clicked, this, [this](bool on) {
        this->document.change(tr("opposite hand"), [&](part::Job& job) { job.oppositeHand = on; });
    });
    layout->addWidget(opposite, layout->rowCount(), 0, 1, 2);
    connect(&document, &Document::changed, this, &StockPanel::refresh);
    refresh();
}

void StockPanel::enter() {
    width->setFocus(Qt::OtherFocusReason);
}

void StockPanel::refresh() {
    const part::Job& job = document.job();
    width->setEnabled(job.stock.form == part::StockForm::Bar);
    width->setValue(job.stock.width);
    thickness->setValue(job.thickness);
    quantity->setValue(job.quantity);
    const auto& book = material::standardMaterials().materials;
    for (size_t i = 0; i < book.size(); ++i)
        if (book[i].id == job.material) material->setCurrentIndex(static_cast<int>(i));
    dimensionTo->setCurrentIndex(static_cast<int>(job.dimensionTo));
    hand->setCurrentIndex(static_cast<int>(job.hand));
    opposite->setChecked(job.oppositeHand);
}

} // namespace goodfold::app
