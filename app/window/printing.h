// The full-size template on the user's printer, and how it will look there.
#pragma once

#include "part/part.h"
#include "quantity/length.h"

#include <QPrinter>
#include <QWidget>

#include <memory>

namespace goodfold::app {

struct ToPrint {
    job::Job job;
    part::Part part;
    quantity::Reading reading;
};

/// A printer for full-size work: its whole page, so that nothing is moved or scaled.
std::unique_ptr<QPrinter> fullSizePrinter(const job::Job& job);

void printTemplateOn(QPrinter& printer, const ToPrint& what);
void askAndPrint(QWidget* window, const ToPrint& what);
void preview(QWidget* window, const ToPrint& what);

} // namespace goodfold::app
