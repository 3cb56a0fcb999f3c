#include "app/value_field.h"

#include "app/notice.h"
#include "app/undo_key.h"

#include <QFocusEvent>
#include <QKeyEvent>

namespace goodfold::app {

ValueField::ValueField(Document& document, Kind kind, const QString& name, QWidget* parent)
    : QLineEdit(parent), document(document), kind(kind) {
    setAccessibleName(name);
    leaveUndoToDocument(*this);
    connect(this, &QLineEdit::textChanged, this, &ValueField::hug);
}

void ValueField::setValue(double newValue) {
    value = newValue;
    setPlaceholderText({});
    refresh();
}

void ValueField::setEmpty(double usual) {
    value.reset();
    setPlaceholderText(shown(usual, false));
    refresh();
}

void ValueField::setHugging(bool on) {
    hugging = on;
    hug();
}

void ValueField::hug() {
    if (!hugging) return;
    const QString widest = text().isEmpty() ? placeholderText() : text();
    setFixedWidth(qMax(34, fontMetrics().horizontalAdvance(widest) + 22));
}

QString ValueField::shown(double shownValue, bool forTyping) const {
    switch (kind) {
    case Kind::Length: {
        const auto length = quantity::Length::mm(shownValue);
        return QString::fromStdString(forTyping ? quantity::print(length, document.reading())
                                                : quantity::typeset(length, document.reading()));
    }
    case Kind::Size: {
        const auto length = quantity::Length::mm(shownValue);
        return QString::fromStdString(forTyping ? quantity::printSize(length, document.job().units)
                                                : quantity::typesetSize(length, document.job().units));
    }
    case Kind::Angle:
        return QString::fromStdString(quantity::printNumber(shownValue, 2)) + (forTyping ? "" : "°");
    case Kind::Number:
        return QString::fromStdString(quantity::printNumber(shownValue, 3));
    }
    return {};
}

void ValueField::refresh() {
    if (hasFocus() && text() != before) return; // somebody is typing: leave it alone
    before = value ? shown(*value, hasFocus()) : QString();
    setText(before);
    hug(); // the placeholder may have changed though the text did not
    if (!hasFocus()) setCursorPosition(0);
}

Result<double> ValueField::parsed() const {
    const std::string typed = text().toStdString();
    if (kind == Kind::Angle) return quantity::parseAngleDeg(typed);
    if (kind == Kind::Number) return quantity::parseNumber(typed);
    const auto length = quantity::parseLength(typed, document.job().units);
    if (!length) return length.error();
    return length->mm();
}

/// True where the field's text stands as a value.
bool ValueField::commitTyped() {
    if (text() == before) return true;
    std::optional<double> typed;
    std::optional<Error> wrong;
    if (!(mayBeEmpty && text().trimmed().isEmpty())) {
        const auto result = parsed();
        if (result)
            typed = *result;
        else
            wrong = result.error();
    }
    if (!wrong) {
        const QString typedText = text();
        before = typedText; // the change that follows may refresh this field
        wrong = whenTyped ? whenTyped(typed) : std::nullopt;
    }
    if (!wrong) {
        Notice::clear(*this);
        refresh();
        return true;
    }
    before = value ? shown(*value, hasFocus()) : QString();
    const QString kept = value ? tr(" It stays %1.").arg(shown(*value, false)) : QString();
    Notice::say(*this, QString::fromStdString(wrong->says) + kept);
    return false;
}

void ValueField::focusInEvent(QFocusEvent* event) {
    QLineEdit::focusInEvent(event);
    before = value ? shown(*value, true) : QString();
    setText(before);
    if (event->reason() != Qt::PopupFocusReason) selectAll();
}

void ValueField::focusOutEvent(QFocusEvent* event) {
    QLineEdit::focusOutEvent(event);
    if (event->reason() == Qt::PopupFocusReason || event->reason() == Qt::ActiveWindowFocusReason) return;
    commitTyped(); // what was refused is quoted in the notice; the field shows what holds
    refresh();
}

void ValueField::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) {
        setText(before);
        selectAll();
        Notice::clear(*this);
        emit abandoned();
        return;
    }
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        if (commitTyped()) {
            selectAll();
            emit committed();
        }
        return;
    }
    QLineEdit::keyPressEvent(event);
}

} // namespace goodfold::app
