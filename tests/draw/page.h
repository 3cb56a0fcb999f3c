// A printed page turned into pixels, and what is drawn on it found again.
#pragma once

#include <QtGui>
#include <QtTest>

namespace goodfold::test {

inline constexpr double kDpi = 400;
inline constexpr double kWithin = 0.1; // mm, of what is promised on paper

inline double pixels(double mm) {
    return mm * kDpi / 25.4;
}

class Page {
public:
    explicit Page(QImage image) : image(std::move(image)) {}
    QSizeF size() const { return QSizeF(image.size()) * 25.4 / kDpi; }

    bool isDark(double xMm, double yMm) const {
        const QPoint p(qRound(pixels(xMm)), qRound(pixels(yMm)));
        return image.valid(p) && qGray(image.pixel(p)) < 128;
    }

    /// Middle of the dark run nearest to x on the horizontal line at y; nothing within 1.5 mm is a failure.
    double darkX(double xMm, double yMm) const { return darkAlong(QPointF(xMm, yMm), QPointF(1, 0)).x(); }
    double darkY(double xMm, double yMm) const { return darkAlong(QPointF(xMm, yMm), QPointF(0, 1)).y(); }

private:
    QPointF darkAlong(const QPointF& at, const QPointF& along) const {
        const double step = 25.4 / kDpi / 2;
        for (double away = 0; away < 1.5; away += step)
            for (const double sign : {1.0, -1.0}) {
                const QPointF start = at + sign * away * along;
                if (!isDark(start.x(), start.y())) continue;
                QPointF low = start, high = start;
                while (isDark((low - step * along).x(), (low - step * along).y()))
                    low -= step * along;
                while (isDark((high + step * along).x(), (high + step * along).y()))
                    high += step * along;
                return (low + high) / 2;
            }
        return {-1e3, -1e3};
    }

    QImage image;
};

inline bool isNear(double one, double other) {
    return std::abs(one - other) <= kWithin;
}

inline std::vector<Page> rasterised(const QByteArray& pdf) {
    QTemporaryDir folder;
    const QString path = folder.filePath("drawing.pdf");
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(pdf) != pdf.size()) qFatal("no file");
    file.close();
    QProcess process;
    process.start("pdftoppm", {"-r", QString::number(kDpi), "-gray", "-png", path, folder.filePath("page")});
    if (!process.waitForFinished(60000) || process.exitCode() != 0)
        qFatal("pdftoppm: %s", process.readAllStandardError().constData());
    std::vector<Page> pages;
    const QDir made(folder.path());
    for (const QString& name : made.entryList({"*.png"}, QDir::Files, QDir::Name))
        pages.emplace_back(QImage(made.filePath(name)));
    return pages;
}

/// All words of a PDF.
inline QString wordsOf(const QByteArray& pdf) {
    QProcess process;
    process.start("pdftotext", {"-layout", "-", "-"});
    process.write(pdf);
    process.closeWriteChannel();
    if (!process.waitForFinished(20000)) qFatal("pdftotext");
    return QString::fromUtf8(process.readAllStandardOutput());
}

} // namespace goodfold::test
