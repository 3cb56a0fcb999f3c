#include "runner.h"

#include <QCoreApplication>

int main(int argc, char** argv) {
    QCoreApplication application(argc, argv);
    return goodfold::test::runNamed(argc, argv);
}
