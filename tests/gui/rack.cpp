// The rack in the real window: what lies there typed, drawn, read as a table, and cut from.
#include "app/shop/rack_page.h"
#include "app/shop/shop_stage.h"
#include "app/window/batch_cutter.h"
#include "draw/rack_picture.h"
#include "gui/support.h"

#include <QTemporaryDir>

namespace goodfold::rack_test {

using stock::RackStock;

namespace {

struct RackWindow : test::Window {
    explicit RackWindow(const QString& file = {}) : test::Window(file) {
        operator->()->showStage("shop");
        page = &operator->()->findChild<app::ShopStage*>()->rack();
    }
    std::vector<RackStock> bars() const {
        return test::books().logbook.rack()->bars.value_or(std::vector<RackStock>());
    }
    app::RackPage* page = nullptr;
};

QString file(const QTemporaryDir& folder, const QString& name, const QByteArray& text) {
    QFile file(folder.filePath(name));
    if (!file.open(QIODevice::WriteOnly)) qFatal("no file");
    file.write(text);
    return file.fileName();
}

} // namespace

class RackTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { QStandardPaths::setTestModeEnabled(true); }
    void init();
    void whatLiesThereIsTyped();
    void holesAreTypedInInches();
    void wrongFiguresGetASentence();
    void theBarInHandIsTakenOff();
    void thePictureIsToScale();
    void tablesGoOutAndIn();
    void theBatchIsTakenOff();
    void openJobsAreCutTogether();
    void theBatchsMetalIsPricedByHowItIsCut();
};

void RackTest::init() {
    app::OwnRack rack(test::books().logbook, nullptr);
    QVERIFY(!rack.become("nothing", {}));
}

void RackTest::whatLiesThereIsTyped() {
    RackWindow window(test::demo("vent-stay.gfold"));
    window.click("rack.all"); // nothing yet; tables can be read
    QVERIFY(window.page->isVisible() && window.find("rack.read-bars"));
    window.click("rack.add-bar"); // of the job's own stock, to begin with
    QCOMPARE(window.bars().size(), size_t(1));
    QVERIFY(window.bars()[0].material == "steel-hot-rolled" && window.bars()[0].width == 30);
    window.typeInLine("What it is called", "bar by the door");
    window.typeInLine("Batch of the stock", "R7");
    window.typeInLine("Holes that are in it", "20 6.6; 95.5 8");
    window.fill("rack.figure.length", "742.5");
    window.fill("rack.figure.measured", "2.94");
    window.fill("rack.figure.count", "3");
    window.choose("rack.figure.offcut", "offcut");
    const RackStock bar = window.bars()[0];
    QCOMPARE(bar.name, std::string("bar by the door"));
    QCOMPARE(bar.batch, std::string("R7"));
    QVERIFY(bar.holes == std::vector<stock::StockHole>({{20, 6.6}, {95.5, 8}}));
    QVERIFY(bar.length == 742.5 && bar.measured == 2.94 && bar.count == 3 && bar.isOffcut);
    window->actions().undo->trigger();
    QVERIFY(!window.bars()[0].isOffcut);
    QVERIFY2(window.notice().contains("on the rack"), qPrintable(window.notice()));
    window->actions().redo->trigger();
    QVERIFY(window.bars()[0] == bar);
    window.choose("rack.figure.counted", "any");
    QVERIFY(!window.bars()[0].count && !window.find("rack.figure.count"));
    // Another window has the same rack before it.
    const RackWindow other;
    other.click("rack.all");
    QCOMPARE(other.page->findChild<app::RackView*>()->placed().size(), size_t(1));
}

/// In inches a hole at 1 3/4 stands there so that it can be typed again.
void RackTest::holesAreTypedInInches() {
    RackWindow window(test::demo("vent-stay.gfold"));
    window.click("rack.add-bar");
    window.document().change("inches", [](job::Job& job) { job.units = quantity::Unit::Inch; });
    window.typeInLine("Holes that are in it", "1.75 0.25");
    QCOMPARE(window.bars()[0].holes.size(), size_t(1));
    QVERIFY(qAbs(window.bars()[0].holes[0].at - 44.45) < 1e-6);
    auto* line = window.named<QLineEdit>("Holes that are in it");
    QCOMPARE(line->text(), QString("1.75 0.25"));
    window.typeInLine("Holes that are in it", line->text() + "; 3 0.25");
    QCOMPARE(window.bars()[0].holes.size(), size_t(2));
}

void RackTest::wrongFiguresGetASentence() {
    RackWindow window(test::demo("vent-stay.gfold"));
    window.click("rack.add-bar");
    const RackStock before = window.bars()[0];
    window.fill("rack.figure.width", "0");
    QVERIFY2(window.notice().contains("The width must be more than 0."), qPrintable(window.notice()));
    window.typeInLine("Holes that are in it", "20");
    QVERIFY2(window.notice().contains("20 6.6; 95 6.6"), qPrintable(window.notice()));
    window.typeInLine("Holes that are in it", "2500 8"); // of 2000
    QVERIFY2(window.notice().contains("within its length"), qPrintable(window.notice()));
    QVERIFY(window.bars()[0] == before);
}

void RackTest::theBarInHandIsTakenOff() {
    RackWindow window(test::demo("vent-stay.gfold"));
    window.click("rack.add-bar");
    window.click("rack.copy");
    QCOMPARE(window.bars().size(), size_t(2));
    const std::string id = window.page->current();
    window.find("rack." + QString::fromStdString(id))->panel->setFocus();
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Delete);
    QCOMPARE(window.bars().size(), size_t(1));
    QVERIFY2(window.notice().startsWith("Off the rack: bar."), qPrintable(window.notice()));
    window->actions().undo->trigger();
    QCOMPARE(window.bars().size(), size_t(2));
    // A press on the picture takes what is there in hand.
    const auto placed = window.page->findChild<app::RackView*>()->placed();
    for (const draw::PlacedStock& each : placed) {
        QTest::mouseClick(window.page->findChild<app::RackView*>(), Qt::LeftButton, {},
                          each.box.center().toPoint());
        QCOMPARE(window.page->current(), each.id);
    }
    window.click("shop.tool.vise"); // and back to the tools
    QVERIFY(!window.page->isVisible());
}

/// 2000 and 500 of it: the outline of one is four times as long as the other's, and a sheet's is as wide as
/// it is.
void RackTest::thePictureIsToScale() {
    RackStock bar{job::StockForm::Bar, "steel-hot-rolled", 30, 3, 2000, "bar", 1}, rest = bar;
    bar.id = "1";
    rest.id = "2";
    rest.length = 500;
    rest.holes = {{250, 40}};
    RackStock sheet{job::StockForm::Sheet, "steel-galvanised", 1000, 1.2, 1000, "sheet", 1};
    sheet.id = "3";
    const draw::Palette palette = draw::Palette::light();
    QImage image(800, 900, QImage::Format_RGB32);
    image.fill(palette.paper);
    QPainter painter(&image);
    const auto placed =
        draw::paintRack(&painter, 800, {{bar, rest, sheet}}, quantity::Reading::millimetres(), palette);
    painter.end();
    QCOMPARE(placed.size(), size_t(3));
    const auto extent = [&](const QRectF& box) { // of what is filled as metal is
        QRect found;
        for (int y = int(box.top()); y < int(box.bottom()); ++y)
            for (int x = 0; x < image.width(); ++x)
                if (image.pixelColor(x, y) == palette.face) found |= QRect(x, y, 1, 1);
        return found;
    };
    const QRect whole = extent(placed[0].box), quarter = extent(placed[1].box),
                square = extent(placed[2].box);
    QVERIFY(qAbs(whole.width() - 4 * quarter.width()) <= 8);
    QVERIFY(qAbs(square.width() - square.height()) <= 2);
    QVERIFY(qAbs(whole.width() - 2 * square.width()) <= 4);
    QVERIFY(image.pixelColor(quarter.center()) == palette.paper); // the hole in the middle of it
    for (size_t i = 1; i < placed.size(); ++i)
        QVERIFY(placed[i].box.top() >= placed[i - 1].box.bottom());
}

void RackTest::tablesGoOutAndIn() {
    RackWindow window(test::demo("vent-stay.gfold"));
    const QTemporaryDir folder;
    const QString in = file(folder, "in.csv",
                            "name,material,width,thickness,length,count,shelf\n"
                            "long,steel-hot-rolled,20,3,2000,1,top\nrest,steel-hot-rolled,20,3,410,,low\n");
    window.click("rack.add-bar");
    const QString said = window.page->readTable(in, job::StockForm::Bar);
    QVERIFY2(said.startsWith("2 entries read") && said.contains("Passed over: \"shelf\""), qPrintable(said));
    QCOMPARE(window.bars().size(), size_t(2));
    QVERIFY(window.bars()[0].name == "long" && window.bars()[1].count == std::nullopt);
    const QString out = folder.filePath("out.csv");
    QCOMPARE(window.page->writeTable(out, job::StockForm::Bar), QString("2 entries written."));
    window->actions().undo->trigger(); // what was typed is there again
    QVERIFY(window.bars().size() == 1 && window.bars()[0].name == "bar");
    QVERIFY(window.page->readTable(out, job::StockForm::Bar).endsWith("takes it back."));
    QCOMPARE(window.bars().size(), size_t(2));
    const QString bad = window.page->readTable(
        file(folder, "bad.csv", "name,material,width,thickness,length\nx,tin,20,3,2000\n"),
        job::StockForm::Bar);
    QVERIFY2(bad.startsWith("line 2: \"material\" must be one of"), qPrintable(bad));
    QCOMPARE(window.bars().size(), size_t(2));
}

/// A bar of 3 m gives four stays of 176; what is left of it is put back, with its batch.
void RackTest::theBatchIsTakenOff() {
    RackWindow window(test::demo("vent-stay.gfold"));
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 20000);
    window->actions().takeOffRack->trigger();
    QVERIFY2(window.notice().startsWith("No bars are on the rack yet"), qPrintable(window.notice()));
    const QTemporaryDir folder;
    (void)window.page->readTable(file(folder, "bars.csv",
                                      "name,material,width,thickness,length,count,batch,measured\n"
                                      "long,steel-hot-rolled,30,3,3000,1,R7,2.94\n"),
                                 job::StockForm::Bar);
    const RackStock before = window.bars()[0];
    window->actions().takeOffRack->trigger();
    QVERIFY2(window.notice().startsWith("The batch is off the rack"), qPrintable(window.notice()));
    QCOMPARE(window.bars().size(), size_t(1));
    const RackStock left = window.bars()[0];
    QVERIFY(left.name == "rest of long" && left.batch == "R7" && left.measured == 2.94 && left.isOffcut);
    QVERIFY(qAbs(left.length - (3000 - 4 * 177.002)) < 0.2);
    window->actions().undo->trigger();
    QVERIFY(window.bars().size() == 1 && window.bars()[0] == before);
    window.document().change("many", [](job::Job& changed) { changed.quantity = 50; });
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 20000);
    window->actions().takeOffRack->trigger();
    QVERIFY2(window.notice().startsWith("The rack is short"), qPrintable(window.notice()));
    QVERIFY(window.bars()[0] == before);
    window.document().change("stopped", [](job::Job& changed) {
        changed.quantity = 2;
        changed.plates[0].holes[0].diameter = 40; // of 30
    });
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 20000);
    window->actions().takeOffRack->trigger();
    QVERIFY2(window.notice().startsWith("The bracket cannot be made as it is, and so it is not cut."),
             qPrintable(window.notice()));
    QVERIFY(window.bars()[0] == before);
}

/// Two windows: four stays and six of 176 out of one bar of 3 m, ten cuts; what is bought for both is one
/// list.
void RackTest::openJobsAreCutTogether() {
    RackWindow window(test::demo("vent-stay.gfold"));
    const test::Window other(test::demo("vent-stay.gfold"));
    other.document().change("three of each hand", [](job::Job& changed) {
        changed.quantity = 3;
        changed.title = "Ridge stay";
    });
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning() && !other->isPlanning(), 20000);
    const QTemporaryDir folder;
    (void)window.page->readTable(
        file(folder, "bars.csv",
             "name,material,width,thickness,length,count\nlong,steel-hot-rolled,30,3,3000,1\n"),
        job::StockForm::Bar);
    const auto batch = window->cutter().all();
    QVERIFY(batch && batch->size() == 2);
    QCOMPARE(batch->front().planned->settled.job.quantity, 2); // this window's first
    std::optional<draw::Buying> bought;
    window->cutter().look(*batch, [&](const Result<draw::Buying>& found) {
        QVERIFY(bool(found));
        bought = *found;
    });
    QVERIFY(bought && bought->title == "Vent stay, Ridge stay");
    QCOMPARE(bought->cut.bars.size(), size_t(1));
    QCOMPARE(bought->cut.bars[0].section.wanted.size(), size_t(2));
    QCOMPARE(bought->cut.bars[0].list.bars.size(), size_t(1)); // all of one bar
    window->actions().takeAllOffRack->trigger();
    QVERIFY2(window.notice().startsWith("The batch is off the rack"), qPrintable(window.notice()));
    QVERIFY(window.bars().size() == 1 && qAbs(window.bars()[0].length - (3000 - 10 * 177.002)) < 0.2);
    other.document().change("too wide", [](job::Job& changed) { changed.plates[0].holes[0].diameter = 40; });
    QTRY_VERIFY_WITH_TIMEOUT(!other->isPlanning(), 20000);
    const RackStock before = window.bars()[0];
    window->actions().takeAllOffRack->trigger();
    QVERIFY2(window.notice().startsWith("Ridge stay: The bracket cannot be made"),
             qPrintable(window.notice()));
    QVERIFY(window.bars()[0] == before);
}

/// Four stays of 176 with cuts of 1 out of a bar of 900 at 9.00 leave 192 of it, which are kept; out of one
/// of 770 they leave 62, which are lost: a piece then takes a quarter of what the bar costs.
void RackTest::theBatchsMetalIsPricedByHowItIsCut() {
    RackWindow window(test::demo("vent-stay.gfold"));
    QVERIFY(!test::books().work.change(
        "prices",
        [](cost::WorkBook& own) {
            own.rates = {.hour = 60, .kilogram = {{"steel-hot-rolled", 2}}};
        },
        cost::writeWork, [](const QString&) {}));
    window->showStage("bending");
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 20000);
    const auto metal = [&](const QByteArray& bar) {
        const QTemporaryDir folder;
        (void)window.page->readTable(
            file(folder, "bars.csv", "name,material,width,thickness,length,count,price\n" + bar),
            job::StockForm::Bar);
        window->showStage("shop");
        window->showStage("bending");
        QString all;
        for (auto* panel : window->findChildren<app::CellPanel*>())
            if (panel->isVisible()) all += panel->text();
        return all.mid(all.indexOf("A piece costs"), 250);
    };
    const QString kept = metal("long,steel-hot-rolled,30,3,900,1,9\n");
    const double each = (900 - (900 - 4 * 177.002)) / 900 * 9 / 4;
    QVERIFY2(kept.contains("metal " + QString::number(each, 'f', 2)), qPrintable(kept));
    QVERIFY2(
        kept.contains("0.6 % of it lost as the batch is cut; its price is its part of what the stock costs."),
        qPrintable(kept));
    const QString lost = metal("short,steel-hot-rolled,30,3,770,1,9\n");
    QVERIFY2(lost.contains("metal 2.25"), qPrintable(lost));
    const QString unpriced = metal("short,steel-hot-rolled,30,3,770,1,\n");
    QVERIFY2(unpriced.contains("% of it lost as the batch is cut; it is priced by weight."),
             qPrintable(unpriced));
    QFile::remove(test::books().work.ownPath());
    (void)test::books().work.read();
}

GOODFOLD_TEST(RackTest)

} // namespace goodfold::rack_test

#include "rack.moc"
