#include "app/window/help_list.h"

#include "app/widgets/theme.h"
#include "edit/entry.h"

#include <QAction>
#include <QHeaderView>
#include <QLineEdit>
#include <QShortcut>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace goodfold::app {

namespace {

constexpr int kExampleRole = Qt::UserRole;

/// A tree does not wrap its words: what is long goes on after a semicolon in a line of its own.
QString inLines(QString says) {
    constexpr int kLine = 66;
    if (says.size() > kLine) says.replace(QLatin1String("; "), QLatin1String(";\n"));
    return says;
}

} // namespace

HelpList::HelpList(QWidget* window) : QDialog(window) {
    setWindowTitle(tr("What can be typed and pressed – Good Fold"));
    wanted = new QLineEdit(this);
    wanted->setPlaceholderText(tr("Search: hole, bend, copy…"));
    wanted->setAccessibleName(tr("Search what can be typed and pressed"));
    wanted->setProperty("role", "entry");
    list = new QTreeWidget(this);
    list->setAccessibleName(tr("What can be typed and pressed"));
    list->setColumnCount(2);
    list->setHeaderHidden(true);
    list->setRootIsDecorated(false);
    list->setIndentation(0);
    list->setWordWrap(true);
    list->setUniformRowHeights(false);
    list->header()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(wanted);
    layout->addWidget(list, 1);
    resize(px(720), px(560));
    connect(new QShortcut(QKeySequence(Qt::Key_F1), this), &QShortcut::activated, this,
            &HelpList::handbookWanted);
    connect(wanted, &QLineEdit::textChanged, this, &HelpList::search);
    connect(wanted, &QLineEdit::returnPressed, list, qOverload<>(&QWidget::setFocus));
    connect(list, &QTreeWidget::itemActivated, this, [this](QTreeWidgetItem* item) {
        const QString example = item->data(0, kExampleRole).toString();
        if (example.isEmpty()) return;
        close();
        emit taken(example);
    });
}

void HelpList::fill(quantity::Unit unit, const QList<QAction*>& actions) {
    list->clear();
    const auto heading = [&](const QString& says) {
        auto* item = new QTreeWidgetItem(list, {says});
        item->setFlags(Qt::ItemIsEnabled);
        item->setFirstColumnSpanned(true);
        QFont bold = list->font();
        bold.setBold(true);
        item->setFont(0, bold);
    };
    heading(tr("At the ladder (Enter puts one there)"));
    for (const edit::Typeable& each : edit::whatCanBeTyped(unit)) {
        const QString example = QString::fromStdString(each.example);
        auto* item = new QTreeWidgetItem(list, {example, inLines(QString::fromStdString(each.says))});
        item->setData(0, kExampleRole, example);
        item->setTextAlignment(0, Qt::AlignLeft | Qt::AlignTop); // beside the first of its lines
    }
    heading(tr("Keys"));
    for (const QAction* action : actions) {
        if (action->shortcuts().isEmpty()) continue;
        new QTreeWidgetItem(list, {QKeySequence::listToString(action->shortcuts(), QKeySequence::NativeText),
                                   action->text().remove(QLatin1Char('&'))});
    }
    search(wanted->text());
}

void HelpList::search(const QString& words) {
    for (int i = 0; i < list->topLevelItemCount(); ++i) {
        QTreeWidgetItem* item = list->topLevelItem(i);
        bool isFound = true;
        for (const QString& word : words.split(QLatin1Char(' '), Qt::SkipEmptyParts))
            isFound = isFound &&
                      (item->text(0) + QLatin1Char(' ') + item->text(1)).contains(word, Qt::CaseInsensitive);
        item->setHidden(!isFound);
    }
}

} // namespace goodfold::app
