// A pattern that was folded in card, traced on its picture: corners, folds and holes are pointed out, and a
// job of metal comes of it.
#pragma once

#include "app/mount/known_size.h"
#include "app/mount/photo_view.h"
#include "drawing/traced.h"

#include <QDialog>
#include <QDoubleSpinBox>
#include <QPushButton>

namespace goodfold::app {

class PatternPicture : public QDialog {
    Q_OBJECT
public:
    /// `taken` is told what was made of it, once.
    PatternPicture(const QImage& image, quantity::Unit unit,
                   std::function<void(const drawing::Brought&)> taken, QWidget* parent);

    PhotoView* picture() const { return view; }
    /// As it is pointed out now.
    drawing::Traced traced() const;

private:
    QWidget* makeChoices();
    void refresh();
    void take();

    quantity::Unit unit;
    std::function<void(const drawing::Brought&)> taken;
    PhotoView* view;
    KnownSize* known;
    QComboBox *puts, *faces;
    QDoubleSpinBox* angle;
    QPushButton* make;
};

} // namespace goodfold::app
