#include "app/mount/mount_stage.h"

#include "app/base/text.h"
#include "app/mount/mount_cells.h"
#include "app/mount/mount_view.h"
#include "app/mount/photo_page.h"
#include "app/mount/shapes_page.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "app/widgets/panel_column.h"
#include "app/widgets/theme.h"
#include "common/phrase.h"
#include "files/places.h"

#include <QCursor>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenu>
#include <QVBoxLayout>

#include <sstream>

namespace goodfold::app {

namespace {

/// At a side of the place.
QWidget* columnOf(PanelColumn* panels, int width, QWidget* parent) {
    auto* column = new QWidget(parent);
    column->setObjectName(QStringLiteral("ladderColumn"));
    column->setAttribute(Qt::WA_StyledBackground);
    column->setFixedWidth(width);
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(12, 12, 8, 8);
    layout->addWidget(panels);
    return column;
}

} // namespace

MountStage::MountStage(Document& document, std::function<void(const QString& key)> showStage, QAction* sheet,
                       QWidget* parent)
    : Stage(parent), document(document), showStage(std::move(showStage)), sheet(sheet), known(document),
      proposed(document), brought(document) {
    setAccessibleName(tr("The mount"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makeReadings());
    middle = new QStackedWidget(this);
    view = new MountView(document, known, middle);
    view->setAccessibleName(tr("The place, as far as it is told"));
    middle->addWidget(view);
    layout->addWidget(middle, 1);
    placesColumn = makePlaces();
    layout->addWidget(placesColumn);
    connect(&known, &Survey::changed, this, &MountStage::take);
    connect(&document, &Document::planTaken, clearances, [this] { clearances->refresh(); }); // counted anew
    connect(&proposed, &Shapes::changed, this, &MountStage::showShapes);
    connect(&brought, &Bringing::changed, this, [this] { ties->refresh(); });
    connect(&brought, &Bringing::said, this, [this](const QString& why) { Notice::say(*this, why); });
    take();
}

void MountStage::take() {
    for (CellPanel* panel : {state, readings, places, ties, changes, clearances})
        panel->refresh();
    const bool isThere = document.place().has_value();
    readingsHeading->setVisible(isThere);
    placesColumn->setVisible(isThere);
}

void MountStage::showShapes() {
    const bool areThere = proposed.isLooking() || proposed.found();
    if (areThere && !page) {
        page = new ShapesPage(document, proposed, middle);
        middle->addWidget(page);
        connect(page, &ShapesPage::taken, this, [this] { showStage(QStringLiteral("bracket")); });
    }
    middle->setCurrentWidget(areThere ? static_cast<QWidget*>(page) : view);
    ties->refresh();
}

QWidget* MountStage::makeReadings() {
    state = new CellPanel(document, tr("What is told"), [this](Document& of) {
        return surveyBlocks(of, known, *this->sheet, [this] { askForOtherJob(); });
    });
    readings =
        new CellPanel(document, tr("Readings"), [this](Document& of) { return readingBlocks(of, known); });
    auto* panels = new PanelColumn(this);
    panels->add(QString(), state);
    readingsHeading = panels->add(tr("What was read"), readings);
    return columnOf(panels, columnPx(318), this);
}

QWidget* MountStage::makePlaces() {
    places = new CellPanel(document, tr("What is there"), [this](Document& of) {
        return placeBlocks(of, known,
                           {[this](const std::string& face) { askForPicture(face); },
                            [this](const std::string& face) { askForDrawing(face); },
                            [this] { askForOtherJob(); }});
    });
    ties = new CellPanel(document, tr("The bracket there"),
                         [this](Document& of) { return tieBlocks(of, known, proposed, brought); });
    clearances = new CellPanel(document, tr("What has to stay free"), clearanceBlocks);
    changes = new CellPanel(document, tr("What may change"), changeBlocks);
    auto* panels = new PanelColumn(this);
    panels->add(tr("What is there"), places);
    panels->add(tr("The bracket there"), ties);
    panels->addFolded(tr("What of it may change"), QStringLiteral("mayChange"), changes);
    panels->add(tr("What has to stay free"), clearances);
    return columnOf(panels, columnPx(312), this);
}

void MountStage::askForPicture(const std::string& face) {
    const QString path = QFileDialog::getOpenFileName(window(), tr("A picture of face %1").arg(text(face)),
                                                      {}, tr("Pictures (*.png *.jpg *.jpeg)"));
    if (!path.isEmpty()) openPicture(face, path);
}

void MountStage::askForDrawing(const std::string& face) {
    const QString path = QFileDialog::getOpenFileName(window(), tr("Holes of face %1").arg(text(face)), {},
                                                      tr("Drawings and tables (*.dxf *.csv *.txt)"));
    if (!path.isEmpty()) openDrawing(face, path);
}

void MountStage::askForOtherJob() {
    const QString path =
        QFileDialog::getOpenFileName(window(), tr("The job that this bracket is bolted to"),
                                     QFileInfo(document.path()).path(), tr("Good Fold jobs (*.gfold)"));
    if (path.isEmpty()) return;
    const auto offered = offeredIn(document.path(), path);
    if (!offered) return Notice::say(*this, text(offered.error().says));
    QMenu menu(this);
    for (const lineup::Offered& each : *offered)
        menu.addAction((each.plate.onFace ? tr("Leg %1, its face: %2") : tr("Leg %1, its back: %2"))
                           .arg(text(each.plate.id), text(listed(each.holes))),
                       this, [this, each] { takeHolesOf(each); });
    menu.exec(QCursor::pos());
}

void MountStage::takeHolesOf(const lineup::Offered& offered) {
    const auto placed = withNeighbourIn(lineup::withPointsOf(document.job(), offered), document.path(),
                                        offered.plate.job, document.books());
    const auto wrong =
        placed ? document.edit(tr("holes of %1").arg(text(offered.plate.job)), *placed) : placed.error();
    if (wrong) Notice::say(*this, text(wrong->says));
}

void MountStage::openPicture(const std::string& face, const QString& path) {
    if (!photo) {
        photo = new PhotoPage(document, middle);
        middle->addWidget(photo);
        connect(photo, &PhotoPage::left, this, [this] { middle->setCurrentWidget(view); });
        // Undone or reopened, the face may be gone.
        connect(&document, &Document::changed, photo, [this] {
            const auto& mount = document.place();
            if (!mount || !mount->findFace(photo->onFace())) middle->setCurrentWidget(view);
        });
    }
    if (const auto wrong = photo->open(face, path)) return Notice::say(*this, text(wrong->says));
    middle->setCurrentWidget(photo);
}

void MountStage::openDrawing(const std::string& face, const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return Notice::say(*this, file.errorString());
    constexpr qint64 kMost = 20'000'000;
    std::istringstream in(file.read(kMost + 1).toStdString());
    const bool isDrawing = path.endsWith(QStringLiteral(".dxf"), Qt::CaseInsensitive);
    const auto places = isDrawing ? files::placesFromDxf(in, document.job().units)
                                  : files::placesFromCsv(in, document.job().units);
    std::optional<Error> wrong;
    if (!places) wrong = places.error();
    constexpr double kAsDrawn = 0.05; // mm, of a drawing that somebody made the thing by
    if (!wrong) {
        std::optional<Error> refused;
        wrong = document.change(tr("holes from a drawing"), [&](job::Job& changed) {
            refused = edit::addPlaces(*document.placeOf(changed), face, *places, {}, kAsDrawn);
        });
        if (refused) wrong = refused;
    }
    if (wrong) Notice::say(*this, text(wrong->where + ": " + wrong->says));
}

QString MountStage::hint() const {
    return tr("A click points at a thing, arrows and space do the same; a double click drops a hole on a "
              "face; drag turns the picture.");
}

QString MountStage::says() const {
    return QStringList{state->text(), readings->text(), places->text(),
                       ties->text(),  changes->text(),  clearances->text()}
        .join(QLatin1Char('\n'));
}

} // namespace goodfold::app
