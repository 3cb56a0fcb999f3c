#include "app/ladder.h"

#include "app/notice.h"
#include "app/rung.h"
#include "app/undo_key.h"
#include "part/entry.h"

#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

std::vector<Element> ladderOrder(const part::Job& job) {
    std::vector<Element> order;
    std::vector<std::string> toVisit;
    for (const part::Plate& plate : job.plates)
        if (!job.bendTo(plate.id)) toVisit.push_back(plate.id);
    while (!toVisit.empty()) {
        const part::Plate& plate = *job.findPlate(toVisit.back());
        toVisit.pop_back();
        if (const part::Bend* bend = job.bendTo(plate.id)) order.push_back(Element::bend(bend->id));
        order.push_back(Element::plate(plate.id));
        for (const part::Hole& hole : plate.holes)
            order.push_back(Element::hole(hole.id));
        std::vector<std::string> children;
        for (const part::Bend& bend : job.bends)
            if (bend.from == plate.id) children.push_back(bend.to);
        toVisit.insert(toVisit.end(), children.rbegin(), children.rend());
    }
    return order;
}

std::vector<Element> shownRungs(const part::Job& job, const Element& selected) {
    constexpr size_t kAllAtOnce = 100;
    std::vector<Element> order = ladderOrder(job);
    if (order.size() <= kAllAtOnce) return order;
    const part::Plate* open = job.findPlate(part::plateInHand(job, selected));
    std::erase_if(order, [&](const Element& element) {
        return element.kind == Element::Kind::Hole && job.plateOfHole(element.id) != open;
    });
    return order;
}

EntryLine::EntryLine(Document& document, QWidget* parent) : QLineEdit(parent), document(document) {
    setProperty("role", "entry");
    setAccessibleName(tr("Type the bracket here"));
    leaveUndoToDocument(*this);
    const auto prompt = [this] {
        const QString says =
            QString::fromStdString(part::whatToType(this->document.job(), this->document.selected()));
        setAccessibleDescription(says);
        setPlaceholderText(tr("40   ·   b 90 away   ·   h 12"));
    };
    connect(&document, &Document::changed, this, prompt);
    connect(&document, &Document::selectionChanged, this, prompt);
    prompt();
}

void EntryLine::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) return enterTyped();
    if (event->key() == Qt::Key_Escape) {
        Notice::clear(*this);
        return setText({});
    }
    if (event->key() != Qt::Key_Up && event->key() != Qt::Key_Down) return QLineEdit::keyPressEvent(event);
    const auto order = ladderOrder(document.job());
    auto here = std::find(order.begin(), order.end(), document.selected());
    if (here == order.end())
        here = order.begin();
    else if (event->key() == Qt::Key_Up && here != order.begin())
        --here;
    else if (event->key() == Qt::Key_Down && here + 1 != order.end())
        ++here;
    document.select(*here);
}

void EntryLine::enterTyped() {
    const QString line = text().trimmed();
    const auto wrong =
        document.apply(tr("\"%1\"").arg(line), part::enter(document.job(), document.selected(),
                                                           line.toStdString(), document.reading()));
    if (wrong) {
        const QString says = QString::fromStdString(wrong->says);
        return Notice::say(*this, says.left(1).toUpper() + says.mid(1));
    }
    Notice::clear(*this);
    setText({}); // unlike clear(), this is nothing to undo
}

Ladder::Ladder(Document& document, QWidget* parent) : QWidget(parent), document(document) {
    auto* heading = new QLabel(tr("Ladder"), this);
    heading->setProperty("role", "heading");
    column = new QWidget;
    rungLayout = new QVBoxLayout(column);
    rungLayout->setContentsMargins(0, 0, 4, 0);
    rungLayout->setSpacing(1);
    addBend = new QPushButton(column);
    addHole = new QPushButton(column);
    for (QPushButton* link : {addBend, addHole}) {
        link->setProperty("role", "link");
        rungLayout->addWidget(link, 0, Qt::AlignLeft);
    }
    rungLayout->addStretch();
    scroll = new QScrollArea(this);
    scroll->setWidget(column);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    entryLine = new EntryLine(document, this);
    hint = new QLabel(this);
    hint->setProperty("role", "faint");
    hint->setWordWrap(true);
    hint->setBuddy(entryLine);

    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(10, 10, 6, 8);
    layout->setSpacing(6);
    layout->addWidget(heading);
    layout->addWidget(scroll, 1);
    layout->addWidget(hint);
    layout->addWidget(entryLine);

    connect(addBend, &QPushButton::clicked, this, [this] {
        this->document.apply(tr("new bend"), part::enter(this->document.job(), this->document.selected(),
                                                         "b 90 toward", this->document.reading()));
        entryLine->setFocus();
    });
    connect(addHole, &QPushButton::clicked, this, [this] {
        const char* line = this->document.job().units == quantity::Unit::Inch ? "h 1/2" : "h 12";
        this->document.apply(tr("new hole"), part::enter(this->document.job(), this->document.selected(),
                                                         line, this->document.reading()));
    });
    connect(&document, &Document::changed, this, &Ladder::refresh);
    connect(&document, &Document::selectionChanged, this, &Ladder::showSelection);
    rebuild();
}

Rung* Ladder::rungOf(const Element& element) const {
    const auto found = std::find_if(rungs.begin(), rungs.end(),
                                    [&](const Rung* rung) { return rung->element() == element; });
    return found == rungs.end() ? nullptr : *found;
}

bool Ladder::standsAsItShould() const {
    const auto order = shownRungs(document.job(), document.selected());
    return std::equal(order.begin(), order.end(), rungs.begin(), rungs.end(),
                      [](const Element& element, const Rung* rung) { return element == rung->element(); });
}

void Ladder::refresh() {
    if (!standsAsItShould()) return rebuild();
    for (Rung* rung : rungs)
        rung->refresh();
    refreshLinks();
}

Rung* Ladder::makeRung(const Element& element) {
    if (element.kind == Element::Kind::Plate) return new LegRung(document, element.id, column);
    if (element.kind == Element::Kind::Bend) return new BendRung(document, element.id, column);
    return new HoleRung(document, element.id, column);
}

void Ladder::rebuild() {
    std::vector<Rung*> old = std::exchange(rungs, {});
    for (const Element& element : shownRungs(document.job(), document.selected())) {
        const auto kept = std::find_if(old.begin(), old.end(),
                                       [&](const Rung* rung) { return rung && rung->element() == element; });
        Rung* rung = kept == old.end() ? makeRung(element) : std::exchange(*kept, nullptr);
        rung->refresh();
        rungLayout->removeWidget(rung);
        rungLayout->insertWidget(static_cast<int>(rungs.size()), rung);
        rung->show();
        rungs.push_back(rung);
    }
    // A field of the rung may be in the middle of telling us what was typed.
    for (Rung* rung : old)
        if (rung) {
            rung->hide();
            rung->deleteLater();
        }
    orderTabs();
    showSelection();
}

void Ladder::orderTabs() {
    QWidget* before = nullptr;
    const auto next = [&](QWidget* field) {
        if (before) QWidget::setTabOrder(before, field);
        before = field;
    };
    for (const Rung* rung : rungs)
        for (QWidget* field : rung->fields())
            next(field);
    for (QWidget* field :
         {static_cast<QWidget*>(addBend), static_cast<QWidget*>(addHole), static_cast<QWidget*>(entryLine)})
        next(field);
}

void Ladder::refreshLinks() {
    const part::Job& job = document.job();
    const auto last = std::find_if(job.plates.begin(), job.plates.end(),
                                   [&](const part::Plate& plate) { return part::endIsFree(job, plate.id); });
    addBend->setText(tr("+ bend on the end of %1").arg(QString::fromStdString(last->id)));
    const std::string carrier = part::plateInHand(job, document.selected());
    addHole->setText(tr("+ hole in %1").arg(QString::fromStdString(carrier)));
}

void Ladder::showSelection() {
    if (!standsAsItShould()) return rebuild();
    for (Rung* rung : rungs)
        rung->update();
    refreshLinks();
    const QString says = QString::fromStdString(part::whatToType(document.job(), document.selected()));
    hint->setText(says.left(1).toUpper() + says.mid(1));
    if (Rung* rung = rungOf(document.selected())) scroll->ensureWidgetVisible(rung, 0, 10);
}

} // namespace goodfold::app
