// The marks of a blank as rows of words and figures, for the table and for the clipboard.
#pragma once

#include "app/document.h"

#include <QString>

namespace goodfold::app {

/// One figure to read aloud.
struct MarkRow {
    double along; // from the datum end, mm
    QString mark; // what is there
    QString face; // the side it goes on; empty where it does not matter
    std::optional<double> fromNearEdge;
    Element about;
};

/// By distance. A leaning line is scribed from edge to edge, so it has a row at each. The last row is the
/// cut.
std::vector<MarkRow> markRows(const part::Job& job, const part::Part& part, const quantity::Reading& reading);

/// The same as text for other programs: tabs between columns, a line each, with headings.
QString markTable(const Document& document);

} // namespace goodfold::app
