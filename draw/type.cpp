#include "draw/type.h"

#include <QFontDatabase>

namespace goodfold::draw {

void loadTypeface() {
    for (const char* file : {":/fonts/GoodFoldSans-Regular.ttf", ":/fonts/GoodFoldSans-SemiBold.ttf"})
        QFontDatabase::addApplicationFont(QString::fromLatin1(file));
}

QFont typeface(double pixelSize, Weight weight) {
    QFont font(QStringLiteral("Good Fold Sans"));
    font.setPixelSize(qMax(1, qRound(pixelSize)));
    font.setWeight(weight == Weight::Regular ? QFont::Normal : QFont::DemiBold);
    font.setHintingPreference(QFont::PreferNoHinting); // as it is on paper; and fitting each letter to the
                                                       // pixels takes a start longer
    return font;
}

} // namespace goodfold::draw
