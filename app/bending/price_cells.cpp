#include "app/bending/price_cells.h"

#include "app/base/books.h"
#include "app/base/text.h"

#include <QLocale>

#include <algorithm>
#include <set>

namespace goodfold::app {

namespace {

constexpr double kPercent = 100;

class Prices {
public:
    Prices(Document& document, const std::function<void()>& changed,
           const std::function<void(const QString&)>& tell)
        : document(document), changed(changed), tell(tell), rates(document.books().work.book().rates) {}

    std::vector<Line> lines() {
        row("hour", QObject::tr("an hour costs"), rates.hour,
            [](cost::Rates& own, std::optional<double> typed) { own.hour = typed; });
        priced("kilogram", QObject::tr("a kilogram of the metal"), document.job().material,
               &cost::Rates::kilogram);
        for (const std::string& name : fasteners())
            priced("fastener." + name, QObject::tr("each %1").arg(text(name)), name, &cost::Rates::fastener);
        share("margin", QObject::tr("put on, %"), rates.margin, &cost::Rates::margin);
        bought();
        currency();
        return std::move(all);
    }

private:
    using Set = std::function<void(cost::Rates&, std::optional<double>)>;

    void row(const std::string& key, const QString& says, const std::optional<double>& now, const Set& set) {
        Cell cell = optionalCell(
            ValueField::Kind::Number, {QStringLiteral("price.") + text(key), capital(says)}, now, 0,
            [prices = *this, set](std::optional<double> typed) { return prices.save(set, typed); });
        if (!now) cell.text = QObject::tr("not said");
        cell.pushed = true;
        all.push_back({words(says, Cell::Look::Faint), cell});
    }

    /// The job's own.
    void bought() {
        const QString says = QObject::tr("one like it, bought");
        Cell cell =
            optionalCell(ValueField::Kind::Number, {QStringLiteral("price.bought"), capital(says)},
                         document.job().boughtPrice, 0, [&document = document](std::optional<double> typed) {
                             return document.change(QObject::tr("price of a bought one"),
                                                    [&](job::Job& changed) { changed.boughtPrice = typed; });
                         });
        if (!document.job().boughtPrice) cell.text = QObject::tr("not said");
        cell.pushed = true;
        all.push_back({words(says, Cell::Look::Faint), cell});
    }

    /// By its three letters.
    void currency() {
        std::set<QString> codes;
        for (const QLocale& locale :
             QLocale::matchingLocales(QLocale::AnyLanguage, QLocale::AnyScript, QLocale::AnyCountry))
            codes.insert(locale.currencySymbol(QLocale::CurrencyIsoCode));
        const QString own = text(rates.currency);
        if (!own.isEmpty()) codes.insert(own);
        std::vector<Option> options{{{}, QObject::tr("not named")}};
        for (const QString& code : codes)
            if (!code.isEmpty()) options.push_back({code, code});
        Cell cell = choice(
            {QStringLiteral("price.currency"), QObject::tr("Currency of all prices")}, std::move(options),
            own, [prices = *this](const QString& key) {
                return prices.save(
                    [key](cost::Rates& of, std::optional<double>) { of.currency = key.toStdString(); }, {});
            });
        cell.pushed = true;
        all.push_back({words(QObject::tr("all in"), Cell::Look::Faint), cell});
    }

    void share(const std::string& key, const QString& says, double now, double cost::Rates::*which) {
        row(key, says, kPercent * now, [which](cost::Rates& own, std::optional<double> typed) {
            own.*which = typed.value_or(0) / kPercent;
        });
    }

    void priced(const std::string& key, const QString& says, const std::string& of,
                std::map<std::string, double> cost::Rates::*which) {
        const auto known = (rates.*which).find(of);
        row(key, says, known == (rates.*which).end() ? std::nullopt : std::optional(known->second),
            [which, of](cost::Rates& own, std::optional<double> typed) {
                if (typed)
                    (own.*which)[of] = *typed;
                else
                    (own.*which).erase(of);
            });
    }

    /// In the order of their holes.
    std::vector<std::string> fasteners() const {
        std::vector<std::string> found;
        for (const job::Plate& plate : document.job().plates)
            for (const job::Hole& hole : plate.holes) {
                if (!hole.fastener) continue;
                const std::string name = hardware::nameOf(*hole.fastener);
                if (std::find(found.begin(), found.end(), name) == found.end()) found.push_back(name);
            }
        return found;
    }

    Cell::Answer save(const Set& set, std::optional<double> typed) const {
        constexpr double kMost = 1e9;
        if (typed && !(*typed >= 0 && *typed <= kMost))
            return Error{"A price or share is 0 or more.", "rates"};
        auto wrong = document.books().work.change(
            QObject::tr("Your prices"), [&](cost::WorkBook& own) { set(own.rates, typed); }, cost::writeWork,
            tell);
        if (!wrong) changed();
        return wrong;
    }

    static QString capital(const QString& says) { return says.left(1).toUpper() + says.mid(1); }

    Document& document;
    std::function<void()> changed;
    std::function<void(const QString&)> tell;
    const cost::Rates& rates;
    std::vector<Line> all;
};

} // namespace

std::vector<Line> priceLines(Document& document, const std::function<void()>& changed,
                             const std::function<void(const QString&)>& tell) {
    return Prices(document, changed, tell).lines();
}

} // namespace goodfold::app
