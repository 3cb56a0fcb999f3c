// The Line-up stage: the odds that every bolt goes in, the bracket on its mount with where its holes come to
// lie, which step of the work is to blame, and what would raise the odds.
#pragma once

#include "app/base/odds_counter.h"
#include "app/base/stage.h"

class QLabel;
class QPushButton;

namespace goodfold::app {

class CauseBars;
class CellPanel;
class Practice;
class SpreadView;

class LineUpStage : public Stage {
    Q_OBJECT
public:
    LineUpStage(Document& document, OddsCounter& counter, QWidget* parent = nullptr);

    bool hasRoomForLadder(int, double) const override { return false; }
    QString hint() const override;
    bool showsElements() const override { return true; }
    void showExample(const QString& which) override;

    const SpreadView* picture() const { return view; }
    const CauseBars* causes() const { return bars; }
    Practice& virtualShopPractice() { return *practice; }
    /// The odds, what limits them, and all panels, as they read.
    QString says() const;

protected:
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    QWidget* makeOdds();
    QWidget* makeAnswers();
    void take();
    void makeIt99();

    Document& document;
    OddsCounter& counter;
    QLabel *odds, *meaning, *limits, *drillingHeading, *causesHeading, *remediesHeading;
    QPushButton* ninetyNine;
    SpreadView* view;
    CauseBars* bars;
    CellPanel *mount, *drilling, *making, *remedies, *virtualShop;
    Practice* practice;
    std::vector<lineup::Drilling> advised; // of the last job that was counted whole: nothing jumps meanwhile
};

} // namespace goodfold::app
