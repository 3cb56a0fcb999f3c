// Spacers and legs in slots on the Mount stage, what a bought one costs, and a pattern of card that is traced
// on its picture, in the real window.
#include "app/mount/mount_stage.h"
#include "app/mount/photo_view.h"
#include "app/widgets/notice.h"
#include "app/window/nest_search.h"
#include "app/window/pattern_picture.h"
#include "gui/support.h"

#include <QTemporaryDir>

namespace goodfold::gui_tabs_test {

namespace {

/// A strip bent down, bolted to a thread, with a hole in the mount that its end could go through.
const char* const kHook = R"({"format": "good-fold-job", "version": 1, "title": "Fan standoff", "units": "mm",
 "material": "steel-hot-rolled", "thickness": 3, "stock": {"form": "bar", "width": 20},
 "plates": [{"id": "A", "length": 61.5, "holes": [{"id": "h1", "diameter": 7, "x": 20, "x_from": "start"}]},
            {"id": "B", "length": 40}],
 "bends": [{"id": "1", "from": "A", "to": "B", "angle": 90, "turn": "down"}],
 "mount": {"faces": [{"id": "F", "at": [0, 0, 0], "normal": [0, 0, 1]}],
           "points": [{"id": "a", "face": "F", "kind": "tapped", "diameter": 6, "at": [0, 0, 0]},
                      {"id": "s", "face": "F", "kind": "hole", "diameter": 4, "at": [40, 0, 0]}]},
 "rests": {"plate": "A", "on": "F"}, "ties": [{"hole": "h1", "point": "a"}]})";

struct Files {
    QString with(const QString& name, const QByteArray& text) const {
        QFile file(folder.filePath(name));
        if (!file.open(QIODevice::WriteOnly)) qFatal("no file");
        file.write(text);
        return file.fileName();
    }
    QTemporaryDir folder;
};

/// A strip of 120 by 30 on a sheet of A4, folded at 50, with a hole of 8, as it lies on a scanner of 5 pixels
/// a millimetre.
QImage scanned() {
    constexpr int kPixels = 5;
    QImage image(330 * kPixels, 240 * kPixels, QImage::Format_RGB32);
    image.fill(QColor(60, 60, 64));
    QPainter painter(&image);
    painter.scale(kPixels, kPixels);
    painter.translate(15, 15);
    painter.fillRect(QRectF(0, 0, 297, 210), QColor(244, 243, 240));
    painter.fillRect(QRectF(40, 60, 120, 30), QColor(190, 170, 140));
    painter.setPen(QPen(QColor(150, 130, 100), 0.4));
    painter.drawLine(QPointF(90, 60), QPointF(90, 90));
    painter.setPen(Qt::NoPen);
    painter.setBrush(QColor(30, 30, 34));
    painter.drawEllipse(QPointF(140, 75), 4, 4);
    return image;
}

} // namespace

class GuiTabsTest : public QObject {
    Q_OBJECT
private slots:
    void spacersAndSlotsAreTyped();
    void aBoughtOneIsWeighed();
    void aPatternIsTraced();
    void aPictureThatIsNoneIsSaid();
    void nestsAreLookedAt();
};

void GuiTabsTest::spacersAndSlotsAreTyped() {
    const Files files;
    test::Window window(files.with("hook.gfold", kHook));
    window->showStage("mount");
    window.click("bolt.0.spacer.add");
    window.fill("bolt.0.spacer", "5.5");
    QCOMPARE(*window.job().ties[0].spacer, 5.5);
    window.fill("bolt.0.spacer", "5");
    QVERIFY(!window.find("tab.add")); // no slot yet
    window.click("point.s.slot.make");
    QCOMPARE(window.job().mount->points[1].slot->length, 12.0);
    window.fill("point.s.slot", "22");
    QCOMPARE(window.job().mount->points[1].slot->length, 22.0);
    window.choose("point.s.runs", "y");
    window.choose("point.s.ends", "square");
    QVERIFY((window.job().mount->points[1].slot->along - Vec3(0, 1, 0)).norm() < 1e-9);
    QCOMPARE(*window.job().mount->points[1].slot->corner, 0.0);
    window.click("tab.add");
    QVERIFY(window.job().tabs == (std::vector<job::Tab>{{"B", "s"}}));
    QTRY_VERIFY_WITH_TIMEOUT(window.document().lineUp(), 20000);
    QVERIFY(window.document().lineUp()->roomAsDrawn > 0.4);
    // Too narrow a slot is told of the leg.
    window->activateWindow(); // a menu had the keyboard
    QVERIFY(QTest::qWaitForWindowActive(window.operator->()));
    window.fill("point.s.slot", "19");
    QTRY_VERIFY_WITH_TIMEOUT(window.document().lineUp() && window.document().lineUp()->worstTab == "B",
                             20000);
    window.click("bolt.0.remove");
    QVERIFY(window.job().ties.empty() && window.job().tabs.empty());
    window->actions().undo->trigger();
    QCOMPARE(window.job().tabs.size(), size_t{1});
}

void GuiTabsTest::aBoughtOneIsWeighed() {
    const Files files;
    test::Window window(files.with("hook.gfold", kHook));
    window->showStage("bending");
    QTRY_VERIFY_WITH_TIMEOUT(window.find("price.bought"), 20000);
    window.fill("price.hour", "60");
    window.fill("price.kilogram", "2");
    window.fill("price.bought", "4.5");
    QCOMPARE(*window.job().boughtPrice, 4.5);
    window.choose("price.currency", "EUR");
    QCOMPARE(window.document().work().rates.currency, std::string("EUR"));
    window->actions().undo->trigger();
    QVERIFY(!window.job().boughtPrice);
}

void GuiTabsTest::aPatternIsTraced() {
    const Files files;
    const QString path = files.folder.filePath("pattern.png");
    QVERIFY(scanned().save(path));
    test::Window window;
    window.drop(path);
    auto* dialog = window->findChild<app::PatternPicture*>();
    QVERIFY(dialog && QTest::qWaitForWindowExposed(dialog));
    app::PhotoView* view = dialog->picture();
    const auto onSheet = [&](double x, double y) {
        return view->onScreen(5 * Vec2(15 + x, 15 + y)).toPoint();
    };
    const std::array<QPointF, 4> sheet{QPointF(0, 0), {297, 0}, {297, 210}, {0, 210}};
    for (int i = 0; i < 4; ++i) {
        const QPoint from = view->cornerOnScreen(i).toPoint(),
                     to = onSheet(sheet[size_t(i)].x(), sheet[size_t(i)].y());
        QTest::mousePress(view, Qt::LeftButton, {}, from);
        QTest::mouseMove(view, (from + to) / 2);
        QTest::mouseMove(view, to);
        QTest::mouseRelease(view, Qt::LeftButton, {}, to);
    }
    QVERIFY(view->plane());
    for (const QPointF& corner : {QPointF(40, 60), QPointF(160, 60), QPointF(160, 90), QPointF(40, 90)})
        QTest::mouseClick(view, Qt::LeftButton, {}, onSheet(corner.x(), corner.y()));
    auto* puts = dialog->findChild<QComboBox*>("patternPuts");
    puts->setCurrentIndex(1);
    QTest::mouseClick(view, Qt::LeftButton, {}, onSheet(90, 60));
    QTest::mouseClick(view, Qt::LeftButton, {}, onSheet(90, 90));
    puts->setCurrentIndex(3);
    QTest::mouseClick(view, Qt::LeftButton, {}, onSheet(140, 75));
    const drawing::Traced traced = dialog->traced();
    QCOMPARE(traced.corners.size(), size_t{4});
    QCOMPARE(traced.folds.size(), size_t{1});
    QCOMPARE(traced.holes.size(), size_t{1});
    if (qEnvironmentVariableIsSet("GOODFOLD_LOOK"))
        dialog->grab().save(qEnvironmentVariable("GOODFOLD_LOOK"));
    QTest::mouseClick(dialog->findChild<QPushButton*>("patternMake"), Qt::LeftButton);
    const job::Job& job = window.job();
    QCOMPARE(job.plates.size(), size_t{2});
    QCOMPARE(job.bends.size(), size_t{1});
    std::vector<double> lengths;
    for (int i = 0; i < 2; ++i)
        lengths.push_back(part::lengthTo(window.document().part(), i, job::DimensionTo::Outside));
    std::sort(lengths.begin(), lengths.end());
    QVERIFY2(std::abs(lengths[0] - 50) < 1 && std::abs(lengths[1] - 70) < 1,
             qPrintable(QStringLiteral("%1 %2").arg(lengths[0]).arg(lengths[1])));
    QVERIFY(std::abs(window.document().part().holes.at(0).diameter - 8) < 0.4);
    window->actions().undo->trigger();
    QVERIFY(window.job().bends.empty());
}

void GuiTabsTest::aPictureThatIsNoneIsSaid() {
    const Files files;
    test::Window window;
    window.drop(files.with("pattern.png", "no picture at all"));
    QVERIFY(!window->findChild<app::PatternPicture*>());
    QVERIFY(!app::Notice::of(*window.operator->())->message().isEmpty());
}

void GuiTabsTest::nestsAreLookedAt() {
    const auto millimetres = quantity::Reading::millimetres();
    test::Window window(test::demo("valve-tray.gfold"));
    const material::Material metal = window.document().material();
    const sequence::Settled settled = sequence::settle(window.job(), metal, tool::standardShop());
    QVERIFY(settled.outcome.plan.has_value());
    int told = 0;
    Result<draw::Buying> found = Error{};
    auto* search = new app::NestSearch(
        [&](const stock::Cutting& how) {
            return draw::buyingFor("trays",
                                   {stock::shoppedFor({"tray", settled.job, settled.part}, metal,
                                                      hardware::standardBook(), {}, millimetres)},
                                   {}, how, millimetres);
        },
        [&](const Result<draw::Buying>& buying) {
            found = buying;
            ++told;
        },
        window.operator->());
    search->open();
    QTRY_VERIFY_WITH_TIMEOUT(search->soFar().contains("no way takes less"), 20000);
    if (qEnvironmentVariableIsSet("GOODFOLD_LOOK_NEST"))
        search->grab().save(qEnvironmentVariable("GOODFOLD_LOOK_NEST"));
    QTest::mouseClick(search->findChild<QPushButton*>("nestWillDo"), Qt::LeftButton);
    QTRY_COMPARE_WITH_TIMEOUT(told, 1, 20000);
    QVERIFY(found && !found->cut.sheets.empty() && found->cut.isAll());
    // Given up before it ends nothing is told.
    auto* givenUp = new app::NestSearch(
        [](const stock::Cutting& how) -> Result<draw::Buying> {
            const stock::SectionNest none;
            while (how.goesOn(none))
                QThread::msleep(1);
            return Error{"stopped", {}};
        },
        [&](const Result<draw::Buying>&) { ++told; }, window.operator->());
    givenUp->open();
    givenUp->reject();
    delete givenUp;
    QCOMPARE(told, 1);
}

GOODFOLD_TEST(GuiTabsTest)

} // namespace goodfold::gui_tabs_test

#include "tabs.moc"
