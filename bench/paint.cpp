// From an edit of a twelve-bend job to the painted window, and orbiting it.
#include "app/bracket/ladder.h"
#include "app/bracket/picture_view.h"
#include "app/widgets/theme.h"
#include "app/window/main_window.h"
#include "bench/forty_plates.h"
#include "bench/twelve_bends.h"
#include "draw/type.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QMouseEvent>
#include <QTest>
#include <benchmark/benchmark.h>

using namespace goodfold;

namespace {

app::MainWindow* window = nullptr;

void editToPainted(benchmark::State& state) {
    double length = 60;
    for (auto _ : state) {
        length = length == 60 ? 61 : 60;
        window->document().change("length", [&](job::Job& job) { job.plates[3].length = length; });
        QApplication::sendPostedEvents(); // layouts, if they changed
        QEvent paint(QEvent::UpdateRequest);
        QApplication::sendEvent(window, &paint); // all that the edit made dirty, without the wait for a frame
    }
}
BENCHMARK(editToPainted)->Unit(benchmark::kMillisecond);

/// One move of the pointer while a leg's end is dragged on the picture.
void dragStep(benchmark::State& state) {
    app::PictureView* picture = window->picture();
    const QPointF from = picture->gripPoint({edit::Grip::Kind::End, "M"});
    const auto send = [&](QEvent::Type type, const QPointF& at, Qt::MouseButtons held) {
        QMouseEvent event(type, at, picture->mapToGlobal(at), Qt::LeftButton, held, Qt::NoModifier);
        QApplication::sendEvent(picture, &event);
    };
    send(QEvent::MouseButtonPress, from, Qt::LeftButton);
    int step = 0;
    for (auto _ : state) {
        send(QEvent::MouseMove, from + QPointF(5 + ++step % 40, 0), Qt::LeftButton);
        QApplication::sendPostedEvents();
        QEvent paint(QEvent::UpdateRequest);
        QApplication::sendEvent(window, &paint);
    }
    send(QEvent::MouseButtonRelease, from, Qt::NoButton);
}
BENCHMARK(dragStep)->Unit(benchmark::kMillisecond);

void orbitStep(benchmark::State& state) {
    for (auto _ : state) {
        window->picture()->orbit(1, 0);
        QEvent paint(QEvent::UpdateRequest);
        QApplication::sendEvent(window, &paint);
    }
}
BENCHMARK(orbitStep)->Unit(benchmark::kMillisecond);

/// All that is dirty, painted without the wait for a frame; in ms.
double painted() {
    QElapsedTimer clock;
    clock.start();
    QApplication::sendPostedEvents(); // layouts, if they changed
    QEvent paint(QEvent::UpdateRequest);
    QApplication::sendEvent(window, &paint);
    return static_cast<double>(clock.nsecsElapsed()) / 1e6;
}

/// The frame that shows a flange grown. In a place of its own, where a profiler finds it.
[[gnu::noinline]] void showGrown(double length) {
    window->document().change("length", [&](job::Job& job) { job.plates[5].length = length; });
    painted();
}

/// The same for a job of sheet, one of its flanges growing by turns: the frame that shows the edit, and what
/// the longest of those after it takes, that list it and show its blank.
void sheetEdit(benchmark::State& state, const job::Job& of) {
    window->document().replace(of);
    QTest::qWait(200);
    double length = 40, longest = 0;
    for (auto _ : state) {
        length = length == 40 ? 41 : 40;
        showGrown(length);
        state.PauseTiming();
        QElapsedTimer since;
        since.start();
        while (since.elapsed() < 60) {
            QElapsedTimer clock;
            clock.start();
            QApplication::processEvents(QEventLoop::AllEvents);
            longest = std::max(longest, static_cast<double>(clock.nsecsElapsed()) / 1e6 + painted());
        }
        state.ResumeTiming();
    }
    state.counters["later"] = longest;
}

void sheetEditToPainted(benchmark::State& state) {
    sheetEdit(state, bench::fortyPlates());
}
BENCHMARK(sheetEditToPainted)->Unit(benchmark::kMillisecond);

void sheetOrbitStep(benchmark::State& state) {
    for (auto _ : state) {
        window->picture()->orbit(1, 0);
        QEvent paint(QEvent::UpdateRequest);
        QApplication::sendEvent(window, &paint);
    }
}
BENCHMARK(sheetOrbitStep)->Unit(benchmark::kMillisecond);

void largestEditToPainted(benchmark::State& state) {
    sheetEdit(state, bench::largest());
}
BENCHMARK(largestEditToPainted)->Unit(benchmark::kMillisecond);

/// What has been seen once and is no longer costs nothing.
void sheetEditAllStagesVisited(benchmark::State& state) {
    for (const char* stage : {"mount", "lineup", "blank", "bending", "bench", "shop", "logbook", "bracket"}) {
        window->showStage(QLatin1String(stage));
        QApplication::processEvents();
    }
    sheetEdit(state, bench::fortyPlates());
}
BENCHMARK(sheetEditAllStagesVisited)->Unit(benchmark::kMillisecond);

} // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    draw::loadTypeface();
    app::applyTheme(app::Theme::Light);
    app::Books books;
    window = new app::MainWindow(bench::twelveBends(), books);
    window->show();
    QApplication::processEvents();
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    delete window;
    return 0;
}
