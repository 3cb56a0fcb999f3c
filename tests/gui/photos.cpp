// Holes of a face out of a photograph, in the real window: corners dragged, holes clicked, taken over; files
// that are no pictures get a sentence.
#include "app/mount/mount_stage.h"
#include "app/mount/mount_view.h"
#include "app/mount/photo_page.h"
#include "app/widgets/notice.h"
#include "draw/picture_file.h"
#include "edit/mount_edits.h"
#include "gui/support.h"

#include <QTemporaryDir>

namespace goodfold::photos_test {

namespace {

/// A pattern of A4 on a bench, its holes pricked and inked, seen askew: what QPainter maps.
struct Pattern {
    std::vector<Vec2> holes{{40, 40}, {240, 52}, {150, 160}};
    double diameter = 8;
    QTransform seen;

    Pattern() {
        const QPolygonF sheet{{QPointF(0, 0), QPointF(297, 0), QPointF(297, 210), QPointF(0, 210)}};
        const QPolygonF quad{{QPointF(190, 1010), QPointF(1420, 940), QPointF(1240, 180), QPointF(330, 220)}};
        QTransform::quadToQuad(sheet, quad, seen);
    }
    QImage taken() const {
        QImage image(1600, 1150, QImage::Format_RGB32);
        image.fill(QColor(120, 96, 70));
        QPainter painter(&image);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setTransform(seen);
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(236, 233, 226));
        painter.drawRect(QRectF(0, 0, 297, 210));
        painter.setBrush(QColor(40, 40, 44));
        for (const Vec2& at : holes)
            painter.drawEllipse(QPointF(at.x(), at.y()), diameter / 2, diameter / 2);
        return image;
    }
    Vec2 pixel(const Vec2& mm) const {
        const QPointF at = seen.map(QPointF(mm.x(), mm.y()));
        return {at.x(), at.y()};
    }
};

struct Stage : test::Window {
    Stage() : test::Window(test::demo("stay-on-sill.gfold")) {
        operator->()->showStage("mount");
        operator->()->resize(1280, 800);
        mount = operator->()->findChild<app::MountStage*>();
        QTest::qWait(50);
    }
    void drag(app::PhotoView* view, const QPointF& from, const QPointF& to) {
        QTest::mousePress(view, Qt::LeftButton, {}, from.toPoint());
        QTest::mouseMove(view, ((from + to) / 2).toPoint());
        QTest::mouseMove(view, to.toPoint());
        QTest::mouseRelease(view, Qt::LeftButton, {}, to.toPoint());
    }
    QString said() { return app::Notice::of(*mount)->message(); }
    app::MountStage* mount = nullptr;
    QTemporaryDir folder;
};

} // namespace

class PhotosTest : public QObject {
    Q_OBJECT
private slots:
    void holesAreTakenFromAPhotograph();
    void ringIsPutAndMovedByHand();
    void faceThatGoesTakesItsPictureAlong();
    void noPictureGetsASentence_data();
    void noPictureGetsASentence();
    void drawingGivesItsHoles();
};

void PhotosTest::holesAreTakenFromAPhotograph() {
    Stage window;
    const Pattern pattern;
    const QString path = window.folder.filePath("pattern.png");
    QVERIFY(pattern.taken().save(path));
    const job::Job before = window.job();
    window.mount->openPicture("G", path);
    app::PhotoPage* page = window.mount->photoPage();
    QVERIFY(page->isVisible());
    app::PhotoView* view = page->picture();
    const std::array<Vec2, 4> corners{Vec2(0, 210), Vec2(297, 210), Vec2(297, 0), Vec2(0, 0)};
    for (int i = 0; i < 4; ++i)
        window.drag(view, view->cornerOnScreen(i),
                    view->onScreen(pattern.pixel(corners[static_cast<size_t>(i)])) + QPointF(2, -2));
    QVERIFY(view->plane());
    for (const Vec2& hole : pattern.holes)
        QTest::mouseClick(view, Qt::LeftButton, {},
                          (view->onScreen(pattern.pixel(hole)) + QPointF(1, 1)).toPoint());
    QCOMPARE(view->rings().size(), size_t(3));
    window->grab().save(qEnvironmentVariable("GOODFOLD_LOOK", window.folder.filePath("look.png")));
    for (size_t i = 0; i < 3; ++i) {
        const auto apart = [&](const auto& at) { return (at(i) - at((i + 1) % 3)).norm(); };
        const double found = apart([&](size_t k) { return view->rings()[k].hole.at; });
        const double drawn = apart([&](size_t k) { return pattern.holes[k]; });
        QVERIFY2(std::abs(found - drawn) < 0.3, qPrintable(QString::number(found - drawn)));
        QVERIFY(std::abs(view->rings()[i].hole.diameter - 8) < 0.4);
    }
    QTest::mouseClick(view, Qt::LeftButton, {}, view->onScreen(pattern.pixel(pattern.holes[0])).toPoint());
    auto* is = page->findChild<QComboBox*>("picturePoint");
    QVERIFY(is->isVisible());
    is->setCurrentIndex(is->findData("c")); // it is there already
    emit is->activated(is->currentIndex());
    QTest::mouseClick(page->findChild<QPushButton*>("pictureTake"), Qt::LeftButton);
    QVERIFY(!page->isVisible());
    const job::Mount& mount = *window.job().mount;
    QCOMPARE(mount.points.size(), before.mount->points.size() + 2);
    QCOMPARE(mount.readings.size(), before.mount->readings.size() + 3);
    QCOMPARE(mount.readings.back().with, std::string("photo"));
    QCOMPARE(mount.readings[before.mount->readings.size()].of[0], std::string("c"));
    window->actions().undo->trigger();
    QVERIFY(window.job() == before);
}

/// Where nothing round is, Ctrl puts a ring; arrows move it by a pixel, Delete takes it out again.
void PhotosTest::ringIsPutAndMovedByHand() {
    Stage window;
    const QString path = window.folder.filePath("pattern.png");
    QVERIFY(Pattern().taken().save(path));
    window.mount->openPicture("F", path);
    app::PhotoView* view = window.mount->photoPage()->picture();
    const QPoint bare = view->rect().center();
    QTest::mouseClick(view, Qt::LeftButton, {}, bare);
    QVERIFY2(window.said().startsWith("No round rim"), qPrintable(window.said()));
    QVERIFY(view->rings().empty());
    QTest::mouseClick(view, Qt::LeftButton, Qt::ControlModifier, bare);
    QCOMPARE(view->rings().size(), size_t(1));
    const Vec2 put = view->rings()[0].hole.at;
    QTest::keyClick(view, Qt::Key_Right, Qt::ShiftModifier);
    QVERIFY((view->rings()[0].hole.at - put).norm() > 0.5);
    QTest::keyClick(view, Qt::Key_Delete);
    QVERIFY(view->rings().empty());
}

void PhotosTest::faceThatGoesTakesItsPictureAlong() {
    Stage window;
    const QString path = window.folder.filePath("pattern.png");
    QVERIFY(Pattern().taken().save(path));
    window.mount->openPicture("G", path);
    QVERIFY(window.mount->photoPage()->isVisible());
    QVERIFY(!window->document().change("face gone", [](job::Job& job) { edit::removeThing(job, "G"); }));
    QVERIFY(!window.mount->photoPage()->isVisible());
}

void PhotosTest::noPictureGetsASentence_data() {
    QTest::addColumn<QByteArray>("bytes");
    QByteArray png;
    QBuffer buffer(&png);
    buffer.open(QIODevice::WriteOnly);
    Pattern().taken().save(&buffer, "PNG");
    QTest::newRow("nothing") << QByteArray();
    QTest::newRow("a letter") << QByteArray("Dear gardener,\nthe vent stays are late.\n");
    QTest::newRow("broken off") << png.left(png.size() / 3);
    QTest::newRow("head only") << png.left(40);
    QByteArray huge = png; // says that it is 0x7fffffff wide and high
    for (int i = 16; i < 24; ++i)
        huge[i] = i % 4 == 0 ? '\x7f' : '\xff';
    QTest::newRow("endless") << huge;
    QByteArray noise = png;
    for (int i = 60; i < noise.size(); i += 7)
        noise[i] = static_cast<char>(i);
    QTest::newRow("noise") << noise;
    QTest::newRow("tiny") << QByteArray::fromBase64(
        "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==");
}

void PhotosTest::noPictureGetsASentence() {
    QFETCH(QByteArray, bytes);
    Stage window;
    QFile file(window.folder.filePath("hostile.png"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(bytes);
    file.close();
    window.mount->openPicture("F", file.fileName());
    QVERIFY2(window.said().endsWith('.'), qPrintable(window.said()));
    QVERIFY(window.mount->picture()->isVisible());
}

void PhotosTest::drawingGivesItsHoles() {
    Stage window;
    const job::Job before = window.job();
    QFile file(window.folder.filePath("plate.csv"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write("name,x,y,diameter\nu,0,0,6.6\nv,40,0,6.6\n");
    file.close();
    window.mount->openDrawing("F", file.fileName());
    QVERIFY(window.job().mount->findPoint("u") && window.job().mount->findPoint("v"));
    QCOMPARE(window.job().mount->readings.back().value, 40.0);
    window->actions().undo->trigger();
    QVERIFY(window.job() == before);
    window.mount->openDrawing("F", window.folder.filePath("none.dxf"));
    QVERIFY(!window.said().isEmpty());
}

GOODFOLD_TEST(PhotosTest)

} // namespace goodfold::photos_test

#include "photos.moc"
