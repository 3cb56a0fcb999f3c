// Where the numbers stand on the picture: small tags beside the part, tied to it by a line.
#pragma once

#include "draw/camera.h"
#include "draw/formed_picture.h"

#include <QSizeF>
#include <QString>

namespace goodfold::draw {

/// Something to say about a place of the part.
struct TagWish {
    job::Element about;
    QString text;
    QPointF anchor; // on the screen
    QSizeF size;
    int figure = 0; // which of the thing's figures it is, for whoever asked
};

struct Tag {
    job::Element about;
    QString text;
    QPointF anchor;
    QRectF box;
    int figure = 0;
};

/// The root point a tag is tied to: the middle of a plate's nearest long side, of a bend's strip, of a hole.
Vec3 anchorOf(const part::Part& part, const part::Folded& folded, const Camera& camera,
              const job::Element& element);

/// Boxes inside `area`, off the part, off each other and off what is `taken` as far as there is room. The
/// same wishes in the same view always come out the same.
std::vector<Tag> placeTags(const std::vector<TagWish>& wishes, const std::vector<SeenFace>& seen,
                           const QRectF& area, const std::vector<QRectF>& taken = {});

} // namespace goodfold::draw
