#include "app/lineup/cause_bars.h"

#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "draw/type.h"
#include "text/lineup_words.h"

#include <QMouseEvent>
#include <QPainter>
#include <QResizeEvent>

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
    layOut();
}

void CauseBars::layOut() {
    const QFontMetrics metrics(textFont(13));
    const int barHeight = px(18);
    boxes.clear();
    int top = 0;
    for (const Row& row : shown) {
        const QRect words = metrics.boundingRect(QRect(0, 0, width(), 1000), Qt::TextWordWrap, row.says);
        boxes.emplace_back(0, top, width(), words.height() + barHeight);
        top += boxes.back().height();
    }
    setMinimumHeight(top);
    updateGeometry();
    update();
}

void CauseBars::resizeEvent(QResizeEvent* event) {
    if (event->size().width() != event->oldSize().width()) layOut();
}

QSize CauseBars::sizeHint() const {
    return {px(280), boxes.empty() ? 0 : boxes.back().bottom() + 1};
}

int CauseBars::rowAt(double y) const {
    for (size_t i = 0; i < boxes.size(); ++i)
        if (y >= boxes[i].top() && y <= boxes[i].bottom()) return static_cast<int>(i);
    return -1;
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
        const QRect& box = boxes[i];
        painter.setFont(textFont(13));
        painter.setPen(colours().ink);
        painter.drawText(box, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, row.says);
        const double full = width() - right;
        const QRectF bar(0, box.bottom() - px(14), std::max(1.0, full * std::max(0.0, row.odds - now) / most),
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
