// The cells of the rack's page: what lies there, the figures of the one in hand, and tables in and out.
#include "app/base/text.h"
#include "app/shop/rack_page.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "common/told.h"
#include "draw/save_bytes.h"
#include "quantity/whole.h"
#include "stock/rack_files.h"

#include <QFile>
#include <QFileDialog>

#include <sstream>

namespace goodfold::app {

using job::StockForm;
using stock::RackStock;

namespace {

Cell link(const QString& says, const char* key, const QString& name, std::function<Cell::Answer()> press) {
    return app::press(says, CellName{QStringLiteral("rack.%1").arg(QLatin1String(key)), name},
                      std::move(press), Cell::Look::Button);
}

} // namespace

std::vector<Block> RackPage::blocks() {
    std::vector<Block> all;
    Block heading;
    heading.gapAbove = 18;
    heading.lines.push_back({words(tr("On the rack"), Cell::Look::Heading)});
    heading.lines.push_back({press(
        tr("all that lies there"), CellName{QStringLiteral("rack.all"), tr("All that lies on the rack")},
        [this] {
            choose({});
            return Cell::Answer();
        },
        isVisible() && chosen.empty() ? Cell::Look::Strong : Cell::Look::Plain)});
    all.push_back(heading);
    std::string section;
    for (const RackStock& each : rack.entries()) {
        Block block;
        block.gapAbove = 2;
        if (const std::string own = sectionInWords(each, document.reading()); own != section) {
            block.gapAbove = 8;
            block.lines.push_back({wrapped(text(section = own), Cell::Look::Faint)});
        }
        const QString says =
            text(each.name) + QStringLiteral(", ") + text(quantity::printMm(each.length, document.reading()));
        block.lines.push_back({press(
            says, CellName{QStringLiteral("rack.%1").arg(text(each.id)), says},
            [this, id = each.id] {
                choose(id);
                return Cell::Answer();
            },
            each.id == chosen ? Cell::Look::Strong : Cell::Look::Plain)});
        all.push_back(std::move(block));
    }
    Block more;
    more.gapAbove = 10;
    more.lines.push_back({link(tr("add a bar"), "add-bar", tr("Put a bar on the rack"),
                               [this] { return addOf(StockForm::Bar); }),
                          link(tr("add a sheet"), "add-sheet", tr("Put a sheet on the rack"),
                               [this] { return addOf(StockForm::Sheet); })});
    all.push_back(std::move(more));
    return all;
}

Cell RackPage::figure(const char* key, const QString& called, double RackStock::*value,
                      ValueField::Kind kind) {
    Cell cell = valueCell(kind, CellName{QStringLiteral("rack.figure.%1").arg(QLatin1String(key)), called},
                          (*inHand()).*value, [this, called, value](double typed) {
                              return change(called, [&](RackStock& changed) { changed.*value = typed; });
                          });
    cell.pushed = true;
    return cell;
}

Block RackPage::sizesOf(const RackStock& stock) {
    std::vector<OptionOf<std::string>> metals;
    for (const material::Material& each : material::standardMaterials().materials)
        metals.push_back({text(each.id), each.id, text(each.name)});
    Block block{{}, 0, 8, {}};
    block.lines.push_back({choiceOf(CellName{QStringLiteral("rack.figure.material"), tr("Metal")}, metals,
                                    stock.material, [this](const std::string& metal) {
                                        return change(tr("metal"),
                                                      [&](RackStock& changed) { changed.material = metal; });
                                    })});
    using Kind = ValueField::Kind;
    const auto row = [&](const Cell& cell) {
        block.lines.push_back({words(cell.name, Cell::Look::Faint), cell});
    };
    row(figure("length", tr("length"), &RackStock::length, Kind::Length));
    row(figure("width", tr("width"), &RackStock::width, Kind::Size));
    row(figure("thickness", tr("thickness, as it is sold"), &RackStock::thickness, Kind::Thickness));
    Cell measured = optionalCell(
        Kind::Thickness, CellName{QStringLiteral("rack.figure.measured"), tr("thickness by calipers")},
        stock.measured > 0 ? std::optional(stock.measured) : std::nullopt, stock.thickness,
        [this](std::optional<double> typed) {
            return change(tr("measured thickness"),
                          [&](RackStock& changed) { changed.measured = typed.value_or(0); });
        });
    measured.pushed = true;
    row(measured);
    return block;
}

Block RackPage::countsOf(const RackStock& stock) {
    Block block{{}, 0, 8, {}};
    block.lines.push_back(
        {words(tr("there are"), Cell::Look::Faint),
         choiceOf(CellName{QStringLiteral("rack.figure.counted"), tr("Whether they are counted")},
                  std::vector<OptionOf<bool>>{{QStringLiteral("counted"), true, tr("so many")},
                                              {QStringLiteral("any"), false, tr("as many as one likes")}},
                  stock.count.has_value(), [this](bool isCounted) {
                      return change(tr("count"), [&](RackStock& changed) {
                          changed.count = isCounted ? std::optional(changed.count.value_or(1)) : std::nullopt;
                      });
                  })});
    using Kind = ValueField::Kind;
    const auto row = [&](Cell cell) {
        cell.pushed = true;
        block.lines.push_back({words(cell.name, Cell::Look::Faint), cell});
    };
    if (stock.count)
        row(valueCell(Kind::Number, CellName{QStringLiteral("rack.figure.count"), tr("how many")},
                      *stock.count, [this](double typed) {
                          return change(tr("count"), [&](RackStock& changed) {
                              changed.count = quantity::wholeFrom(typed);
                          });
                      }));
    row(figure("price", tr("price of one, 0 where not known"), &RackStock::price, Kind::Number));
    block.lines.push_back(
        {words(tr("it is"), Cell::Look::Faint),
         choiceOf(
             CellName{QStringLiteral("rack.figure.offcut"), tr("Whether it is an offcut")},
             std::vector<OptionOf<bool>>{{QStringLiteral("whole"), false, tr("as it was bought")},
                                         {QStringLiteral("offcut"), true, tr("an offcut, used up first")}},
             stock.isOffcut, [this](bool isOffcut) {
                 return change(tr("offcut"), [&](RackStock& changed) { changed.isOffcut = isOffcut; });
             })});
    return block;
}

std::vector<Block> RackPage::figureBlocks() {
    std::vector<Block> all;
    if (const auto stock = inHand()) {
        all = {sizesOf(*stock), countsOf(*stock)};
        Block own;
        own.gapAbove = 12;
        own.lines.push_back(
            {link(tr("add one like it"), "copy", tr("Put another like it on the rack"),
                  [this] { return add(*inHand()); }),
             link(tr("take it off"), "take-off", tr("Take it off the rack"), [this]() -> Cell::Answer {
                 if (const auto said = takeOut()) Notice::say(*this, *said);
                 return {};
             })});
        all.push_back(own);
    }
    all.push_back(tables());
    return all;
}

Block RackPage::tables() {
    Block block{{}, 0, 14, {}};
    for (const bool isSheet : {false, true}) {
        const StockForm form = isSheet ? StockForm::Sheet : StockForm::Bar;
        const QString which = isSheet ? tr("sheets") : tr("bars"),
                      file = isSheet ? tr("sheets.csv") : tr("bars.csv");
        const QString key = isSheet ? QStringLiteral("sheets") : QStringLiteral("bars");
        block.lines.push_back(
            {words(which, Cell::Look::Faint),
             press(
                 tr("read a table…"),
                 CellName{QStringLiteral("rack.read-") + key, tr("Read a table of %1").arg(which)},
                 [this, form]() -> Cell::Answer {
                     const QString path =
                         QFileDialog::getOpenFileName(window(), tr("Read a table"), {}, tr("Tables (*.csv)"));
                     if (!path.isEmpty()) Notice::say(*this, readTable(path, form));
                     return {};
                 },
                 Cell::Look::Link),
             press(
                 tr("write it…"),
                 CellName{QStringLiteral("rack.write-") + key, tr("Write a table of %1").arg(which)},
                 [this, form, file]() -> Cell::Answer {
                     const QString path =
                         QFileDialog::getSaveFileName(window(), tr("Write as a table"), file);
                     if (!path.isEmpty()) Notice::say(*this, writeTable(path, form));
                     return {};
                 },
                 Cell::Look::Link)});
    }
    return block;
}

QString RackPage::writeTable(const QString& path, StockForm form) {
    const auto now = rack.now();
    if (!now) return text(now.error().says);
    std::ostringstream out;
    const auto& entries = form == StockForm::Sheet ? now->sheets : now->bars;
    const std::vector<RackStock> all = entries.value_or(std::vector<RackStock>());
    form == StockForm::Sheet ? stock::writeSheets(out, all) : stock::writeBars(out, all);
    if (const auto wrong = draw::saveBytes(path, QByteArray::fromStdString(out.str())))
        return text(wrong->says);
    return tr("%1 entries written.").arg(all.size());
}

QString RackPage::readTable(const QString& path, StockForm form) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return tr("%1 cannot be opened.").arg(path);
    std::istringstream in(file.readAll().toStdString());
    const auto read = form == StockForm::Sheet ? stock::readSheets(in) : stock::readBars(in);
    if (!read) return text(told(read.error()));
    auto after = rack.now();
    if (!after) return text(after.error().says);
    stock::Rack whole = *after;
    (form == StockForm::Sheet ? whole.sheets : whole.bars) = read->rows;
    if (const auto wrong = rack.become(tr("a table of the rack"), whole)) return text(wrong->says);
    return (tr("%1 entries read, in place of those that were there. Ctrl+Z takes it back.")
                .arg(read->rows.size()) +
            QLatin1Char(' ') + text(read->passedOver))
        .trimmed();
}

} // namespace goodfold::app
