#include "app/window/guide.h"

#include "app/widgets/theme.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QToolButton>

namespace goodfold::app {

namespace {

using job::Job;

/// The stage's own, of which `look` is told.
struct Moment {
    const Job& before; // when the step began
    const Job& now;
    QString stage;
};

struct Step {
    const char* says;          // %1: what to type, or a shortcut
    const char *inMm, *inInch; // what to type
    const char* stage;         // whose shortcut it names
    bool (*isDone)(const Moment& moment);
};

double lengthOf(const Job& job, size_t leg) {
    return leg < job.plates.size() ? job.plates[leg].length : 0;
}

size_t holesIn(const Job& job, size_t leg) {
    return leg < job.plates.size() ? job.plates[leg].holes.size() : 0;
}

const std::vector<Step>& guideSteps() {
    static const std::vector<Step> all{
        {QT_TRANSLATE_NOOP("Guide",
                           "There is one leg, A. How long is it? Type %1, or your own figure, and Enter."),
         "40", "1 1/2", nullptr,
         [](const Moment& m) { return lengthOf(m.now, 0) != lengthOf(m.before, 0) || !m.now.bends.empty(); }},
        {QT_TRANSLATE_NOOP("Guide", "A hole in it, so far from its end: type %1."), "h 12", "h 1/2", nullptr,
         [](const Moment& m) { return holesIn(m.now, 0) > 0; }},
        {QT_TRANSLATE_NOOP("Guide", "Bend it: type %1, for 90 degrees away from you."), "b 90 away",
         "b 90 away", nullptr, [](const Moment& m) { return !m.now.bends.empty(); }},
        {QT_TRANSLATE_NOOP("Guide", "Leg B hangs on the bend. Its length, outside to outside: type %1."),
         "60", "2 1/4", nullptr, [](const Moment& m) { return lengthOf(m.now, 1) != lengthOf(m.before, 1); }},
        {QT_TRANSLATE_NOOP("Guide", "And a hole in that: type %1."), "h 12", "h 1/2", nullptr,
         [](const Moment& m) { return holesIn(m.now, 1) > 0; }},
        {QT_TRANSLATE_NOOP("Guide", "Blank, at the left (%1), has what to cut and every mark, from one end."),
         nullptr, nullptr, "blank", [](const Moment& m) { return m.stage == QLatin1String("blank"); }},
        {QT_TRANSLATE_NOOP("Guide", "Bending (%1) shows each bend in its tool, in the order that works."),
         nullptr, nullptr, "bending", [](const Moment& m) { return m.stage == QLatin1String("bending"); }},
        {QT_TRANSLATE_NOOP("Guide", "Line-up (%1) says what the odds are that its bolts go in."), nullptr,
         nullptr, "lineup", [](const Moment& m) { return m.stage == QLatin1String("lineup"); }},
        {QT_TRANSLATE_NOOP(
             "Guide", "That is all of it. Ctrl+S keeps it, F1 lists what else can be typed, F4 tells how a "
                      "figure is calculated."),
         nullptr, nullptr, nullptr, [](const Moment&) { return false; }}};
    return all;
}

} // namespace

Guide::Guide(Document& document, Seen seen, QWidget* parent)
    : QFrame(parent), document(document), seen(std::move(seen)), label(new QLabel(this)),
      next(new QToolButton(this)) {
    setProperty("role", "guide");
    label->setWordWrap(true);
    next->setText(tr("next"));
    next->setAccessibleName(tr("The next step"));
    auto* leave = new QToolButton(this);
    leave->setText(tr("leave"));
    leave->setAccessibleName(tr("Leave the first bracket"));
    for (QToolButton* button : {next, leave})
        button->setFocusPolicy(Qt::TabFocus); // a click leaves the keyboard at the line
    connect(next, &QToolButton::clicked, this, [this] { goTo(at + 1); });
    connect(leave, &QToolButton::clicked, this, &Guide::left);
    connect(&document, &Document::changed, this, &Guide::look);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(px(16), px(8), px(16), px(8));
    layout->setSpacing(px(8));
    layout->addWidget(label, 1);
    layout->addWidget(next);
    layout->addWidget(leave);
}

void Guide::begin() {
    goTo(0);
}

void Guide::goTo(size_t step) {
    if (step >= guideSteps().size()) return emit left();
    at = step;
    before = document.job();
    const Step& now = guideSteps()[at];
    const bool isInch = document.job().units == quantity::Unit::Inch;
    QString says = tr(now.says);
    if (now.inMm) says = says.arg(QLatin1String(isInch ? now.inInch : now.inMm));
    if (now.stage) says = says.arg(seen.shortcutOf(QLatin1String(now.stage)));
    label->setText(tr("%1 of %2   %3").arg(at + 1).arg(guideSteps().size()).arg(says));
    label->setAccessibleName(label->text());
    next->setText(at + 1 < guideSteps().size() ? tr("next") : tr("done"));
    look();
}

void Guide::look() {
    if (at < guideSteps().size() && guideSteps()[at].isDone({before, document.job(), seen.stage()}))
        goTo(at + 1);
}

QString Guide::says() const {
    return label->text();
}

} // namespace goodfold::app
