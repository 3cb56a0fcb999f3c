// What the Bench stage shows of an act: the step in its tool, the blank, what to fetch, or the bracket as it
// is to be with the batch beneath.
#include "app/base/text.h"
#include "app/bench/bench_stage.h"
#include "app/bending/step_view.h"
#include "app/bracket/ribbon_view.h"
#include "app/widgets/theme.h"
#include "bench/words.h"
#include "draw/control_chart.h"
#include "draw/formed_picture.h"

#include <QLabel>
#include <QPainter>
#include <QStackedWidget>

#include <algorithm>

namespace goodfold::app {

using bench::Act;

void BenchStage::showPicture(const Act& act) {
    const auto worked = piece->latest();
    const part::Part& drawn = worked->on->settled.part;
    blank->showSet(worked->now ? bench::asSet(drawn, *worked->now) : drawn);
    if (act.kind == Act::Kind::Bend) return showStep(act);
    if (act.kind == Act::Kind::Rework || act.kind == Act::Kind::Check) {
        showWhole();
        return pictures->setCurrentIndex(kWhole);
    }
    if (act.kind == Act::Kind::Fetch) {
        QString lines; // each hangs: what it goes on with stands under its own words
        for (const std::string& line : act.lines)
            lines +=
                QStringLiteral("<p style='margin-left:26px; text-indent:-18px; margin-bottom:10px'>– %1</p>")
                    .arg(text(line).toHtmlEscaped());
        things->setText(lines);
        things->setContentsMargins(px(4), 0, px(16), 0);
        return pictures->setCurrentIndex(kThings);
    }
    std::vector<int> made;
    const bench::Progress progress = bench::progressOf(drawn, piece->log());
    for (size_t i = 0; i < progress.made.size(); ++i)
        if (progress.made[i]) made.push_back(static_cast<int>(i));
    std::optional<int> bend;
    if (act.about.kind == Element::Kind::Bend)
        bend = drawn.bendIndex(act.about.id);
    else if (act.kind == Act::Kind::Mark && isVisible())
        document.select(act.about);
    blank->showWork(bend, made);
    pictures->setCurrentIndex(kBlank);
}

/// In its tool as it is set now: pushed as far as is said, its line where it goes and where it was planned.
void BenchStage::showStep(const Act& act) {
    const auto worked = piece->latest();
    const part::Part& part = worked->on->settled.part;
    sequence::Step shownStep = worked->planned->outcome().plan->steps[act.step];
    double movedBy = 0;
    if (worked->now)
        for (const bench::Left& left : worked->now->left)
            if (left.step->operation.bend == shownStep.operation.bend) {
                shownStep = bench::asSet(part, left).step;
                movedBy = bench::movedInFlat(part, left)
                              .dot(part.bends[static_cast<size_t>(shownStep.operation.bend)].across);
            }
    const double turned = isDone(act) ? shownStep.operation.setup.restsAtDeg : 0;
    step->show(worked->planned, shownStep.operation, shownStep.before, turned, document.reading(), {},
               movedBy);
    step->setAccessibleDescription(instruction->text());
    pictures->setCurrentIndex(kStep);
}

void BenchStage::showWhole() {
    const part::Part& part = piece->latest()->on->settled.part;
    const draw::Scene scene = draw::sceneOf(part, part::fold(part));
    const qreal ratio = devicePixelRatioF();
    QPixmap picture(pictures->size() * ratio);
    picture.setDevicePixelRatio(ratio);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    QRectF room = QRectF(QPointF(0, 0), QSizeF(pictures->size())).adjusted(60, 40, -60, -40);
    const auto& charts = piece->latest()->charts;
    const auto changed = std::find_if(charts.begin(), charts.end(),
                                      [](const bench::Chart& chart) { return chart.hasChanged; });
    if (!charts.empty() &&
        charts.front().values.size() > 1) { // the batch beneath: what has changed, else its first
        const bench::Chart& chart = changed == charts.end() ? charts.front() : *changed;
        constexpr double kShare = 0.42;
        const QRectF below(px(8), pictures->height() * (1 - kShare), pictures->width() - px(16),
                           pictures->height() * kShare);
        room.setBottom(below.top() - px(10));
        draw::paintControl(painter, below, chart, text(bench::measureInWords(chart.accept.measure)),
                           colours(), px(14));
    }
    draw::paintFormed(painter, draw::look(scene, draw::fitted({}, scene.points, room)), colours(), {});
    painter.end();
    whole->setPixmap(picture);
}

} // namespace goodfold::app
