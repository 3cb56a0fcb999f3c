// A window that ends the program once it was painted.
#pragma once

#include <QApplication>
#include <QMainWindow>

#include <cstdlib>

namespace goodfold::bench {

class FirstPaintWindow : public QMainWindow {
protected:
    bool event(QEvent* event) override {
        const bool done = QMainWindow::event(event);
        if (event->type() == QEvent::UpdateRequest)
            QMetaObject::invokeMethod(
                qApp, [] { std::_Exit(EXIT_SUCCESS); }, Qt::QueuedConnection);
        return done;
    }
};

} // namespace goodfold::bench
