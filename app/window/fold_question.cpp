#include "app/window/fold_question.h"

#include "app/base/text.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>

namespace goodfold::app {

namespace {

enum Way { Up, Down, NotBent };

} // namespace

FoldQuestion::FoldQuestion(const std::map<std::string, drawing::FoldOffered>& offered,
                           std::function<void(const Folds&)> taken, QWidget* parent)
    : QDialog(parent) {
    setWindowTitle(tr("Bend lines"));
    setAttribute(Qt::WA_DeleteOnClose);
    auto* grid = new QGridLayout;
    grid->addWidget(new QLabel(tr("These lines of the drawing close no outline. Are they bent?"), this), 0, 0,
                    1, 3);
    for (const auto& [layer, each] : offered) {
        const QString name = text(layer);
        auto* way = new QComboBox(this);
        way->addItem(tr("up, toward you"), Up);
        way->addItem(tr("down"), Down);
        way->addItem(tr("not bent"), NotBent);
        way->setAccessibleName(tr("Lines on layer %1").arg(name));
        auto* angle = new QDoubleSpinBox(this);
        angle->setRange(1, 179);
        angle->setDecimals(1);
        angle->setSuffix(QStringLiteral("°"));
        angle->setValue(each.fold.angleDeg);
        angle->setAccessibleName(tr("What lines on layer %1 are bent by").arg(name));
        connect(way, &QComboBox::currentIndexChanged, angle,
                [angle](int index) { angle->setEnabled(index != NotBent); });
        way->setCurrentIndex(!each.isLikely ? NotBent : each.fold.turn == job::Turn::Up ? Up : Down);
        angle->setEnabled(each.isLikely);
        const int row = grid->rowCount();
        grid->addWidget(new QLabel(tr("layer %1").arg(name), this), row, 0);
        grid->addWidget(way, row, 1);
        grid->addWidget(angle, row, 2);
        rows.push_back({layer, way, angle});
    }
    auto* buttons = new QDialogButtonBox(this);
    auto* bend = buttons->addButton(tr("Bend along them"), QDialogButtonBox::AcceptRole);
    buttons->addButton(tr("Leave it flat"), QDialogButtonBox::RejectRole);
    bend->setDefault(true);
    connect(buttons, &QDialogButtonBox::accepted, this, [this, taken = std::move(taken)] {
        if (const Folds chosen = folds(); !chosen.empty()) taken(chosen);
        accept();
    });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    grid->addWidget(buttons, grid->rowCount(), 0, 1, 3);
    setLayout(grid);
}

FoldQuestion::Folds FoldQuestion::folds() const {
    Folds chosen;
    for (const Row& row : rows)
        if (row.way->currentIndex() != NotBent)
            chosen[row.layer] = {row.angle->value(),
                                 row.way->currentIndex() == Up ? job::Turn::Up : job::Turn::Down};
    return chosen;
}

} // namespace goodfold::app
