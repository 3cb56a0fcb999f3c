#include "app/mount/mount_cells.h"
#include "app/widgets/cell_maker.h"
#include "edit/mount_edits.h"
#include "job/free_ends.h"
#include "mount/words.h"
#include "text/lineup_words.h"

#include <algorithm>

namespace goodfold::app {

namespace {

std::vector<Option> named(const std::vector<std::string>& ids) {
    std::vector<Option> options;
    options.reserve(ids.size());
    for (const std::string& id : ids)
        options.push_back({text(id), text(id)});
    return options;
}

std::vector<std::string> platesOf(const job::Job& job) {
    std::vector<std::string> ids;
    for (const job::Plate& plate : job.plates)
        ids.push_back(plate.id);
    return ids;
}

std::vector<std::string> holesOf(const part::Part& part) {
    std::vector<std::string> ids;
    for (const part::PartHole& hole : part.holes)
        ids.push_back(hole.id);
    return ids;
}

Line restLine(Document& document) {
    const job::Job& job = document.job();
    const auto changing = [&document](const auto& change) {
        return [&document, change](const QString& key) {
            return document.change(QObject::tr("what lies on the mount"), [&](job::Job& changed) {
                if (!changed.rests)
                    changed.rests =
                        job::Rest{changed.plates.front().id, false, changed.mount->faces.front().id};
                change(*changed.rests, key.toStdString());
            });
        };
    };
    const job::Rest rests = job.rests.value_or(job::Rest{});
    return {words(QObject::tr("leg")),
            choice({QStringLiteral("rests.plate"), QObject::tr("Leg that lies on the mount")},
                   named(platesOf(job)), text(rests.plate),
                   changing([](job::Rest& own, const std::string& key) { own.plate = key; })),
            words(QObject::tr("lies with")),
            choice({QStringLiteral("rests.side"), QObject::tr("Side that lies on the mount")},
                   {{QStringLiteral("back"), QObject::tr("its back")},
                    {QStringLiteral("face"), QObject::tr("its face")}},
                   rests.onFace ? QStringLiteral("face") : QStringLiteral("back"),
                   changing([](job::Rest& own, const std::string& key) { own.onFace = key == "face"; })),
            words(QObject::tr("on")),
            choice({QStringLiteral("rests.on"), QObject::tr("Face it lies on")},
                   named(edit::readableThings(*job.mount, job::MountThing::Face)), text(rests.on),
                   changing([](job::Rest& own, const std::string& key) { own.on = key; }))};
}

Line tieLine(Document& document, size_t index) {
    const job::Tie& tie = document.job().ties[index];
    const QString prefix = QStringLiteral("bolt.%1").arg(index);
    const auto changing = [&document, index](const auto& change) {
        return [&document, index, change](const QString& key) {
            return document.change(QObject::tr("bolt"), [&](job::Job& changed) {
                change(changed.ties[index], key.toStdString());
            });
        };
    };
    return {choice({prefix + QStringLiteral(".hole"), QObject::tr("Hole of bolt %1").arg(index + 1)},
                   named(holesOf(document.part())), text(tie.hole),
                   changing([](job::Tie& own, const std::string& key) { own.hole = key; })),
            words(QObject::tr("is bolted to")),
            choice({prefix + QStringLiteral(".point"), QObject::tr("Point of bolt %1").arg(index + 1)},
                   named(edit::readableThings(*document.job().mount, job::MountThing::Point)),
                   text(tie.point), changing([](job::Tie& own, const std::string& key) { own.point = key; })),
            press(
                QObject::tr("remove"),
                {prefix + QStringLiteral(".remove"), QObject::tr("Remove bolt %1").arg(index + 1)},
                [&document, index] {
                    return document.change(QObject::tr("bolt removed"), [&](job::Job& changed) {
                        changed.ties.erase(changed.ties.begin() + static_cast<std::ptrdiff_t>(index));
                        if (changed.ties.empty()) changed.tabs.clear();
                    });
                },
                Cell::Look::Link)};
}

Line spacerLine(Document& document, size_t index) {
    const auto maker =
        CellMaker(document, QStringLiteral("bolt.%1").arg(index), QObject::tr("under bolt %1").arg(index + 1),
                  [index](job::Job& changed) -> job::Tie& { return changed.ties[index]; });
    return {faint(QObject::tr("    with a spacer under the leg of")),
            maker.maybe(ValueField::Kind::Length, QStringLiteral("spacer"), QObject::tr("Spacer"),
                        document.job().ties[index].spacer, 0,
                        [](job::Tie& own, const std::optional<double>& mm) { own.spacer = mm; })};
}

Cell addingSpacer(Document& document, size_t index) {
    return press(
        QObject::tr("+ spacer"),
        {QStringLiteral("bolt.%1.spacer.add").arg(index),
         QObject::tr("A spacer under the leg at bolt %1").arg(index + 1)},
        [&document, index] {
            constexpr double kUsual = 5; // mm, to be typed over
            return document.change(QObject::tr("spacer"),
                                   [&](job::Job& changed) { changed.ties[index].spacer = kUsual; });
        },
        Cell::Look::Link);
}

std::vector<std::string> slotsOf(const job::Mount& mount) {
    std::vector<std::string> ids;
    for (const job::MountPoint& point : mount.points)
        if (point.slot) ids.push_back(point.id);
    return ids;
}

/// Legs whose end could go through a slot.
std::vector<std::string> looseLegsOf(const job::Job& job) {
    std::vector<std::string> ids;
    for (const job::Plate& plate : job.plates)
        if (job::hasFreeEnd(job, plate.id) && !(job.rests && job.rests->plate == plate.id))
            ids.push_back(plate.id);
    return ids;
}

Line tabLine(Document& document, size_t index) {
    const job::Tab& tab = document.job().tabs[index];
    const QString prefix = QStringLiteral("tab.%1").arg(index);
    const auto changing = [&document, index](const auto& change) {
        return [&document, index, change](const QString& key) {
            return document.change(QObject::tr("leg through a slot"), [&](job::Job& changed) {
                change(changed.tabs[index], key.toStdString());
            });
        };
    };
    return {words(QObject::tr("leg")),
            choice({prefix + QStringLiteral(".plate"), QObject::tr("Leg through slot %1").arg(index + 1)},
                   named(looseLegsOf(document.job())), text(tab.plate),
                   changing([](job::Tab& own, const std::string& key) { own.plate = key; })),
            words(QObject::tr("goes through slot")),
            choice({prefix + QStringLiteral(".point"), QObject::tr("Slot %1").arg(index + 1)},
                   named(slotsOf(*document.job().mount)), text(tab.point),
                   changing([](job::Tab& own, const std::string& key) { own.point = key; })),
            press(
                QObject::tr("remove"),
                {prefix + QStringLiteral(".remove"), QObject::tr("Remove leg from slot %1").arg(index + 1)},
                [&document, index] {
                    return document.change(QObject::tr("leg out of its slot"), [&](job::Job& changed) {
                        changed.tabs.erase(changed.tabs.begin() + static_cast<std::ptrdiff_t>(index));
                    });
                },
                Cell::Look::Link)};
}

/// The first leg and the first slot that have none yet.
std::optional<job::Tab> nextTab(const job::Job& job) {
    for (const std::string& slot : slotsOf(*job.mount)) {
        const auto isTaken = [&](const auto& each) { return each.point == slot; };
        if (std::any_of(job.tabs.begin(), job.tabs.end(), isTaken) ||
            std::any_of(job.ties.begin(), job.ties.end(), isTaken))
            continue;
        for (const std::string& leg : looseLegsOf(job))
            if (std::none_of(job.tabs.begin(), job.tabs.end(),
                             [&](const job::Tab& tab) { return tab.plate == leg; }))
                return job::Tab{leg, slot};
    }
    return {};
}

/// The first hole and the first point that have no bolt yet.
std::optional<job::Tie> nextTie(const Document& document) {
    const job::Job& job = document.job();
    const auto free = [&](const std::vector<std::string>& ids, const auto& of) -> std::optional<std::string> {
        for (const std::string& id : ids)
            if (std::none_of(job.ties.begin(), job.ties.end(),
                             [&](const job::Tie& tie) { return of(tie) == id; }))
                return id;
        return {};
    };
    const auto hole = free(holesOf(document.part()), [](const job::Tie& tie) { return tie.hole; });
    const auto point = free(edit::readableThings(*job.mount, job::MountThing::Point),
                            [](const job::Tie& tie) { return tie.point; });
    if (!hole || !point) return {};
    return job::Tie{.hole = *hole, .point = *point};
}

void addAsked(Block& block, const job::Mount& mount, Survey& survey) {
    if (!survey.askedFor()) {
        block.lines.push_back({press(
            QObject::tr("What to measure next"),
            {QStringLiteral("mount.ask"), QObject::tr("What to measure next, to raise the odds")},
            [&survey]() -> Cell::Answer {
                survey.ask();
                return {};
            },
            Cell::Look::Button)});
        return;
    }
    if (survey.askedFor()->empty())
        block.lines.push_back(
            {wrapped(QObject::tr("Nothing read better would raise the odds."), Cell::Look::Faint)});
    constexpr size_t kShown = 4;
    for (size_t i = 0; i < std::min(kShown, survey.askedFor()->size()); ++i) {
        const lineup::Asking& each = (*survey.askedFor())[i];
        const QString says = text(mount::inWords(each.reading, mount));
        block.lines.push_back({words(text(text::oddsInWords(each.odds)), Cell::Look::Strong),
                               press(
                                   says, {QStringLiteral("ask.%1").arg(i), says},
                                   [&survey, of = each.reading.of]() -> Cell::Answer {
                                       survey.pointAt(of);
                                       return {};
                                   },
                                   Cell::Look::Link)});
    }
}

} // namespace

std::vector<Block> tieBlocks(Document& document, Survey& survey, Shapes& shapes, Bringing& bringing) {
    const job::Job& job = document.job();
    if (!job.mount) return {};
    if (document.isOtherSide()) {
        Block note;
        note.lines.push_back(
            {wrapped(QObject::tr("The other hand is bolted to the points that are named alike here."),
                     Cell::Look::Faint)});
        return {note};
    }
    Block block;
    block.lines.push_back(restLine(document));
    for (size_t i = 0; i < job.ties.size(); ++i) {
        block.lines.push_back(tieLine(document, i));
        if (job.ties[i].spacer)
            block.lines.push_back(spacerLine(document, i));
        else
            block.lines.back().push_back(addingSpacer(document, i));
    }
    for (size_t i = 0; i < job.tabs.size(); ++i)
        block.lines.push_back(tabLine(document, i));
    if (const auto tie = nextTie(document); tie && job.rests)
        block.lines.push_back({press(
            QObject::tr("+ bolt"), {QStringLiteral("bolt.add"), QObject::tr("Bolt a hole to a point")},
            [&document, made = *tie] {
                return document.change(QObject::tr("bolt"),
                                       [&](job::Job& changed) { changed.ties.push_back(made); });
            },
            Cell::Look::Link)});
    if (const auto tab = nextTab(job); tab && !job.ties.empty())
        block.lines.push_back({press(
            QObject::tr("+ leg through a slot"),
            {QStringLiteral("tab.add"), QObject::tr("A leg whose end goes through a slot")},
            [&document, made = *tab] {
                return document.change(QObject::tr("leg through a slot"),
                                       [&](job::Job& changed) { changed.tabs.push_back(made); });
            },
            Cell::Look::Link)});
    Block foot;
    foot.gapAbove = 8;
    if (!job.mount->points.empty())
        foot.lines.push_back({press(
            shapes.isLooking() ? QObject::tr("Looking…") : QObject::tr("Propose a bracket"),
            {QStringLiteral("mount.propose"),
             QObject::tr("Shapes of bracket that would reach all of these points")},
            [&shapes]() -> Cell::Answer {
                shapes.look();
                return {};
            },
            Cell::Look::Button)});
    if (!job.ties.empty()) {
        foot.lines.push_back({press(
            bringing.isBusy() ? QObject::tr("Bringing it there…") : QObject::tr("Bring the bracket onto it"),
            {QStringLiteral("mount.solve"),
             QObject::tr("Change the bracket so that its holes come to these points")},
            [&bringing]() -> Cell::Answer { return bringing.begin(); }, Cell::Look::Button)});
        if (!job.mount->readings.empty()) addAsked(foot, *job.mount, survey);
    }
    return {block, foot};
}

} // namespace goodfold::app
