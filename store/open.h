// How the logbook's file is opened: looked over, kept beside before it is changed, set aside where it is
// damaged.
#pragma once

#include "common/result.h"

#include <QSqlDatabase>

namespace goodfold::store {

struct Opened {
    QSqlDatabase database;
    QString said; // what had to be done
};

Result<Opened> openFile(const QString& path);

} // namespace goodfold::store
