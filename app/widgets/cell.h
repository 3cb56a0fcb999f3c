// What a panel shows, as values: blocks of lines of cells. A sheet lays them out, paints them and lets the
// keyboard reach them.
#pragma once

#include "app/base/document.h"
#include "app/widgets/value_field.h"

#include <QString>
#include <QStringList>

#include <memory>

namespace goodfold::app {

/// Who a cell is. The id is for programs: tests, undo, shortcuts, what finds a cell again after an edit; it
/// stays. The name is for people, read aloud, and free to change.
struct CellName {
    QString id;   // "leg.A.length"
    QString name; // "Length of leg A"
};

/// One of the things a choice can be.
struct Option {
    QString key; // stays, as ids do
    QString text;
};

struct Cell {
    enum class Kind { Words, Value, Choice, Press, Badge, Sign };
    enum class Look { Plain, Faint, Strong, Large, Heading, Link, Button };
    using Answer = std::optional<Error>;

    Kind kind = Kind::Words;
    Look look = Look::Plain;
    QString text; // of a figure: left empty, the value says it
    QString id;   // of what can be reached
    QString name; // the same for people
    QString tip;
    bool wraps = false;  // words over several lines
    bool pushed = false; // stands at the right end of its line

    // Value
    ValueField::Kind valueKind = ValueField::Kind::Length;
    std::optional<double> value;
    std::optional<double> usual; // without a value: what applies then, shown faintly; it may be typed empty
    std::function<Answer(std::optional<double>)> commit;
    // Choice
    std::vector<Option> options;
    QString chosen; // its key
    std::function<Answer(const QString& key)> choose;
    // Press
    std::function<Answer()> press;
    // Badge, Sign
    Element about;
    int order = 0;
    check::Severity severity = check::Severity::Note;

    bool isReachable() const { return kind == Kind::Value || kind == Kind::Choice || kind == Kind::Press; }
};

using Line = std::vector<Cell>;

/// Lines that belong together and are about one thing; lit where it is selected or pointed at.
struct Block {
    Element about;
    int indent = 0; // pixels at 100 %
    int gapAbove = 2;
    std::vector<Line> lines;
};

Cell words(const QString& text, Cell::Look look = Cell::Look::Plain);
Cell wrapped(const QString& text, Cell::Look look = Cell::Look::Plain);
Cell valueCell(ValueField::Kind kind, const CellName& who, double value,
               std::function<Cell::Answer(double)> commit);
/// One that may be empty.
Cell optionalCell(ValueField::Kind kind, const CellName& who, const std::optional<double>& value,
                  double usual, std::function<Cell::Answer(std::optional<double>)> commit);
Cell choice(const CellName& who, std::vector<Option> options, const QString& chosen,
            std::function<Cell::Answer(const QString& key)> choose);
Cell press(const QString& text, const CellName& who, std::function<Cell::Answer()> press,
           Cell::Look look = Cell::Look::Plain);

/// A choice among values of the job: each has a key that stays, whatever its place in the code or the menu.
template <class Value> struct OptionOf {
    QString key;
    Value value;
    QString text;
};
template <class Value, class Choose>
Cell choiceOf(const CellName& who, const std::vector<OptionOf<Value>>& options, const Value& now,
              Choose choose) {
    std::vector<Option> shown;
    QString chosen;
    for (const OptionOf<Value>& option : options) {
        shown.push_back({option.key, option.text});
        if (option.value == now) chosen = option.key;
    }
    // Shared: cells are copied, their options need not be.
    const auto all = std::make_shared<const std::vector<OptionOf<Value>>>(options);
    return choice(who, std::move(shown), chosen, [all, choose](const QString& key) -> Cell::Answer {
        for (const OptionOf<Value>& option : *all)
            if (option.key == key) return choose(option.value);
        return {};
    });
}

} // namespace goodfold::app
