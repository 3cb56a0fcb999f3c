#include "app/mount/mount_cells.h"
#include "app/widgets/cell_maker.h"
#include "edit/mount_edits.h"

#include <algorithm>

namespace goodfold::app {

namespace {

using job::MountPoint;

Cell removal(Document& document, const std::string& id) {
    return press(
        QObject::tr("remove"),
        {QStringLiteral("thing.%1.remove").arg(text(id)), QObject::tr("Remove %1").arg(text(id))},
        [&document, id] {
            return document.change(QObject::tr("%1 removed").arg(text(id)), [&](job::Job& changed) {
                if (document.isOtherSide())
                    edit::removeFromOtherSide(changed, id);
                else
                    edit::removeThing(changed, id);
            });
        },
        Cell::Look::Link);
}

Cell adding(Document& document, const QString& says, const QString& id,
            const std::function<void(job::Mount&)>& add) {
    return press(
        says, {id, says},
        [&document, says, add] {
            return document.change(says, [&](job::Job& changed) { add(*document.placeOf(changed)); });
        },
        Cell::Look::Link);
}

Cell asking(const QString& says, const QString& id, const std::string& face, const AskForFile& ask) {
    return press(
        says, {id.arg(text(face)), QObject::tr("%1 on face %2").arg(says, text(face))},
        [ask, face]() -> Cell::Answer {
            ask(face);
            return {};
        },
        Cell::Look::Link);
}

/// "face F", "tube P Ø 48", "leg B of hanger.gfold".
Line headingOf(Document& document, const job::MountFace& face) {
    if (face.of)
        return {words((face.of->onFace ? QObject::tr("leg %1 of %2, its face")
                                       : QObject::tr("leg %1 of %2, its back"))
                          .arg(text(face.of->id), text(face.of->job)),
                      Cell::Look::Strong),
                removal(document, face.id)};
    if (!face.tube)
        return {words(QObject::tr("face %1").arg(text(face.id)), Cell::Look::Strong),
                removal(document, face.id)};
    const std::string id = face.id;
    const auto maker =
        CellMaker(document, QStringLiteral("face.%1").arg(text(id)), QObject::tr("of %1").arg(text(id)),
                  [&document, id](job::Job& changed) -> job::MountFace& {
                      const auto index =
                          document.placeOf(changed)->findFace(id) - document.placeOf(changed)->faces.data();
                      return document.placeOf(changed)->faces[static_cast<size_t>(index)];
                  });
    return {words(QObject::tr("tube %1").arg(text(id)), Cell::Look::Strong), faint(QObject::tr("Ø")),
            maker.number(ValueField::Kind::Size, QStringLiteral("tube"), QObject::tr("Diameter"), *face.tube,
                         [](job::MountFace& own, double mm) { own.tube = mm; }),
            removal(document, id)};
}

/// A round hole made a slot, three times as long as it is wide until somebody says otherwise.
Cell makingSlot(Document& document, size_t index) {
    const std::string id = document.place()->points[index].id;
    return press(
        QObject::tr("slot"),
        {QStringLiteral("point.%1.slot.make").arg(text(id)), QObject::tr("%1 is a slot").arg(text(id))},
        [&document, index] {
            return document.change(QObject::tr("slot"), [&](job::Job& changed) {
                MountPoint& own = document.placeOf(changed)->points[index];
                own.slot = MountPoint::Slot{3 * *own.diameter, Vec3(1, 0, 0), {}};
            });
        },
        Cell::Look::Link);
}

/// How long a slot is, which way it runs, and what its ends are like.
template <class Maker> Line slotLine(const Maker& maker, const MountPoint& point) {
    using Slot = MountPoint::Slot;
    Line line{faint(QObject::tr("a slot, long")),
              maker.maybe(ValueField::Kind::Length, QStringLiteral("slot"), QObject::tr("Length over all"),
                          std::optional(point.slot->length), *point.diameter,
                          [](MountPoint& own, const std::optional<double>& mm) {
                              const Slot was = own.slot.value_or(Slot{});
                              own.slot.reset();
                              if (mm) own.slot = Slot{*mm, was.along, was.corner};
                          })};
    const std::vector<OptionOf<int>> ways{{QStringLiteral("x"), 0, QObject::tr("along x")},
                                          {QStringLiteral("y"), 1, QObject::tr("along y")},
                                          {QStringLiteral("z"), 2, QObject::tr("along z")}};
    Eigen::Index way = 0;
    point.slot->along.cwiseAbs().maxCoeff(&way);
    line.push_back(maker.oneOf(QStringLiteral("runs"), QObject::tr("Way it runs"), ways,
                               static_cast<int>(way),
                               [](MountPoint& own, int axis) { own.slot->along = Vec3::Unit(axis); }));
    const std::vector<OptionOf<bool>> ends{{QStringLiteral("round"), false, QObject::tr("round ends")},
                                           {QStringLiteral("square"), true, QObject::tr("square ends")}};
    line.push_back(maker.oneOf(QStringLiteral("ends"), QObject::tr("Ends"), ends,
                               point.slot->corner.has_value(), [](MountPoint& own, bool isSquare) {
                                   own.slot->corner = isSquare ? std::optional(0.0) : std::nullopt;
                               }));
    return line;
}

Block pointBlock(Document& document, const Survey& survey, size_t index) {
    const MountPoint& point = document.place()->points[index];
    const auto maker = CellMaker(document, QStringLiteral("point.%1").arg(text(point.id)),
                                 QObject::tr("of %1").arg(text(point.id)),
                                 [&document, index](job::Job& changed) -> MountPoint& {
                                     return document.placeOf(changed)->points[index];
                                 });
    const std::vector<OptionOf<MountPoint::Kind>> kinds{
        {QStringLiteral("tapped"), MountPoint::Kind::Tapped, QObject::tr("a thread")},
        {QStringLiteral("stud"), MountPoint::Kind::Stud, QObject::tr("a stud")},
        {QStringLiteral("hole"), MountPoint::Kind::Hole, QObject::tr("a hole")},
        {QStringLiteral("mark"), MountPoint::Kind::Mark, QObject::tr("a mark")}};
    Block block;
    block.indent = 12;
    block.gapAbove = 4;
    Line first{words(text(point.id), Cell::Look::Strong),
               maker.oneOf(QStringLiteral("kind"), QObject::tr("Kind"), kinds, point.kind,
                           [](MountPoint& own, MountPoint::Kind kind) { own.kind = kind; })};
    if (point.kind != MountPoint::Kind::Mark) {
        first.push_back(faint(QObject::tr("Ø")));
        first.push_back(maker.maybe(
            ValueField::Kind::Size, QStringLiteral("diameter"), QObject::tr("Diameter"), point.diameter, 6,
            [](MountPoint& own, const std::optional<double>& mm) { own.diameter = mm; }));
    }
    const bool canBeSlot = point.kind == MountPoint::Kind::Hole && point.diameter && !point.of;
    if (canBeSlot && !point.slot) first.push_back(makingSlot(document, index));
    first.push_back(removal(document, point.id));
    block.lines.push_back(std::move(first));
    if (canBeSlot && point.slot) block.lines.push_back(slotLine(maker, point));
    if (survey.measured()) {
        const Vec3& at = *survey.measured()->placed.points[index].at;
        const auto mm = [&](double value) { return text(quantity::printMm(value, document.reading())); };
        const QString place = QObject::tr("x %1, y %2, z %3").arg(mm(at.x()), mm(at.y()), mm(at.z()));
        block.lines.push_back(
            {faint(survey.isOpen(point.id) ? QObject::tr("%1, roughly: not told yet").arg(place)
                   : point.at              ? QObject::tr("%1, as stated").arg(place)
                                           : place)});
    }
    return block;
}

} // namespace

std::vector<Block> placeBlocks(Document& document, Survey& survey, const AsksForFiles& asks) {
    if (!document.place()) return {};
    const job::Mount& mount = *document.place();
    std::vector<Block> blocks;
    const auto addPoints = [&](const job::MountFace& face) {
        for (size_t i = 0; i < mount.points.size(); ++i)
            if (mount.points[i].face == face.id) blocks.push_back(pointBlock(document, survey, i));
    };
    for (const job::MountFace& face : mount.faces) {
        Block heading;
        heading.gapAbove = 6;
        heading.lines.push_back(headingOf(document, face));
        if (face.of) {
            blocks.push_back(std::move(heading));
            addPoints(face);
            continue;
        }
        heading.lines.push_back(
            {adding(document, QObject::tr("+ point"), QStringLiteral("add.point.%1").arg(text(face.id)),
                    [id = face.id](job::Mount& own) { edit::addPoint(own, id); }),
             adding(document, QObject::tr("+ edge"), QStringLiteral("add.edge.%1").arg(text(face.id)),
                    [id = face.id](job::Mount& own) { edit::addEdge(own, id); })});
        heading.lines.push_back({asking(QObject::tr("holes from a picture…"),
                                        QStringLiteral("add.picture.%1"), face.id, asks.picture),
                                 asking(QObject::tr("from a drawing…"), QStringLiteral("add.drawing.%1"),
                                        face.id, asks.drawing)});
        blocks.push_back(std::move(heading));
        for (const job::MountEdge& edge : mount.edges)
            if (edge.face == face.id) {
                Block block;
                block.indent = 12;
                block.lines.push_back({words(text(edge.id), Cell::Look::Strong), removal(document, edge.id)});
                blocks.push_back(std::move(block));
            }
        addPoints(face);
    }
    Block foot;
    foot.gapAbove = 8;
    foot.lines.push_back({adding(document, QObject::tr("+ face"), QStringLiteral("add.face"),
                                 [](job::Mount& own) { edit::addFace(own); }),
                          adding(document, QObject::tr("+ tube"), QStringLiteral("add.tube"),
                                 [](job::Mount& own) { edit::addTube(own); }),
                          press(
                              QObject::tr("holes of another job…"),
                              {QStringLiteral("add.other"), QObject::tr("Holes of another job, to bolt to")},
                              [asks]() -> Cell::Answer {
                                  asks.otherJob();
                                  return {};
                              },
                              Cell::Look::Link)});
    blocks.push_back(std::move(foot));
    return blocks;
}

} // namespace goodfold::app
