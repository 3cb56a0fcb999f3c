#include "app/shop/tool_lists.h"

#include <QRegularExpression>
#include <QStringList>

namespace goodfold::app {

namespace {

QString shown(double mm, const quantity::Reading& reading) {
    return QString::fromStdString(quantity::print(quantity::Length::mm(mm), reading));
}

Result<double> typedLength(const QString& typed, const quantity::Reading& reading) {
    const auto length = quantity::parseLength(typed.trimmed().toStdString(), reading.unit);
    if (!length) return length.error();
    return length->mm();
}

} // namespace

QString shownLengths(const std::vector<double>& lengths, const quantity::Reading& reading) {
    QStringList all;
    for (const double length : lengths)
        all << shown(length, reading);
    return all.join(QStringLiteral("; "));
}

namespace {

/// A figure that stands as it was shown is what it was, finer than it is shown. Each stands for one.
Result<double> typedLength(const QString& typed, const quantity::Reading& reading, std::vector<double>& now) {
    for (auto length = now.begin(); length != now.end(); ++length)
        if (shown(*length, reading) == typed.trimmed()) {
            const double same = *length;
            now.erase(length);
            return same;
        }
    return typedLength(typed, reading);
}

} // namespace

Result<std::vector<double>> typedLengths(const QString& typed, const quantity::Reading& reading,
                                         std::vector<double> now) {
    std::vector<double> all;
    static const QRegularExpression between(QStringLiteral(";|,\\s+")); // a comma alone may be a decimal one
    for (const QString& each : typed.split(between, Qt::SkipEmptyParts)) {
        if (each.trimmed().isEmpty()) continue;
        const auto length = typedLength(each, reading, now);
        if (!length) return length.error();
        all.push_back(*length);
    }
    std::sort(all.begin(), all.end());
    return all;
}

QString shownOpenings(const std::vector<tool::Die::Opening>& openings, const quantity::Reading& reading) {
    QStringList all;
    for (const tool::Die::Opening& row : openings)
        all << shown(row.opening, reading) +
                   (row.setWith.empty() ? QString()
                                        : QStringLiteral(" (%1)").arg(QString::fromStdString(row.setWith)));
    return all.join(QStringLiteral("; "));
}

Result<std::vector<tool::Die::Opening>> typedOpenings(const QString& typed, const quantity::Reading& reading,
                                                      const std::vector<tool::Die::Opening>& now) {
    std::vector<tool::Die::Opening> all;
    std::vector<double> openings;
    for (const tool::Die::Opening& row : now)
        openings.push_back(row.opening);
    static const QRegularExpression form(QStringLiteral("^([^(]*)(?:\\(([^)]*)\\))?\\s*$"));
    for (const QString& each : typed.split(QLatin1Char(';'), Qt::SkipEmptyParts)) {
        if (each.trimmed().isEmpty()) continue;
        const auto parts = form.match(each);
        const auto opening = typedLength(parts.hasMatch() ? parts.captured(1) : each, reading, openings);
        if (!opening) return opening.error();
        tool::Die::Opening row{*opening, parts.captured(2).trimmed().toStdString(), {}};
        for (const tool::Die::Opening& same : now)
            if (same.opening == row.opening && same.setWith == row.setWith) row.stack = same.stack;
        all.push_back(std::move(row));
    }
    std::sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.opening < b.opening; });
    return all;
}

} // namespace goodfold::app
