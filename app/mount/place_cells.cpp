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
            return document.change(QObject::tr("%1 removed").arg(text(id)),
                                   [&](job::Job& changed) { edit::removeThing(changed, id); });
        },
        Cell::Look::Link);
}

Cell adding(Document& document, const QString& says, const QString& id,
            const std::function<void(job::Mount&)>& add) {
    return press(
        says, {id, says},
        [&document, says, add] {
            return document.change(says, [&](job::Job& changed) { add(*changed.mount); });
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

Block pointBlock(Document& document, const Survey& survey, size_t index) {
    const MountPoint& point = document.job().mount->points[index];
    const auto maker = CellMaker(
        document, QStringLiteral("point.%1").arg(text(point.id)), QObject::tr("of %1").arg(text(point.id)),
        [index](job::Job& changed) -> MountPoint& { return changed.mount->points[index]; });
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
    first.push_back(removal(document, point.id));
    block.lines.push_back(std::move(first));
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

std::vector<Block> placeBlocks(Document& document, Survey& survey, const AskForFile& picture,
                               const AskForFile& drawing) {
    if (!document.job().mount) return {};
    const job::Mount& mount = *document.job().mount;
    std::vector<Block> blocks;
    for (const job::MountFace& face : mount.faces) {
        Block heading;
        heading.gapAbove = 6;
        heading.lines.push_back(
            {words(QObject::tr("face %1").arg(text(face.id)), Cell::Look::Strong),
             adding(document, QObject::tr("+ point"), QStringLiteral("add.point.%1").arg(text(face.id)),
                    [id = face.id](job::Mount& own) { edit::addPoint(own, id); }),
             adding(document, QObject::tr("+ edge"), QStringLiteral("add.edge.%1").arg(text(face.id)),
                    [id = face.id](job::Mount& own) { edit::addEdge(own, id); }),
             removal(document, face.id)});
        heading.lines.push_back(
            {asking(QObject::tr("holes from a picture…"), QStringLiteral("add.picture.%1"), face.id, picture),
             asking(QObject::tr("from a drawing…"), QStringLiteral("add.drawing.%1"), face.id, drawing)});
        blocks.push_back(std::move(heading));
        for (const job::MountEdge& edge : mount.edges)
            if (edge.face == face.id) {
                Block block;
                block.indent = 12;
                block.lines.push_back({words(text(edge.id), Cell::Look::Strong), removal(document, edge.id)});
                blocks.push_back(std::move(block));
            }
        for (size_t i = 0; i < mount.points.size(); ++i)
            if (mount.points[i].face == face.id) blocks.push_back(pointBlock(document, survey, i));
    }
    Block foot;
    foot.gapAbove = 8;
    foot.lines.push_back({adding(document, QObject::tr("+ face"), QStringLiteral("add.face"),
                                 [](job::Mount& own) { edit::addFace(own); })});
    blocks.push_back(std::move(foot));
    return blocks;
}

} // namespace goodfold::app
