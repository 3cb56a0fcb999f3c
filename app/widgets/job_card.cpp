#include "app/widgets/job_card.h"

#include "app/widgets/theme.h"
#include "draw/formed_picture.h"

#include <QPainter>

namespace goodfold::app {

JobCard::JobCard(job::Job job, const Words& words, QWidget* parent)
    : QAbstractButton(parent), shown(std::move(job)), written(words) {
    setText(words.title);
    setAccessibleName(words.figure.isEmpty() ? words.title
                                             : words.title + QStringLiteral(", ") + words.figure);
    setAccessibleDescription(words.says);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setAttribute(Qt::WA_Hover);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

QSize JobCard::sizeHint() const {
    return {px(220), px(230)};
}

void JobCard::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const draw::Palette& p = colours();
    const bool inHand = hasFocus() || underMouse();
    painter.setPen(QPen(inHand ? p.accent : p.rule, hasFocus() ? 2.4 : 1.2));
    painter.setBrush(p.field);
    painter.drawRoundedRect(QRectF(rect()).adjusted(2, 2, -2, -2), 9, 9);

    const QFont small = textFont(13);
    const int wide = width() - px(32);
    const int deep = std::max(
        px(50),
        QFontMetrics(small).boundingRect(0, 0, wide, height(), Qt::TextWordWrap, written.says).height());
    const int says = height() - px(8) - deep, title = says - px(26);
    const material::Material& material = *material::standardMaterials().find(shown.material);
    const part::Part part = part::solve(shown, material);
    const draw::Scene scene = draw::sceneOf(part, part::fold(part));
    const QRectF room(px(24), px(16), width() - px(48), title - px(22));
    draw::paintFormed(painter, draw::look(scene, draw::fitted(draw::Camera(), scene.points, room)), p, {});

    painter.setFont(textFont(16, draw::Weight::SemiBold));
    const QRect line(px(16), title, wide, px(24));
    painter.setPen(p.ink);
    painter.drawText(line, Qt::AlignLeft | Qt::AlignVCenter, text());
    painter.setPen(written.isWarning ? p.stop : p.accent);
    painter.drawText(line, Qt::AlignRight | Qt::AlignVCenter, written.figure);
    painter.setPen(p.faintInk);
    painter.setFont(small);
    painter.drawText(QRect(px(16), says, wide, deep), Qt::TextWordWrap, written.says);
}

} // namespace goodfold::app
