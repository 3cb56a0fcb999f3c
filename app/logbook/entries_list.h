// What is in the logbook, page by page: finished pieces, found by words, and test bends; one of them open.
#pragma once

#include "app/logbook/logbook_commands.h"
#include "app/widgets/cell.h"

#include <QUndoStack>

namespace goodfold::app {

class EntriesList : public QObject {
    Q_OBJECT
public:
    EntriesList(Document& document, QUndoStack& undo, QObject* parent = nullptr);

    enum class Kind { Pieces, TestBends };
    Kind kind() const { return shownKind; }
    void show(Kind kind);
    /// Pieces that these words are found in.
    void find(const QString& words);
    void goToPage(int page);
    /// Opens one; none where there is no such entry.
    void open(const std::string& id);
    const std::string& openId() const { return opened; }
    /// Takes out the one that is open: what went, or why not.
    std::optional<QString> takeOut();
    /// A note on the piece that is open.
    Cell::Answer setNote(const QString& note);
    QString noteOfOpen() const;
    /// A copy of it is kept.
    Cell::Answer setPhoto(const QString& path);
    QString photoOfOpen() const; // its path; empty: none
    bool isPieceOpen() const { return piece.has_value(); }
    /// The test bend that is open.
    const std::optional<learn::KeptBend>& openBend() const { return bend; }

    std::vector<Block> blocks();

signals:
    void changed();
    void makeAgain(const QString& job); // a job file's text

private:
    void read();
    store::Logbook* file();
    Cell::Answer changePiece(const QString& label, const std::function<void(learn::KeptPiece&)>& how);
    Cell::Answer changeBend(const QString& label, const std::function<void(learn::KeptBend&)>& how);
    std::optional<KeptEntry> openEntry();
    QString size(double mm) const;
    Block heading();
    Block rowOf(const std::string& id, const QString& says, const QString& more);
    Block pieceDetails();
    Block bendDetails();
    Cell number(const char* key, const QString& name, double learn::KeptPiece::*value);

    Document& document;
    QUndoStack& undo;
    Kind shownKind = Kind::Pieces;
    QString search;
    int page = 0, count = 0;
    std::vector<store::PieceRow> pieces;
    std::vector<learn::KeptBend> bends;
    std::string opened;
    std::optional<learn::KeptPiece> piece; // that is open
    std::optional<learn::KeptBend> bend;
};

} // namespace goodfold::app
