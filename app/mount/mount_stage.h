// The Mount stage: the place where the bracket goes, measured as people measure.
#pragma once

#include "app/base/stage.h"
#include "app/mount/shapes.h"
#include "app/mount/survey.h"

#include <QStackedWidget>

#include <functional>

namespace goodfold::app {

class CellPanel;
class ShapesPage;
class MountView;

class MountStage : public Stage {
    Q_OBJECT
public:
    MountStage(Document& document, std::function<void(const QString& key)> showStage,
               QWidget* parent = nullptr);

    bool hasRoomForLadder(int, double) const override { return false; }
    QString hint() const override;
    bool showsElements() const override { return false; }

    MountView* picture() const { return view; }
    Survey& survey() { return known; }
    Shapes& shapes() { return proposed; }
    /// All panels, as they read.
    QString says() const;

private:
    QWidget* makeReadings();
    QWidget* makePlaces();
    void take();
    void showShapes();

    Document& document;
    std::function<void(const QString& key)> showStage;
    Survey known;
    Shapes proposed;
    QStackedWidget* middle; // the place, or brackets that reach it
    MountView* view;
    ShapesPage* page = nullptr; // made when it is first asked for
    CellPanel *state, *readings, *places, *ties;
    QWidget *readingsHeading, *placesColumn;
};

} // namespace goodfold::app
