#include "app/base/document.h"

#include "app/base/frame.h"
#include "part/mirror.h"

#include <QTimer>
#include <QUndoCommand>

#include <algorithm>
#include <chrono>
#include <utility>

namespace goodfold::app {

/// The job before and after, whole: a whole one can never be put back wrong, and steps that follow one
/// another share it.
class EditCommand : public QUndoCommand {
public:
    EditCommand(Document& document, const QString& label, job::Job job, Element selectAfter, QString mergeKey)
        : QUndoCommand(label), document(document), before(document.currentJob),
          after(std::make_shared<job::Job>(std::move(job))), selectBefore(document.selected()),
          selectAfter(std::move(selectAfter)), mergeKey(std::move(mergeKey)) {}

    void undo() override { document.take(before, selectBefore); }
    void redo() override { document.take(after, selectAfter); }
    int id() const override { return mergeKey.isEmpty() ? -1 : 1; }

    bool mergeWith(const QUndoCommand* next) override {
        const auto* other = static_cast<const EditCommand*>(next); // id() tells them apart from all others
        if (other->mergeKey != mergeKey) return false;
        after = other->after;
        selectAfter = other->selectAfter;
        setObsolete(*after == *before);
        return true;
    }

private:
    Document& document;
    std::shared_ptr<const job::Job> before, after;
    Element selectBefore, selectAfter;
    QString mergeKey;
};

namespace {

/// The very job where it has them already.
std::shared_ptr<const job::Job> withToolRadii(std::shared_ptr<const job::Job> job, const job::Job& settled) {
    if (sequence::hasToolRadii(*job, settled)) return job;
    auto changed = std::make_shared<job::Job>(*job);
    sequence::takeToolRadii(*changed, settled);
    return changed;
}

} // namespace

Document::Document(job::Job job, Books& books, QObject* parent)
    : QObject(parent), shopBooks(books), currentJob(std::make_shared<job::Job>(std::move(job))), undo(this) {
    selection = Element::plate(currentJob->plates.front().id);
    recompute();
    connect(&books.logbook, &ShopLogbook::changed, this, [this] {
        recompute();
        emit changed();
        tellFound();
    });
}

quantity::Reading Document::reading() const {
    return currentJob->units == quantity::Unit::Inch ? inchReading : millimetreReading;
}

void Document::setReadings(const quantity::Reading& millimetres, const quantity::Reading& inches) {
    millimetreReading = millimetres;
    inchReading = inches;
    recompute();
    emit changed();
    tellFound();
}

std::vector<Element> Document::allSelected() const {
    std::vector<Element> all;
    if (!selection.isNothing()) all.push_back(selection);
    all.insert(all.end(), others.begin(), others.end());
    return all;
}

std::vector<Element> Document::lit() const {
    std::vector<Element> all = allSelected();
    if (!hover.isNothing()) all.push_back(hover);
    return all;
}

/// What is gone, as a plan or a finding made before the last edit may speak of, cannot be taken in hand.
void Document::select(const Element& element) {
    const Element wanted = has(element) ? element : Element{};
    if (wanted == selection && others.empty()) return;
    selection = wanted;
    others.clear();
    emit selectionChanged();
}

void Document::takeInHand(const Element& element) {
    if (element == selection) return;
    std::vector<Element> all = allSelected();
    if (std::erase(all, element) == 0) return select(element);
    all.insert(all.begin(), element);
    selectAll(std::move(all));
}

void Document::alsoSelect(const Element& element) {
    if (element.isNothing() || !has(element)) return;
    std::vector<Element> all = allSelected();
    if (std::erase(all, element) == 0) all.insert(all.begin(), element);
    selectAll(all);
}

void Document::selectAll(std::vector<Element> all) {
    std::erase_if(all, [&](const Element& each) { return !has(each); });
    selection = all.empty() ? Element{} : all.front();
    others.assign(all.empty() ? all.begin() : all.begin() + 1, all.end());
    emit selectionChanged();
}

void Document::setHovered(const Element& element) {
    const Element wanted = has(element) ? element : Element{};
    if (wanted == hover) return;
    hover = wanted;
    emit selectionChanged();
}

std::optional<Error> Document::edit(const QString& label, job::Job job, const std::optional<Element>& wanted,
                                    const QString& mergeKey) {
    job.tidyTies(); // a hole that went takes its bolt along
    if (auto wrong = job::whatIsWrong(job)) return wrong;
    if (!material::standardMaterials().find(job.material))
        return Error{"\"" + job.material + "\" is not in the material book.", "material"};
    if (job != *currentJob)
        undo.push(new EditCommand(*this, label, std::move(job), wanted.value_or(selection), mergeKey));
    else if (wanted)
        select(*wanted);
    return {};
}

std::optional<Error> Document::change(const QString& label, const std::function<void(job::Job&)>& make) {
    job::Job job = *currentJob;
    make(job);
    return edit(label, std::move(job));
}

std::optional<Error> Document::apply(const QString& label, const Result<edit::Edited>& edited) {
    if (!edited) return edited.error();
    return edit(label, edited->job, edited->about);
}

std::optional<Error> Document::take(const check::Remedy& remedy, const Element& about) {
    auto wrong = edit(QString::fromStdString(remedy.says), remedy.mended, about);
    if (!wrong && remedy.other) emit secondPartMade(*remedy.other);
    return wrong;
}

void Document::takeOtherSide(bool other) {
    otherSide = other;
    emit placeTaken();
}

void Document::replace(job::Job job) {
    undo.clear();
    const Element first = Element::plate(job.plates.front().id);
    emit replaced();
    checking = {};
    currentJob = std::make_shared<job::Job>(); // nothing that was found out about it holds of another
    take(std::make_shared<job::Job>(std::move(job)), first);
}

void Document::take(std::shared_ptr<const job::Job> job, const Element& wanted) {
    checking = {};
    currentJob = withToolRadii(std::move(job), *currentJob); // known until there is another plan
    selection = has(wanted) ? wanted : Element{};
    std::erase_if(others, [&](const Element& each) { return !has(each) || each == selection; });
    if (!has(hover)) hover = {};
    recompute();
    emit changed();
    tellFound();
}

bool Document::has(const Element& element) const {
    return job::has(*currentJob, element);
}

part::Part Document::oppositePart() const {
    return part::oppositePart(*currentJob, solvedPart, material());
}

void Document::takePlan(const sequence::Settled& settled, std::shared_ptr<const check::PlanFacts> facts) {
    checking = {};
    currentJob = withToolRadii(currentJob, settled.job);
    solvedPart = settled.part;
    foldedPart = part::fold(solvedPart);
    planned.clear();
    if (settled.outcome.plan)
        for (const int bend : sequence::orderOf(*settled.outcome.plan))
            planned.push_back(solvedPart.bends[static_cast<size_t>(bend)].id);
    planFacts = std::move(facts);
    check();
    emit planTaken();
    tellFound();
}

void Document::takeLineUp(std::shared_ptr<const check::LineUpFacts> facts) {
    lineUpFacts = std::move(facts);
    check();
    emit planTaken();
    tellFound();
}

const check::PlanFacts::Formed* Document::formed(const std::string& bend) const {
    if (!planFacts) return nullptr;
    for (const check::PlanFacts::Formed& each : planFacts->formed)
        if (each.bend == bend) return &each;
    return nullptr;
}

/// Until there is another plan the last order stays, as long as it has the same bends.
void Document::keepOrder() {
    std::vector<int> order;
    for (const std::string& id : planned)
        order.push_back(solvedPart.bendIndex(id));
    const bool isWhole =
        order.size() == solvedPart.bends.size() && std::find(order.begin(), order.end(), -1) == order.end();
    if (isWhole) part::setOrder(solvedPart, order);
}

void Document::recompute() {
    checking = {};
    taughtBooks.forgetJob();
    solvedPart = part::solve(*currentJob, material());
    keepOrder();
    foldedPart = part::fold(solvedPart);
    planFacts.reset();
    lineUpFacts.reset();
    check();
}

bool Document::isLarge() const {
    constexpr size_t kLarge = 60; // a thread takes as long to begin as a bar of twelve bends to check
    return solvedPart.plates.size() + solvedPart.holes.size() > kLarge;
}

/// Of a large job on another core, while it is shown; else where they are asked for.
void Document::check() {
    checking = std::async(isLarge() ? std::launch::async | std::launch::deferred : std::launch::deferred,
                          [this, material = taught().material, reading = reading(),
                           hardware = shopBooks.hardware.shared(), plan = planFacts, lineUp = lineUpFacts] {
                              return check::check({*currentJob, solvedPart, foldedPart, *material, reading,
                                                   *hardware, plan.get(), lineUp.get()});
                          });
}

/// Of a large job in a later frame, once they are known: nobody waits for them but who asks.
void Document::tellFound() {
    if (!isLarge()) return emit found();
    if (std::exchange(isFoundAwaited, true)) return;
    QTimer::singleShot(kFrame, this, [this] {
        isFoundAwaited = false;
        const bool isLooking =
            checking.valid() && checking.wait_for(std::chrono::seconds(0)) == std::future_status::timeout;
        isLooking ? tellFound() : found();
    });
}

const std::vector<check::Finding>& Document::findings() const {
    if (checking.valid()) currentFindings = checking.get();
    return currentFindings;
}

} // namespace goodfold::app
