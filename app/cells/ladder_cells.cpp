#include "app/cells/ladder_cells.h"

#include "app/cells/leg_cells.h"
#include "part/entry.h"

#include <algorithm>

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;

QString text(const std::string& s) {
    return QString::fromStdString(s);
}

/// Changes one thing of the job, named for the undo list.
template <class Set> Cell::Answer change(Document& document, const QString& name, Set set) {
    return document.change(name.left(1).toLower() + name.mid(1), set);
}

Block bendBlock(Document& document, const std::string& id) {
    const part::Bend& bend = *document.job().findBend(id);
    const int index = document.part().bendIndex(id);
    const part::PartBend& solved = document.part().bends[static_cast<size_t>(index)];
    const bool isJoggle = document.job().joggleAt(bend);
    const auto nameOf = [&](const QString& what) { return QObject::tr("%1 of bend %2").arg(what, text(id)); };

    Cell badge;
    badge.kind = Cell::Kind::Badge;
    badge.about = Element::bend(id);
    badge.order = index;
    Line first{badge};
    if (isJoggle)
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
    if (isJoggle) first.push_back(words(QObject::tr("by its joggle"), Cell::Look::Faint));

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
    if (!isJoggle) {
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
    return {Element::bend(id), 0, 1, {std::move(first), std::move(second)}};
}

/// Where a hole's x may count from: what is shown and what it means.
struct From {
    QString says;
    part::Hole::XFrom from;
    std::string hole;
};

std::vector<From> placesToCountFrom(const part::Job& job, const part::Plate& plate, const std::string& hole) {
    using XFrom = part::Hole::XFrom;
    std::vector<From> all;
    if (part::startIsFree(job, plate.id))
        all.push_back({QObject::tr("start"), XFrom::Start, {}});
    else
        for (const auto& [says, from] : {std::pair{QObject::tr("outside"), XFrom::Outside},
                                         {QObject::tr("inside"), XFrom::Inside},
                                         {QObject::tr("tangent"), XFrom::Tangent}})
            all.push_back({says, from, {}});
    if (part::endIsFree(job, plate.id)) all.push_back({QObject::tr("end"), XFrom::End, {}});
    for (const part::Hole& other : plate.holes)
        if (other.id != hole) all.push_back({text(other.id), XFrom::Hole, other.id});
    return all;
}

Cell xFromChoice(Document& document, const part::Hole& hole, const QString& name) {
    const part::Plate& plate = *document.job().plateOfHole(hole.id);
    const auto places = placesToCountFrom(document.job(), plate, hole.id);
    QStringList says;
    for (const From& place : places)
        says << QObject::tr("from %1").arg(place.says);
    const auto now = std::find_if(places.begin(), places.end(), [&](const From& place) {
        return place.from == hole.xFrom && place.hole == hole.xFromHole;
    });
    return choice(name, says, static_cast<int>(now - places.begin()),
                  [&document, places, id = hole.id](int index) {
                      const From& place = places[static_cast<size_t>(index)];
                      return document.apply(QObject::tr("where %1 counts from").arg(text(id)),
                                            part::withHoleXFrom(document.job(), document.material(), id,
                                                                place.from, place.hole));
                  });
}

Block holeBlock(Document& document, const std::string& id) {
    const part::Hole& hole = *document.job().findHole(id);
    const bool isSlot = hole.kind == part::Hole::Kind::Slot;
    const auto nameOf = [&](const QString& what) { return QObject::tr("%1 of hole %2").arg(what, text(id)); };
    const auto number = [&](Kind kind, const QString& what, double part::Hole::*member) {
        return figure(
            kind, nameOf(what), hole.*member, [&document, id, member, name = nameOf(what)](double typed) {
                return change(document, name, [&](part::Job& job) { job.findHole(id)->*member = typed; });
            });
    };
    const auto faint = [](const QString& says) { return words(says, Cell::Look::Faint); };

    Line first{words(text(id), Cell::Look::Plain)};
    first.push_back(choice(nameOf(QObject::tr("Kind")), {QStringLiteral("ø"), QObject::tr("slot")}, isSlot,
                           [&document, id](int index) {
                               return document.change(
                                   QObject::tr("kind of %1").arg(text(id)),
                                   [&](part::Job& job) { part::makeSlot(*job.findHole(id), index == 1); });
                           }));
    first.push_back(
        number(Kind::Size, isSlot ? QObject::tr("Width") : QObject::tr("Diameter"), &part::Hole::diameter));
    if (isSlot) {
        first.push_back(faint(QStringLiteral("×")));
        first.push_back(number(Kind::Size, QObject::tr("Length over all"), &part::Hole::length));
        first.push_back(faint(QObject::tr("turned")));
        first.push_back(
            number(Kind::Angle, QObject::tr("Turned from the leg's direction"), &part::Hole::angleDeg));
    }
    Line second{number(Kind::Length, QObject::tr("Distance along the leg"), &part::Hole::x),
                xFromChoice(document, hole, nameOf(QObject::tr("Where the distance along counts from"))),
                number(Kind::Length, QObject::tr("Distance across the leg"), &part::Hole::y),
                choice(nameOf(QObject::tr("Where the distance across counts from")),
                       {QObject::tr("from right"), QObject::tr("from left"), QObject::tr("off centre")},
                       static_cast<int>(hole.yFrom), [&document, id](int index) {
                           return document.apply(QObject::tr("where %1 counts from").arg(text(id)),
                                                 part::withHoleYFrom(document.job(), document.material(), id,
                                                                     static_cast<part::Hole::YFrom>(index)));
                       })};
    return {Element::hole(id), 30, 0, {std::move(first), std::move(second)}};
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

/// Types a line at the ladder for whoever presses instead.
Cell adding(Document& document, const QString& says, const QString& label, const char* millimetres,
            const char* inches) {
    const std::string line = document.job().units == quantity::Unit::Inch ? inches : millimetres;
    return press(
        says, says,
        [&document, label, line] {
            return document.apply(label,
                                  part::enter(document.job(), document.selected(), line, document.reading()));
        },
        Cell::Look::Link);
}

Block addingBlock(Document& document) {
    const part::Job& job = document.job();
    const auto last = std::find_if(job.plates.begin(), job.plates.end(),
                                   [&](const part::Plate& plate) { return part::endIsFree(job, plate.id); });
    const QString end = text(last->id), carrier = text(part::plateInHand(job, document.selected()));
    Block block{{}, 0, 6, {}};
    block.lines.push_back({adding(document, QObject::tr("+ bend on the end of %1").arg(end),
                                  QObject::tr("new bend"), "b 90 toward", "b 90 toward")});
    block.lines.push_back({adding(document, QObject::tr("+ joggle on the end of %1").arg(end),
                                  QObject::tr("new joggle"), "j 6 over 24", "j 1/4 over 1"),
                           adding(document, QObject::tr("+ hole in %1").arg(carrier), QObject::tr("new hole"),
                                  "h 12", "h 1/2")});
    return block;
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
    if (document.job().stock.form == part::StockForm::Bar) blocks.push_back(addingBlock(document));
    return blocks;
}

} // namespace goodfold::app
