// What is made together, cut from the shop's rack: of this window, or of all that are open.
#pragma once

#include "app/base/own_rack.h"
#include "app/base/planner.h"
#include "draw/buying_sheet.h"

namespace goodfold::app {

/// A job as it goes into a batch.
struct InBatch {
    std::shared_ptr<const Planned> planned;
    material::Material metal;
    bool isSheet() const { return planned->settled.job.stock.form == job::StockForm::Sheet; }
};

class BatchCutter : public QObject {
    Q_OBJECT
public:
    BatchCutter(Document& document, Planner& planner, OwnRack& rack, QWidget& window);

    /// This window's job. Or why it cannot be cut: it has no order of bending yet, or something stops it.
    Result<InBatch> own() const;
    /// Those of all windows, this one's first; or why one of them cannot be cut.
    Result<std::vector<InBatch>> all() const;

    /// `done` is told, once, what is bought and how it is cut. Blanks of sheet are laid while one looks on.
    void look(const std::vector<InBatch>& batch, std::function<void(const Result<draw::Buying>&)> done);
    /// It is cut: what it takes goes off the rack, what is left is put back. What became of it, as a
    /// sentence.
    QString takeOff(const std::vector<InBatch>& batch);

private:
    using Look = std::function<Result<draw::Buying>(const stock::Cutting& how)>;
    Result<Look> lookOf(const std::vector<InBatch>& batch) const;

    Document& document;
    Planner& planner;
    OwnRack& rack;
    QWidget& window;
};

} // namespace goodfold::app
