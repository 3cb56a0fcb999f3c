#include "devices/serial.h"

#include <QSerialPort>
#include <QSerialPortInfo>

namespace goodfold::devices {

namespace {

QStringList all() {
    QStringList lines;
    for (const QSerialPortInfo& each : QSerialPortInfo::availablePorts())
        lines << each.systemLocation();
    return lines;
}

std::unique_ptr<QIODevice> open(const QString& line, const std::function<void()>& gone, QString& wrong) {
    auto port = std::make_unique<QSerialPort>(line);
    port->setBaudRate(QSerialPort::Baud9600);
    if (!port->open(QIODevice::ReadOnly)) {
        wrong = port->errorString();
        return {};
    }
    QObject::connect(port.get(), &QSerialPort::errorOccurred, port.get(),
                     [gone](QSerialPort::SerialPortError error) {
                         if (error == QSerialPort::ResourceError) gone();
                     });
    return port;
}

} // namespace

} // namespace goodfold::devices

extern "C" __attribute__((visibility("default"))) void
goodfoldGiveSerialLines(goodfold::devices::SerialLines& lines) {
    lines = {goodfold::devices::all, goodfold::devices::open};
}
