#include "app/bracket/addition_cells.h"

#include "app/widgets/cell_maker.h"
#include "check/placing.h"
#include "edit/edit_sheet.h"
#include "edit/entry.h"
#include "job/hole_kinds.h"

#include <algorithm>

namespace goodfold::app {

namespace {

/// A word that adds something: what is typed for it, in millimetres and in inches.
struct Word {
    const char* key;
    const char* says;
    const char* millimetres;
    const char* inches;
};

constexpr Word kBarBends[] = {
    {"bend", QT_TRANSLATE_NOOP("QObject", "bend"), "b 90 toward", "b 90 toward"},
    {"joggle", QT_TRANSLATE_NOOP("QObject", "joggle"), "j 6 over 24", "j 1/4 over 1"},
    {"hem", QT_TRANSLATE_NOOP("QObject", "hem"), "hem 10", "hem 3/8"},
    {"strap", QT_TRANSLATE_NOOP("QObject", "strap"), "strap 48 gap 6 ear 25", "strap 2 gap 1/4 ear 1"},
    {"saddle", QT_TRANSLATE_NOOP("QObject", "saddle"), "saddle 48 gap 1 ear 25", "saddle 2 gap 1/16 ear 1"}};
constexpr Word kSheetHems[] = {
    {"hem", QT_TRANSLATE_NOOP("QObject", "hem"), "hem 8", "hem 3/8"},
    {"open-hem", QT_TRANSLATE_NOOP("QObject", "open hem"), "hem 8 open 3", "hem 3/8 open 1/8"},
    {"rolled-edge", QT_TRANSLATE_NOOP("QObject", "rolled edge"), "hem rolled 5", "hem rolled 3/16"}};
constexpr Word kSheetOthers[] = {
    {"joggle", QT_TRANSLATE_NOOP("QObject", "joggle"), "j 6 over 24", "j 1/4 over 1"},
    {"strap", QT_TRANSLATE_NOOP("QObject", "strap"), "strap 48 gap 6 ear 25", "strap 2 gap 1/4 ear 1"},
    {"saddle", QT_TRANSLATE_NOOP("QObject", "saddle"), "saddle 48 gap 1 ear 25", "saddle 2 gap 1/16 ear 1"}};
struct Repeat {
    const char *key, *says;
    job::Pattern::Kind kind;
};
constexpr Repeat kRepeats[] = {
    {"row", QT_TRANSLATE_NOOP("QObject", "row"), job::Pattern::Kind::Row},
    {"grid", QT_TRANSLATE_NOOP("QObject", "grid"), job::Pattern::Kind::Grid},
    {"round-a-circle", QT_TRANSLATE_NOOP("QObject", "round a circle"), job::Pattern::Kind::Circle}};

class Additions {
public:
    explicit Additions(Document& document)
        : document(document), job(document.job()), carrier(edit::plateInHand(job, document.selected())) {}

    Block block() {
        Block made{{}, 0, 2, {}};
        bends(made);
        holes(made);
        if (document.selected().kind == Element::Kind::Hole) patterns(made);
        return made;
    }

private:
    /// "add.slot", named "+ slot in A".
    static CellName who(const QString& key, const QString& what, const QString& where) {
        return {QStringLiteral("add.%1").arg(key), QStringLiteral("+ %1 %2").arg(what, where)};
    }

    Cell adding(const QString& says, const CellName& own, const std::string& line) const {
        return press(
            says, own,
            [&doc = document, name = own.name, line] {
                return doc.apply(name.mid(2), edit::enter(doc.job(), doc.selected(), line, doc.reading(),
                                                          doc.books().hardware.book()));
            },
            Cell::Look::Link);
    }

    std::string typed(const Word& word) const {
        return job.units == quantity::Unit::Inch ? word.inches : word.millimetres;
    }

    template <size_t N> void add(Line& line, const Word (&all)[N], const QString& where) const {
        for (const Word& word : all) {
            const QString says = QObject::tr(word.says);
            line.push_back(adding(says, who(QLatin1String(word.key), says, where), typed(word)));
        }
    }

    /// On a bar they go on at the end; on sheet there is an edge to each.
    void bends(Block& made) const {
        if (job.stock.form == job::StockForm::Bar) {
            const auto last =
                std::find_if(job.plates.begin(), job.plates.end(),
                             [&](const job::Plate& plate) { return edit::endIsFree(job, plate.id); });
            const QString where = QObject::tr("on the end of %1").arg(text(last->id));
            made.lines.push_back({faint(QObject::tr("Add %1").arg(where))});
            Line line;
            add(line, kBarBends, where);
            made.lines.push_back(std::move(line));
            return;
        }
        const bool canHaveStart = edit::startIsFree(job, carrier) || !job.bendTo(carrier);
        made.lines.push_back({faint(QObject::tr("Add to leg %1").arg(text(carrier)))});
        Line flanges{faint(QObject::tr("leg on its"))};
        for (const auto& [word, says] : {std::pair{"end", QObject::tr("end")},
                                         {"left", QObject::tr("left")},
                                         {"right", QObject::tr("right")},
                                         {"start", QObject::tr("start")}})
            if (word != std::string("start") || canHaveStart)
                flanges.push_back(
                    adding(says,
                           who(QStringLiteral("flange.%1").arg(QLatin1String(word)), QObject::tr("leg"),
                               QObject::tr("on the %1 of %2").arg(says, text(carrier))),
                           std::string("b 90 toward on ") + word));
        made.lines.push_back(std::move(flanges));
        const QString where = QObject::tr("on the end of %1").arg(text(carrier));
        Line hems, others;
        add(hems, kSheetHems, where);
        made.lines.push_back(std::move(hems));
        add(others, kSheetOthers, where);
        made.lines.push_back(std::move(others));
    }

    void holes(Block& made) const {
        const QString where = QObject::tr("in %1").arg(text(carrier));
        made.lines.push_back({faint(QObject::tr("Cut %1").arg(where))});
        constexpr size_t kInALine = 4;
        Line line;
        for (const job::HoleKind& row : job::holeKinds()) {
            const QString noun = text(std::string(row.noun));
            line.push_back(press(
                noun, who(text(std::string(row.key)), noun, where),
                [&doc = document, carrier = carrier, kind = row.kind, noun] {
                    return cut(doc, carrier, kind, noun);
                },
                Cell::Look::Link));
            if (line.size() == kInALine) made.lines.push_back(std::exchange(line, {}));
        }
        if (!line.empty()) made.lines.push_back(std::move(line));
    }

    static Cell::Answer cut(Document& doc, const std::string& carrier, job::Hole::Kind kind,
                            const QString& label) {
        const bool inches = doc.job().units == quantity::Unit::Inch;
        job::Hole hole;
        if (inches) hole.diameter = quantity::Length::inches(17.0 / 64).mm();
        hole.x = inches ? 25.4 / 2 : 12;
        job::makeKind(hole, kind);
        return doc.apply(label, check::withHoleWhereItFits(placing(doc), carrier, hole));
    }

    static check::Placing placing(const Document& doc) {
        return {doc.job(), doc.material(), doc.reading(), doc.books().hardware.book()};
    }

    void patterns(Block& made) const {
        const QString of = text(document.selected().id);
        made.lines.push_back({faint(QObject::tr("Repeat %1").arg(of))});
        Line line;
        for (const Repeat& repeat : kRepeats) {
            const QString says = QObject::tr(repeat.says);
            line.push_back(press(
                says, who(QLatin1String(repeat.key), says, QObject::tr("of %1").arg(of)),
                [&doc = document, id = document.selected().id, kind = repeat.kind, says] {
                    return doc.apply(says, check::withPatternThatFits(placing(doc), id, kind));
                },
                Cell::Look::Link));
        }
        line.push_back(press(
            QObject::tr("mirrored"),
            who(QStringLiteral("mirrored"), QObject::tr("mirrored copy"), QObject::tr("of %1").arg(of)),
            [&doc = document, id = document.selected().id] {
                return doc.change(QObject::tr("mirrored copy"), [&](job::Job& changed) {
                    changed.findHole(id)->pattern = job::Pattern{job::Pattern::Kind::Mirror};
                });
            },
            Cell::Look::Link));
        made.lines.push_back(std::move(line));
    }

    Document& document;
    const job::Job& job;
    std::string carrier;
};

} // namespace

Block additionBlock(Document& document) {
    return Additions(document).block();
}

} // namespace goodfold::app
