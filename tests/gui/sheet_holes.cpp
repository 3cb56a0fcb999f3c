// What is cut in sheet, in the real window: shapes, patterns, outlines by points, places in the formed part,
// and what goes through them.
#include "app/base/books.h"
#include "gui/sheet_support.h"

namespace goodfold::sheet_holes_test {

using edit::Grip;
using job::Element;
using test::drag;
using test::onPicture;
using test::SheetWindow;

class SheetHolesTest : public QObject {
    Q_OBJECT
private slots:
    void shapesArePickedAtTheLadder();
    void patternIsDraggedAndTypedOnThePicture();
    void outlineIsDrawnByPoints();
    void holeIsPlacedInTheFormedPart();
    void fastenerSetsTheHoleAndItsLength();
    void stockOfTheShopAddsSizes();
};

void SheetHolesTest::shapesArePickedAtTheLadder() {
    SheetWindow window;
    window.type("h 30");
    window.document().select(Element::hole("h1"));
    window.choose("hole.h1.kind", "arc-slot");
    window.fill("hole.h1.radius", "25");
    window.fill("hole.h1.swing", "90");
    const job::Hole& hole = *window.job().findHole("h1");
    QVERIFY(hole.kind == job::Hole::Kind::ArcSlot);
    QCOMPARE(hole.radius, 25.0);
    QCOMPARE(hole.swingDeg, 90.0);
    window.fill("hole.h1.radius", "2"); // through its own pivot
    QVERIFY(window.notice().endsWith('.'));
    window.choose("hole.h1.kind", "rectangle");
    QVERIFY(window.job().findHole("h1")->kind == job::Hole::Kind::Rectangle);
}

void SheetHolesTest::patternIsDraggedAndTypedOnThePicture() {
    SheetWindow window;
    window.type("h 20 y -15");
    window.type("h1");
    window.type("row 3 by 15");
    window->picture()->lookFrom(app::PictureView::From::Face);
    const QPointF next = window->picture()->gripPoint({Grip::Kind::Pattern, "h1"});
    drag(window->picture(), next, 5 * onPicture(window, 0, Vec2(1, 0)));
    QVERIFY2(std::abs(window.job().findHole("h1")->pattern->pitch - 20) < 0.8,
             qPrintable(QString::number(window.job().findHole("h1")->pattern->pitch)));
    QCOMPARE(window.job().findHole("h1")->pattern->angleDeg, 0.0);
    // The figure beside it is typed over where it stands.
    for (const draw::Tag& tag : window->picture()->tags())
        if (tag.text.startsWith("3 every")) {
            QTest::mouseClick(window->picture(), Qt::LeftButton, {}, tag.box.center().toPoint());
            break;
        }
    auto* field = qobject_cast<app::ValueField*>(QApplication::focusWidget());
    QVERIFY(field);
    field->selectAll();
    QTest::keyClicks(field, "22.5");
    QTest::keyClick(field, Qt::Key_Return);
    QCOMPARE(window.job().findHole("h1")->pattern->pitch, 22.5);
    window.fill("hole.h1.pattern.count", "5");
    window.fill("hole.h1.pattern.count", "4294967299"); // past 32 bits, where it would come round to 3
    QCOMPARE(window.job().findHole("h1")->pattern->count, 5);
    QVERIFY(!window.notice().isEmpty());
    window.fill("hole.h1.pattern.count", "4");
    QCOMPARE(window.document().part().holes.size(), size_t{4});
}

void SheetHolesTest::outlineIsDrawnByPoints() {
    SheetWindow window;
    window.document().select(Element::plate("A"));
    window.choose("leg.A.shape-edge", "end");
    window->picture()->lookFrom(app::PictureView::From::Face);
    QVERIFY(window.job().plates[0].edges.count(job::Edge::End));
    drag(window->picture(), window->picture()->gripPoint({Grip::Kind::EdgeStretch, "A", job::Edge::End, 0}),
         10 * onPicture(window, 0, Vec2(1, 0)));
    const auto points = [&] { return window.job().plates[0].edges.at(job::Edge::End).points; };
    QCOMPARE(points().size(), size_t{1});
    QVERIFY(points()[0].at.y() > 8);
    // That point goes on being one, and the next comes out of the stretch after it.
    drag(window->picture(), window->picture()->gripPoint({Grip::Kind::EdgePoint, "A", job::Edge::End, 0}),
         -40 * onPicture(window, 0, Vec2(1, 0)));
    QCOMPARE(points().size(), size_t{1});
    QVERIFY(points()[0].at.y() < 0);
    drag(window->picture(), window->picture()->gripPoint({Grip::Kind::EdgeStretch, "A", job::Edge::End, 1}),
         5 * onPicture(window, 0, Vec2(1, 0)));
    QCOMPARE(points().size(), size_t{2});
    window.document().undoStack().undo();
    QCOMPARE(points().size(), size_t{1});
}

void SheetHolesTest::holeIsPlacedInTheFormedPart() {
    test::Window window(test::demo("tray-clip.gfold"));
    QVERIFY(window.job().findHole("h2"));
    const std::string carrier = window.job().plateOfHole("h1")->id,
                      other = window.job().plateOfHole("h2")->id;
    QVERIFY(carrier != other);
    window.choose("hole.h2.x-from", "formed.axis.h1");
    const auto& hole = *window.job().findHole("h2");
    QVERIFY(hole.formed && hole.formed->kind == job::FormedPlace::Kind::Axis && hole.formed->of == "h1");
    window.choose("hole.h2.x-from", "formed.straight.h1");
    const double distance = window.job().findHole("h2")->formed->distance;
    const auto& part = window.document().part();
    const auto a = part::formedHole(part, window.document().folded(), part.holeIndex("h1"));
    const auto b = part::formedHole(part, window.document().folded(), part.holeIndex("h2"));
    const Vec3 between = a.point + part.thickness / 2 * a.axis - b.point - part.thickness / 2 * b.axis;
    QVERIFY(std::abs(between.norm() - distance) < 1e-6); // it did not move
}

void SheetHolesTest::fastenerSetsTheHoleAndItsLength() {
    SheetWindow window;
    window.type("h 30");
    window.document().select(Element::hole("h1"));
    window.choose("hole.h1.for", "bolt-normal");
    QCOMPARE(window.job().findHole("h1")->diameter, 6.6);
    window.choose("hole.h1.size", "M8");
    QCOMPARE(window.job().findHole("h1")->diameter, 9.0);
    window.fill("hole.h1.clamps", "4");
    QVERIFY(window.named<app::CellPanel>("Ladder: legs, bends and holes")->grab().toImage().height() > 0);
    window.choose("hole.h1.for", "rivet-nut");
    QCOMPARE(window.job().findHole("h1")->diameter, 11.0);
    window.choose("hole.h1.for", "any");
    QVERIFY(!window.job().findHole("h1")->fastener);
}

void SheetHolesTest::stockOfTheShopAddsSizes() {
    QDir().mkpath(QFileInfo(test::books().hardware.ownPath()).path());
    QFile file(test::books().hardware.ownPath());
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(R"({"lengths": {"shop": [10]}, "rivets": [
        {"size": "5.5", "diameter": 5.5, "hole": 5.7, "head_diameter": 11, "lengths": "shop"}]})");
    file.close();
    QVERIFY(!test::books().hardware.read());
    SheetWindow window;
    window.type("h 30 for rivet 5.5");
    QCOMPARE(window.job().findHole("h1")->diameter, 5.7);
    QVERIFY(file.open(QIODevice::WriteOnly | QIODevice::Truncate));
    file.write("nonsense");
    file.close();
    QVERIFY(test::books().hardware.read());
    QVERIFY(file.remove());
    QVERIFY(!test::books().hardware.read());
}

GOODFOLD_TEST(SheetHolesTest)

} // namespace goodfold::sheet_holes_test

#include "sheet_holes.moc"
