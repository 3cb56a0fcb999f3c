// A shop's own tools and hardware, and a bend planned with them.
#include "files/job_file.h"
#include "fuzz/target.h"
#include "hardware/hardware.h"
#include "sequence/settle.h"

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

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text = fuzz::textOf(data, size);
    std::istringstream tools(text), screws(text);
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
