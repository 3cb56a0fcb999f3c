// A sentence beside the place it is about. Nothing modal: it goes with the next thing done.
#pragma once

#include <QLabel>

namespace goodfold::app {

class Notice : public QLabel {
    Q_OBJECT
public:
    /// Shows the sentence under (or over) a widget of the same window, until the next notice or clear().
    static void say(QWidget& beside, const QString& sentence);
    static void clear(QWidget& anyOfWindow);
    /// The window's notice, or null where none was ever said.
    static Notice* of(QWidget& anyOfWindow);

private:
    explicit Notice(QWidget& window);
    void mousePressEvent(QMouseEvent*) override { hide(); }
};

} // namespace goodfold::app
