// The Mount stage: the place where the bracket goes, measured as people measure.
#pragma once

#include "app/base/stage.h"
#include "app/mount/survey.h"

namespace goodfold::app {

class CellPanel;
class MountView;

class MountStage : public Stage {
    Q_OBJECT
public:
    explicit MountStage(Document& document, QWidget* parent = nullptr);

    bool hasRoomForLadder(int, double) const override { return false; }
    QString hint() const override;
    bool showsElements() const override { return false; }

    MountView* picture() const { return view; }
    Survey& survey() { return known; }
    /// All panels, as they read.
    QString says() const;

private:
    QWidget* makeReadings();
    QWidget* makePlaces();
    void take();

    Document& document;
    Survey known;
    MountView* view;
    CellPanel *state, *readings, *places, *ties;
    QWidget *readingsHeading, *placesColumn;
};

} // namespace goodfold::app
