// A shop's own tools and hardware, and a bend planned with them; its times and prices, and what a piece takes
// by them; a bench log, and what is believed of its piece; a drawing, and the blank that it makes.
#include "bench/belief.h"
#include "cost/words.h"
#include "drawing/blank.h"
#include "files/bench_log.h"
#include "files/job_file.h"
#include "files/logbook_csv.h"
#include "fuzz/target.h"
#include "hardware/hardware.h"
#include "learn/test_bend.h"
#include "lineup/drawn_mount.h"
#include "sequence/settle.h"

#include <cmath>
#include <sstream>

using namespace goodfold;

namespace {

job::Job smallBar() {
    job::Job job;
    job.thickness = 2;
    job.stock.width = 25;
    job.plates = {{.id = "A", .length = 40}, {.id = "B", .length = 50}};
    job.bends = {{.id = "1", .from = "A", .to = "B"}};
    return job;
}

void planWith(const tool::Shop& shop) {
    constexpr size_t kMoments = 20;
    size_t asked = 0;
    const job::Job job = smallBar();
    const auto settled = sequence::settle(
        job, *material::standardMaterials().find(job.material), shop,
        [&](size_t) { return ++asked < kMoments; }, 100);
    HOLDS(settled.part.plates.size() == 2);
}

void useScrews(const hardware::Book& book) {
    for (const hardware::Screw& screw : book.screws) {
        const job::Fastener fastener{.size = screw.size, .clamps = 4};
        const auto stack = hardware::stackOf(fastener, 3, book);
        HOLDS(stack);
        hardware::headOf(fastener, book);
    }
}

/// A piece of a small bar with two bolts, planned once.
struct Floor {
    sequence::Settled settled;
    std::optional<lineup::Making> making;

    Floor() {
        job::Job job = smallBar();
        for (job::Plate& plate : job.plates)
            plate.holes.push_back(
                {.id = plate.id == "A" ? "h1" : "h2",
                 .x = 15,
                 .xFrom = plate.id == "A" ? job::Hole::XFrom::Start : job::Hole::XFrom::End});
        const material::Material& material = *material::standardMaterials().find(job.material);
        settled = sequence::settle(job, material, tool::standardShop());
        job::Job& on = settled.job;
        on = lineup::withDrawnMount(on, settled.part, part::fold(settled.part), hardware::standardBook());
        making.emplace(*lineup::makingOf(
            {on, settled.part, material, &*settled.outcome.plan, lineup::standardErrors(), true}, *on.mount,
            hardware::standardBook()));
    }
};

void believe(const std::string& text) {
    static const Floor floor;
    std::istringstream in(text);
    const auto log = files::readBenchLog(in);
    if (!log) {
        HOLDS(fuzz::isForPeople(log.error().says));
        return;
    }
    std::stringstream out;
    files::writeBenchLog(out, *log);
    const auto again = files::readBenchLog(out);
    HOLDS(again && *again == *log);
    const bench::Known known = bench::knownOf(*floor.making, *floor.settled.outcome.plan, *log,
                                              lineup::standardErrors().instruments);
    HOLDS(known.mean.allFinite() && known.covariance.allFinite());
}

/// A logbook's tables: what is read is written the same, and what it teaches is figures.
void learnFrom(const std::string& text) {
    const auto teaches = [](const learn::TestBend& bend) {
        const material::Material* metal = material::standardMaterials().find(bend.material);
        if (!metal) return;
        for (const learn::Point& point :
             learn::pointsOf(bend, *metal, tool::standardShop(), lineup::standardErrors()))
            HOLDS(std::isfinite(point.value) && point.sigma > 0);
    };
    std::istringstream in(text), same(text);
    if (const auto bends = files::readTestBends(in)) {
        for (const learn::KeptBend& kept : bends->rows)
            teaches(kept.bend);
        std::stringstream out;
        files::writeTestBends(out, bends->rows);
        const auto again = files::readTestBends(out);
        HOLDS(again && again->rows.size() == bends->rows.size());
    } else {
        HOLDS(fuzz::isForPeople(bends.error().says));
    }
    if (const auto pieces = files::readPieces(same); !pieces) HOLDS(fuzz::isForPeople(pieces.error().says));
}

/// A shop's times and prices: what is read of them comes to figures.
void reckonWith(const std::string& text) {
    static const Floor floor;
    std::istringstream in(text);
    const auto own = cost::readWork(in);
    if (!own) {
        HOLDS(fuzz::isForPeople(own.error().says));
        return;
    }
    const cost::WorkBook book = cost::withOwn(cost::standardWork(), *own);
    const auto items = cost::itemsOf(floor.settled, book, quantity::Reading::millimetres(), 2);
    const cost::Minutes minutes = cost::minutesFor(items, 7);
    HOLDS(std::isfinite(minutes.mean) && minutes.mean >= 0 && std::isfinite(minutes.sigma));
    for (const std::string& says : cost::inWords(items, 7, floor.settled, book))
        HOLDS(!says.empty() && says.find("nan") == std::string::npos);
}

/// A drawing that somebody else made: what becomes a blank can be cut.
void bring(const std::string& text) {
    std::istringstream in(text);
    const auto drawing = drawing::readDrawing(in, quantity::Unit::Millimetre);
    if (!drawing) {
        HOLDS(fuzz::isForPeople(drawing.error().says));
        return;
    }
    const auto brought = drawing::blankFrom(*drawing, {});
    if (!brought) {
        HOLDS(fuzz::isForPeople(brought.error().says));
        return;
    }
    const part::Part part =
        part::solve(brought->job, *material::standardMaterials().find(brought->job.material));
    HOLDS(std::isfinite(part.blank.area));
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text = fuzz::textOf(data, size);
    std::istringstream tools(text), screws(text);
    believe(text);
    learnFrom(text);
    reckonWith(text);
    bring(text);
    if (const auto shop = tool::readShop(tools)) {
        std::ostringstream out;
        tool::writeShop(out, *shop);
        std::istringstream in(out.str());
        const auto again = tool::readShop(in);
        HOLDS(again && again->tools.size() == shop->tools.size());
        planWith(*shop);
    } else {
        HOLDS(fuzz::isForPeople(shop.error().says));
    }
    if (const auto book = hardware::readBook(screws))
        useScrews(*book);
    else
        HOLDS(fuzz::isForPeople(book.error().says));
    return 0;
}
