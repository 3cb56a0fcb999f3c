#include "app/widgets/notice.h"

#include <QAccessible>

namespace goodfold::app {

Notice::Notice(QWidget& window) : QLabel(&window) {
    setObjectName(QStringLiteral("notice"));
    setWordWrap(true);
    setMargin(9); // in the label's own size, which padding of a style sheet is not
    setAccessibleName(tr("Notice"));
    hide();
}

Notice* Notice::of(QWidget& anyOfWindow) {
    return anyOfWindow.window()->findChild<Notice*>(QStringLiteral("notice"), Qt::FindDirectChildrenOnly);
}

void Notice::say(QWidget& beside, const QString& sentence) {
    QWidget& window = *beside.window();
    Notice* notice = of(window);
    if (!notice) notice = new Notice(window);
    constexpr int kWidth = 330, kGap = 4;
    notice->setText(sentence);
    notice->setFixedWidth(qMin(kWidth, window.width() - 2 * kGap));
    notice->setFixedHeight(notice->heightForWidth(notice->width()));
    const QPoint below = beside.mapTo(&window, QPoint(0, beside.height() + kGap));
    const bool fits = below.y() + notice->height() < window.height();
    const int y = fits ? below.y() : beside.mapTo(&window, QPoint(0, -kGap)).y() - notice->height();
    notice->move(qBound(kGap, below.x(), qMax(kGap, window.width() - notice->width() - kGap)), y);
    notice->show();
    notice->raise();
    QAccessibleEvent alert(notice, QAccessible::Alert);
    QAccessible::updateAccessibility(&alert);
}

void Notice::clear(QWidget& anyOfWindow) {
    if (Notice* notice = of(anyOfWindow)) notice->hide();
}

} // namespace goodfold::app
