// Settings are the tests' own, and the window looks as it does for people.
#include "gui/support.h"

using namespace goodfold;

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    QApplication::setOrganizationName(QStringLiteral("good-fold-test"));
    QTemporaryDir settings;
    QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, settings.path());
    draw::loadTypeface();
    app::applyTheme(app::Theme::Light);
    return test::runNamed(argc, argv);
}
