// goodfold-cli run as a script runs it.
#pragma once

#include "runner.h"

#include <nlohmann/json.hpp>

namespace goodfold::test {

struct Outcome {
    int status;
    QByteArray out, err;
    std::vector<nlohmann::json> lines() const {
        std::vector<nlohmann::json> all;
        for (const QByteArray& line : out.split('\n'))
            if (!line.isEmpty()) all.push_back(nlohmann::json::parse(line.toStdString()));
        return all;
    }
};

inline Outcome run(const QStringList& arguments, const QByteArray& input = {}) {
    QProcess process;
    process.start(QStringLiteral(PROGRAMS "/goodfold-cli"), arguments);
    process.write(input);
    process.closeWriteChannel();
    if (!process.waitForFinished(600'000)) qFatal("goodfold-cli did not end");
    if (process.exitStatus() != QProcess::NormalExit) qFatal("goodfold-cli crashed");
    return {process.exitCode(), process.readAllStandardOutput(), process.readAllStandardError()};
}

inline QString demo(const char* name) {
    return QStringLiteral(PROJECT_DATA "/demo/") + QLatin1String(name);
}

inline QByteArray textOf(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) qFatal("no %s", qPrintable(path));
    return file.readAll();
}

} // namespace goodfold::test
