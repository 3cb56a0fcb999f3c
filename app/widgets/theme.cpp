#include "app/widgets/theme.h"

#include "app/widgets/look.h"

#include <QApplication>
#include <QFile>
#include <QPainter>
#include <QPalette>
#include <QPixmap>
#include <QSvgRenderer>

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
    QApplication::setFont(textFont(13));
    QApplication::setPalette(qtPalette(current));
    QApplication::setStyle(new Look); // dresses all there are
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
