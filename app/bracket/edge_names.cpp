#include "app/bracket/edge_names.h"

#include <QObject>

namespace goodfold::app {

using job::Corner;
using job::Edge;

QString keyOf(Edge edge) {
    switch (edge) {
    case Edge::Start:
        return QStringLiteral("start");
    case Edge::End:
        return QStringLiteral("end");
    case Edge::Left:
        return QStringLiteral("left");
    case Edge::Right:
        return QStringLiteral("right");
    }
    return {};
}

QString keyOf(Corner corner) {
    switch (corner) {
    case Corner::StartRight:
        return QStringLiteral("start-right");
    case Corner::EndRight:
        return QStringLiteral("end-right");
    case Corner::EndLeft:
        return QStringLiteral("end-left");
    case Corner::StartLeft:
        return QStringLiteral("start-left");
    }
    return {};
}

QString nameOf(Edge edge) {
    switch (edge) {
    case Edge::Start:
        return QObject::tr("start");
    case Edge::End:
        return QObject::tr("end");
    case Edge::Left:
        return QObject::tr("left");
    case Edge::Right:
        return QObject::tr("right");
    }
    return {};
}

QString nameOf(Corner corner) {
    switch (corner) {
    case Corner::StartRight:
        return QObject::tr("start right");
    case Corner::EndRight:
        return QObject::tr("end right");
    case Corner::EndLeft:
        return QObject::tr("end left");
    case Corner::StartLeft:
        return QObject::tr("start left");
    }
    return {};
}

} // namespace goodfold::app
