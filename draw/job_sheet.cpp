#include "draw/job_sheet.h"

#include "draw/blank_picture.h"
#include "draw/formed_picture.h"
#include "draw/step_picture.h"
#include "draw/type.h"
#include "part/mirror.h"
#include "text/cautions.h"
#include "text/step.h"
#include "text/tasks.h"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>

namespace goodfold::draw {

namespace {

constexpr int kDotsPerInch = 300;
// In points of a page 595 wide; scaled to the paper.
constexpr double kMargin = 36, kBodyText = 9.5, kSmall = 8, kLarge = 15;
constexpr double kPictureWidth = 210, kStepHeight = 176;

QString text(const std::string& says) {
    return QString::fromStdString(says);
}

class JobSheet {
public:
    JobSheet(QPdfWriter& writer, const material::Material& material, const quantity::Reading& reading)
        : writer(writer), painter(&writer), material(material), reading(reading) {
        const double scale = kDotsPerInch / 72.0;
        painter.scale(scale, scale);
        painter.setRenderHint(QPainter::Antialiasing);
        page = QRectF(0, 0, writer.width() / scale, writer.height() / scale)
                   .adjusted(kMargin, kMargin, -kMargin, -kMargin);
        y = page.top();
    }

    void paint(const sequence::Settled& settled, const QString& handInWords) {
        hand = &settled;
        whose = handInWords;
        if (y > page.top()) newPage();
        title();
        blank();
        const sequence::Plan& plan = *settled.outcome.plan;
        tasks(plan, 0);
        lines(plan);
        for (size_t i = 0; i < plan.steps.size(); ++i) {
            step(plan.steps[i], i + 1, plan.steps.size());
            tasks(plan, i + 1);
        }
    }

    void toHand(const std::vector<check::Finding>& findings) {
        for (const check::Finding& finding : findings)
            if (finding.rule == "what-to-buy" || finding.rule == "eyes-and-hands") {
                y += 6;
                row(text(finding.headline), kBodyText, Weight::SemiBold);
                row(text(finding.says), kSmall);
            }
    }

private:
    const job::Job& job() const { return hand->job; }
    const part::Part& part() const { return hand->part; }

    /// Words that wrap, under each other; gives how high they are.
    double words(const QRectF& room, const QString& says, double size, Weight weight = Weight::Regular) {
        painter.setFont(typeface(size, weight));
        painter.setPen(palette.ink);
        QRectF taken;
        painter.drawText(room, Qt::TextWordWrap | Qt::AlignLeft | Qt::AlignTop, says, &taken);
        return taken.height();
    }
    void row(const QString& says, double size, Weight weight = Weight::Regular) {
        room(size * 2);
        y += words(QRectF(page.left(), y, page.width(), page.bottom() - y), says, size, weight) + 3;
    }
    /// A new page where what comes next would not fit.
    void room(double height) {
        if (y + height <= page.bottom()) return;
        newPage();
    }
    /// Of a pair every page names its hand, so that they are not mixed up at the bench.
    void newPage() {
        writer.newPage();
        y = page.top();
        if (whose.isEmpty()) return;
        words(QRectF(page.left(), y - 16, page.width(), 14), text(job().title) + QStringLiteral(", ") + whose,
              kSmall);
    }

    void title() {
        row(text(job().title), kLarge, Weight::SemiBold);
        QString stock = QObject::tr("make %1").arg(job().quantity);
        if (!whose.isEmpty())
            stock = whose + QStringLiteral(": ") + stock + QObject::tr(", and as many of the other hand");
        stock += QObject::tr("; blank %1 × %2").arg(length(part().blank.length), length(part().blank.width));
        row(stock, kBodyText);
    }

    QString length(double mm) const { return text(quantity::print(quantity::Length::mm(mm), reading)); }

    void blank() {
        const double height = std::min(250.0, 60 + page.width() * part().blank.width / part().blank.length);
        const QRectF area(page.left() + 20, y + 6, page.width() - 40, height);
        paintBlank(painter, part(), layOutBlank(part(), area, 8), reading, palette, {});
        y += height + 14;
    }

    /// What is done before the first step, or once a step is done.
    void tasks(const sequence::Plan& plan, size_t afterStep) {
        bool first = true;
        for (const text::Task& task : text::tasksOf(job(), part(), plan, reading)) {
            if (task.afterStep != afterStep) continue;
            if (std::exchange(first, false))
                row(afterStep == 0 ? QObject::tr("Before the first bend") : QObject::tr("Then"), kBodyText,
                    Weight::SemiBold);
            room(kBodyText * 3);
            box(page.left(), y);
            y += words(QRectF(page.left() + 14, y, page.width() - 14, page.bottom() - y),
                       text(task.says + " " + task.why), kBodyText) +
                 3;
        }
        if (!first) y += 6;
    }

    /// To tick.
    void box(double left, double top) {
        painter.setPen(QPen(palette.ink, 0.8));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(left, top + 1, 8, 8));
    }

    void lines(const sequence::Plan& plan) {
        row(QObject::tr("Lines to scribe, in the order they are used"), kBodyText, Weight::SemiBold);
        for (size_t i = 0; i < plan.steps.size(); ++i) {
            const sequence::StepMark mark = sequence::markOf(part(), plan.steps[i]);
            const auto& bend = part().bends[static_cast<size_t>(plan.steps[i].operation.bend)];
            row(QObject::tr("%1.  %2, on the %3: bend %4, flush with %5")
                    .arg(i + 1)
                    .arg(text(text::placeOf(part(), mark, reading)),
                         mark.onFace ? QObject::tr("face") : QObject::tr("back"), text(bend.id),
                         QString::fromUtf8(mark.flushWith.data(),
                                           static_cast<qsizetype>(mark.flushWith.size()))),
                kBodyText);
        }
        y += 8;
    }

    struct Words {
        QString says;
        double size;
        Weight weight = Weight::Regular;
        bool isTicked = false;
    };
    static constexpr double kTick = 14;

    std::vector<Words> wordsOf(const sequence::Step& step, size_t number, size_t count) const {
        std::vector<Words> all{
            {QObject::tr("Step %1 of %2").arg(number).arg(count), kBodyText + 2, Weight::SemiBold},
            {text(text::instruction(part(), step, reading)), kBodyText, Weight::SemiBold}};
        for (const std::string& set : text::settings(part(), step, reading))
            all.push_back({text(set), kSmall});
        for (const std::string& check : text::inspections(part(), step, reading))
            all.push_back({text(check), kBodyText, Weight::Regular, true});
        for (const std::string& mind : text::cautions(part(), step, material, reading))
            all.push_back({text(mind), kSmall});
        return all;
    }

    /// The picture on the left, the words beside it; all on one page.
    void step(const sequence::Step& step, size_t number, size_t count) {
        constexpr double kGap = 3, kNoEnd = 1e4;
        const double left = page.left() + kPictureWidth + 14, wide = page.right() - left;
        const std::vector<Words> all = wordsOf(step, number, count);
        double high = 8;
        for (const Words& each : all) {
            painter.setFont(typeface(each.size, each.weight));
            high += kGap + painter
                               .boundingRect(QRectF(0, 0, wide - (each.isTicked ? kTick : 0), kNoEnd),
                                             Qt::TextWordWrap, each.says)
                               .height();
        }
        high = std::max(high, kStepHeight);
        room(high);
        painter.setPen(QPen(palette.rule, 0.7));
        painter.drawLine(QPointF(page.left(), y), QPointF(page.right(), y));
        picture(step, QRectF(page.left(), y + 8, kPictureWidth, kStepHeight - 18));
        double at = y + 8;
        for (const Words& each : all) {
            if (each.isTicked) box(left, at);
            const double in = each.isTicked ? kTick : 0;
            at += kGap + words(QRectF(left + in, at, wide - in, kNoEnd), each.says, each.size, each.weight);
        }
        y += high + 4;
    }

    void picture(const sequence::Step& step, const QRectF& area) {
        const StepScene made =
            stepSceneOf(part(), step.operation, step.before, step.operation.setup.restsAtDeg);
        Camera camera;
        camera.yawDeg = 32;
        camera.pitchDeg = 22;
        painter.save();
        painter.setClipRect(area);
        camera = fitted(camera, made.fitted, area.adjusted(14, 14, -14, -14));
        const part::PartBend& bend = part().bends[static_cast<size_t>(step.operation.bend)];
        StepWords words;
        words.angle = text(quantity::printNumber(reading.bendAngle(step.operation.setup.loadedAngleDeg), 1)) +
                      QStringLiteral("°");
        if (bend.setLine) words.flushWith = QObject::tr("in line with %1").arg(text(bend.setLine->flushWith));
        words.textSize = 7;
        words.namesBodies = false;
        paintStep(painter, made, camera, look(made.scene, camera), palette, words, area);
        painter.restore();
    }

    QPdfWriter& writer;
    QPainter painter;
    const sequence::Settled* hand = nullptr; // that is being painted
    QString whose;                           // its hand, of a pair
    const material::Material& material;
    const quantity::Reading& reading;
    const Palette palette = Palette::print();
    QRectF page;
    double y = 0;
};

} // namespace

QByteArray jobSheetPdf(const sequence::Settled& settled, const sequence::Settled* opposite,
                       const material::Material& material, const std::vector<check::Finding>& findings,
                       QPageSize::PageSizeId paper, const quantity::Reading& reading) {
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setResolution(kDotsPerInch);
        writer.setCreator(QStringLiteral("Good Fold"));
        writer.setTitle(text(settled.job.title));
        writer.setPageSize(QPageSize(paper));
        writer.setPageMargins(QMarginsF());
        JobSheet sheet(writer, material, reading);
        const auto handOf = [&](bool isOpposite) {
            return opposite ? text(part::handInWords(settled.job.hand, isOpposite)) : QString();
        };
        sheet.paint(settled, handOf(false));
        if (opposite && opposite->outcome.plan) sheet.paint(*opposite, handOf(true));
        sheet.toHand(findings);
    }
    return buffer.data();
}

} // namespace goodfold::draw
