// What the window's tests share: a window on screen, its parts by what a person calls them.
#pragma once

#include "app/actions.h"
#include "app/findings_view.h"
#include "app/job_store.h"
#include "app/ladder.h"
#include "app/main_window.h"
#include "app/notice.h"
#include "app/picture_view.h"
#include "app/ribbon_view.h"
#include "app/rung.h"
#include "app/theme.h"
#include "app/value_field.h"
#include "draw/type.h"

#include <QtTest>
#include <QtWidgets>

namespace goodfold::test {

/// A QTEST_MAIN whose settings are its own and whose window looks as it does for people.
#define GOODFOLD_GUI_TEST(Class)                                                                             \
    int main(int argc, char** argv) {                                                                        \
        QApplication application(argc, argv);                                                                \
        QApplication::setOrganizationName(QStringLiteral("good-fold-test"));                                 \
        QTemporaryDir settings;                                                                              \
        QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, settings.path());                  \
        goodfold::draw::loadTypeface();                                                                      \
        goodfold::app::applyTheme(goodfold::app::Theme::Light);                                              \
        Class test;                                                                                          \
        return QTest::qExec(&test, argc, argv);                                                              \
    }

/// Lives as long as the test function; closing asks nothing.
class Window {
public:
    explicit Window(const QString& file = {})
        : window(new app::MainWindow(part::emptyBar(quantity::Unit::Millimetre))) {
        if (!file.isEmpty())
            if (const auto wrong = window->openFile(file)) qFatal("%s", qPrintable(*wrong));
        window->show();
        if (!QTest::qWaitForWindowExposed(window)) qFatal("no window");
        window->activateWindow();
    }
    ~Window() { delete window; }
    Window(const Window&) = delete;
    Window& operator=(const Window&) = delete;

    app::MainWindow* operator->() const { return window; }
    app::Document& document() const { return window->document(); }
    const part::Job& job() const { return window->document().job(); }

    /// A widget by its accessible name.
    template <class Widget> Widget* named(const QString& name) const {
        for (Widget* widget : window->findChildren<Widget*>())
            if (widget->accessibleName() == name && widget->isVisible()) return widget;
        return nullptr;
    }

    /// Types a line at the ladder and presses Enter.
    void type(const QString& line) const {
        app::EntryLine* entry = window->ladder()->entry();
        entry->setFocus();
        QTest::keyClicks(entry, line);
        QTest::keyClick(entry, Qt::Key_Return);
    }

    /// Clicks into a field, types over it and presses Enter.
    void fill(const QString& name, const QString& text) const {
        auto* field = named<app::ValueField>(name);
        if (!field) qFatal("no field %s", qPrintable(name));
        QTest::mouseClick(field, Qt::LeftButton);
        field->selectAll();
        QTest::keyClicks(field, text);
        QTest::keyClick(field, Qt::Key_Return);
    }

    QString notice() const {
        const app::Notice* notice = app::Notice::of(*window);
        return notice && notice->isVisible() ? notice->text() : QString();
    }

private:
    app::MainWindow* window;
};

inline QString demo(const char* name) {
    return QStringLiteral(PROJECT_DATA "/demo/") + QLatin1String(name);
}

} // namespace goodfold::test
