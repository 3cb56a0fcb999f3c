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

Cell optionalCell(ValueField::Kind kind, const QString& name, const std::optional<double>& value, double usual,
                 std::function<Cell::Answer(std::optional<double>)> commit) {
    Cell cell;
    cell.kind = Cell::Kind::Value;
    cell.look = Cell::Look::Strong;
    cell.name = name;
    cell.valueKind = kind;
    cell.value = value;
    cell.usual = usual;
    cell.commit = std::move(commit);
    return cell;
}

Cell valueCell(ValueField::Kind kind, const QString& name, double value,
            std::function<Cell::Answer(double)> commit) {
    Cell cell =
        optionalCell(kind, name, value, value,
                    [commit = std::move(commit)](std::optional<double> typed) { return commit(*typed); });
    cell.usual.reset(); // something must be typed
    return cell;
}

Cell choice(const QString& name, const QStringList& options, int chosen,
            std::function<Cell::Answer(int)> choose) {
    Cell cell;
    cell.kind = Cell::Kind::Choice;
    cell.name = name;
    cell.options = options;
    cell.chosen = chosen;
    cell.choose = std::move(choose);
    cell.text = options.value(chosen);
    return cell;
}

Cell press(const QString& text, const QString& name, std::function<Cell::Answer()> press, Cell::Look look) {
    Cell cell;
    cell.kind = Cell::Kind::Press;
    cell.look = look;
    cell.text = text;
    cell.name = name;
    cell.press = std::move(press);
    return cell;
}

} // namespace goodfold::app
