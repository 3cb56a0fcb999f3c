#include "app/bracket/panels.h"
#include "edit/edit_sheet.h"
#include "quantity/force.h"
#include "quantity/whole.h"

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;

/// Rows of a form: a faint name, then what can be changed.
class Form {
public:
    Form(Document& document, QString prefix, const QString& heading)
        : document(document), prefix(std::move(prefix)) {
        block.lines.push_back({words(heading, Cell::Look::Heading)});
    }

    void row(Cell cell) {
        cell.pushed = true;
        block.lines.push_back({words(cell.name, Cell::Look::Faint), std::move(cell)});
    }

    template <class Set> void number(Kind kind, const char* key, const QString& name, double value, Set set) {
        row(valueCell(kind, who(key, name), value,
                      [change = changing(name, set)](double typed) { return change(typed); }));
    }

    template <class Set>
    void maybeNumber(Kind kind, const char* key, const QString& name, const std::optional<double>& value,
                     const QString& otherwise, Set set) {
        Cell cell = optionalCell(kind, who(key, name), value, 0, changing(name, set));
        if (!value) cell.text = otherwise;
        row(std::move(cell));
    }

    template <class Value, class Set>
    void options(const char* key, const QString& name, const std::vector<OptionOf<Value>>& options,
                 const Value& now, Set set) {
        row(choiceOf(who(key, name), options, now, changing(name, set)));
    }

    CellName who(const char* key, const QString& name) const {
        return {prefix + QLatin1Char('.') + QLatin1String(key), name};
    }

    Block block;

private:
    template <class Set> auto changing(const QString& name, Set set) {
        return [&doc = document, label = name.toLower(), set](const auto& value) {
            return doc.change(label, [&](job::Job& job) { set(job, value); });
        };
    }

    Document& document;
    QString prefix;
};

template <class Value> using Options = std::vector<OptionOf<Value>>;

} // namespace

std::vector<Block> stockBlocks(Document& document) {
    const job::Job& job = document.job();
    const bool isBar = job.stock.form == job::StockForm::Bar;
    Options<std::string> materials;
    for (const material::Material& each : material::standardMaterials().materials)
        materials.push_back({QString::fromStdString(each.id), each.id, QString::fromStdString(each.name)});
    Form form(document, QStringLiteral("stock"), QObject::tr("Stock"));
    if (isBar)
        form.number(Kind::Size, "width", QObject::tr("Bar width"), job.stock.width,
                    [](job::Job& changed, double typed) { changed.stock.width = typed; });
    form.number(Kind::Thickness, "thickness", QObject::tr("Thickness"), job.thickness,
                [](job::Job& changed, double typed) { changed.thickness = typed; });
    form.options("material", QObject::tr("Material"), materials, job.material,
                 [](job::Job& changed, const std::string& id) { changed.material = id; });
    using To = job::DimensionTo;
    form.options("dimension-to", QObject::tr("Lengths go to the"),
                 Options<To>{{QStringLiteral("outside"), To::Outside, QObject::tr("outside of bends")},
                             {QStringLiteral("inside"), To::Inside, QObject::tr("inside of bends")},
                             {QStringLiteral("tangent"), To::Tangent, QObject::tr("tangent of bends")}},
                 job.dimensionTo, [](job::Job& changed, To to) { changed.dimensionTo = to; });
    form.number(Kind::Number, "quantity", QObject::tr("How many"), job.quantity,
                [](job::Job& changed, double typed) { changed.quantity = quantity::wholeFrom(typed); });
    using job::Hand;
    form.options("hand", QObject::tr("Hand"),
                 Options<Hand>{{QStringLiteral("unsaid"), Hand::Unsaid, QObject::tr("does not matter")},
                               {QStringLiteral("left"), Hand::Left, QObject::tr("left hand")},
                               {QStringLiteral("right"), Hand::Right, QObject::tr("right hand")}},
                 job.hand, [](job::Job& changed, Hand hand) { changed.hand = hand; });
    form.options("opposite-hand", QObject::tr("Opposite hand"),
                 Options<bool>{{QStringLiteral("none"), false, QObject::tr("none")},
                               {QStringLiteral("as-many"), true, QObject::tr("as many again")}},
                 job.oppositeHand, [](job::Job& changed, bool wanted) { changed.oppositeHand = wanted; });
    if (isBar)
        form.block.lines.push_back({press(
            QObject::tr("Make it from sheet"), form.who("as-sheet", QObject::tr("Make it from sheet")),
            [&document]() -> Cell::Answer {
                const auto made = edit::asSheet(document.job());
                if (!made) return made.error();
                return document.edit(QObject::tr("made from sheet"), *made);
            },
            Cell::Look::Button)});
    else
        form.number(Kind::Size, "kerf", QObject::tr("Width of a saw cut"), job.stock.kerf,
                    [](job::Job& changed, double typed) { changed.stock.kerf = typed; });
    form.maybeNumber(
        Kind::Size, "coat", QObject::tr("Coat, on each side"),
        job.coat > 0 ? std::optional(job.coat) : std::nullopt, QObject::tr("none"),
        [](job::Job& changed, std::optional<double> typed) { changed.coat = typed.value_or(0); });
    form.maybeNumber(Kind::Length, "on-hand", QObject::tr("Length on hand"), job.stock.onHand,
                     QObject::tr("enough"),
                     [](job::Job& changed, std::optional<double> typed) { changed.stock.onHand = typed; });
    using job::Grain;
    form.options("grain", QObject::tr("Rolled"),
                 Options<Grain>{{QStringLiteral("unsaid"), Grain::Unsaid, QObject::tr("as usual")},
                                {QStringLiteral("lengthwise"), Grain::Lengthwise, QObject::tr("lengthwise")},
                                {QStringLiteral("crosswise"), Grain::Crosswise, QObject::tr("crosswise")}},
                 job.stock.grain, [](job::Job& changed, Grain grain) { changed.stock.grain = grain; });
    form.maybeNumber(
        Kind::Length, "least-leg", QObject::tr("Least leg your tool bends"), job.leastPlateLength,
        QObject::tr("any"),
        [](job::Job& changed, std::optional<double> typed) { changed.leastPlateLength = typed; });
    return {form.block};
}

namespace {

/// One end of the load is at this hole; the other is moved off it. None takes the load away.
void setLoadAt(job::Job& changed, const std::vector<std::string>& holes, std::string job::Load::*end,
               std::string job::Load::*other, const std::string& hole) {
    if (hole.empty()) return changed.load.reset();
    if (!changed.load) changed.load = job::Load{holes.front(), holes.back(), 50};
    (*changed.load).*end = hole;
    if ((*changed.load).*other == hole) (*changed.load).*other = holes[holes.front() == hole ? 1 : 0];
}

Options<job::Load::Toward> directionsOf(const QString& leg) {
    using enum job::Load::Toward;
    return {{QStringLiteral("face"), Face, QObject::tr("off %1's face").arg(leg)},
            {QStringLiteral("back"), Back, QObject::tr("off %1's back").arg(leg)},
            {QStringLiteral("end"), End, QObject::tr("along %1, to its end").arg(leg)},
            {QStringLiteral("start"), Start, QObject::tr("along %1, to its start").arg(leg)},
            {QStringLiteral("left"), Left, QObject::tr("to %1's left").arg(leg)},
            {QStringLiteral("right"), Right, QObject::tr("to %1's right").arg(leg)}};
}

} // namespace

std::vector<Block> loadBlocks(Document& document) {
    const job::Job& job = document.job();
    Form form(document, QStringLiteral("load"), QObject::tr("Load"));
    std::vector<std::string> holes;
    Options<std::string> options{{QStringLiteral("none"), {}, QObject::tr("nothing")}};
    for (const job::Plate& plate : job.plates)
        for (const job::Hole& hole : plate.holes) {
            const QString id = QString::fromStdString(hole.id);
            holes.push_back(hole.id);
            options.push_back({id, hole.id, id});
        }
    if (holes.size() < 2 || job.stock.form != job::StockForm::Bar) {
        form.block.lines.push_back(
            {wrapped(QObject::tr("With two holes in a bar, what hangs on one while the other "
                                 "holds shows how far it gives."),
                     Cell::Look::Faint)});
        return {form.block};
    }
    using job::Load;
    form.options("held", QObject::tr("Screwed down at"), options, job.load ? job.load->held : std::string(),
                 [holes](job::Job& changed, const std::string& hole) {
                     setLoadAt(changed, holes, &Load::held, &Load::at, hole);
                 });
    form.options("at", QObject::tr("Pulled at"), options, job.load ? job.load->at : std::string(),
                 [holes](job::Job& changed, const std::string& hole) {
                     setLoadAt(changed, holes, &Load::at, &Load::held, hole);
                 });
    if (!job.load) return {form.block};
    const bool inches = job.units == quantity::Unit::Inch;
    const double force = inches ? quantity::kNewtonsPerPound : 1,
                 mass = inches ? quantity::kKilogramsPerPound : 1;
    form.number(Kind::Number, "force", inches ? QObject::tr("Pounds-force") : QObject::tr("Newtons"),
                job.load->newtons / force,
                [force](job::Job& changed, double typed) { changed.load->newtons = typed * force; });
    const QString leg = QString::fromStdString(job.plateOfHole(job.load->held)->id);
    form.options("toward", QObject::tr("Direction"), directionsOf(leg), job.load->toward,
                 [](job::Job& changed, Load::Toward toward) { changed.load->toward = toward; });
    form.number(Kind::Number, "hung",
                inches ? QObject::tr("Pounds that swing with it")
                       : QObject::tr("Kilograms that swing with it"),
                job.load->hungKg / mass,
                [mass](job::Job& changed, double typed) { changed.load->hungKg = typed * mass; });
    return {form.block};
}

} // namespace goodfold::app
