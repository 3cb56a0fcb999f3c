// bench_start BARE PROGRAM [ARGUMENT...]: start to first full paint, which each says on its output, and peak
// memory of both, in turns, so that a busy machine slows both alike. Medians of many runs.
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>
#include <vector>

namespace {

struct Run {
    double milliseconds;
    double megabytes;
};

Run runOnce(char* const* command) {
    int says[2];
    if (pipe(says) != 0) std::perror("pipe");
    const auto start = std::chrono::steady_clock::now();
    const pid_t child = fork();
    if (child == 0) {
        dup2(says[1], STDOUT_FILENO);
        execv(command[0], command);
        _exit(127);
    }
    close(says[1]);
    char first = 0;
    if (read(says[0], &first, 1) != 1) std::fprintf(stderr, "%s said nothing\n", command[0]);
    const std::chrono::duration<double, std::milli> taken = std::chrono::steady_clock::now() - start;
    close(says[0]);
    int status = 0;
    rusage usage{};
    wait4(child, &status, 0, &usage);
    if (status != 0) std::fprintf(stderr, "%s failed\n", command[0]);
    return {taken.count(), static_cast<double>(usage.ru_maxrss) / 1024};
}

double median(std::vector<double> values) {
    std::sort(values.begin(), values.end());
    return values[values.size() / 2];
}

} // namespace

int main(int argc, char** argv) {
    if (argc < 3) return 2;
    constexpr int kRuns = 21;
    char* bare[] = {argv[1], nullptr};
    std::vector<double> bareTime, bareMemory, time, memory;
    for (int i = 0; i < kRuns; ++i) {
        const Run a = runOnce(bare), b = runOnce(argv + 2);
        bareTime.push_back(a.milliseconds);
        bareMemory.push_back(a.megabytes);
        time.push_back(b.milliseconds);
        memory.push_back(b.megabytes);
    }
    std::printf("start to first paint: bare %.0f ms, Good Fold %.0f ms, ratio %.2f\n", median(bareTime),
                median(time), median(time) / median(bareTime));
    std::printf("peak memory: bare %.0f MB, Good Fold %.0f MB, ratio %.2f\n", median(bareMemory),
                median(memory), median(memory) / median(bareMemory));
    return 0;
}
