// What a panel shows, as values: blocks of lines of cells. A sheet lays them out, paints them and lets the
// keyboard reach them.
#pragma once

#include "app/base/document.h"
#include "app/widgets/value_field.h"

#include <QString>
#include <QStringList>

namespace goodfold::app {

struct Cell {
    enum class Kind { Words, Value, Choice, Press, Badge, Sign };
    enum class Look { Plain, Faint, Strong, Large, Heading, Link, Button };
    using Answer = std::optional<Error>;

    Kind kind = Kind::Words;
    Look look = Look::Plain;
    QString text; // of a figure: left empty, the value says it
    QString name; // of what can be reached: read aloud, and how tests find it
    QString tip;
    bool wraps = false;  // words over several lines
    bool pushed = false; // stands at the right end of its line

    // Value
    ValueField::Kind valueKind = ValueField::Kind::Length;
    std::optional<double> value;
    std::optional<double> usual; // without a value: what applies then, shown faintly; it may be typed empty
    std::function<Answer(std::optional<double>)> commit;
    // Choice
    QStringList options;
    int chosen = -1;
    std::function<Answer(int)> choose;
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
Cell valueCell(ValueField::Kind kind, const QString& name, double value,
            std::function<Cell::Answer(double)> commit);
/// One that may be empty.
Cell optionalCell(ValueField::Kind kind, const QString& name, const std::optional<double>& value, double usual,
                 std::function<Cell::Answer(std::optional<double>)> commit);
Cell choice(const QString& name, const QStringList& options, int chosen,
            std::function<Cell::Answer(int)> choose);
Cell press(const QString& text, const QString& name, std::function<Cell::Answer()> press,
           Cell::Look look = Cell::Look::Plain);

} // namespace goodfold::app
