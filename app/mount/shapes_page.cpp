#include "app/mount/shapes_page.h"

#include "app/base/text.h"
#include "app/widgets/job_card.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "propose/words.h"
#include "text/lineup_words.h"

#include <QGridLayout>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace goodfold::app {

namespace {

JobCard::Words wordsOf(const propose::Proposal& proposal, const quantity::Reading& reading) {
    return {text(propose::nameOf(proposal)), text(propose::figuresOf(proposal, reading)),
            text(text::oddsInWords(proposal.odds)), !proposal.isBuildable()};
}

} // namespace

ShapesPage::ShapesPage(Document& document, Shapes& shapes, QWidget* parent)
    : QWidget(parent), document(document), shapes(shapes) {
    says = new QLabel(this);
    says->setWordWrap(true);
    auto* back = new QPushButton(tr("Back to the place"), this);
    back->setObjectName(QStringLiteral("shapesBack"));
    connect(back, &QPushButton::clicked, &shapes, &Shapes::leave);
    auto* head = new QHBoxLayout;
    head->addWidget(says, 1);
    head->addWidget(back);
    cards = new QWidget(this);
    grid = new QGridLayout(cards);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(px(12));
    grid->setAlignment(Qt::AlignTop);
    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(cards);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(px(16), px(14), px(16), px(8));
    layout->addLayout(head);
    layout->addWidget(scroll, 1);
    connect(&shapes, &Shapes::changed, this, &ShapesPage::refresh);
    refresh();
}

void ShapesPage::refresh() {
    qDeleteAll(cards->findChildren<JobCard*>(QString(), Qt::FindDirectChildrenOnly));
    const auto* found = shapes.found();
    if (!found || found->empty()) {
        says->setText(found ? text(shapes.why()) : tr("Shapes that reach are looked for…"));
        return;
    }
    says->setText(tr(
        "Brackets that reach all points of the place, the best first, with how many go on at the first try. "
        "A press takes one; undo gives back what there was."));
    constexpr int kAcross = 2;
    for (size_t i = 0; i < found->size(); ++i) {
        const propose::Proposal& proposal = (*found)[i];
        auto* card = new JobCard(proposal.job, wordsOf(proposal, document.reading()), cards);
        card->setFixedHeight(px(262));
        connect(card, &QAbstractButton::clicked, this, [this, card] {
            const QString label = tr("bracket proposed: %1").arg(card->words().title);
            if (const auto wrong = document.edit(label, card->job()))
                return Notice::say(*this, text(wrong->says));
            emit taken();
        });
        grid->addWidget(card, static_cast<int>(i) / kAcross, static_cast<int>(i) % kAcross);
    }
}

} // namespace goodfold::app
