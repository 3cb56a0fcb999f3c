// The one place of a window where something is said: a strip along its foot with room kept for it, so that
// nothing is covered. Nothing modal: what is said goes when it no longer applies.
#pragma once

#include <QLabel>
#include <QTimer>

namespace goodfold::app {

class Notice : public QLabel {
    Q_OBJECT
public:
    explicit Notice(QWidget* parent);

    /// Said until the next thing is, or clear(). A window without a strip gets one as it is needed.
    static void say(QWidget& anyOfWindow, const QString& sentence);
    static void clear(QWidget& anyOfWindow);
    /// The window's strip, or null.
    static Notice* of(QWidget& anyOfWindow);

    /// What stands there, quieter, while nothing is said. A reader hears it where it `callsOut`.
    void setHint(const QString& sentence, bool callsOut = false);
    /// What is said; empty while only the hint stands there.
    const QString& message() const { return said; }

protected:
    void mousePressEvent(QMouseEvent*) override { setMessage({}); }

private:
    void setMessage(const QString& sentence);
    void refresh();

    QString said, hint;
    QTimer settling; // a reader is told of what is typed when it pauses
};

} // namespace goodfold::app
