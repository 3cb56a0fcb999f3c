// What the plus of a free edge asks, where it stands: how deep, and bent how far which way. Nothing is made
// until Enter.
#pragma once

#include "app/base/document.h"

#include <QFrame>

class QToolButton;

namespace goodfold::app {

class ValueField;

class NewBendBox : public QFrame {
    Q_OBJECT
public:
    /// `bend.edge` and `bend.offset` say where; `width` how much of a sheet's edge, nothing for all of it.
    NewBendBox(Document& document, const std::string& plate, const job::Bend& bend,
               std::optional<double> width, QWidget* parent);

    /// Stands beside the point, inside its parent, and takes the keyboard.
    void openAt(const QPoint& point);

signals:
    void closed(); // made or not

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    ValueField* field(const QString& name, bool isAngle, double& figure);
    void make();
    void closeUnlessInside();

    Document& document;
    std::string plate;
    job::Bend bend;
    std::optional<double> width;
    double depth;
    ValueField *depthField, *angleField;
    QToolButton* turn;
    bool isOpen = false;
};

} // namespace goodfold::app
