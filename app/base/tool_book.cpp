#include "app/base/tool_book.h"

#include "app/base/own_file.h"
#include "draw/save_bytes.h"

#include <QDir>
#include <QFileInfo>
#include <QLockFile>

#include <algorithm>
#include <sstream>

namespace goodfold::app {

ToolBook::ToolBook() : all(std::make_shared<tool::Shop>(tool::standardShop())) {}

QString ToolBook::ownPath() {
    return ownFilePath(QStringLiteral("tools.json"));
}

/// What the file says now; what is known of the user's where there is none.
Result<tool::Shop> ToolBook::ownAsSaved() const {
    const auto text = readOwnFile(ownPath());
    if (!text) return text.error();
    if (text->empty()) return tool::ownOf(*all, tool::standardShop());
    std::istringstream in(*text);
    return tool::readShop(in);
}

std::optional<Error> ToolBook::read() {
    all = std::make_shared<tool::Shop>(tool::standardShop());
    const auto own = ownAsSaved();
    if (!own) return own.error();
    all = std::make_shared<tool::Shop>(tool::withOwn(tool::standardShop(), *own));
    emit changed();
    return {};
}

std::optional<Error> ToolBook::put(const std::string& id, const std::optional<tool::Tool>& tool) {
    if (tool)
        if (auto wrong = tool::whatIsWrong(*tool)) return wrong;
    QDir().mkpath(QFileInfo(ownPath()).path());
    QLockFile lock(ownPath() + QStringLiteral(".lock"));
    constexpr int kPatience = 2000; // ms
    if (!lock.tryLock(kPatience))
        return Error{"Your tools are being saved by another Good Fold: try again.", {}};
    auto saved = ownAsSaved();
    if (!saved) {
        const auto aside = setAside(ownPath());
        if (!aside) return aside.error();
        emit said(tr("Your tools file could not be read. It is kept as %1.").arg(*aside));
        saved = tool::ownOf(*all, tool::standardShop());
    }
    tool::Shop own = *saved;
    std::erase_if(own.tools, [&](const tool::Tool& known) { return known.id == id; });
    if (tool) own.tools.push_back(*tool);
    auto next = std::make_shared<tool::Shop>(tool::withOwn(tool::standardShop(), own));
    std::ostringstream text;
    tool::writeShop(text, tool::ownOf(*next, tool::standardShop()));
    if (const auto wrong = draw::saveBytes(ownPath(), QByteArray::fromStdString(text.str())))
        return Error{"Your tools could not be saved: " + wrong->says, {}};
    all = std::move(next);
    emit changed();
    return {};
}

} // namespace goodfold::app
