#include "app/base/odds_counter.h"

#include "lineup/in_place.h"
#include "mount/measured.h"
#include "mount/words.h"
#include "text/lineup_words.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace goodfold::app {

namespace {

/// All that the worker takes along, by value.
struct CountWanted {
    job::Job job;
    std::shared_ptr<const Planned> planned; // the last; perhaps of a job before
    bool isItsPlan = false;
    material::Material material;
    std::shared_ptr<const tool::Shop> shop;
    hardware::Book hardware;
    lineup::ErrorBook errors;
    quantity::Reading reading;
    bool wantsAll = false;
};

/// The plan's steps hold of another job too, as long as that has the same bends.
bool fits(const sequence::Plan& plan, const part::Part& of, const part::Part& part) {
    if (of.bends.size() != part.bends.size()) return false;
    for (size_t i = 0; i < part.bends.size(); ++i)
        if (of.bends[i].id != part.bends[i].id) return false;
    return plan.steps.size() == part.bends.size();
}

/// Layout and holds it is counted with: of its own plan, or of the last one there was.
sequence::Settled settledOf(const CountWanted& wanted) {
    if (wanted.isItsPlan) return wanted.planned->settled;
    sequence::Settled settled{wanted.job, part::solve(wanted.job, wanted.material), {}};
    if (wanted.planned && wanted.planned->outcome().plan &&
        fits(*wanted.planned->outcome().plan, wanted.planned->part(), settled.part)) {
        settled.outcome.plan = wanted.planned->outcome().plan;
        sequence::setLines(settled.part, *settled.outcome.plan);
    }
    return settled;
}

Result<lineup::Making> makingOf(const sequence::Settled& settled, const job::Mount& mount,
                                const CountWanted& wanted) {
    const sequence::Plan* plan = settled.outcome.plan ? &*settled.outcome.plan : nullptr;
    return lineup::makingOf({settled.job, settled.part, wanted.material, plan, wanted.errors}, mount,
                            wanted.hardware);
}

void countOpposite(Counted& made, const CountWanted& wanted) {
    const job::Job& job = made.settled.job;
    if (!job.oppositeHand || !wanted.isItsPlan || !wanted.planned->opposite) return;
    const job::Mount mount = job.oppositeMount ? *job.oppositeMount : lineup::mirrored(*job.mount);
    const auto other = makingOf(wanted.planned->opposite->settled, mount, wanted);
    if (!other) return;
    if (job.oppositeMount)
        made.facts->otherHands = lineup::leastDistances(*other, lineup::nominalFit(*other), wanted.hardware);
    made.opposite = lineup::oddsOf(*other, kTrials, kSeed);
    made.both = lineup::oddsOfBoth(*made.making, *other, kTrials, kSeed);
}

std::optional<check::LineUpFacts::Doubt> doubtedIn(const job::Job& job,
                                                   const mount::Instruments& instruments) {
    if (job.mount->readings.empty()) return {};
    const auto known = mount::measured(*job.mount, instruments);
    const auto suspects = mount::suspectsOf(*job.mount, known->problem, known->solution, known->told,
                                            {instruments, job.thickness, job.units});
    if (suspects.empty()) return {};
    return check::LineUpFacts::Doubt{static_cast<size_t>(suspects.front().reading),
                                     mount::inWords(suspects.front(), *job.mount, job.units),
                                     suspects.front().likely};
}

std::shared_ptr<Counted> countedOf(const CountWanted& wanted) {
    auto made = std::make_shared<Counted>();
    made->settled = settledOf(wanted);
    made->shop = wanted.shop;
    made->isProvisional = !wanted.isItsPlan && !wanted.job.bends.empty();
    auto making = makingOf(made->settled, *made->settled.job.mount, wanted);
    if (!making) {
        made->wrong = making.error().says;
        return made;
    }
    made->making.emplace(*std::move(making));
    made->odds = lineup::count(*made->making, kTrials, kSeed);
    made->nominal = lineup::nominalFit(*made->making);
    made->facts = text::factsOf(*made->making, made->nominal, made->odds, wanted.hardware);
    made->facts->doubt = doubtedIn(made->settled.job, wanted.errors.instruments);
    constexpr int kDots = 300;
    made->clouds = lineup::cloudsOf(*made->making, kDots, kSeed);
    countOpposite(*made, wanted);
    return made;
}

} // namespace

OddsCounter::OddsCounter(Document& document, Planner& planner, QObject* parent)
    : QObject(parent), document(document), planner(planner) {
    constexpr int kMoment = 120; // ms: typing goes on undisturbed
    waiting.setSingleShot(true);
    waiting.setInterval(kMoment);
    connect(&waiting, &QTimer::timeout, this, &OddsCounter::begin);
    const auto later = [this] {
        stop();
        if (this->document.job().mount) return waiting.start();
        waiting.stop();
        if (!std::exchange(finished, nullptr)) return;
        emit counted();
    };
    connect(&document, &Document::changed, this, later);
    connect(&planner, &Planner::done, this, later);
    if (document.job().mount) waiting.start();
}

OddsCounter::~OddsCounter() {
    stop();
    if (wayAsked) *wayAsked = true;
}

void OddsCounter::stop() {
    if (stopAsked) *stopAsked = true;
    stopAsked.reset();
}

bool OddsCounter::isCurrent() const {
    return finished && !finished->isProvisional && finished->settled.job == document.job();
}

void OddsCounter::setWanted(bool causesAndOffers) {
    if (std::exchange(wantsAll, causesAndOffers) == causesAndOffers) return;
    if (wantsAll && finished && !finished->isWhole) begin();
}

lineup::Judging OddsCounter::judging(const Counted& counted) const {
    return {document.material(),
            *counted.shop,
            document.books().hardware.book(),
            document.errors(),
            document.reading(),
            kTrials,
            kSeed};
}

void OddsCounter::begin() {
    waiting.stop();
    stop();
    if (!document.job().mount) return;
    stopAsked = std::make_shared<std::atomic<bool>>(false);
    const auto planned = planner.latest();
    const bool isIts = planned && planned->failed.empty() && planned->outcome().plan &&
                       planned->job == document.job() && !planner.isAwaited();
    const auto work = [self = QPointer(this), asked = stopAsked,
                       wanted = CountWanted{document.job(), planned, isIts, document.material(),
                                            document.shop(), document.books().hardware.book(),
                                            document.errors(), document.reading(), wantsAll}] {
        const auto tell = [&](const std::shared_ptr<const Counted>& made, bool isLast) {
            QMetaObject::invokeMethod(
                qApp,
                [self, asked, made, isLast] {
                    if (self && self->stopAsked == asked) self->take(made, isLast);
                },
                Qt::QueuedConnection);
        };
        const auto made = countedOf(wanted);
        const bool goesOn = wanted.wantsAll && made->making && !made->isProvisional;
        tell(made, !goesOn);
        if (!goesOn) return;
        // What is shown already stays as it is: what is found out now is told as another.
        const auto whole = std::make_shared<Counted>(*made);
        whole->making.emplace(*makingOf(whole->settled, *whole->settled.job.mount, wanted));
        whole->causes = lineup::causesOf(*whole->making, kTrials, kSeed);
        if (*asked) return;
        const lineup::Judging judging{
            wanted.material, *wanted.shop, wanted.hardware, wanted.errors,
            wanted.reading,  kTrials,      kSeed,           [&asked] { return !*asked; }};
        whole->offers = lineup::offersFor(whole->settled, judging);
        if (*asked) return;
        whole->drilling = lineup::drillingFor(whole->settled, judging);
        whole->isWhole = true;
        tell(whole, true);
    };
    QThreadPool::globalInstance()->start(work);
}

void OddsCounter::take(const std::shared_ptr<const Counted>& made, bool isLast) {
    if (isLast) stopAsked.reset();
    finished = made;
    if (made->making && isCurrent() && !document.isLinedUp())
        document.takeLineUp(std::make_shared<check::LineUpFacts>(*made->facts));
    emit counted();
}

void OddsCounter::findWayTo(double odds, const std::function<void(const lineup::WayUp&)>& taken) {
    if (!finished || !finished->making) return;
    if (wayAsked) *wayAsked = true;
    wayAsked = std::make_shared<std::atomic<bool>>(false);
    const auto work = [self = QPointer(this), asked = wayAsked, odds, taken, counted = finished,
                       material = document.material(), hardware = document.books().hardware.book(),
                       errors = document.errors(), reading = document.reading()] {
        const lineup::WayUp way = lineup::wayTo(odds, counted->settled,
                                                {material, *counted->shop, hardware, errors, reading, kTrials,
                                                 kSeed, [&asked] { return !*asked; }});
        QMetaObject::invokeMethod(
            qApp,
            [self, asked, way, taken] {
                if (!self || self->wayAsked != asked) return;
                self->wayAsked.reset();
                taken(way);
            },
            Qt::QueuedConnection);
    };
    QThreadPool::globalInstance()->start(work);
}

} // namespace goodfold::app
