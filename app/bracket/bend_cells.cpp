#include "app/bracket/bend_cells.h"

#include "app/widgets/cell_maker.h"
#include "edit/edit.h"
#include "quantity/whole.h"

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;

std::vector<OptionOf<job::Relief::Kind>> reliefs() {
    using enum job::Relief::Kind;
    return {{QStringLiteral("usual"), Usual, QObject::tr("by rule")},
            {QStringLiteral("none"), None, QObject::tr("none")},
            {QStringLiteral("slit"), Slit, QObject::tr("slit")},
            {QStringLiteral("rectangle"), Rectangle, QObject::tr("rectangle")},
            {QStringLiteral("obround"), Obround, QObject::tr("obround")},
            {QStringLiteral("round"), Round, QObject::tr("drilled")}};
}

QString whereItIsMade(check::PlanFacts::Formed::By by) {
    switch (by) {
    case check::PlanFacts::Formed::By::Edge:
        return QObject::tr("over this jaw");
    case check::PlanFacts::Formed::By::Nose:
        return QObject::tr("over this nose");
    case check::PlanFacts::Formed::By::Round:
        return QObject::tr("round this bar");
    case check::PlanFacts::Formed::By::Die:
        return QObject::tr("in this V");
    }
    return {};
}

QString radiusTip(const job::Bend& bend, const check::PlanFacts::Formed* formed) {
    if (bend.insideRadius) return QObject::tr("Typed here; empty it to take what its tool makes");
    if (formed) return QObject::tr("What the %1 makes; type another to ask for it").arg(text(formed->tool));
    return QObject::tr("What the material wants, until its tool is chosen");
}

/// Offset and relief on sheet, its pipe, and in how many small bends it is made.
void addBendLines(Block& block, Document& document, const std::string& id) {
    const job::Job& job = document.job();
    const job::Bend& bend = *job.findBend(id);
    const part::PartBend& solved = document.part().bends[static_cast<size_t>(document.part().bendIndex(id))];
    const bool inHand = document.selected() == Element::bend(id);
    const CellMaker make(document, QStringLiteral("bend.%1").arg(text(id)),
                         QObject::tr("of bend %1").arg(text(id)),
                         [id](job::Job& changed) -> job::Bend& { return *changed.findBend(id); });
    if (job.stock.form == job::StockForm::Sheet) {
        const bool isPart = job.findPlate(bend.to)->width.has_value();
        if (isPart || bend.offset != 0)
            block.lines.push_back(
                {faint(QObject::tr("from the right")),
                 make.number(Kind::Length, QStringLiteral("offset"), QObject::tr("Offset"), bend.offset,
                             [](job::Bend& changed, double typed) { changed.offset = typed; })});
        if (bend.relief != job::Relief{} || inHand) {
            Line line{faint(QObject::tr("relief")),
                      make.oneOf(QStringLiteral("relief"), QObject::tr("Relief"), reliefs(), bend.relief.kind,
                                 [](job::Bend& changed, job::Relief::Kind wanted) {
                                     changed.relief = {};
                                     changed.relief.kind = wanted;
                                 })};
            if (solved.relief.kind != job::Relief::Kind::None) {
                line.push_back(make.maybe(
                    Kind::Size, QStringLiteral("relief.width"), QObject::tr("Width of the relief"),
                    bend.relief.width, solved.relief.width,
                    [](job::Bend& changed, std::optional<double> typed) { changed.relief.width = typed; }));
                line.push_back(faint(QStringLiteral("×")));
                line.push_back(make.maybe(
                    Kind::Size, QStringLiteral("relief.depth"), QObject::tr("Depth of the relief"),
                    bend.relief.depth, solved.relief.depth,
                    [](job::Bend& changed, std::optional<double> typed) { changed.relief.depth = typed; }));
            }
            block.lines.push_back(std::move(line));
        }
    }
    if (bend.wrap) {
        const bool isStrap = bend.wrap->kind == job::Wrap::Kind::Strap;
        block.lines.push_back(
            {faint(isStrap ? QObject::tr("round a pipe") : QObject::tr("over a pipe")),
             make.number(Kind::Size, QStringLiteral("pipe"), QObject::tr("Pipe"), bend.wrap->pipe,
                         [](job::Bend& changed, double typed) { changed.wrap->pipe = typed; }),
             faint(isStrap ? QObject::tr("ears apart") : QObject::tr("feet up")),
             make.number(Kind::Size, QStringLiteral("gap"), QObject::tr("Gap"), bend.wrap->gap,
                         [](job::Bend& changed, double typed) { changed.wrap->gap = typed; })});
    }
    if (bend.bumps > 1)
        block.lines.push_back(
            {faint(QObject::tr("made in")),
             make.number(
                 Kind::Number, QStringLiteral("bumps"), QObject::tr("Hits"), bend.bumps,
                 [](job::Bend& changed, double typed) { changed.bumps = quantity::wholeFrom(typed); }),
             faint(
                 QObject::tr("hits of %1° every %2")
                     .arg(text(quantity::printNumber(bend.angleDeg / bend.bumps, 1)),
                          ValueField::shown(document, Kind::Length, solved.allowance / bend.bumps, false)))});
}

/// Changes one thing of the job, named for the undo list.
template <class Set> Cell::Answer change(Document& document, const QString& name, Set set) {
    return document.change(name.left(1).toLower() + name.mid(1), set);
}

} // namespace

Block bendBlock(Document& document, const std::string& id) {
    const job::Bend& bend = *document.job().findBend(id);
    const int index = document.part().bendIndex(id);
    const part::PartBend& solved = document.part().bends[static_cast<size_t>(index)];
    const bool isDriven = document.job().isDriven(bend);
    const bool isSheet = document.job().stock.form == job::StockForm::Sheet;
    const auto who = [&](const char* key, const QString& what) {
        return CellName{QStringLiteral("bend.%1.%2").arg(text(id), QLatin1String(key)),
                        QObject::tr("%1 of bend %2").arg(what, text(id))};
    };

    Cell badge;
    badge.kind = Cell::Kind::Badge;
    badge.about = Element::bend(id);
    badge.order = solved.order;
    Line first{badge};
    if (isDriven)
        first.push_back(words(ValueField::shown(document, Kind::BendAngle, solved.shape.angleDeg, false)));
    else
        first.push_back(valueCell(
            Kind::BendAngle, who("angle", QObject::tr("Angle")), bend.angleDeg,
            [&document, id, name = who("angle", QObject::tr("Angle")).name](double typed) {
                return change(document, name, [&](job::Job& job) { job.findBend(id)->angleDeg = typed; });
            }));
    first.push_back(
        press(bend.turn == job::Turn::Up ? QObject::tr("toward you") : QObject::tr("away from you"),
              who("turn", QObject::tr("Turn")), [&document, id] {
                  return document.change(QObject::tr("turn of bend %1").arg(text(id)),
                                         [&](job::Job& job) { edit::turnOver(job, id); });
              }));
    first.back().tip = QObject::tr("Turns the other way");
    if (isDriven)
        first.push_back(
            faint(document.job().wrapAt(bend) ? QObject::tr("by its pipe") : QObject::tr("by its joggle")));

    Line second;
    second.push_back(words(QObject::tr("R"), Cell::Look::Faint));
    const CellName radius = who("radius", QObject::tr("Inside radius")),
                   k = who("k", QObject::tr("K-factor"));
    second.push_back(optionalCell(Kind::Size, radius, bend.insideRadius, solved.shape.insideRadius,
                                  [&document, id, radius](std::optional<double> typed) {
                                      return change(document, radius.name, [&](job::Job& job) {
                                          job.findBend(id)->insideRadius = typed;
                                      });
                                  }));
    const check::PlanFacts::Formed* formed = document.formed(id);
    second.back().tip = radiusTip(bend, formed);
    if (!isDriven && !isSheet) {
        const CellName lean = who("lean", QObject::tr("Lean from square"));
        second.push_back(words(QObject::tr("leans"), Cell::Look::Faint));
        second.push_back(valueCell(Kind::Angle, lean, bend.skewDeg, [&document, id, lean](double typed) {
            return change(document, lean.name, [&](job::Job& job) { job.findBend(id)->skewDeg = typed; });
        }));
    }
    second.push_back(words(QObject::tr("K"), Cell::Look::Faint));
    second.push_back(
        optionalCell(Kind::Number, k, bend.k, solved.k, [&document, id, k](std::optional<double> typed) {
            return change(document, k.name, [&](job::Job& job) { job.findBend(id)->k = typed; });
        }));
    second.back().tip = bend.k ? QObject::tr("Typed here; empty it to go by the allowance rule")
                               : QObject::tr("From: %1").arg(text(solved.kSource));
    if (formed && !bend.insideRadius && !bend.wrap && bend.bumps == 1)
        second.push_back(faint(whereItIsMade(formed->by)));
    Block block{Element::bend(id), 0, 1, {}};
    block.lines.push_back(std::move(first));
    const bool isUsual = !bend.insideRadius && !bend.k && bend.skewDeg == 0;
    if (!isUsual || document.selected() == Element::bend(id)) block.lines.push_back(std::move(second));
    addBendLines(block, document, id);
    return block;
}

} // namespace goodfold::app
