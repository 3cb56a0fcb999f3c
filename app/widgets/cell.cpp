#include "app/widgets/cell.h"

namespace goodfold::app {

Cell words(const QString& text, Cell::Look look) {
    Cell cell;
    cell.text = text;
    cell.look = look;
    return cell;
}

Cell wrapped(const QString& text, Cell::Look look) {
    Cell cell = words(text, look);
    cell.wraps = true;
    return cell;
}

Cell optionalCell(ValueField::Kind kind, const CellName& who, const std::optional<double>& value,
                  double usual, std::function<Cell::Answer(std::optional<double>)> commit) {
    Cell cell;
    cell.kind = Cell::Kind::Value;
    cell.look = Cell::Look::Strong;
    cell.id = who.id;
    cell.name = who.name;
    cell.valueKind = kind;
    cell.value = value;
    cell.usual = usual;
    cell.commit = std::move(commit);
    return cell;
}

Cell valueCell(ValueField::Kind kind, const CellName& who, double value,
               std::function<Cell::Answer(double)> commit) {
    Cell cell =
        optionalCell(kind, who, value, value,
                     [commit = std::move(commit)](std::optional<double> typed) { return commit(*typed); });
    cell.usual.reset(); // something must be typed
    return cell;
}

Cell choice(const CellName& who, std::vector<Option> options, const QString& chosen,
            std::function<Cell::Answer(const QString& key)> choose) {
    Cell cell;
    cell.kind = Cell::Kind::Choice;
    cell.id = who.id;
    cell.name = who.name;
    for (const Option& option : options)
        if (option.key == chosen) cell.text = option.text;
    cell.options = std::move(options);
    cell.chosen = chosen;
    cell.choose = std::move(choose);
    return cell;
}

Cell press(const QString& text, const CellName& who, std::function<Cell::Answer()> press, Cell::Look look) {
    Cell cell;
    cell.kind = Cell::Kind::Press;
    cell.look = look;
    cell.text = text;
    cell.id = who.id;
    cell.name = who.name;
    cell.press = std::move(press);
    return cell;
}

} // namespace goodfold::app
