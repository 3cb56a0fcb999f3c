#include "app/bench/reading_rows.h"

#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "app/widgets/value_field.h"

#include <QGridLayout>
#include <QLabel>
#include <QStyle>

#include <algorithm>

namespace goodfold::app {

ReadingRows::ReadingRows(Document& document, QWidget* parent)
    : QWidget(parent), document(document), grid(new QGridLayout(this)) {
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setVerticalSpacing(px(2));
    grid->setColumnStretch(0, 1);
}

bool ReadingRows::isTyping() const {
    return std::any_of(all.begin(), all.end(), [](const ValueField* field) {
        return field->isModified() && !field->text().isEmpty();
    });
}

QString ReadingRows::labelOf(const Row& row) {
    return row.beside.isEmpty() ? row.says : row.says + QLatin1Char('\n') + row.beside;
}

void ReadingRows::show(const std::vector<Row>& rows, std::function<Cell::Answer(bench::Entry)> takes) {
    taken = std::move(takes);
    const bool isSame = std::equal(rows.begin(), rows.end(), shown.begin(), shown.end(),
                                   [](const Row& a, const Row& b) { return a.entry == b.entry; });
    shown = rows;
    if (!isSame) build();
    for (size_t i = 0; i < shown.size(); ++i)
        fill(i);
}

void ReadingRows::build() {
    while (QLayoutItem* item = grid->takeAt(0)) {
        item->widget()->hide();
        item->widget()->deleteLater(); // it may be what has just been typed in
        delete item;
    }
    labels.clear();
    marks.clear();
    all.clear();
    for (size_t i = 0; i < shown.size(); ++i) {
        const int row = static_cast<int>(i);
        labels.push_back(new QLabel(this));
        marks.push_back(new QLabel(this));
        all.push_back(new ValueField(document, this));
        labels[i]->setProperty("role", "measure");
        labels[i]->setWordWrap(true);
        labels[i]->setBuddy(all[i]);
        all[i]->setProperty("role", "measure");
        all[i]->setFixedWidth(px(112));
        connect(all[i], &ValueField::committed, this, [this, i] {
            if (i + 1 < all.size())
                all[i + 1]->setFocus();
            else
                emit passedOn();
        });
        grid->addWidget(labels[i], row, 0);
        grid->addWidget(all[i], row, 1);
        grid->addWidget(marks[i], row, 2);
    }
}

void ReadingRows::fill(size_t i) {
    const Row& row = shown[i];
    labels[i]->setText(labelOf(row));
    marks[i]->setVisible(row.isGood.has_value());
    marks[i]->setText(row.isGood.value_or(true) ? tr("fits") : tr("beyond"));
    marks[i]->setProperty("role", row.isGood.value_or(true) ? "measure" : "beyond");
    marks[i]->style()->unpolish(marks[i]); // the role is read anew
    marks[i]->style()->polish(marks[i]);
    if (all[i]->hasFocus() && all[i]->isModified()) return;
    const auto kind = bench::isAngle(row.entry.kind) ? ValueField::Kind::BendAngle : ValueField::Kind::Length;
    all[i]->open(kind, tr("Measured: %1").arg(row.says), row.value, {},
                 [this, entry = row.entry](std::optional<double> value) -> Cell::Answer {
                     bench::Entry read = entry;
                     read.value = value.value_or(0);
                     return taken(read);
                 });
    if (!all[i]->hasFocus()) all[i]->deselect();
}

ValueField* ReadingRows::boxInHand() const {
    for (ValueField* field : all)
        if (field->hasFocus()) return field;
    for (size_t i = 0; i < all.size(); ++i)
        if (!shown[i].value) return all[i];
    return all.empty() ? nullptr : all.front();
}

std::optional<QString> ReadingRows::takeSent(const InstrumentReading& sent) {
    // A bare figure is whatever the box in hand takes.
    const auto takes = [&](size_t i) {
        return !sent.saysUnit || bench::isAngle(shown[i].entry.kind) == sent.isAngle;
    };
    std::optional<size_t> row;
    for (size_t i = 0; i < shown.size(); ++i)
        if (all[i]->hasFocus() && takes(i)) row = i;
    for (size_t i = 0; i < shown.size() && !row; ++i)
        if (!shown[i].value && takes(i)) row = i;
    if (!row) return tr("The instrument sent a figure that nothing here waits for.");
    bench::Entry read = shown[*row].entry;
    const bool isAngle = bench::isAngle(read.kind);
    read.value = isAngle ? document.reading().bendAngle(sent.value) : sent.value;
    read.with = isAngle ? "digital-protractor" : "calipers";
    const size_t next = *row + 1;
    all[*row]->setModified(false);
    if (const auto wrong = taken(read)) return QString::fromStdString(wrong->says);
    if (next < all.size()) all[next]->setFocus();
    return {};
}

QString ReadingRows::says() const {
    QStringList said;
    for (const Row& row : shown)
        said << row.says + QLatin1Char(' ') + row.beside;
    return said.join(QLatin1Char('\n'));
}

} // namespace goodfold::app
