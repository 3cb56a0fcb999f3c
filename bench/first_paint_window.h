// A window that says when it was painted, and ends the program.
#pragma once

#include <QApplication>
#include <QMainWindow>

#include <cstdio>
#include <cstdlib>

namespace goodfold::bench {

class FirstPaintWindow : public QMainWindow {
protected:
    bool event(QEvent* event) override {
        const bool done = QMainWindow::event(event);
        if (event->type() == QEvent::UpdateRequest)
            QMetaObject::invokeMethod(
                qApp,
                [] {
                    std::puts("painted");
                    std::fflush(stdout);
                    std::_Exit(EXIT_SUCCESS);
                },
                Qt::QueuedConnection);
        return done;
    }
};

} // namespace goodfold::bench
