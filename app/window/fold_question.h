// Asks which lines of a drawing are bent, which way and by what.
#pragma once

#include "drawing/blank.h"

#include <QDialog>

#include <functional>

class QComboBox;
class QDoubleSpinBox;

namespace goodfold::app {

class FoldQuestion : public QDialog {
    Q_OBJECT
public:
    using Folds = std::map<std::string, drawing::Fold>;
    /// `offered` by layer; `taken` is told those that are to be bent, some at least.
    FoldQuestion(const std::map<std::string, drawing::FoldOffered>& offered,
                 std::function<void(const Folds&)> taken, QWidget* parent);

    /// As it is answered now.
    Folds folds() const;

private:
    struct Row {
        std::string layer;
        QComboBox* way;
        QDoubleSpinBox* angle;
    };
    std::vector<Row> rows;
};

} // namespace goodfold::app
