#include "draw/exports.h"

#include "draw/check_sheet.h"
#include "draw/formed_drawing.h"
#include "draw/job_sheet.h"
#include "draw/measuring_sheet.h"
#include "draw/on_use.h"
#include "draw/paper_trial.h"
#include "draw/quote.h"
#include "draw/solid_file.h"
#include "draw/svg.h"
#include "draw/template_pages.h"
#include "draw/work_order.h"
#include "files/csv.h"
#include "files/dxf.h"
#include "part/gauge.h"
#include "part/mirror.h"
#include "stock/metal.h"

#include <algorithm>
#include <array>
#include <sstream>

namespace goodfold::draw {

namespace {

Result<QByteArray> pdfTemplate(const ExportInput& input) {
    return templatePdf(input.job, input.part, input.material, input.paper, input.reading);
}

Result<QByteArray> pdfPaper(const ExportInput& input) {
    return paperTrialPdf(input.job, input.part, input.material, input.paper, input.reading);
}

Result<QByteArray> pdfSheet(const ExportInput& input) {
    return jobSheetPdf(*input.settled, input.opposite, input.material, *input.findings, input.paper,
                       input.reading);
}

Result<QByteArray> pdfMeasuring(const ExportInput& input) {
    return measuringSheetPdf(input.job, input.errors.instruments, input.paper);
}

Result<QByteArray> pdfCheck(const ExportInput& input) {
    return checkSheetPdf(*input.settled, input.opposite, input.material, input.paper, input.reading,
                         {input.errors, input.hardware});
}

template <DrawingAs as> Result<QByteArray> drawing(const ExportInput& input) {
    return formedDrawing(as, *input.settled, input.opposite, input.material, input.paper, input.reading,
                         {input.errors, input.hardware});
}

stock::Shopped shopped(const ExportInput& input) {
    return stock::shoppedFor({input.job.title, input.settled->job, input.settled->part}, input.material,
                             input.hardware, input.errors.instruments, input.reading);
}

Result<QByteArray> pdfBuying(const ExportInput& input) {
    const auto buying =
        buyingFor(input.job.title, {shopped(input)}, input.rack, {.seconds = 1}, input.reading);
    if (!buying) return buying.error();
    return buyingSheetPdf(*buying, input.paper, input.reading);
}

/// With what its metal takes, by how the batch is cut.
cost::WorkBook workOf(const ExportInput& input) {
    cost::WorkBook work = input.work;
    const auto* cutters = work.rates.hour && !work.rates.metal ? cuttersOnUse() : nullptr;
    if (cutters)
        work.rates.metal =
            stock::metalFor({input.job.title, input.settled->job, input.settled->part}, input.rack, *cutters);
    return work;
}

Result<QByteArray> pdfOrder(const ExportInput& input) {
    return workOrderPdf(*input.settled, input.material, workOf(input), shopped(input).fasteners, input.paper,
                        input.reading);
}

Result<QByteArray> pdfQuote(const ExportInput& input) {
    return quotePdf(*input.settled, input.material, workOf(input), input.paper, input.reading);
}

Result<QByteArray> dxf(const ExportInput& input) {
    std::ostringstream out;
    files::writeDxf(out, input.part);
    return QByteArray::fromStdString(out.str());
}

Result<QByteArray> svg(const ExportInput& input) {
    return blankSvg(input.part, QString::fromStdString(input.job.title));
}

Result<QByteArray> csv(const ExportInput& input) {
    std::ostringstream out;
    files::writeCsv(out, input.part, input.folded);
    return QByteArray::fromStdString(out.str());
}

Result<QByteArray> step(const ExportInput& input) {
    return solidFile({part::formedBody(input.part, input.folded, input.job.title)}, solid::Format::Step);
}

Result<QByteArray> stepOpposite(const ExportInput& input) {
    if (!input.job.oppositeHand)
        return Error{
            "This job makes one hand only. Opposite hand, under Stock in Bracket, makes a pair of it.",
            "opposite_hand"};
    const part::Part other = part::oppositePart(input.job, input.part, input.material);
    return solidFile({part::formedBody(other, part::fold(other),
                                       input.job.title + ", " + part::handInWords(input.job.hand, true))},
                     solid::Format::Step);
}

Result<QByteArray> stepFlat(const ExportInput& input) {
    return solidFile({part::flatBody(input.part, input.job.title + ", blank")}, solid::Format::Step);
}

Result<QByteArray> stl(const ExportInput& input) {
    return solidFile({part::formedBody(input.part, input.folded, input.job.title)}, solid::Format::Stl);
}

Result<QByteArray> stlGauge(const ExportInput& input) {
    std::vector<part::ExactBody> bodies;
    for (const part::Gauge& gauge : part::bendGauges(input.part))
        bodies.push_back(gauge.body);
    if (bodies.empty())
        return Error{"No bend has legs on both sides that a gauge could be laid between.", "bends"};
    return solidFile(std::move(bodies), solid::Format::Stl);
}

constexpr std::array kExports{
    Export{.key = "pdf-template",
           .title = "&Template as PDF…",
           .tip = "Full-size PDF to lay on the stock, over as many sheets as it takes",
           .suffix = "-template.pdf",
           .filter = "PDF documents (*.pdf)",
           .isOnPaper = true,
           .shortcut = "Ctrl+T",
           .write = pdfTemplate},
    Export{.key = "pdf-paper",
           .title = "&Paper trial as PDF…",
           .tip = "Full size in paper, to cut out, fold and hold at the place before any metal is cut",
           .suffix = "-paper.pdf",
           .filter = "PDF documents (*.pdf)",
           .isOnPaper = true,
           .write = pdfPaper},
    Export{.key = "pdf-drawing",
           .title = "Drawing as PDF…",
           .tip = "The formed bracket in three views, with its dimensions, holes, bends and limits",
           .suffix = "-drawing.pdf",
           .filter = "PDF documents (*.pdf)",
           .isOnPaper = true,
           .needsPlan = true,
           .write = drawing<DrawingAs::Pdf>},
    Export{.key = "pdf-sheet",
           .title = "&Job sheet as PDF…",
           .tip = "The steps of bending with their pictures, to take to the bench",
           .suffix = "-job-sheet.pdf",
           .filter = "PDF documents (*.pdf)",
           .isOnPaper = true,
           .needsPlan = true,
           .write = pdfSheet},
    Export{.key = "pdf-measuring",
           .title = "&Measuring sheet as PDF…",
           .tip = "What to read at the mount, in the order one walks, with room to write",
           .suffix = "-measuring.pdf",
           .filter = "PDF documents (*.pdf)",
           .isOnPaper = true,
           .isOfPlace = true,
           .write = pdfMeasuring},
    Export{.key = "pdf-check",
           .title = "&Check sheet as PDF…",
           .tip = "What to measure on each finished piece, and between which limits its bolts go in",
           .suffix = "-check.pdf",
           .filter = "PDF documents (*.pdf)",
           .isOnPaper = true,
           .needsPlan = true,
           .write = pdfCheck},
    Export{.key = "pdf-buying",
           .title = "To &buy and cut as PDF…",
           .tip = "What to buy for the whole batch, and how it is cut from bars and sheets",
           .suffix = "-to-buy.pdf",
           .filter = "PDF documents (*.pdf)",
           .isOnPaper = true,
           .needsPlan = true,
           .looksForNest = true,
           .write = pdfBuying},
    Export{.key = "pdf-order",
           .title = "&Work order as PDF…",
           .tip = "All that is done for the batch, how often and how long, to tick off",
           .suffix = "-work-order.pdf",
           .filter = "PDF documents (*.pdf)",
           .isOnPaper = true,
           .needsPlan = true,
           .write = pdfOrder},
    Export{.key = "pdf-quote",
           .title = "&Quote as PDF…",
           .tip = "The bracket, how many, and what they cost, for whoever asked for them",
           .suffix = "-quote.pdf",
           .filter = "PDF documents (*.pdf)",
           .isOnPaper = true,
           .needsPlan = true,
           .write = pdfQuote},
    Export{.key = "dxf",
           .title = "Blank as &DXF…",
           .tip = "Outline, holes and bend lines for a cutting machine",
           .suffix = ".dxf",
           .filter = "DXF drawings (*.dxf)",
           .write = dxf},
    Export{.key = "svg",
           .title = "Blank as S&VG…",
           .tip = "Outline, holes and bend lines as a drawing at full size",
           .suffix = ".svg",
           .filter = "SVG drawings (*.svg)",
           .write = svg},
    Export{.key = "svg-drawing",
           .title = "Drawing as SVG…",
           .tip = "The same drawing as lines and words, to go on with in a drawing program",
           .suffix = "-drawing.svg",
           .filter = "SVG drawings (*.svg)",
           .needsPlan = true,
           .write = drawing<DrawingAs::Svg>},
    Export{.key = "dxf-drawing",
           .title = "Drawing as DXF…",
           .tip = "The same drawing at the bracket's own size, so that its views can be measured",
           .suffix = "-drawing.dxf",
           .filter = "DXF drawings (*.dxf)",
           .needsPlan = true,
           .write = drawing<DrawingAs::Dxf>},
    Export{.key = "step",
           .title = "&Formed bracket as STEP…",
           .tip = "A solid with true bends and holes, for other drawing programs",
           .suffix = ".step",
           .filter = "STEP solids (*.step *.stp)",
           .takesLong = true,
           .write = step},
    Export{.key = "step-opposite",
           .title = "Opposite hand as STEP…",
           .tip = "The same bracket for the other side",
           .suffix = "-opposite.step",
           .filter = "STEP solids (*.step *.stp)",
           .takesLong = true,
           .write = stepOpposite},
    Export{.key = "step-flat",
           .title = "Blank as STEP…",
           .tip = "The blank as a solid, as it is cut before bending",
           .suffix = "-blank.step",
           .filter = "STEP solids (*.step *.stp)",
           .takesLong = true,
           .write = stepFlat},
    Export{.key = "stl",
           .title = "Formed bracket as ST&L…",
           .tip = "Triangles, to print a trial or a gauge of it",
           .suffix = ".stl",
           .filter = "STL solids (*.stl)",
           .takesLong = true,
           .write = stl},
    Export{.key = "stl-gauge",
           .title = "Gauges for its bends as STL…",
           .tip = "To print: laid between two legs, one for each angle; the final check says which is which",
           .suffix = "-gauges.stl",
           .filter = "STL solids (*.stl)",
           .takesLong = true,
           .write = stlGauge},
    Export{.key = "csv",
           .title = "Mar&ks and holes as CSV…",
           .tip = "A table for a spreadsheet, in millimetres",
           .suffix = ".csv",
           .filter = "Comma-separated values (*.csv)",
           .write = csv}};

} // namespace

std::span<const Export> exports() {
    return kExports;
}

const Export* findExport(std::string_view key) {
    const auto found =
        std::find_if(kExports.begin(), kExports.end(), [&](const Export& row) { return row.key == key; });
    return found == kExports.end() ? nullptr : &*found;
}

} // namespace goodfold::draw
