#include "app/base/ahead.h"
#include "app/base/books.h"
#include "app/base/recovery.h"
#include "app/base/start_guard.h"
#include "app/window/choices.h"
#include "app/window/desktop_colours.h"
#include "app/window/job_files.h"
#include "app/window/main_window.h"
#include "app/window/stage_table.h"
#include "draw/type.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>
#include <QTimer>

#include <algorithm>
#include <array>
#include <cstdio>
#include <cstdlib>
#include <optional>
#include <string_view>

using namespace goodfold;

namespace {

void sayInWindow(const QString& sentence) {
    for (QWidget* widget : QApplication::topLevelWidgets())
        if (auto* window = qobject_cast<app::MainWindow*>(widget)) return window->say(sentence);
}

void openEmptyWindow(bool freshLook, app::Books& books) {
    auto* window = new app::MainWindow(edit::emptyBar(quantity::Unit::Millimetre), books);
    if (!freshLook) window->restoreAsLeft();
    window->showStartPage();
    window->show();
}

/// What a kill left unsaved, then one window for each job file; where there is neither, what to begin with.
int openWindows(const QStringList& paths, bool freshLook, app::Books& books) {
    const app::LeftUnsaved left = freshLook ? app::LeftUnsaved() : app::leftUnsaved();
    for (const app::Recovered& each : left.jobs)
        app::MainWindow::recovered(each, books)->show();
    bool any = !left.jobs.empty();
    for (const QString& path : paths) {
        const auto window = app::MainWindow::opened(path, books);
        if (!window) {
            std::fprintf(stderr, "%s\n", window.error().says.c_str());
            return 2;
        }
        if (!freshLook) (*window)->restoreAsLeft();
        (*window)->show();
        any = true;
    }
    if (!any) openEmptyWindow(freshLook, books);
    for (const QString& aside : left.aside)
        sayInWindow(QStringLiteral("What was left unsaved could not be read. It is kept as %1.").arg(aside));
    return 0;
}

/// What of the user's is read at a start, as people call it.
constexpr std::pair<const char*, const char*> kOwn[] = {
    {"hardware", "your hardware"},     {"errors", "what your work is out by"},
    {"work", "your times and prices"}, {"tools", "your tools"},
    {"logbook", "the logbook"},        {"jobs", "jobs that were not saved"}};

/// Asked where the last start ended in the middle, while that was read.
bool wantsOwnAllTheSame(const QString& failedAt) {
    QString what = QStringLiteral("all that is your own");
    for (const auto& [key, says] : kOwn)
        if (failedAt == QLatin1String(key)) what = QString::fromLatin1(says);
    QMessageBox ask(
        QMessageBox::Warning, QStringLiteral("Good Fold"),
        QStringLiteral("The last start did not come through. Leave %1 aside this time? Nothing is "
                       "lost or changed.")
            .arg(what));
    ask.addButton(QStringLiteral("Leave aside"), QMessageBox::AcceptRole);
    const auto* all = ask.addButton(QStringLiteral("Load all the same"), QMessageBox::DestructiveRole);
    ask.exec();
    return ask.clickedButton() == all;
}

QStringList stageKeys() {
    QStringList keys;
    for (const app::StageRow& row : app::stageRows())
        keys << QString::fromLatin1(row.key);
    return keys;
}

/// "1024x700"; the usual where it is none.
QSize sizeFrom(const QString& text) {
    const QStringList sides = text.split(QLatin1Char('x'));
    const QSize size(sides.value(0).toInt(), sides.value(1).toInt());
    return size.isEmpty() ? QSize(1280, 800) : size;
}

constexpr QLatin1Char kPart('/'); // "shop/rack": what of a stage

/// What the command line asks for.
struct Asked {
    QStringList jobs;
    std::optional<QString> shots; // the folder
    QStringList stages;
    QSize size;
    bool dark = false, firstPaint = false;
    bool isForSomebody() const { return !shots && !firstPaint; }
};

/// Nothing where it has been answered or refused already.
std::optional<Asked> askedOf(const QApplication& application, bool asksOnly) {
    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Designs brackets bent from flat bar or sheet."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("jobs"), QStringLiteral("Job files to open."),
                                 QStringLiteral("[JOB...]"));
    const QCommandLineOption shots(QStringLiteral("shots"),
                                   QStringLiteral("Save pictures of the stages in FOLDER and end."),
                                   QStringLiteral("FOLDER"));
    const QCommandLineOption stages(
        QStringLiteral("stages"),
        QStringLiteral("Which: %1, with commas between.").arg(stageKeys().join(QStringLiteral(", "))),
        QStringLiteral("NAMES"), QStringLiteral("bracket,blank"));
    const QCommandLineOption size(QStringLiteral("size"), QStringLiteral("Of the pictures, in pixels."),
                                  QStringLiteral("WIDTHxHEIGHT"), QStringLiteral("1280x800"));
    const QCommandLineOption dark(QStringLiteral("dark"), QStringLiteral("Dark colours this time."));
    const QCommandLineOption once(
        QStringLiteral("first-paint"),
        QStringLiteral("Say when the window is painted for the first time, and end (for measuring)."));
    parser.addOptions({shots, stages, size, dark, once});
    if (asksOnly) parser.process(application); // and ends
    if (!parser.parse(QApplication::arguments())) {
        std::fprintf(stderr, "%s\n", qPrintable(parser.errorText()));
        return std::nullopt;
    }
    return Asked{.jobs = parser.positionalArguments(),
                 .shots = parser.isSet(shots) ? std::optional(parser.value(shots)) : std::nullopt,
                 .stages = parser.value(stages).split(QLatin1Char(',')),
                 .size = sizeFrom(parser.value(size)),
                 .dark = parser.isSet(dark),
                 .firstPaint = parser.isSet(once)};
}

/// Reads what is the user's own. Where the last start did not come through one thing, that is asked about,
/// and left aside if somebody says so: what ships applies then.
class OwnAtStart {
public:
    OwnAtStart(app::StartGuard& guard, const Asked& asked) : guard(guard) {
        asShipped = asked.isForSomebody() && guard.lastFailed() && !wantsOwnAllTheSame(guard.failedAt());
        isKnown = std::any_of(std::begin(kOwn), std::end(kOwn),
                              [&](const auto& own) { return guard.failedAt() == QLatin1String(own.first); });
    }

    bool leavesAside(const char* key) {
        guard.begins(QString::fromLatin1(key));
        return asShipped && (!isKnown || guard.failedAt() == QLatin1String(key));
    }

    void read(app::Books& books) {
        take("hardware", books.hardware, books.hardware.ownPath());
        take("errors", books.errors, books.errors.ownPath());
        take("work", books.work, books.work.ownPath());
        take("tools", books.tools, app::ToolBook::ownPath());
        if (leavesAside("logbook"))
            books.logbook.leaveOut();
        else
            (void)books.logbook.points();
    }

    /// Once there are windows.
    void sayWhatIsWrong() const {
        for (const auto& [path, wrong] : all)
            sayInWindow(QStringLiteral("%1: %2").arg(path, QString::fromStdString(wrong.says)));
    }

private:
    template <class Book> void take(const char* key, Book& book, const QString& path) {
        if (leavesAside(key)) return;
        if (const auto wrong = book.read()) all.emplace_back(path, *wrong);
    }

    app::StartGuard& guard;
    bool asShipped = false, isKnown = false;
    std::vector<std::pair<QString, Error>> all;
};

/// Saves the windows' stages as pictures, for docs/screenshots.
void takeShots(const Asked& asked) {
    const QString ending = asked.dark ? QStringLiteral("-dark") : QString();
    for (QWidget* widget : QApplication::topLevelWidgets()) {
        auto* window = qobject_cast<app::MainWindow*>(widget);
        if (!window) continue;
        if (window->showsStartPage()) {
            window->resize(asked.size);
            window->grab().save(QStringLiteral("%1/start%2.png").arg(*asked.shots, ending));
            continue;
        }
        window->resize(asked.size);
        const QString name = QFileInfo(window->files().path()).completeBaseName();
        for (const QString& stage : asked.stages) {
            window->showStage(stage.section(kPart, 0, 0));
            QApplication::processEvents();
            while (window->isBusy())
                QApplication::processEvents(QEventLoop::WaitForMoreEvents);
            window->showExample(stage.section(kPart, 1));
            for (int i = 0; i < 3; ++i) // what was planned is said, laid out, and what that moves as well
                QApplication::processEvents();
            window->grab().save(
                QStringLiteral("%1/%2-%3%4.png")
                    .arg(*asked.shots, name, QString(stage).replace(kPart, QLatin1Char('-')), ending));
        }
    }
}

/// For measuring: what comes after it is left undone.
void endWhenPainted(app::StartGuard& guard) {
    for (QWidget* widget : QApplication::topLevelWidgets())
        if (auto* window = qobject_cast<app::MainWindow*>(widget))
            QObject::connect(
                window, &app::MainWindow::painted, window,
                [&guard] {
                    std::puts("painted");
                    std::fflush(stdout);
                    guard.cameThrough();
                    std::_Exit(EXIT_SUCCESS);
                },
                Qt::QueuedConnection);
}

/// Light and dark as the desktop asks for them, while running too.
void followDesktop(QApplication& application) {
    auto* desktop = new app::DesktopColours(QDBusConnection::sessionBus(), &application);
    QObject::connect(desktop, &app::DesktopColours::told, &application, [](bool isDark) {
        if (app::takeDesktopColours(isDark)) app::MainWindow::allTakeChoices();
    });
}

bool asksOnlyWhatItIs(int argc, char** argv) {
    constexpr std::array<std::string_view, 5> kAsks{"--version", "-v", "--help", "-h", "--help-all"};
    return std::any_of(argv + 1, argv + argc, [&](const char* word) {
        return std::find(kAsks.begin(), kAsks.end(), std::string_view(word)) != kAsks.end();
    });
}

} // namespace

int main(int argc, char** argv) {
    const bool asksOnly = asksOnlyWhatItIs(argc, argv);
    if (asksOnly) qputenv("QT_QPA_PLATFORM", "offscreen"); // there may be no display
    std::optional<app::Ahead> ahead;                       // not where the program is ended in the middle
    if (!asksOnly) ahead.emplace();
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("Good Fold"));
    QApplication::setOrganizationName(QStringLiteral("good-fold"));
    QApplication::setApplicationVersion(QStringLiteral(GOODFOLD_VERSION));
    QApplication::setDesktopFileName(QStringLiteral("good-fold"));
    const std::optional<Asked> asked = askedOf(application, asksOnly);
    if (!asked) return 1;

    // Pictures for the documentation look the same whatever the user has chosen, and leave the choices alone.
    if (asked->shots) QApplication::setApplicationName(QStringLiteral("Good Fold pictures"));
    draw::loadTypeface();
    app::applyChosenLook(asked->dark);
    app::Books books;
    app::StartGuard guard;
    OwnAtStart own(guard, *asked);
    own.read(books);
    const bool isNothingTakenUp = own.leavesAside("jobs") || asked->shots;
    if (const int failed = openWindows(asked->jobs, isNothingTakenUp, books)) {
        guard.cameThrough(); // what could not be opened was said
        return failed;
    }
    guard.begins(QStringLiteral("windows"));
    if (asked->isForSomebody()) followDesktop(application);
    constexpr int kStandsFor = 3000; // ms: by then its first order of bending was looked for
    QTimer::singleShot(kStandsFor, &application, [&] { guard.cameThrough(); });
    QObject::connect(&application, &QCoreApplication::aboutToQuit, [&] { guard.cameThrough(); });
    own.sayWhatIsWrong();
    if (asked->shots)
        QTimer::singleShot(0, &application, [&] {
            takeShots(*asked);
            QApplication::exit();
        });
    if (asked->firstPaint) endWhenPainted(guard);
    return QApplication::exec();
}
