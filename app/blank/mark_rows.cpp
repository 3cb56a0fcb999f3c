#include "app/blank/mark_rows.h"

#include "part/mark.h"

#include <algorithm>

namespace goodfold::app {

namespace {

using MarkKind = part::Mark::Kind;

QString lineInWords(const part::Part& part, const part::Mark& mark, const quantity::Reading& reading) {
    const QString id = QString::fromStdString(mark.about.id);
    if (mark.kind == MarkKind::Trim) return QObject::tr("trim %1 after bending").arg(id);
    if (mark.kind == MarkKind::BendStart) return QObject::tr("bend %1 starts").arg(id);
    if (mark.kind == MarkKind::BendEnd) return QObject::tr("bend %1 ends").arg(id);
    const part::PartBend& bend = part.bends[static_cast<size_t>(part.bendIndex(mark.about.id))];
    if (mark.kind == MarkKind::SetLine) return QObject::tr("bend %1, set line").arg(id);
    if (mark.kind == MarkKind::Hit) return QObject::tr("bend %1, a hit").arg(id);
    const QString angle =
        QString::fromStdString(quantity::printNumber(reading.bendAngle(bend.shape.angleDeg), 2));
    return bend.turn == job::Turn::Up ? QObject::tr("bend %1, %2° toward you").arg(id, angle)
                                      : QObject::tr("bend %1, %2° away from you").arg(id, angle);
}

QString punchInWords(const part::Mark& mark, const job::Job& job, const part::Part& part) {
    const QString id = QString::fromStdString(mark.name);
    if (mark.afterBending) return QObject::tr("%1, drilled after bending").arg(id);
    if (mark.isThere) return QObject::tr("%1, there already").arg(id);
    if (mark.kind == MarkKind::Corner) return QObject::tr("punch a corner of %1").arg(id);
    if (mark.kind == MarkKind::SlotEnd) return QObject::tr("punch an end of slot %1").arg(id);
    const job::Hole& hole = *job.findHole(mark.about.id);
    using Kind = job::Hole::Kind;
    if (hole.kind == Kind::ArcSlot) return QObject::tr("punch the pivot of %1").arg(id);
    if (hole.kind == Kind::Rectangle || hole.kind == Kind::CutOut)
        return QObject::tr("punch the middle of %1").arg(id);
    const auto size = quantity::Length::mm(hole.diameter);
    QString says =
        QObject::tr("punch %1, ø%2").arg(id, QString::fromStdString(quantity::typesetSize(size, job.units)));
    const int index = part.holeIndex(mark.name);
    if (index < 0) return says;
    const part::PartHole& made = part.holes[static_cast<size_t>(index)];
    if (!made.thread.empty()) return says + QObject::tr(", tap %1").arg(QString::fromStdString(made.thread));
    if (!made.countersink) return says;
    const auto wide = quantity::Length::mm(made.countersink->diameter);
    const QString sunk = QString::fromStdString(quantity::typesetSize(wide, job.units));
    return says +
           (made.countersink->onBack ? QObject::tr(", sunk to %1 on the back") : QObject::tr(", sunk to %1"))
               .arg(sunk);
}

/// A line along the blank is told by its distance across it.
bool isAlongSheet(const part::Part& part, const part::Mark& mark) {
    if (part.form == job::StockForm::Bar || mark.about.kind != Element::Kind::Bend) return false;
    return part::runsAlong(part.bends[static_cast<size_t>(part.bendIndex(mark.about.id))]);
}

} // namespace

std::vector<MarkRow> markRows(const job::Job& job, const part::Part& part, const quantity::Reading& reading) {
    std::vector<MarkRow> rows;
    for (const part::Mark& mark : part::marksOf(part)) {
        const QString face = mark.onBack ? QObject::tr("back") : QObject::tr("face");
        if (part::isPunched(mark.kind) || mark.kind == MarkKind::Corner) {
            rows.push_back({mark.along, punchInWords(mark, job, part), face, mark.across, mark.about});
            continue;
        }
        const QString says = lineInWords(part, mark, reading);
        constexpr double kSame = 1e-6; // mm
        const bool isAlong = isAlongSheet(part, mark);
        const bool leans = std::abs(isAlong ? mark.acrossAtRight - mark.acrossAtLeft
                                            : mark.alongAtRight - mark.alongAtLeft) > kSame;
        if (leans && part.form == job::StockForm::Sheet) {
            rows.push_back({mark.alongAtRight, QObject::tr("%1, one end").arg(says), face, mark.acrossAtRight,
                            mark.about});
            rows.push_back({mark.alongAtLeft, QObject::tr("%1, other end").arg(says), face, mark.acrossAtLeft,
                            mark.about});
            continue;
        }
        if (isAlong) {
            rows.push_back({{}, says, face, mark.across, mark.about});
            continue;
        }
        if (!leans) {
            rows.push_back({mark.along, says, face, {}, mark.about});
            continue;
        }
        rows.push_back({mark.alongAtRight, QObject::tr("%1, near edge").arg(says), face, {}, mark.about});
        rows.push_back({mark.alongAtLeft, QObject::tr("%1, far edge").arg(says), face, {}, mark.about});
    }
    rows.push_back({part.blank.length, QObject::tr("cut"), {}, {}, {}});
    std::stable_sort(rows.begin(), rows.end(), [](const MarkRow& a, const MarkRow& b) {
        if (a.along && b.along) return *a.along < *b.along;
        if (a.along || b.along) return a.along.has_value();
        return *a.fromNearEdge < *b.fromNearEdge;
    });
    return rows;
}

QString fromDatum(const job::Job& job) {
    return job.datum == job::Edge::End ? QObject::tr("From right end") : QObject::tr("From left end");
}

QString markTable(const Document& document) {
    const auto shown = [&](double mm) {
        return QString::fromStdString(quantity::print(quantity::Length::mm(mm), document.reading()));
    };
    QString text = fromDatum(document.job()) + QLatin1Char('\t') + QObject::tr("Mark") + QLatin1Char('\t') +
                   QObject::tr("On the") + QLatin1Char('\t') + QObject::tr("From edge") + QLatin1Char('\n');
    for (const MarkRow& row : markRows(document.job(), document.part(), document.reading()))
        text += QStringList{row.along ? shown(*row.along) : QString(), row.mark, row.face,
                            row.fromNearEdge ? shown(*row.fromNearEdge) : QString()}
                    .join(QLatin1Char('\t')) +
                QLatin1Char('\n');
    return text;
}

} // namespace goodfold::app
