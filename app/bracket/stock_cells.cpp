#include "app/bracket/panels.h"
#include "app/window/headline.h"
#include "edit/edit_sheet.h"

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;

/// Rows of a form: a faint name, then what can be changed.
class Form {
public:
    Form(Document& document, const QString& heading) : document(document) {
        block.lines.push_back({words(heading, Cell::Look::Heading)});
    }

    void row(const Cell& cell) {
        Cell pushed = cell;
        pushed.pushed = true;
        block.lines.push_back({words(cell.name, Cell::Look::Faint), pushed});
    }

    template <class Set> void number(Kind kind, const QString& name, double value, Set set) {
        row(valueCell(kind, name, value, [&doc = document, name, set](double typed) {
            return doc.change(name.toLower(), [&](job::Job& job) { set(job, typed); });
        }));
    }

    template <class Set>
    void maybeNumber(Kind kind, const QString& name, const std::optional<double>& value,
                     const QString& otherwise, Set set) {
        Cell cell =
            optionalCell(kind, name, value, 0, [&doc = document, name, set](std::optional<double> typed) {
                return doc.change(name.toLower(), [&](job::Job& job) { set(job, typed); });
            });
        if (!value) cell.text = otherwise;
        row(cell);
    }

    template <class Set> void options(const QString& name, const QStringList& options, int chosen, Set set) {
        row(choice(name, options, chosen, [&doc = document, name, set](int index) {
            return doc.change(name.toLower(), [&](job::Job& job) { set(job, index); });
        }));
    }

    Block block;

private:
    Document& document;
};

} // namespace

std::vector<Block> stockBlocks(Document& document) {
    const job::Job& job = document.job();
    const auto& book = material::standardMaterials().materials;
    QStringList materials;
    int now = 0;
    for (size_t i = 0; i < book.size(); ++i) {
        materials << QString::fromStdString(book[i].name);
        if (book[i].id == job.material) now = static_cast<int>(i);
    }
    Form form(document, QObject::tr("Stock"));
    if (job.stock.form == job::StockForm::Bar)
        form.number(Kind::Size, QObject::tr("Bar width"), job.stock.width,
                    [](job::Job& changed, double typed) { changed.stock.width = typed; });
    form.number(Kind::Thickness, QObject::tr("Thickness"), job.thickness,
                [](job::Job& changed, double typed) { changed.thickness = typed; });
    form.options(QObject::tr("Material"), materials, now, [&book](job::Job& changed, int index) {
        changed.material = book[static_cast<size_t>(index)].id;
    });
    form.options(
        QObject::tr("Lengths go to the"),
        {QObject::tr("outside of bends"), QObject::tr("inside of bends"), QObject::tr("tangent of bends")},
        static_cast<int>(job.dimensionTo),
        [](job::Job& changed, int index) { changed.dimensionTo = static_cast<job::DimensionTo>(index); });
    form.number(Kind::Number, QObject::tr("Wanted"), job.quantity,
                [](job::Job& changed, double typed) { changed.quantity = static_cast<int>(typed); });
    form.options(QObject::tr("Hand"),
                 {QObject::tr("does not matter"), QObject::tr("left hand"), QObject::tr("right hand")},
                 static_cast<int>(job.hand),
                 [](job::Job& changed, int index) { changed.hand = static_cast<job::Hand>(index); });
    form.options(QObject::tr("Opposite hand"), {QObject::tr("none"), QObject::tr("as many again")},
                 job.oppositeHand, [](job::Job& changed, int index) { changed.oppositeHand = index == 1; });
    if (job.stock.form == job::StockForm::Bar)
        form.block.lines.push_back({press(
            QObject::tr("Make it from sheet"), QObject::tr("Make it from sheet"),
            [&document]() -> Cell::Answer {
                const auto made = edit::asSheet(document.job());
                if (!made) return made.error();
                return document.edit(QObject::tr("made from sheet"), *made);
            },
            Cell::Look::Button)});
    else
        form.number(Kind::Size, QObject::tr("Width of a saw cut"), job.stock.kerf,
                    [](job::Job& changed, double typed) { changed.stock.kerf = typed; });
    form.maybeNumber(Kind::Length, QObject::tr("Length on hand"), job.stock.onHand, QObject::tr("enough"),
                     [](job::Job& changed, std::optional<double> typed) { changed.stock.onHand = typed; });
    form.options(
        QObject::tr("Rolled"), {QObject::tr("as usual"), QObject::tr("lengthwise"), QObject::tr("crosswise")},
        static_cast<int>(job.stock.grain),
        [](job::Job& changed, int index) { changed.stock.grain = static_cast<job::Grain>(index); });
    form.maybeNumber(Kind::Length, QObject::tr("Least leg your tool bends"), job.leastLeg, QObject::tr("any"),
                     [](job::Job& changed, std::optional<double> typed) { changed.leastLeg = typed; });
    return {form.block};
}

std::vector<Block> loadBlocks(Document& document) {
    const job::Job& job = document.job();
    Form form(document, QObject::tr("Load"));
    QStringList holes{QObject::tr("nothing")};
    int held = 0, at = 0;
    for (const job::Plate& plate : job.plates)
        for (const job::Hole& hole : plate.holes) {
            holes << QString::fromStdString(hole.id);
            if (job.load && job.load->held == hole.id) held = static_cast<int>(holes.size()) - 1;
            if (job.load && job.load->at == hole.id) at = static_cast<int>(holes.size()) - 1;
        }
    if (holes.size() < 3 || job.stock.form != job::StockForm::Bar) {
        form.block.lines.push_back(
            {wrapped(QObject::tr("With two holes in a bar, what hangs on one while the other "
                                 "holds shows how far it gives."),
                     Cell::Look::Faint)});
        return {form.block};
    }
    const auto begin = [holes](job::Job& changed) {
        if (!changed.load) changed.load = job::Load{holes[1].toStdString(), holes.back().toStdString(), 50};
    };
    form.options(QObject::tr("Screwed down at"), holes, held, [=](job::Job& changed, int index) {
        if (index == 0) return changed.load.reset();
        begin(changed);
        changed.load->held = holes[index].toStdString();
        if (changed.load->at == changed.load->held)
            changed.load->at = holes[index == 1 ? 2 : 1].toStdString();
    });
    form.options(QObject::tr("Pulled at"), holes, at, [=](job::Job& changed, int index) {
        if (index == 0) return changed.load.reset();
        begin(changed);
        changed.load->at = holes[index].toStdString();
        if (changed.load->at == changed.load->held)
            changed.load->held = holes[index == 1 ? 2 : 1].toStdString();
    });
    if (!job.load) return {form.block};
    const bool inches = job.units == quantity::Unit::Inch;
    constexpr double kNewtonsPerPound = 4.4482216152605, kKilogramsPerPound = 0.45359237;
    const double force = inches ? kNewtonsPerPound : 1, mass = inches ? kKilogramsPerPound : 1;
    form.number(Kind::Number, inches ? QObject::tr("Pounds-force") : QObject::tr("Newtons"),
                job.load->newtons / force,
                [force](job::Job& changed, double typed) { changed.load->newtons = typed * force; });
    const QString leg = QString::fromStdString(job.plateOfHole(job.load->held)->id);
    form.options(
        QObject::tr("Direction"),
        {QObject::tr("off %1's face").arg(leg), QObject::tr("off %1's back").arg(leg),
         QObject::tr("along %1, to its end").arg(leg), QObject::tr("along %1, to its start").arg(leg),
         QObject::tr("to %1's left").arg(leg), QObject::tr("to %1's right").arg(leg)},
        static_cast<int>(job.load->toward),
        [](job::Job& changed, int index) { changed.load->toward = static_cast<job::Load::Toward>(index); });
    form.number(Kind::Number,
                inches ? QObject::tr("Pounds that swing with it")
                       : QObject::tr("Kilograms that swing with it"),
                job.load->hungKg / mass,
                [mass](job::Job& changed, double typed) { changed.load->hungKg = typed * mass; });
    return {form.block};
}

} // namespace goodfold::app
