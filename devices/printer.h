// The user's printer, in a library that is opened on use.
#pragma once

#include <QPagedPaintDevice>
#include <QString>

#include <functional>

class QWidget;

namespace goodfold::devices {

/// What is to be printed at full size: on the whole page, so that nothing is moved or scaled.
struct ToPrint {
    QString name;  // in the printer's queue
    QString asked; // what the dialog says it is for
    bool isLetter; // the paper at first, else A4
    std::function<void(QPagedPaintDevice&)> paint;
};

struct Printer {
    /// Asks which printer and how, and prints; not where the user thinks better of it.
    void (*ask)(QWidget* window, const ToPrint& what);
    void (*preview)(QWidget* window, const ToPrint& what);
};

/// The one name that the library exports, of a void(Printer&).
inline constexpr const char* kGivePrinter = "goodfoldGivePrinter";

} // namespace goodfold::devices
