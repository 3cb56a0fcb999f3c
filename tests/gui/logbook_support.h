// The Logbook stage in the real window, by hand, and what tests of it begin with.
#pragma once

#include "app/bench/bench_stage.h"
#include "app/logbook/logbook_stage.h"
#include "gui/support.h"

#include <fstream>

namespace goodfold::test {

struct Logbook : Window {
    explicit Logbook(const QString& file = demo("foot-on-base.gfold")) : Window(file) {
        operator->()->showStage("logbook");
        stage = operator->()->findChild<app::LogbookStage*>();
        wait();
    }
    void wait() {
        operator->()->activateWindow(); // menus leave none active here
        QTest::qWait(1);
        QVERIFY(QTest::qWaitFor([this] { return !operator->()->isPlanning(); }, 60000));
    }
    /// The worked strip: K 0.4041 at R 3.2 in 3 mm, off the vise.
    void typeStrip() {
        for (const auto& [key, figure] : {std::pair{"thickness", "3"},
                                          {"width", "30"},
                                          {"strip", "100"},
                                          {"angle", "89.5"},
                                          {"pushed", "91.5"},
                                          {"held_leg", "42.3"},
                                          {"free_leg", "63.1"},
                                          {"radius", "3.2"}})
            fill(QStringLiteral("strip.") + QLatin1String(key), QString::fromLatin1(figure));
    }
    store::Logbook& file() { return **document().books().logbook.file(); }
    int bends() { return *file().countOfBends(); }

    app::LogbookStage* stage = nullptr;
};

inline learn::KeptPiece aPiece(const char* job, int number) {
    learn::KeptPiece kept;
    kept.id = store::newId();
    kept.at = store::now();
    kept.job = job;
    std::ifstream file(demo("foot-on-base.gfold").toStdString());
    kept.jobFile = {std::istreambuf_iterator<char>(file), {}};
    kept.log.piece = number;
    kept.log.entries = {{bench::Entry::Kind::Done, {"1"}},
                        {.kind = bench::Entry::Kind::Angle, .of = {"1"}, .value = 88.6}};
    return kept;
}

/// An empty logbook and nothing typed.
inline void emptyLogbook() {
    if (books().logbook.points().size() || QFile::exists(app::ShopLogbook::path())) {
        const auto file = books().logbook.file();
        if (file)
            (void)books().logbook.write([](store::Logbook& logbook) -> std::optional<Error> {
                const auto bends = *logbook.bends(0, 1000);
                const auto pieces = *logbook.pieces({}, 0, 1000);
                for (const auto& each : bends)
                    (void)logbook.takeOut(each.id);
                for (const auto& each : pieces)
                    (void)logbook.takeOut(each.id);
                return {};
            });
    }
    app::settings::setTestBend({});
    QDir(QFileInfo(app::ownFilePath("bench/x")).path()).removeRecursively();
}

} // namespace goodfold::test
