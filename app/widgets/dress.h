// What widgets wear: the one table of how each kind of them looks, and in which state. The look (look.h)
// paints it.
#pragma once

#include <QColor>
#include <QFont>
#include <QMargins>
#include <QStyle>
#include <QWidget>

#include <optional>

namespace goodfold::app {

/// A box and words in it, in pixels. What has no colour is not painted. The content keeps its place in every
/// state: a line that grows, grows inwards.
struct Dress {
    QFont font;
    QColor ink, fill, line;
    int lineWidth = 0, radius = 0;
    std::optional<Qt::Edge> lineAlong; // where it is not all round
    QMargins inset;                    // from the edge to the content
    Qt::Alignment words = Qt::AlignCenter;
};

/// Of labels, fields, buttons and choices, by what their property "role" says they are for; none of others.
std::optional<Dress> dressOf(const QWidget& widget, QStyle::State state);

/// Ground of a part of the window, and the rule that parts it from its neighbour.
struct Pane {
    QColor ground;
    std::optional<Qt::Edge> ruled;
    int radius = 0;
};

/// By the object's name, or its role; none of others.
std::optional<Pane> paneOf(const QWidget& widget);

} // namespace goodfold::app
