#include "app/bracket/new_bend_box.h"

#include "app/bracket/edge_names.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "app/widgets/value_field.h"

#include <QApplication>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QTimer>
#include <QToolButton>
#include <QVBoxLayout>

namespace goodfold::app {

NewBendBox::NewBendBox(Document& document, const std::string& plate, const job::Bend& bend,
                       std::optional<double> width, QWidget* parent)
    : QFrame(parent), document(document), plate(plate), bend(bend), width(width),
      depth(edit::newLegLength(document.job())) {
    const QString says = tr("New leg at the %1 of %2").arg(nameOf(bend.edge), QString::fromStdString(plate));
    setAccessibleName(says);
    auto* heading = new QLabel(says, this);
    heading->setProperty("role", "faint");
    depthField = field(tr("Depth of the new leg"), false, depth);
    angleField = field(tr("Angle of the new bend"), true, this->bend.angleDeg);
    turn = new QToolButton(this);
    turn->setAccessibleName(tr("Which way the new leg is bent"));
    turn->setFocusPolicy(Qt::StrongFocus);
    const auto sayTurn = [this] {
        turn->setText(this->bend.turn == job::Turn::Up ? tr("toward you") : tr("away from you"));
    };
    connect(turn, &QToolButton::clicked, this, [this, sayTurn] {
        this->bend.turn = this->bend.turn == job::Turn::Up ? job::Turn::Down : job::Turn::Up;
        sayTurn();
    });
    sayTurn();
    auto* add = new QToolButton(this);
    add->setText(tr("Add"));
    add->setAccessibleName(tr("Add it"));
    add->setFocusPolicy(Qt::StrongFocus);
    connect(add, &QToolButton::clicked, this, &NewBendBox::make);

    auto* figures = new QHBoxLayout;
    figures->setSpacing(6);
    const auto named = [&](const QString& name, QWidget* what) {
        auto* label = new QLabel(name, this);
        label->setProperty("role", "faint");
        figures->addWidget(label);
        figures->addWidget(what);
    };
    named(tr("depth"), depthField);
    named(tr("bent"), angleField);
    figures->addWidget(turn);
    figures->addWidget(add);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(10, 6, 10, 8);
    layout->setSpacing(4);
    layout->addWidget(heading);
    layout->addLayout(figures);
    connect(qApp, &QApplication::focusChanged, this, &NewBendBox::closeUnlessInside);
}

ValueField* NewBendBox::field(const QString& name, bool isAngle, double& figure) {
    auto* made = new ValueField(document, this);
    made->setProperty("role", "overlay");
    made->setFixedWidth(px(108));
    made->offerSteps();
    made->open(isAngle ? ValueField::Kind::BendAngle : ValueField::Kind::Length, name, figure, {},
               [&figure](std::optional<double> typed) -> std::optional<Error> {
                   figure = *typed;
                   return {};
               });
    made->deselect(); // what is selected is where typing goes
    connect(made, &ValueField::committed, this, &NewBendBox::make);
    connect(made, &ValueField::abandoned, this, [this] {
        isOpen = false;
        emit closed();
    });
    return made;
}

void NewBendBox::openAt(const QPoint& point) {
    adjustSize();
    const QSize room = parentWidget()->size() - size();
    move(qBound(4, point.x() + 14, room.width() - 4), qBound(4, point.y() - height() / 2, room.height() - 4));
    show();
    raise();
    depthField->setFocus(Qt::OtherFocusReason);
    depthField->selectAll();
    isOpen = true;
}

void NewBendBox::make() {
    for (ValueField* figure : {depthField, angleField})
        if (!figure->stands()) return figure->setFocus();
    const job::Job& job = document.job();
    const auto made = job.stock.form == job::StockForm::Sheet
                          ? edit::withFlange(job, plate, bend, depth, width)
                      : bend.edge == job::Edge::Start ? edit::withBendAtStart(job, bend, depth)
                                                      : edit::withBendAtEnd(job, plate, bend, depth);
    if (const auto wrong = document.apply(tr("new bend"), made))
        return Notice::say(*this, QString::fromStdString(wrong->says));
    isOpen = false;
    emit closed();
}

/// Left without Enter, nothing is made. Queued: between two of its fields nothing has the focus.
void NewBendBox::closeUnlessInside() {
    QTimer::singleShot(0, this, [this] {
        const QWidget* focus = QApplication::focusWidget();
        if (!isOpen || !focus || isAncestorOf(focus)) return;
        isOpen = false;
        emit closed();
    });
}

void NewBendBox::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(colours().accent, 1.6));
    painter.setBrush(colours().field);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 6, 6);
}

} // namespace goodfold::app
