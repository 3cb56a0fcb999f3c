// The rack at the Shop stage: what lies there as a picture, and the figures of the bar or sheet in hand.
#pragma once

#include "app/base/own_rack.h"
#include "app/shop/rack_view.h"
#include "app/widgets/cell.h"

class QLabel;
class QLineEdit;

namespace goodfold::app {

class CellPanel;

class RackPage : public QWidget {
    Q_OBJECT
public:
    RackPage(Document& document, OwnRack& rack, QWidget* parent = nullptr);

    /// What lies there, as a list to choose from, and what can be put there.
    std::vector<Block> blocks();
    /// Id of the entry in hand; empty for none.
    const std::string& current() const { return chosen; }
    void choose(const std::string& id);
    /// What the documentation shows.
    void chooseFirstOffcut();
    /// Takes the one in hand off the rack: what went, or why not; nothing where none is in hand.
    std::optional<QString> takeOut();

    /// All bars, or all sheets, as a table; and a table of either in place of them. What was done, or why
    /// not.
    QString writeTable(const QString& path, job::StockForm form);
    QString readTable(const QString& path, job::StockForm form);

signals:
    void wanted(); // its list is used: it is to be shown

protected:
    void showEvent(QShowEvent* event) override;

private:
    std::optional<stock::RackStock> inHand() const;
    Cell::Answer change(const QString& label, const std::function<void(stock::RackStock&)>& how);
    Cell::Answer add(stock::RackStock stock);
    Cell::Answer addOf(job::StockForm form);
    QLineEdit* makeLine(const QString& name, const QString& whileEmpty,
                        const std::function<Cell::Answer(const QString&)>& take);
    std::vector<Block> figureBlocks();
    Block sizesOf(const stock::RackStock& stock);
    Block countsOf(const stock::RackStock& stock);
    Block tables();
    Cell figure(const char* key, const QString& name, double stock::RackStock::*value, ValueField::Kind kind);
    void refresh();

    Document& document;
    OwnRack& rack;
    std::string chosen;
    RackView* view;
    CellPanel* figures;
    QLineEdit *name, *batch, *holes;
    QLabel *says, *batchName, *holesName;
};

} // namespace goodfold::app
