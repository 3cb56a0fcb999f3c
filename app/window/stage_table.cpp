#include "app/window/stage_table.h"

#include "app/bench/bench_stage.h"
#include "app/bending/bending_stage.h"
#include "app/blank/blank_stage.h"
#include "app/bracket/bracket_stage.h"
#include "app/lineup/line_up_stage.h"
#include "app/logbook/logbook_stage.h"
#include "app/mount/mount_stage.h"
#include "app/shop/shop_stage.h"

#include <array>

namespace goodfold::app {

namespace {

constexpr std::array kRows{
    StageRow{"mount", QT_TRANSLATE_NOOP("Stages", "Mount"), 1, nullptr,
             [](const StageContext& context, QWidget* parent) -> Stage* {
                 return new MountStage(context.document, context.showStage,
                                       context.exportAction("pdf-measuring"), parent);
             },
             "docs/mount.md"},
    StageRow{"bracket", QT_TRANSLATE_NOOP("Stages", "Bracket"), 2, nullptr,
             [](const StageContext& context, QWidget* parent) -> Stage* {
                 return new BracketStage(context.document, parent);
             },
             "README.md"},
    StageRow{"blank", QT_TRANSLATE_NOOP("Stages", "Blank"), 3, nullptr,
             [](const StageContext& context, QWidget* parent) -> Stage* {
                 return new BlankStage(context.document, context.takeAlong, parent);
             },
             "README.md"},
    StageRow{"bending", QT_TRANSLATE_NOOP("Stages", "Bending"), 4, nullptr,
             [](const StageContext& context, QWidget* parent) -> Stage* {
                 return new BendingStage(context.document, context.planner, context.work,
                                         context.exportAction("pdf-sheet"), parent);
             },
             "README.md"},
    StageRow{"lineup", QT_TRANSLATE_NOOP("Stages", "Line-up"), 5, nullptr,
             [](const StageContext& context, QWidget* parent) -> Stage* {
                 return new LineUpStage(context.document, context.odds, parent);
             },
             "docs/odds.md"},
    StageRow{"bench", QT_TRANSLATE_NOOP("Stages", "Bench"), 6, nullptr,
             [](const StageContext& context, QWidget* parent) -> Stage* {
                 return new BenchStage(context.document, context.planner, parent);
             },
             "docs/bench.md"},
    StageRow{"shop", QT_TRANSLATE_NOOP("Stages", "Shop"), 7, QT_TRANSLATE_NOOP("Stages", "in the shop"),
             [](const StageContext& context, QWidget* parent) -> Stage* {
                 return new ShopStage(context.document, context.rack, parent);
             },
             "docs/tools-format.md"},
    StageRow{"logbook", QT_TRANSLATE_NOOP("Stages", "Logbook"), 8,
             QT_TRANSLATE_NOOP("Stages", "in the logbook"),
             [](const StageContext& context, QWidget* parent) -> Stage* {
                 return new LogbookStage(context.document, context.planner, parent);
             },
             "docs/logbook.md"}};

} // namespace

std::span<const StageRow> stageRows() {
    return kRows;
}

} // namespace goodfold::app
