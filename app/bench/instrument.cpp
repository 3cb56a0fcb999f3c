#include "app/bench/instrument.h"

#include "app/base/devices.h"

#include <QRegularExpression>

namespace goodfold::app {

std::optional<InstrumentReading> readingOf(const QString& line, quantity::Unit bare) {
    // A label may come before the figure, and a unit behind it.
    static const QRegularExpression figure(
        QStringLiteral("([+\\x{2212}-]?)\\s*(\\d+(?:[.,]\\d+)?|[.,]\\d+)\\s*(mm|in|inch|\"|deg|°)?\\s*$"),
        QRegularExpression::CaseInsensitiveOption);
    const auto found = figure.match(line.trimmed());
    if (!found.hasMatch()) return {};
    bool isRead = false;
    double value = found.captured(2).replace(QLatin1Char(','), QLatin1Char('.')).toDouble(&isRead);
    if (!isRead) return {};
    const QString sign = found.captured(1), unit = found.captured(3).toLower();
    if (!sign.isEmpty() && sign != QLatin1String("+")) value = -value;
    if (unit == QLatin1String("deg") || unit == QChar(0xb0)) return InstrumentReading{value, true, true};
    const bool isInch = unit.isEmpty() ? bare == quantity::Unit::Inch : unit != QLatin1String("mm");
    return InstrumentReading{isInch ? value * quantity::kMillimetresPerInch : value, false, !unit.isEmpty()};
}

Instrument::Instrument(QObject* parent) : QObject(parent) {}

Instrument::~Instrument() = default;

QStringList Instrument::lines() {
    return serialLines() ? serialLines()->all() : QStringList();
}

std::optional<QString> Instrument::listenTo(const QString& line) {
    port.reset();
    if (line.isEmpty()) return {};
    if (!serialLines())
        return tr("Listening to an instrument needs the package libqt6serialport6: install it "
                  "(sudo apt install libqt6serialport6) and choose the line again.");
    QString wrong;
    const auto isGone = [this] {
        if (!port) return;
        port->disconnect(this);
        port.release()->deleteLater(); // it is its own signal
        emit lost(tr("The measuring instrument is gone."));
    };
    port = serialLines()->open(line, isGone, wrong);
    if (!port) return tr("%1 cannot be listened to: %2.").arg(line, wrong);
    name = line;
    connect(port.get(), &QIODevice::readyRead, this, &Instrument::read);
    return {};
}

QString Instrument::line() const {
    return port ? name : QString();
}

void Instrument::read() {
    while (port && port->canReadLine()) {
        const QString line = QString::fromLatin1(port->readLine()).trimmed();
        if (!line.isEmpty()) emit sent(line);
    }
}

} // namespace goodfold::app
