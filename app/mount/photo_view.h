// A photograph or scan to point at: four corners of something of known size, and holes in it. Dragging moves
// what is pointed at, dragging elsewhere the picture; the wheel brings it nearer; a click finds a hole, with
// Ctrl it puts a ring by hand; arrows move what is in hand by a pixel, Delete takes a ring out.
#pragma once

#include "picture/holes.h"

#include <QImage>
#include <QPainterPath>
#include <QWidget>

#include <functional>
#include <optional>

namespace goodfold::app {

class PhotoView : public QWidget {
    Q_OBJECT
public:
    struct Ring {
        picture::FoundHole hole;
        bool isByHand = false;
        QString point; // of the mount that it is; empty: a new one
    };
    /// A place of a pattern: a corner of its outline, or the end of a fold.
    struct Spot {
        enum class Kind { Corner, FoldUp, FoldDown };
        Kind kind = Kind::Corner;
        Vec2 at{0, 0}; // mm
    };
    explicit PhotoView(QWidget* parent = nullptr);

    void load(const QImage& image);
    /// What the corners are of, mm: from the first to the second, and on to the third.
    void setSize(const Vec2& mm);
    const Vec2& knownSize() const { return size; }
    bool isWide() const; // the side from the first corner to the second looks the longer one
    const std::vector<Ring>& rings() const { return found; }
    Ring* inHand() {
        return held >= kCorners && held < firstSpot() ? &found[static_cast<size_t>(held - kCorners)]
                                                      : nullptr;
    }
    void nameInHand(const QString& point);
    /// What a click puts; nothing: it finds a hole.
    void setPuts(std::optional<Spot::Kind> kind) { puts = kind; }
    const std::vector<Spot>& spots() const { return pointedOut; }
    /// The two ends of each fold that has both: places among the spots.
    std::vector<std::pair<size_t, size_t>> folds() const;

    QPointF onScreen(const Vec2& pixel) const;
    QPointF cornerOnScreen(int corner) const { return onScreen(corners[static_cast<size_t>(corner)]); }
    /// A place on what is known, mm.
    QPointF placeOnScreen(const Vec2& mm) const;
    const Result<picture::Plane>& plane() const { return seen; }

signals:
    void changed(); // rings, or which is in hand
    void cannot(const QString& why);

protected:
    bool event(QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    static constexpr int kCorners = 4, kNothing = -1;
    void fit();
    Vec2 inPicture(const QPointF& at) const;
    int handleAt(const QPointF& at) const; // corners, then rings, then spots
    int firstSpot() const { return kCorners + static_cast<int>(found.size()); }
    void takeOut(int handle);
    void paintSpots(const std::function<void(const QPainterPath&, bool)>& stroke);
    Vec2 pixelOf(int handle) const;
    void moveTo(int handle, const Vec2& pixel);
    void newPlane();
    void addRing(const Vec2& pixel, bool isByHand);

    QImage image;
    picture::Raster raster;
    picture::Corners corners;
    std::array<bool, kCorners> isPlaced{};
    Vec2 size{297, 210};
    Result<picture::Plane> seen = Error{};
    std::vector<Ring> found;
    std::vector<Spot> pointedOut;
    std::optional<Spot::Kind> puts;
    double scale = 1;
    QPointF origin, pressed, last;
    int held = kNothing;
    bool isDragging = false, isMoved = false;
};

} // namespace goodfold::app
