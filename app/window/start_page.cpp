#include "app/window/start_page.h"

#include "app/base/settings.h"
#include "app/widgets/job_card.h"
#include "app/widgets/theme.h"
#include "app/window/new_job.h"
#include "edit/edit.h"
#include "files/job_file.h"

#include <QFile>
#include <QGridLayout>
#include <QLabel>
#include <QLocale>
#include <QPushButton>

#include <sstream>

namespace goodfold::app {

namespace {

struct Offer {
    const char* file;
    const char* says;
};

constexpr Offer kDemos[] = {
    {"vent-stay", QT_TRANSLATE_NOOP("StartPage", "Steel flat, one skewed bend, a left and a right hand")},
    {"fan-standoff", QT_TRANSLATE_NOOP("StartPage", "Aluminium in inches; its bolt must enter square")},
    {"lamp-hanger", QT_TRANSLATE_NOOP("StartPage", "Stainless with a joggle, a slot and a full-round end")},
    {"tray-clip", QT_TRANSLATE_NOOP("StartPage", "A U with facing holes, measured by its opening")},
    {"valve-tray", QT_TRANSLATE_NOOP("StartPage", "Sheet with lapped corners, riveted")},
    {"gutter-strap", QT_TRANSLATE_NOOP("StartPage", "Round a pipe, with ears to clamp")},
    {"thermostat-box", QT_TRANSLATE_NOOP("StartPage", "A U with turned feet and a square opening")},
    {"bench-cover", QT_TRANSLATE_NOOP("StartPage", "A hem and a tapered flap, left and right")},
    {"pipe-saddle", QT_TRANSLATE_NOOP("StartPage", "Four holes that match crosswise")}};

job::Job demoJob(const char* name) {
    QFile file(QStringLiteral(":/demo/%1.gfold").arg(QLatin1String(name)));
    if (!file.open(QIODevice::ReadOnly)) return edit::emptyBar(quantity::Unit::Millimetre);
    std::istringstream in(file.readAll().toStdString());
    const auto read = files::readJob(in);
    return read ? read->job : edit::emptyBar(quantity::Unit::Millimetre);
}

} // namespace

StartPage::StartPage(QWidget* parent) : QWidget(parent) {
    auto* heading = new QLabel(tr("What is it made from?"), this);
    heading->setProperty("role", "page");
    question = new NewJobQuestion(this);
    connect(question, &NewJobQuestion::answered, this, &StartPage::chosen);
    auto* grid = new QGridLayout;
    grid->setSpacing(px(14));
    int place = 0;
    const auto offer = [&](const job::Job& job, const QString& title, const QString& says) {
        auto* card = new JobCard(job, {title, says}, this);
        connect(card, &QAbstractButton::clicked, this, [this, card] { emit chosen(card->job()); });
        grid->addWidget(card, place / 5, place % 5);
        ++place;
    };
    const auto offerGuide = [&] {
        const bool isInch = QLocale().measurementSystem() == QLocale::ImperialUSSystem;
        auto* card = new JobCard(
            edit::emptyBar(isInch ? quantity::Unit::Inch : quantity::Unit::Millimetre),
            {tr("Your first bracket"), tr("Step by step, in two minutes, with your own figures")}, this);
        connect(card, &QAbstractButton::clicked, this, [this, card] { emit guideWanted(card->job()); });
        grid->addWidget(card, place / 5, place % 5);
        ++place;
    };
    const bool isNew = settings::recentFiles().isEmpty();
    if (isNew) offerGuide();
    for (const Offer& demo : kDemos) {
        const job::Job job = demoJob(demo.file);
        offer(job, QString::fromStdString(job.title), tr(demo.says));
    }
    if (!isNew) offerGuide();
    auto* open = new QPushButton(tr("Open a job or a drawing…"), this);
    connect(open, &QPushButton::clicked, this, &StartPage::openWanted);
    auto* caution =
        new QLabel(tr("Figures for materials are typical: measure your stock and make a test bend. Where "
                      "people, towing, lifting, steering, brakes, gas or mains power depend on a bracket, "
                      "licensed practice and local rules decide."),
                   this);
    caution->setProperty("role", "faint");
    caution->setWordWrap(true);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(px(48), px(28), px(48), px(24));
    layout->setSpacing(px(14));
    auto* made = new QLabel(tr("Or begin with one that comes along"), this);
    made->setProperty("role", "heading");
    layout->addWidget(heading);
    layout->addWidget(question);
    layout->addWidget(made);
    layout->addLayout(grid, 1);
    layout->addWidget(open, 0, Qt::AlignLeft);
    layout->addWidget(caution);
}

void StartPage::askForNew(quantity::Unit unit) {
    question->setUnits(unit);
    question->enter();
}

} // namespace goodfold::app
