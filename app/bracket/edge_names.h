// Edges and corners of a plate: the keys of their cells, and what panels call them.
#pragma once

#include "job/job.h"

#include <QString>

namespace goodfold::app {

QString keyOf(job::Edge edge);
QString keyOf(job::Corner corner);
QString nameOf(job::Edge edge);
QString nameOf(job::Corner corner);

} // namespace goodfold::app
