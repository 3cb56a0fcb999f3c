#include "app/bracket/edge_names.h"

#include "files/words.h"

#include <QObject>

namespace goodfold::app {

using job::Corner;
using job::Edge;

namespace {

/// The job file's own words are the keys.
QString fileWord(std::string_view word) {
    return QString::fromUtf8(word.data(), static_cast<qsizetype>(word.size()));
}

} // namespace

QString keyOf(Edge edge) {
    return fileWord(files::wordFor(files::kEdgeWords, edge));
}

QString keyOf(Corner corner) {
    return fileWord(files::wordFor(files::kCornerWords, corner));
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
