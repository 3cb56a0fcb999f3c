// What is written in docs/, as it was built in: pages, cut at their headings, to be looked through.
#pragma once

#include <QString>
#include <QStringList>

#include <vector>

namespace goodfold::app {

struct HandbookSection {
    QString heading; // as it is read; the page's title for what stands before the first
    QString text;    // as it is written
    /// A piece of it round the first of the words.
    QString around(const QString& word) const;
};

struct HandbookPage {
    QString name; // "README.md", "docs/odds.md"
    QString title;
    QString markdown;
    std::vector<HandbookSection> sections;

    static HandbookPage read(const QString& name);
    /// Those whose heading or text has all of the words, whichever way they are written.
    std::vector<const HandbookSection*> with(const QStringList& words) const;
};

/// Read once, in the order they are listed in.
const std::vector<HandbookPage>& handbookPages();
const HandbookPage* findHandbookPage(const QString& name);

/// Where a file beside them was built in.
QString handbookPath(const QString& name);

} // namespace goodfold::app
