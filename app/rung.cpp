#include "app/rung.h"

#include "app/badge.h"
#include "app/notice.h"
#include "app/theme.h"
#include "app/value_field.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QStyle>

namespace goodfold::app {

namespace {

QString text(const std::string& s) {
    return QString::fromStdString(s);
}

/// Things side by side, the rest of the width left free.
QHBoxLayout* line(const std::vector<QWidget*>& widgets) {
    auto* layout = new QHBoxLayout;
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    for (QWidget* widget : widgets)
        layout->addWidget(widget);
    layout->addStretch();
    return layout;
}

QVBoxLayout* stacked(const std::vector<QLayout*>& lines) {
    auto* layout = new QVBoxLayout;
    layout->setSpacing(0);
    for (QLayout* one : lines)
        layout->addLayout(one);
    return layout;
}

QString kindInWords(Element::Kind kind) {
    switch (kind) {
    case Element::Kind::Plate:
        return QObject::tr("leg");
    case Element::Kind::Bend:
        return QObject::tr("bend");
    case Element::Kind::Hole:
        return QObject::tr("hole");
    case Element::Kind::Nothing:
        break;
    }
    return {};
}

} // namespace

Rung::Rung(Document& document, const Element& element, QWidget* parent)
    : QFrame(parent), document(document), about(element) {
    setAttribute(Qt::WA_Hover);
}

void Rung::refresh() {
    update();
}

QLabel* Rung::faint(const QString& says) {
    auto* label = new QLabel(says, this);
    label->setProperty("role", "faint");
    return label;
}

QString Rung::nameOf(const QString& what) const {
    return tr("%1 of %2 %3").arg(what, kindInWords(about.kind), text(about.id));
}

ValueField* Rung::figure(ValueField::Kind kind, const QString& what, const Setter& set) {
    const QString name = nameOf(what);
    auto* field = new ValueField(document, kind, name, this);
    field->setHugging(true);
    field->setCommit([this, name, set](std::optional<double> typed) -> std::optional<Error> {
        // An undo may take the thing away while something is still typed in its field.
        if (!document.has(about)) return {};
        return document.change(name.left(1).toLower() + name.mid(1),
                               [&](part::Job& job) { set(job, typed); });
    });
    watch(field);
    return field;
}

void Rung::watch(QWidget* field) {
    reachable.push_back(field);
    field->installEventFilter(this);
}

bool Rung::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusIn) document.select(about);
    return QFrame::eventFilter(watched, event);
}

bool Rung::event(QEvent* event) {
    if (event->type() == QEvent::HoverEnter) document.setHovered(about);
    if (event->type() == QEvent::HoverLeave) document.setHovered({});
    return QFrame::event(event);
}

void Rung::mousePressEvent(QMouseEvent*) {
    document.select(about);
    reachable.front()->setFocus(Qt::MouseFocusReason);
}

void Rung::paintEvent(QPaintEvent*) {
    const bool isSelected = document.selected() == about, isHovered = document.hovered() == about;
    if (!isSelected && !isHovered) return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const draw::Palette& p = colours();
    painter.setPen(QPen(isSelected ? p.accent : p.rule, isSelected ? 1.4 : 1));
    painter.setBrush(isSelected ? p.field : Qt::transparent);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 6, 6);
}

LegRung::LegRung(Document& document, const std::string& id, QWidget* parent)
    : Rung(document, Element::plate(id), parent), reach(faint({})) {
    length = figure(ValueField::Kind::Length, tr("Length"),
                    [id](part::Job& job, auto typed) { job.findPlate(id)->length = *typed; });
    length->setProperty("role", "number");
    length->setAlignment(Qt::AlignRight);
    length->setHugging(false);
    length->setFixedWidth(104);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(4, 5, 8, 5);
    layout->setSpacing(8);
    layout->addWidget(new Badge(about, 0, this));
    layout->addLayout(stacked({line({new QLabel(kindInWords(about.kind), this)}), line({reach})}), 1);
    layout->addWidget(length);
    refresh();
}

void LegRung::refresh() {
    const part::Job& job = document.job();
    const part::Plate* plate = job.findPlate(about.id);
    if (!plate) return;
    const QString side = job.dimensionTo == part::DimensionTo::Outside  ? tr("outside")
                         : job.dimensionTo == part::DimensionTo::Inside ? tr("inside")
                                                                        : tr("tangent");
    const QString from = job.bendTo(about.id) ? side : tr("end");
    const QString to = part::endIsFree(job, about.id) ? tr("end") : side;
    reach->setText(tr("%1 to %2").arg(from, to));
    length->setValue(plate->length);
    Rung::refresh();
}

BendRung::BendRung(Document& document, const std::string& id, QWidget* parent)
    : Rung(document, Element::bend(id), parent), turn(new QPushButton(this)) {
    angle = figure(ValueField::Kind::Angle, tr("Angle"),
                   [id](part::Job& job, auto typed) { job.findBend(id)->angleDeg = *typed; });
    watch(turn);
    radius = figure(ValueField::Kind::Size, tr("Inside radius"),
                    [id](part::Job& job, auto typed) { job.findBend(id)->insideRadius = typed; });
    lean = figure(ValueField::Kind::Angle, tr("Lean from square"),
                  [id](part::Job& job, auto typed) { job.findBend(id)->skewDeg = *typed; });
    k = figure(ValueField::Kind::Number, tr("K-factor"),
               [id](part::Job& job, auto typed) { job.findBend(id)->k = typed; });
    radius->setMayBeEmpty(true);
    k->setMayBeEmpty(true);
    turn->setProperty("role", "turn");
    turn->setAccessibleName(nameOf(tr("Turn")));
    turn->setToolTip(tr("Turns the other way"));
    connect(turn, &QPushButton::clicked, this, &BendRung::turnOver);

    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(4, 4, 4, 4);
    layout->setSpacing(8);
    layout->addWidget(new Badge(about, document.part().bendIndex(id), this));
    layout->addLayout(stacked({line({angle, turn}),
                               line({faint(tr(" R")), radius, faint(tr("leans")), lean, faint(tr("K")), k})}),
                      1);
    refresh();
}

void BendRung::turnOver() {
    document.change(tr("turn of bend %1").arg(text(about.id)), [&](part::Job& job) {
        part::Turn& way = job.findBend(about.id)->turn;
        way = way == part::Turn::Up ? part::Turn::Down : part::Turn::Up;
    });
}

void BendRung::refresh() {
    const part::Bend* bend = document.job().findBend(about.id);
    if (!bend) return;
    const part::PartBend& solved =
        document.part().bends[static_cast<size_t>(document.part().bendIndex(about.id))];
    angle->setValue(bend->angleDeg);
    lean->setValue(bend->skewDeg);
    if (bend->insideRadius)
        radius->setValue(*bend->insideRadius);
    else
        radius->setEmpty(solved.shape.insideRadius);
    if (bend->k)
        k->setValue(*bend->k);
    else
        k->setEmpty(solved.k);
    k->setToolTip(bend->k ? tr("Typed here; empty it to go by the allowance rule")
                          : tr("From: %1").arg(text(solved.kSource)));
    radius->setToolTip(bend->insideRadius ? tr("Typed here; empty it to take what the material wants")
                                          : tr("What the material wants for this thickness"));
    turn->setText(bend->turn == part::Turn::Up ? tr("toward you") : tr("away from you"));
    Rung::refresh();
}

HoleRung::HoleRung(Document& document, const std::string& id, QWidget* parent)
    : Rung(document, Element::hole(id), parent), xFrom(new QComboBox(this)), yFrom(new QComboBox(this)) {
    diameter = figure(ValueField::Kind::Size, tr("Diameter"),
                      [id](part::Job& job, auto typed) { job.findHole(id)->diameter = *typed; });
    x = figure(ValueField::Kind::Length, tr("Distance along the leg"),
               [id](part::Job& job, auto typed) { job.findHole(id)->x = *typed; });
    watch(xFrom);
    y = figure(ValueField::Kind::Length, tr("Distance across the leg"),
               [id](part::Job& job, auto typed) { job.findHole(id)->y = *typed; });
    xFrom->setAccessibleName(nameOf(tr("Where the distance along counts from")));
    yFrom->setAccessibleName(nameOf(tr("Where the distance across counts from")));
    yFrom->addItems({tr("right"), tr("left"), tr("centre")});
    for (QComboBox* box : {xFrom, yFrom}) {
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(1);
        box->setMinimumWidth(76);
    }
    watch(yFrom);
    connect(xFrom, &QComboBox::activated, this, &HoleRung::chooseXFrom);
    connect(yFrom, &QComboBox::activated, this, &HoleRung::chooseYFrom);

    QLayout* lines =
        stacked({line({faint(text(id) + QStringLiteral("  ø")), diameter, x, faint(tr("from")), xFrom}),
                 line({faint(tr("across")), y, faint(tr("from")), yFrom})});
    lines->setContentsMargins(42, 2, 2, 2); // under the words of its leg
    setLayout(lines);
    refresh();
}

void HoleRung::fillXFrom() {
    using XFrom = part::Hole::XFrom;
    const part::Job& job = document.job();
    const part::Plate* plate = job.plateOfHole(about.id);
    const QSignalBlocker quiet(xFrom);
    xFrom->clear();
    const auto add = [&](const QString& label, XFrom from) { xFrom->addItem(label, static_cast<int>(from)); };
    if (part::startIsFree(job, plate->id)) {
        add(tr("start"), XFrom::Start);
    } else {
        add(tr("outside"), XFrom::Outside);
        add(tr("inside"), XFrom::Inside);
        add(tr("tangent"), XFrom::Tangent);
    }
    if (part::endIsFree(job, plate->id)) add(tr("end"), XFrom::End);
    for (const part::Hole& other : plate->holes)
        if (other.id != about.id) add(text(other.id), XFrom::Hole);
    const part::Hole* hole = job.findHole(about.id);
    const int shown = hole->xFrom == XFrom::Hole ? xFrom->findText(text(hole->xFromHole))
                                                 : xFrom->findData(static_cast<int>(hole->xFrom));
    xFrom->setCurrentIndex(shown);
}

void HoleRung::chooseXFrom(int index) {
    const auto from = static_cast<part::Hole::XFrom>(xFrom->itemData(index).toInt());
    measureFromElsewhere(part::withHoleXFrom(document.job(), document.material(), about.id, from,
                                             xFrom->itemText(index).toStdString()));
}

void HoleRung::chooseYFrom(int index) {
    measureFromElsewhere(part::withHoleYFrom(document.job(), document.material(), about.id,
                                             static_cast<part::Hole::YFrom>(index)));
}

void HoleRung::measureFromElsewhere(const Result<part::Edited>& edited) {
    const auto wrong = document.apply(tr("where %1 counts from").arg(text(about.id)), edited);
    if (!wrong) return;
    Notice::say(*xFrom, text(wrong->says));
    refresh();
}

void HoleRung::refresh() {
    const part::Hole* hole = document.job().findHole(about.id);
    if (!hole) return;
    diameter->setValue(hole->diameter);
    x->setValue(hole->x);
    y->setValue(hole->y);
    fillXFrom();
    yFrom->setCurrentIndex(static_cast<int>(hole->yFrom));
    Rung::refresh();
}

} // namespace goodfold::app
