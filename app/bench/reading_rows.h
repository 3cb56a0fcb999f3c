// What is measured in this act: a large box each, with what was foreseen or the limits beside it.
#pragma once

#include "app/bench/instrument.h"
#include "app/bench/piece_in_work.h"
#include "app/widgets/cell.h"

#include <QWidget>

class QGridLayout;
class QLabel;

namespace goodfold::app {

class ValueField;

class ReadingRows : public QWidget {
    Q_OBJECT
public:
    explicit ReadingRows(Document& document, QWidget* parent = nullptr);

    struct Row {
        bench::Entry entry; // without its value
        QString says;       // what is measured
        std::optional<double> value;
        QString beside; // "52.1 to 53.4"
        std::optional<bool> isGood;
    };
    /// `taken` puts a reading in the log.
    void show(const std::vector<Row>& rows, std::function<Cell::Answer(bench::Entry)> taken);
    /// A figure from a measuring instrument lands in the box in hand, or the first of its kind that is empty;
    /// the next is then in hand. A sentence where there is none.
    std::optional<QString> takeSent(const InstrumentReading& sent);
    /// The box that is typed in next.
    ValueField* boxInHand() const;
    const std::vector<Row>& rows() const { return shown; }
    const std::vector<ValueField*>& fields() const { return all; }
    /// Whether a figure is being typed that is not taken yet.
    bool isTyping() const;
    QString says() const;

signals:
    void passedOn(); // Enter in the last box

private:
    void build();
    void fill(size_t row);
    static QString labelOf(const Row& row);

    Document& document;
    QGridLayout* grid;
    std::vector<Row> shown;
    std::function<Cell::Answer(bench::Entry)> taken;
    std::vector<QLabel*> labels, marks;
    std::vector<ValueField*> all;
};

} // namespace goodfold::app
