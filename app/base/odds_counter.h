// Counts beside the window the odds that every bolt goes in: a moment after each edit with the holds of the
// last plan, and again when there is a plan for it. It never waits, and what is out of date is stopped.
#pragma once

#include "app/base/planner.h"
#include "lineup/causes.h"
#include "lineup/drilling.h"

namespace goodfold::app {

/// What was counted of one job. A value: the worker that makes it shares nothing with the window.
struct Counted {
    sequence::Settled settled; // the job and part it was counted of
    std::shared_ptr<const tool::Shop> shop;
    bool isProvisional = false; // with the holds of a plan for another job
    std::string wrong;          // what the mount does not say yet; then nothing else is known
    std::optional<lineup::Making> making;
    lineup::Odds odds;
    lineup::NominalFit nominal;
    std::optional<check::LineUpFacts> facts; // what rules are told
    std::vector<std::vector<Vec2>> clouds;   // of each tie
    std::optional<double> opposite, both;    // of a pair: the other hand's odds, and that both go on
    std::vector<lineup::Cause> causes;       // once they are looked for
    std::vector<lineup::Offer> offers;
    std::vector<lineup::Drilling> drilling;
    bool isWhole = false; // causes and offers are there
};

class OddsCounter : public QObject {
    Q_OBJECT
public:
    OddsCounter(Document& document, Planner& planner, QObject* parent = nullptr);
    ~OddsCounter() override;

    /// Of the present job or the one before; null where it has no mount.
    std::shared_ptr<const Counted> latest() const { return finished; }
    /// Whether what is shown is of this very job and its own plan.
    bool isCurrent() const;
    /// Causes and offers are looked for as well, as long as somebody looks at them.
    void setWanted(bool causesAndOffers);
    /// The cheapest way to odds so high: `taken` is called in the window's thread when it is found.
    void findWayTo(double odds, const std::function<void(const lineup::WayUp&)>& taken);
    bool isFindingWay() const { return wayAsked != nullptr; }
    bool isBusy() const { return stopAsked != nullptr || waiting.isActive(); }
    /// What jobs are judged with; valid as long as `counted` is.
    lineup::Judging judging(const Counted& counted) const;

signals:
    void counted();

private:
    void begin();
    void stop();
    void take(const std::shared_ptr<const Counted>& made, bool isLast);

    Document& document;
    Planner& planner;
    QTimer waiting;
    bool wantsAll = false;
    std::shared_ptr<std::atomic<bool>> stopAsked, wayAsked;
    std::shared_ptr<const Counted> finished;
};

/// As the headline counts: the same everywhere, so that what a remedy promises comes.
#ifdef GOODFOLD_IS_SLOW // by sanitizers
inline constexpr int kTrials = 1000;
#else
inline constexpr int kTrials = 4000;
#endif
inline constexpr unsigned kSeed = 1;

} // namespace goodfold::app
