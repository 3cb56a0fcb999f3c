// Settings are the tests' own, and the window looks as it does for people.
#include "gui/support.h"

using namespace goodfold;

int main(int argc, char** argv) {
    const QTemporaryDir data; // tests run side by side: what one leaves, or clears away, is not another's
    const char* isChild = "GOODFOLD_TEST_CHILD"; // which shares its parent's
    if (!qEnvironmentVariableIsSet(isChild)) {
        qputenv("XDG_DATA_HOME", data.filePath(QStringLiteral("data")).toLocal8Bit());
        qputenv("XDG_CONFIG_HOME", data.filePath(QStringLiteral("config")).toLocal8Bit());
    }
    qputenv(isChild, "1");
    QApplication application(argc, argv);
    QApplication::setOrganizationName(QStringLiteral("good-fold-test"));
    QTemporaryDir settings;
    QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, settings.path());
    draw::loadTypeface();
    app::applyTheme(app::Theme::Light);
    return test::runNamed(argc, argv);
}
