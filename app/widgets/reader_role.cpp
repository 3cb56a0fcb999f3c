#include "app/widgets/reader_role.h"

#include <QAccessibleWidget>
#include <QApplication>
#include <QKeyEvent>
#include <QLabel>

namespace goodfold::app {

namespace {

constexpr auto kRole = "readerRole";

class RoleReader final : public QAccessibleWidget {
public:
    RoleReader(QWidget* widget, QAccessible::Role role) : QAccessibleWidget(widget, role) {}

    QString text(QAccessible::Text what) const override {
        const auto* label = qobject_cast<const QLabel*>(widget());
        return label && what == QAccessible::Name ? label->text() : QAccessibleWidget::text(what);
    }

    QStringList actionNames() const override {
        QStringList names = QAccessibleWidget::actionNames();
        if (role() == QAccessible::Button) names.prepend(pressAction());
        return names;
    }

    void doAction(const QString& name) override {
        if (name != pressAction()) return QAccessibleWidget::doAction(name);
        QKeyEvent press(QEvent::KeyPress, Qt::Key_Space, Qt::NoModifier, QStringLiteral(" "));
        QApplication::sendEvent(widget(), &press);
    }
};

QAccessibleInterface* readerFor(const QString&, QObject* object) {
    auto* widget = qobject_cast<QWidget*>(object);
    const QVariant role = widget ? widget->property(kRole) : QVariant();
    return role.isValid() ? new RoleReader(widget, static_cast<QAccessible::Role>(role.toInt())) : nullptr;
}

} // namespace

void readAs(QWidget& widget, QAccessible::Role role) {
    static const bool once = [] {
        QAccessible::installFactory(readerFor);
        return true;
    }();
    Q_UNUSED(once);
    widget.setProperty(kRole, static_cast<int>(role));
}

void callOut(QWidget& widget) {
    if (!QAccessible::isActive()) return;
    QAccessibleEvent shown(&widget, QAccessible::ObjectShow);
    QAccessible::updateAccessibility(&shown);
}

} // namespace goodfold::app
