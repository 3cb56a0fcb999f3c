#include "app/mount/mount_cells.h"
#include "app/widgets/cell_maker.h"
#include "common/phrase.h"
#include "edit/mount_edits.h"
#include "mount/words.h"

#include <algorithm>

namespace goodfold::app {

namespace {

using job::MountReading;
using Kind = MountReading::Kind;
using How = MountReading::How;

ValueField::Kind fieldOf(Kind kind) {
    return kind == Kind::Turn ? ValueField::Kind::Angle : ValueField::Kind::Size;
}

std::vector<OptionOf<How>> hows() {
    return {{QStringLiteral("centres"), How::Centres, QObject::tr("centre to centre")},
            {QStringLiteral("near"), How::Near, QObject::tr("nearest edges")},
            {QStringLiteral("far"), How::Far, QObject::tr("over outer edges")}};
}

std::vector<Option> instrumentsFor(const Document& document, Kind kind) {
    std::vector<Option> options;
    for (const auto& [id, instrument] : document.errors().instruments)
        if (instrument.readsTurns == (kind == Kind::Turn))
            options.push_back({text(id), text(instrument.says)});
    return options;
}

/// "a to b", "c over F", "F and G".
QString ofWords(const MountReading& reading, const job::Mount& mount) {
    const auto of = [&](size_t i) { return text(reading.of[i]); };
    switch (reading.kind) {
    case Kind::Between:
        return QObject::tr("%1 to %2").arg(of(0), of(1));
    case Kind::FromEdge:
        return QObject::tr("%1 from %2").arg(of(0), of(1));
    case Kind::Along:
        return QObject::tr("%1 to %2 along %3").arg(of(0), of(1), of(2));
    case Kind::Square:
        return (mount.findFace(reading.of[2]) ? QObject::tr("%1 to %2 around %3")
                                              : QObject::tr("%1 to %2 square to %3"))
            .arg(of(0), of(1), of(2));
    case Kind::Height:
        return QObject::tr("%1 over %2").arg(of(0), of(1));
    case Kind::Turn:
        return QObject::tr("turn %1 to %2").arg(of(0), of(1));
    case Kind::Rise:
        return QObject::tr("rise of %2 on 100 of %1").arg(of(0), of(1));
    case Kind::Diameter:
        return QObject::tr("Ø of %1").arg(of(0));
    case Kind::Plumb:
        return QObject::tr("%1 leans outward, on %2").arg(of(0)).arg(reading.over);
    case Kind::Level:
        return QObject::tr("%1 is out of level, on %2").arg(of(0)).arg(reading.over);
    }
    return {};
}

/// Takes a figure that is typed as what was read; and then what follows.
template <class Then>
std::function<Cell::Answer(std::optional<double>)> taking(Document& document, const MountReading& reading,
                                                          const Then& then) {
    return [&document, reading, then](std::optional<double> typed) -> Cell::Answer {
        if (!typed) return {};
        auto wrong = document.change(QObject::tr("reading"), [&](job::Job& changed) {
            MountReading read = reading;
            read.value = *typed;
            edit::addReading(*document.placeOf(changed), read);
        });
        if (!wrong) then();
        return wrong;
    };
}

/// The first that is still to be typed, and what comes after it.
void addSheet(std::vector<Block>& blocks, Document& document, Survey& survey) {
    if (survey.sheet().empty()) return;
    Block block;
    block.gapAbove = 6;
    block.lines.push_back({words(QObject::tr("From the sheet"), Cell::Look::Strong),
                           press(
                               QObject::tr("pass over"),
                               {QStringLiteral("sheet.pass"), QObject::tr("Pass over what was not read")},
                               [&survey]() -> Cell::Answer {
                                   survey.dropFirstOfSheet();
                                   return {};
                               },
                               Cell::Look::Link)});
    for (size_t i = 0; i < survey.sheet().size(); ++i) {
        const auto& [number, reading] = survey.sheet()[i];
        const QString says =
            QObject::tr("%1. %2").arg(number).arg(text(mount::inWords(reading, *document.place())));
        if (i > 0) {
            block.lines.push_back({wrapped(says, Cell::Look::Faint)});
            continue;
        }
        block.lines.push_back({wrapped(says)});
        block.lines.push_back(
            {optionalCell(fieldOf(reading.kind), {QStringLiteral("sheet.first"), says}, {}, 0,
                          taking(document, reading, [&survey] { survey.dropFirstOfSheet(); }))});
    }
    blocks.push_back(std::move(block));
}

/// What a single thing that is pointed at is for the bracket: a point takes one of its holes, a face one of
/// its legs.
void addTie(Block& block, Document& document, const std::string& thing) {
    const job::Job& job = document.job();
    const std::vector<Option> none{{QString(), QObject::tr("nothing")}};
    const auto withAll = [](std::vector<Option> options, const auto& things) {
        for (const auto& each : things)
            options.push_back({text(each.id), text(each.id)});
        return options;
    };
    if (job.mount->findFace(thing) && !job.plates.empty()) {
        const bool rests = job.rests && job.rests->on == thing;
        block.lines.push_back(
            {words(QObject::tr("leg that lies here")),
             choice({QStringLiteral("point.rests"), QObject::tr("Leg that lies on %1").arg(text(thing))},
                    withAll(rests ? std::vector<Option>() : none, job.plates),
                    rests ? text(job.rests->plate) : QString(), [&document, thing](const QString& key) {
                        return document.change(QObject::tr("what lies on the mount"), [&](job::Job& changed) {
                            edit::restOn(changed, key.toStdString(), thing);
                        });
                    })});
    }
    if (!job.mount->findPoint(thing) || !job.rests || document.part().holes.empty()) return;
    const auto tie = std::find_if(job.ties.begin(), job.ties.end(),
                                  [&](const job::Tie& each) { return each.point == thing; });
    block.lines.push_back(
        {words(QObject::tr("bolted here")),
         choice({QStringLiteral("point.tie"), QObject::tr("Hole that is bolted to %1").arg(text(thing))},
                withAll(none, document.part().holes), tie == job.ties.end() ? QString() : text(tie->hole),
                [&document, thing](const QString& key) {
                    return document.change(QObject::tr("bolt"), [&](job::Job& changed) {
                        edit::boltTo(changed, key.toStdString(), thing);
                    });
                })});
}

/// What is pointed at gives the readings that can be made of it: a figure typed makes that one.
void addNew(std::vector<Block>& blocks, Document& document, Survey& survey) {
    const job::Mount& mount = *document.place();
    Block block;
    const std::vector<std::string>& picked = survey.pointedAt();
    if (picked.empty()) {
        block.lines.push_back({wrapped(
            QObject::tr("Point at two things in the picture, and type what you read."), Cell::Look::Faint)});
        blocks.push_back(std::move(block));
        return;
    }
    block.lines.push_back({wrapped(QObject::tr("Of %1:").arg(text(listed(picked))), Cell::Look::Strong)});
    const std::vector<MountReading> possible = edit::readingsOf(mount, picked);
    if (picked.size() == 1) {
        block.lines.push_back(
            {wrapped(QObject::tr("Point at one more, to read between the two."), Cell::Look::Faint)});
        if (!document.isOtherSide()) addTie(block, document, picked.front());
    } else if (possible.empty()) {
        block.lines.push_back({wrapped(QObject::tr("Nothing is read between these."), Cell::Look::Faint)});
    }
    for (const MountReading& reading : possible) {
        const auto made = [&](const QString& says, How how) {
            MountReading own = reading;
            own.how = how;
            const QString id =
                QStringLiteral("new.%1.%2").arg(static_cast<int>(own.kind)).arg(static_cast<int>(how));
            block.lines.push_back({words(says), optionalCell(fieldOf(own.kind), {id, says}, {}, 0,
                                                             taking(document, own, [&survey] {
                                                                 survey.pointAt(std::vector<std::string>());
                                                             }))});
        };
        if (reading.kind != Kind::Between) {
            made(ofWords(reading, mount), How::Centres);
            continue;
        }
        for (const OptionOf<How>& how : hows())
            made(how.text, how.value);
    }
    blocks.push_back(std::move(block));
}

/// What it is off by, as the others have it. While one of them cannot be right, the others tell nothing.
QString offBy(const Document& document, const Survey& survey, size_t index) {
    const mount::Residual* residual = survey.residualOf(index);
    const MountReading& reading = document.place()->readings[index];
    if (!residual || survey.measured()->adjusted.degreesOfFreedom == 0) return {};
    const mount::Suspect* suspect = survey.suspicionOf(index);
    if (!suspect && !survey.suspects().empty()) return {};
    constexpr double kSeen = 0.02;
    if (residual->redundancy < kSeen) return QObject::tr("nothing else tells this");
    const double off = suspect ? suspect->offBy : residual->residual;
    const QString size = reading.kind == Kind::Turn ? text(quantity::printDegrees(std::abs(off)))
                                                    : text(quantity::printNumber(std::abs(off), 2));
    if (std::abs(off) < 0.005) return QObject::tr("as the others say");
    return off > 0 ? QObject::tr("%1 more than the others say").arg(size)
                   : QObject::tr("%1 less than the others say").arg(size);
}

Block readingBlock(Document& document, const Survey& survey, size_t index) {
    const MountReading& reading = document.place()->readings[index];
    const auto maker = CellMaker(document, QStringLiteral("reading.%1").arg(text(reading.id)),
                                 QObject::tr("of %1").arg(text(reading.id)),
                                 [&document, index](job::Job& changed) -> MountReading& {
                                     return document.placeOf(changed)->readings[index];
                                 });
    Block block;
    block.gapAbove = 5;
    const bool isSuspected = survey.suspicionOf(index) != nullptr;
    Line first{words(text(reading.id), isSuspected ? Cell::Look::Strong : Cell::Look::Faint),
               words(ofWords(reading, *document.place())),
               maker.number(fieldOf(reading.kind), QStringLiteral("value"), QObject::tr("What was read"),
                            reading.value, [](MountReading& own, double value) {
                                own.value = value;
                                own.isKept = false;
                            })};
    block.lines.push_back(std::move(first));
    Line second;
    if (reading.kind == Kind::Between || reading.kind == Kind::FromEdge)
        second.push_back(maker.oneOf(QStringLiteral("how"), QObject::tr("Read to"), hows(), reading.how,
                                     [](MountReading& own, How how) { own.how = how; }));
    if (!reading.sigma) {
        const CellName name = maker.who(QStringLiteral("with"), QObject::tr("Read with"));
        const QString with = reading.with.empty() ? reading.kind == Kind::Turn ? QStringLiteral("protractor")
                                                                               : QStringLiteral("tape")
                                                  : text(reading.with);
        second.push_back(choice(name, instrumentsFor(document, reading.kind), with,
                                [&document, index](const QString& key) {
                                    return document.change(QObject::tr("read with"), [&](job::Job& changed) {
                                        document.placeOf(changed)->readings[index].with = key.toStdString();
                                    });
                                }));
    }
    second.push_back(press(
        QObject::tr("remove"),
        {QStringLiteral("reading.%1.remove").arg(text(reading.id)),
         QObject::tr("Remove %1").arg(text(reading.id))},
        [&document, index] {
            return document.change(QObject::tr("reading removed"), [&](job::Job& changed) {
                document.placeOf(changed)->readings.erase(document.placeOf(changed)->readings.begin() +
                                                          static_cast<std::ptrdiff_t>(index));
            });
        },
        Cell::Look::Link));
    block.lines.push_back(std::move(second));
    QString says = offBy(document, survey, index);
    if (reading.isKept)
        says += (says.isEmpty() ? QString() : QStringLiteral("; ")) + QObject::tr("taken as read");
    if (!says.isEmpty()) block.lines.push_back({faint(says)});
    return block;
}

} // namespace

std::vector<Block> readingBlocks(Document& document, Survey& survey) {
    if (!document.place()) return {};
    std::vector<Block> blocks;
    addNew(blocks, document, survey);
    addSheet(blocks, document, survey);
    // The last first: that is the one just typed.
    for (size_t i = document.place()->readings.size(); i-- > 0;)
        blocks.push_back(readingBlock(document, survey, i));
    return blocks;
}

} // namespace goodfold::app
