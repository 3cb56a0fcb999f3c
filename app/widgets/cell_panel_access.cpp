#include "app/widgets/cell_panel_access.h"

#include "app/widgets/cell_panel.h"

#include <QAccessibleWidget>

#include <map>

namespace goodfold::app {

namespace {

class PanelReader;

constexpr QAccessible::Text kIdentifier = QAccessible::UserText; // the cell's id

/// One cell: its name, what it says, where it stands, and that it can be opened. It stays with its cell
/// wherever an edit moves that.
class CellReader final : public QAccessibleInterface,
                         public QAccessibleActionInterface,
                         public QAccessibleTextInterface {
public:
    CellReader(CellPanel* panel, QString id) : panel(panel), id(std::move(id)) {}

    bool isValid() const override { return panel && place() >= 0; }
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
        if (what == kIdentifier) return id;
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

    /// Scrolled out of sight it is there, but not showing.
    QAccessible::State state() const override {
        QAccessible::State now;
        now.invalid = !isValid();
        if (now.invalid) return now;
        now.focusable = true;
        now.focused = panel->hasFocus() && panel->current() == place();
        now.editable = cell().kind == Cell::Kind::Value;
        now.invisible = !panel->isVisible();
        now.offscreen = !panel->visibleRegion().intersects(here().box);
        return now;
    }

    void* interface_cast(QAccessible::InterfaceType type) override {
        if (type == QAccessible::ActionInterface) return static_cast<QAccessibleActionInterface*>(this);
        if (type == QAccessible::TextInterface && isValid() && cell().kind == Cell::Kind::Value)
            return static_cast<QAccessibleTextInterface*>(this);
        return nullptr;
    }
    QStringList actionNames() const override { return {pressAction(), setFocusAction()}; }
    void doAction(const QString& name) override {
        if (!isValid()) return;
        panel->go(place());
        if (name == pressAction()) panel->open();
    }
    QStringList keyBindingsForAction(const QString&) const override { return {}; }

    // A value is a text to be read: typed it is in a field of its own.
    QString text(int from, int to) const override { return said().mid(from, to - from); }
    int characterCount() const override { return static_cast<int>(said().size()); }
    int cursorPosition() const override { return 0; }
    void setCursorPosition(int) override {}
    void selection(int, int* from, int* to) const override { *from = *to = 0; }
    int selectionCount() const override { return 0; }
    void addSelection(int, int) override {}
    void removeSelection(int) override {}
    void setSelection(int, int, int) override {}
    QRect characterRect(int) const override { return rect(); }
    int offsetAtPoint(const QPoint&) const override { return 0; }
    void scrollToSubstring(int, int) override {}
    QString attributes(int, int* from, int* to) const override {
        *from = 0;
        *to = characterCount();
        return {};
    }

private:
    QString said() const { return isValid() ? panel->shown(cell()) : QString(); }
    int place() const { return panel->placeOf(id); }
    const CellPanel::Place& here() const { return panel->places()[static_cast<size_t>(place())]; }
    const Cell& cell() const { return panel->cellAt(here()); }
    QPointer<CellPanel> panel;
    QString id;
};

class PanelReader final : public QAccessibleWidget {
public:
    explicit PanelReader(CellPanel* panel) : QAccessibleWidget(panel, QAccessible::List), panel(panel) {
        listening()[panel] = this;
        tellChanges(); // from here on what changes is told
    }
    ~PanelReader() override {
        listening().erase(panel);
        for (const auto& [id, reader] : readers)
            QAccessible::deleteAccessibleInterface(reader);
    }

    /// Panels that somebody has asked about: only these tell.
    static std::map<CellPanel*, PanelReader*>& listening() {
        static std::map<CellPanel*, PanelReader*> all;
        return all;
    }

    int childCount() const override { return static_cast<int>(panel->places().size()); }
    QAccessibleInterface* child(int place) const override {
        if (place < 0 || place >= childCount()) return nullptr;
        const QString& id = panel->cellAt(panel->places()[static_cast<size_t>(place)]).id;
        auto found = readers.find(id);
        if (found == readers.end())
            found = readers.emplace(id, QAccessible::registerAccessibleInterface(new CellReader(panel, id)))
                        .first;
        return QAccessible::accessibleInterface(found->second);
    }
    int indexOfChild(const QAccessibleInterface* wanted) const override {
        return wanted ? panel->placeOf(wanted->text(kIdentifier)) : -1;
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

    /// What an edit made of the cells since last asked: told as real widgets would tell it.
    void tellChanges() {
        std::map<QString, QString> now;
        QStringList order;
        for (const CellPanel::Place& place : panel->places()) {
            const Cell& cell = panel->cellAt(place);
            now[cell.id] = panel->shown(cell);
            order << cell.id;
        }
        if (!lastOrder.isEmpty() && order != lastOrder) {
            QAccessibleEvent reordered(panel, QAccessible::ObjectReorder);
            readersHear()(&reordered);
        }
        for (const auto& [id, value] : now) {
            const auto before = lastSaid.find(id);
            if (before == lastSaid.end() || before->second == value) continue;
            QAccessibleInterface* reader = child(panel->placeOf(id));
            if (reader->role() == QAccessible::EditableText) {
                QAccessibleTextUpdateEvent changed(reader, 0, before->second, value);
                readersHear()(&changed);
            } else {
                QAccessibleValueChangeEvent changed(reader, value);
                readersHear()(&changed);
            }
        }
        lastOrder = order;
        lastSaid = std::move(now);
    }

private:
    CellPanel* panel;
    mutable std::map<QString, QAccessible::Id> readers; // by the cell's id; made when they are asked for
    QStringList lastOrder;
    std::map<QString, QString> lastSaid;
};

QAccessibleInterface* panelReaderFor(const QString&, QObject* object) {
    auto* panel = qobject_cast<CellPanel*>(object);
    return panel ? new PanelReader(panel) : nullptr;
}

} // namespace

std::function<void(QAccessibleEvent*)>& readersHear() {
    static std::function<void(QAccessibleEvent*)> hear = QAccessible::updateAccessibility;
    return hear;
}

void makePanelsReadable() {
    static const bool once = [] {
        QAccessible::installFactory(panelReaderFor);
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

void tellReadersOfChanges(CellPanel& panel) {
    const auto& listening = PanelReader::listening();
    if (const auto reader = listening.find(&panel); reader != listening.end()) reader->second->tellChanges();
}

} // namespace goodfold::app
