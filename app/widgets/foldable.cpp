#include "app/widgets/foldable.h"

#include "app/base/settings.h"

#include <QVBoxLayout>

namespace goodfold::app {

Foldable::Foldable(const QString& heading, const QString& key, QWidget* content, bool opensAtFirst,
                   QWidget* parent)
    : QWidget(parent), heading(heading), button(new QToolButton(this)), content(content) {
    button->setProperty("role", "fold");
    button->setCheckable(true);
    button->setFocusPolicy(Qt::StrongFocus);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    layout->addWidget(button);
    layout->addWidget(content);
    setOpen(settings::isOpen(key, opensAtFirst));
    connect(button, &QToolButton::toggled, this, [this, key](bool open) {
        settings::setOpen(key, open);
        refresh();
    });
    refresh();
}

void Foldable::setOpen(bool open) {
    button->setChecked(open);
}

void Foldable::setSummary(const QString& says) {
    summary = says;
    refresh();
}

void Foldable::refresh() {
    const QString sign = isOpen() ? QStringLiteral("▼  ") : QStringLiteral("▶  ");
    const bool hasMore = !isOpen() && !summary.isEmpty();
    button->setText(sign + heading + (hasMore ? QStringLiteral("   ") + summary : QString()));
    button->setAccessibleName(heading);
    button->setAccessibleDescription(isOpen() ? tr("open") : tr("folded away"));
    content->setVisible(isOpen());
}

} // namespace goodfold::app
