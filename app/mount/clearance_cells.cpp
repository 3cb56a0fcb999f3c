#include "app/mount/mount_cells.h"
#include "app/widgets/cell_maker.h"
#include "check/lined_up.h"
#include "edit/mount_edits.h"

#include <QApplication>
#include <QInputDialog>

#include <algorithm>
#include <array>

namespace goodfold::app {

namespace {

using job::Clearance;
using Shape = Clearance::Shape;

constexpr const char* kOwnName = "another name"; // a choice's key

/// What people call such things; one of the file's own stays as it is.
std::vector<Option> namesFor(const Clearance& thing) {
    std::vector<Option> names;
    for (const char* name : {QT_TRANSLATE_NOOP("things", "lid"), QT_TRANSLATE_NOOP("things", "sash"),
                             QT_TRANSLATE_NOOP("things", "door"), QT_TRANSLATE_NOOP("things", "hose"),
                             QT_TRANSLATE_NOOP("things", "pipe"), QT_TRANSLATE_NOOP("things", "wall"),
                             QT_TRANSLATE_NOOP("things", "board"), QT_TRANSLATE_NOOP("things", "hand")})
        if (thing.id != name) names.push_back({QString::fromLatin1(name), QString::fromLatin1(name)});
    names.insert(names.begin(), {text(thing.id), text(thing.id)});
    names.push_back({QString::fromLatin1(kOwnName), QObject::tr("another name…")});
    return names;
}

/// Empty where nobody says one.
std::string ownName(const std::string& now) {
    constexpr qsizetype kLongest = 40; // letters: it stands in sentences
    const QString typed = QInputDialog::getText(QApplication::activeWindow(), QObject::tr("What it is"),
                                                QObject::tr("As you call it:"), QLineEdit::Normal, text(now));
    return typed.simplified().left(kLongest).toStdString();
}

template <class Maker, class Member>
void addThree(Line& line, const Maker& maker, const QString& key, const QString& what, const Vec3& now,
              const Member& member) {
    constexpr std::array names{"x", "y", "z"};
    for (int axis = 0; axis < 3; ++axis) {
        const QString name = QString::fromLatin1(names[static_cast<size_t>(axis)]);
        line.push_back(faint(name));
        line.push_back(maker.number(ValueField::Kind::Length, key + QLatin1Char('.') + name,
                                    QObject::tr("%1 along %2").arg(what, name), now[axis],
                                    [member, axis](Clearance& own, double mm) { member(own)[axis] = mm; }));
    }
}

template <class Maker>
Line line(const QString& before, const Maker& maker, const QString& key, const QString& what, const Vec3& now,
          Vec3 Clearance::*member) {
    Line made{words(before)};
    addThree(made, maker, key, what, now, [member](Clearance& own) -> Vec3& { return own.*member; });
    return made;
}

enum class Way { Stands, Slides, Swings };

void setWay(Clearance& own, Way way) {
    own.slides.reset();
    own.swings.reset();
    if (way == Way::Slides) own.slides = Vec3(0, 0, -50);
    if (way == Way::Swings) own.swings = Clearance::Swing{own.at, Vec3(0, 1, 0), 90};
}

/// How it moves: as far as x, y, z; or about a hinge through a place.
template <class Maker> void addWay(Block& block, const Maker& maker, const Clearance& thing) {
    const std::vector<OptionOf<Way>> ways{
        {QStringLiteral("stands"), Way::Stands, QObject::tr("stands there")},
        {QStringLiteral("slides"), Way::Slides, QObject::tr("slides")},
        {QStringLiteral("swings"), Way::Swings, QObject::tr("swings")}};
    const Way way = thing.slides ? Way::Slides : thing.swings ? Way::Swings : Way::Stands;
    Line first{maker.oneOf(QStringLiteral("way"), QObject::tr("How it moves"), ways, way, setWay)};
    if (thing.slides) {
        first.push_back(words(QObject::tr("by")));
        addThree(first, maker, QStringLiteral("slides"), QObject::tr("Slide"), *thing.slides,
                 [](Clearance& own) -> Vec3& { return *own.slides; });
    }
    if (thing.swings) {
        first.push_back(words(QObject::tr("by")));
        first.push_back(maker.number(ValueField::Kind::Angle, QStringLiteral("swings.by"),
                                     QObject::tr("Swing"), thing.swings->byDeg,
                                     [](Clearance& own, double deg) { own.swings->byDeg = deg; }));
        const std::vector<OptionOf<Vec3>> axes{{QStringLiteral("x"), Vec3(1, 0, 0), QObject::tr("along x")},
                                               {QStringLiteral("y"), Vec3(0, 1, 0), QObject::tr("along y")},
                                               {QStringLiteral("z"), Vec3(0, 0, 1), QObject::tr("along z")}};
        first.push_back(words(QObject::tr("on a hinge")));
        first.push_back(maker.oneOf(QStringLiteral("swings.axis"), QObject::tr("Which way its hinge runs"),
                                    axes, thing.swings->axis,
                                    [](Clearance& own, const Vec3& axis) { own.swings->axis = axis; }));
    }
    block.lines.push_back(std::move(first));
    if (!thing.swings) return;
    Line hinge{words(QObject::tr("hinge at"))};
    addThree(hinge, maker, QStringLiteral("swings.at"), QObject::tr("Hinge"), thing.swings->at,
             [](Clearance& own) -> Vec3& { return own.swings->at; });
    block.lines.push_back(std::move(hinge));
}

template <class Maker> void addShape(Block& block, const Maker& maker, const Clearance& thing) {
    if (thing.shape == Shape::Box) {
        block.lines.push_back(line(QObject::tr("from"), maker, QStringLiteral("at"), QObject::tr("Corner"),
                                   thing.at, &Clearance::at));
        block.lines.push_back(line(QObject::tr("size"), maker, QStringLiteral("size"), QObject::tr("Size"),
                                   thing.size, &Clearance::size));
        return;
    }
    if (thing.shape == Shape::Plane) {
        block.lines.push_back(line(QObject::tr("through"), maker, QStringLiteral("at"), QObject::tr("Place"),
                                   thing.at, &Clearance::at));
        block.lines.push_back(line(QObject::tr("free toward"), maker, QStringLiteral("normal"),
                                   QObject::tr("Free side"), thing.normal, &Clearance::normal));
        return;
    }
    block.lines.push_back(line(QObject::tr("from"), maker, QStringLiteral("at"), QObject::tr("One end"),
                               thing.at, &Clearance::at));
    block.lines.push_back(line(QObject::tr("to"), maker, QStringLiteral("to"), QObject::tr("Other end"),
                               thing.to, &Clearance::to));
}

/// What the bracket leaves it, as last counted.
void addLeast(Block& block, const Document& document, const Clearance& thing) {
    const check::LineUpFacts* facts = document.lineUp();
    if (!facts) return;
    for (const clearance::Least& least : facts->clearances) {
        if (least.id != thing.id) continue;
        const QString of = text(check::nameOfNearest(least.of));
        block.lines.push_back(
            {least.meets ? words(QObject::tr("%1 runs into it").arg(of), Cell::Look::Strong)
                         : faint(QObject::tr("%1 left, at %2")
                                     .arg(text(quantity::typeset(quantity::Length::mm(least.distance),
                                                                 document.reading())),
                                          of))});
    }
}

Block blockOf(Document& document, size_t index) {
    const Clearance& thing = document.place()->clearances[index];
    const QString name = text(thing.id);
    const auto maker =
        CellMaker(document, QStringLiteral("clear.%1").arg(index), QObject::tr("of the %1").arg(name),
                  [&document, index](job::Job& changed) -> Clearance& {
                      return document.placeOf(changed)->clearances[index];
                  });
    Block block;
    block.gapAbove = 6;
    Line first{choice(
        {QStringLiteral("clear.%1.name").arg(index), QObject::tr("What it is")}, namesFor(thing), name,
        [&document, index, now = thing.id](const QString& key) -> Cell::Answer {
            const std::string called = key == QLatin1String(kOwnName) ? ownName(now) : key.toStdString();
            if (called.empty()) return {};
            return document.change(QObject::tr("what it is"), [&](job::Job& changed) {
                Clearance& own = document.placeOf(changed)->clearances[index];
                if (own.id != called) own.id = edit::freeNameOf(*document.placeOf(changed), called);
            });
        })};
    if (thing.shape == Shape::Cylinder) {
        first.push_back(faint(QObject::tr("Ø")));
        first.push_back(maker.number(ValueField::Kind::Size, QStringLiteral("diameter"),
                                     QObject::tr("Diameter"), thing.diameter,
                                     [](Clearance& own, double mm) { own.diameter = mm; }));
    }
    first.push_back(words(QObject::tr("keep")));
    first.push_back(maker.number(ValueField::Kind::Length, QStringLiteral("keep"),
                                 QObject::tr("Distance to keep"), thing.keep,
                                 [](Clearance& own, double mm) { own.keep = mm; }));
    first.push_back(press(
        QObject::tr("remove"),
        {QStringLiteral("clear.%1.remove").arg(index), QObject::tr("Remove the %1").arg(name)},
        [&document, index, name] {
            return document.change(QObject::tr("%1 removed").arg(name), [&](job::Job& changed) {
                auto& all = document.placeOf(changed)->clearances;
                all.erase(all.begin() + static_cast<std::ptrdiff_t>(index));
            });
        },
        Cell::Look::Link));
    block.lines.push_back(std::move(first));
    addShape(block, maker, thing);
    if (thing.shape != Shape::Plane) addWay(block, maker, thing);
    addLeast(block, document, thing);
    return block;
}

Cell adding(Document& document, const QString& says, const QString& id, Shape shape) {
    return press(
        says, {id, QObject::tr("%1 that has to stay free").arg(says)},
        [&document, shape] {
            return document.change(QObject::tr("something to keep clear of"), [&](job::Job& changed) {
                edit::addClearance(*document.placeOf(changed), shape);
            });
        },
        Cell::Look::Link);
}

} // namespace

std::vector<Block> clearanceBlocks(Document& document) {
    if (!document.place()) return {};
    std::vector<Block> blocks;
    for (size_t i = 0; i < document.place()->clearances.size(); ++i)
        blocks.push_back(blockOf(document, i));
    Block foot;
    foot.gapAbove = 6;
    foot.lines.push_back(
        {adding(document, QObject::tr("+ box"), QStringLiteral("clear.add.box"), Shape::Box),
         adding(document, QObject::tr("+ round"), QStringLiteral("clear.add.round"), Shape::Cylinder),
         adding(document, QObject::tr("+ wall"), QStringLiteral("clear.add.wall"), Shape::Plane)});
    blocks.push_back(std::move(foot));
    return blocks;
}

} // namespace goodfold::app
