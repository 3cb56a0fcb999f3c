// Core has no state of its own: many threads look for plans at once, of one job and of many, from the same
// books, and are stopped in the middle; each comes to what one thread alone comes to. Built with the thread
// sanitizer by ./run races.
#include "check/finding.h"
#include "core/sheet_support.h"
#include "core/shop_support.h"
#include "sequence/settle.h"
#include "text/plan_facts.h"

#include <atomic>
#include <thread>

namespace goodfold::threads_test {

using job::Edge;

namespace {

const quantity::Reading kReading = quantity::Reading::millimetres();
constexpr int kThreads = 4;

std::vector<job::Job> jobs() {
    test::RandomJobs random(41);
    std::vector<job::Job> all;
    for (int n = 0; n < 6; ++n)
        all.push_back(test::randomBar(random, 1 + n % 3));
    for (const double shortest : {12.0, 30.0}) // bends enough for two threads each
        all.push_back(test::randomBar(random, 6, shortest, 3));
    all.push_back(test::tray({Edge::End, Edge::Left}, 90, 20));
    return all;
}

/// Everything that is worked out of a job, as text.
std::string workedOut(const job::Job& job, const tool::Shop& shop, const sequence::GoOn& goOn = {}) {
    const auto& material = test::materialOf(job);
    const auto settled = sequence::settle(job, material, shop, goOn);
    const auto facts = text::factsOf(settled, material, shop, kReading);
    std::string says;
    for (const check::PlanFacts::Formed& formed : facts.formed)
        says += formed.bend + " " + formed.tool + " " + std::to_string(formed.insideRadius) + "\n";
    const part::Folded folded = part::fold(settled.part);
    for (const check::Finding& finding : check::check(
             {settled.job, settled.part, folded, material, kReading, hardware::standardBook(), &facts}))
        says += finding.headline + ". " + finding.says + "\n";
    return says;
}

template <class Work> void inThreads(Work work) {
    std::vector<std::thread> threads;
    for (int n = 0; n < kThreads; ++n)
        threads.emplace_back([&work, n] { work(n); });
    for (std::thread& thread : threads)
        thread.join();
}

} // namespace

class ThreadsTest : public QObject {
    Q_OBJECT
private slots:
    void booksAreReadByAllAtOnce();
    void oneJobByAll();
    void stoppedFromOutside();
};

/// First of all: what is made once on first use is asked for by all at the same time.
void ThreadsTest::booksAreReadByAllAtOnce() {
    std::array<std::string, kThreads> says;
    const auto all = jobs();
    inThreads([&](int n) {
        for (const job::Job& job : all)
            says[static_cast<size_t>(n)] += workedOut(job, tool::standardShop());
    });
    std::string alone;
    for (const job::Job& job : all)
        alone += workedOut(job, tool::standardShop());
    for (const std::string& each : says)
        QVERIFY(each == alone);
    QVERIFY(!alone.empty());
}

/// The very same values, shared.
void ThreadsTest::oneJobByAll() {
    const job::Job job = jobs().back();
    const part::Part part = part::solve(job, test::materialOf(job));
    const auto alone = sequence::plan(part, test::materialOf(job), tool::standardShop());
    QVERIFY(alone.plan);
    std::array<double, kThreads> cost{};
    inThreads([&](int n) {
        const auto outcome = sequence::plan(part, test::materialOf(job), tool::standardShop());
        cost[static_cast<size_t>(n)] = outcome.plan ? outcome.plan->cost : -1;
    });
    for (const double each : cost)
        QCOMPARE(each, alone.plan->cost);
}

/// As an edit does with the search before it.
void ThreadsTest::stoppedFromOutside() {
    test::RandomJobs random(42);
    const job::Job job = test::randomBar(random, 6);
    std::atomic<bool> stop = false;
    std::atomic<int> begun = 0, ended = 0;
    std::thread stopper([&] {
        while (begun < kThreads)
            std::this_thread::yield();
        stop = true;
    });
    inThreads([&](int) {
        const auto goOn = [&, isFirst = true](size_t) mutable {
            if (std::exchange(isFirst, false)) ++begun;
            return !stop;
        };
        // One that ends before it is asked counts as begun too.
        sequence::settle(job, test::materialOf(job), tool::standardShop(), goOn);
        begun = kThreads;
        ++ended;
    });
    stopper.join();
    QCOMPARE(ended.load(), kThreads);
}

GOODFOLD_TEST(ThreadsTest)

} // namespace goodfold::threads_test

#include "threads.moc"
