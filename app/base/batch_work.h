// The book of work for the batch in hand: the minutes that pieces of it took, and its metal by how it is cut
// from the rack.
#pragma once

#include "app/base/own_rack.h"
#include "app/base/planner.h"

namespace goodfold::app {

class BatchWork : public QObject {
    Q_OBJECT
public:
    BatchWork(Document& document, Planner& planner, OwnRack& rack, QObject* parent);

    /// By the latest plan; how it is cut is only looked for where an hour has a price.
    cost::WorkBook book();

signals:
    void changed(); // it is cut from something else

private:
    Document& document;
    Planner& planner;
    OwnRack& rack;
    std::weak_ptr<const Planned> cut; // whose metal it is
    std::optional<cost::Metal> metal;
};

} // namespace goodfold::app
