#include "runner.h"

#include <QGuiApplication>

int main(int argc, char** argv) {
    QGuiApplication application(argc, argv);
    return goodfold::test::runNamed(argc, argv);
}
