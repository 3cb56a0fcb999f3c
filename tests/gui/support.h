// What the window's tests share: a window on screen, its parts by what a person calls them.
#pragma once

#include "app/base/job_store.h"
#include "app/base/settings.h"
#include "app/bracket/ladder.h"
#include "app/bracket/ladder_cells.h"
#include "app/bracket/picture_view.h"
#include "app/bracket/ribbon_view.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/findings_view.h"
#include "app/widgets/foldable.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "app/widgets/value_field.h"
#include "app/window/actions.h"
#include "app/window/exporter.h"
#include "app/window/job_files.h"
#include "app/window/main_window.h"
#include "draw/type.h"
#include "runner.h"

#include <QtWidgets>

namespace goodfold::test {

/// The shop's books, one for all windows of a test program. Never taken down: the logbook's file would
/// outlive the application that it needs.
inline app::Books& books() {
    static auto* all = new app::Books;
    return *all;
}

/// As somebody drops a file on it.
inline void drop(QWidget& on, const QString& path) {
    QMimeData data;
    data.setUrls({QUrl::fromLocalFile(path)});
    QDragEnterEvent enter(QPoint(100, 100), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&on, &enter);
    QDropEvent dropped(QPointF(100, 100), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&on, &dropped);
}

/// Lives as long as the test function; closing asks nothing.
class Window {
public:
    explicit Window(const QString& file = {})
        : window(new app::MainWindow(edit::emptyBar(quantity::Unit::Millimetre), test::books())) {
        if (!file.isEmpty())
            if (const auto wrong = window->files().open(file)) qFatal("%s", qPrintable(*wrong));
        window->resize(1280, 800); // whatever screen there is
        window->show();
        if (!QTest::qWaitForWindowExposed(window)) qFatal("no window");
        window->activateWindow();
    }
    ~Window() { delete window; }
    Window(const Window&) = delete;
    Window& operator=(const Window&) = delete;

    app::MainWindow* operator->() const { return window; }
    app::Document& document() const { return window->document(); }
    const job::Job& job() const { return window->document().job(); }

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

    /// Types a line of its own and presses Enter.
    void typeInLine(const QString& name, const QString& text) const {
        auto* line = named<QLineEdit>(name);
        QVERIFY2(line, qPrintable(name));
        line->setFocus();
        line->selectAll();
        QTest::keyClicks(line, text);
        QTest::keyClick(line, Qt::Key_Return);
    }

    /// The visible panel that has a cell of this id, and where on it.
    struct Found {
        app::CellPanel* panel;
        int place;
        const app::Cell& cell() const { return panel->cellAt(panel->places()[static_cast<size_t>(place)]); }
        QPoint middle() const { return panel->places()[static_cast<size_t>(place)].box.center(); }
    };
    std::optional<Found> find(const QString& id) const {
        for (auto* panel : window->findChildren<app::CellPanel*>())
            if (const int place = panel->placeOf(id); place >= 0 && panel->isVisible())
                return Found{panel, place};
        return {};
    }
    /// Takes the leg, bend or hole in hand where only then its cell is there.
    Found cell(const QString& id) const {
        auto found = find(id);
        if (!found && id.startsWith("allowance.")) {
            for (auto* part : window->findChildren<app::Foldable*>())
                part->setOpen(true);
            QCoreApplication::processEvents();
            found = find(id);
        }
        if (!found) {
            const QStringList parts = id.split(QLatin1Char('.'));
            const std::string of = parts.value(1).toStdString();
            document().select(parts[0] == "leg"    ? job::Element::plate(of)
                              : parts[0] == "bend" ? job::Element::bend(of)
                                                   : job::Element::hole(of));
            // The panel grows at once; no other event, which may be of a menu that is just closing.
            QCoreApplication::sendPostedEvents(nullptr, QEvent::LayoutRequest);
            found = find(id);
        }
        if (!found) qFatal("no cell %s", qPrintable(id));
        return *found;
    }
    /// What a cell says.
    QString shown(const QString& id) const {
        const Found found = cell(id);
        return found.panel->shown(found.cell());
    }
    void click(const QString& id) const {
        const Found found = cell(id);
        QTest::mouseClick(found.panel, Qt::LeftButton, {}, found.middle());
    }
    /// Clicks a figure, types over it and presses Enter.
    void fill(const QString& id, const QString& text) const {
        click(id);
        auto* field = qobject_cast<app::ValueField*>(QApplication::focusWidget());
        if (!field) qFatal("%s does not open", qPrintable(id));
        field->selectAll();
        if (text.isEmpty())
            QTest::keyClick(field, Qt::Key_Delete);
        else
            QTest::keyClicks(field, text);
        QTest::keyClick(field, Qt::Key_Return);
    }
    /// Takes one of a cell's choices by its key, from its menu.
    void choose(const QString& id, const QString& key) const {
        click(id);
        auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
        if (!menu) qFatal("%s offers no choice", qPrintable(id));
        for (QAction* action : menu->actions())
            if (action->data() == key) {
                menu->setActiveAction(action);
                QTest::keyClick(menu, Qt::Key_Return);
                return;
            }
        qFatal("%s does not offer %s", qPrintable(id), qPrintable(key));
    }

    /// The window's menu, filled as on opening it.
    QMenu* menu() const {
        QMenu* found = nullptr;
        for (const QToolButton* button : window->findChildren<QToolButton*>())
            if (button->menu()) found = button->menu();
        if (!found) qFatal("there is no menu");
        emit found->aboutToShow();
        return found;
    }

    /// What is under that title in it.
    QMenu* submenu(const QString& title) const {
        (void)menu();
        for (QMenu* each : window->findChildren<QMenu*>())
            if (each->title() == title) return each;
        qFatal("there is no menu %s", qPrintable(title));
    }

    /// As somebody drops a file there.
    void drop(const QString& path) const { test::drop(*window, path); }

    QString notice() const {
        const app::Notice* notice = app::Notice::of(*window);
        return notice ? notice->message() : QString();
    }

private:
    app::MainWindow* window;
};

inline QString demo(const char* name) {
    return QStringLiteral(PROJECT_DATA "/demo/") + QLatin1String(name);
}

} // namespace goodfold::test
