// What is remembered from one start to the next: the user's choices, and how things were left. The only place
// that knows their keys.
#pragma once

#include "quantity/length.h"

#include <QByteArray>
#include <QStringList>
#include <QVariantMap>

#include <optional>

namespace goodfold::app::settings {

/// Files opened lately, the last first.
QStringList recentFiles();
void rememberFile(const QString& path);

/// The name of the step that is chosen for lengths in this unit; empty before one was.
QString stepName(quantity::Unit unit);
void setStepName(quantity::Unit unit, const QString& name);

/// Key of what is dragged snaps to; empty: the step that lengths are read to.
QString dragStep();
void setDragStep(const QString& key);

/// Key of the paper that PDFs are made for; empty: the usual one hereabouts.
QString paper();
void setPaper(const QString& key);

/// Whether bends are called by the angle left between the legs.
bool includedAngles();
void setIncludedAngles(bool on);

int textSizePercent();
void setTextSizePercent(int percent);

/// "" as the desktop, "light" or "dark".
QString theme();
void setTheme(const QString& key);

/// What the desktop said last of its colours, if it did.
std::optional<bool> desktopDark();
void setDesktopDark(bool dark);

/// Whether a part of a column that folds was left open.
bool isOpen(const QString& key, bool atFirst);
void setOpen(const QString& key, bool open);

/// Width of the ladder's column in pixels at 100 %; 0 before anyone dragged it.
int ladderWidth();
void setLadderWidth(int pixels);

/// The serial line of the measuring instrument; empty: none.
QString instrumentLine();
void setInstrumentLine(const QString& line);

/// A test bend that is being measured, by its figures; not in the logbook yet.
QVariantMap testBend();
void setTestBend(const QVariantMap& figures);

/// The window as it was left; the stage by its key.
QByteArray windowGeometry();
QString windowStage();
void setWindow(const QByteArray& geometry, const QString& stage);

} // namespace goodfold::app::settings
