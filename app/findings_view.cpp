#include "app/findings_view.h"

#include "app/notice.h"
#include "app/theme.h"

#include <QEvent>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

SeveritySign::SeveritySign(check::Severity severity, int size, QWidget* parent)
    : QWidget(parent), severity(severity) {
    setFixedSize(size, size);
}

void SeveritySign::setSeverity(check::Severity newSeverity) {
    severity = newSeverity;
    update();
}

void SeveritySign::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
    switch (severity) {
    case check::Severity::Stop:
        painter.setBrush(colours().stop);
        painter.drawRect(box.adjusted(1, 1, -1, -1));
        return;
    case check::Severity::Mind:
        painter.setBrush(colours().mind);
        painter.drawPolygon(
            QPolygonF{QPointF(box.center().x(), box.top()), box.bottomRight(), box.bottomLeft()});
        return;
    case check::Severity::Note:
        painter.setBrush(colours().ink);
        painter.drawEllipse(box.center(), box.width() * 0.32, box.width() * 0.32);
    }
}

FindingCard::FindingCard(Document& document, size_t index, QWidget* parent)
    : QFrame(parent), document(document), index(index), about(document.findings()[index].about) {
    const check::Finding& finding = document.findings()[index];
    setAttribute(Qt::WA_Hover);
    setAccessibleName(QString::fromStdString(check::nameOf(finding.severity) + ": " + finding.headline +
                                             ". " + finding.says));
    auto* headline = new QLabel(QString::fromStdString(finding.headline), this);
    headline->setWordWrap(true);
    QFont bold = headline->font();
    bold.setWeight(QFont::DemiBold);
    headline->setFont(bold);
    auto* says = new QLabel(QString::fromStdString(finding.says), this);
    says->setWordWrap(true);
    says->setProperty("role", "faint");
    auto* words = new QVBoxLayout;
    words->setSpacing(2);
    words->addWidget(headline);
    words->addWidget(says);
    if (finding.remedy) {
        auto* button = new QPushButton(QString::fromStdString(finding.remedy->says), this);
        button->setProperty("role", "remedy");
        connect(button, &QPushButton::clicked, this, &FindingCard::mend);
        words->addSpacing(4);
        words->addWidget(button, 0, Qt::AlignLeft);
    }
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 4, 0, 8);
    layout->setSpacing(9);
    layout->addWidget(new SeveritySign(finding.severity, 16, this), 0, Qt::AlignTop);
    layout->addLayout(words, 1);
}

void FindingCard::mend() {
    // A copy: the edit makes the findings anew.
    const check::Remedy remedy = *document.findings()[index].remedy;
    if (const auto wrong = document.edit(QString::fromStdString(remedy.says), remedy.mended, about))
        Notice::say(*this, QString::fromStdString(wrong->says));
}

bool FindingCard::event(QEvent* event) {
    if (event->type() == QEvent::HoverEnter) document.setHovered(about);
    if (event->type() == QEvent::HoverLeave) document.setHovered({});
    return QFrame::event(event);
}

void FindingCard::mousePressEvent(QMouseEvent*) {
    if (!about.isNothing()) document.select(about);
}

FindingsView::FindingsView(Document& document, QWidget* parent) : QWidget(parent), document(document) {
    auto* heading = new QLabel(tr("Findings"), this);
    heading->setProperty("role", "heading");
    column = new QWidget;
    cards = new QVBoxLayout(column);
    cards->setContentsMargins(0, 0, 6, 0);
    cards->setSpacing(6);
    scroll = new QScrollArea(this);
    scroll->setWidget(column);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setAccessibleName(tr("Findings"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 8, 8);
    layout->addWidget(heading);
    layout->addWidget(scroll, 1);
    connect(&document, &Document::changed, this, &FindingsView::refresh);
    refresh();
}

void FindingsView::refresh() {
    // Most edits leave most findings as they were; cards that say the same stay.
    QStringList words;
    for (const check::Finding& finding : document.findings())
        words << QString::fromStdString(finding.about.id + '\n' + finding.headline + '\n' + finding.says +
                                        '\n' + (finding.remedy ? finding.remedy->says : std::string()));
    if (words == shown) return;
    shown = words;
    while (QLayoutItem* item = cards->takeAt(0)) {
        if (QWidget* card = item->widget()) {
            card->hide();
            card->deleteLater();
        }
        delete item;
    }
    // Nobody reads more, and the worst come first.
    constexpr size_t kMostCards = 50;
    const size_t count = document.findings().size();
    for (size_t i = 0; i < std::min(count, kMostCards); ++i)
        cards->addWidget(new FindingCard(document, i, column));
    if (count > kMostCards) cards->addWidget(new QLabel(tr("and %1 more").arg(count - kMostCards), column));
    cards->addStretch();
}

void FindingsView::enter() {
    if (QPushButton* first = column->findChild<QPushButton*>()) {
        first->setFocus(Qt::OtherFocusReason);
        scroll->ensureWidgetVisible(first);
    } else {
        scroll->setFocus(Qt::OtherFocusReason);
    }
}

} // namespace goodfold::app
