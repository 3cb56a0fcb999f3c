#include "app/widgets/value_field.h"

#include "app/base/drag_step.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "app/widgets/undo_key.h"

#include <QAction>
#include <QFocusEvent>
#include <QKeyEvent>
#include <QToolButton>
#include <QWheelEvent>

#include <cmath>

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

void ValueField::offerSteps() {
    hasSteps = true;
    for (const int by : {1, -1}) { // added from the right
        QAction* action = addAction(icon(by > 0 ? QStringLiteral("plus") : QStringLiteral("minus")),
                                    QLineEdit::TrailingPosition);
        action->setText(by > 0 ? tr("a little more") : tr("a little less"));
        connect(action, &QAction::triggered, this, [this, by] { step(by); });
    }
    for (QToolButton* button : findChildren<QToolButton*>())
        button->setAutoRepeat(true);
}

double ValueField::stepSize() const {
    const bool isInch = document.job().units == quantity::Unit::Inch;
    switch (kind) {
    case Kind::Length:
        return wholeStepFor(document.reading());
    case Kind::Size:
    case Kind::Thickness:
        return isInch ? quantity::Length::inches(1.0 / 64).mm() : 0.1;
    default:
        return 1;
    }
}

/// To the next whole step, from what is typed or, in an empty field, from what applies.
void ValueField::step(int by) {
    const auto typed = parsed();
    const auto asRead = [this](double v) {
        return kind == Kind::BendAngle ? document.reading().bendAngle(v) : v;
    };
    const double from = asRead(typed ? *typed : usual.value_or(0));
    const double size = stepSize(), nearly = 1e-6 * by;
    const double to = by > 0 ? std::floor(from / size + nearly) + by : std::ceil(from / size + nearly) + by;
    setText(shown(document, kind, asRead(to * size), true));
    if (commitTyped()) value = asRead(to * size);
    selectAll();
}

void ValueField::wheelEvent(QWheelEvent* event) {
    if (!hasSteps || !hasFocus()) return event->ignore();
    turned += event->angleDelta().y();
    constexpr int kNotch = 120; // eighths of a degree
    for (; std::abs(turned) >= kNotch; turned -= turned > 0 ? kNotch : -kNotch)
        step(turned > 0 ? 1 : -1);
    event->accept();
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
