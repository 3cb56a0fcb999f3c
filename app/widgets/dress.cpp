#include "app/widgets/dress.h"

#include "app/widgets/theme.h"

#include <QAbstractSpinBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QToolButton>

#include <algorithm>
#include <iterator>

namespace goodfold::app {

namespace {

using draw::Weight;
using P = draw::Palette;
using Colour = QColor P::*;
constexpr Colour kNone = nullptr;

enum class Kind { Label, Field, Button, Tool, Choice };

/// How a kind of widget looks at rest. Text sizes as at 100 %; insets as in Dress.
struct Row {
    Kind kind;
    const char* role;
    double text;
    Weight weight;
    Colour ink, fill, line;
    int lineWidth, radius;
    QMargins inset;
    Qt::AlignmentFlag words = Qt::AlignCenter;
};

constexpr QMargins around(int sides, int ends) {
    return {sides, ends, sides, ends};
}

// clang-format off
const Row kRows[] = {
    {Kind::Label, "",            13, Weight::Regular,  &P::ink,      kNone,       kNone, 0, 0, {}},
    {Kind::Label, "heading",     12, Weight::SemiBold, &P::faintInk, kNone,       kNone, 0, 0, {}},
    {Kind::Label, "faint",       12, Weight::Regular,  &P::faintInk, kNone,       kNone, 0, 0, {}},
    {Kind::Label, "page",        22, Weight::SemiBold, &P::ink,      kNone,       kNone, 0, 0, {}},
    {Kind::Label, "instruction", 21, Weight::SemiBold, &P::ink,      kNone,       kNone, 0, 0, {}},
    {Kind::Label, "odds",        54, Weight::SemiBold, &P::ink,      kNone,       kNone, 0, 0, {}},
    {Kind::Label, "act",         27, Weight::SemiBold, &P::ink,      kNone,       kNone, 0, 0, {}},
    {Kind::Label, "actTitle",    20, Weight::SemiBold, &P::faintInk, kNone,       kNone, 0, 0, {}},
    {Kind::Label, "otherHand",   20, Weight::SemiBold, &P::scribe,   kNone,       kNone, 0, 0, around(9, 3)},
    {Kind::Label, "measure",     16, Weight::Regular,  &P::ink,      kNone,       kNone, 0, 0, {}},
    {Kind::Label, "beyond",      16, Weight::SemiBold, &P::stop,     kNone,       kNone, 0, 0, {}},
    {Kind::Label, "moves",       17, Weight::SemiBold, &P::ink,      kNone,       kNone, 0, 0, {}},
    {Kind::Label, "guide",       13, Weight::SemiBold, &P::scribe,   kNone,       kNone, 0, 0, {}},
    {Kind::Label, "notice",      13, Weight::Regular,  &P::faintInk, kNone,       kNone, 0, 0, {0, 1, 0, 0}},
    {Kind::Label, "noticeSaid",  13, Weight::Regular,  &P::paper,    kNone,       kNone, 0, 0, {0, 1, 0, 0}},

    {Kind::Field, "",            13, Weight::Regular,  &P::ink, kNone,     kNone,      1, 5, around(5, 2), Qt::AlignLeft},
    {Kind::Field, "title",       20, Weight::SemiBold, &P::ink, kNone,     kNone,      1, 5, around(5, 2), Qt::AlignLeft},
    {Kind::Field, "cell",        14, Weight::SemiBold, &P::ink, &P::field, &P::accent, 2, 5, around(5, 2), Qt::AlignLeft},
    {Kind::Field, "overlay",     14, Weight::SemiBold, &P::ink, &P::field, &P::accent, 2, 5, around(6, 3), Qt::AlignLeft},
    {Kind::Field, "entry",       13, Weight::Regular,  &P::ink, &P::field, &P::rule,   1, 5, around(9, 6), Qt::AlignLeft},
    {Kind::Field, "measure",     24, Weight::SemiBold, &P::ink, &P::field, &P::rule,   1, 5, around(9, 6), Qt::AlignLeft},

    {Kind::Button, "",           13, Weight::Regular,  &P::ink,      &P::field, &P::rule, 1, 11, around(12, 4)},
    {Kind::Button, "link",       13, Weight::Regular,  &P::accent,   kNone,     kNone,    1, 5,  around(5, 3), Qt::AlignLeft},
    {Kind::Button, "large",      20, Weight::SemiBold, &P::ink,      &P::field, &P::rule, 1, 10, around(23, 15)},
    {Kind::Button, "take",       16, Weight::Regular,  &P::ink,      &P::field, &P::rule, 1, 8,  around(13, 10), Qt::AlignLeft},
    {Kind::Button, "rail",       13, Weight::Regular,  &P::faintInk, kNone,     kNone,    3, 0,  {20, 12, 8, 12}, Qt::AlignLeft},

    {Kind::Tool, "",             13, Weight::Regular,  &P::ink,      kNone, kNone,      1, 6,  around(7, 7)},
    {Kind::Tool, "unit",         13, Weight::Regular,  &P::ink,      kNone, &P::rule,   1, 12, around(15, 6)},
    {Kind::Tool, "fold",         12, Weight::SemiBold, &P::faintInk, kNone, kNone,      1, 5,  around(7, 5)},
    {Kind::Tool, "guide",        13, Weight::Regular,  &P::scribe,   kNone, &P::scribe, 1, 6,  around(12, 5)},

    {Kind::Choice, "",           14, Weight::Regular,  &P::ink, &P::field, &P::rule, 1, 5, around(9, 6), Qt::AlignLeft},
};
// clang-format on

std::optional<Kind> kindOf(const QWidget& widget) {
    if (qobject_cast<const QLabel*>(&widget)) return Kind::Label;
    if (qobject_cast<const QPushButton*>(&widget)) return Kind::Button;
    if (qobject_cast<const QToolButton*>(&widget)) return Kind::Tool;
    if (qobject_cast<const QComboBox*>(&widget)) return Kind::Choice;
    if (!qobject_cast<const QLineEdit*>(&widget)) return std::nullopt;
    const QWidget* of = widget.parentWidget(); // whose box is round it already
    if (qobject_cast<const QAbstractSpinBox*>(of) || qobject_cast<const QComboBox*>(of)) return std::nullopt;
    return Kind::Field;
}

constexpr const char* kRole = "role";

QString roleOf(const QWidget& widget) {
    const QString own = widget.property(kRole).toString();
    if (!own.isEmpty()) return own;
    if (widget.objectName() == QLatin1String("notice"))
        return widget.property("said").toBool() ? QStringLiteral("noticeSaid") : QStringLiteral("notice");
    const QWidget* in = widget.parentWidget();
    if (!in) return {};
    if (in->objectName() == QLatin1String("rail")) return QStringLiteral("rail");
    return in->property(kRole) == QLatin1String("guide") ? QStringLiteral("guide") : QString();
}

const Row& rowOf(Kind kind, const QString& role) {
    const Row* plain = nullptr;
    for (const Row& row : kRows) {
        if (row.kind != kind) continue;
        if (role == QLatin1String(row.role)) return row;
        if (!plain) plain = &row; // the first of its kind
    }
    return *plain;
}

/// What is large already is read as it is: it grows half as much, though never past by what was smaller.
double grown(double at100) {
    constexpr double kLarge = 18;
    return std::max(std::min(at100, kLarge) * textScale(), at100 * (1 + (textScale() - 1) / 2));
}

QFont fontOf(double text, Weight weight) {
    return draw::typeface(qRound(grown(text)), weight);
}

void putHoverOn(Dress& dress, const Row& row) {
    const P& p = colours();
    const QLatin1String role(row.role);
    switch (row.kind) {
    case Kind::Label:
    case Kind::Choice:
        return;
    case Kind::Field:
        if (!dress.line.isValid()) dress.line = p.rule;
        dress.fill = p.field;
        return;
    case Kind::Button:
        if (role == QLatin1String("link")) dress.fill = p.field;
        if (dress.line.isValid()) dress.line = p.accent;
        return;
    case Kind::Tool:
        if (role == QLatin1String("fold")) {
            dress.ink = p.ink;
        } else if (role == QLatin1String("guide")) {
            dress.fill = p.scribe, dress.ink = p.marking;
        } else {
            dress.fill = p.field, dress.line = p.rule;
        }
        return;
    }
}

void putCheckOn(Dress& dress, const Row& row) {
    const P& p = colours();
    if (QLatin1String(row.role) == QLatin1String("unit")) {
        dress.fill = p.ink, dress.ink = p.paper;
    } else if (QLatin1String(row.role) == QLatin1String("rail")) {
        dress.fill = p.paper, dress.ink = p.ink, dress.line = p.accent, dress.lineAlong = Qt::LeftEdge;
    }
}

void putFocusOn(Dress& dress, const Row& row) {
    if (row.kind == Kind::Label) return;
    const P& p = colours();
    constexpr int kFocus = 2;
    dress.line = p.accent, dress.lineWidth = kFocus, dress.lineAlong.reset();
    if (row.kind == Kind::Field) dress.fill = p.field;
    if (QLatin1String(row.role) == QLatin1String("guide"))
        dress.fill = p.scribe, dress.ink = p.marking, dress.line = p.scribe;
}

} // namespace

std::optional<Dress> dressOf(const QWidget& widget, QStyle::State state) {
    const auto kind = kindOf(widget);
    if (!kind) return std::nullopt;
    const Row& row = rowOf(*kind, roleOf(widget));
    const P& p = colours();
    const auto colour = [&](Colour which) { return which ? p.*which : QColor(); };
    Dress dress{.font = fontOf(row.text, row.weight),
                .ink = colour(row.ink),
                .fill = colour(row.fill),
                .line = colour(row.line),
                .lineWidth = row.lineWidth,
                .radius = row.radius,
                .inset = row.inset,
                .words = row.words};
    const bool isEnabled = state.testFlag(QStyle::State_Enabled);
    if (isEnabled && state.testFlag(QStyle::State_MouseOver)) putHoverOn(dress, row);
    if (state.testFlag(QStyle::State_On)) putCheckOn(dress, row);
    if (state.testFlag(QStyle::State_HasFocus)) putFocusOn(dress, row);
    if (!isEnabled && row.kind != Kind::Label) dress.ink = draw::mixed(p.faintInk, p.paper, 0.35);
    return dress;
}

std::optional<Pane> paneOf(const QWidget& widget) {
    const P& p = colours();
    const QString name = widget.objectName();
    if (name == QLatin1String("headline")) return Pane{p.panel, Qt::BottomEdge};
    if (name == QLatin1String("rail")) return Pane{p.panel, Qt::RightEdge};
    if (name == QLatin1String("ribbon")) return Pane{p.panel, Qt::TopEdge};
    if (name == QLatin1String("ladderColumn")) return Pane{{}, Qt::RightEdge};
    if (name == QLatin1String("findings")) return Pane{{}, Qt::LeftEdge};
    if (name == QLatin1String("notice"))
        return widget.property("said").toBool() ? Pane{p.ink, {}} : Pane{p.panel, Qt::TopEdge};
    const QString role = widget.property(kRole).toString();
    if (role == QLatin1String("guide")) return Pane{p.marking, {}};
    if (role == QLatin1String("otherHand")) return Pane{p.marking, {}, 6};
    return std::nullopt;
}

} // namespace goodfold::app
