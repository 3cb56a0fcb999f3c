// The documentation in a window of its own, without a network or a browser: contents and search at the left,
// the page beside them.
#pragma once

#include <QWidget>

class QLineEdit;
class QTextBrowser;
class QTreeWidget;
class QTreeWidgetItem;

namespace goodfold::app {

class Handbook : public QWidget {
    Q_OBJECT
public:
    explicit Handbook(QWidget* parent = nullptr);

    /// At a heading of it, or its beginning.
    void open(const QString& page, const QString& heading = {});
    /// After colours or text size were chosen.
    void renew();

private:
    void listAll();
    void listFound();
    void search(const QString& typed);
    void take(const QTreeWidgetItem* item);
    void follow(const QUrl& link);
    void scrollTo(const QString& heading);
    void markWords();

    QLineEdit* wanted;
    QTreeWidget* contents;
    QTextBrowser* page;
    QString shown; // the page's name
    QStringList words;
};

} // namespace goodfold::app
