// The marks of a blank as rows of words and figures, for the table and for the clipboard.
#pragma once

#include "app/base/document.h"

#include <QString>

namespace goodfold::app {

/// One figure to read aloud.
struct MarkRow {
    std::optional<double> along; // from the datum end, mm; nothing for a line along a sheet
    QString mark;                // what is there
    QString face;                // the side it goes on; empty where it does not matter
    std::optional<double> fromNearEdge;
    Element about;
};

/// By distance; lines along a sheet last, by their distance from its near edge. A leaning line is scribed
/// from edge to edge, so it has a row at each. The last row is the cut.
std::vector<MarkRow> markRows(const job::Job& job, const part::Part& part, const quantity::Reading& reading);

/// What the first column counts from.
QString fromDatum(const job::Job& job);

/// The same as text for other programs: tabs between columns, a line each, with headings.
QString markTable(const Document& document);

} // namespace goodfold::app
