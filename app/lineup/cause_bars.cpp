#include "app/lineup/cause_bars.h"

#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "draw/type.h"
#include "text/lineup_words.h"

#include <QMouseEvent>
#include <QPainter>

#include <algorithm>

namespace goodfold::app {

namespace {

constexpr size_t kMostRows = 8;

Element aboutOf(const lineup::Source& source, const part::Part& part) {
    const std::string& id = source.of.front().id;
    if (part.holeIndex(id) >= 0)
        return Element::hole(part.holes[static_cast<size_t>(part.holeIndex(id))].source);
    if (part.bendIndex(id) >= 0) return Element::bend(id);
    if (part.plateIndex(id) >= 0) return Element::plate(id);
    return {};
}

} // namespace

CauseBars::CauseBars(Document& document, OddsCounter& counter, QWidget* parent)
    : QWidget(parent), document(document), counter(counter) {
    setMouseTracking(true);
    readAs(*this, QAccessible::List);
    connect(&counter, &OddsCounter::counted, this, &CauseBars::take);
    take();
}

void CauseBars::take() {
    const auto counted = counter.latest();
    if (counted && counted->making && !counted->isWhole) return; // those of before, until there are new ones
    shown.clear();
    if (counted && counted->isWhole) {
        now = counted->odds.odds;
        const sequence::Plan* plan =
            counted->settled.outcome.plan ? &*counted->settled.outcome.plan : nullptr;
        for (const lineup::Cause& cause : counted->causes) {
            if (shown.size() == kMostRows) break;
            const lineup::Source& source = counted->making->sources[cause.source];
            const std::string says = text::inWords(source, *counted->making, plan);
            shown.push_back({QString::fromStdString(says), cause.oddsWithout, cause.share,
                             aboutOf(source, counted->settled.part)});
        }
    }
    QStringList said;
    for (const Row& row : shown)
        said << tr("%1: without it %2").arg(row.says, QString::fromStdString(text::oddsInWords(row.odds)));
    setAccessibleName(tr("Causes, worst first: ") + said.join(QStringLiteral("; ")));
    updateGeometry();
    update();
}

int CauseBars::rowHeight() const {
    return px(36);
}

QSize CauseBars::sizeHint() const {
    return {px(280), static_cast<int>(shown.size()) * rowHeight()};
}

int CauseBars::rowAt(double y) const {
    const int row = static_cast<int>(y) / rowHeight();
    return row >= 0 && row < static_cast<int>(shown.size()) ? row : -1;
}

void CauseBars::mouseMoveEvent(QMouseEvent* event) {
    const int row = rowAt(event->position().y());
    if (row == std::exchange(pointed, row)) return;
    document.setHovered(row < 0 ? Element{} : shown[static_cast<size_t>(row)].about);
    update();
}

void CauseBars::mousePressEvent(QMouseEvent* event) {
    if (const int row = rowAt(event->position().y()); row >= 0)
        document.select(shown[static_cast<size_t>(row)].about);
}

void CauseBars::leaveEvent(QEvent*) {
    pointed = -1;
    document.setHovered({});
    update();
}

void CauseBars::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const int right = px(52);
    double most = 0.02; // of odds, over the whole width
    for (const Row& row : shown)
        most = std::max(most, row.odds - now);
    for (size_t i = 0; i < shown.size(); ++i) {
        const Row& row = shown[i];
        const QRect box(0, static_cast<int>(i) * rowHeight(), width(), rowHeight());
        painter.setFont(textFont(13));
        painter.setPen(colours().ink);
        painter.drawText(box.adjusted(0, 0, 0, -px(14)), Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(row.says, Qt::ElideRight, width()));
        const double full = width() - right;
        const QRectF bar(0, box.bottom() - px(13), std::max(1.0, full * std::max(0.0, row.odds - now) / most),
                         px(9));
        painter.setPen(Qt::NoPen);
        painter.setBrush(static_cast<int>(i) == pointed ? colours().ink : colours().accent);
        painter.drawRoundedRect(bar, 2, 2);
        painter.setPen(colours().faintInk);
        painter.setFont(textFont(12));
        painter.drawText(QRectF(width() - right, bar.top() - px(4), right, px(17)),
                         Qt::AlignRight | Qt::AlignVCenter,
                         QString::fromStdString(text::oddsInWords(row.odds)));
    }
}

} // namespace goodfold::app
