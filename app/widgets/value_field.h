// A figure typed over where it stands. What makes no sense gets a sentence, and the old value stays.
#pragma once

#include "app/base/document.h"

#include <QLineEdit>

#include <functional>

namespace goodfold::app {

class ValueField : public QLineEdit {
    Q_OBJECT
public:
    /// Size: of a drill, a radius, the stock. Thickness takes gauges too. BendAngle follows the reader's
    /// choice of angle; Angle does not.
    enum class Kind { Length, Size, Thickness, BendAngle, Angle, Number };
    using Commit = std::function<std::optional<Error>(std::optional<double>)>;

    explicit ValueField(Document& document, QWidget* parent = nullptr);

    /// Begins typing over a value. Without one, or typed empty, `usual` applies; where there is none,
    /// something must be typed. `name` is read out to those who cannot see where the field stands.
    void open(Kind kind, const QString& name, std::optional<double> value, std::optional<double> usual,
              Commit commit);

    /// For whoever has no hand on the keys: a little less and a little more at the field's end, and by the
    /// wheel. Each counts at once.
    void offerSteps();

    /// Takes what is typed, if it was not yet; false, and said, where it cannot be.
    bool stands() { return commitTyped(); }

    /// A value as it stands on a panel, or as it would be typed.
    static QString shown(const Document& document, Kind kind, double value, bool forTyping);

signals:
    void committed(); // Enter was pressed and the value stands
    void abandoned(); // Escape was pressed
    void left();      // the focus went elsewhere

protected:
    void focusOutEvent(QFocusEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;

private:
    bool commitTyped();
    Result<double> parsed() const;
    double stepSize() const;
    void step(int by);

    Document& document;
    Kind kind = Kind::Length;
    Commit whenTyped;
    bool hasSteps = false;
    int turned = 0; // of the wheel, what is left of a notch
    std::optional<double> value, usual;
    QString before; // what stood in the field when typing began, or was last refused
};

} // namespace goodfold::app
