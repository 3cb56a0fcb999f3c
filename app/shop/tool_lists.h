// What of a tool is a list or a name, as it is typed: "5, 8, 10" and "16; 40 (one 15 mm spacer)".
#pragma once

#include "app/base/document.h"
#include "tool/tool.h"

#include <QString>

namespace goodfold::app {

QString shownLengths(const std::vector<double>& lengths, const quantity::Reading& reading);
/// `now` is what stood there: figures left as they were shown stay exactly what they are.
Result<std::vector<double>> typedLengths(const QString& typed, const quantity::Reading& reading,
                                         std::vector<double> now);

/// Openings between semicolons, what sets each in brackets after it.
QString shownOpenings(const std::vector<tool::Die::Opening>& openings, const quantity::Reading& reading);
Result<std::vector<tool::Die::Opening>> typedOpenings(const QString& typed, const quantity::Reading& reading,
                                                      const std::vector<tool::Die::Opening>& now);

} // namespace goodfold::app
