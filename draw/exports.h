// All that leaves Good Fold for other programs and for paper, a row each: the window's menu and dialogs and
// the command line's options are made from them.
#pragma once

#include "check/finding.h"
#include "cost/work_book.h"
#include "draw/buying_sheet.h"
#include "lineup/book.h"
#include "sequence/settle.h"

#include <QByteArray>
#include <QPageSize>

#include <span>

namespace goodfold::draw {

/// Of which nothing is said: stock as it is sold.
inline const stock::Rack kNoRack;

/// What an export may take from. `plan` and `findings` are there for rows that need the plan.
struct ExportInput {
    const job::Job& job;
    const material::Material& material;
    const part::Part& part;
    const part::Folded& folded;
    quantity::Reading reading;
    QPageSize::PageSizeId paper = QPageSize::A4;
    const sequence::Settled* settled = nullptr;  // where it needs a plan, and there is one
    const sequence::Settled* opposite = nullptr; // of a pair the other hand
    const std::vector<check::Finding>* findings = nullptr;
    const hardware::Book& hardware = hardware::standardBook();
    const lineup::ErrorBook& errors = lineup::standardErrors();
    const cost::WorkBook& work = cost::standardWork();
    const stock::Rack& rack = kNoRack;
};

struct Export {
    const char* key;    // the command line's option, without its dashes
    const char* title;  // in a menu
    const char* tip;    // one sentence
    const char* suffix; // of the file's name
    const char* filter; // of a file dialog
    bool isOnPaper = false;
    bool needsPlan = false;
    bool looksForNest = false; // blanks of sheet are laid for it: a window lets one look on
    bool takesLong = false;    // a window has it made beside
    bool isOfPlace = false;    // tells nothing of the bracket: what stops that does not stop it
    const char* shortcut = "";
    Result<QByteArray> (*write)(const ExportInput& input) = nullptr;
};

std::span<const Export> exports();
/// Null where there is none of that key.
const Export* findExport(std::string_view key);

} // namespace goodfold::draw
