// What of known size is in a picture.
#pragma once

#include "common/geometry.h"
#include "quantity/length.h"

#include <QComboBox>
#include <QLineEdit>

#include <functional>

namespace goodfold::app {

class KnownSize : public QWidget {
    Q_OBJECT
public:
    /// What is typed is read in the unit, which may change.
    explicit KnownSize(std::function<quantity::Unit()> unit, QWidget* parent);

    /// Millimetres, wide and high, of something that lies or stands as it looks in the picture; typed ones as
    /// they are typed, 0 where that is no length.
    Vec2 size(bool isWide) const;
    bool isTyped() const;

signals:
    void changed();

private:
    QLineEdit* figure(const char* name, const QString& reads);

    std::function<quantity::Unit()> unit;
    QComboBox* known;
    QLineEdit *wide, *high;
};

} // namespace goodfold::app
