// Writes test bends and pieces into a logbook as fast as it can, and says the id of each once it is kept.
//   writer FILE                 until it is killed
//   writer FILE --room BYTES    on a disk so large: the sentence that stops it
#include "store/support.h"

#include <QCoreApplication>

#include <csignal>
#include <cstdio>
#include <sys/resource.h>

int main(int argc, char** argv) {
    QCoreApplication application(argc, argv);
    using namespace goodfold;
    auto logbook = store::Logbook::open(QString::fromLocal8Bit(argv[1]));
    if (!logbook) {
        std::printf("! %s\n", logbook.error().says.c_str());
        return 1;
    }
    if (argc > 3) {
        std::signal(SIGXFSZ, SIG_IGN);
        const rlim_t room = std::stoul(argv[3]);
        const rlimit limit{room, room};
        setrlimit(RLIMIT_FSIZE, &limit);
    }
    for (int i = 0;; ++i) {
        const auto bend = test::keptBend(i);
        const auto piece = test::keptPiece(i);
        const auto wrong =
            i % 2 ? (*logbook)->put(bend, test::taughtBy(i)) : (*logbook)->put(piece, test::taughtBy(i));
        if (wrong) {
            std::printf("! %s\n", wrong->says.c_str());
            return 1;
        }
        std::printf("%s\n", (i % 2 ? bend.id : piece.id).c_str());
        std::fflush(stdout);
    }
}
