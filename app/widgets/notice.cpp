#include "app/widgets/notice.h"

#include "app/widgets/theme.h"

#include <QAccessible>
#include <QStyle>

namespace goodfold::app {

Notice::Notice(QWidget* parent) : QLabel(parent) {
    setObjectName(QStringLiteral("notice"));
    setWordWrap(true);
    setMargin(6); // in the label's own size, which padding of a style sheet is not
    setAccessibleName(tr("Notice"));
    setMinimumHeight(2 * fontMetrics().lineSpacing() + 2 * margin());
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Minimum);
    setAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    setIndent(px(10));
}

Notice* Notice::of(QWidget& anyOfWindow) {
    return anyOfWindow.window()->findChild<Notice*>(QStringLiteral("notice"));
}

void Notice::say(QWidget& anyOfWindow, const QString& sentence) {
    QWidget& window = *anyOfWindow.window();
    Notice* notice = of(window);
    if (!notice) {
        notice = new Notice(&window);
        notice->resize(window.width(), notice->minimumHeight());
        notice->move(0, window.height() - notice->height());
        notice->show();
    }
    notice->setMessage(sentence.left(1).toUpper() + sentence.mid(1));
}

void Notice::clear(QWidget& anyOfWindow) {
    if (Notice* notice = of(anyOfWindow)) notice->setMessage({});
}

void Notice::setHint(const QString& sentence) {
    hint = sentence;
    refresh();
}

void Notice::setMessage(const QString& sentence) {
    const bool isNew = said != sentence;
    said = sentence;
    refresh();
    if (said.isEmpty() || !isNew) return;
    QAccessibleEvent alert(this, QAccessible::Alert);
    QAccessible::updateAccessibility(&alert);
}

void Notice::refresh() {
    setText(said.isEmpty() ? hint : said);
    const bool isSaid = !said.isEmpty();
    if (property("said").toBool() == isSaid) return;
    setProperty("said", isSaid);
    style()->unpolish(this);
    style()->polish(this);
}

} // namespace goodfold::app
