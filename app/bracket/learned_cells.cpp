#include "app/bracket/learned_cells.h"

#include "app/base/text.h"
#include "learn/newer.h"
#include "learn/taught.h"

#include <QDate>
#include <QLocale>

#include <cmath>

namespace goodfold::app {

namespace {

/// Of all entries, its own pieces with them: K moves a job's marks only when it is taken anew.
bend::LearnedK knownNow(Document& document, const std::string& tool, const std::string& batch) {
    const material::Material& metal = document.material();
    return learn::learnedK(document.books().logbook.points(), metal, document.books().errors.book(), tool,
                           batch, QDate::currentDate().toString(Qt::ISODate).toStdString());
}

Cell::Answer take(Document& document, const QString& label, const std::string& tool,
                  const std::string& batch) {
    bend::LearnedK learned = knownNow(document, tool, batch);
    if (learned.rows.empty())
        return Error{"The logbook knows no bend of " + document.material().name +
                         " yet: write a test bend into it (Logbook).",
                     "allowance"};
    return document.change(label, [&](job::Job& job) {
        learned.isFrozen = job.allowance.learned.isFrozen;
        job.allowance.kind = bend::AllowanceRule::Kind::Learned;
        job.allowance.learned = std::move(learned);
    });
}

QString dayOf(const std::string& asOf) {
    const QDate day = QDate::fromString(text(asOf), Qt::ISODate);
    return day.isValid() ? QLocale().toString(day, QLocale::ShortFormat) : text(asOf);
}

/// Of tools or batches those that bends of this metal are known from, and what is chosen.
template <class Member>
std::vector<OptionOf<std::string>> knownOptions(Document& document, Member member, const QString& any,
                                                const std::string& chosen) {
    std::set<std::string> all{chosen};
    for (const learn::Point& point :
         learn::of(document.books().logbook.points(), learn::What::K, document.material().id))
        all.insert(point.*member);
    return optionsOf(*document.shop(), std::move(all), any);
}

/// What is known now would move a mark by as much as can be set.
std::optional<Line> newerLine(Document& document) {
    const bend::LearnedK& has = document.job().allowance.learned;
    if (has.isFrozen) return {};
    const bend::LearnedK newer = knownNow(document, has.tool, has.batch);
    if (newer.rows.empty()) return {};
    const learn::Moved moved = learn::movedBy(document.job(), newer, document.material());
    if (std::abs(moved.mark) < quantity::stepOf(document.reading()).mm() / 2) return {};
    const QString by =
        text(quantity::typesetWithUnit(quantity::Length::mm(std::abs(moved.mark)), document.reading()));
    return Line{
        wrapped(QObject::tr("The logbook knows more by now: %1 would lie %2 %3.")
                    .arg(text(moved.about), by,
                         moved.mark > 0 ? QObject::tr("further on") : QObject::tr("nearer"))),
        press(
            QObject::tr("take it"),
            CellName{QStringLiteral("allowance.newer"), QObject::tr("Take what the logbook knows now")},
            [&document] { return takeLearned(document); }, Cell::Look::Link)};
}

} // namespace

std::vector<OptionOf<std::string>> optionsOf(const tool::Shop& shop, std::set<std::string> ids,
                                             const QString& any) {
    ids.erase("");
    std::vector<OptionOf<std::string>> options{{QStringLiteral("any"), "", any}};
    for (const std::string& id : ids) {
        const tool::Tool* tool = shop.find(id);
        options.push_back({QStringLiteral("of.") + text(id), id, tool ? text(tool->name) : text(id)});
    }
    return options;
}

Cell::Answer takeLearned(Document& document) {
    const bend::LearnedK& has = document.job().allowance.learned;
    return take(document, QObject::tr("K by the logbook"), has.tool, has.batch);
}

std::vector<Line> learnedLines(Document& document) {
    const bend::LearnedK& has = document.job().allowance.learned;
    std::vector<Line> lines;
    const QString bends = has.bends == 1 ? QObject::tr("one bend") : QObject::tr("%1 bends").arg(has.bends);
    lines.push_back({wrapped(QObject::tr("As it was known on %1, from %2.").arg(dayOf(has.asOf), bends),
                             Cell::Look::Faint)});
    lines.push_back(
        {words(QObject::tr("bent in"), Cell::Look::Faint),
         choiceOf(CellName{QStringLiteral("allowance.tool"), QObject::tr("Tool that K is known of")},
                  knownOptions(document, &learn::Point::tool, QObject::tr("any tool"), has.tool), has.tool,
                  [&document](const std::string& tool) {
                      return take(document, QObject::tr("tool that K is known of"), tool,
                                  document.job().allowance.learned.batch);
                  })});
    lines.push_back(
        {words(QObject::tr("stock from"), Cell::Look::Faint),
         choiceOf(CellName{QStringLiteral("allowance.batch"), QObject::tr("Batch of stock")},
                  knownOptions(document, &learn::Point::batch, QObject::tr("any batch"), has.batch),
                  has.batch, [&document](const std::string& batch) {
                      return take(document, QObject::tr("batch of stock"),
                                  document.job().allowance.learned.tool, batch);
                  })});
    if (auto newer = newerLine(document)) lines.push_back(std::move(*newer));
    const QString keep = has.isFrozen ? QObject::tr("kept as it is, whatever is learned: undo that")
                                      : QObject::tr("keep it as it is, whatever is learned");
    lines.push_back({press(
        keep, CellName{QStringLiteral("allowance.frozen"), QObject::tr("Keep K as it is")},
        [&document] {
            return document.change(QObject::tr("K kept as it is"), [](job::Job& job) {
                job.allowance.learned.isFrozen = !job.allowance.learned.isFrozen;
            });
        },
        Cell::Look::Link)});
    return lines;
}

} // namespace goodfold::app
