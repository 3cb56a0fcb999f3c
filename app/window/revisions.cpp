#include "app/window/revisions.h"

#include "app/base/job_store.h"
#include "app/base/text.h"
#include "app/widgets/theme.h"
#include "files/revisions.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDate>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalBlocker>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace goodfold::app {

namespace {

QString rowOf(const job::Revision& revision) {
    QString row = QObject::tr("%1 of %2").arg(text(revision.name), text(revision.at));
    if (!revision.why.empty()) row += QStringLiteral(": ") + text(revision.why);
    return row;
}

} // namespace

Revisions::Revisions(Document& document, QWidget* parent)
    : QDialog(parent), document(document), from(new QComboBox(this)), to(new QComboBox(this)),
      page(new QTextBrowser(this)), over(new QCheckBox(tr("Show the earlier one over the picture"), this)),
      back(new QPushButton(tr("Go back to the earlier one"), this)) {
    setWindowTitle(tr("Revisions"));
    from->setAccessibleName(tr("The earlier one"));
    to->setAccessibleName(tr("The later one"));
    page->setAccessibleName(tr("What is otherwise"));
    page->setFont(textFont(14));
    page->setFrameShape(QFrame::NoFrame);
    auto* choices = new QHBoxLayout;
    choices->addWidget(new QLabel(tr("From"), this));
    choices->addWidget(from, 1);
    choices->addWidget(new QLabel(tr("to"), this));
    choices->addWidget(to, 1);
    auto* below = new QHBoxLayout;
    below->addWidget(over);
    below->addStretch();
    below->addWidget(back);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(choices);
    layout->addWidget(page, 1);
    layout->addLayout(below);
    layout->addWidget(makeKeeping());
    for (QComboBox* choice : {from, to})
        connect(choice, &QComboBox::currentIndexChanged, this, &Revisions::compare);
    connect(over, &QCheckBox::toggled, this, &Revisions::compare);
    connect(back, &QPushButton::clicked, this, &Revisions::goBack);
    connect(&document, &Document::changed, this, [this] {
        if (isVisible()) refresh();
    });
    resize(px(560), px(460));
}

QWidget* Revisions::makeKeeping() {
    auto* box = new QWidget(this);
    why = new QLineEdit(box);
    why->setPlaceholderText(tr("a hole moved for the new sill"));
    why->setAccessibleName(tr("Why it is kept"));
    made = new QLineEdit(box);
    made->setPlaceholderText(tr("4 pieces, by the east door"));
    made->setAccessibleName(tr("Which pieces were made of it"));
    for (QLineEdit* field : {why, made})
        field->setProperty("role", "entry");
    keeping = new QPushButton(box);
    keeping->setDefault(true);
    connect(keeping, &QPushButton::clicked, this, &Revisions::keep);
    auto* form = new QFormLayout(box);
    form->setContentsMargins(0, px(8), 0, 0);
    form->addRow(tr("Why"), why);
    form->addRow(tr("Made of it"), made);
    form->addRow(keeping);
    return box;
}

void Revisions::showEvent(QShowEvent* event) {
    QDialog::showEvent(event);
    refresh();
}

void Revisions::hideEvent(QHideEvent* event) {
    QDialog::hideEvent(event);
    emit shown({});
}

/// What was chosen stays chosen where it is still there; at first the newest, and what is here now.
void Revisions::refresh() {
    const job::Job& job = document.job();
    for (QComboBox* choice : {from, to}) {
        const QSignalBlocker quiet(choice);
        const QString was = choice->currentData().toString();
        choice->clear();
        for (const job::Revision& revision : job.revisions)
            choice->addItem(rowOf(revision), text(revision.name));
        choice->addItem(tr("as it is now"), QString());
        const int there = was.isEmpty() ? -1 : choice->findData(was);
        const int last = choice->count() - 1;
        choice->setCurrentIndex(there >= 0 ? there : choice == from ? std::max(0, last - 1) : last);
    }
    keeping->setText(tr("Keep it as it is now, as revision %1").arg(text(files::nextRevisionName(job))));
    if (made->text().isEmpty() && document.books().logbook.hasPiecesOf(fingerprintOf(job)))
        made->setText(tr("pieces that are in the logbook"));
    compare();
}

std::optional<job::Job> Revisions::jobAt(const QComboBox& choice) const {
    const std::string name = choice.currentData().toString().toStdString();
    if (name.empty()) return document.job();
    for (const job::Revision& revision : document.job().revisions)
        if (revision.name == name)
            if (const auto was = files::jobOf(revision)) return *was;
    return {};
}

void Revisions::compare() {
    const bool areAny = !document.job().revisions.empty();
    const bool isNow = from->currentData().toString().isEmpty();
    back->setEnabled(areAny && !isNow);
    over->setEnabled(areAny && !isNow);
    const auto earlier = jobAt(*from), later = jobAt(*to);
    QString html;
    if (!areAny)
        html =
            tr("<p>Nothing is kept yet. Keep the job before it is changed once pieces were made of it: what "
               "was made stays known.</p>");
    else if (earlier && later) {
        const auto changes = files::changesBetween(*earlier, *later, document.reading());
        if (changes.empty()) html = tr("<p>The two are alike.</p>");
        for (const std::string& change : changes)
            html += QStringLiteral("<p style='margin:3px 0'>%1</p>").arg(text(change).toHtmlEscaped());
        for (const job::Revision& revision : document.job().revisions)
            if (text(revision.name) == from->currentData().toString() && !revision.made.empty())
                html += QStringLiteral("<p style='color:%1'>%2</p>")
                            .arg(colours().faintInk.name(), tr("Made of %1: %2")
                                                                .arg(text(revision.name), text(revision.made))
                                                                .toHtmlEscaped());
    }
    page->setHtml(html);
    emit shown(over->isChecked() && over->isEnabled() ? earlier : std::nullopt);
}

void Revisions::keep() {
    job::Revision as{files::nextRevisionName(document.job()),
                     QDate::currentDate().toString(Qt::ISODate).toStdString(),
                     why->text().trimmed().toStdString(),
                     made->text().trimmed().toStdString(),
                     {}};
    const QString says = tr("revision %1 kept").arg(text(as.name));
    if (const auto wrong = document.edit(says, files::withRevision(document.job(), as))) {
        page->setPlainText(text(wrong->says));
        return;
    }
    why->clear();
    made->clear();
}

/// All revisions stay: it is one step more, that can be undone.
void Revisions::goBack() {
    auto was = jobAt(*from);
    if (!was) return;
    was->revisions = document.job().revisions;
    if (const auto wrong = document.edit(tr("back to revision %1").arg(from->currentData().toString()), *was))
        page->setPlainText(text(wrong->says));
}

QString Revisions::says() const {
    return page->toPlainText();
}

} // namespace goodfold::app
