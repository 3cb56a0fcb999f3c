// Light and dark follow the desktop while the window stands, by a stand-in for the desktop's portal on a bus
// of its own.
#include "app/base/settings.h"
#include "app/widgets/theme.h"
#include "app/window/choices.h"
#include "app/window/desktop_colours.h"
#include "gui/support.h"

#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusVariant>

namespace goodfold::colours_test {

namespace {

constexpr const char* kPath = "/org/freedesktop/portal/desktop";
constexpr const char* kInterface = "org.freedesktop.portal.Settings";

/// A session bus that nobody else is on.
class Bus {
public:
    Bus() {
        daemon.start("dbus-daemon", {"--session", "--nofork", "--print-address"});
        if (daemon.waitForReadyRead(20'000)) address = QString::fromUtf8(daemon.readLine()).trimmed();
    }
    ~Bus() {
        QDBusConnection::disconnectFromBus("desktop");
        QDBusConnection::disconnectFromBus("program");
        daemon.terminate();
        daemon.waitForFinished();
    }
    QDBusConnection as(const QString& who) const { return QDBusConnection::connectToBus(address, who); }

private:
    QProcess daemon;
    QString address;
};

} // namespace

/// As a desktop's portal answers: a value in a variant in a variant.
class Portal : public QObject {
    Q_OBJECT
    Q_CLASSINFO("D-Bus Interface", "org.freedesktop.portal.Settings")
public:
    Portal(QDBusConnection bus, uint scheme) : bus(std::move(bus)), scheme(scheme) {
        this->bus.registerObject(kPath, this, QDBusConnection::ExportAllSlots);
        this->bus.registerService("org.freedesktop.portal.Desktop");
    }
    void change(const QString& key, uint now) {
        scheme = now;
        QDBusMessage signal = QDBusMessage::createSignal(kPath, kInterface, "SettingChanged");
        signal << "org.freedesktop.appearance" << key << QVariant::fromValue(QDBusVariant(now));
        bus.send(signal);
    }

public slots:
    QDBusVariant Read(const QString&, const QString&) {
        return QDBusVariant(QVariant::fromValue(QDBusVariant(scheme)));
    }

private:
    QDBusConnection bus;
    uint scheme;
};

class ColoursTest : public QObject {
    Q_OBJECT
private slots:
    void desktopIsFollowed();
    void ownChoiceStands();
    void withoutAPortalNothingIsSaid();
    void cleanup();
};

void ColoursTest::cleanup() {
    app::settings::setTheme({});
    (void)app::takeDesktopColours(false);
}

void ColoursTest::desktopIsFollowed() {
    const Bus bus;
    Portal portal(bus.as("desktop"), 1);
    test::Window window(test::demo("vent-stay.gfold"));
    const auto ground = [&] { return window->grab().toImage().pixelColor(5, 400).lightness(); };
    QVERIFY(ground() > 200);
    app::DesktopColours desktop(bus.as("program"));
    connect(&desktop, &app::DesktopColours::told, this, [](bool isDark) {
        if (app::takeDesktopColours(isDark)) app::MainWindow::allTakeChoices();
    });
    QTRY_VERIFY(ground() < 60); // what it is asked for at first
    QCOMPARE(app::settings::desktopDark(), std::optional(true));
    portal.change("color-scheme", 2);
    QTRY_VERIFY(ground() > 200);
    portal.change("accent-color", 1); // is no colour of ours
    portal.change("color-scheme", 1);
    QTRY_VERIFY(ground() < 60);
}

void ColoursTest::ownChoiceStands() {
    app::settings::setTheme("light");
    app::applyChosenLook();
    QVERIFY(!app::takeDesktopColours(true));
    QVERIFY(app::colours().paper.lightness() > 200);
    app::settings::setTheme({});
    app::applyChosenLook();
    QVERIFY(app::colours().paper.lightness() < 60); // as the desktop said meanwhile
}

void ColoursTest::withoutAPortalNothingIsSaid() {
    const Bus bus;
    app::DesktopColours desktop(bus.as("program"));
    QSignalSpy said(&desktop, &app::DesktopColours::told);
    QTest::qWait(300);
    QCOMPARE(said.count(), 0);
    const app::DesktopColours nowhere(QDBusConnection("no such bus"));
}

GOODFOLD_TEST(ColoursTest)

} // namespace goodfold::colours_test

#include "colours.moc"
