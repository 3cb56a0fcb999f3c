#include "app/lineup/line_up_cells.h"
#include "app/widgets/cell_maker.h"
#include "text/lineup_words.h"

namespace goodfold::app {

namespace {

using lineup::Method;
using lineup::Operation;

/// A tool's own figure goes for these, as long as the job chooses no method.
bool isOfTool(const Operation& operation) {
    using lineup::SourceKind;
    return operation.kind == SourceKind::Place || operation.kind == SourceKind::Square ||
           operation.kind == SourceKind::Angle || operation.kind == SourceKind::Radius;
}

Cell methodChoice(Document& document, const Operation& operation) {
    const lineup::ErrorBook& book = document.errors();
    const job::Job& job = document.job();
    std::vector<Option> options;
    const QString usually = QStringLiteral("usual");
    if (isOfTool(operation)) options.push_back({usually, QObject::tr("as the tool is known to do")});
    for (const Method& method : operation.methods)
        options.push_back({text(method.id), text(method.says)});
    const bool asTheTool = isOfTool(operation) && !lineup::isChosen(job, operation.id);
    return choice({QStringLiteral("making.%1").arg(text(operation.id)), text(operation.noun)},
                  std::move(options),
                  asTheTool ? usually : text(lineup::methodOf(book, job, operation.id).id),
                  [&document, id = operation.id, usually](const QString& key) {
                      return document.change(QObject::tr("method"), [&](job::Job& changed) {
                          if (key == usually)
                              changed.making.erase(id);
                          else
                              changed.making[id] = {key.toStdString(), {}};
                      });
                  });
}

/// What it is out by, typed over where somebody knows better.
Line figureLine(Document& document, const Operation& operation) {
    const lineup::ErrorBook& book = document.errors();
    const std::optional<double> sigma = lineup::sigmaOf(book, document.job(), operation.id);
    const bool asTheTool = isOfTool(operation) && !lineup::isChosen(document.job(), operation.id);
    if (!sigma || asTheTool) return {};
    using lineup::SourceKind;
    const bool isAngle = operation.kind == SourceKind::Square || operation.kind == SourceKind::Angle;
    const auto kind = operation.kind == SourceKind::K ? ValueField::Kind::Number
                      : isAngle                       ? ValueField::Kind::Angle
                                                      : ValueField::Kind::Size;
    return {faint(QStringLiteral("±")),
            valueCell(kind,
                      {QStringLiteral("making.%1.sigma").arg(text(operation.id)),
                       QObject::tr("What it is out by: %1").arg(text(operation.noun))},
                      *sigma, [&document, id = operation.id](double typed) {
                          return document.change(QObject::tr("what it is out by"), [&](job::Job& changed) {
                              const std::string method = lineup::methodOf(document.errors(), changed, id).id;
                              changed.making[id] = {method, typed};
                          });
                      })};
}

Block profileBlock(Document& document) {
    const lineup::ErrorBook& book = document.errors();
    Block block;
    std::vector<Option> options;
    QString now = QStringLiteral("own");
    for (const lineup::Profile& profile : book.profiles) {
        options.push_back({text(profile.id), text(profile.says)});
        const bool isUsual = profile.id == book.usualProfile().id && document.job().making.empty();
        job::Job made;
        for (const auto& [operation, method] : profile.making)
            made.making[operation] = {method, {}};
        if (isUsual || document.job().making == made.making) now = text(profile.id);
    }
    if (now == QStringLiteral("own")) options.push_back({now, QObject::tr("as chosen below")});
    block.lines.push_back({words(QObject::tr("Made")),
                           choice({QStringLiteral("making.profile"), QObject::tr("How this job is made")},
                                  std::move(options), now, [&document](const QString& key) {
                                      return document.change(
                                          QObject::tr("how it is made"), [&](job::Job& changed) {
                                              const lineup::ErrorBook& own = document.errors();
                                              changed.making.clear();
                                              if (key.toStdString() == own.usualProfile().id) return;
                                              for (const lineup::Profile& profile : own.profiles)
                                                  if (profile.id == key.toStdString())
                                                      for (const auto& [operation, method] : profile.making)
                                                          changed.making[operation] = {method, {}};
                                          });
                                  })});
    return block;
}

} // namespace

std::vector<Block> makingBlocks(Document& document) {
    std::vector<Block> blocks{profileBlock(document)};
    const lineup::ErrorBook& book = document.errors();
    for (const Operation& operation : book.operations) {
        if (operation.id == "tool-offset") continue;
        if (operation.id == "springback" && lineup::methodOf(book, document.job(), "angle").id != "stop")
            continue; // each bend is checked: it does not count
        Block block;
        block.gapAbove = 5;
        block.lines.push_back({faint(text(operation.noun))});
        Line line{methodChoice(document, operation)};
        for (Cell& cell : figureLine(document, operation))
            line.push_back(std::move(cell));
        block.lines.push_back(std::move(line));
        blocks.push_back(std::move(block));
    }
    return blocks;
}

std::vector<Block> remedyBlocks(Document& document, const OddsCounter& counter) {
    const auto counted = counter.latest();
    if (!counted || !counted->isWhole) return {};
    const lineup::Judging judging = counter.judging(*counted);
    std::vector<Block> blocks;
    int number = 0;
    for (const lineup::Offer& offer : counted->offers) {
        Block block;
        block.gapAbove = 6;
        const QString says = text(text::inWords(offer.remedy, counted->settled.job, judging));
        const QString odds = text(text::oddsInWords(offer.odds));
        Cell cell = press(
            says, {QStringLiteral("remedy.%1").arg(++number), QObject::tr("%1: %2").arg(says, odds)},
            [&document, says, remedy = offer.remedy]() -> Cell::Answer {
                return document.edit(says, lineup::applied(remedy, document.job()));
            },
            Cell::Look::Link);
        cell.wraps = true;
        block.lines.push_back({words(odds, Cell::Look::Strong), std::move(cell)});
        const std::string cost = text::costInWords(offer);
        if (!cost.empty()) block.lines.push_back({faint(text(cost))});
        blocks.push_back(std::move(block));
    }
    if (!blocks.empty() || counted->odds.odds >= 1) return blocks;
    Block block;
    block.lines.push_back({wrapped(QObject::tr("Nothing single would raise the odds."), Cell::Look::Faint)});
    blocks.push_back(std::move(block));
    return blocks;
}

} // namespace goodfold::app
