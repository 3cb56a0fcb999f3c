#include "draw/type.h"

#include <QFontDatabase>

namespace goodfold::draw {

void loadTypeface() {
    for (const char* file : {":/fonts/GoodFoldSans-Regular.otf", ":/fonts/GoodFoldSans-Medium.otf",
                             ":/fonts/GoodFoldSans-SemiBold.otf"})
        QFontDatabase::addApplicationFont(QString::fromLatin1(file));
}

QFont typeface(double pixelSize, Weight weight) {
    QFont font(QStringLiteral("Good Fold Sans"));
    font.setPixelSize(qMax(1, qRound(pixelSize)));
    font.setWeight(weight == Weight::Regular  ? QFont::Normal
                   : weight == Weight::Medium ? QFont::Medium
                                              : QFont::DemiBold);
    return font;
}

} // namespace goodfold::draw
