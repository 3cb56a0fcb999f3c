#include "draw/measuring_sheet.h"

#include "common/phrase.h"
#include "draw/camera.h"
#include "draw/palette.h"
#include "draw/paper_page.h"
#include "mount/measured.h"
#include "mount/walk.h"
#include "mount/words.h"

#include <QCoreApplication>
#include <QPainter>

namespace goodfold::draw {

namespace {

class MeasuringSheet : PaperPage {
public:
    MeasuringSheet(QPdfWriter& writer, QPainter& painter, const job::Job& job)
        : PaperPage(writer, painter), job(job) {}

    void paint(const mount::Instruments& instruments) {
        line(tr("%1: what to read at the place").arg(said(job.title)), 5, Weight::SemiBold);
        if (!job.mount)
            return line(
                tr("Nothing is told of the place yet: drop its faces and holes in the Mount stage first."),
                3.6);
        line(tr("Date and place:"), 3.6);
        const auto known = mount::measured(*job.mount, instruments);
        if (!known) return line(said(known.error().says), 3.6);
        sketch(known->placed);
        const auto wanted = mount::readingsToTake(*job.mount, instruments);
        if (wanted.empty())
            return line(tr("Everything is told, and checked: nothing more has to be read."), 3.6);
        line(tr("Top to bottom, in %1. Write what stands there, not what should.")
                 .arg(job.units == quantity::Unit::Inch ? tr("inches") : tr("millimetres")),
             3.6);
        y += 2;
        for (size_t i = 0; i < wanted.size(); ++i)
            reading(i + 1, wanted[i], *job.mount, instruments);
    }

private:
    static constexpr double kLine = 9.5, kSketch = 88; // mm
    static QString tr(const char* says) { return QCoreApplication::translate("MeasuringSheet", says); }

    /// Its number, what and with what, and a box to write in.
    void reading(size_t number, const job::MountReading& wanted, const job::Mount& mount,
                 const mount::Instruments& instruments) {
        room(kLine);
        const double box = 34;
        text(QPointF(page.left(), y), QString::number(number), 3.6, Weight::SemiBold);
        std::string says = capital(mount::inWords(wanted, mount));
        if (const std::string with = mount::withWhat(wanted, instruments); !with.empty()) says += ", " + with;
        text(QPointF(page.left() + 9, y), said(says), 3.6);
        pen(0.25);
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(page.right() - box, y - 5.4, box, 7.6));
        y += kLine;
    }

    /// Faces as boards round what is on them, points by letter.
    void sketch(const job::Mount& placed) {
        std::vector<std::vector<Vec3>> boards;
        std::vector<Vec3> all;
        for (const job::MountFace& face : placed.faces) {
            boards.push_back(boardOf(face, placed));
            all.insert(all.end(), boards.back().begin(), boards.back().end());
        }
        const QRectF area(page.left(), y, page.width(), kSketch);
        const Camera camera = fitted(Camera(), all, area.adjusted(12, 6, -12, -6));
        for (size_t i = 0; i < boards.size(); ++i) {
            QPolygonF outline;
            for (const Vec3& corner : boards[i])
                outline << camera.toScreen(corner);
            pen(0.3);
            painter.setBrush(QColor(0, 0, 0, 10));
            painter.drawPolygon(outline);
            text(camera.toScreen(boards[i][3]) + QPointF(1, -1), tr("face %1").arg(said(placed.faces[i].id)),
                 3.4);
        }
        for (const job::MountEdge& edge : placed.edges) {
            pen(0.7);
            painter.drawLine(camera.toScreen((*edge.at)[0]), camera.toScreen((*edge.at)[1]));
            text(camera.toScreen((*edge.at)[1]) + QPointF(1, 3), said(edge.id), 3.4);
        }
        for (const job::MountPoint& point : placed.points) {
            pen(0.4);
            painter.setBrush(Qt::white);
            const QPointF at = camera.toScreen(*point.at);
            painter.drawEllipse(at, 1.3, 1.3);
            text(at + QPointF(2, -1.4), said(point.id), 4, Weight::SemiBold);
        }
        painter.setBrush(Qt::NoBrush);
        y += kSketch + 7;
    }

    static std::vector<Vec3> boardOf(const job::MountFace& face, const job::Mount& placed) {
        // Of a tube what touches it where it is seen from.
        const Vec3 normal = face.normal->normalized();
        const Vec3 aside = std::abs(normal.z()) < 0.9 ? Vec3::UnitZ() : Vec3::UnitX();
        const Vec3 along = (aside - aside.dot(normal) * normal).normalized(), across = normal.cross(along);
        Eigen::AlignedBox2d box;
        for (const job::MountPoint& point : placed.points)
            if (point.face == face.id)
                box.extend(Vec2((*point.at - *face.at).dot(along), (*point.at - *face.at).dot(across)));
        if (box.isEmpty()) box.extend(Vec2(0, 0));
        constexpr double kBeyond = 18;
        const Vec2 low = box.min() - Vec2(kBeyond, kBeyond), high = box.max() + Vec2(kBeyond, kBeyond);
        const auto corner = [&](double a, double b) { return Vec3(*face.at + a * along + b * across); };
        return {corner(low.x(), low.y()), corner(high.x(), low.y()), corner(high.x(), high.y()),
                corner(low.x(), high.y())};
    }

    const job::Job& job;
};

} // namespace

QByteArray measuringSheetPdf(const job::Job& job, const mount::Instruments& instruments,
                             QPageSize::PageSizeId paper) {
    return pagesPdf(job.title, paper, [&](QPdfWriter& writer, QPainter& painter) {
        MeasuringSheet(writer, painter, job).paint(instruments);
    });
}

} // namespace goodfold::draw
