// The place by the keyboard: arrows go from thing to thing as they lie on the screen, space or Enter points.
#include "app/base/text.h"
#include "app/mount/mount_view.h"
#include "app/widgets/theme.h"

#include <QAccessible>
#include <QKeyEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

std::vector<std::string> MountView::things() const {
    std::vector<std::string> ids;
    if (!placed()) return ids;
    for (const job::MountPoint& point : placed()->points)
        ids.push_back(point.id);
    for (const job::MountEdge& edge : placed()->edges)
        ids.push_back(edge.id);
    for (const job::MountFace& face : placed()->faces)
        ids.push_back(face.id);
    return ids;
}

std::string MountView::nextThing(const QPointF& way) const {
    const std::vector<std::string> ids = things();
    if (std::find(ids.begin(), ids.end(), atKeys) == ids.end())
        return ids.empty() ? std::string() : ids.front();
    const QPointF from = placeOnScreen(atKeys);
    std::string nearest = atKeys;
    double least = std::numeric_limits<double>::max();
    for (const std::string& id : ids) {
        const QPointF off = placeOnScreen(id) - from;
        const double ahead = QPointF::dotProduct(off, way);
        const double aside = std::abs(off.x() * way.y() - off.y() * way.x());
        if (id == atKeys || ahead <= 0 || ahead + 2 * aside >= least) continue;
        least = ahead + 2 * aside; // straight on goes before aside
        nearest = id;
    }
    return nearest;
}

void MountView::goTo(const std::string& id) {
    atKeys = id;
    const bool isPoint = placed() && placed()->findPoint(id), isEdge = placed() && placed()->findEdge(id);
    setAccessibleDescription((isPoint  ? tr("point %1")
                              : isEdge ? tr("edge %1")
                                       : tr("face %1"))
                                 .arg(text(id)));
    QAccessibleEvent event(this, QAccessible::DescriptionChanged);
    QAccessible::updateAccessibility(&event);
    update();
}

void MountView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Left:
        return goTo(nextThing({-1, 0}));
    case Qt::Key_Right:
        return goTo(nextThing({1, 0}));
    case Qt::Key_Up:
        return goTo(nextThing({0, -1}));
    case Qt::Key_Down:
        return goTo(nextThing({0, 1}));
    case Qt::Key_Space:
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (!atKeys.empty()) survey.pointAt(atKeys);
        return;
    default:
        QWidget::keyPressEvent(event);
    }
}

void MountView::paintWhereKeysAre(QPainter& painter) const {
    const std::vector<std::string> ids = things();
    if (!hasFocus() || std::find(ids.begin(), ids.end(), atKeys) == ids.end()) return;
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colours().accent, 1.6, Qt::DashLine));
    painter.drawEllipse(placeOnScreen(atKeys), px(17), px(17));
}

} // namespace goodfold::app
