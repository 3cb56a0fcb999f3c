#include "app/window/choices.h"

#include "app/widgets/theme.h"

#include <QActionGroup>
#include <QSettings>

namespace goodfold::app {

namespace {

struct StepChoice {
    const char* name;
    quantity::Reading reading;
};

const std::vector<StepChoice>& steps() {
    static const std::vector<StepChoice> all{
        {QT_TRANSLATE_NOOP("Choices", "Millimetres to 0.1"), quantity::Reading::millimetres(0.1)},
        {QT_TRANSLATE_NOOP("Choices", "Millimetres to 0.5"), quantity::Reading::millimetres(0.5)},
        {QT_TRANSLATE_NOOP("Choices", "Millimetres to 1"), quantity::Reading::millimetres(1)},
        {QT_TRANSLATE_NOOP("Choices", "Inches to 1/16"), quantity::Reading::fractions(16)},
        {QT_TRANSLATE_NOOP("Choices", "Inches to 1/32"), quantity::Reading::fractions(32)},
        {QT_TRANSLATE_NOOP("Choices", "Inches to 1/64"), quantity::Reading::fractions(64)},
        {QT_TRANSLATE_NOOP("Choices", "Inches as decimals"), quantity::Reading::decimalInches()}};
    return all;
}

QString stepKey(quantity::Unit unit) {
    return unit == quantity::Unit::Inch ? QStringLiteral("inches") : QStringLiteral("millimetres");
}

/// The chosen step's name is kept, so that a later list may stand in another order.
size_t chosenStep(quantity::Unit unit) {
    const QString name = QSettings().value(stepKey(unit)).toString();
    const bool inch = unit == quantity::Unit::Inch;
    for (size_t i = 0; i < steps().size(); ++i)
        if (name == QLatin1String(steps()[i].name) && steps()[i].reading.unit == unit) return i;
    return inch ? 4 : 0;
}

using Chosen = std::function<void(int)>;

QMenu* menuOf(const QString& title, QWidget* window, const QStringList& options, int now,
              const Chosen& chosen) {
    auto* menu = new QMenu(title, window);
    auto* group = new QActionGroup(menu);
    for (int i = 0; i < options.size(); ++i) {
        QAction* action = menu->addAction(options[i]);
        action->setCheckable(true);
        action->setChecked(i == now);
        group->addAction(action);
        QObject::connect(action, &QAction::triggered, window, [chosen, i] { chosen(i); });
    }
    return menu;
}

constexpr int kTextSizes[] = {100, 125, 150};

int chosenTextSize() {
    return QSettings().value(QStringLiteral("text size"), 100).toInt();
}

} // namespace

quantity::Reading chosenReading(quantity::Unit unit) {
    quantity::Reading reading = steps()[chosenStep(unit)].reading;
    const bool included = QSettings().value(QStringLiteral("included angles")).toBool();
    reading.angles = included ? quantity::Reading::Angles::Included : quantity::Reading::Angles::Turned;
    return reading;
}

void applyChosenLook(bool dark) {
    setTextScale(std::clamp(chosenTextSize(), 100, 150) / 100.0);
    applyTheme(dark ? Theme::Dark
                    : static_cast<Theme>(QSettings().value(QStringLiteral("theme"), 0).toInt()));
}

QList<QMenu*> choiceMenus(QWidget* window, const std::function<void()>& changed) {
    const auto tr = [](const char* text) { return QObject::tr(text); };
    const auto keep = [changed](const QString& key, const QVariant& value) {
        QSettings().setValue(key, value);
        applyChosenLook();
        changed();
    };
    QList<QMenu*> menus;
    for (const auto unit : {quantity::Unit::Millimetre, quantity::Unit::Inch}) {
        QStringList names;
        std::vector<QString> stored;
        int now = 0;
        for (size_t i = 0; i < steps().size(); ++i) {
            if (steps()[i].reading.unit != unit) continue;
            if (i == chosenStep(unit)) now = static_cast<int>(names.size());
            names << tr(steps()[i].name);
            stored.push_back(QString::fromLatin1(steps()[i].name));
        }
        const bool inch = unit == quantity::Unit::Inch;
        menus << menuOf(inch ? tr("Read &inches") : tr("Read &millimetres"), window, names, now,
                        [keep, unit, stored](int i) { keep(stepKey(unit), stored[static_cast<size_t>(i)]); });
    }
    menus << menuOf(tr("Call bends by the &angle"), window,
                    {tr("turned from flat"), tr("left between the legs")},
                    QSettings().value(QStringLiteral("included angles")).toBool(),
                    [keep](int i) { keep(QStringLiteral("included angles"), i == 1); });
    menus << menuOf(tr("Text si&ze"), window, {tr("100 %"), tr("125 %"), tr("150 %")},
                    chosenTextSize() >= 150   ? 2
                    : chosenTextSize() >= 125 ? 1
                                              : 0,
                    [keep](int i) { keep(QStringLiteral("text size"), kTextSizes[i]); });
    menus << menuOf(tr("C&olours"), window, {tr("As the desktop"), tr("Light"), tr("Dark")},
                    QSettings().value(QStringLiteral("theme"), 0).toInt(),
                    [keep](int i) { keep(QStringLiteral("theme"), i); });
    return menus;
}

} // namespace goodfold::app
