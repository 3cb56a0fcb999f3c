#include "app/base/tool_book.h"

#include "app/base/own_file.h"

#include <QDir>
#include <QFileInfo>
#include <QSaveFile>

#include <algorithm>
#include <sstream>

namespace goodfold::app {

ToolBook::ToolBook() : all(std::make_shared<tool::Shop>(tool::standardShop())) {}

QString ToolBook::ownPath() {
    return ownFilePath(QStringLiteral("tools.json"));
}

std::optional<Error> ToolBook::read() {
    all = std::make_shared<tool::Shop>(tool::standardShop());
    const auto text = readOwnFile(ownPath());
    if (!text) return text.error();
    if (text->empty()) return {};
    std::istringstream in(*text);
    const auto own = tool::readShop(in);
    if (!own) return own.error();
    all = std::make_shared<tool::Shop>(tool::withOwn(tool::standardShop(), *own));
    emit changed();
    return {};
}

std::optional<Error> ToolBook::put(const std::string& id, const std::optional<tool::Tool>& tool) {
    if (tool)
        if (auto wrong = tool::whatIsWrong(*tool)) return wrong;
    tool::Shop own = tool::ownOf(*all, tool::standardShop());
    std::erase_if(own.tools, [&](const tool::Tool& known) { return known.id == id; });
    if (tool) own.tools.push_back(*tool);
    auto next = std::make_shared<tool::Shop>(tool::withOwn(tool::standardShop(), own));
    std::ostringstream text;
    tool::writeShop(text, tool::ownOf(*next, tool::standardShop()));
    QDir().mkpath(QFileInfo(ownPath()).path());
    QSaveFile file(ownPath());
    const QByteArray bytes = QByteArray::fromStdString(text.str());
    if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size() || !file.commit())
        return Error{"Your tools could not be saved: " + file.errorString().toStdString() + ".", {}};
    all = std::move(next);
    emit changed();
    return {};
}

} // namespace goodfold::app
