// The strokes of the look: boxes, panes, items of menus.
#pragma once

#include "app/widgets/dress.h"

#include <QPainter>
#include <QStyleOption>

namespace goodfold::app {

void paintBox(QPainter& painter, const QRect& box, const Dress& dress);
void paintPane(QPainter& painter, const QRect& box, const Pane& pane);
/// Opens downwards.
void paintChevron(QPainter& painter, const QRect& box);

QSize menuItemSize(const QStyleOptionMenuItem& item, const QSize& words);
void paintMenuItem(QPainter& painter, const QStyleOptionMenuItem& item);

} // namespace goodfold::app
