#include "app/base/settings.h"

#include <QSettings>

namespace goodfold::app::settings {

namespace {

/// Opened once: its files are looked for in a dozen places each time. Never taken down, as the application
/// goes before it.
QSettings& all() {
    static auto* opened = new QSettings;
    return *opened;
}

QVariant valueOf(const QString& key, const QVariant& otherwise) {
    return all().value(key, otherwise);
}
QVariant value(const char* key, const QVariant& otherwise = {}) {
    return valueOf(QLatin1String(key), otherwise);
}

/// On the disk at once, over what another program has written by then.
void setTo(const QString& key, const QVariant& value) {
    all().setValue(key, value);
    all().sync();
}
void set(const char* key, const QVariant& value) {
    setTo(QLatin1String(key), value);
}

constexpr const char* kRecent = "recent files";
constexpr const char* kDragStep = "drag step";
constexpr const char* kPaper = "paper";
constexpr const char* kIncluded = "included angles";
constexpr const char* kTextSize = "text size";
constexpr const char* kTheme = "theme";
constexpr const char* kDesktopDark = "desktop dark";
constexpr const char* kInstrument = "instrument";
constexpr const char* kTestBend = "test bend";
constexpr const char* kGeometry = "window/geometry";
constexpr const char* kStage = "window/stage";
constexpr const char* kLadderWidth = "window/ladder";

const char* stepKey(quantity::Unit unit) {
    return unit == quantity::Unit::Inch ? "inches" : "millimetres";
}

} // namespace

QStringList recentFiles() {
    return value(kRecent).toStringList();
}

void rememberFile(const QString& path) {
    constexpr int kMost = 9;
    all().sync(); // another program may have opened others
    QStringList files = recentFiles();
    files.removeAll(path);
    files.prepend(path);
    set(kRecent, files.mid(0, kMost));
}

QString stepName(quantity::Unit unit) {
    return value(stepKey(unit)).toString();
}
void setStepName(quantity::Unit unit, const QString& name) {
    set(stepKey(unit), name);
}

QString dragStep() {
    return value(kDragStep).toString();
}
void setDragStep(const QString& key) {
    set(kDragStep, key);
}

QString paper() {
    return value(kPaper).toString();
}
void setPaper(const QString& key) {
    set(kPaper, key);
}

bool includedAngles() {
    return value(kIncluded).toBool();
}
void setIncludedAngles(bool on) {
    set(kIncluded, on);
}

int textSizePercent() {
    return value(kTextSize, 100).toInt();
}
void setTextSizePercent(int percent) {
    set(kTextSize, percent);
}

QString theme() {
    const QString key = value(kTheme).toString();
    // Earlier settings hold a number.
    return key == QLatin1String("1")   ? QStringLiteral("light")
           : key == QLatin1String("2") ? QStringLiteral("dark")
           : key == QLatin1String("0") ? QString()
                                       : key;
}
void setTheme(const QString& key) {
    set(kTheme, key);
}

std::optional<bool> desktopDark() {
    const QVariant said = value(kDesktopDark);
    return said.isValid() ? std::optional(said.toBool()) : std::nullopt;
}
void setDesktopDark(bool dark) {
    set(kDesktopDark, dark);
}

bool isOpen(const QString& key, bool atFirst) {
    return valueOf(QStringLiteral("open/") + key, atFirst).toBool();
}
void setOpen(const QString& key, bool open) {
    setTo(QStringLiteral("open/") + key, open);
}

int ladderWidth() {
    return value(kLadderWidth, 0).toInt();
}
void setLadderWidth(int pixels) {
    set(kLadderWidth, pixels);
}

QString instrumentLine() {
    return value(kInstrument).toString();
}

void setInstrumentLine(const QString& line) {
    set(kInstrument, line);
}

QVariantMap testBend() {
    return value(kTestBend).toMap();
}

void setTestBend(const QVariantMap& figures) {
    set(kTestBend, figures);
}

QByteArray windowGeometry() {
    return value(kGeometry).toByteArray();
}
QString windowStage() {
    return value(kStage).toString();
}
void setWindow(const QByteArray& geometry, const QString& stage) {
    set(kGeometry, geometry);
    set(kStage, stage);
}

} // namespace goodfold::app::settings
