#include "app/lineup/line_up_cells.h"
#include "app/widgets/cell_maker.h"
#include "text/lineup_words.h"

namespace goodfold::app {

namespace {

using When = lineup::Drilling::When;

Block holeBlock(Document& document, const lineup::Drilling& advice) {
    const job::Hole& hole = *document.job().findHole(advice.hole);
    const QString name = text(advice.hole);
    std::vector<OptionOf<When>> options{
        {QStringLiteral("before"), When::Before, QObject::tr("before bending")},
        {QStringLiteral("after"), When::After, QObject::tr("after bending")}};
    if (hole.throughMount)
        options.push_back({QStringLiteral("in-place"), When::InPlace, QObject::tr("in its place")});
    const When now = hole.throughMount ? When::InPlace : hole.afterBending ? When::After : When::Before;
    Block block;
    block.about = Element::hole(advice.hole);
    block.gapAbove = 6;
    block.lines.push_back(
        {words(name, Cell::Look::Strong), words(QObject::tr("drilled")),
         choiceOf({QStringLiteral("drilling.%1").arg(name), QObject::tr("When %1 is drilled").arg(name)},
                  options, now, [&document, id = advice.hole](When when) {
                      return document.change(QObject::tr("when it is drilled"), [&](job::Job& changed) {
                          changed.findHole(id)->afterBending = when != When::Before;
                          changed.findHole(id)->throughMount = when == When::InPlace;
                      });
                  })});
    block.lines.push_back({wrapped(text(text::inWords(advice)), Cell::Look::Faint)});
    return block;
}

} // namespace

std::vector<Block> drillingBlocks(Document& document, const std::vector<lineup::Drilling>& advised) {
    std::vector<Block> blocks;
    for (const lineup::Drilling& advice : advised)
        if (document.job().findHole(advice.hole)) blocks.push_back(holeBlock(document, advice));
    return blocks;
}

} // namespace goodfold::app
