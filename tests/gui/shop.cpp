// The Shop stage in the real window: tools are drawn, changed where they stand, saved, taken back, and every
// plan is made with them.
#include "app/base/tool_book.h"
#include "app/bending/bending_stage.h"
#include "app/shop/shop_stage.h"
#include "app/shop/tool_view.h"
#include "draw/save_bytes.h"
#include "gui/support.h"
#include "tool/dimensions.h"

namespace goodfold::shop_test {

namespace {

const tool::Tool& now(const std::string& id) {
    const tool::Tool* found = test::books().tools.shop()->find(id);
    if (!found) qFatal("no tool %s", id.c_str());
    return *found;
}

struct ShopWindow : test::Window {
    explicit ShopWindow(const QString& file = {}) : test::Window(file) {
        operator->()->showStage("shop");
        stage = operator->()->findChild<app::ShopStage*>();
    }
    app::ShopStage* stage = nullptr;
};

} // namespace

class ShopTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase();
    void cleanup();
    void figuresAreChangedSavedAndUndone();
    void wrongFiguresGetASentence();
    void drawingCarriesItsFigures();
    void figureAndDrawingLightEachOther();
    void listsAreTyped();
    void listsStayAsFineAsTheyAre();
    void ownToolsComeAndGo();
    void plansAreMadeWithTheShop();
    void figuresAreReadInInches();
    void unreadableFileIsSetAside();
    void anotherCopysChangesStay();
    void manyFingersArePlanned();
};

void ShopTest::initTestCase() {
    QStandardPaths::setTestModeEnabled(true);
}

void ShopTest::cleanup() {
    const QDir folder(QFileInfo(app::ToolBook::ownPath()).path());
    for (const QString& name : folder.entryList({"tools*.json"}))
        QFile::remove(folder.filePath(name));
    QVERIFY(!test::books().tools.read());
}

void ShopTest::figuresAreChangedSavedAndUndone() {
    ShopWindow window;
    window.fill("shop.figure.bench.screw_depth", "90");
    QCOMPARE(now("vise").bench.screwDepth, 90.0);
    QVERIFY(!test::books().tools.read()); // from the file
    QCOMPARE(now("vise").bench.screwDepth, 90.0);
    window->actions().undo->trigger();
    QCOMPARE(now("vise").bench.screwDepth, 75.0);
    window->actions().redo->trigger();
    QCOMPARE(now("vise").bench.screwDepth, 90.0);
    window.click("shop.take-back");
    QVERIFY(now("vise") == *tool::standardShop().find("vise"));
    QVERIFY(!window.find("shop.take-back"));
    // It is taken back from anywhere, and said.
    window->showStage("bracket");
    window->actions().undo->trigger();
    QCOMPARE(now("vise").bench.screwDepth, 90.0);
    QVERIFY2(window.notice().startsWith("Taken back in the shop"), qPrintable(window.notice()));
}

void ShopTest::wrongFiguresGetASentence() {
    ShopWindow window;
    window.fill("shop.figure.length", "-3");
    QVERIFY(!window.notice().isEmpty());
    QCOMPARE(now("vise").length, 125.0);
    window.typeInLine("Radii", "three");
    QVERIFY2(window.notice().contains("three"), qPrintable(window.notice()));
    QCOMPARE(now("vise").radii, std::vector<double>{1});
}

/// Every figure that can be read off a cross-section stands on it, and a click opens it for typing.
void ShopTest::drawingCarriesItsFigures() {
    ShopWindow window;
    for (const tool::Tool& tool : tool::standardShop().tools) {
        window.stage->choose(tool.id);
        QCoreApplication::processEvents();
        window.stage->grab();
        size_t wanted = 0, painted = 0;
        for (const tool::View view : {tool::View::Section, tool::View::Around, tool::View::Along})
            wanted += tool::dimensionsOf(tool::sampleOf(tool), view).size();
        for (const auto* view : window.stage->findChildren<app::ToolView*>())
            if (view->isVisible()) {
                painted += view->figures().size();
                for (const draw::PlacedDimension& figure : view->figures())
                    QVERIFY2(QRectF(view->rect()).contains(figure.box),
                             qPrintable(QString::fromStdString(tool.id + " " + figure.key)));
            }
        QCOMPARE(painted, wanted);
    }
    window.stage->choose("brake");
    QCoreApplication::processEvents();
    auto* view = window.stage->findChildren<app::ToolView*>().front();
    view->grab();
    for (const draw::PlacedDimension& figure : view->figures())
        if (figure.key == "clamp.inner_height")
            QTest::mouseClick(view, Qt::LeftButton, {}, figure.box.center().toPoint());
    auto* field = qobject_cast<app::ValueField*>(QApplication::focusWidget());
    QVERIFY(field);
    field->selectAll();
    QTest::keyClicks(field, "55");
    QTest::keyClick(field, Qt::Key_Return);
    QCOMPARE(now("brake").clamp.innerHeight, 55.0);
}

/// Pointed at in the drawing, a figure stands out there and its cell in the panel; pointed at in the panel,
/// the drawing changes just where that figure stands.
void ShopTest::figureAndDrawingLightEachOther() {
    ShopWindow window;
    auto* view = window.named<app::ToolView>("The tool from its end, to scale");
    const auto cell = window.cell("shop.figure.bench.screw_depth");
    QTest::qWait(10);
    app::ToolView* drawn = nullptr;
    draw::PlacedDimension figure;
    for (auto* each : window.stage->findChildren<app::ToolView*>())
        for (const draw::PlacedDimension& placed : each->figures())
            if (placed.key == "bench.screw_depth") {
                drawn = each;
                figure = placed;
            }
    QVERIFY(view && drawn);
    const QImage drawingBefore = drawn->grab().toImage(), panelBefore = cell.panel->grab().toImage();
    QTest::mouseMove(drawn, figure.box.center().toPoint());
    QTest::qWait(1);
    QVERIFY(drawn->grab().toImage() != drawingBefore);
    QVERIFY(cell.panel->grab().toImage() != panelBefore);
    QTest::mouseMove(drawn, QPoint(2, 2));
    QTest::qWait(1);
    QCOMPARE(drawn->grab().toImage(), drawingBefore);
    QCOMPARE(cell.panel->grab().toImage(), panelBefore);
    QTest::mouseMove(cell.panel, cell.middle());
    QTest::qWait(1);
    QVERIFY(drawn->grab().toImage() != drawingBefore);
}

void ShopTest::listsAreTyped() {
    ShopWindow window;
    window.stage->choose("round-former");
    window.typeInLine("Radii", "30, 6; 12.5");
    QVERIFY((now("round-former").radii == std::vector<double>{6, 12.5, 30}));
    window.stage->choose("press");
    window.typeInLine("Openings", "25; 50 (two 10 mm spacers)");
    const auto& openings = now("press").die.openings;
    QCOMPARE(openings.size(), size_t{2});
    QCOMPARE(openings[1].opening, 50.0);
    QCOMPARE(openings[1].setWith, std::string("two 10 mm spacers"));
    window.typeInLine("Spacers", "20; 10; 20");
    QVERIFY((now("press").die.spacers == std::vector<double>{10, 20, 20}));
    QCOMPARE(tool::openingsOf(now("press").die).size(), size_t{7}); // and 50, as typed
    window.stage->choose("finger-brake");
    window.typeInLine("Widths of the fingers", "25; 50");
    QVERIFY((now("finger-brake").fingers == std::vector<double>{25, 50}));
}

/// A figure added to a list leaves the others as they are, finer than they are shown.
void ShopTest::listsStayAsFineAsTheyAre() {
    tool::Tool press = now("press");
    press.die.spacers = {15.0125, 20.0375, 20.04};
    QVERIFY(!test::books().tools.put("press", press));
    ShopWindow window;
    window.stage->choose("press");
    auto* line = window.named<QLineEdit>("Spacers");
    QVERIFY(line);
    window.typeInLine("Spacers", line->text() + "; 30");
    QCOMPARE(now("press").die.spacers, (std::vector<double>{15.0125, 20.0375, 20.04, 30}));
}

void ShopTest::ownToolsComeAndGo() {
    ShopWindow window;
    window.stage->choose("vise");
    window.click("shop.add");
    QCOMPARE(window.stage->current(), std::string("vise-2"));
    window.typeInLine("Name of the tool", "small vise");
    QCOMPARE(now("vise-2").name, std::string("small vise"));
    QVERIFY(window.find("shop.tool.vise-2"));
    window.click("shop.take-back");
    QVERIFY(!test::books().tools.shop()->find("vise-2"));
    QCOMPARE(window.stage->current(), test::books().tools.shop()->tools.front().id);
    window->actions().undo->trigger();
    QCOMPARE(now("vise-2").name, std::string("small vise"));
}

/// A tool that is not here is planned with no more; that nothing is left to bend in is among the findings.
void ShopTest::plansAreMadeWithTheShop() {
    ShopWindow window(test::demo("vent-stay.gfold"));
    const auto planned = [&] { return QTest::qWaitFor([&] { return !window->isPlanning(); }, 20000); };
    const auto hasNoOrder = [&] {
        const auto& found = window.document().findings();
        return std::any_of(found.begin(), found.end(), [](const auto& f) { return f.rule == "no-order"; });
    };
    QVERIFY(planned());
    QVERIFY(!hasNoOrder());
    for (const tool::Tool& tool : tool::standardShop().tools) {
        tool::Tool away = tool;
        away.isThere = false;
        QVERIFY(!test::books().tools.put(tool.id, away));
    }
    QVERIFY(planned());
    QVERIFY(hasNoOrder());
    window.stage->choose("vise");
    window.choose("shop.has", "yes");
    QVERIFY(planned());
    QVERIFY(!hasNoOrder());
    window->showStage("bending");
    QVERIFY(window->findChild<app::BendingStage*>()->says().contains("bench vise"));
}

void ShopTest::figuresAreReadInInches() {
    ShopWindow window;
    QVERIFY(!window.document().change("unit", [](job::Job& job) { job.units = quantity::Unit::Inch; }));
    window.fill("shop.figure.bench.below", "4 3/4");
    QVERIFY(std::abs(now("vise").bench.below - 4.75 * 25.4) < 1e-9);
    QVERIFY2(window.shown("shop.figure.bench.below").startsWith("4"),
             qPrintable(window.shown("shop.figure.bench.below")));
}

/// What is there and cannot be read is never written over: it gets another name, and that is said.
void ShopTest::unreadableFileIsSetAside() {
    const QString path = app::ToolBook::ownPath();
    QDir().mkpath(QFileInfo(path).path());
    const QByteArray mine = "{\"tools\": [ my press, 40 hours of measuring ";
    QVERIFY(!draw::saveBytes(path, mine));
    QVERIFY(test::books().tools.read());
    ShopWindow window;
    window.fill("shop.figure.bench.screw_depth", "91");
    QCOMPARE(now("vise").bench.screwDepth, 91.0);
    QTRY_VERIFY(window.notice().contains("unreadable"));
    const QDir folder(QFileInfo(path).path());
    const QStringList aside = folder.entryList({"tools-unreadable-*.json"});
    QCOMPARE(aside.size(), 1);
    QFile kept(folder.filePath(aside.first()));
    QVERIFY(kept.open(QIODevice::ReadOnly));
    QCOMPARE(kept.readAll(), mine);
    QVERIFY(!test::books().tools.read()); // the new one is whole
    QCOMPARE(now("vise").bench.screwDepth, 91.0);
    kept.remove();
}

void ShopTest::anotherCopysChangesStay() {
    app::ToolBook other; // of another running copy
    QVERIFY(!other.read());
    tool::Tool brake = *tool::standardShop().find("brake"), vise = *tool::standardShop().find("vise");
    brake.lever = 650;
    QVERIFY(!other.put("brake", brake));
    vise.lever = 400;
    QVERIFY(!test::books().tools.put("vise", vise)); // knows nothing of the other's change yet
    QVERIFY(!other.read());
    for (const app::ToolBook* book : {&std::as_const(other), &std::as_const(test::books().tools)}) {
        QCOMPARE(book->shop()->find("brake")->lever, 650.0);
        QCOMPARE(book->shop()->find("vise")->lever, 400.0);
    }
}

/// Every row of sixty fingers: no more is kept of them than there are widths apart.
void ShopTest::manyFingersArePlanned() {
    tool::Tool brake = *tool::standardShop().find("finger-brake");
    brake.fingers.clear();
    for (int i = 0; i < 60; ++i)
        brake.fingers.push_back(20 + 0.37 * i);
    const tool::Work work{.angleDeg = 90, .insideRadius = 1.5, .thickness = 1, .length = 590, .allowance = 3};
    const auto fit = tool::fit(brake, work, *material::standardMaterials().find("steel-cold-rolled"));
    QVERIFY(!fit.setups.empty());
    double widest = 0;
    for (const tool::Setup& setup : fit.setups)
        if (setup.clampLength < brake.length) widest = std::max(widest, setup.clampLength);
    QVERIFY2(widest <= 589 && widest > 588.5, qPrintable(QString::number(widest)));
}

GOODFOLD_TEST(ShopTest)

} // namespace goodfold::shop_test

#include "shop.moc"
