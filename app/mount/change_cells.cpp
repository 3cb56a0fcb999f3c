#include "app/mount/mount_cells.h"
#include "app/widgets/cell_maker.h"
#include "lineup/dimensions.h"
#include "text/reached.h"

namespace goodfold::app {

namespace {

enum class May { Change, Stay, Within };

/// The figure as it is drawn, and whether it may become another.
Block blockOf(Document& document, const lineup::Dimension& dimension) {
    const std::string name = lineup::nameOf(dimension);
    const auto told = document.job().mayChange.find(name);
    const bool isTold = told != document.job().mayChange.end();
    const job::MayChange now = isTold ? told->second : job::MayChange{};
    const QString what = text(text::inWords(dimension));
    const std::vector<OptionOf<May>> options{
        {QStringLiteral("change"), May::Change, QObject::tr("may change")},
        {QStringLiteral("stay"), May::Stay, QObject::tr("stays")},
        {QStringLiteral("within"), May::Within, QObject::tr("stays within")}};
    const QString id = QStringLiteral("may.%1").arg(text(name));
    Block block;
    block.lines.push_back(
        {words(QObject::tr("%1, %2").arg(
             what, text(text::figureInWords(dimension, lineup::figureOf(document.job(), dimension),
                                            document.reading())))),
         choiceOf({id, QObject::tr("What may become of %1").arg(what)}, options,
                  now.stays ? May::Stay
                  : isTold  ? May::Within
                            : May::Change,
                  [&document, name, what](May may) {
                      return document.change(what, [&](job::Job& changed) {
                          changed.mayChange.erase(name);
                          if (may != May::Change) changed.mayChange[name].stays = may == May::Stay;
                      });
                  })});
    if (!isTold || now.stays) return block;
    const auto maker =
        CellMaker(document, id, QObject::tr("of %1").arg(what),
                  [name](job::Job& changed) -> job::MayChange& { return changed.mayChange[name]; });
    const bool isTurn =
        dimension.what == lineup::Dimension::What::Angle || dimension.what == lineup::Dimension::What::Skew;
    const auto kind = isTurn ? ValueField::Kind::Angle : ValueField::Kind::Length;
    const lineup::Limits widest = lineup::widestLimitsOf(dimension);
    block.lines.push_back(
        {faint(QObject::tr("from")),
         maker.maybe(kind, QStringLiteral("least"), QObject::tr("The least"), now.least, widest.least,
                     [](job::MayChange& own, const std::optional<double>& least) { own.least = least; }),
         faint(QObject::tr("to")),
         maker.maybe(kind, QStringLiteral("most"), QObject::tr("The most"), now.most, widest.most,
                     [](job::MayChange& own, const std::optional<double>& most) { own.most = most; })});
    return block;
}

} // namespace

std::vector<Block> changeBlocks(Document& document) {
    std::vector<Block> blocks;
    if (document.job().ties.empty()) return blocks;
    for (const std::vector<lineup::Dimension>& kind : lineup::kindsOf(document.job()))
        for (const lineup::Dimension& dimension : kind)
            blocks.push_back(blockOf(document, dimension));
    return blocks;
}

} // namespace goodfold::app
