// The Mount stage: the place where the bracket goes, measured as people measure.
#pragma once

#include "app/base/neighbour_files.h"
#include "app/base/stage.h"
#include "app/mount/bringing.h"
#include "app/mount/shapes.h"
#include "app/mount/survey.h"

#include <QStackedWidget>

#include <functional>

namespace goodfold::app {

class CellPanel;
class PhotoPage;
class ShapesPage;
class MountView;

class MountStage : public Stage {
    Q_OBJECT
public:
    /// `sheet` prints what is to be read at the place.
    MountStage(Document& document, std::function<void(const QString& key)> showStage, QAction* sheet,
               QWidget* parent = nullptr);

    bool hasRoomForLadder(int, double) const override { return false; }
    QString hint() const override;
    bool showsElements() const override { return false; }

    MountView* picture() const { return view; }
    Survey& survey() { return known; }
    Shapes& shapes() { return proposed; }
    /// A picture to find a face's holes in; a table or drawing with their places. Says why not, where it is
    /// none.
    void openPicture(const std::string& face, const QString& path);
    void openDrawing(const std::string& face, const QString& path);
    /// Holes of another job become points of this one's mount.
    void takeHolesOf(const lineup::Offered& offered);
    PhotoPage* photoPage() const { return photo; }
    /// All panels, as they read.
    QString says() const;

private:
    QWidget* makeReadings();
    QWidget* makePlaces();
    void take();
    void showShapes();
    void askForPicture(const std::string& face);
    void askForDrawing(const std::string& face);
    void askForOtherJob();

    Document& document;
    std::function<void(const QString& key)> showStage;
    QAction* sheet;
    Survey known;
    Shapes proposed;
    Bringing brought;
    QStackedWidget* middle; // the place, or brackets that reach it
    MountView* view;
    ShapesPage* page = nullptr; // these are made when they are first asked for
    PhotoPage* photo = nullptr;
    CellPanel *state, *readings, *places, *ties, *changes, *clearances;
    QWidget *readingsHeading, *placesColumn;
};

} // namespace goodfold::app
