#include "app/help/calculation.h"

#include "app/base/odds_counter.h"
#include "app/base/text.h"
#include "app/widgets/theme.h"
#include "cost/words.h"
#include "text/derived_odds.h"

#include <QPushButton>
#include <QScrollBar>
#include <QShortcut>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace goodfold::app {

namespace {

using job::Element;

/// Of the bracket as a whole: what it stands, how often it goes on, how long it takes.
void addWhole(std::vector<text::Derivation>& all, const Document& document, const Planned* planned,
              const Counted* counted) {
    const job::Job& job = document.job();
    const quantity::Reading reading = document.reading();
    if (job.load)
        if (const auto stands =
                strength::estimate(job, document.part(), document.folded(), document.material(), *job.load))
            all.push_back(text::howStrong(job, *stands, document.material(), reading));
    if (counted && counted->making) {
        const auto& plan = counted->settled.outcome.plan;
        all.push_back(text::howLikely(*counted->making, counted->nominal, counted->odds, reading));
        all.push_back(text::whatMovesIt(*counted->making, plan ? &*plan : nullptr));
    }
    if (planned && planned->outcome().plan) {
        const auto items =
            cost::itemsOf(planned->settled, document.work(), reading, static_cast<int>(job.ties.size()));
        all.push_back(cost::howTimed(items, job.quantity * (job.oppositeHand ? 2 : 1)));
    }
}

/// Of what is in hand first, with all that it hangs on; the blank, and the whole, last.
std::vector<text::Derivation> derivationsOf(const Document& document, const Planned* planned,
                                            const Counted* counted) {
    const part::Part& part = document.part();
    const quantity::Reading reading = document.reading();
    const Element& about = document.selected();
    std::vector<text::Derivation> all;
    const auto bent = [&](int index) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(index)];
        all.push_back(text::howBent(part, bend, reading));
        if (!planned || !planned->outcome().plan) return;
        for (const sequence::Step& step : planned->outcome().plan->steps)
            if (planned->part().bends[static_cast<size_t>(step.operation.bend)].id == bend.id)
                all.push_back(text::howPushed(planned->part(), step, document.material()));
    };
    const auto flat = [&](int plate) {
        all.push_back(text::howFlat(document.job(), part, plate, reading));
        if (const int parent = part.plates[static_cast<size_t>(plate)].parentBend; parent >= 0) bent(parent);
    };
    if (about.kind == Element::Kind::Bend && part.bendIndex(about.id) >= 0) bent(part.bendIndex(about.id));
    if (about.kind == Element::Kind::Plate && part.plateIndex(about.id) >= 0) flat(part.plateIndex(about.id));
    if (about.kind == Element::Kind::Hole) {
        for (const part::PartHole& hole : part.holes)
            if (hole.source == about.id) {
                all.push_back(text::howPlaced(part, hole, reading));
                if (hole.ordinal == 0) flat(hole.plate);
            }
    }
    all.push_back(text::howLong(part, reading));
    addWhole(all, document, planned, counted);
    return all;
}

QString asPage(const std::vector<text::Derivation>& all) {
    const draw::Palette& p = colours();
    QString html;
    for (const text::Derivation& each : all) {
        html += QStringLiteral("<h3>%1</h3>").arg(text(each.of).toHtmlEscaped());
        for (const std::string& line : each.lines)
            html += QStringLiteral("<p style='margin:3px 0 3px 12px'>%1</p>").arg(text(line).toHtmlEscaped());
        html += QStringLiteral("<p style='margin:3px 0 10px 12px; color:%1'>%2</p>")
                    .arg(p.faintInk.name(), text(each.source).toHtmlEscaped());
    }
    return html;
}

} // namespace

Calculation::Calculation(Document& document, Planner& planner, OddsCounter& odds, QWidget* parent)
    : QWidget(parent, Qt::Window), document(document), planner(planner), odds(odds),
      page(new QTextBrowser(this)) {
    setWindowTitle(tr("How this is calculated"));
    page->setAccessibleName(tr("How the figures of what is in hand are calculated"));
    page->setFont(textFont(14));
    page->document()->setDocumentMargin(px(14));
    page->setFrameShape(QFrame::NoFrame);
    auto* formulas = new QPushButton(tr("All formulas and their sources"), this);
    connect(formulas, &QPushButton::clicked, this, &Calculation::handbookWanted);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(page);
    layout->addWidget(formulas, 0, Qt::AlignLeft);
    connect(new QShortcut(Qt::Key_Escape, this), &QShortcut::activated, this, &QWidget::close);
    connect(&document, &Document::changed, this, &Calculation::refresh);
    connect(&document, &Document::selectionChanged, this, &Calculation::refresh);
    connect(&document, &Document::planTaken, this, &Calculation::refresh);
    connect(&planner, &Planner::done, this, &Calculation::refresh);
    connect(&odds, &OddsCounter::counted, this, &Calculation::refresh);
    resize(px(560), px(560));
}

QString Calculation::text() const {
    return page->toPlainText();
}

void Calculation::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

/// Where it was read stays in sight.
void Calculation::refresh() {
    if (!isVisible()) return;
    const int at = page->verticalScrollBar()->value();
    page->setHtml(asPage(derivationsOf(document, planner.latest().get(), odds.latest().get())));
    page->verticalScrollBar()->setValue(at);
}

} // namespace goodfold::app
