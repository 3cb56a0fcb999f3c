#include "app/mount/mount_cells.h"
#include "app/widgets/cell_maker.h"
#include "app/widgets/drawn_mount.h"
#include "edit/mount_edits.h"
#include "lineup/mounting.h"
#include "mount/sides.h"
#include "mount/words.h"

namespace goodfold::app {

namespace {

Block nothingYet(Document& document, const std::function<void()>& otherJob) {
    Block block;
    block.lines.push_back({wrapped(
        QObject::tr("Go to the place with tape and calipers. Drop its holes and faces here roughly, then "
                    "type what you read, in any mix and more than is needed: it straightens itself, and "
                    "says which reading cannot be right."),
        Cell::Look::Plain)});
    block.lines.push_back({press(
        QObject::tr("A face with two holes"), {QStringLiteral("mount.new"), QObject::tr("Begin a mount")},
        [&document] { return document.edit(QObject::tr("mount"), edit::withNewMount(document.job())); },
        Cell::Look::Button)});
    block.lines.push_back(
        {drawnMount(document, QObject::tr("Where the bracket's holes are drawn"), Cell::Look::Link)});
    block.lines.push_back({press(
        QObject::tr("Holes of another job, that it is bolted to…"),
        {QStringLiteral("mount.other"), QObject::tr("Holes of another job, to bolt to")},
        [otherJob]() -> Cell::Answer {
            otherJob();
            return {};
        },
        Cell::Look::Link)});
    return block;
}

/// In one line where the readings stand.
QString standing(const Document& document, const Survey& survey) {
    const auto& readings = document.place()->readings;
    if (readings.empty())
        return QObject::tr("Nothing is measured yet: every place is as it is stated or sketched.");
    const int over = survey.measured()->adjusted.degreesOfFreedom;
    const QString many =
        readings.size() == 1 ? QObject::tr("1 reading") : QObject::tr("%1 readings").arg(readings.size());
    if (!survey.open().empty()) return QObject::tr("%1; not everything is told yet.").arg(many);
    if (over == 0) return QObject::tr("%1, just enough: none tells on another.").arg(many);
    return QObject::tr("%1, %2 more than it takes.").arg(many).arg(over);
}

Block suspectBlock(Document& document, const mount::Suspect& suspect) {
    const job::Job& job = document.job();
    const job::MountReading& reading = document.place()->readings[static_cast<size_t>(suspect.reading)];
    Block block;
    block.gapAbove = 6;
    block.lines.push_back(
        {wrapped(text(mount::inWords(suspect, *document.place(), job.units)), Cell::Look::Strong)});
    const auto changing = [&document, index = static_cast<size_t>(suspect.reading)](const QString& label,
                                                                                    const auto& change) {
        return [&document, index, label, change]() -> Cell::Answer {
            return document.change(
                label, [&](job::Job& changed) { change(document.placeOf(changed)->readings[index]); });
        };
    };
    const QString likely = reading.kind == job::MountReading::Kind::Turn
                               ? text(quantity::printDegrees(suspect.likely))
                               : text(quantity::typesetSize(quantity::Length::mm(suspect.likely), job.units));
    const QString id = QStringLiteral("suspect.%1").arg(text(reading.id));
    block.lines.push_back(
        {press(QObject::tr("Make it %1").arg(likely),
               {id + QStringLiteral(".mend"), QObject::tr("Make %1 %2").arg(text(reading.id), likely)},
               changing(QObject::tr("reading mended"),
                        [value = suspect.likely](job::MountReading& own) { own.value = value; }),
               Cell::Look::Button),
         press(QObject::tr("It is right"),
               {id + QStringLiteral(".keep"), QObject::tr("%1 is right").arg(text(reading.id))},
               changing(QObject::tr("reading kept"), [](job::MountReading& own) { own.isKept = true; }),
               Cell::Look::Link)});
    return block;
}

Block openBlock(Document& document, Survey& survey, const mount::Open& open) {
    Block block;
    block.gapAbove = 4;
    block.lines.push_back(
        {wrapped(text(mount::inWords(open, *document.place(), document.errors().instruments)))});
    if (open.wants)
        block.lines.push_back({press(
            QObject::tr("Read that"),
            {QStringLiteral("open.%1").arg(text(open.about)),
             QObject::tr("Read what tells %1").arg(text(open.about))},
            [&survey, of = open.wants->of]() -> Cell::Answer {
                survey.pointAt(of);
                return {};
            },
            Cell::Look::Link)});
    return block;
}

/// Which side is in hand, of a pair; where only one was measured, the other may be.
Block sidesBlock(Document& document, const mount::Measured& measured) {
    Block block;
    block.gapAbove = 6;
    if (!document.job().oppositeMount) {
        block.lines.push_back({press(
            QObject::tr("Measure the other side too"),
            {QStringLiteral("other.new"), QObject::tr("Measure the place of the other hand by itself")},
            [&document, other = lineup::otherSideOf(measured.placed)]() -> Cell::Answer {
                auto wrong = document.change(QObject::tr("the other side"),
                                             [&](job::Job& changed) { changed.oppositeMount = other; });
                if (!wrong) document.takeOtherSide(true);
                return wrong;
            },
            Cell::Look::Link)});
        return block;
    }
    block.lines.push_back(
        {words(QObject::tr("In hand")),
         choice({QStringLiteral("other.inHand"), QObject::tr("Side in hand")},
                {{QStringLiteral("this"), QObject::tr("this side")},
                 {QStringLiteral("other"), QObject::tr("the other side")}},
                document.isOtherSide() ? QStringLiteral("other") : QStringLiteral("this"),
                [&document](const QString& key) -> Cell::Answer {
                    document.takeOtherSide(key == QLatin1String("other"));
                    return {};
                }),
         press(
             QObject::tr("it is a mirror image"),
             {QStringLiteral("other.mirror"), QObject::tr("The other side is a mirror image of this one")},
             [&document] {
                 return document.change(QObject::tr("mirrored"),
                                        [](job::Job& changed) { changed.oppositeMount.reset(); });
             },
             Cell::Look::Link)});
    return block;
}

/// Of the other hand's own mount: what is not as in a mirror.
Block otherSide(Document& document, const mount::Measured& inHand) {
    Block block;
    block.gapAbove = 6;
    const job::Job& job = document.job();
    const auto& instruments = document.errors().instruments;
    const auto thisSide = document.isOtherSide() ? mount::measured(*job.mount, instruments) : inHand;
    if (!thisSide) return block;
    if (job.oppositeMount->readings.empty() && !job.oppositeMount->points.front().at) {
        block.lines.push_back({wrapped(QObject::tr("Nothing is read on the other side yet."))});
        return block;
    }
    std::vector<mount::SideApart> sides =
        mount::sidesApart(*job.mount, *thisSide, *job.oppositeMount, instruments);
    std::erase_if(sides, [](const mount::SideApart& side) { return !side.stands(); });
    if (sides.empty())
        block.lines.push_back(
            {wrapped(QObject::tr("The other side is a mirror image of this one, as far as it was read."))});
    else
        block.lines.push_back({words(QObject::tr("The other side is no mirror image"), Cell::Look::Strong)});
    constexpr size_t kShown = 5;
    for (size_t i = 0; i < std::min(kShown, sides.size()); ++i)
        block.lines.push_back({wrapped(text(mount::inWords(sides[i], *job.mount, job.units)))});
    return block;
}

} // namespace

std::vector<Block> surveyBlocks(Document& document, Survey& survey, QAction& sheet,
                                const std::function<void()>& otherJob) {
    if (!document.place()) return {nothingYet(document, otherJob)};
    std::vector<Block> blocks;
    Block state;
    state.lines.push_back({wrapped(survey.measured() ? standing(document, survey) : text(survey.wrong()))});
    if (survey.measured() && survey.sheet().empty())
        state.lines.push_back(
            {press(
                 QObject::tr("Print a measuring sheet…"),
                 {QStringLiteral("sheet.print"), QObject::tr("Print a measuring sheet to take to the place")},
                 [&sheet]() -> Cell::Answer {
                     sheet.trigger();
                     return {};
                 },
                 Cell::Look::Link),
             press(
                 QObject::tr("Type it in"),
                 {QStringLiteral("sheet.take"), QObject::tr("Type in the measuring sheet, top to bottom")},
                 [&survey]() -> Cell::Answer {
                     survey.takeSheet();
                     if (survey.sheet().empty())
                         return Error{"All is told here, and more: the sheet asks for nothing.",
                                      "mount.readings"};
                     return {};
                 },
                 Cell::Look::Link)});
    blocks.push_back(std::move(state));
    for (const mount::Suspect& suspect : survey.suspects())
        blocks.push_back(suspectBlock(document, suspect));
    for (const mount::Open& open : survey.open())
        blocks.push_back(openBlock(document, survey, open));
    if (survey.measured() && (document.job().oppositeHand || document.job().oppositeMount))
        blocks.push_back(sidesBlock(document, *survey.measured()));
    if (survey.measured() && document.job().oppositeMount)
        blocks.push_back(otherSide(document, *survey.measured()));
    return blocks;
}

} // namespace goodfold::app
