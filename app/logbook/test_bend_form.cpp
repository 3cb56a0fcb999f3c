#include "app/logbook/test_bend_form.h"

#include "app/base/planner.h"
#include "app/base/settings.h"
#include "app/base/text.h"
#include "app/logbook/logbook_commands.h"

#include <array>
#include <cmath>

namespace goodfold::app {

using learn::TestBend;

/// Figures typed, taken back as one.
class FormCommand : public QUndoCommand {
public:
    FormCommand(TestBendForm& form, const QString& label, const TestBend& to)
        : QUndoCommand(label), form(form), from(form.bend()), to(to) {}
    void undo() override { form.set(from); }
    void redo() override { form.set(to); }

private:
    TestBendForm& form;
    TestBend from, to;
};

namespace {

struct Kept {
    const char* key;
    double TestBend::*value;
};
constexpr std::array kFigures{Kept{"opening", &TestBend::opening},     Kept{"width", &TestBend::width},
                              Kept{"thickness", &TestBend::thickness}, Kept{"strip", &TestBend::strip},
                              Kept{"line", &TestBend::line},           Kept{"held_leg", &TestBend::heldLeg},
                              Kept{"free_leg", &TestBend::freeLeg},    Kept{"wanted", &TestBend::wantedDeg},
                              Kept{"pushed", &TestBend::pushedDeg},    Kept{"angle", &TestBend::angleDeg},
                              Kept{"radius", &TestBend::radius}};

QVariantMap kept(const TestBend& bend) {
    QVariantMap map{{QStringLiteral("material"), text(bend.material)},
                    {QStringLiteral("tool"), text(bend.tool)},
                    {QStringLiteral("batch"), text(bend.batch)},
                    {QStringLiteral("hammered"), bend.isHammered}};
    for (const Kept& figure : kFigures)
        map[QLatin1String(figure.key)] = bend.*figure.value;
    return map;
}

TestBend bendFrom(const QVariantMap& map) {
    TestBend bend;
    bend.material = map[QStringLiteral("material")].toString().toStdString();
    bend.tool = map[QStringLiteral("tool")].toString().toStdString();
    bend.batch = map[QStringLiteral("batch")].toString().toStdString();
    bend.isHammered = map[QStringLiteral("hammered")].toBool();
    for (const Kept& figure : kFigures)
        if (const auto found = map.find(QLatin1String(figure.key)); found != map.end())
            bend.*figure.value = found->toDouble();
    return bend;
}

} // namespace

TestBendForm::TestBendForm(Document& document, Planner& planner, QUndoStack& undo, QObject* parent)
    : QObject(parent), document(document), planner(planner), undo(undo),
      typed(bendFrom(settings::testBend())) {
    if (!material::standardMaterials().find(typed.material)) typed.material = document.job().material;
    const tool::Shop& shop = *document.books().tools.shop();
    if (!shop.find(typed.tool)) typed.tool = shop.tools.front().id;
    connect(&planner, &Planner::done, this, &TestBendForm::changed);
}

void TestBendForm::setBatch(const std::string& batch) {
    TestBend next = typed;
    next.batch = batch;
    if (next.thickness == 0)
        for (const store::Batch& each : batches())
            if (each.name == batch) {
                next.thickness = each.thickness;
                next.material = each.material;
            }
    put(tr("batch of stock"), next);
}

std::vector<store::Batch> TestBendForm::batches() const {
    if (document.books().logbook.points().empty()) return {};
    const auto file = document.books().logbook.file();
    const auto all = file ? (*file)->batches() : Result<std::vector<store::Batch>>(Error{});
    return all ? *all : std::vector<store::Batch>();
}

void TestBendForm::put(const QString& label, const TestBend& bend) {
    if (!(bend == typed)) undo.push(new FormCommand(*this, label, bend));
}

void TestBendForm::set(const TestBend& bend) {
    typed = bend;
    isKept = false;
    settings::setTestBend(kept(typed));
    emit changed();
}

const material::Material& TestBendForm::material() const {
    return *material::standardMaterials().find(typed.material);
}

learn::Points TestBendForm::points() const {
    return learn::pointsOf(typed, material(), *document.books().tools.shop(), document.books().errors.book());
}

std::optional<learn::Point> TestBendForm::tells(learn::What what) const {
    if (learn::whatIsWrong(typed)) return {};
    const learn::Points told = learn::of(points(), what);
    return told.empty() ? std::nullopt : std::optional(told.front());
}

std::optional<learn::Doubt> TestBendForm::doubt() const {
    if (isKept || learn::whatIsWrong(typed)) return {};
    return learn::doubtOf(typed, document.books().logbook.points(), material(),
                          *document.books().tools.shop(), document.books().errors.book());
}

Cell::Answer TestBendForm::write() {
    if (auto wrong = learn::whatIsWrong(typed)) return wrong;
    if (doubt()) return Error{"Say first whether it is right as it is typed.", {}};
    const learn::KeptBend entry{store::newId(), store::now(), typed, {}, true};
    TestBend next = typed; // the next strip is of the same stock, in the same tool
    next.strip = next.line = next.heldLeg = next.freeLeg = next.pushedDeg = next.radius = 0;
    next.angleDeg = next.wantedDeg;
    const auto command = EntryCommand::done(document.books().logbook, {}, {}, KeptEntry{entry, points()});
    if (!command) return command.error();
    undo.beginMacro(tr("test bend written"));
    undo.push(*command);
    undo.push(new FormCommand(*this, {}, next));
    undo.endMacro();
    emit written();
    return {};
}

Cell TestBendForm::figure(const char* key, const QString& name, ValueField::Kind kind,
                          double TestBend::*value) {
    const CellName who{QStringLiteral("strip.") + QLatin1String(key), name};
    Cell cell = optionalCell(kind, who, typed.*value > 0 ? std::optional(typed.*value) : std::nullopt, 0,
                             [this, name, value](std::optional<double> read) -> Cell::Answer {
                                 TestBend next = typed;
                                 next.*value = read.value_or(0);
                                 put(name.toLower(), next);
                                 return {};
                             });
    cell.usual.reset();
    if (!cell.value) cell.text = QStringLiteral("–");
    cell.pushed = true;
    return cell;
}

std::vector<Block> TestBendForm::proposals() {
    const auto planned = planner.latest();
    if (!planned || !planned->outcome().plan) return {};
    const material::Material& metal = *material::standardMaterials().find(document.job().material);
    const auto all = learn::proposalsFor(planned->settled, document.books().logbook.points(), metal,
                                         document.books().errors.book(), typed.batch);
    if (all.empty()) return {};
    const learn::Proposal& best = all.front();
    const auto size = [&](double mm) {
        return ValueField::shown(document, ValueField::Kind::Size, mm, false);
    };
    const tool::Tool* tool = document.books().tools.shop()->find(best.bend.tool);
    QString says = tr("For this job: what K is unsure by moves the end of its blank by ±%1. One test bend "
                      "leaves ±%2, "
                      "three ±%3, in the %4.")
                       .arg(size(best.before), size(best.after), size(best.afterThree),
                            tool ? text(tool->name) : QString());
    if (!best.isWorthIt())
        says += tr(" Calipers hardly read more than is known already: bend three, or leave it.");
    Block block;
    block.lines.push_back({wrapped(says, Cell::Look::Faint)});
    block.lines.push_back({press(
        tr("take a strip %1 × %2, %3 long")
            .arg(size(best.bend.width), size(best.bend.thickness), size(best.bend.strip)),
        CellName{QStringLiteral("strip.propose"), tr("Take the strip that teaches most")},
        [this, bend = best.bend]() -> Cell::Answer {
            TestBend next = bend;
            next.batch = typed.batch;
            put(tr("strip that teaches most"), next);
            return {};
        },
        Cell::Look::Button)});
    return {block};
}

Cell TestBendForm::choiceOfTool() {
    std::vector<OptionOf<std::string>> tools;
    for (const tool::Tool& each : document.books().tools.shop()->tools)
        if (each.isThere || each.id == typed.tool) tools.push_back({text(each.id), each.id, text(each.name)});
    return choiceOf(CellName{QStringLiteral("strip.tool"), tr("Tool")}, tools, typed.tool,
                    [this](const std::string& id) -> Cell::Answer {
                        TestBend next = typed;
                        next.tool = id;
                        const tool::Tool* tool = document.books().tools.shop()->find(id);
                        next.opening =
                            tool && tool->isDie() ? tool::openingsOf(tool->die).front().opening : 0;
                        next.isHammered = false;
                        put(tr("tool of the test bend"), next);
                        return {};
                    });
}

/// What is set in it: a die's opening, or how the leg is brought round.
Line TestBendForm::settingOf(const tool::Tool& tool) {
    if (tool.isDie()) {
        std::vector<OptionOf<double>> openings;
        for (const tool::Die::Opening& each : tool::openingsOf(tool.die))
            openings.push_back({QString::number(each.opening), each.opening,
                                ValueField::shown(document, ValueField::Kind::Size, each.opening, false)});
        return {words(tr("die opening"), Cell::Look::Faint),
                choiceOf(CellName{QStringLiteral("strip.opening"), tr("Die opening")}, openings,
                         typed.opening, [this](double opening) -> Cell::Answer {
                             TestBend next = typed;
                             next.opening = opening;
                             put(tr("die opening"), next);
                             return {};
                         })};
    }
    if (tool.kind->drive != tool::Kind::Drive::Arm) return {};
    const std::vector<OptionOf<bool>> ways{{QStringLiteral("pulled"), false, tr("pulled over")},
                                           {QStringLiteral("hammered"), true, tr("hammered close")}};
    return {words(tr("brought round"), Cell::Look::Faint),
            choiceOf(CellName{QStringLiteral("strip.hammered"), tr("How it is brought round")}, ways,
                     typed.isHammered, [this](bool isHammered) -> Cell::Answer {
                         TestBend next = typed;
                         next.isHammered = isHammered;
                         put(tr("how it is brought round"), next);
                         return {};
                     })};
}

Block TestBendForm::stock() {
    Block block{{}, 0, 8, {}};
    std::vector<OptionOf<std::string>> metals;
    for (const material::Material& each : material::standardMaterials().materials)
        if (each.notBent.empty()) metals.push_back({text(each.id), each.id, text(each.shortName)});
    block.lines.push_back({choiceOf(CellName{QStringLiteral("strip.material"), tr("Material of the strip")},
                                    metals, typed.material, [this](const std::string& id) -> Cell::Answer {
                                        TestBend next = typed;
                                        next.material = id;
                                        put(tr("material of the strip"), next);
                                        return {};
                                    })});
    block.lines.push_back({choiceOfTool()});
    if (const tool::Tool* tool = document.books().tools.shop()->find(typed.tool))
        if (Line line = settingOf(*tool); !line.empty()) block.lines.push_back(std::move(line));
    return block;
}

Block TestBendForm::readings() {
    using Kind = ValueField::Kind;
    Block block{{}, 0, 8, {}};
    const auto row = [&](const QString& says, Cell cell) {
        block.lines.push_back({words(says, Cell::Look::Faint), std::move(cell)});
    };
    row(tr("thickness, measured"),
        figure("thickness", tr("Thickness"), Kind::Thickness, &TestBend::thickness));
    row(tr("width"), figure("width", tr("Width of the strip"), Kind::Size, &TestBend::width));
    row(tr("length before bending"),
        figure("strip", tr("Length of the strip"), Kind::Size, &TestBend::strip));
    row(tr("line, from the held end"),
        figure("line", tr("Line from the held end"), Kind::Size, &TestBend::line));
    row(tr("pushed to, under load"),
        figure("pushed", tr("Angle under load"), Kind::BendAngle, &TestBend::pushedDeg));
    row(tr("let go, it stands at"),
        figure("angle", tr("Angle let go"), Kind::BendAngle, &TestBend::angleDeg));
    row(tr("held leg, outside"), figure("held_leg", tr("Held leg, outside"), Kind::Size, &TestBend::heldLeg));
    row(tr("free leg, outside"), figure("free_leg", tr("Free leg, outside"), Kind::Size, &TestBend::freeLeg));
    row(tr("inside radius, by gauge"),
        figure("radius", tr("Inside radius by gauge"), Kind::Size, &TestBend::radius));
    return block;
}

/// Angles as the reader calls them, lengths in the reader's unit.
QString TestBendForm::asReader(double TestBend::*figure, double value) const {
    const bool isAngle = figure == &TestBend::angleDeg || figure == &TestBend::pushedDeg;
    return ValueField::shown(document, isAngle ? ValueField::Kind::BendAngle : ValueField::Kind::Size, value,
                             false);
}

Block TestBendForm::told() {
    Block block{{}, 0, 10, {}};
    const auto say = [&](const QString& says, Cell::Look look = Cell::Look::Plain) {
        block.lines.push_back({wrapped(says, look)});
    };
    if (const auto wrong = learn::whatIsWrong(typed)) {
        say(text(wrong->says), Cell::Look::Faint);
        return block;
    }
    const auto made = learn::reckoned(typed, material(), *document.books().tools.shop());
    const learn::Told told = learn::tells(typed, made, document.books().errors.book().testBend);
    const auto size = [&](double mm) {
        return ValueField::shown(document, ValueField::Kind::Size, mm, false);
    };
    const auto number = [](double value, int digits) { return QString::number(value, 'f', digits); };
    say(tr("Took off %1: K %2 ± %3 at R %4.")
            .arg(size(told.deduction), number(told.k, 3), number(told.kSigma, 3), size(told.radius)),
        Cell::Look::Strong);
    const double book = material::kFactorAt(material(), told.radius / typed.thickness).k;
    say(tr("The book has K %1 there.").arg(number(book, 3)), Cell::Look::Faint);
    if (const auto back = tells(learn::What::Springback))
        say(tr("It springs back %1 times what is reckoned.").arg(number(back->value, 2)));
    if (const auto offset = tells(learn::What::Offset))
        say(offset->value >= 0
                ? tr("The tool's line lies %1 further toward the free side.").arg(size(offset->value))
                : tr("The tool's line lies %1 nearer the held side.").arg(size(-offset->value)));
    if (const auto asked = doubt()) {
        const auto asFigure = [&](double value) {
            return asked->what == learn::What::Offset ? size(value) : number(value, 2);
        };
        const QString what = asked->what == learn::What::K            ? tr("K")
                             : asked->what == learn::What::Springback ? tr("Springback, in times")
                             : asked->what == learn::What::Radius     ? tr("The radius, in times")
                                                                      : tr("The tool's line");
        say(tr("%1 does not go with what is known: %2, where %3 ± %4 was to be expected. It counts once you "
               "say so.")
                .arg(what, asFigure(asked->told), asFigure(asked->expected), asFigure(asked->sigma)),
            Cell::Look::Strong);
        for (const Kept& figure : kFigures)
            if (asked->member == figure.key)
                block.lines.push_back({press(
                    tr("%1 was meant, not %2")
                        .arg(asReader(figure.value, asked->likely),
                             asReader(figure.value, typed.*figure.value)),
                    CellName{QStringLiteral("strip.meant"), tr("Take what was probably meant")},
                    [this, value = figure.value, likely = asked->likely]() -> Cell::Answer {
                        TestBend next = typed;
                        next.*value = likely;
                        put(tr("figure that was meant"), next);
                        return {};
                    },
                    Cell::Look::Button)});
        block.lines.push_back({press(
            tr("it is right as it is"), CellName{QStringLiteral("strip.right"), tr("It is right as it is")},
            [this]() -> Cell::Answer {
                isKept = true;
                emit changed();
                return {};
            },
            Cell::Look::Button)});
        return block;
    }
    block.lines.push_back({press(
        tr("write it into the logbook"),
        CellName{QStringLiteral("strip.write"), tr("Write the test bend into the logbook")},
        [this] { return write(); }, Cell::Look::Button)});
    return block;
}

std::vector<Block> TestBendForm::blocks() {
    std::vector<Block> all = proposals();
    all.push_back(stock());
    all.push_back(readings());
    all.push_back(told());
    return all;
}

} // namespace goodfold::app
