// Rungs of the ladder: a leg, a bend, a hole, each with its figures edited in place.
#pragma once

#include "app/document.h"
#include "app/value_field.h"

#include <QFrame>

class QComboBox;
class QLabel;
class QPushButton;

namespace goodfold::app {

class Rung : public QFrame {
    Q_OBJECT
public:
    Rung(Document& document, const Element& element, QWidget* parent);
    const Element& element() const { return about; }
    /// Shows the document as it is now.
    virtual void refresh();
    /// What the keyboard reaches, in reading order; typing starts at the first.
    const std::vector<QWidget*>& fields() const { return reachable; }

protected:
    bool event(QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    QLabel* faint(const QString& text);
    /// "<what> of bend 2".
    QString nameOf(const QString& what) const;
    using Setter = std::function<void(part::Job&, std::optional<double>)>;
    /// A field of this rung that writes to the job by `set`.
    ValueField* figure(ValueField::Kind kind, const QString& what, const Setter& set);
    /// Makes the field the rung's next in reading order; the rung is selected when the keyboard comes to it.
    void watch(QWidget* field);
    bool eventFilter(QObject* watched, QEvent* event) override;

    Document& document;
    Element about;

private:
    std::vector<QWidget*> reachable;
};

class LegRung final : public Rung {
    Q_OBJECT
public:
    LegRung(Document& document, const std::string& id, QWidget* parent);
    void refresh() override;

private:
    QLabel* reach;
    ValueField* length;
};

class BendRung final : public Rung {
    Q_OBJECT
public:
    BendRung(Document& document, const std::string& id, QWidget* parent);
    void refresh() override;

private:
    void turnOver();
    ValueField *angle, *radius, *lean, *k;
    QPushButton* turn;
};

class HoleRung final : public Rung {
    Q_OBJECT
public:
    HoleRung(Document& document, const std::string& id, QWidget* parent);
    void refresh() override;

private:
    void fillXFrom();
    void chooseXFrom(int index);
    void chooseYFrom(int index);
    void measureFromElsewhere(const Result<part::Edited>& edited);
    ValueField *diameter, *x, *y;
    QComboBox *xFrom, *yFrom;
};

} // namespace goodfold::app
