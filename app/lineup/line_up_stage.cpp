#include "app/lineup/line_up_stage.h"

#include "app/base/text.h"
#include "app/lineup/cause_bars.h"
#include "app/lineup/line_up_cells.h"
#include "app/lineup/practice.h"
#include "app/lineup/spread_view.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "app/widgets/panel_column.h"
#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "text/lineup_words.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

namespace {

constexpr double kWanted = 0.99;

QWidget* columnOf(QWidget* parent) {
    auto* column = new QWidget(parent);
    column->setObjectName(QStringLiteral("ladderColumn"));
    column->setAttribute(Qt::WA_StyledBackground);
    return column;
}

} // namespace

LineUpStage::LineUpStage(Document& document, OddsCounter& counter, QWidget* parent)
    : Stage(parent), document(document), counter(counter) {
    setAccessibleName(tr("Line-up on the mount"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makeOdds());
    view = new SpreadView(document, counter, this);
    view->setAccessibleName(tr("The bracket on its mount, and where its holes come to lie"));
    layout->addWidget(view, 1);
    layout->addWidget(makeAnswers());
    connect(&counter, &OddsCounter::counted, this, &LineUpStage::take);
    connect(&document, &Document::changed, this, &LineUpStage::take);
    take();
}

QWidget* LineUpStage::makeOdds() {
    auto* column = columnOf(this);
    column->setFixedWidth(columnPx(318));
    odds = wordsOn(column, "odds");
    meaning = wordsOn(column, "faint");
    limits = wordsOn(column, "faint");
    ninetyNine = new QPushButton(tr("Make it 99 %"), column);
    ninetyNine->setToolTip(tr("Finds the cheapest set of changes that gets there, and makes them"));
    connect(ninetyNine, &QPushButton::clicked, this, &LineUpStage::makeIt99);
    mount = new CellPanel(document, tr("Mount"), mountBlocks, column);
    making = new CellPanel(document, tr("How it is made"), makingBlocks, column);
    drilling = new CellPanel(
        document, tr("When its holes are drilled"),
        [this](Document& of) { return drillingBlocks(of, advised); }, column);
    auto* panels = new PanelColumn(column);
    panels->add(tr("Where its holes have to come"), mount);
    drillingHeading = panels->add(tr("When its holes are drilled"), drilling);
    panels->add(tr("How it is made, and what that is out by"), making);
    practice = new Practice(document, counter, this);
    virtualShop = new CellPanel(
        document, tr("In a virtual shop"), [this](Document&) { return practice->blocks(); }, column);
    connect(practice, &Practice::changed, virtualShop, &CellPanel::refresh);
    panels->addFolded(tr("In a virtual shop"), QStringLiteral("practice"), virtualShop);
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(12, 8, 8, 8);
    layout->setSpacing(4);
    layout->addWidget(odds);
    layout->addWidget(meaning);
    layout->addWidget(limits);
    layout->addWidget(ninetyNine, 0, Qt::AlignLeft);
    layout->addSpacing(px(6));
    layout->addWidget(panels, 1);
    return column;
}

QWidget* LineUpStage::makeAnswers() {
    auto* column = columnOf(this);
    column->setFixedWidth(columnPx(312));
    causesHeading = wordsOn(column, "heading");
    bars = new CauseBars(document, counter, column);
    remediesHeading = wordsOn(column, "heading");
    remedies = new CellPanel(
        document, tr("What would raise the odds"), [this](Document& of) { return remedyBlocks(of, counter); },
        column);
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(12, 12, 8, 8);
    layout->setSpacing(4);
    layout->addWidget(causesHeading);
    layout->addWidget(bars);
    layout->addSpacing(px(8));
    layout->addWidget(remediesHeading);
    layout->addWidget(scrolling(remedies), 1);
    return column;
}

void LineUpStage::showEvent(QShowEvent*) {
    counter.setWanted(true);
}

void LineUpStage::hideEvent(QHideEvent*) {
    counter.setWanted(false);
}

/// What misses most in hand, so that its wrench is seen.
void LineUpStage::showExample(const QString&) {
    const auto counted = counter.latest();
    if (counted && counted->facts) document.select(Element::hole(job::holeThatMakes(counted->facts->worst)));
}

QString LineUpStage::hint() const {
    return tr("Drag turns the picture. A remedy that is pressed can be undone.");
}

QString LineUpStage::says() const {
    QStringList all{odds->text(),     meaning->text(), limits->text(),      mount->text(),
                    drilling->text(), making->text(),  virtualShop->text(), causesHeading->text()};
    for (const CauseBars::Row& row : bars->rows())
        all << row.says;
    return (all << remediesHeading->text() << remedies->text()).join(QLatin1Char('\n'));
}

void LineUpStage::take() {
    const auto counted = counter.latest();
    const bool isKnown = counted && counted->making;
    odds->setVisible(isKnown);
    limits->setVisible(isKnown);
    causesHeading->setVisible(isKnown);
    remediesHeading->setVisible(isKnown);
    ninetyNine->setVisible(isKnown && (counted->odds.odds < kWanted || counter.isFindingWay()));
    ninetyNine->setEnabled(!counter.isFindingWay());
    ninetyNine->setText(counter.isFindingWay() ? tr("Looking for a way to 99 %…") : tr("Make it 99 %"));
    meaning->setText(counted && !counted->making ? text(counted->wrong)
                     : isKnown                   ? tr("that every bolt goes in at the first try")
                     : document.job().mount      ? tr("Counting…")
                                                 : tr("No mount is stated yet."));
    remedies->refresh();
    if (!isKnown || counted->isWhole) advised = isKnown ? counted->drilling : std::vector<lineup::Drilling>();
    drilling->refresh();
    drillingHeading->setVisible(!advised.empty());
    drilling->setVisible(!advised.empty());
    if (!isKnown) return;
    odds->setText(text(text::oddsInWords(counted->odds.odds)) + (counter.isCurrent() ? QString() : tr(" ?")));
    const auto& tightest = counted->odds.tightestOfTies;
    const auto worst = std::max_element(tightest.begin(), tightest.end());
    QStringList says;
    if (!counter.isCurrent()) says << tr("Before the order of bending is known: provisional.");
    if (counted->facts->doubt) says << text(counted->facts->doubt->says);
    if (counted->nominal.fitting.room < 0)
        says << (counted->facts->worstTab.empty()
                     ? tr("As drawn it does not go on: a bolt misses by %1.")
                     : tr("As drawn it does not go on: a leg misses its slot by %1."))
                    .arg(text(quantity::typeset(quantity::Length::mm(-counted->nominal.fitting.room),
                                                document.reading())));
    if (!counted->facts->worstTab.empty())
        says << tr("Leg %1 in its slot is what misses most often.").arg(text(counted->facts->worstTab));
    else if (worst != tightest.end() && *worst > 0)
        says << tr("%1 is what misses most often.")
                    .arg(text(
                        counted->making->mounting.ties[static_cast<size_t>(worst - tightest.begin())].hole));
    if (counted->making->mounting.places().size() < 2) says << tr("One bolt alone always goes in.");
    if (const std::string bolts = text::boltsInWords(*counted->making); !bolts.empty()) says << text(bolts);
    if (counted->both)
        says << tr("The other hand %1, both %2.")
                    .arg(text(text::oddsInWords(*counted->opposite)),
                         text(text::oddsInWords(*counted->both)));
    limits->setText(says.join(QLatin1Char(' ')));
    causesHeading->setText(counted->isWhole || !bars->rows().empty()
                               ? tr("What is to blame: the odds without it")
                               : tr("Looking for what is to blame…"));
    remediesHeading->setText(counted->isWhole ? tr("What would raise the odds, and to what")
                                              : tr("Looking for what would help…"));
}

void LineUpStage::makeIt99() {
    const auto began = counter.latest();
    counter.findWayTo(kWanted, [this, began](const lineup::WayUp& way) {
        take();
        if (!(began->settled.job == document.job()))
            return Notice::say(*this, tr("The job was changed in the meantime: ask again."));
        if (way.steps.empty()) return Notice::say(*this, tr("Nothing was found that would raise the odds."));
        const lineup::Judging judging = counter.judging(*began);
        QStringList steps;
        for (const lineup::Offer& step : way.steps)
            steps << text(text::inWords(step.remedy, began->settled.job, judging));
        if (const auto wrong = document.edit(tr("make it 99 %"), way.mended))
            return Notice::say(*this, text(wrong->says));
        Notice::say(*this, (way.odds >= kWanted ? tr("%1 now: %2.") : tr("As far as it goes, %1: %2."))
                               .arg(text(text::oddsInWords(way.odds)), steps.join(QStringLiteral("; "))));
    });
    take();
}

} // namespace goodfold::app
