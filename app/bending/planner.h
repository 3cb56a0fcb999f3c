// Plans the order of bending beside the window: it never waits, and what is out of date is stopped.
#pragma once

#include "sequence/mend.h"

#include <QObject>

#include <atomic>
#include <memory>

namespace goodfold::app {

/// A part with the plan that was made for it.
struct Planned {
    part::Part part;
    sequence::Outcome outcome;
    std::vector<check::Remedy> mends; // where there is no plan
};

class Planner : public QObject {
    Q_OBJECT
public:
    explicit Planner(QObject* parent = nullptr);
    ~Planner() override;

    /// Stops what is under way and begins anew. Material, shop and book must outlive the planner.
    void begin(const part::Job& job, const material::Material& material, const tool::Shop& shop,
               const hardware::Book& book, const quantity::Reading& reading, const sequence::Wishes& wishes);
    void stop();
    bool isBusy() const { return stopAsked != nullptr; }
    /// The last that was finished; null before the first.
    std::shared_ptr<const Planned> latest() const { return finished; }

signals:
    void progressed(int bendsPlaced);
    void done();

private:
    std::shared_ptr<std::atomic<bool>> stopAsked; // of the plan under way
    std::shared_ptr<const Planned> finished;
};

} // namespace goodfold::app
