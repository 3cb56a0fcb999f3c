// What lies on the shop's rack, kept in the logbook's file. What a window changes of it can be undone there.
#pragma once

#include "app/base/shop_logbook.h"

#include <QUndoStack>

namespace goodfold::app {

class OwnRack : public QObject {
    Q_OBJECT
public:
    OwnRack(ShopLogbook& logbook, QObject* parent);

    /// As it is now, whichever window or program wrote it.
    Result<stock::Rack> now() const { return logbook.rack(); }
    /// Bars, then sheets, as they were read when the rack last changed; empty where it cannot be read.
    const std::vector<stock::RackStock>& entries() const;

    /// Entries without an id are new and are given one. What one was before is asked of the rack, so that
    /// another's changes to the rest stay.
    std::optional<Error> put(const QString& label, std::vector<stock::RackStock> entries);
    std::optional<Error> takeOut(const QString& label, const std::string& id);
    /// The whole rack is otherwise: what is not in it any more goes.
    std::optional<Error> become(const QString& label, const stock::Rack& rack);

    QUndoStack& undoStack() { return undo; }

signals:
    void changed();

private:
    std::optional<Error> change(const QString& label, std::vector<stock::RackStock> before,
                                std::vector<stock::RackStock> after);

    ShopLogbook& logbook;
    QUndoStack undo;
    mutable std::optional<std::vector<stock::RackStock>> known;
};

} // namespace goodfold::app
