#include "app/base/shop_logbook.h"

#include "app/base/text.h"

#include <QDir>
#include <QFileInfo>
#include <QStandardPaths>

#include <algorithm>
#include <utility>

namespace goodfold::app {

namespace {

std::string beginningOf(const QByteArray& job) {
    return "bench-" + job.toStdString();
}

} // namespace

ShopLogbook::ShopLogbook() {
    constexpr int kNowAndThen = 2000; // ms
    looking.setInterval(kNowAndThen);
    connect(&looking, &QTimer::timeout, this, [this] {
        if (!logbook || !logbook->isChangedByOthers()) return;
        readAgain();
        emit rackChanged();
    });
}

ShopLogbook::~ShopLogbook() = default;

QString ShopLogbook::path() {
    return QDir(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation))
        .filePath(QStringLiteral("logbook.sqlite"));
}

void ShopLogbook::leaveOut() {
    wrong = Error{
        "The logbook was left out this time, as the last start went wrong. It is there at the next.", {}};
    isLeftOut = true;
}

std::string ShopLogbook::idOfPiece(const QByteArray& job, int piece, const std::optional<job::Hand>& hand) {
    return beginningOf(job) + "-" + std::to_string(piece) +
           (!hand                      ? ""
            : *hand == job::Hand::Left ? "-left"
                                       : "-right");
}

bool ShopLogbook::isThere() {
    // Asked for with every figure: whether there is one is looked up once.
    if (!logbook && !wrong && !std::exchange(isLookedFor, true) && QFileInfo::exists(path())) (void)file();
    return logbook != nullptr;
}

Result<store::Logbook*> ShopLogbook::file() {
    if (logbook) return logbook.get();
    if (isLeftOut) return *wrong;
    auto opened = store::Logbook::open(path());
    if (!opened) {
        if (!wrong || *wrong != opened.error()) emit said(text(opened.error().says));
        wrong = opened.error();
        return *wrong;
    }
    wrong.reset();
    logbook = *std::move(opened);
    if (!logbook->said().isEmpty()) emit said(logbook->said());
    (void)logbook->isChangedByOthers(); // from now on
    looking.start();
    return logbook.get();
}

const learn::Points& ShopLogbook::points(const QByteArray& exceptJob) {
    static const learn::Points none;
    if (!isThere()) return none;
    if (!isRead) {
        isRead = true;
        if (const auto found = logbook->beginningsOfPieces(beginningOf(QByteArray(12, '0')))) jobs = *found;
    }
    const QByteArray except = hasPiecesOf(exceptJob) ? exceptJob : QByteArray();
    const auto kept = known.find(except);
    if (kept != known.end()) return kept->second;
    const auto read = logbook->points(except.isEmpty() ? std::string() : beginningOf(except));
    if (!read) emit said(text(read.error().says));
    return known[except] = read ? *read : none;
}

bool ShopLogbook::hasPiecesOf(const QByteArray& job) {
    return !job.isEmpty() && std::find(jobs.begin(), jobs.end(), beginningOf(job)) != jobs.end();
}

std::vector<double> ShopLogbook::minutesOf(const QByteArray& job) {
    if (!isThere() || !hasPiecesOf(job)) return {};
    const auto read = logbook->minutesOf(beginningOf(job) + "-");
    if (!read) emit said(text(read.error().says));
    return read ? *read : std::vector<double>();
}

std::optional<Error> ShopLogbook::write(const std::function<std::optional<Error>(store::Logbook&)>& how) {
    const auto opened = file();
    if (!opened) return opened.error();
    if (auto failed = how(**opened)) return failed;
    readAgain();
    return {};
}

Result<stock::Rack> ShopLogbook::rack() {
    if (isThere()) return logbook->rack();
    if (wrong) return *wrong;
    return stock::Rack{};
}

std::optional<Error> ShopLogbook::changeRack(const std::vector<std::string>& gone,
                                             const std::vector<stock::RackStock>& changed) {
    const auto opened = file();
    if (!opened) return opened.error();
    if (auto failed = (*opened)->changeRack(gone, changed)) return failed;
    emit rackChanged(); // what bends taught stays as it was
    return {};
}

void ShopLogbook::readAgain() {
    known.clear();
    isRead = false;
    ++timesRead;
    emit changed();
}

} // namespace goodfold::app
