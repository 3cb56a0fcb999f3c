// The Bench stage in the real window, by hand.
#pragma once

#include "app/bench/bench_stage.h"
#include "app/bench/reading_rows.h"
#include "gui/support.h"

namespace goodfold::test {

struct Bench : Window {
    explicit Bench(const QString& file) : Window(file) {
        operator->()->showStage("bench");
        stage = operator->()->findChild<app::BenchStage*>();
        wait();
    }
    void wait() {
        QTest::qWait(1); // what is new is shown
        QVERIFY(QTest::qWaitFor(
            [this] { return !operator->()->isPlanning() && stage->pieceInWork().isCurrent(); }, 120000));
    }
    const bench::Act& act() const { return stage->work()[static_cast<size_t>(stage->current())]; }
    void press(int key) {
        QTest::keyClick(stage, static_cast<Qt::Key>(key));
        wait();
    }
    /// On to the first act of this kind.
    void goTo(bench::Act::Kind kind) {
        for (size_t i = 0; i < stage->work().size(); ++i)
            if (stage->work()[i].kind == kind) return stage->go(static_cast<int>(i));
    }
    void type(int row, const QString& figure) {
        auto* field = stage->readings()->fields()[static_cast<size_t>(row)];
        field->setFocus();
        field->selectAll();
        QTest::keyClicks(field, figure);
        QTest::keyClick(field, Qt::Key_Return);
        wait();
    }
    void click(const QString& says) {
        QTest::qWait(1);
        for (QPushButton* button : stage->findChildren<QPushButton*>())
            if (button->isVisible() && button->text().replace('\n', ' ').startsWith(says)) {
                QTest::mouseClick(button, Qt::LeftButton);
                return wait();
            }
        QFAIL(qPrintable(says + " is not among\n" + stage->says()));
    }
    const bench::Log& log() const { return stage->pieceInWork().log(); }

    app::BenchStage* stage = nullptr;
};

} // namespace goodfold::test
