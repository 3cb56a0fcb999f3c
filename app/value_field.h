// A figure edited in place. What makes no sense gets a sentence, and the old value stays.
#pragma once

#include "app/document.h"

#include <QLineEdit>

#include <functional>

namespace goodfold::app {

class ValueField : public QLineEdit {
    Q_OBJECT
public:
    enum class Kind { Length, Size, Angle, Number }; // Size: of a drill, a radius, the stock
    using Commit = std::function<std::optional<Error>(std::optional<double>)>;

    /// `name` is read out to those who cannot see where the field stands.
    ValueField(Document& document, Kind kind, const QString& name, QWidget* parent = nullptr);

    /// Millimetres, degrees or a plain number. Shown when nothing is being typed.
    void setValue(double value);
    /// An empty field: `usual` is what applies then, shown faintly.
    void setEmpty(double usual);
    /// Typing nothing is a value too: the usual one.
    void setMayBeEmpty(bool on) { mayBeEmpty = on; }
    void setCommit(Commit commit) { whenTyped = std::move(commit); }
    /// Shrinks to its text, so that words can follow the figure.
    void setHugging(bool on);

signals:
    void committed(); // Enter was pressed and the value stands
    void abandoned(); // Escape was pressed

protected:
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QString shown(double value, bool forTyping) const;
    void refresh();
    void hug();
    bool commitTyped();
    Result<double> parsed() const;

    Document& document;
    Kind kind;
    Commit whenTyped;
    std::optional<double> value;
    QString before; // what stood in the field when typing began
    bool hugging = false;
    bool mayBeEmpty = false;
};

} // namespace goodfold::app
