// One piece at the bench in the window: what moves is drawn where it goes, something is said at once, another
// window at the same piece is heard, and its time is taken.
#include "app/base/own_file.h"
#include "app/bending/step_view.h"
#include "app/bracket/picture_view.h"
#include "app/widgets/theme.h"
#include "app/window/stage_table.h"
#include "gui/bench_support.h"

namespace goodfold::pieces_test {

using bench::Act;
using bench::Entry;
using test::Bench;
using test::demo;

class PiecesTest : public QObject {
    Q_OBJECT
private slots:
    void init() { QDir(QFileInfo(app::ownFilePath("bench/x")).path()).removeRecursively(); }
    void whatMovesIsDrawn();
    void somethingIsSaidAtOnce();
    void anotherWindowIsHeard();
    void timeIsTaken();
    void largeTextIsNotCut();
    void nothingIsCutInALowWindow();
};

namespace {

/// The first label that is not there whole; empty where all are, once what was said last is laid out.
QString whatIsCut(const QWidget& stage) {
    for (const QLabel* label : stage.findChildren<QLabel*>()) {
        if (!label->isVisible() || label->text().isEmpty()) continue;
        const bool fits = label->wordWrap() ? label->height() >= label->heightForWidth(label->width())
                                            : label->width() >= label->sizeHint().width();
        const bool isInside = qobject_cast<QScrollArea*>(label->parentWidget()->parentWidget()) ||
                              label->parentWidget()->rect().contains(label->geometry());
        if (!fits || !isInside) return label->text();
    }
    return {};
}

/// The first bend is let go so far from what is wanted that what is left of the piece moves.
const bench::Left* bendAstray(Bench& bench) {
    const auto& piece = bench.stage->pieceInWork();
    bench.goTo(Act::Kind::Bend);
    const int first = bench.stage->current();
    const auto& part = piece.latest()->on->settled.part;
    const double wanted = part.bends[static_cast<size_t>(part.bendIndex(bench.act().id))].shape.angleDeg;
    for (const double off : {-2.5, 2.5, -4.0, 4.0}) {
        bench.stage->go(first);
        bench.type(1, QString::number(wanted + off));
        for (const bench::Left& left : piece.latest()->now->left)
            if (left.line != left.lineWas) return &left;
    }
    return nullptr;
}

} // namespace

/// The next bend's picture is pushed as far as its words say, and shows both lines.
void PiecesTest::whatMovesIsDrawn() {
    Bench bench(demo("hanger-on-beam.gfold"));
    const bench::Left* moved = bendAstray(bench);
    QVERIFY(moved);
    const bench::Left left = *moved;
    const auto worked = bench.stage->pieceInWork().latest();
    const auto& bends = worked->on->settled.part.bends;
    for (size_t i = 0; i < bench.stage->work().size(); ++i)
        if (bench.stage->work()[i].kind == Act::Kind::Bend &&
            bench.stage->work()[i].id == bends[static_cast<size_t>(left.step->operation.bend)].id)
            bench.stage->go(static_cast<int>(i));
    const auto* step = bench.stage->findChild<app::StepView*>();
    QVERIFY(std::abs(step->way().setup.loadedAngleDeg - left.push) < 1e-9);
    const auto& scene = step->scene();
    QVERIFY(scene.plannedLine);
    QVERIFY(std::abs((scene.plannedLine->first - scene.setLine->first).norm() -
                     std::abs(left.line - left.lineWas)) < 0.05);
}

/// Something is there before the counted one, and is not taken for it.
void PiecesTest::somethingIsSaidAtOnce() {
    Bench bench(demo("hanger-on-beam.gfold"));
    bench.goTo(Act::Kind::Bend);
    std::vector<bool> isCounted;
    const auto& piece = bench.stage->pieceInWork();
    connect(&piece, &app::PieceInWork::changed, &piece, [&] {
        if (piece.latest()->log == piece.log()) isCounted.push_back(piece.isCurrent());
    });
    bench.type(1, "88.5");
    QCOMPARE(isCounted, (std::vector<bool>{false, true}));
    QVERIFY(piece.latest()->now->known.progress.isBegun());
}

void PiecesTest::anotherWindowIsHeard() {
    Bench first(demo("stay-on-sill.gfold")), second(demo("stay-on-sill.gfold"));
    QStringList said;
    connect(&second.stage->pieceInWork(), &app::PieceInWork::said, second.stage,
            [&](const QString& sentence) { said << sentence; });
    first.press(Qt::Key_Space);
    const bench::Log noted = first.log();
    QCOMPARE(noted.entries.size(), size_t(1));
    // What the second would write does not go over what the first has written.
    second.goTo(Act::Kind::Bend);
    second.type(1, "89");
    QTRY_VERIFY(second.log().entries == noted.entries);
    QCOMPARE(said.size(), 1);
    QVERIFY(said[0].contains("another window"));
    first.press(Qt::Key_Space);
    second->showStage("bracket"); // looked at again, it is as far as the first
    second->showStage("bench");
    second.wait();
    QCOMPARE(second.log().entries, first.log().entries);
}

/// Between two acts a second and a half goes by; it is in the file, and after a restart goes on from there.
void PiecesTest::timeIsTaken() {
    double minutes = 0;
    {
        Bench bench(demo("stay-on-sill.gfold"));
        bench.press(Qt::Key_Space);
        QTest::qWait(1500);
        bench.press(Qt::Key_Space);
        minutes = bench.log().minutes;
        QVERIFY2(minutes > 0.024 && minutes < 5, qPrintable(QString::number(minutes)));
        bench->actions().undo->trigger();
        QVERIFY(bench.log().minutes >= minutes);
        minutes = bench.log().minutes;
    }
    Bench again(demo("stay-on-sill.gfold"));
    QCOMPARE(again.log().minutes, minutes);
}

/// In the least window, with much to say of a mount that was misread.
void PiecesTest::nothingIsCutInALowWindow() {
    Bench bench(demo("stay-on-sill.gfold"));
    bench->resize(1024, 700);
    for (size_t i = 0; i < bench.stage->work().size(); ++i) {
        bench.stage->go(static_cast<int>(i));
        QTRY_COMPARE(whatIsCut(*bench.stage), QString());
    }
}

/// At half as large again, every act of a pair: which piece it is, and what is to be done, are there whole.
void PiecesTest::largeTextIsNotCut() {
    const double usual = app::textScale();
    app::setTextScale(1.5);
    app::applyTheme(app::Theme::Light);
    {
        Bench bench(demo("vent-stay.gfold"));
        QCOMPARE(bench->size(), QSize(1280, 800));
        for (size_t i = 0; i < bench.stage->work().size(); ++i) {
            bench.stage->go(static_cast<int>(i));
            QTRY_COMPARE(whatIsCut(*bench.stage), QString());
        }
    }
    {
        // The picture has no room for both hands: the one that is drawn has it all.
        test::Window window(demo("vent-stay.gfold"));
        QVERIFY(!window->picture()->showsBothHands());
        window->resize(1900, 1000);
        QTRY_VERIFY(window->picture()->showsBothHands());
        window->resize(1280, 800);
        for (const app::StageRow& row : app::stageRows()) {
            window->showStage(QString::fromLatin1(row.key));
            QTest::qWait(5);
            for (const auto* stage : window->findChildren<app::Stage*>())
                if (stage->isVisible()) // none of its columns reaches beyond it
                    QVERIFY2(stage->layout()->minimumSize().width() <= stage->width(), row.key);
        }
    }
    app::setTextScale(usual);
    app::applyTheme(app::Theme::Light);
}

GOODFOLD_TEST(PiecesTest)

} // namespace goodfold::pieces_test

#include "pieces.moc"
