#include "app/lineup/line_up_cells.h"
#include "app/widgets/cell_maker.h"
#include "app/widgets/drawn_mount.h"
#include "lineup/drawn_mount.h"
#include "lineup/odds.h"

#include <algorithm>

namespace goodfold::app {

namespace {

using job::MountPoint;

Block withoutMount(Document& document) {
    Block block;
    block.lines.push_back({wrapped(
        QObject::tr("Say where the holes have to come, and it is counted how likely it is that every "
                    "bolt goes in, before anything is cut."),
        Cell::Look::Plain)});
    block.lines.push_back(
        {drawnMount(document, QObject::tr("Where they are drawn now"), Cell::Look::Button)});
    block.lines.push_back(
        {wrapped(QObject::tr("Then set what the place is really like, point by point."), Cell::Look::Faint)});
    return block;
}

/// The tie of a hole in a changed job; it was there when the cell was made.
MountPoint& pointOf(job::Job& job, const std::string& id) {
    const auto found = std::find_if(job.mount->points.begin(), job.mount->points.end(),
                                    [&](const MountPoint& point) { return point.id == id; });
    return *found;
}

/// How far it may stand in its face: of legs that have one of their own.
std::optional<Line> pressLine(Document& document, const lineup::Mounting::Tie& tie) {
    if (!tie.touches) return {};
    const auto maker = CellMaker(
        document, QStringLiteral("tie.%1").arg(text(tie.hole)), QObject::tr("for %1").arg(text(tie.hole)),
        [hole = tie.hole](job::Job& changed) -> job::Tie& {
            return *std::find_if(changed.ties.begin(), changed.ties.end(),
                                 [&](const job::Tie& each) { return each.hole == hole; });
        });
    const auto& ties = document.job().ties;
    const auto own =
        std::find_if(ties.begin(), ties.end(), [&](const job::Tie& each) { return each.hole == tie.hole; });
    return Line{faint(QObject::tr("may press")),
                maker.maybe(ValueField::Kind::Length, QStringLiteral("press"),
                            QObject::tr("How far the leg may press on its face"), own->press, tie.press,
                            [](job::Tie& changed, const std::optional<double>& mm) { changed.press = mm; }),
                faint(tie.isPressEstimated ? QObject::tr("on its face: a hand bends it so far")
                                           : QObject::tr("on its face"))};
}

Block tieBlock(Document& document, const job::Tie& tie) {
    const job::Job& job = document.job();
    const MountPoint& point = *job.mount->findPoint(tie.point);
    const auto maker = CellMaker(
        document, QStringLiteral("tie.%1").arg(text(tie.hole)), QObject::tr("for %1").arg(text(tie.hole)),
        [id = tie.point](job::Job& changed) -> MountPoint& { return pointOf(changed, id); });
    Block block;
    block.about = Element::hole(job::holeThatMakes(tie.hole));
    block.gapAbove = 6;
    const std::vector<OptionOf<MountPoint::Kind>> kinds{
        {QStringLiteral("tapped"), MountPoint::Kind::Tapped, QObject::tr("into a thread")},
        {QStringLiteral("stud"), MountPoint::Kind::Stud, QObject::tr("over a stud")},
        {QStringLiteral("hole"), MountPoint::Kind::Hole, QObject::tr("through a hole")},
        {QStringLiteral("mark"), MountPoint::Kind::Mark, QObject::tr("to a mark")}};
    Line first{words(text(tie.hole), Cell::Look::Strong),
               maker.oneOf(QStringLiteral("kind"), QObject::tr("What the bolt goes to"), kinds, point.kind,
                           [](MountPoint& changed, MountPoint::Kind kind) { changed.kind = kind; })};
    if (point.kind != MountPoint::Kind::Mark) {
        first.push_back(faint(QObject::tr("Ø")));
        first.push_back(
            maker.maybe(ValueField::Kind::Length, QStringLiteral("diameter"), QObject::tr("Diameter there"),
                        point.diameter, point.diameter.value_or(6),
                        [](MountPoint& changed, const std::optional<double>& mm) { changed.diameter = mm; }));
    }
    block.lines.push_back(std::move(first));
    if (!point.at) {
        block.lines.push_back(
            {wrapped(QObject::tr("where it is measured to be, on the Mount stage"), Cell::Look::Faint)});
        return block;
    }
    Line second;
    const Vec3 at = *point.at;
    for (const auto& [axis, name] : {std::pair{0, "x"}, {1, "y"}, {2, "z"}}) {
        second.push_back(faint(QString::fromLatin1(name)));
        second.push_back(maker.number(ValueField::Kind::Length, QString::fromLatin1(name),
                                      QObject::tr("Place along %1").arg(QLatin1String(name)), at[axis],
                                      [axis = axis](MountPoint& changed, double mm) {
                                          Vec3 moved = changed.at.value_or(Vec3(0, 0, 0));
                                          moved[axis] = mm;
                                          changed.at = moved;
                                      }));
    }
    second.push_back(faint(QStringLiteral("±")));
    second.push_back(maker.number(ValueField::Kind::Size, QStringLiteral("sigma"),
                                  QObject::tr("How surely the place is known"), point.sigma,
                                  [](MountPoint& changed, double mm) { changed.sigma = mm; }));
    block.lines.push_back(std::move(second));
    return block;
}

Block restBlock(Document& document) {
    const job::Job& job = document.job();
    Block block;
    block.about = Element::plate(job.rests->plate);
    std::vector<OptionOf<bool>> sides{{QStringLiteral("back"), false, QObject::tr("its back")},
                                      {QStringLiteral("face"), true, QObject::tr("its face")}};
    block.lines.push_back(
        {words(QObject::tr("Leg %1 lies on the mount with").arg(text(job.rests->plate))),
         choiceOf({QStringLiteral("rests.side"), QObject::tr("Side that lies on the mount")}, sides,
                  job.rests->onFace, [&document](bool onFace) {
                      return document.change(QObject::tr("side that lies on the mount"),
                                             [&](job::Job& changed) { changed.rests->onFace = onFace; });
                  })});
    if (std::any_of(job.mount->points.begin(), job.mount->points.end(),
                    [](const MountPoint& point) { return !point.at; }))
        return block;
    block.lines.push_back(
        {wrapped(QObject::tr("x runs from the first hole to the second, z away from the "
                             "mount; 92 + 1.5 moves a point; ± is how surely it is known, two times in "
                             "three."),
                 Cell::Look::Faint)});
    return block;
}

} // namespace

std::vector<Block> mountBlocks(Document& document) {
    const job::Job& job = document.job();
    if (!job.mount || !job.rests || job.ties.empty()) return {withoutMount(document)};
    std::vector<Block> blocks{restBlock(document)};
    const auto making =
        lineup::makingOf({job, document.part(), document.material(), nullptr, document.errors()}, *job.mount,
                         document.books().hardware.book());
    for (size_t i = 0; i < job.ties.size(); ++i) {
        blocks.push_back(tieBlock(document, job.ties[i]));
        if (!making) continue;
        if (auto line = pressLine(document, making->mounting.ties[i])) blocks.back().lines.push_back(*line);
    }
    Block foot;
    foot.gapAbove = 8;
    foot.lines.push_back(
        {drawnMount(document, QObject::tr("As drawn now"), Cell::Look::Link),
         press(
             QObject::tr("No mount"), {QStringLiteral("mount.none"), QObject::tr("No mount")},
             [&document] {
                 return document.edit(QObject::tr("no mount"), lineup::withoutMount(document.job()));
             },
             Cell::Look::Link)});
    blocks.push_back(std::move(foot));
    return blocks;
}

} // namespace goodfold::app
