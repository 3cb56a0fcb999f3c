// The job made many times in a virtual shop, beside the window.
#pragma once

#include "app/base/odds_counter.h"
#include "app/widgets/cell.h"
#include "bench/practice.h"

namespace goodfold::app {

class Practice : public QObject {
    Q_OBJECT
public:
    Practice(Document& document, OddsCounter& counter, QObject* parent = nullptr);
    ~Practice() override;

    /// Makes the present job, piece by piece; what there is by then is shown.
    std::optional<Error> begin();
    void stop();
    bool isBusy() const { return stopAsked != nullptr; }
    const std::optional<bench::Practice>& latest() const { return made; }
    std::vector<Block> blocks();

    static constexpr int kPieces = 40;

signals:
    void changed();

private:
    Document& document;
    OddsCounter& counter;
    std::shared_ptr<std::atomic<bool>> stopAsked;
    std::optional<bench::Practice> made;
};

} // namespace goodfold::app
