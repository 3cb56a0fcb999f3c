// Plans the order of bending of a document beside the window: a moment after each edit, or of the shop. It
// never waits, and what is out of date is stopped.
#pragma once

#include "app/base/document.h"
#include "sequence/mend.h"
#include "sequence/settle.h"

#include <QTimer>

#include <atomic>
#include <functional>
#include <memory>

namespace goodfold::app {

/// A job with the plan that was made for it, and the shop it was made with. The document may be further on.
/// A value: the worker that makes it shares nothing with the window.
struct Planned {
    job::Job job;
    std::shared_ptr<const tool::Shop> shop;
    sequence::Wishes wishes;
    sequence::Settled settled;
    std::optional<double> freeCost;      // without the wishes, where there are any
    std::vector<check::Remedy> mends;    // where there is no plan
    std::vector<std::string> otherTools; // in words, where there is none
    std::string failed;                  // what went wrong, where looking for it ended before its time
    std::shared_ptr<const check::PlanFacts> facts;
    std::shared_ptr<const Planned> opposite; // of a pair the other hand, in the same order and tools
    const part::Part& part() const { return settled.part; }
    const sequence::Outcome& outcome() const { return settled.outcome; }
};

/// All that the worker takes along, by value.
struct PlanWanted {
    job::Job job;
    material::Material material;
    std::shared_ptr<const tool::Shop> shop;
    hardware::Book hardware;
    quantity::Reading reading;
    size_t mostPoints = sequence::kMostPoints; // looked through for a better plan than the first
};

/// Fills in all there is to know about the plan of a job; `goOn` false stops.
void planInto(Planned& made, const PlanWanted& wanted, const sequence::GoOn& goOn);

class Planner : public QObject {
    Q_OBJECT
public:
    using Work = std::function<void(Planned&, const PlanWanted&, const sequence::GoOn&)>;
    /// What `work` throws comes back as `Planned::failed`.
    explicit Planner(Document& document, QObject* parent = nullptr, Work work = planInto);
    ~Planner() override;

    /// Begins now where it would a moment later.
    void hurry();
    /// Until the next edit.
    void stop();
    /// Of very many bends the first plan that is found is there soon, and better ones follow while it is
    /// busy.
    bool isBusy() const { return stopAsked != nullptr; }
    /// Busy, with a plan of this very job there already.
    bool isImproving() const { return isBusy() && improves; }
    /// Busy with the first, or about to begin.
    bool isAwaited() const { return (isBusy() && !improves) || waiting.isActive(); }
    /// The last that was finished; null before the first.
    std::shared_ptr<const Planned> latest() const { return finished; }

signals:
    void begun();
    void stopped();
    void progressed(int bendsPlaced);
    void done();

private:
    void begin();
    void take(const std::shared_ptr<const Planned>& made, bool isLast);

    Document& document;
    Work makePlan;
    QTimer waiting;
    std::shared_ptr<std::atomic<bool>> stopAsked; // of the plan under way
    std::shared_ptr<const Planned> finished;
    bool improves = false;
};

} // namespace goodfold::app
