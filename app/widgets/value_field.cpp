#include "app/widgets/value_field.h"

#include "app/widgets/notice.h"
#include "app/widgets/undo_key.h"

#include <QFocusEvent>
#include <QKeyEvent>

namespace goodfold::app {

ValueField::ValueField(Document& document, QWidget* parent) : QLineEdit(parent), document(document) {
    leaveUndoToDocument(*this);
}

void ValueField::open(Kind newKind, const QString& name, std::optional<double> newValue,
                      std::optional<double> newUsual, Commit commit) {
    kind = newKind;
    value = newValue;
    usual = newUsual;
    whenTyped = std::move(commit);
    setAccessibleName(name);
    setPlaceholderText(usual ? shown(document, kind, *usual, false) : QString());
    before = value ? shown(document, kind, *value, true) : QString();
    setText(before);
    selectAll();
}

QString ValueField::shown(const Document& document, Kind kind, double value, bool forTyping) {
    const auto length = quantity::Length::mm(value);
    const auto reading = document.reading();
    switch (kind) {
    case Kind::Length:
        return QString::fromStdString(forTyping ? quantity::print(length, reading)
                                                : quantity::typeset(length, reading));
    case Kind::Size:
    case Kind::Thickness: {
        QString size = QString::fromStdString(forTyping ? quantity::printSize(length, reading.unit)
                                                        : quantity::typesetSize(length, reading.unit));
        const auto gauge = material::gaugeOf(document.material(), value);
        if (kind == Kind::Thickness && !forTyping && gauge) size += tr(" (%1 ga)").arg(*gauge);
        return size;
    }
    case Kind::BendAngle:
        return QString::fromStdString(quantity::printNumber(reading.bendAngle(value), 2)) +
               (forTyping ? "" : "°");
    case Kind::Angle:
        return QString::fromStdString(quantity::printNumber(value, 2)) + (forTyping ? "" : "°");
    case Kind::Number:
        return QString::fromStdString(quantity::printNumber(value, 3));
    }
    return {};
}

Result<double> ValueField::parsed() const {
    const std::string typed = text().toStdString();
    const quantity::Unit unit = document.job().units;
    switch (kind) {
    case Kind::BendAngle: {
        const auto angle = quantity::parseAngleDeg(typed);
        if (!angle) return angle.error();
        return document.reading().bendAngle(*angle);
    }
    case Kind::Angle:
        return quantity::parseAngleDeg(typed);
    case Kind::Number:
        return quantity::parseNumber(typed);
    case Kind::Thickness:
        return material::parseThickness(typed, unit, document.material());
    default:
        break;
    }
    const auto length = quantity::parseLength(typed, unit);
    if (!length) return length.error();
    return length->mm();
}

/// True where the field's text stands as a value.
bool ValueField::commitTyped() {
    if (text() == before) return true;
    std::optional<double> typed;
    std::optional<Error> wrong;
    if (!(usual && text().trimmed().isEmpty())) {
        const auto result = parsed();
        if (result)
            typed = *result;
        else
            wrong = result.error();
    }
    if (!wrong) {
        before = text();
        wrong = whenTyped(typed);
    }
    if (!wrong) {
        Notice::clear(*this);
        return true;
    }
    before = value ? shown(document, kind, *value, true) : QString();
    const QString kept = value ? tr(" It stays %1.").arg(shown(document, kind, *value, false)) : QString();
    Notice::say(*this, QString::fromStdString(wrong->says) + kept);
    return false;
}

void ValueField::focusOutEvent(QFocusEvent* event) {
    QLineEdit::focusOutEvent(event);
    if (event->reason() == Qt::PopupFocusReason || event->reason() == Qt::ActiveWindowFocusReason) return;
    commitTyped(); // what was refused is quoted in the notice
    emit left();
}

void ValueField::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) {
        setText(before);
        Notice::clear(*this);
        emit abandoned();
        return;
    }
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        if (commitTyped()) emit committed();
        return;
    }
    QLineEdit::keyPressEvent(event);
}

} // namespace goodfold::app
