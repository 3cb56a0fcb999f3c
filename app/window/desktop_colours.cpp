#include "app/window/desktop_colours.h"

#include <QDBusPendingCallWatcher>
#include <QDBusPendingReply>
#include <QDBusVariant>

namespace goodfold::app {

namespace {

const QString kService = QStringLiteral("org.freedesktop.portal.Desktop");
const QString kPath = QStringLiteral("/org/freedesktop/portal/desktop");
const QString kInterface = QStringLiteral("org.freedesktop.portal.Settings");
const QString kGroup = QStringLiteral("org.freedesktop.appearance");
const QString kKey = QStringLiteral("color-scheme");

} // namespace

DesktopColours::DesktopColours(const QDBusConnection& bus, QObject* parent) : QObject(parent), bus(bus) {
    if (!bus.isConnected()) return;
    this->bus.connect(kService, kPath, kInterface, QStringLiteral("SettingChanged"), this,
                      SLOT(takeChange(QDBusMessage)));
    ask();
}

/// Without waiting for the answer: a portal that is slow to start holds up no window.
void DesktopColours::ask() {
    QDBusMessage read = QDBusMessage::createMethodCall(kService, kPath, kInterface, QStringLiteral("Read"));
    read << kGroup << kKey;
    auto* answer = new QDBusPendingCallWatcher(bus.asyncCall(read), this);
    connect(answer, &QDBusPendingCallWatcher::finished, this, [this, answer] {
        answer->deleteLater();
        const QDBusPendingReply<QDBusVariant> reply = *answer;
        if (reply.isValid()) take(reply.value().variant());
    });
}

void DesktopColours::takeChange(const QDBusMessage& change) {
    const QVariantList says = change.arguments(); // group, key, value
    if (says.size() == 3 && says[0] == kGroup && says[1] == kKey) take(says[2]);
}

/// A value may lie in more than one variant: Read wraps it twice.
void DesktopColours::take(const QVariant& scheme) {
    QVariant bare = scheme;
    while (bare.canConvert<QDBusVariant>())
        bare = bare.value<QDBusVariant>().variant();
    enum { kAsOneLikes, kDark, kLight };
    const uint says = bare.toUInt();
    if (says == kDark || says == kLight) emit told(says == kDark);
}

} // namespace goodfold::app
