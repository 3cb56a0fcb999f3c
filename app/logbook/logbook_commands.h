// What is written into the logbook and taken out of it, to be undone.
#pragma once

#include "app/base/shop_logbook.h"

#include <QUndoStack>

#include <variant>

namespace goodfold::app {

/// An entry with what it taught.
struct KeptEntry {
    std::variant<learn::KeptBend, learn::KeptPiece> kept;
    learn::Points taught;
    const std::string& id() const {
        return std::visit([](const auto& each) -> const std::string& { return each.id; }, kept);
    }
};

/// One entry in place of another; nothing: there was none, or it is taken out.
class EntryCommand : public QUndoCommand {
public:
    using Side = std::optional<KeptEntry>;

    /// Done already: a step that can be undone. Where it cannot be done there is none.
    static Result<EntryCommand*> done(ShopLogbook& logbook, const QString& label, const Side& from,
                                      const Side& to) {
        if (auto failed = put(logbook, from, to)) return *failed;
        return new EntryCommand(logbook, label, from, to);
    }
    /// The same, on its stack.
    static std::optional<Error> push(QUndoStack& stack, ShopLogbook& logbook, const QString& label,
                                     const Side& from, const Side& to) {
        const auto command = done(logbook, label, from, to);
        if (!command) return command.error();
        stack.push(*command);
        return {};
    }
    void undo() override { tell(put(logbook, to, from)); }
    void redo() override {
        if (std::exchange(isDone, false)) return; // by done()
        tell(put(logbook, from, to));
    }

private:
    EntryCommand(ShopLogbook& logbook, const QString& label, Side from, Side to)
        : QUndoCommand(label), logbook(logbook), from(std::move(from)), to(std::move(to)) {}

    static std::optional<Error> put(ShopLogbook& logbook, const Side& before, const Side& after) {
        return logbook.write([&](store::Logbook& file) -> std::optional<Error> {
            if (!after) return before ? file.takeOut(before->id()) : std::nullopt;
            return std::visit([&](const auto& kept) { return file.put(kept, after->taught); }, after->kept);
        });
    }
    void tell(const std::optional<Error>& failed) {
        if (failed) emit logbook.said(QString::fromStdString(failed->says));
    }

    ShopLogbook& logbook;
    Side from, to;
    bool isDone = true;
};

} // namespace goodfold::app
