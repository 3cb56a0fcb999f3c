// random_jobs COUNT: as many random jobs of sheet, one on a line, for what reads job files from outside.
#include "core/support.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>

using namespace goodfold;

int main(int argc, char** argv) {
    test::RandomJobs random(41);
    for (int left = argc > 1 ? std::atoi(argv[1]) : 1; left > 0; --left) {
        std::string text = test::textOf(random.nextSheet(left % 40 + 1 < 2 ? 2 : left % 40 + 1));
        std::replace(text.begin(), text.end(), '\n', ' ');
        std::puts(text.c_str());
    }
    return 0;
}
