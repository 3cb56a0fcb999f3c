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

QHBoxLayout* row(int spacing = 2) {
    auto* layout = new QHBoxLayout;
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(spacing);
    return layout;
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

void Rung::watch(QWidget* field) {
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
    firstField()->setFocus(Qt::MouseFocusReason);
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
    : Rung(document, Element::plate(id), parent) {
    auto* layout = row(8);
    layout->setContentsMargins(4, 5, 8, 5);
    layout->addWidget(new Badge(about, 0, this));
    auto* words = new QVBoxLayout;
    words->setSpacing(0);
    words->addWidget(new QLabel(tr("leg"), this));
    words->addWidget(reach = faint({}));
    layout->addLayout(words);
    layout->addStretch();
    length = new ValueField(document, ValueField::Kind::Length, tr("Length of leg %1").arg(text(id)), this);
    length->setProperty("role", "number");
    length->setAlignment(Qt::AlignRight);
    length->setFixedWidth(104);
    length->setCommit([this](std::optional<double> typed) {
        return this->document.change(tr("length of %1").arg(text(about.id)),
                                     [&](part::Job& job) { job.findPlate(about.id)->length = *typed; });
    });
    watch(length);
    layout->addWidget(length);
    setLayout(layout);
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

QWidget* LegRung::firstField() const {
    return length;
}

BendRung::BendRung(Document& document, const std::string& id, QWidget* parent)
    : Rung(document, Element::bend(id), parent) {
    const auto name = [&](const QString& what) { return tr("%1 of bend %2").arg(what, text(id)); };
    const auto field = [&](ValueField::Kind kind, const QString& what) {
        auto* made = new ValueField(document, kind, name(what), this);
        made->setHugging(true);
        watch(made);
        return made;
    };
    angle = field(ValueField::Kind::Angle, tr("Angle"));
    radius = field(ValueField::Kind::Size, tr("Inside radius"));
    lean = field(ValueField::Kind::Angle, tr("Lean from square"));
    k = field(ValueField::Kind::Number, tr("K-factor"));
    radius->setMayBeEmpty(true);
    k->setMayBeEmpty(true);
    angle->setCommit([this](auto typed) {
        return this->document.change(tr("angle of bend %1").arg(text(about.id)),
                                     [&](part::Job& job) { job.findBend(about.id)->angleDeg = *typed; });
    });
    lean->setCommit([this](auto typed) {
        return this->document.change(tr("lean of bend %1").arg(text(about.id)),
                                     [&](part::Job& job) { job.findBend(about.id)->skewDeg = *typed; });
    });
    radius->setCommit([this](auto typed) {
        return this->document.change(tr("radius of bend %1").arg(text(about.id)),
                                     [&](part::Job& job) { job.findBend(about.id)->insideRadius = typed; });
    });
    k->setCommit([this](auto typed) {
        return this->document.change(tr("K of bend %1").arg(text(about.id)),
                                     [&](part::Job& job) { job.findBend(about.id)->k = typed; });
    });
    turn = new QPushButton(this);
    turn->setProperty("role", "turn");
    turn->setAccessibleName(name(tr("Turn")));
    turn->setToolTip(tr("Turns the other way"));
    watch(turn);
    connect(turn, &QPushButton::clicked, this, [this] {
        this->document.change(tr("turn of bend %1").arg(text(about.id)), [&](part::Job& job) {
            part::Turn& way = job.findBend(about.id)->turn;
            way = way == part::Turn::Up ? part::Turn::Down : part::Turn::Up;
        });
    });

    auto* first = row();
    first->addWidget(angle);
    first->addWidget(turn);
    first->addStretch();
    auto* second = row();
    second->addWidget(faint(tr(" R")));
    second->addWidget(radius);
    second->addWidget(faint(tr("leans")));
    second->addWidget(lean);
    second->addWidget(faint(tr("K")));
    second->addWidget(k);
    second->addStretch();
    auto* words = new QVBoxLayout;
    words->setSpacing(0);
    words->addLayout(first);
    words->addLayout(second);
    auto* layout = row(8);
    layout->setContentsMargins(4, 4, 4, 4);
    const int order = document.part().bendIndex(id);
    layout->addWidget(new Badge(about, order, this));
    layout->addLayout(words);
    setLayout(layout);
    refresh();
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

QWidget* BendRung::firstField() const {
    return angle;
}

HoleRung::HoleRung(Document& document, const std::string& id, QWidget* parent)
    : Rung(document, Element::hole(id), parent) {
    const auto name = [&](const QString& what) { return tr("%1 of hole %2").arg(what, text(id)); };
    const auto field = [&](const QString& what, double part::Hole::*member) {
        const bool isSize = member == &part::Hole::diameter;
        auto* made = new ValueField(document, isSize ? ValueField::Kind::Size : ValueField::Kind::Length,
                                    name(what), this);
        made->setHugging(true);
        watch(made);
        made->setCommit([this, member, what](std::optional<double> typed) {
            return this->document.change(tr("%1 of %2").arg(what.toLower(), text(about.id)),
                                         [&](part::Job& job) { job.findHole(about.id)->*member = *typed; });
        });
        return made;
    };
    diameter = field(tr("Diameter"), &part::Hole::diameter);
    x = field(tr("Distance along the leg"), &part::Hole::x);
    y = field(tr("Distance across the leg"), &part::Hole::y);
    xFrom = new QComboBox(this);
    xFrom->setAccessibleName(name(tr("Where the distance counts from")));
    yFrom = new QComboBox(this);
    yFrom->setAccessibleName(name(tr("Where the distance across counts from")));
    yFrom->addItems({tr("right edge"), tr("left edge"), tr("centre")});
    for (QComboBox* box : {xFrom, yFrom}) {
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(1);
        box->setMinimumWidth(66);
        watch(box);
    }
    connect(xFrom, &QComboBox::activated, this, &HoleRung::chooseXFrom);
    connect(yFrom, &QComboBox::activated, this, [this](int index) {
        this->document.apply(tr("where %1 counts from").arg(text(about.id)),
                             part::withHoleYFrom(this->document.job(), this->document.material(), about.id,
                                                 static_cast<part::Hole::YFrom>(index)));
    });

    auto* first = row();
    first->addWidget(faint(text(id) + QStringLiteral("  ø")));
    first->addWidget(diameter);
    first->addWidget(x);
    first->addWidget(faint(tr("from")));
    first->addWidget(xFrom);
    first->addStretch();
    auto* second = row();
    second->addWidget(faint(tr("across")));
    second->addWidget(y);
    second->addWidget(faint(tr("from")));
    second->addWidget(yFrom);
    second->addStretch();
    auto* words = new QVBoxLayout;
    words->setSpacing(0);
    words->addLayout(first);
    words->addLayout(second);
    auto* layout = row();
    layout->setContentsMargins(42, 2, 2, 2); // under the words of its leg
    layout->addLayout(words);
    setLayout(layout);
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
    if (const auto wrong = document.apply(tr("where %1 counts from").arg(text(about.id)),
                                          part::withHoleXFrom(document.job(), document.material(), about.id,
                                                              from, xFrom->itemText(index).toStdString()))) {
        Notice::say(*xFrom, text(wrong->says));
        fillXFrom();
    }
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

QWidget* HoleRung::firstField() const {
    return x;
}

} // namespace goodfold::app
