#include "app/base/tool_book.h"

#include "app/base/own_file.h"

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
    std::shared_ptr<const tool::Shop> next;
    const auto change = [&](const std::string& text) -> Result<std::string> {
        std::istringstream in(text);
        const auto saved = text.empty() ? tool::ownOf(*all, tool::standardShop()) : tool::readShop(in);
        if (!saved) return saved.error();
        tool::Shop own = *saved;
        std::erase_if(own.tools, [&](const tool::Tool& known) { return known.id == id; });
        if (tool) own.tools.push_back(*tool);
        next = std::make_shared<tool::Shop>(tool::withOwn(tool::standardShop(), own));
        std::ostringstream out;
        tool::writeShop(out, tool::ownOf(*next, tool::standardShop()));
        return out.str();
    };
    if (auto wrong = rewriteOwnFile(ownPath(), tr("Your tools"), change,
                                    [this](const QString& says) { emit said(says); }))
        return wrong;
    all = std::move(next);
    emit changed();
    return {};
}

} // namespace goodfold::app
