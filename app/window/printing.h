// The full-size template on the user's printer, and how it will look there.
#pragma once

#include "part/part.h"
#include "quantity/length.h"

#include <QPagedPaintDevice>
#include <QWidget>

namespace goodfold::app {

struct ToPrint {
    job::Job job;
    part::Part part;
    quantity::Reading reading;
};

void printTemplateOn(QPagedPaintDevice& page, const ToPrint& what);
/// An error where no printer can be asked for.
std::optional<Error> askAndPrint(QWidget* window, const ToPrint& what);
std::optional<Error> preview(QWidget* window, const ToPrint& what);

} // namespace goodfold::app
