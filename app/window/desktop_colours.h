// Whether the desktop asks for dark colours, now and whenever that changes: the Settings interface of the
// desktop portal, org.freedesktop.appearance / color-scheme (1: dark, 2: light, 0: as one likes).
#pragma once

#include <QDBusConnection>
#include <QDBusMessage>
#include <QObject>

namespace goodfold::app {

/// Says nothing where there is no portal.
class DesktopColours : public QObject {
    Q_OBJECT
public:
    explicit DesktopColours(const QDBusConnection& bus, QObject* parent = nullptr);

signals:
    void told(bool isDark);

private slots:
    void takeChange(const QDBusMessage& change);

private:
    void ask();
    void take(const QVariant& scheme);

    QDBusConnection bus;
};

} // namespace goodfold::app
