// Solids on paper, for a painter whose unit is a millimetre.
#pragma once

#include "draw/formed_picture.h"

namespace goodfold::draw {

/// In little ink. What is seen of it, in millimetres on the paper.
std::vector<SeenFace> paintOnPaper(QPainter& painter, const Scene& scene, Camera camera);

} // namespace goodfold::draw
