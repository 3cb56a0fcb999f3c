// Shops of one tool.
#pragma once

#include "tool/tool.h"

#include <map>

namespace goodfold::test {

/// Steps point to their tools, so the shop stays.
inline const tool::Shop& only(const std::string& id) {
    static std::map<std::string, tool::Shop> shops;
    return shops.try_emplace(id, tool::Shop{{*tool::standardShop().find(id)}}).first->second;
}

} // namespace goodfold::test
