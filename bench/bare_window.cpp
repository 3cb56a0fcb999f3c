// The least a Qt window can be: what start and memory of the application are measured against.
#include "bench/first_paint_window.h"

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    goodfold::bench::FirstPaintWindow window;
    window.resize(1280, 800);
    window.show();
    return QApplication::exec();
}
