#include "app/window/choices.h"

#include "app/base/drag_step.h"
#include "app/base/settings.h"
#include "app/widgets/theme.h"
#include "draw/papers.h"

#include <QActionGroup>
#include <QLocale>

#include <algorithm>

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

/// The chosen step's name is kept, so that a later list may stand in another order.
size_t chosenStep(quantity::Unit unit) {
    const QString name = settings::stepName(unit);
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

struct ThemeRow {
    const char* key; // in the settings
    const char* name;
    Theme theme;
};

const std::vector<ThemeRow>& themeRows() {
    static const std::vector<ThemeRow> all{
        {"", QT_TRANSLATE_NOOP("Choices", "As the desktop"), Theme::System},
        {"light", QT_TRANSLATE_NOOP("Choices", "Light"), Theme::Light},
        {"dark", QT_TRANSLATE_NOOP("Choices", "Dark"), Theme::Dark}};
    return all;
}

int chosenTheme() {
    const QString key = settings::theme();
    const auto found = std::find_if(themeRows().begin(), themeRows().end(),
                                    [&](const ThemeRow& row) { return key == QLatin1String(row.key); });
    return found == themeRows().end() ? 0 : static_cast<int>(found - themeRows().begin());
}

int chosenTextSize() {
    return std::clamp(settings::textSizePercent(), 100, 150);
}

} // namespace

quantity::Reading chosenReading(quantity::Unit unit) {
    quantity::Reading reading = steps()[chosenStep(unit)].reading;
    const bool included = settings::includedAngles();
    reading.angles = included ? quantity::Reading::Angles::Included : quantity::Reading::Angles::Turned;
    return reading;
}

namespace {

const draw::Paper& paper() {
    const QString chosen = settings::paper();
    const bool isLetter = QLocale().measurementSystem() == QLocale::ImperialUSSystem;
    return draw::paperOf(!chosen.isEmpty() ? chosen.toStdString() : isLetter ? "letter" : "a4");
}

} // namespace

QPageSize::PageSizeId chosenPaper() {
    return paper().size;
}

void applyChosenLook(bool dark) {
    setTextScale(chosenTextSize() / 100.0);
    if (const auto said = settings::desktopDark()) setDesktopIsDark(*said);
    applyTheme(dark ? Theme::Dark : themeRows()[static_cast<size_t>(chosenTheme())].theme);
}

bool takeDesktopColours(bool isDark) {
    settings::setDesktopDark(isDark);
    setDesktopIsDark(isDark);
    const bool asDesktop = themeRows()[static_cast<size_t>(chosenTheme())].theme == Theme::System;
    if (!asDesktop || (colours().paper.lightness() < 128) == isDark) return false;
    applyChosenLook();
    return true;
}

QList<QMenu*> choiceMenus(QWidget* window, const std::function<void()>& changed) {
    const auto tr = [](const char* text) { return QObject::tr(text); };
    const auto applied = [changed] {
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
                        [applied, unit, stored](int i) {
                            settings::setStepName(unit, stored[static_cast<size_t>(i)]);
                            applied();
                        });
    }
    QStringList drags;
    for (const DragStep& step : dragSteps())
        drags << tr(step.name);
    menus << menuOf(tr("&Drag in steps of"), window, drags, chosenDragStep(), [applied](int i) {
        settings::setDragStep(QString::fromLatin1(dragSteps()[static_cast<size_t>(i)].key));
        applied();
    });
    menus << menuOf(tr("Call bends by the &angle"), window,
                    {tr("turned from flat"), tr("left between the legs")}, settings::includedAngles(),
                    [applied](int i) {
                        settings::setIncludedAngles(i == 1);
                        applied();
                    });
    QStringList papers;
    for (const draw::Paper& each : draw::kPapers)
        papers << tr(each.name);
    menus << menuOf(
        tr("&Paper of PDFs"), window, papers, static_cast<int>(&paper() - draw::kPapers.data()),
        [](int i) { settings::setPaper(QString::fromLatin1(draw::kPapers[static_cast<size_t>(i)].key)); });
    QStringList sizes;
    int size = 0;
    for (const int percent : kTextSizes) {
        if (percent <= chosenTextSize()) size = static_cast<int>(sizes.size());
        sizes << tr("%1 %").arg(percent);
    }
    menus << menuOf(tr("Text si&ze"), window, sizes, size, [applied](int i) {
        settings::setTextSizePercent(kTextSizes[i]);
        applied();
    });
    QStringList themes;
    for (const ThemeRow& row : themeRows())
        themes << tr(row.name);
    menus << menuOf(tr("C&olours"), window, themes, chosenTheme(), [applied](int i) {
        settings::setTheme(QString::fromLatin1(themeRows()[static_cast<size_t>(i)].key));
        applied();
    });
    return menus;
}

} // namespace goodfold::app
