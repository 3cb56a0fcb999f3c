#include "app/widgets/theme.h"

#include <QApplication>
#include <QFile>
#include <QPainter>
#include <QPalette>
#include <QPixmap>
#include <QRegularExpression>
#include <QStyleFactory>
#include <QSvgRenderer>

#include <algorithm>
#include <optional>

namespace goodfold::app {

namespace {

draw::Palette current = draw::Palette::light();
double scale = 1;

std::optional<bool> desktopSaid;

bool desktopIsDark() {
    static const bool dark = QApplication::palette().color(QPalette::Window).lightness() < 110;
    return desktopSaid.value_or(dark);
}

QPalette qtPalette(const draw::Palette& p) {
    QPalette palette;
    palette.setColor(QPalette::Window, p.paper);
    palette.setColor(QPalette::WindowText, p.ink);
    palette.setColor(QPalette::Base, p.field);
    palette.setColor(QPalette::AlternateBase, p.panel);
    palette.setColor(QPalette::Text, p.ink);
    palette.setColor(QPalette::PlaceholderText, p.faintInk);
    palette.setColor(QPalette::Button, p.panel);
    palette.setColor(QPalette::ButtonText, p.ink);
    palette.setColor(QPalette::Highlight, p.marking);
    palette.setColor(QPalette::HighlightedText, p.scribe);
    palette.setColor(QPalette::ToolTipBase, p.field);
    palette.setColor(QPalette::ToolTipText, p.ink);
    palette.setColor(QPalette::Link, p.accent);
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        palette.setColor(QPalette::Disabled, role, draw::mixed(p.faintInk, p.paper, 0.35));
    return palette;
}

/// What is large already is read as it is: it grows half as much, though never past by what was smaller.
double grownFont(double at100) {
    constexpr double kLarge = 18;
    return std::max(std::min(at100, kLarge) * textScale(), at100 * (1 + (textScale() - 1) / 2));
}

/// Font sizes stand in the sheet as at 100 %.
QString scaledFonts(const QString& panel) {
    static const QRegularExpression size(QStringLiteral("font-size: (\\d+)px"));
    QString out;
    qsizetype last = 0;
    for (const auto& match : size.globalMatch(panel)) {
        out += panel.mid(last, match.capturedStart() - last) +
               QStringLiteral("font-size: %1px").arg(qRound(grownFont(match.captured(1).toDouble())));
        last = match.capturedEnd();
    }
    return out + panel.mid(last);
}

QString styleSheet(const draw::Palette& p) {
    QString panel = QStringLiteral(R"(
        QWidget { font-size: 13px; }
        #headline, #rail, #ribbon { background: @panel; }
        #headline { border-bottom: 1px solid @rule; }
        #rail { border-right: 1px solid @rule; }
        #ladderColumn { border-right: 1px solid @rule; }
        #findings { border-left: 1px solid @rule; }
        #ribbon { border-top: 1px solid @rule; }
        QLabel[role="heading"] { color: @faintInk; font-size: 12px; font-weight: 600; }
        QLabel[role="instruction"] { font-size: 21px; font-weight: 600; }
        QLabel[role="odds"] { font-size: 54px; font-weight: 600; }
        QLabel[role="act"] { font-size: 27px; font-weight: 600; }
        QLabel[role="actTitle"] { font-size: 20px; font-weight: 600; color: @faintInk; }
        QLabel[role="otherHand"] { font-size: 20px; font-weight: 600; background: @marking; color: @scribe; padding: 3px 9px;
                                   border-radius: 6px; }
        QLabel[role="measure"] { font-size: 16px; }
        QLabel[role="beyond"] { font-size: 16px; font-weight: 600; color: @stop; }
        QLabel[role="moves"] { font-size: 17px; font-weight: 600; }
        QLineEdit[role="measure"] { font-size: 24px; font-weight: 600; border-color: @rule; background: @field; padding: 5px 8px; }
        QLineEdit[role="measure"]:focus { border: 2px solid @accent; padding: 4px 7px; }
        QPushButton[role="large"] { font-size: 20px; font-weight: 600; padding: 14px 22px; border-radius: 10px; }
        QPushButton[role="large"]:focus { border: 2px solid @accent; padding: 13px 21px; }
        QPushButton[role="take"] { font-size: 16px; padding: 9px 12px; border-radius: 8px; text-align: left; }
        QLabel[role="page"] { font-size: 22px; font-weight: 600; }
        QFrame[role="guide"] { background: @marking; }
        QFrame[role="guide"] QLabel, QFrame[role="guide"] QToolButton { color: @scribe; }
        QFrame[role="guide"] QToolButton { border: 1px solid @scribe; border-radius: 6px; padding: 3px 10px; background: transparent; }
        QFrame[role="guide"] QToolButton:hover, QFrame[role="guide"] QToolButton:focus { background: @scribe; color: @marking; }
        QLabel[role="faint"] { color: @faintInk; font-size: 12px; }
        QLineEdit { background: transparent; border: 1px solid transparent; border-radius: 5px; padding: 1px 4px;
                    selection-background-color: @marking; selection-color: @scribe; }
        QLineEdit:hover { border-color: @rule; background: @field; }
        QLineEdit:focus { border: 2px solid @accent; padding: 0px 3px; background: @field; }
        QLineEdit[role="cell"] { font-size: 14px; font-weight: 600; background: @field; border: 2px solid @accent; padding: 0px 3px; }
        QLineEdit[role="title"] { font-size: 20px; font-weight: 600; }
        QLineEdit[role="entry"] { border-color: @rule; background: @field; padding: 5px 8px; }
        QLineEdit[role="entry"]:focus { border: 2px solid @accent; padding: 4px 7px; }
        QLineEdit[role="overlay"] { border: 2px solid @accent; background: @field; font-size: 14px; font-weight: 600; }
        QPushButton { border: 1px solid @rule; border-radius: 11px; padding: 3px 11px; background: @field; color: @ink; }
        QPushButton:hover { border-color: @accent; }
        QPushButton:focus, QToolButton:focus { border: 2px solid @accent; }
        QPushButton[role="link"] { border: 1px solid transparent; border-radius: 5px; background: transparent; color: @accent;
                                   text-align: left; padding: 2px 4px; }
        QPushButton[role="link"]:hover { background: @field; }
        QPushButton[role="link"]:focus { border: 2px solid @accent; padding: 1px 3px; }
        QToolButton { border: 1px solid transparent; border-radius: 6px; padding: 5px; background: transparent; color: @ink; }
        QToolButton:hover { background: @field; border-color: @rule; }
        QToolButton::menu-indicator { image: none; }
        #rail QPushButton { background: transparent; border-radius: 0; border: 0; border-left: 3px solid transparent; padding: 12px 8px 12px 17px;
                            text-align: left; font-size: 14px; color: @faintInk; }
        #rail QPushButton:checked { background: @paper; border-left: 3px solid @accent; color: @ink; font-weight: 600; }
        #rail QPushButton:focus { border: 2px solid @accent; padding: 10px 8px 10px 18px; }
        QToolButton[role="fold"] { border: 2px solid transparent; background: transparent; color: @faintInk; font-size: 12px;
            font-weight: 600; padding: 2px 4px; border-radius: 5px; }
        QToolButton[role="fold"]:focus { border-color: @accent; }
        QToolButton[role="fold"]:hover { color: @ink; }
        QComboBox { border: 1px solid @rule; border-radius: 5px; background: @field; padding: 5px 8px; font-size: 14px; }
        QComboBox:focus { border: 2px solid @accent; padding: 4px 7px; }
        QComboBox::drop-down { border: 0; width: 24px; }
        QComboBox::down-arrow { image: url(:/icons/chevron-down.svg); width: 15px; height: 15px; }
        QToolButton[role="unit"] { border: 1px solid @rule; padding: 4px 13px; border-radius: 12px; }
        QToolButton[role="unit"]:checked { background: @ink; color: @paper; }
        QToolButton[role="unit"]:focus { border: 2px solid @accent; padding: 3px 12px; }
        QMenu { background: @field; border: 1px solid @rule; padding: 4px; }
        QMenu::item { padding: 5px 26px 5px 14px; border-radius: 4px; }
        QMenu::item:selected { background: @marking; color: @scribe; }
        QMenu::item:disabled { color: @faintInk; }
        QMenu::separator { height: 1px; background: @rule; margin: 4px 8px; }
        QScrollArea { border: 0; }
        QScrollBar:vertical { width: 8px; background: transparent; }
        QScrollBar::handle:vertical { background: @rule; border-radius: 4px; min-height: 24px; }
        QScrollBar[idle="true"]::handle:vertical { background: transparent; }
        QScrollBar::add-line:vertical, QScrollBar::sub-line:vertical { height: 0; }
        QSlider::groove:horizontal { height: 3px; background: @rule; border-radius: 1px; }
        QSlider::handle:horizontal { width: 16px; margin: -7px 0; border-radius: 8px; background: @ink; border: 0; }
        QSlider::handle:horizontal:focus { background: @accent; border: 2px solid @paper; }
        QTableView { background: @paper; alternate-background-color: @panel; border: 1px solid @rule; gridline-color: @rule;
                     font-size: 14px; }
        QTableView::item { border: 0; padding: 2px 12px; outline: none; }
        QTableView { outline: 0; }
        QTableView::item:selected { background: @marking; color: @scribe; }
        QTableView:focus { border: 2px solid @accent; }
        QHeaderView::section { background: @panel; color: @faintInk; border: 0; border-bottom: 1px solid @rule; padding: 5px 8px; }
        #notice { background: @panel; color: @faintInk; border-top: 1px solid @rule; }
        #notice[said="true"] { background: @ink; color: @paper; }
        QToolTip { background: @field; color: @ink; border: 1px solid @rule; padding: 3px; }
    )");
    const std::pair<const char*, QColor> names[] = {
        {"@panel", p.panel},       {"@paper", p.paper},     {"@rule", p.rule},
        {"@faintInk", p.faintInk}, {"@ink", p.ink},         {"@field", p.field},
        {"@accent", p.accent},     {"@marking", p.marking}, {"@scribe", p.scribe}};
    for (const auto& [name, colour] : names)
        panel.replace(QLatin1String(name), colour.name());
    return scaledFonts(panel);
}

} // namespace

const draw::Palette& colours() {
    return current;
}

double textScale() {
    return scale;
}

void setTextScale(double wanted) {
    scale = wanted;
}

int px(double at100) {
    return qRound(at100 * scale);
}

int columnPx(double at100) {
    constexpr double kGrows = 0.6;
    return qRound(at100 * (1 + (scale - 1) * kGrows));
}

QFont textFont(double sizeAt100, draw::Weight weight) {
    return draw::typeface(sizeAt100 * scale, weight);
}

void setDesktopIsDark(bool dark) {
    desktopSaid = dark;
}

void applyTheme(Theme theme) {
    const bool dark = theme == Theme::Dark || (theme == Theme::System && desktopIsDark());
    current = dark ? draw::Palette::dark() : draw::Palette::light();
    QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    QApplication::setFont(textFont(13));
    QApplication::setPalette(qtPalette(current));
    qApp->setStyleSheet(styleSheet(current));
}

QIcon icon(const QString& name) {
    QFile file(QStringLiteral(":/icons/%1.svg").arg(name));
    if (!file.open(QIODevice::ReadOnly)) return {};
    QByteArray svg = file.readAll();
    svg.replace("currentColor", current.ink.name().toLatin1());
    QSvgRenderer renderer(svg);
    QIcon icon;
    for (const int size : {18, 36}) {
        QPixmap pixmap(size, size);
        pixmap.fill(Qt::transparent);
        QPainter painter(&pixmap);
        renderer.render(&painter);
        painter.end();
        icon.addPixmap(pixmap);
    }
    return icon;
}

} // namespace goodfold::app
