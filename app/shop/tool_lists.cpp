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

Result<std::vector<double>> typedLengths(const QString& typed, const quantity::Reading& reading) {
    std::vector<double> all;
    static const QRegularExpression between(QStringLiteral(";|,\\s+")); // a comma alone may be a decimal one
    for (const QString& each : typed.split(between, Qt::SkipEmptyParts)) {
        if (each.trimmed().isEmpty()) continue;
        const auto length = typedLength(each, reading);
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

Result<std::vector<tool::Die::Opening>> typedOpenings(const QString& typed,
                                                      const quantity::Reading& reading) {
    std::vector<tool::Die::Opening> all;
    static const QRegularExpression form(QStringLiteral("^([^(]*)(?:\\(([^)]*)\\))?\\s*$"));
    for (const QString& each : typed.split(QLatin1Char(';'), Qt::SkipEmptyParts)) {
        if (each.trimmed().isEmpty()) continue;
        const auto parts = form.match(each);
        const auto opening = typedLength(parts.hasMatch() ? parts.captured(1) : each, reading);
        if (!opening) return opening.error();
        all.push_back({*opening, parts.captured(2).trimmed().toStdString(), {}});
    }
    std::sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.opening < b.opening; });
    return all;
}

} // namespace goodfold::app
