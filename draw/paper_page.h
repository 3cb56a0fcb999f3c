// A sheet for the bench that is written line by line, on as many pages as it takes. Millimetres.
#pragma once

#include "draw/paper_pen.h"

#include <QByteArray>
#include <QPageSize>

#include <functional>

class QPdfWriter;

namespace goodfold::draw {

inline QString said(const std::string& words) {
    return QString::fromStdString(words);
}

/// What is written on: so large, and how one goes on to the next.
struct PaperPages {
    QSizeF millimetres;
    double dots = 1; // to the millimetre
    std::function<void()> turn;
};
PaperPages pagesOf(QPdfWriter& writer);

class PaperPage : protected PaperPen {
public:
    PaperPage(PaperPages pages, QPainter& painter);
    PaperPage(QPdfWriter& writer, QPainter& painter) : PaperPage(pagesOf(writer), painter) {}

    /// As many lines as its words take.
    void line(const QString& says, double size, Weight weight = Weight::Regular);

protected:
    /// Another page where less than that is left.
    void room(double wanted);
    QStringList wrapped(const QString& says, double size, Weight weight, double width) const;

    QRectF page; // within its margins
    double y = 0;

private:
    PaperPages pages;
};

/// A PDF of one such sheet.
QByteArray pagesPdf(const std::string& title, QPageSize::PageSizeId paper,
                    const std::function<void(QPdfWriter&, QPainter&)>& paint);

} // namespace goodfold::draw
