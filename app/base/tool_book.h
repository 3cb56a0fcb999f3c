// The tools as this shop has them: those that ship, and over them the user's own, which are saved as they are
// changed. One for all windows (books.h).
#pragma once

#include "tool/tool.h"

#include <QObject>

#include <memory>

namespace goodfold::app {

class ToolBook : public QObject {
    Q_OBJECT
public:
    ToolBook();

    /// A plan keeps the shop it was made with: its steps point to the tools.
    std::shared_ptr<const tool::Shop> shop() const { return all; }
    /// Whether it came with Good Fold, changed since or not.
    static bool isShipped(const std::string& id) { return tool::standardShop().find(id); }

    /// Reads the user's file again. A sentence where it is there and cannot be used; what ships applies then.
    std::optional<Error> read();
    static QString ownPath();

    /// Puts the tool in place of the one of the same id, or adds it; without one, takes that out, and what
    /// ships comes back. Saved at once, over what the file says by then: another copy of the program may have
    /// changed other tools. A file that cannot be read is set aside first. A tool that cannot be worked with,
    /// or be saved, changes nothing.
    std::optional<Error> put(const std::string& id, const std::optional<tool::Tool>& tool);

signals:
    void changed();
    void said(const QString& sentence);

private:
    Result<tool::Shop> ownAsSaved() const;

    std::shared_ptr<const tool::Shop> all;
};

} // namespace goodfold::app
