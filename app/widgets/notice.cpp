#include "app/widgets/notice.h"

#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"

#include <QStyle>

namespace goodfold::app {

Notice::Notice(QWidget* parent) : QLabel(parent) {
    setObjectName(QStringLiteral("notice"));
    setWordWrap(true);
    setMargin(6); // in the label's own size, which padding of a style sheet is not
    readAs(*this, QAccessible::AlertMessage);
    setMinimumHeight(2 * fontMetrics().lineSpacing() + 2 * margin());
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Minimum);
    setAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    setIndent(px(10));
    constexpr int kPause = 600; // ms
    settling.setSingleShot(true);
    settling.setInterval(kPause);
    connect(&settling, &QTimer::timeout, this, [this] {
        if (said.isEmpty()) callOut(*this);
    });
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

void Notice::setHint(const QString& sentence, bool callsOut) {
    if (callsOut && sentence != hint)
        settling.start();
    else if (!callsOut)
        settling.stop();
    hint = sentence;
    refresh();
}

void Notice::setMessage(const QString& sentence) {
    const bool isNew = said != sentence;
    said = sentence;
    refresh();
    if (said.isEmpty() || !isNew) return;
    callOut(*this);
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
