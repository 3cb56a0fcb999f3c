// One open job: what the user decided, what core makes of it, and what is selected. Every change goes
// through edit(), which can be undone.
#pragma once

#include "app/base/taught_books.h"
#include "check/finding.h"
#include "edit/edit.h"
#include "part/compare_rules.h"
#include "part/fold.h"
#include "sequence/settle.h"

#include <QObject>
#include <QUndoStack>

#include <functional>
#include <future>
#include <memory>

namespace goodfold::app {

using job::Element;

class Document : public QObject {
    Q_OBJECT
public:
    /// The books must outlive it.
    Document(job::Job job, Books& books, QObject* parent = nullptr);

    const job::Job& job() const { return *currentJob; }
    /// The place that is in hand on the Mount stage: where the drawn hand goes, or the other hand's own.
    const std::optional<job::Mount>& place() const {
        return isOtherSide() ? job().oppositeMount : job().mount;
    }
    std::optional<job::Mount>& placeOf(job::Job& changed) const {
        return isOtherSide() ? changed.oppositeMount : changed.mount;
    }
    bool isOtherSide() const { return otherSide && job().oppositeMount; }
    void takeOtherSide(bool other);
    /// Its file, absolute; empty where it was never saved.
    const QString& path() const { return filePath; }
    void setPath(const QString& path) { filePath = path; }
    Books& books() const { return shopBooks; }
    const part::Part& part() const { return solvedPart; }
    /// The same of the opposite hand.
    part::Part oppositePart() const;
    const part::Folded& folded() const { return foldedPart; }
    /// Its books, as the shop's logbook has taught them.
    const material::Material& material() const { return *taught().material; }
    const lineup::ErrorBook& errors() const { return *taught().errors; }
    const cost::WorkBook& work() const { return *taught().work; }
    std::shared_ptr<const tool::Shop> shop() const { return taught().shop; }
    /// All rules'; those of the plan once there is one for this very job.
    /// They are looked for while the rest of a change is shown, so they are best asked for at found().
    const std::vector<check::Finding>& findings() const;
    /// Whether it is known of this very job in which order it can be bent, or that it cannot: until then
    /// nothing is all clear. Of a job with nothing to bend it is.
    bool isPlanned() const { return planFacts != nullptr || solvedPart.bends.empty(); }
    /// Whether the odds of this very job are known; of one without a mount there are none.
    bool isLinedUp() const { return lineUpFacts != nullptr || !job().mount; }
    /// What the tool that a bend is planned in makes of it; null until that is known.
    const check::PlanFacts::Formed* formed(const std::string& bend) const;
    /// What a plan made of this job: the radii its tools make, that the part is laid out with, the order, and
    /// what rules are told of it; null where the search found out nothing.
    void takePlan(const sequence::Settled& settled, std::shared_ptr<const check::PlanFacts> facts);
    /// What was counted of this very job on its mount; null until it is.
    const check::LineUpFacts* lineUp() const { return lineUpFacts.get(); }
    void takeLineUp(std::shared_ptr<const check::LineUpFacts> facts);
    std::vector<part::RuleOutcome> ruleOutcomes() const { return part::compareRules(job(), material()); }

    /// How figures are read: the job's unit, and the user's choices for that unit.
    quantity::Reading reading() const;
    void setReadings(const quantity::Reading& millimetres, const quantity::Reading& inches);

    const Element& selected() const { return selection; }
    /// What was selected last, then what is selected beside it.
    std::vector<Element> allSelected() const;
    const Element& hovered() const { return hover; }
    /// Selected and hovered, for painting.
    std::vector<Element> lit() const;
    /// Whether the job has it; nothing is always there.
    bool has(const Element& element) const;
    void select(const Element& element);
    /// First among what is selected, where it is one of several; else alone.
    void takeInHand(const Element& element);
    /// Beside what is selected, or no longer.
    void alsoSelect(const Element& element);
    /// The first is the one in hand.
    void selectAll(std::vector<Element> all);
    void setHovered(const Element& element);

    QUndoStack& undoStack() { return undo; }
    const QUndoStack& undoStack() const { return undo; }

    /// Takes the job over as one step that `label` names, or says why it is none. A job equal to the present
    /// one makes no step. Edits with the same `mergeKey` that follow one another become one step.
    std::optional<Error> edit(const QString& label, job::Job job, const std::optional<Element>& select = {},
                              const QString& mergeKey = {});
    std::optional<Error> change(const QString& label, const std::function<void(job::Job&)>& make);
    std::optional<Error> apply(const QString& label, const Result<edit::Edited>& edited);

    /// Takes a remedy's way out. What it leaves as a second part is told by secondPartMade().
    std::optional<Error> take(const check::Remedy& remedy, const Element& about);

    /// Another job in this document's place, as after opening a file: nothing to undo.
    void replace(job::Job job);

signals:
    void replaced();                          // by another job; changed() follows
    void changed();                           // job, part
    void placeTaken();                        // this side or the other
    void planTaken();                         // radii and order, later than the change itself
    void found();                             // findings, after each of the two; of a large job frames later
    void selectionChanged();                  // selected or hovered
    void secondPartMade(const job::Job& job); // an edit left a part of its own

private:
    friend class EditCommand;
    const TaughtBooks& taught() const { return taughtBooks.of(job(), shopBooks); }
    void take(std::shared_ptr<const job::Job> job, const Element& select);
    void recompute();
    void keepOrder();
    bool isLarge() const;
    void check();
    void tellFound();

    Books& shopBooks;
    mutable TaughtCache taughtBooks;
    std::shared_ptr<const job::Job> currentJob; // shared with the undo steps: never null, never changed
    QString filePath;
    bool otherSide = false; // in hand
    part::Part solvedPart;
    part::Folded foldedPart;
    std::shared_ptr<const check::PlanFacts> planFacts;     // null until there is a plan for this very job
    std::shared_ptr<const check::LineUpFacts> lineUpFacts; // the same of its mount
    mutable std::vector<check::Finding> currentFindings;
    quantity::Reading millimetreReading = quantity::Reading::millimetres();
    quantity::Reading inchReading = quantity::Reading::fractions();
    std::vector<std::string> planned; // ids of the bends in the order last planned
    Element selection, hover;
    std::vector<Element> others; // selected beside it
    QUndoStack undo;
    bool isFoundAwaited = false;
    /// What is still being looked for, at the job and the part: before they change it has to be let go. Last,
    /// so that it ends before what it looks at.
    mutable std::future<std::vector<check::Finding>> checking;
};

} // namespace goodfold::app
