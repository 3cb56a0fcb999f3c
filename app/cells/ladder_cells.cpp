#include "app/cells/ladder_cells.h"

#include "app/cells/figure_makers.h"
#include "app/cells/hole_cells.h"
#include "app/cells/leg_cells.h"
#include "app/cells/sheet_cells.h"
#include "part/entry.h"

#include <algorithm>

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;

/// Changes one thing of the job, named for the undo list.
template <class Set> Cell::Answer change(Document& document, const QString& name, Set set) {
    return document.change(name.left(1).toLower() + name.mid(1), set);
}

Block bendBlock(Document& document, const std::string& id) {
    const part::Bend& bend = *document.job().findBend(id);
    const int index = document.part().bendIndex(id);
    const part::PartBend& solved = document.part().bends[static_cast<size_t>(index)];
    const bool isDriven = document.job().isDriven(bend);
    const bool isSheet = document.job().stock.form == part::StockForm::Sheet;
    const auto nameOf = [&](const QString& what) { return QObject::tr("%1 of bend %2").arg(what, text(id)); };

    Cell badge;
    badge.kind = Cell::Kind::Badge;
    badge.about = Element::bend(id);
    badge.order = index;
    Line first{badge};
    if (isDriven)
        first.push_back(words(ValueField::shown(document, Kind::BendAngle, solved.shape.angleDeg, false)));
    else
        first.push_back(figure(Kind::BendAngle, nameOf(QObject::tr("Angle")), bend.angleDeg,
                               [&document, id, name = nameOf(QObject::tr("Angle"))](double typed) {
                                   return change(document, name,
                                                 [&](part::Job& job) { job.findBend(id)->angleDeg = typed; });
                               }));
    first.push_back(
        press(bend.turn == part::Turn::Up ? QObject::tr("toward you") : QObject::tr("away from you"),
              nameOf(QObject::tr("Turn")), [&document, id] {
                  return document.change(QObject::tr("turn of bend %1").arg(text(id)),
                                         [&](part::Job& job) { part::turnOver(job, id); });
              }));
    first.back().tip = QObject::tr("Turns the other way");
    if (isDriven)
        first.push_back(
            faint(document.job().wrapAt(bend) ? QObject::tr("by its pipe") : QObject::tr("by its joggle")));

    Line second;
    second.push_back(words(QObject::tr("R"), Cell::Look::Faint));
    const QString radius = nameOf(QObject::tr("Inside radius")), k = nameOf(QObject::tr("K-factor"));
    second.push_back(maybeFigure(Kind::Size, radius, bend.insideRadius, solved.shape.insideRadius,
                                 [&document, id, radius](std::optional<double> typed) {
                                     return change(document, radius, [&](part::Job& job) {
                                         job.findBend(id)->insideRadius = typed;
                                     });
                                 }));
    second.back().tip = bend.insideRadius
                            ? QObject::tr("Typed here; empty it to take what the material wants")
                            : QObject::tr("What the material wants for this thickness");
    if (!isDriven && !isSheet) {
        const QString lean = nameOf(QObject::tr("Lean from square"));
        second.push_back(words(QObject::tr("leans"), Cell::Look::Faint));
        second.push_back(figure(Kind::Angle, lean, bend.skewDeg, [&document, id, lean](double typed) {
            return change(document, lean, [&](part::Job& job) { job.findBend(id)->skewDeg = typed; });
        }));
    }
    second.push_back(words(QObject::tr("K"), Cell::Look::Faint));
    second.push_back(
        maybeFigure(Kind::Number, k, bend.k, solved.k, [&document, id, k](std::optional<double> typed) {
            return change(document, k, [&](part::Job& job) { job.findBend(id)->k = typed; });
        }));
    second.back().tip = bend.k ? QObject::tr("Typed here; empty it to go by the allowance rule")
                               : QObject::tr("From: %1").arg(text(solved.kSource));
    Block block{Element::bend(id), 0, 1, {}};
    block.lines.push_back(std::move(first));
    block.lines.push_back(std::move(second));
    addBendLines(block, document, id);
    return block;
}

std::vector<Element> shownRungs(const part::Job& job, const Element& selected) {
    constexpr size_t kAllAtOnce = 100;
    std::vector<Element> order = ladderOrder(job);
    if (order.size() <= kAllAtOnce) return order;
    const part::Plate* open = job.findPlate(part::plateInHand(job, selected));
    std::erase_if(order, [&](const Element& element) {
        return element.kind == Element::Kind::Hole && job.plateOfHole(element.id) != open;
    });
    return order;
}

} // namespace

std::vector<Element> ladderOrder(const part::Job& job) {
    std::vector<Element> order;
    std::vector<std::string> toVisit{job.root().id};
    while (!toVisit.empty()) {
        const part::Plate& plate = *job.findPlate(toVisit.back());
        toVisit.pop_back();
        if (const part::Bend* bend = job.bendTo(plate.id)) order.push_back(Element::bend(bend->id));
        order.push_back(Element::plate(plate.id));
        for (const part::Hole& hole : plate.holes)
            order.push_back(Element::hole(hole.id));
        std::vector<std::string> children;
        for (const part::Bend& bend : job.bends)
            if (bend.from == plate.id) children.push_back(bend.to);
        toVisit.insert(toVisit.end(), children.rbegin(), children.rend());
    }
    return order;
}

std::vector<Block> ladderBlocks(Document& document) {
    std::vector<Block> blocks;
    for (const Element& element : shownRungs(document.job(), document.selected()))
        blocks.push_back(element.kind == Element::Kind::Plate  ? legBlock(document, element.id)
                         : element.kind == Element::Kind::Bend ? bendBlock(document, element.id)
                                                               : holeBlock(document, element.id));
    return blocks;
}

} // namespace goodfold::app
