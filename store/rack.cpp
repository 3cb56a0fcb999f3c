// What the logbook keeps of the rack.
#include "files/csv_table.h"
#include "quantity/length.h"
#include "store/logbook.h"
#include "store/statement.h"

namespace goodfold::store {

using stock::RackStock;

namespace {

void putStock(QSqlDatabase& database, const RackStock& stock) {
    const bool isSheet = stock.form == job::StockForm::Sheet;
    execute(database, // another row in its place would be another row
            "INSERT INTO rack VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO UPDATE SET"
            " form = excluded.form, material = excluded.material, width = excluded.width,"
            " thickness = excluded.thickness, length = excluded.length, name = excluded.name,"
            " count = excluded.count, price = excluded.price, offcut = excluded.offcut,"
            " batch = excluded.batch, measured = excluded.measured, holes = excluded.holes",
            {text(stock.id), isSheet ? "sheet" : "bar", text(stock.material), stock.width, stock.thickness,
             stock.length, text(stock.name),
             stock.count ? QVariant(*stock.count) : QVariant(QMetaType(QMetaType::Int)), stock.price,
             stock.isOffcut ? 1 : 0, text(stock.batch), stock.measured,
             text(stock::shownHoles(stock.holes, files::csvNumber))});
}

RackStock stockFrom(const Statement& row) {
    RackStock stock{row.text(1) == "sheet" ? job::StockForm::Sheet : job::StockForm::Bar,
                    row.text(2),
                    row.number(3),
                    row.number(4),
                    row.number(5),
                    row.text(6)};
    if (!row.isNull(7)) stock.count = row.whole(7);
    stock.price = row.number(8);
    stock.isOffcut = row.whole(9) != 0;
    stock.batch = row.text(10);
    stock.measured = row.number(11);
    const auto holes = stock::typedHoles(
        row.text(12), [](const std::string& figure) { return quantity::parseNumber(figure); });
    if (!holes) throw Error{"The rack's " + stock.name + " cannot be read: " + holes.error().says + ".", {}};
    stock.holes = *holes;
    stock.id = row.text(0);
    return stock;
}

} // namespace

std::optional<Error> Logbook::changeRack(const std::vector<std::string>& gone,
                                         const std::vector<RackStock>& changed) {
    return written(*database, [&] {
        for (const std::string& id : gone)
            execute(*database, "DELETE FROM rack WHERE id = ?", {text(id)});
        for (const RackStock& stock : changed)
            putStock(*database, stock);
    });
}

Result<stock::Rack> Logbook::rack() {
    return answer<stock::Rack>([&] {
        Statement rows(*database,
                       "SELECT * FROM rack ORDER BY form, material, thickness, width, length DESC, name, id");
        stock::Rack rack;
        while (rows.next()) {
            RackStock stock = stockFrom(rows);
            auto& into = stock.form == job::StockForm::Sheet ? rack.sheets : rack.bars;
            if (!into) into.emplace();
            into->push_back(std::move(stock));
        }
        return rack;
    });
}

} // namespace goodfold::store
