// What is not seen is not made: what a widget shows is made when it is seen, or asked for.
#pragma once

#include <QWidget>

#include <functional>

namespace goodfold::app {

class WhenSeen : public QObject {
public:
    /// Belongs to the widget.
    WhenSeen(QWidget* widget, std::function<void()> make);

    /// There is something else to show: made at once where the widget is seen, else before it is seen again.
    void change();
    /// The same in a later frame: what takes long does not hold up what was changed. Until then whoever asks
    /// for it has it made.
    void changeLater();
    /// There is nothing to show yet: made when it is seen next, or by the change that brings it.
    void await() { due = wasSeen = true; }
    /// Made now where that is due: for whoever asks what would be seen.
    void settle();
    bool isDue() const { return due; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    bool isOutOfSight() const;

    QWidget* widget;
    std::function<void()> make;
    bool due = false, wasSeen = false;
};

} // namespace goodfold::app
