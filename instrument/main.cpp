// A stand-in for calipers and protractors with a serial line: it opens a pseudo-terminal, makes one piece of
// a job with errors drawn from the book, and sends what such an instrument would read of it, noise and all.
//
//   goodfold-instrument JOB [--seed N]
//
// It says which line it is ("line /dev/pts/4"), then takes one request a line: `angle 1`, `outside A`,
// `blank`, `thickness`, `hole h1`, `line 1`, `pushed 1`, `done 1` (a bend is made), `send TEXT` as it is.
#include "bench/virtual_piece.h"
#include "files/job_file.h"
#include "lineup/drawn_mount.h"
#include "part/fold.h"
#include "sequence/settle.h"

#include <CLI/CLI.hpp>
#include <cstdio>
#include <cstdlib>
#include <fcntl.h>
#include <fstream>
#include <iostream>
#include <sstream>
#include <termios.h>
#include <unistd.h>

namespace goodfold {

namespace {

/// The far end of a serial line, whose near end anybody opens by its name.
class Line {
public:
    Line() : own(posix_openpt(O_RDWR | O_NOCTTY)) {
        if (own < 0 || grantpt(own) != 0 || unlockpt(own) != 0) return;
        // Kept open, so that what is sent waits for whoever opens it; as it is sent, and not echoed.
        other = open(ptsname(own), O_RDWR | O_NOCTTY);
        termios how{};
        tcgetattr(other, &how);
        cfmakeraw(&how);
        tcsetattr(other, TCSANOW, &how);
    }
    ~Line() {
        if (other >= 0) close(other);
        if (own >= 0) close(own);
    }
    Line(const Line&) = delete;

    bool isOpen() const { return other >= 0; }
    const char* name() const { return ptsname(own); }
    bool send(const std::string& text) const {
        return write(own, text.data(), text.size()) == static_cast<ssize_t>(text.size());
    }

private:
    int own = -1, other = -1;
};

/// One piece of the job, made up.
class Made {
public:
    static Result<std::unique_ptr<Made>> of(const job::Job& job, unsigned seed) {
        const material::Material* metal = material::standardMaterials().find(job.material);
        if (!metal) return Error{"Its material is not in the book.", "material"};
        std::unique_ptr<Made> made(new Made(seed));
        sequence::Settled& settled = made->settled;
        settled = sequence::settle(job, *metal, tool::standardShop());
        if (!settled.outcome.plan) return Error{"There is no order to bend it in.", {}};
        if (!settled.job.mount || settled.job.ties.empty())
            settled.job = lineup::withDrawnMount(settled.job, settled.part, part::fold(settled.part),
                                                 hardware::standardBook());
        if (!settled.job.mount) return Error{"No hole of it is told to take a bolt.", "holes"};
        auto making = lineup::makingOf(
            {settled.job, settled.part, *metal, &*settled.outcome.plan, lineup::standardErrors(), true},
            *settled.job.mount, hardware::standardBook());
        if (!making) return making.error();
        made->making.emplace(*making);
        made->work.emplace(bench::Work{settled, *made->making, *metal, lineup::standardErrors(),
                                       quantity::Reading::millimetres()});
        made->shop = bench::virtualShop(*made->work, made->random);
        made->piece.emplace(*made->work, made->shop, made->random);
        return made;
    }

    /// What a request is answered with: a line to send, or nothing; or why not.
    Result<std::string> answer(const std::string& request) {
        using Kind = bench::Entry::Kind;
        std::istringstream in(request);
        std::string word, what;
        in >> word >> what;
        constexpr std::string_view kSend = "send ";
        if (word == "send") return request.substr(std::min(request.size(), kSend.size()));
        const auto kind = bench::kindOf(word);
        if (!kind || !(bench::isReading(*kind) || *kind == Kind::Done))
            return Error{
                "\"" + word +
                    "\" is none of angle, pushed, outside, inside, blank, thickness, hole, line, done.",
                {}};
        bench::Entry entry{.kind = *kind};
        if (!what.empty()) entry.of = {what};
        piece->take(entry, random); // an angle is read of a bend that is made
        if (*kind == Kind::Done) return std::string();
        const auto read = piece->reads(entry);
        if (!read) return Error{"That cannot be measured on it yet.", {}};
        const bool isAngle = bench::isAngle(*kind);
        constexpr double kAngle = 0.2, kLength = 0.05; // a good instrument's own
        std::array<char, 32> shown{};
        std::snprintf(shown.data(), shown.size(), isAngle ? "%8.1f deg" : "%8.2f mm",
                      *read + random(isAngle ? kAngle : kLength));
        return std::string(shown.data());
    }

private:
    explicit Made(unsigned seed) : random(seed) {}

    bench::Random random;
    sequence::Settled settled;
    std::optional<lineup::Making> making; // of settled
    std::optional<bench::Work> work;      // of both
    bench::VirtualShop shop;
    std::optional<bench::VirtualPiece> piece;
};

int run(const std::string& path, unsigned seed) {
    std::ifstream in(path);
    const auto read = files::readJob(in);
    if (!read) {
        std::cerr << path << ": " << read.error().where << ": " << read.error().says << '\n';
        return 1;
    }
    const auto made = Made::of(read->job, seed);
    if (!made) {
        std::cerr << path << ": " << made.error().says << '\n';
        return 1;
    }
    const Line line;
    if (!line.isOpen()) {
        std::cerr << "No pseudo-terminal could be opened.\n";
        return 1;
    }
    std::cout << "line " << line.name() << std::endl;
    for (std::string request; std::getline(std::cin, request);) {
        const auto answer = (*made)->answer(request);
        if (!answer)
            std::cout << answer.error().says << std::endl;
        else if (!answer->empty() && !line.send(*answer + "\r\n"))
            std::cout << "The line takes nothing." << std::endl;
    }
    return 0;
}

} // namespace

} // namespace goodfold

int main(int argc, char** argv) {
    CLI::App app{
        "A measuring instrument that reads one made-up piece of a job, on a serial line of its own."};
    std::string job;
    unsigned seed = 1;
    app.add_option("JOB", job, "the job that the piece is of")->required();
    app.add_option("--seed", seed, "another piece");
    CLI11_PARSE(app, argc, argv);
    return goodfold::run(job, seed);
}
