#include "app/base/own_rack.h"

#include "app/base/text.h"

#include <algorithm>

namespace goodfold::app {

using stock::RackStock;

namespace {

using Entries = std::vector<RackStock>;

const RackStock* find(const Entries& entries, const std::string& id) {
    const auto found =
        std::find_if(entries.begin(), entries.end(), [&](const RackStock& each) { return each.id == id; });
    return found == entries.end() ? nullptr : &*found;
}

Entries entriesOf(const stock::Rack& rack) {
    Entries all = rack.bars.value_or(Entries());
    if (rack.sheets) all.insert(all.end(), rack.sheets->begin(), rack.sheets->end());
    return all;
}

/// Empty where it cannot be read.
Entries entriesIn(const Result<stock::Rack>& rack) {
    return rack ? entriesOf(*rack) : Entries();
}

/// `after` in place of `before`; what is in `before` alone goes.
std::optional<Error> turn(ShopLogbook& logbook, const Entries& before, const Entries& after) {
    std::vector<std::string> gone;
    for (const RackStock& each : before)
        if (!find(after, each.id)) gone.push_back(each.id);
    return logbook.changeRack(gone, after);
}

class RackCommand : public QUndoCommand {
public:
    /// Done already.
    RackCommand(ShopLogbook& logbook, const QString& label, Entries before, Entries after)
        : QUndoCommand(label), logbook(logbook), before(std::move(before)), after(std::move(after)) {}
    void undo() override { tell(turn(logbook, after, before)); }
    void redo() override {
        if (!std::exchange(isDone, false)) tell(turn(logbook, before, after));
    }

private:
    void tell(const std::optional<Error>& failed) {
        if (failed) emit logbook.said(app::text(failed->says));
    }

    ShopLogbook& logbook;
    Entries before, after;
    bool isDone = true;
};

} // namespace

OwnRack::OwnRack(ShopLogbook& logbook, QObject* parent) : QObject(parent), logbook(logbook), undo(this) {
    connect(&logbook, &ShopLogbook::rackChanged, this, [this] {
        known.reset();
        emit changed();
    });
}

const std::vector<RackStock>& OwnRack::entries() const {
    if (!known) known = entriesIn(now());
    return *known;
}

std::optional<Error> OwnRack::put(const QString& label, std::vector<RackStock> changed) {
    const Entries all = entriesIn(now());
    Entries before;
    for (RackStock& each : changed) {
        if (each.id.empty()) each.id = store::newId();
        if (const RackStock* was = find(all, each.id)) before.push_back(*was);
    }
    return change(label, std::move(before), std::move(changed));
}

std::optional<Error> OwnRack::takeOut(const QString& label, const std::string& id) {
    const Entries all = entriesIn(now());
    const RackStock* was = find(all, id);
    return was ? change(label, {*was}, {}) : std::nullopt;
}

std::optional<Error> OwnRack::become(const QString& label, const stock::Rack& rack) {
    Entries before = entriesIn(now()), after = entriesOf(rack);
    for (RackStock& each : after)
        if (each.id.empty()) each.id = store::newId();
    // What stays as it is, is no part of it.
    const auto alike = [](const Entries& other) {
        return [&other](const RackStock& each) {
            const RackStock* same = find(other, each.id);
            return same && *same == each;
        };
    };
    const Entries was = before;
    std::erase_if(before, alike(after));
    std::erase_if(after, alike(was));
    return change(label, std::move(before), std::move(after));
}

std::optional<Error> OwnRack::change(const QString& label, Entries before, Entries after) {
    if (before == after) return {};
    if (auto failed = turn(logbook, before, after)) return failed;
    undo.push(new RackCommand(logbook, label, std::move(before), std::move(after)));
    return {};
}

} // namespace goodfold::app
