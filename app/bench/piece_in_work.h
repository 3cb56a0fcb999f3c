// One piece at the bench beside the window: its log, kept on disk with every entry, and what is made of it by
// a worker that shares nothing with the window.
#pragma once

#include "app/base/planner.h"
#include "bench/bench.h"
#include "bench/control.h"
#include "bench/on_mount.h"
#include "bench/virtual_piece.h"
#include "bench/ways_out.h"

#include <QElapsedTimer>
#include <QUndoStack>

namespace goodfold::app {

/// What was found of a log. A value, once it is finished.
struct Worked {
    std::shared_ptr<const Planned> planned; // of the hand that is made
    bench::Log log;
    std::shared_ptr<const bench::OnMount> on;
    std::optional<bench::Now> now; // none where nothing has to line up
    std::vector<std::pair<bench::Entry, double>>
        telling;                        // readings still to take: what share of it they tell
    std::vector<bench::WayOut> waysOut; // where it would not go on as it stands
    std::vector<bench::Chart> charts;   // of the pieces before and this one
};

class PieceInWork : public QObject {
    Q_OBJECT
public:
    PieceInWork(Document& document, Planner& planner, QObject* parent = nullptr);
    ~PieceInWork() override;

    const bench::Log& log() const { return entries; }
    /// The log as it is to be, as one step that can be undone.
    void put(const QString& label, bench::Log log);
    void add(const QString& label, std::vector<bench::Entry> more);
    /// Another piece, or the other hand of this one, as far as that has come.
    void goTo(int piece, std::optional<job::Hand> hand);

    /// Works as long as somebody looks at it.
    void setWanted(bool on);

    /// How it went, into the shop's logbook with what it taught; as one step that can be undone.
    std::optional<Error> writeIntoLogbook(bool isScrap);
    /// As it stands in the logbook; nothing where it does not.
    std::optional<learn::KeptPiece> inLogbook() const;

    /// A made-up piece, another for each seed: what is measured of it comes from it, and nothing is kept.
    void practise(unsigned seed);
    void endPractice();
    bool isPractice() const { return practice.has_value(); }
    /// As an instrument reads it on the made-up piece; nothing where it cannot be measured yet.
    std::optional<double> measured(const bench::Entry& entry) const;
    /// Whether the made-up piece goes on, as it really is; nothing until it is worked out.
    std::optional<lineup::Fitting> tried() const;

    QUndoStack& undoStack() { return undo; }
    /// Of this log, or of the one before; null until there is a plan.
    std::shared_ptr<const Worked> latest() const { return finished; }
    bool isBusy() const { return waiting; }
    bool isCurrent() const { return finished && finished->log == entries && !waiting; }

signals:
    void changed();                     // the log, or what is found of it
    void said(const QString& sentence); // what went wrong with keeping it

private:
    friend class LogCommand;
    void set(const bench::Log& log);
    double worked();
    bool isChangedElsewhere() const;
    void takeFromElsewhere();
    QString pathOf(int number) const;
    std::vector<bench::Log> earlier() const;
    void read();
    void keep();
    void begin();
    template <class Do> auto onMadeUp(Do ask) const;

    Document& document;
    Planner& planner;
    bench::Log entries;
    QUndoStack undo;
    std::shared_ptr<const Worked> finished;
    std::shared_ptr<std::atomic<bool>> stopAsked;
    std::string onDisk;               // of this piece, as it was last read or written
    QByteArray ofJob;                 // a fingerprint of the job that the log is of
    std::optional<unsigned> practice; // seed of the made-up piece
    QElapsedTimer sinceLast;          // that something was done to this piece
    bool waiting = false, isWanted = false;
};

} // namespace goodfold::app
