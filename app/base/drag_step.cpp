#include "app/base/drag_step.h"

#include "app/base/settings.h"

#include <QtGlobal>

#include <algorithm>

namespace goodfold::app {

const std::vector<DragStep>& dragSteps() {
    static const std::vector<DragStep> all{
        {"", QT_TRANSLATE_NOOP("Choices", "what lengths are read to"), 0, 0},
        {"fine", QT_TRANSLATE_NOOP("Choices", "0.5 mm or 1/32 in"), 0.5, 1.0 / 32},
        {"whole", QT_TRANSLATE_NOOP("Choices", "1 mm or 1/16 in"), 1, 1.0 / 16},
        {"coarse", QT_TRANSLATE_NOOP("Choices", "5 mm or 1/4 in"), 5, 1.0 / 4}};
    return all;
}

int chosenDragStep() {
    const QString key = settings::dragStep();
    const auto found = std::find_if(dragSteps().begin(), dragSteps().end(),
                                    [&](const DragStep& step) { return key == QLatin1String(step.key); });
    return found == dragSteps().end() ? 0 : static_cast<int>(found - dragSteps().begin());
}

namespace {

/// mm; 0 for what lengths are read to.
double sizeOf(const DragStep& step, const quantity::Reading& reading) {
    return reading.unit == quantity::Unit::Inch ? quantity::Length::inches(step.inches).mm() : step.mm;
}

} // namespace

double dragStepFor(const quantity::Reading& reading) {
    const double chosen = sizeOf(dragSteps()[static_cast<size_t>(chosenDragStep())], reading);
    return chosen > 0 ? chosen : quantity::stepOf(reading).mm();
}

double wholeStepFor(const quantity::Reading& reading) {
    const double chosen = sizeOf(dragSteps()[static_cast<size_t>(chosenDragStep())], reading);
    constexpr size_t kWhole = 2;
    return chosen > 0 ? chosen : sizeOf(dragSteps()[kWhole], reading);
}

} // namespace goodfold::app
