#include "app/widgets/look.h"

#include "app/widgets/dress.h"
#include "app/widgets/look_paint.h"
#include "app/widgets/theme.h"

#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QScrollArea>
#include <QStyleOption>
#include <QTableView>

#include <algorithm>

namespace goodfold::app {

namespace {

constexpr int kThin = 8;         // of a scroll bar
constexpr int kShortest = 24;    // of what is dragged in it
constexpr int kKnob = 16;        // of a slider
constexpr int kChevronRoom = 26; // at the right of a choice
constexpr int kTableText = 14;   // size at 100 %
constexpr int kHeadSides = 8, kHeadEnds = 5;

bool isInTable(const QWidget* widget) {
    return qobject_cast<const QTableView*>(widget);
}

/// Round what stands in a cell of a table, or a line of what a choice offers.
QMargins cellInset(const QWidget* view) {
    if (isInTable(view)) return {12, 2, 12, 2};
    return view && view->inherits("QComboBoxListView") ? QMargins(6, 4, 6, 4) : QMargins();
}

/// Where what is dragged in a scroll bar lies; nothing where there is nothing to scroll.
QRect draggedIn(const QStyleOptionSlider& bar) {
    if (bar.minimum >= bar.maximum) return {};
    const bool lies = bar.orientation == Qt::Horizontal;
    const int all = lies ? bar.rect.width() : bar.rect.height();
    const double share = bar.pageStep / (double(bar.maximum) - bar.minimum + bar.pageStep);
    const int length = qBound(std::min(kShortest, all), qRound(all * share), all);
    const int at = QStyle::sliderPositionFromValue(bar.minimum, bar.maximum, bar.sliderPosition, all - length,
                                                   bar.upsideDown);
    return lies ? QRect(bar.rect.x() + at, bar.rect.y(), length, bar.rect.height())
                : QRect(bar.rect.x(), bar.rect.y() + at, bar.rect.width(), length);
}

QRect partOfScrollBar(const QStyleOptionSlider& bar, QStyle::SubControl part) {
    const QRect all = bar.rect, dragged = draggedIn(bar);
    const bool lies = bar.orientation == Qt::Horizontal;
    switch (part) {
    case QStyle::SC_ScrollBarGroove:
        return all;
    case QStyle::SC_ScrollBarSlider:
        return dragged;
    case QStyle::SC_ScrollBarSubPage:
        return lies ? QRect(all.topLeft(), QPoint(dragged.left() - 1, all.bottom()))
                    : QRect(all.topLeft(), QPoint(all.right(), dragged.top() - 1));
    case QStyle::SC_ScrollBarAddPage:
        return lies ? QRect(QPoint(dragged.right() + 1, all.top()), all.bottomRight())
                    : QRect(QPoint(all.left(), dragged.bottom() + 1), all.bottomRight());
    default:
        return {}; // no buttons at its ends
    }
}

QRect knobOf(const QStyleOptionSlider& slider) {
    const int at = QStyle::sliderPositionFromValue(slider.minimum, slider.maximum, slider.sliderPosition,
                                                   slider.rect.width() - kKnob, slider.upsideDown);
    return {slider.rect.x() + at, slider.rect.center().y() - kKnob / 2 + 1, kKnob, kKnob};
}

} // namespace

Look::Look() : QProxyStyle(QStringLiteral("Fusion")) {}

void Look::polish(QWidget* widget) {
    QProxyStyle::polish(widget);
    if (paneOf(*widget)) widget->setAttribute(Qt::WA_StyledBackground);
    if (auto* area = qobject_cast<QScrollArea*>(widget)) area->setFrameShape(QFrame::NoFrame);
    if (isInTable(widget)) {
        widget->setFont(textFont(kTableText));
        QPalette palette; // of which only this is its own: the rest follows light and dark
        palette.setColor(QPalette::Base, colours().paper);
        widget->setPalette(palette);
    }
    const auto dress = dressOf(*widget, State_Enabled);
    if (!dress) return;
    if (widget->font() != dress->font) widget->setFont(dress->font);
    if (qobject_cast<QLineEdit*>(widget)) widget->setAttribute(Qt::WA_Hover);
    auto* label = qobject_cast<QLabel*>(widget);
    if (!label) return;
    if (label->palette().color(QPalette::WindowText) != dress->ink) {
        QPalette palette;
        palette.setColor(QPalette::WindowText, dress->ink);
        label->setPalette(palette);
    }
    if (label->contentsMargins() != dress->inset) label->setContentsMargins(dress->inset);
}

void Look::drawPrimitive(PrimitiveElement element, const QStyleOption* option, QPainter* painter,
                         const QWidget* widget) const {
    const draw::Palette& p = colours();
    const auto pane = element == PE_Widget && widget ? paneOf(*widget) : std::nullopt;
    const auto dress = element == PE_PanelLineEdit && widget ? dressOf(*widget, option->state) : std::nullopt;
    if (pane)
        paintPane(*painter, option->rect, *pane);
    else if (dress)
        paintBox(*painter, option->rect, *dress);
    else if (element == PE_PanelLineEdit && widget && qobject_cast<const QLineEdit*>(widget))
        return; // in another's box
    else if (element == PE_PanelMenu)
        painter->fillRect(option->rect, p.field);
    else if (element == PE_FrameMenu)
        paintBox(*painter, option->rect, {.line = p.rule, .lineWidth = 1});
    else if (element == PE_PanelTipLabel)
        paintBox(*painter, option->rect, {.fill = p.field, .line = p.rule, .lineWidth = 1});
    else if (element == PE_Frame) {
        const bool isFocused = option->state.testFlag(State_HasFocus);
        const int focusWidth = pixelMetric(PM_DefaultFrameWidth, option, widget);
        paintBox(*painter, option->rect,
                 {.line = isFocused ? p.accent : p.rule, .lineWidth = isFocused ? focusWidth : 1});
    } else
        QProxyStyle::drawPrimitive(element, option, painter, widget);
}

void Look::drawControl(ControlElement element, const QStyleOption* option, QPainter* painter,
                       const QWidget* widget) const {
    const draw::Palette& p = colours();
    if (element == CE_PushButton && widget) return drawButton(*option, *painter, *widget);
    if (element == CE_MenuItem) return drawMenuItem(*option, *painter, widget);
    if (element == CE_HeaderSection) {
        painter->fillRect(option->rect, p.panel);
        painter->fillRect(QRect(option->rect.bottomLeft(), QSize(option->rect.width(), 1)), p.rule);
        return;
    }
    if (const auto* head = qstyleoption_cast<const QStyleOptionHeader*>(option);
        head && element == CE_HeaderLabel) {
        QStyleOptionHeader faint(*head);
        faint.palette.setColor(QPalette::ButtonText, p.faintInk);
        return QProxyStyle::drawControl(element, &faint, painter, widget);
    }
    if (const auto* item = qstyleoption_cast<const QStyleOptionViewItem*>(option);
        item && element == CE_ItemViewItem && !cellInset(widget).isNull()) {
        QStyleOptionViewItem inner(*item);
        proxy()->drawPrimitive(PE_PanelItemViewItem, item, painter, widget);
        inner.rect = inner.rect.marginsRemoved(cellInset(widget));
        inner.state.setFlag(State_HasFocus, false); // the frame tells it, and the selected row
        return QProxyStyle::drawControl(element, &inner, painter, widget);
    }
    QProxyStyle::drawControl(element, option, painter, widget);
}

void Look::drawButton(const QStyleOption& option, QPainter& painter, const QWidget& widget) const {
    const auto* button = qstyleoption_cast<const QStyleOptionButton*>(&option);
    const auto dress = dressOf(widget, option.state);
    if (!button || !dress) return QProxyStyle::drawControl(CE_PushButton, &option, &painter, &widget);
    paintBox(painter, option.rect, *dress);
    QStyleOptionButton inner(*button);
    inner.rect = option.rect.marginsRemoved(dress->inset);
    inner.palette.setColor(QPalette::ButtonText, dress->ink);
    painter.setFont(dress->font);
    if (dress->words == Qt::AlignCenter || !inner.icon.isNull())
        return QProxyStyle::drawControl(CE_PushButtonLabel, &inner, &painter, &widget);
    int flags = Qt::AlignLeft | Qt::AlignVCenter | Qt::TextShowMnemonic;
    if (!proxy()->styleHint(SH_UnderlineShortcut, &inner, &widget, nullptr)) flags |= Qt::TextHideMnemonic;
    painter.setPen(dress->ink);
    painter.drawText(inner.rect, flags, inner.text);
}

void Look::drawTool(const QStyleOption& option, QPainter& painter, const QWidget& widget) const {
    const auto dress = dressOf(widget, option.state);
    const auto* button = qstyleoption_cast<const QStyleOptionToolButton*>(&option);
    if (!dress || !button) return;
    paintBox(painter, option.rect, *dress);
    QStyleOptionToolButton inner(*button);
    inner.rect = option.rect.marginsRemoved(dress->inset);
    inner.palette.setColor(QPalette::ButtonText, dress->ink);
    inner.font = dress->font;
    QProxyStyle::drawControl(CE_ToolButtonLabel, &inner, &painter, &widget);
}

void Look::drawMenuItem(const QStyleOption& option, QPainter& painter, const QWidget* widget) const {
    const auto* item = qstyleoption_cast<const QStyleOptionMenuItem*>(&option);
    if (!item || qobject_cast<const QComboBox*>(widget))
        return QProxyStyle::drawControl(CE_MenuItem, &option, &painter, widget);
    paintMenuItem(painter, *item);
}

void Look::drawComplexControl(ComplexControl control, const QStyleOptionComplex* option, QPainter* painter,
                              const QWidget* widget) const {
    const draw::Palette& p = colours();
    const auto* slider = qstyleoption_cast<const QStyleOptionSlider*>(option);
    const bool isFocused = option->state.testFlag(State_HasFocus);
    if (control == CC_ToolButton && widget) return drawTool(*option, *painter, *widget);
    if (control == CC_ComboBox && widget) {
        if (const auto dress = dressOf(*widget, option->state)) paintBox(*painter, option->rect, *dress);
        paintChevron(*painter, subControlRect(control, option, SC_ComboBoxArrow, widget));
        return;
    }
    if (control == CC_ScrollBar && slider)
        return paintBox(*painter, draggedIn(*slider), {.fill = p.rule, .radius = kThin / 2});
    if (control == CC_Slider && slider && slider->orientation == Qt::Horizontal) {
        const QRect knob = knobOf(*slider);
        constexpr int kGroove = 3;
        paintBox(*painter, {option->rect.x(), knob.center().y() - kGroove / 2, option->rect.width(), kGroove},
                 {.fill = p.rule, .radius = 1});
        return paintBox(*painter, knob,
                        {.fill = isFocused ? p.accent : p.ink,
                         .line = isFocused ? p.paper : QColor(),
                         .lineWidth = isFocused ? 2 : 0,
                         .radius = kKnob / 2});
    }
    QProxyStyle::drawComplexControl(control, option, painter, widget);
}

QRect Look::subElementRect(SubElement element, const QStyleOption* option, const QWidget* widget) const {
    if (element == SE_LineEditContents && widget)
        if (const auto dress = dressOf(*widget, option->state))
            return option->rect.marginsRemoved(dress->inset);
    return QProxyStyle::subElementRect(element, option, widget);
}

QRect Look::subControlRect(ComplexControl control, const QStyleOptionComplex* option, SubControl part,
                           const QWidget* widget) const {
    const auto* slider = qstyleoption_cast<const QStyleOptionSlider*>(option);
    if (control == CC_ScrollBar && slider) return partOfScrollBar(*slider, part);
    if (control == CC_Slider && slider && slider->orientation == Qt::Horizontal && part == SC_SliderHandle)
        return knobOf(*slider);
    const auto dress = control == CC_ComboBox && widget ? dressOf(*widget, option->state) : std::nullopt;
    if (dress && part == SC_ComboBoxArrow)
        return {option->rect.right() - kChevronRoom, option->rect.y(), kChevronRoom, option->rect.height()};
    if (dress && part == SC_ComboBoxEditField)
        return option->rect.marginsRemoved(dress->inset +
                                           QMargins(0, 0, kChevronRoom - dress->inset.right(), 0));
    return QProxyStyle::subControlRect(control, option, part, widget);
}

QSize Look::sizeFromContents(ContentsType type, const QStyleOption* option, const QSize& contents,
                             const QWidget* widget) const {
    const auto dress = widget ? dressOf(*widget, State_Enabled) : std::nullopt;
    if (dress && (type == CT_LineEdit || type == CT_PushButton || type == CT_ToolButton))
        return contents.grownBy(dress->inset);
    if (dress && type == CT_ComboBox) return contents.grownBy(dress->inset) + QSize(kChevronRoom, 0);
    if (const auto* item = qstyleoption_cast<const QStyleOptionMenuItem*>(option);
        item && type == CT_MenuItem)
        return menuItemSize(*item, contents);
    const QSize usual = QProxyStyle::sizeFromContents(type, option, contents, widget);
    if (type == CT_ItemViewItem) return usual.grownBy(cellInset(widget));
    if (type == CT_HeaderSection) return usual + QSize(2 * kHeadSides, 2 * kHeadEnds - 4);
    return usual;
}

int Look::pixelMetric(PixelMetric metric, const QStyleOption* option, const QWidget* widget) const {
    switch (metric) {
    case PM_ScrollBarExtent:
        return kThin;
    case PM_ScrollBarSliderMin:
        return kShortest;
    case PM_SliderLength:
    case PM_SliderThickness:
    case PM_SliderControlThickness:
        return kKnob;
    case PM_MenuPanelWidth:
        return 1;
    case PM_MenuHMargin:
    case PM_MenuVMargin:
        return 4;
    case PM_ToolTipLabelFrameWidth:
        return 6;
    case PM_DefaultFrameWidth:
        if (isInTable(widget)) return 2; // room for the line that tells the focus
        break;
    default:
        break;
    }
    return QProxyStyle::pixelMetric(metric, option, widget);
}

int Look::styleHint(StyleHint hint, const QStyleOption* option, const QWidget* widget,
                    QStyleHintReturn* answer) const {
    if (hint == SH_Table_GridLineColor) return static_cast<int>(colours().rule.rgb());
    if (hint == SH_ComboBox_Popup) return 0; // a list below it
    if (hint == SH_ComboBox_PopupFrameStyle) return QFrame::StyledPanel | QFrame::Plain;
    return QProxyStyle::styleHint(hint, option, widget, answer);
}

} // namespace goodfold::app
