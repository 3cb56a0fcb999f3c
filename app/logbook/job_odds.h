// How much surer the job in hand is for what the shop has learned: its odds by the books alone, and by what
// is known now.
#pragma once

#include "app/base/planner.h"

namespace goodfold::app {

class JobOdds : public QObject {
    Q_OBJECT
public:
    struct Odds {
        double byBook = 0, known = 0; // that every bolt goes in
    };

    JobOdds(Document& document, Planner& planner, QObject* parent = nullptr);
    ~JobOdds() override;

    /// Counts them in a worker where job, plan or logbook have changed since.
    void ask();
    /// Nothing where the job has no mount, where nothing was learned, or until they are counted.
    const std::optional<Odds>& latest() const { return odds; }

signals:
    void changed();

private:
    void stop();
    void take(const std::optional<Odds>& counted);

    Document& document;
    Planner& planner;
    std::shared_ptr<const Planned> ofPlan;
    int ofLogbook = -1;
    std::optional<Odds> odds;
    std::shared_ptr<std::atomic<bool>> stopAsked;
};

} // namespace goodfold::app
