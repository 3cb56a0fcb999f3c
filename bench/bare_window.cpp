// The least a Qt window can be: what start and memory of the application are measured against.
#include <QApplication>
#include <QMainWindow>

class Bare : public QMainWindow {
protected:
    bool event(QEvent* event) override {
        const bool done = QMainWindow::event(event);
        if (event->type() == QEvent::UpdateRequest)
            QMetaObject::invokeMethod(
                qApp, [] { QApplication::exit(); }, Qt::QueuedConnection);
        return done;
    }
};

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    Bare window;
    window.resize(1280, 800);
    window.show();
    return QApplication::exec();
}
