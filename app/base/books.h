// The shop's books: what ships, and over it the user's own. Made once, and handed to every window.
#pragma once

#include "app/base/own_book.h"
#include "app/base/shop_logbook.h"
#include "app/base/tool_book.h"
#include "cost/work_book.h"
#include "hardware/hardware.h"
#include "lineup/book.h"

namespace goodfold::app {

struct Books {
    ToolBook tools;
    OwnBook<hardware::Book> hardware{"hardware.json", hardware::standardBook(), hardware::readBook};
    OwnBook<lineup::ErrorBook> errors{"errors.json", lineup::standardErrors(), lineup::readErrors};
    OwnBook<cost::WorkBook> work{"work.json", cost::standardWork(), cost::readWork};
    ShopLogbook logbook; // what it taught is in Document::taught()
};

} // namespace goodfold::app
