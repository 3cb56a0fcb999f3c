// The panels of the Shop stage: its tools, and the figures of the one in hand.
#include "app/base/tool_book.h"
#include "app/shop/figure_fields.h"
#include "app/shop/shop_stage.h"

#include <QStringList>

namespace goodfold::app {

std::vector<Block> ShopStage::toolBlocks() {
    std::vector<Block> all;
    Block heading;
    heading.lines.push_back({words(tr("Tools of this shop"), Cell::Look::Heading)});
    all.push_back(heading);
    for (const tool::Tool& each : document.books().tools.shop()->tools) {
        const QString called = QString::fromStdString(each.name);
        Cell cell = press(
            called, CellName{QStringLiteral("shop.tool.%1").arg(QString::fromStdString(each.id)), called},
            [this, id = each.id] {
                choose(id);
                return Cell::Answer();
            },
            each.id == chosen && !isAtRack() ? Cell::Look::Strong
            : each.isThere                   ? Cell::Look::Plain
                                             : Cell::Look::Faint);
        Block block;
        block.gapAbove = 4;
        block.lines.push_back({cell});
        if (!each.isThere) block.lines.back().push_back(words(tr("not here"), Cell::Look::Faint));
        all.push_back(std::move(block));
    }
    Block another;
    another.gapAbove = 14;
    another.lines.push_back({press(
        tr("add one like it"), CellName{QStringLiteral("shop.add"), tr("Add a tool like this one")},
        [this] { return copy(); }, Cell::Look::Button)});
    all.push_back(std::move(another));
    return all;
}

Cell ShopStage::figureCell(const tool::Parameter& each) {
    tool::Tool read = tool(); // its figures are found by reference
    return valueCell(fieldOf(each), CellName{idOf(each), named(each)}, each.in(read),
                     [this, &each](double value) { return setFigure(each, value); });
}

QString ShopStage::named(const tool::Parameter& figure) const {
    return QString::fromStdString(tool::nameOf(figure, tool()));
}

Cell::Answer ShopStage::setFigure(const tool::Parameter& figure, double value) {
    return change(named(figure), [&](tool::Tool& changed) { figure.in(changed) = value; });
}

/// What plans go by instead, as bends made in it have taught.
Block ShopStage::learnedBlock() const {
    const tool::Tool &typed = tool(), *used = document.shop()->find(chosen);
    Block block{{}, 0, 12, {}};
    if (!used || *used == typed) return block;
    QStringList says;
    const auto fine = [](double value) { return QString::number(value, 'f', 2); };
    if (used->markOffset != typed.markOffset)
        says << tr("line set further on by %1")
                    .arg(ValueField::shown(document, ValueField::Kind::Size, used->markOffset, false));
    if (used->angleSigma != typed.angleSigma)
        says << tr("angles give or take %1°").arg(fine(used->angleSigma));
    if (used->radiusTimes != typed.radiusTimes)
        says << tr("inside radius %1 times what is reckoned").arg(fine(used->radiusTimes));
    block.lines.push_back(
        {wrapped(tr("Plans go by the logbook here: %1.").arg(says.join(QStringLiteral("; "))))});
    return block;
}

std::vector<Block> ShopStage::figureBlocks() {
    const tool::Tool& shown = tool();
    Block there;
    there.lines.push_back(
        {words(tr("it is"), Cell::Look::Faint),
         choiceOf(CellName{QStringLiteral("shop.has"), tr("Whether the shop has it")},
                  std::vector<OptionOf<bool>>{{QStringLiteral("yes"), true, tr("in this shop")},
                                              {QStringLiteral("no"), false, tr("not here")}},
                  shown.isThere, [this](bool has) {
                      return change(tr("tools of the shop"), [&](tool::Tool& tool) { tool.isThere = has; });
                  })});
    if (shown.isDie())
        there.lines.push_back(
            {words(tr("the punch"), Cell::Look::Faint),
             choiceOf(CellName{QStringLiteral("shop.bottoms"), tr("How far the punch goes")},
                      std::vector<OptionOf<bool>>{{QStringLiteral("air"), false, tr("bends in air")},
                                                  {QStringLiteral("bottoms"), true, tr("can be bottomed")}},
                      shown.die.bottoms, [this](bool bottoms) {
                          return change(tr("bottoming"),
                                        [&](tool::Tool& tool) { tool.die.bottoms = bottoms; });
                      })});
    Block all;
    all.gapAbove = 8;
    for (const tool::Parameter& each : tool::parameters()) {
        if (!each.isOf(shown)) continue;
        Cell value = figureCell(each);
        value.pushed = true;
        const QString unit = each.unit == tool::Parameter::Unit::Newtons ? tr(", N") : QString();
        all.lines.push_back({words(value.name + unit, Cell::Look::Faint), value});
    }
    Block own = learnedBlock();
    const tool::Tool* shipped = tool::standardShop().find(shown.id);
    if (!shipped || !(*shipped == shown))
        own.lines.push_back({press(
            shipped ? tr("as it ships") : tr("take it out"),
            CellName{QStringLiteral("shop.take-back"),
                     shipped ? tr("Take back what was changed") : tr("Take the tool out of the shop")},
            [this] { return put(tr("tool taken back"), std::string(chosen), std::nullopt); },
            Cell::Look::Button)});
    std::vector<Block> blocks{there, all};
    if (!own.lines.empty()) blocks.push_back(own);
    return blocks;
}

} // namespace goodfold::app
