#include "app/cells/sheet_access.h"

#include "app/cells/sheet.h"

#include <QAccessibleWidget>

#include <map>

namespace goodfold::app {

namespace {

class SheetReader;

/// One cell: its name, what it says, where it stands, and that it can be opened.
class CellReader final : public QAccessibleInterface, public QAccessibleActionInterface {
public:
    CellReader(Sheet* sheet, int place) : sheet(sheet), place(place) {}

    bool isValid() const override { return sheet && place < static_cast<int>(sheet->places().size()); }
    QObject* object() const override { return nullptr; }
    QAccessibleInterface* parent() const override { return QAccessible::queryAccessibleInterface(sheet); }
    QAccessibleInterface* child(int) const override { return nullptr; }
    QAccessibleInterface* childAt(int, int) const override { return nullptr; }
    int childCount() const override { return 0; }
    int indexOfChild(const QAccessibleInterface*) const override { return -1; }
    void setText(QAccessible::Text, const QString&) override {}

    QString text(QAccessible::Text what) const override {
        if (!isValid()) return {};
        if (what == QAccessible::Name) return cell().name;
        if (what == QAccessible::Value) return sheet->shown(cell());
        if (what == QAccessible::Description || what == QAccessible::Help) return cell().tip;
        return {};
    }

    QRect rect() const override {
        if (!isValid()) return {};
        const QRect box = here().box;
        return {sheet->mapToGlobal(box.topLeft()), box.size()};
    }

    QAccessible::Role role() const override {
        if (!isValid()) return QAccessible::NoRole;
        switch (cell().kind) {
        case Cell::Kind::Figure:
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
        now.focused = isValid() && sheet->hasFocus() && sheet->current() == place;
        now.invalid = !isValid();
        now.editable = isValid() && cell().kind == Cell::Kind::Figure;
        return now;
    }

    void* interface_cast(QAccessible::InterfaceType type) override {
        return type == QAccessible::ActionInterface ? static_cast<QAccessibleActionInterface*>(this)
                                                    : nullptr;
    }
    QStringList actionNames() const override { return {pressAction(), setFocusAction()}; }
    void doAction(const QString& name) override {
        if (!isValid()) return;
        sheet->go(place);
        if (name == pressAction()) sheet->open();
    }
    QStringList keyBindingsForAction(const QString&) const override { return {}; }

private:
    const Sheet::Place& here() const { return sheet->places()[static_cast<size_t>(place)]; }
    const Cell& cell() const { return sheet->cellAt(here()); }
    QPointer<Sheet> sheet;
    int place;
};

class SheetReader final : public QAccessibleWidget {
public:
    explicit SheetReader(Sheet* sheet) : QAccessibleWidget(sheet, QAccessible::List), sheet(sheet) {}
    ~SheetReader() override {
        for (const auto& [place, id] : ids)
            QAccessible::deleteAccessibleInterface(id);
    }

    int childCount() const override { return static_cast<int>(sheet->places().size()); }
    QAccessibleInterface* child(int place) const override {
        if (place < 0 || place >= childCount()) return nullptr;
        auto found = ids.find(place);
        if (found == ids.end())
            found = ids.emplace(place, QAccessible::registerAccessibleInterface(new CellReader(sheet, place)))
                        .first;
        return QAccessible::accessibleInterface(found->second);
    }
    int indexOfChild(const QAccessibleInterface* wanted) const override {
        for (const auto& [place, id] : ids)
            if (QAccessible::accessibleInterface(id) == wanted) return place;
        return -1;
    }
    QAccessibleInterface* childAt(int x, int y) const override {
        const QPoint point = sheet->mapFromGlobal(QPoint(x, y));
        for (size_t i = 0; i < sheet->places().size(); ++i)
            if (sheet->places()[i].box.contains(point)) return child(static_cast<int>(i));
        return nullptr;
    }
    QAccessibleInterface* focusChild() const override {
        return sheet->hasFocus() && sheet->current() >= 0 ? child(sheet->current()) : nullptr;
    }
    QString text(QAccessible::Text what) const override {
        if (what == QAccessible::Description) return sheet->text();
        return QAccessibleWidget::text(what);
    }

private:
    Sheet* sheet;
    mutable std::map<int, QAccessible::Id> ids; // made when they are asked for
};

QAccessibleInterface* readerFor(const QString&, QObject* object) {
    auto* sheet = qobject_cast<Sheet*>(object);
    return sheet ? new SheetReader(sheet) : nullptr;
}

} // namespace

void makeSheetsReadable() {
    static const bool once = [] {
        QAccessible::installFactory(readerFor);
        return true;
    }();
    Q_UNUSED(once);
}

void tellReaders(Sheet& sheet, int place) {
    if (!QAccessible::isActive()) return;
    QAccessibleEvent event(&sheet, QAccessible::Focus);
    event.setChild(place);
    QAccessible::updateAccessibility(&event);
}

} // namespace goodfold::app
