// The bracket formed, from any side, or on its way from the flat, with its opposite hand beside it where a
// pair is wanted. Its figures stand on it and are typed over where they stand; ends, holes and bend lines are
// dragged.
#pragma once

#include "app/bracket/drag_session.h"
#include "app/widgets/when_seen.h"
#include "draw/formed_picture.h"
#include "draw/tags.h"

#include <QTimer>
#include <QWidget>

class QSlider;

namespace goodfold::app {

class NewBendBox;

class PictureView : public QWidget {
    Q_OBJECT
public:
    explicit PictureView(Document& document, QWidget* parent = nullptr);

    /// 0 flat to 1 formed.
    void setFormedness(double share);
    /// Another bracket in outline over it, in the same place: an earlier one, or none.
    void showOver(const std::optional<job::Job>& other);
    double formedness() const { return shownFormedness; }
    void fit();
    void zoom(double factor);
    void orbit(double yawDeg, double pitchDeg);
    /// Standing views: at the first leg's face, its side, its end, and across the corner.
    enum class From { Face, Side, End, Corner };
    void lookFrom(From from);
    /// The opposite hand beside it; at first where the job wants a pair.
    void showBothHands(bool on);
    bool showsBothHands() const;
    /// The picture of both hands or of one, as it is now, on its own ground.
    QImage image(const QSize& size) const;
    /// Where a leg's free end or a bend line can be taken hold of, on the screen of this widget.
    QPointF gripPoint(const edit::Grip& grip) const;
    /// Where the plus of a plate's edge stands, the first if there are several; nothing where it has none.
    std::optional<QPointF> plusPoint(const std::string& plate, job::Edge edge) const;
    const draw::Camera& camera() const { return view; }
    /// The tags as they stand now; on the screen of this widget.
    const std::vector<draw::Tag>& tags() const {
        made->settle();
        return placed;
    }
    /// Opens the figure of an element for typing, where it stands.
    void editTag(const Element& element);
    QSize minimumSizeHint() const override { return {320, 240}; }

signals:
    void formednessChanged(double share);
    void bothHandsChanged(bool on);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;

private:
    /// A place on a free edge where another bend can be added.
    struct Plus {
        QRectF box;
        job::Edge edge;
        std::string plate;
        double from, to; // the stretch of the edge that is free, in shares of it
    };
    /// A small square that can be taken hold of: at a free end, a side, a pattern's next hole.
    struct Handle {
        edit::Grip grip;
        QPointF at;
    };
    void change();
    void make();
    void buildFor(double pixelsPerMm);
    void reproject();
    void placeFigures();
    void placePluses();
    void addPlus(int plate, job::Edge edge, double from, double to);
    using Wish = std::function<void(const Element&, const QString&, const QPointF&, Dimension)>;
    void addWidthTag(const Wish& wish) const;
    void addPatternTag(const Wish& wish) const;
    static Dimension mainDimension(const Element& element);
    QString figureText(double mm) const;
    QPointF edgePoint(int plate, job::Edge edge, double share, double outward) const;
    void placeHandles();
    void addHandle(const edit::Grip& grip);
    std::vector<Element> tagged() const;
    QString tagText(const Element& element) const;
    QRectF area() const;     // of the part as drawn
    QRectF twinArea() const; // of its opposite hand
    QRectF inside(const QRectF& area) const;
    Element elementAt(const QPointF& point) const;
    std::optional<edit::Grip> gripAt(const QPointF& point) const;
    DragSession::Axes axesOf(const edit::Grip& grip) const;
    int plateOf(const edit::Grip& grip) const;
    void askForBend(const Plus& plus);
    void openMenu(const QPoint& at);
    void paintTwin(QPainter& painter) const;
    void paintOver(QPainter& painter) const;
    void paintTags(QPainter& painter);
    void paintPluses(QPainter& painter);
    void paintHandles(QPainter& painter);
    void editTag(const draw::Tag& tag);
    void closeEditor();

    Document& document;
    WhenSeen* made;
    double shownFormedness = 1;
    part::Folded shownFolded;
    draw::SceneMaker maker, twinMaker;
    double builtFor = 0; // pixels per mm that the scenes are fine enough for
    draw::Camera view;
    std::vector<draw::SeenFace> seen;
    std::vector<draw::Tag> placed;
    std::vector<Plus> pluses;
    std::vector<Handle> handles;
    std::optional<bool> bothWanted; // until the user says so, where the job wants a pair
    draw::Camera twinView;
    std::optional<job::Job> over;
    draw::Scene overScene;
    std::vector<draw::SeenFace> twinSeen;
    DragSession* dragging;
    bool fitsItself = true; // until the user zooms or moves
    bool moving = false;
    static constexpr double kTagText = 14;
    QTimer settling; // runs for a moment after an edit: smooth edges can wait for it, the figures cannot
    QPointF dragFrom;
    Qt::MouseButton dragButton = Qt::NoButton;
    QPointer<ValueField> editor;
    QPointer<NewBendBox> asked; // by a plus
};

} // namespace goodfold::app
