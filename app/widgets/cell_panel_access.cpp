#include "app/widgets/cell_panel_access.h"

#include "app/widgets/cell_panel.h"

#include <QAccessibleWidget>

#include <map>

namespace goodfold::app {

namespace {

class PanelReader;

/// One cell: its name, what it says, where it stands, and that it can be opened.
class CellReader final : public QAccessibleInterface, public QAccessibleActionInterface {
public:
    CellReader(CellPanel* panel, int place) : panel(panel), place(place) {}

    bool isValid() const override { return panel && place < static_cast<int>(panel->places().size()); }
    QObject* object() const override { return nullptr; }
    QAccessibleInterface* parent() const override { return QAccessible::queryAccessibleInterface(panel); }
    QAccessibleInterface* child(int) const override { return nullptr; }
    QAccessibleInterface* childAt(int, int) const override { return nullptr; }
    int childCount() const override { return 0; }
    int indexOfChild(const QAccessibleInterface*) const override { return -1; }
    void setText(QAccessible::Text, const QString&) override {}

    QString text(QAccessible::Text what) const override {
        if (!isValid()) return {};
        if (what == QAccessible::Name) return cell().name;
        if (what == QAccessible::Value) return panel->shown(cell());
        if (what == QAccessible::Description || what == QAccessible::Help) return cell().tip;
        return {};
    }

    QRect rect() const override {
        if (!isValid()) return {};
        const QRect box = here().box;
        return {panel->mapToGlobal(box.topLeft()), box.size()};
    }

    QAccessible::Role role() const override {
        if (!isValid()) return QAccessible::NoRole;
        switch (cell().kind) {
        case Cell::Kind::Value:
            return QAccessible::EditableText;
        case Cell::Kind::Choice:
            return QAccessible::ComboBox;
        default:
            return QAccessible::PushButton;
        }
    }

    QAccessible::State state() const override {
        QAccessible::State now;
        now.focusable = true;
        now.focused = isValid() && panel->hasFocus() && panel->current() == place;
        now.invalid = !isValid();
        now.editable = isValid() && cell().kind == Cell::Kind::Value;
        return now;
    }

    void* interface_cast(QAccessible::InterfaceType type) override {
        return type == QAccessible::ActionInterface ? static_cast<QAccessibleActionInterface*>(this)
                                                    : nullptr;
    }
    QStringList actionNames() const override { return {pressAction(), setFocusAction()}; }
    void doAction(const QString& name) override {
        if (!isValid()) return;
        panel->go(place);
        if (name == pressAction()) panel->open();
    }
    QStringList keyBindingsForAction(const QString&) const override { return {}; }

private:
    const CellPanel::Place& here() const { return panel->places()[static_cast<size_t>(place)]; }
    const Cell& cell() const { return panel->cellAt(here()); }
    QPointer<CellPanel> panel;
    int place;
};

class PanelReader final : public QAccessibleWidget {
public:
    explicit PanelReader(CellPanel* panel) : QAccessibleWidget(panel, QAccessible::List), panel(panel) {}
    ~PanelReader() override {
        for (const auto& [place, id] : ids)
            QAccessible::deleteAccessibleInterface(id);
    }

    int childCount() const override { return static_cast<int>(panel->places().size()); }
    QAccessibleInterface* child(int place) const override {
        if (place < 0 || place >= childCount()) return nullptr;
        auto found = ids.find(place);
        if (found == ids.end())
            found = ids.emplace(place, QAccessible::registerAccessibleInterface(new CellReader(panel, place)))
                        .first;
        return QAccessible::accessibleInterface(found->second);
    }
    int indexOfChild(const QAccessibleInterface* wanted) const override {
        for (const auto& [place, id] : ids)
            if (QAccessible::accessibleInterface(id) == wanted) return place;
        return -1;
    }
    QAccessibleInterface* childAt(int x, int y) const override {
        const QPoint point = panel->mapFromGlobal(QPoint(x, y));
        for (size_t i = 0; i < panel->places().size(); ++i)
            if (panel->places()[i].box.contains(point)) return child(static_cast<int>(i));
        return nullptr;
    }
    QAccessibleInterface* focusChild() const override {
        return panel->hasFocus() && panel->current() >= 0 ? child(panel->current()) : nullptr;
    }
    QString text(QAccessible::Text what) const override {
        if (what == QAccessible::Description) return panel->text();
        return QAccessibleWidget::text(what);
    }

private:
    CellPanel* panel;
    mutable std::map<int, QAccessible::Id> ids; // made when they are asked for
};

QAccessibleInterface* readerFor(const QString&, QObject* object) {
    auto* panel = qobject_cast<CellPanel*>(object);
    return panel ? new PanelReader(panel) : nullptr;
}

} // namespace

void makePanelsReadable() {
    static const bool once = [] {
        QAccessible::installFactory(readerFor);
        return true;
    }();
    Q_UNUSED(once);
}

void tellReaders(CellPanel& panel, int place) {
    if (!QAccessible::isActive()) return;
    QAccessibleEvent event(&panel, QAccessible::Focus);
    event.setChild(place);
    QAccessible::updateAccessibility(&event);
}

} // namespace goodfold::app
