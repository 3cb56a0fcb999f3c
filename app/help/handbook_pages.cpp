#include "app/help/handbook_pages.h"

#include <QFile>
#include <QRegularExpression>

#include <algorithm>

namespace goodfold::app {

namespace {

/// What somebody at a bench may want to know; what is for those who work on the program is left out.
constexpr const char* kNames[] = {"README.md",        "docs/mount.md",      "docs/odds.md",
                                  "docs/bench.md",    "docs/logbook.md",    "docs/tools-format.md",
                                  "docs/formulas.md", "docs/job-format.md", "docs/command-line.md"};

/// Without the signs it is set with.
QString read(QString written) {
    return written.remove(QLatin1Char('`')).remove(QLatin1String("**")).trimmed();
}

} // namespace

QString HandbookSection::around(const QString& word) const {
    constexpr qsizetype kBefore = 40, kAll = 130;
    static const QRegularExpression link(QStringLiteral("\\[([^\\]]*)\\]\\([^)]*\\)"));
    const QString plain = read(QString(text).replace(link, QStringLiteral("\\1"))).simplified();
    const qsizetype at = std::max<qsizetype>(0, plain.indexOf(word, 0, Qt::CaseInsensitive));
    const qsizetype from = at < kBefore ? 0 : plain.indexOf(QLatin1Char(' '), at - kBefore) + 1;
    return (from > 0 ? QStringLiteral("… ") : QString()) + plain.mid(from, kAll).trimmed() +
           (from + kAll < plain.size() ? QStringLiteral(" …") : QString());
}

HandbookPage HandbookPage::read(const QString& name) {
    HandbookPage page;
    page.name = name;
    QFile file(handbookPath(name));
    if (file.open(QIODevice::ReadOnly)) page.markdown = QString::fromUtf8(file.readAll());
    for (const QString& line : page.markdown.split(QLatin1Char('\n'))) {
        if (page.title.isEmpty() && line.startsWith(QLatin1String("# "))) {
            page.title = app::read(line.mid(2));
            page.sections.push_back({page.title, {}});
        } else if (line.startsWith(QLatin1String("## "))) {
            page.sections.push_back({app::read(line.mid(3)), {}});
        } else if (!page.sections.empty()) {
            page.sections.back().text += line + QLatin1Char('\n');
        }
    }
    return page;
}

std::vector<const HandbookSection*> HandbookPage::with(const QStringList& words) const {
    std::vector<const HandbookSection*> found;
    for (const HandbookSection& section : sections)
        if (std::all_of(words.begin(), words.end(), [&](const QString& word) {
                return section.text.contains(word, Qt::CaseInsensitive) ||
                       section.heading.contains(word, Qt::CaseInsensitive);
            }))
            found.push_back(&section);
    return found;
}

const std::vector<HandbookPage>& handbookPages() {
    static const std::vector<HandbookPage> all = [] {
        std::vector<HandbookPage> pages;
        for (const char* name : kNames)
            pages.push_back(HandbookPage::read(QString::fromLatin1(name)));
        return pages;
    }();
    return all;
}

const HandbookPage* findHandbookPage(const QString& name) {
    const auto& all = handbookPages();
    const auto found =
        std::find_if(all.begin(), all.end(), [&](const HandbookPage& page) { return page.name == name; });
    return found == all.end() ? nullptr : &*found;
}

QString handbookPath(const QString& name) {
    return QStringLiteral(":/handbook/") + name;
}

} // namespace goodfold::app
