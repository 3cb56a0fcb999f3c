#include "app/window/bench_logs.h"

#include "app/base/job_store.h"
#include "app/base/text.h"
#include "bench/belongs.h"
#include "common/limits.h"
#include "files/bench_log.h"
#include "material/material.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QFileInfo>

#include <sstream>

namespace goodfold::app {

namespace {

QString tr(const char* says) {
    return QCoreApplication::translate("BenchLogs", says);
}

std::optional<std::string> strangeTo(const bench::Log& log, const job::Job& job) {
    return bench::strangeTo(log, part::solve(job, *material::standardMaterials().find(job.material)));
}

} // namespace

bool isBenchLog(const QString& path) {
    return QFileInfo(path).suffix().compare(QLatin1String("gfbench"), Qt::CaseInsensitive) == 0;
}

Result<bench::Log> openBenchLog(const QString& path) {
    QFile file(path);
    if (!QFileInfo(path).isFile()) return Error{"it is no plain file.", {}};
    if (!file.open(QIODevice::ReadOnly)) return Error{file.errorString().toStdString() + ".", {}};
    std::istringstream in(file.read(static_cast<qint64>(kMostBytes) + 1).toStdString());
    return files::readBenchLog(in);
}

Result<QString> jobOfLog(const QString& path, const bench::Log& log) {
    constexpr int kMostJobs = 200;
    const QDir folder = QFileInfo(path).dir();
    QStringList fitting;
    for (const QString& name :
         folder.entryList({QStringLiteral("*.gfold")}, QDir::Files, QDir::Name).mid(0, kMostJobs)) {
        const auto job = openJob(folder.absoluteFilePath(name));
        if (job && !strangeTo(log, job->job)) fitting << folder.absoluteFilePath(name);
    }
    if (fitting.size() == 1) return fitting.front();
    const QString says =
        fitting.isEmpty()
            ? tr("It is the log of a piece, and no job beside it has all that it speaks of. Open "
                 "its job and drop the log on that window.")
            : tr("It is the log of a piece, and of %1 jobs beside it each could be its own. Open "
                 "the right one and drop the log on that window.")
                  .arg(fitting.size());
    return Error{says.toStdString(), {}};
}

std::optional<QString> whyNotOf(const QString& path, const bench::Log& log, const job::Job& job) {
    const auto strange = strangeTo(log, job);
    if (!strange) return {};
    return tr("%1 is the log of another job: it speaks of %2, which is not here.")
        .arg(QFileInfo(path).fileName(), text(*strange));
}

} // namespace goodfold::app
