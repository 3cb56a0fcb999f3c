// The style of standard widgets: what they wear (dress.h), painted and measured. All else is as Qt's Fusion
// has it.
#pragma once

#include <QProxyStyle>

namespace goodfold::app {

/// In the palette and text size in force when widgets are polished: a new one is set where those change.
class Look : public QProxyStyle {
    Q_OBJECT
public:
    Look();
    using QProxyStyle::polish;
    void polish(QWidget* widget) override;
    void drawPrimitive(PrimitiveElement element, const QStyleOption* option, QPainter* painter,
                       const QWidget* widget) const override;
    void drawControl(ControlElement element, const QStyleOption* option, QPainter* painter,
                     const QWidget* widget) const override;
    void drawComplexControl(ComplexControl control, const QStyleOptionComplex* option, QPainter* painter,
                            const QWidget* widget) const override;
    QRect subElementRect(SubElement element, const QStyleOption* option,
                         const QWidget* widget) const override;
    QRect subControlRect(ComplexControl control, const QStyleOptionComplex* option, SubControl part,
                         const QWidget* widget) const override;
    QSize sizeFromContents(ContentsType type, const QStyleOption* option, const QSize& contents,
                           const QWidget* widget) const override;
    int pixelMetric(PixelMetric metric, const QStyleOption* option, const QWidget* widget) const override;
    int styleHint(StyleHint hint, const QStyleOption* option, const QWidget* widget,
                  QStyleHintReturn* answer) const override;

private:
    void drawButton(const QStyleOption& option, QPainter& painter, const QWidget& widget) const;
    void drawTool(const QStyleOption& option, QPainter& painter, const QWidget& widget) const;
    void drawMenuItem(const QStyleOption& option, QPainter& painter, const QWidget* widget) const;
};

} // namespace goodfold::app
