#include "app/logbook/entries_list.h"

#include "app/base/text.h"
#include "app/logbook/piece_picture.h"
#include "bench/words.h"
#include "learn/taught.h"

#include <QDateTime>
#include <QFileDialog>
#include <QFileInfo>
#include <QLocale>

namespace goodfold::app {

using learn::KeptBend;
using learn::KeptPiece;

namespace {

constexpr int kPage = 25;

QString dayOf(const std::string& at) {
    const QDateTime when = QDateTime::fromString(text(at), Qt::ISODate).toLocalTime();
    return when.isValid() ? QLocale().toString(when.date(), QLocale::ShortFormat) : text(at);
}

QString inWords(KeptPiece::Outcome outcome) {
    switch (outcome) {
    case KeptPiece::Outcome::AtOnce:
        return QObject::tr("went on at once");
    case KeptPiece::Outcome::Reworked:
        return QObject::tr("went on after rework");
    case KeptPiece::Outcome::Scrapped:
        return QObject::tr("scrapped");
    }
    return {};
}

QString handInWords(const std::optional<job::Hand>& hand) {
    if (!hand) return {};
    return *hand == job::Hand::Left ? QObject::tr(", left hand") : QObject::tr(", right hand");
}

} // namespace

EntriesList::EntriesList(Document& document, QUndoStack& undo, QObject* parent)
    : QObject(parent), document(document), undo(undo) {
    connect(&document.books().logbook, &ShopLogbook::changed, this, &EntriesList::read);
}

/// Null where there is none yet, or it cannot be used: that was said.
store::Logbook* EntriesList::file() {
    if (document.books().logbook.points().empty() && !QFileInfo::exists(ShopLogbook::path())) return nullptr;
    const auto opened = document.books().logbook.file();
    return opened ? *opened : nullptr;
}

void EntriesList::show(Kind kind) {
    shownKind = kind;
    page = 0;
    opened.clear();
    read();
}

void EntriesList::find(const QString& typed) {
    if (search == typed) return;
    search = typed;
    page = 0;
    read();
}

void EntriesList::goToPage(int to) {
    page = std::max(0, to);
    read();
}

void EntriesList::open(const std::string& id) {
    opened = opened == id ? std::string() : id;
    read();
}

void EntriesList::read() {
    pieces.clear();
    bends.clear();
    piece.reset();
    bend.reset();
    count = 0;
    if (store::Logbook* logbook = file()) {
        const auto counted =
            shownKind == Kind::Pieces ? logbook->countOfPieces(search) : logbook->countOfBends();
        count = counted ? *counted : 0;
        page = std::clamp(page, 0, std::max(0, (count - 1) / kPage));
        if (shownKind == Kind::Pieces) {
            if (auto rows = logbook->pieces(search, page * kPage, kPage)) pieces = *std::move(rows);
        } else if (auto rows = logbook->bends(page * kPage, kPage)) {
            bends = *std::move(rows);
        }
        if (shownKind == Kind::Pieces && !opened.empty())
            if (auto found = logbook->piece(opened)) piece = *std::move(found);
        for (const KeptBend& each : bends)
            if (each.id == opened) bend = each;
        if (!piece && !bend) opened.clear();
    }
    emit changed();
}

Block EntriesList::rowOf(const std::string& id, const QString& says, const QString& more) {
    Block block{{}, 0, 4, {}};
    block.lines.push_back({press(
        says, CellName{QStringLiteral("entry.") + text(id), says},
        [this, id]() -> Cell::Answer {
            open(id);
            return {};
        },
        id == opened ? Cell::Look::Strong : Cell::Look::Plain)});
    if (!more.isEmpty()) block.lines.push_back({wrapped(more, Cell::Look::Faint)});
    return block;
}

Block EntriesList::heading() {
    Block block{{}, 0, 2, {}};
    const std::vector<OptionOf<Kind>> kinds{{QStringLiteral("pieces"), Kind::Pieces, tr("Finished pieces")},
                                            {QStringLiteral("bends"), Kind::TestBends, tr("Test bends")}};
    Line line{choiceOf(CellName{QStringLiteral("entries.kind"), tr("What is listed")}, kinds, shownKind,
                       [this](Kind kind) -> Cell::Answer {
                           show(kind);
                           return {};
                       }),
              words(QString::number(count), Cell::Look::Faint)};
    block.lines.push_back(std::move(line));
    if (count > kPage) {
        Line pages{words(tr("%1 to %2").arg(page * kPage + 1).arg(std::min(count, (page + 1) * kPage)),
                         Cell::Look::Faint)};
        const auto turn = [&](const QString& says, const char* key, int to) {
            pages.push_back(press(
                says, CellName{QLatin1String(key), says},
                [this, to]() -> Cell::Answer {
                    goToPage(to);
                    return {};
                },
                Cell::Look::Link));
        };
        if (page > 0) turn(tr("‹ later"), "entries.later", page - 1);
        if ((page + 1) * kPage < count) turn(tr("earlier ›"), "entries.earlier", page + 1);
        block.lines.push_back(std::move(pages));
    }
    return block;
}

QString EntriesList::size(double mm) const {
    return ValueField::shown(document, ValueField::Kind::Size, mm, false);
}

std::vector<Block> EntriesList::blocks() {
    std::vector<Block> all{heading()};
    for (const store::PieceRow& each : pieces) {
        all.push_back(rowOf(
            each.id, tr("%1, piece %2%3").arg(text(each.job)).arg(each.piece).arg(handInWords(each.hand)),
            tr("%1: %2%3")
                .arg(dayOf(each.at), inWords(each.outcome),
                     each.note.empty() ? QString() : QStringLiteral("; ") + text(each.note))));
        if (piece && each.id == opened) all.push_back(pieceDetails());
    }
    for (const KeptBend& each : bends) {
        const material::Material* metal = material::standardMaterials().find(each.bend.material);
        const tool::Tool* tool = document.books().tools.shop()->find(each.bend.tool);
        all.push_back(rowOf(each.id,
                            tr("%1, %2").arg(metal ? text(metal->shortName) : text(each.bend.material),
                                             size(each.bend.thickness)),
                            tr("%1, in the %2%3")
                                .arg(dayOf(each.at), tool ? text(tool->name) : text(each.bend.tool),
                                     each.counts ? QString() : tr("; does not count"))));
        if (bend && each.id == opened) all.push_back(bendDetails());
    }
    if (count == 0) {
        Block none{{}, 0, 8, {}};
        none.lines.push_back({wrapped(
            shownKind == Kind::TestBends
                ? tr("No test bend yet. Bend a strip, measure it, and write it here: "
                     "plans go by what it taught, and a job takes its K from here when you ask it to.")
            : search.isEmpty() ? tr("No finished piece yet. The Bench writes one here after its final check.")
                               : tr("Nothing is found by these words."),
            Cell::Look::Faint)});
        all.push_back(std::move(none));
    }
    return all;
}

Cell EntriesList::number(const char* key, const QString& name, double KeptPiece::*value) {
    Cell cell = optionalCell(
        ValueField::Kind::Number, CellName{QStringLiteral("kept.") + QLatin1String(key), name},
        *piece.*value > 0 ? std::optional(*piece.*value) : std::nullopt, 0,
        [this, name, value](std::optional<double> read) -> Cell::Answer {
            if (read.value_or(0) < 0) return Error{"That is not less than nothing.", {}};
            return changePiece(name.toLower(), [&](KeptPiece& kept) { kept.*value = read.value_or(0); });
        });
    cell.usual.reset();
    if (!cell.value) cell.text = QStringLiteral("–");
    return cell;
}

Block EntriesList::pieceDetails() {
    Block block{{}, 12, 2, {}};
    for (const bench::Entry& entry : piece->log.entries)
        if (bench::isReading(entry.kind))
            block.lines.push_back(
                {wrapped(text(bench::inWords(entry, document.reading())), Cell::Look::Faint)});
    if (!piece->log.batch.empty())
        block.lines.push_back({words(tr("stock: %1").arg(text(piece->log.batch)), Cell::Look::Faint)});
    block.lines.push_back(
        {words(tr("minutes"), Cell::Look::Faint), number("minutes", tr("Minutes"), &KeptPiece::minutes),
         words(tr("cost"), Cell::Look::Faint), number("cost", tr("Cost"), &KeptPiece::cost)});
    block.lines.push_back({press(
        piece->photo.empty() ? tr("add a picture…") : tr("another picture…"),
        CellName{QStringLiteral("kept.photo"), tr("A picture of this piece")},
        [this]() -> Cell::Answer {
            const QString path = QFileDialog::getOpenFileName(nullptr, tr("A picture of this piece"), {},
                                                              tr("Pictures (*.jpg *.jpeg *.png)"));
            return path.isEmpty() ? Cell::Answer() : setPhoto(path);
        },
        Cell::Look::Link)});
    block.lines.push_back({press(
        tr("make this again"), CellName{QStringLiteral("kept.again"), tr("Make this again")},
        [this]() -> Cell::Answer {
            emit makeAgain(text(piece->jobFile));
            return {};
        },
        Cell::Look::Button)});
    return block;
}

Block EntriesList::bendDetails() {
    const learn::TestBend& seen = bend->bend;
    const material::Material* metal = material::standardMaterials().find(seen.material);
    Block block{{}, 12, 2, {}};
    if (metal) {
        const auto made = learn::reckoned(seen, *metal, *document.books().tools.shop());
        const learn::Told told = learn::tells(seen, made, document.books().errors.book().testBend);
        block.lines.push_back({wrapped(tr("%1 long: legs %2 and %3; took off %4: K %5 ± %6 at R %7")
                                           .arg(size(seen.strip), size(seen.heldLeg), size(seen.freeLeg),
                                                size(told.deduction), QString::number(told.k, 'f', 3),
                                                QString::number(told.kSigma, 'f', 3), size(told.radius)))});
    }
    if (!seen.batch.empty())
        block.lines.push_back({words(tr("stock: %1").arg(text(seen.batch)), Cell::Look::Faint)});
    block.lines.push_back({press(
        bend->counts ? tr("leave it out of what is learned") : tr("learn from it again"),
        CellName{QStringLiteral("kept.counts"), tr("Whether it counts")},
        [this] {
            return changeBend(tr("whether it counts"), [](KeptBend& kept) { kept.counts = !kept.counts; });
        },
        Cell::Look::Link)});
    return block;
}

std::optional<KeptEntry> EntriesList::openEntry() {
    store::Logbook* logbook = file();
    if (!logbook || (!piece && !bend)) return {};
    const auto taught = logbook->pointsOf(opened);
    const learn::Points points = taught ? *taught : learn::Points();
    if (piece) return KeptEntry{*piece, points};
    return KeptEntry{*bend, points};
}

Cell::Answer EntriesList::changePiece(const QString& label, const std::function<void(KeptPiece&)>& how) {
    const auto now = openEntry();
    if (!now || !piece) return {};
    KeptPiece after = *piece;
    how(after);
    if (after == *piece) return {};
    return EntryCommand::push(undo, document.books().logbook, label, now, KeptEntry{after, now->taught});
}

Cell::Answer EntriesList::changeBend(const QString& label, const std::function<void(KeptBend&)>& how) {
    const auto now = openEntry();
    if (!now || !bend) return {};
    KeptBend after = *bend;
    how(after);
    // What it teaches is worked out anew: it may not have counted before.
    const material::Material* metal = material::standardMaterials().find(after.bend.material);
    const learn::Points taught = metal ? learn::pointsOf(after.bend, *metal, *document.books().tools.shop(),
                                                         document.books().errors.book())
                                       : learn::Points();
    return EntryCommand::push(undo, document.books().logbook, label, KeptEntry{*bend, taught},
                              KeptEntry{after, taught});
}

Cell::Answer EntriesList::setNote(const QString& note) {
    return changePiece(tr("note"), [&](KeptPiece& kept) { kept.note = note.trimmed().toStdString(); });
}

Cell::Answer EntriesList::setPhoto(const QString& path) {
    const auto kept = keepPicture(path);
    if (!kept) return kept.error();
    return changePiece(tr("picture"), [&](KeptPiece& changed) { changed.photo = kept->toStdString(); });
}

QString EntriesList::photoOfOpen() const {
    return piece ? text(piece->photo) : QString();
}

QString EntriesList::noteOfOpen() const {
    return piece ? text(piece->note) : QString();
}

std::optional<QString> EntriesList::takeOut() {
    const auto now = openEntry();
    if (!now) return tr("Open the entry that is to go first.");
    const QString called =
        piece ? tr("%1, piece %2").arg(text(piece->job)).arg(piece->log.piece) : tr("a test bend");
    if (const auto failed = EntryCommand::push(undo, document.books().logbook,
                                               tr("removal of %1").arg(called), now, std::nullopt))
        return text(failed->says);
    return tr("Taken out of the logbook: %1. Ctrl+Z brings it back.").arg(called);
}

} // namespace goodfold::app
