// The Bracket stage: the picture with its swing from flat to formed, the findings, and the ribbon below.
#pragma once

#include "app/base/stage.h"

namespace goodfold::app {

class FindingsView;
class PictureView;

class BracketStage : public Stage {
    Q_OBJECT
public:
    explicit BracketStage(Document& document, QWidget* parent = nullptr);

    bool hasRoomForLadder(int, double) const override { return true; }
    PictureView* picture() const { return pictureView; }
    FindingsView* findings() const { return findingsView; }
    /// Columns grow with the text.
    void sizePanels();

private:
    QWidget* makePicturePane();
    QWidget* makeRibbon();

    Document& document;
    PictureView* pictureView;
    FindingsView* findingsView;
    QWidget* ribbon;
};

} // namespace goodfold::app
