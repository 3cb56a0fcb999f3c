#include "app/window/headline.h"

#include "app/widgets/reader_role.h"
#include "app/widgets/signs.h"
#include "app/widgets/theme.h"
#include "app/widgets/undo_key.h"
#include "draw/type.h"
#include "part/mirror.h"
#include "text/lineup_words.h"

#include <QAction>
#include <QButtonGroup>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QToolButton>

#include <algorithm>

namespace goodfold::app {

HeadlineFigure::HeadlineFigure(QWidget* parent) : QWidget(parent) {
    readAs(*this, QAccessible::Button);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
}

void HeadlineFigure::set(const QString& newFigure, const QString& newName,
                         std::optional<check::Severity> newSign) {
    if (figure == newFigure && name == newName && sign == newSign) return;
    figure = newFigure;
    name = newName;
    sign = newSign;
    setAccessibleName(figure + QStringLiteral(", ") + name);
    updateGeometry();
    update();
}

QSize HeadlineFigure::sizeHint() const {
    const QFontMetrics large(textFont(20, draw::Weight::SemiBold)), small(textFont(12));
    const int before = sign ? px(28) : 8;
    return {std::max(large.horizontalAdvance(figure), small.horizontalAdvance(name)) + before + 8, px(46)};
}

void HeadlineFigure::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const int left = sign ? px(28) : 8;
    if (sign) paintSeverity(painter, QRect(px(4), px(13), px(20), px(20)), *sign);
    painter.setPen(colours().ink);
    painter.setFont(textFont(20, draw::Weight::SemiBold));
    painter.drawText(QRect(left, 1, width() - left, px(26)), Qt::AlignLeft | Qt::AlignVCenter, figure);
    painter.setPen(colours().faintInk);
    painter.setFont(textFont(12));
    painter.drawText(QRect(left, px(26), width() - left, px(17)), Qt::AlignLeft | Qt::AlignVCenter, name);
    if (!hasFocus()) return;
    painter.setPen(QPen(colours().accent, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 5, 5);
}

void HeadlineFigure::mouseReleaseEvent(QMouseEvent*) {
    emit pressed();
}

void HeadlineFigure::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Space || event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter)
        emit pressed();
    else
        QWidget::keyPressEvent(event);
}

QString stockInWords(const Document& document) {
    const job::Job& job = document.job();
    const auto length = [&](double mm) {
        return QString::fromStdString(quantity::typesetSize(quantity::Length::mm(mm), job.units));
    };
    const QString material = QString::fromStdString(document.material().shortName);
    QString words =
        job.stock.form == job::StockForm::Bar
            ? QObject::tr("%1 × %2 %3 bar").arg(length(job.stock.width), length(job.thickness), material)
            : QObject::tr("%1 %2 sheet").arg(length(job.thickness), material);
    if (job.coat > 0) words += QObject::tr(" · coat %1").arg(length(job.coat));
    const auto ofHand = [&](bool opposite) {
        return QString::fromStdString(part::handInWords(job.hand, opposite));
    };
    if (job.oppositeHand)
        return words + QObject::tr(" · %1 %2, %1 %3").arg(job.quantity).arg(ofHand(false), ofHand(true));
    if (job.hand != job::Hand::Unsaid)
        return words + QObject::tr(" · %1 %2").arg(job.quantity).arg(ofHand(false));
    return words + QObject::tr(" · make %1").arg(job.quantity);
}

Headline::Headline(Document& document, Planner& planner, OddsCounter& odds, QToolButton* menu, QAction* undo,
                   QAction* redo, QWidget* parent)
    : QWidget(parent), document(document), planner(planner), odds(odds) {
    setObjectName(QStringLiteral("headline"));
    setAttribute(Qt::WA_StyledBackground);
    title = new QLineEdit(this);
    title->setProperty("role", "title");
    title->setAccessibleName(tr("Title of the job"));
    title->setPlaceholderText(tr("Name this bracket"));
    title->setMaxLength(200);
    leaveUndoToDocument(*title);
    connect(title, &QLineEdit::editingFinished, this, [this] {
        const std::string typed = title->text().trimmed().toStdString();
        this->document.change(tr("title"), [&](job::Job& job) { job.title = typed; });
    });
    stock = new QPushButton(this);
    stock->setProperty("role", "link");
    stock->setAccessibleDescription(tr("Opens the stock: width, thickness, material, how many"));
    connect(stock, &QPushButton::clicked, this, &Headline::stockWanted);
    auto* names = new QVBoxLayout;
    names->setSpacing(0);
    names->addWidget(title);
    names->addWidget(stock, 0, Qt::AlignLeft);

    blank = new HeadlineFigure(this);
    connect(blank, &HeadlineFigure::pressed, this, &Headline::blankWanted);
    lineUp = new HeadlineFigure(this);
    connect(lineUp, &HeadlineFigure::pressed, this, &Headline::lineUpWanted);
    connect(&odds, &OddsCounter::counted, this, &Headline::refreshOdds);
    connect(&odds, &OddsCounter::counted, this, &Headline::refreshFindings);
    toMind = new HeadlineFigure(this);
    connect(toMind, &HeadlineFigure::pressed, this, &Headline::findingsWanted);

    auto* units = new QButtonGroup(this);
    millimetres = new QToolButton(this);
    inches = new QToolButton(this);
    millimetres->setText(tr("mm"));
    inches->setText(tr("in"));
    for (const auto& [button, unit] :
         {std::pair{millimetres, quantity::Unit::Millimetre}, {inches, quantity::Unit::Inch}}) {
        button->setProperty("role", "unit");
        button->setCheckable(true);
        units->addButton(button);
        connect(button, &QToolButton::clicked, this, [this, unit = unit] {
            this->document.change(tr("unit"), [&](job::Job& job) { job.units = unit; });
        });
    }
    millimetres->setAccessibleName(tr("Millimetres"));
    inches->setAccessibleName(tr("Inches"));

    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(10, 4, 14, 4);
    layout->setSpacing(4);
    layout->addWidget(menu);
    layout->addSpacing(2);
    layout->addLayout(names, 3);
    layout->addSpacing(12);
    layout->addWidget(blank);
    layout->addSpacing(18);
    layout->addWidget(lineUp);
    layout->addSpacing(18);
    layout->addWidget(toMind);
    layout->addStretch(2);
    layout->addWidget(millimetres);
    layout->addWidget(inches);
    layout->addSpacing(10);
    for (QAction* action : {undo, redo}) {
        auto* button = new QToolButton(this);
        button->setDefaultAction(action);
        button->setToolButtonStyle(Qt::ToolButtonIconOnly);
        button->setFocusPolicy(Qt::StrongFocus);
        button->setIconSize({18, 18});
        layout->addWidget(button);
    }
    connect(&document, &Document::changed, this, &Headline::refresh);
    connect(&document, &Document::planTaken, this, &Headline::refresh);
    connect(&document, &Document::found, this, &Headline::refreshFindings);
    connect(&planner, &Planner::begun, this, &Headline::refreshFindings);
    connect(&planner, &Planner::stopped, this, &Headline::refreshFindings);
    connect(&planner, &Planner::done, this, &Headline::refreshFindings);
    refresh();
    refreshFindings();
}

void Headline::refresh() {
    const job::Job& job = document.job();
    if (!title->hasFocus()) {
        title->setText(QString::fromStdString(job.title));
        title->setCursorPosition(0);
    }
    stock->setText(stockInWords(document));
    const part::Blank& size = document.part().blank;
    QString says = QString::fromStdString(
        quantity::typesetWithUnit(quantity::Length::mm(size.length), document.reading()));
    if (document.part().form == job::StockForm::Sheet)
        says = QStringLiteral("%1 × %2").arg(
            QString::fromStdString(quantity::typeset(quantity::Length::mm(size.length), document.reading())),
            QString::fromStdString(
                quantity::typesetWithUnit(quantity::Length::mm(size.width), document.reading())));
    blank->set(says, tr("blank"));
    refreshOdds();
    (job.units == quantity::Unit::Inch ? inches : millimetres)->setChecked(true);
}

/// That all bolts go in; with a question mark until it is of this job and its own plan.
void Headline::refreshOdds() {
    const auto counted = odds.latest();
    lineUp->setVisible(counted && counted->making);
    if (!lineUp->isVisibleTo(this)) return;
    const QString says = QString::fromStdString(text::oddsInWords(counted->odds.odds));
    lineUp->set(odds.isCurrent() ? says : says + QStringLiteral(" ?"), tr("all bolts go in"));
}

/// Never all clear before the order of bending is known.
void Headline::refreshFindings() {
    const auto count = [&](check::Severity severity) {
        return std::count_if(document.findings().begin(), document.findings().end(),
                             [&](const check::Finding& finding) { return finding.severity == severity; });
    };
    const auto stops = count(check::Severity::Stop), minds = count(check::Severity::Mind);
    const bool isOnlyOdds =
        std::all_of(document.findings().begin(), document.findings().end(), [](const auto& f) {
            return f.severity != check::Severity::Stop || f.rule == "odds-low";
        });
    // What the plan has to say may still come.
    const QString minding = document.isPlanned()  ? tr("nothing stops it")
                            : planner.isAwaited() ? tr("looking for the order…")
                                                  : tr("no order is known");
    if (stops)
        toMind->set(tr("%1 to stop for").arg(stops),
                    isOnlyOdds ? tr("most would not go on") : tr("it cannot be made like this"),
                    check::Severity::Stop);
    else if (minds)
        toMind->set(tr("%1 to check").arg(minds), minding, check::Severity::Mind);
    else if (document.isPlanned() && !document.isLinedUp())
        toMind->set(tr("So far clear"), odds.isBusy() ? tr("counting the odds…") : tr("no odds are known"));
    else if (document.isPlanned())
        toMind->set(tr("All clear"), tr("nothing to check"), check::Severity::Note);
    else
        toMind->set(tr("So far clear"), minding);
}

} // namespace goodfold::app
