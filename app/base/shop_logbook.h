// The shop's logbook beside the window: opened when it is first needed, and read again when this or another
// program has written in it. One for all windows (books.h).
#pragma once

#include "store/logbook.h"

#include <QObject>
#include <QTimer>

#include <functional>
#include <map>

namespace goodfold::app {

class ShopLogbook : public QObject {
    Q_OBJECT
public:
    ShopLogbook();
    ~ShopLogbook() override;

    static QString path();

    /// Not opened this time: the last start went wrong with what is the user's own.
    void leaveOut();

    /// What all entries taught, but for pieces of the job of this fingerprint: the bench goes by their
    /// readings themselves. Makes no file.
    const learn::Points& points(const QByteArray& exceptJob = {});
    /// Whether pieces of the job are in it.
    bool hasPiecesOf(const QByteArray& job);
    /// How long they took, as far as somebody said.
    std::vector<double> minutesOf(const QByteArray& job);
    static std::string idOfPiece(const QByteArray& job, int piece, const std::optional<job::Hand>& hand);

    /// Makes the file where there is none. A sentence where it cannot be used.
    Result<store::Logbook*> file();
    /// Writes, and reads again what is known.
    std::optional<Error> write(const std::function<std::optional<Error>(store::Logbook&)>& how);

    /// What lies on the rack. Makes no file.
    Result<stock::Rack> rack();
    /// As the logbook's file takes it.
    std::optional<Error> changeRack(const std::vector<std::string>& gone,
                                    const std::vector<stock::RackStock>& changed);

    /// Another number each time that what is known has changed.
    int revision() const { return timesRead; }

signals:
    void changed();
    void rackChanged();
    void said(const QString& sentence);

private:
    bool isThere();
    void readAgain();

    std::unique_ptr<store::Logbook> logbook;
    std::optional<Error> wrong;                // why it cannot be used
    std::map<QByteArray, learn::Points> known; // by the job that is left out; empty: none is
    std::vector<std::string> jobs;             // beginnings of ids of pieces
    bool isRead = false, isLeftOut = false, isLookedFor = false;
    int timesRead = 0;
    QTimer looking; // at what other programs have written
};

} // namespace goodfold::app
