#include "app/mount/known_size.h"

#include "app/widgets/theme.h"

#include <QHBoxLayout>

#include <array>

namespace goodfold::app {

namespace {

struct Known {
    const char* says;
    double longer, shorter; // 0: typed
};
constexpr std::array kKnown{Known{QT_TRANSLATE_NOOP("KnownSize", "a sheet of A4"), 297, 210},
                            Known{QT_TRANSLATE_NOOP("KnownSize", "a sheet of Letter"), 279.4, 215.9},
                            Known{QT_TRANSLATE_NOOP("KnownSize", "something else, of"), 0, 0}};

} // namespace

KnownSize::KnownSize(std::function<quantity::Unit()> unit, QWidget* parent)
    : QWidget(parent), unit(std::move(unit)), known(new QComboBox(this)) {
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    known->setObjectName(QStringLiteral("pictureKnown"));
    known->setAccessibleName(tr("What the corners are of"));
    known->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    for (const Known& each : kKnown)
        known->addItem(tr(each.says));
    layout->addWidget(known);
    wide = figure("pictureWide", tr("wide"));
    high = figure("pictureHigh", tr("high"));
    layout->addWidget(wide);
    layout->addWidget(high);
    const auto show = [this] {
        wide->setVisible(isTyped());
        high->setVisible(isTyped());
        emit changed();
    };
    connect(known, &QComboBox::currentIndexChanged, this, show);
    show();
}

QLineEdit* KnownSize::figure(const char* name, const QString& reads) {
    auto* field = new QLineEdit(this);
    field->setObjectName(QLatin1String(name));
    field->setAccessibleName(reads);
    field->setPlaceholderText(reads);
    field->setMaximumWidth(px(70));
    connect(field, &QLineEdit::editingFinished, this, &KnownSize::changed);
    return field;
}

bool KnownSize::isTyped() const {
    return kKnown[static_cast<size_t>(known->currentIndex())].longer == 0;
}

Vec2 KnownSize::size(bool isWide) const {
    const Known& chosen = kKnown[static_cast<size_t>(known->currentIndex())];
    if (!isTyped()) {
        const Vec2 lying(chosen.longer, chosen.shorter);
        return isWide ? lying : Vec2(lying.reverse());
    }
    Vec2 typed(0, 0);
    for (const auto& [field, mm] : {std::pair(wide, &typed.x()), std::pair(high, &typed.y())})
        if (const auto length = quantity::parseLength(field->text().toStdString(), unit()))
            *mm = length->mm();
    return typed;
}

} // namespace goodfold::app
