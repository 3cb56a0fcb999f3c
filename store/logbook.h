// The shop's logbook: test bends, finished pieces and what each taught, and what lies on the rack, in one
// SQLite file that any number of programs open at once. What a call has said is kept stands on the disk, whatever happens next.
#pragma once

#include "learn/entries.h"
#include "learn/point.h"
#include "stock/rack_stock.h"

#include <QString>

#include <memory>

class QSqlDatabase;

namespace goodfold::store {

/// A piece as a list shows it.
struct PieceRow {
    std::string id, at, job, batch, note;
    int piece = 1;
    std::optional<job::Hand> hand;
    learn::KeptPiece::Outcome outcome = learn::KeptPiece::Outcome::AtOnce;
};

/// A batch of stock, as its label says and calipers read.
struct Batch {
    std::string name, at, material, note;
    double thickness = 0;
};

/// A tool's figures as they were from that day on, as the tools file has them.
struct ToolFigures {
    std::string tool, at, figures;
};

/// Belongs to the thread that opened it.
class Logbook {
public:
    /// Makes the file where there is none, and brings an older one up to date after keeping it beside as it
    /// was. One that is damaged, or is no logbook, is given another name, and an empty one begun: said()
    /// tells.
    static Result<std::unique_ptr<Logbook>> open(const QString& path);
    ~Logbook();
    Logbook(const Logbook&) = delete;

    const QString& path() const { return file; }
    /// What had to be done to open it; empty where nothing had.
    const QString& said() const { return whatWasDone; }

    /// In place of the entry of the same id, with what it teaches.
    std::optional<Error> put(const learn::KeptBend& kept, const learn::Points& taught);
    std::optional<Error> put(const learn::KeptPiece& kept, const learn::Points& taught);
    std::optional<Error> put(const Batch& batch);
    std::optional<Error> put(const ToolFigures& figures);
    /// Many at once: all or none.
    std::optional<Error> putAll(const std::vector<std::pair<learn::KeptBend, learn::Points>>& bends);
    std::optional<Error> putAll(const std::vector<std::pair<learn::KeptPiece, learn::Points>>& pieces);
    /// Entries of the rack that are gone, by their ids, and those that are new or otherwise than they were.
    std::optional<Error> changeRack(const std::vector<std::string>& gone,
                                    const std::vector<stock::RackStock>& changed);
    /// Nothing where there is no such entry.
    std::optional<Error> takeOut(const std::string& id);

    /// Newest first.
    Result<std::vector<learn::KeptBend>> bends(int from, int count);
    Result<std::vector<PieceRow>> pieces(const QString& words, int from, int count);
    Result<int> countOfBends();
    /// Of pieces that all these words are found in, or begin words in: job, hand, batch, how it went, notes.
    Result<int> countOfPieces(const QString& words);
    Result<std::optional<learn::KeptPiece>> piece(const std::string& id);
    Result<std::vector<Batch>> batches();
    /// Those alike beside one another, the longest first. Nothing is said of bars, or of sheets, where there
    /// are none.
    Result<stock::Rack> rack();
    Result<std::vector<ToolFigures>> figuresOf(const std::string& tool);

    /// What all entries taught that count, those alike joined; but for those whose id begins so.
    Result<learn::Points> points(const std::string& exceptBeginning = {});
    /// What one entry taught.
    Result<learn::Points> pointsOf(const std::string& id);
    /// The beginnings of ids, as long as `example`, of pieces whose id begins as far as its first dash.
    Result<std::vector<std::string>> beginningsOfPieces(const std::string& example);
    /// How long pieces took whose id begins so, where somebody said, minutes.
    Result<std::vector<double>> minutesOf(const std::string& beginning);
    /// Whether another program has written since this was asked last.
    bool isChangedByOthers();

private:
    Logbook(QString path, const QSqlDatabase& database);

    QString file, whatWasDone;
    std::unique_ptr<QSqlDatabase> database;
    qint64 version = -1;
};

/// A new id for an entry: no two are alike, on whatever machine.
std::string newId();
/// Now, as entries have it.
std::string now();

} // namespace goodfold::store
