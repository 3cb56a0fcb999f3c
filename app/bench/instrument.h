// A measuring instrument on a serial line: each line that it sends is a reading.
#pragma once

#include "quantity/length.h"

#include <QIODevice>

#include <memory>
#include <optional>

namespace goodfold::app {

/// What a line such as "  12.34 mm", "+012,34", "0.4858 in" or "89.6 deg" says: mm, or degrees where it says
/// so. A bare figure is in `bare`. Nothing of a line with no figure in it.
struct InstrumentReading {
    double value = 0;
    bool isAngle = false;
    bool saysUnit = false;
};
std::optional<InstrumentReading> readingOf(const QString& line, quantity::Unit bare);

class Instrument : public QObject {
    Q_OBJECT
public:
    explicit Instrument(QObject* parent = nullptr);
    ~Instrument() override;

    /// Lines that there are to listen to, by the names that open them.
    static QStringList lines();
    /// Listens to another; to none where it is empty. Why it cannot, where it cannot.
    std::optional<QString> listenTo(const QString& line);
    QString line() const;

signals:
    void sent(const QString& line);
    void lost(const QString& why); // unplugged

private:
    void read();

    QString name;
    std::unique_ptr<QIODevice> port;
};

} // namespace goodfold::app
