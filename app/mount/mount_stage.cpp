#include "app/mount/mount_stage.h"

#include "app/mount/mount_cells.h"
#include "app/mount/mount_view.h"
#include "app/mount/photo_page.h"
#include "app/mount/shapes_page.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/foldable.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "files/places.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

#include <sstream>

namespace goodfold::app {

namespace {

/// One panel under its heading.
struct Headed {
    QString heading;
    CellPanel* panel;
    QLabel* label = nullptr;
};

/// A column of panels under their headings, scrolled together.
QWidget* columnOf(std::vector<Headed>& panels, int width, QWidget* parent) {
    auto* column = new QWidget(parent);
    column->setObjectName(QStringLiteral("ladderColumn"));
    column->setAttribute(Qt::WA_StyledBackground);
    column->setFixedWidth(width);
    auto* inside = new QWidget(column);
    auto* all = new QVBoxLayout(inside);
    all->setContentsMargins(0, 0, 0, 0);
    for (Headed& each : panels) {
        each.label = new QLabel(each.heading, inside);
        each.label->setProperty("role", "heading");
        each.label->setVisible(!each.heading.isEmpty());
        all->addWidget(each.label);
        all->addWidget(each.panel);
        all->addSpacing(px(8));
    }
    all->addStretch();
    auto* scroll = new QScrollArea(column);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(inside);
    for (const Headed& each : panels)
        QObject::connect(each.panel, &CellPanel::wantsToBeSeen, scroll,
                         [scroll, panel = each.panel, inside](const QRect& box) {
                             const QPoint at = panel->mapTo(inside, box.center());
                             scroll->ensureVisible(at.x(), at.y(), 20, 60);
                         });
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(12, 12, 8, 8);
    layout->addWidget(scroll);
    return column;
}

} // namespace

MountStage::MountStage(Document& document, std::function<void(const QString& key)> showStage, QWidget* parent)
    : Stage(parent), document(document), showStage(std::move(showStage)), known(document),
      proposed(document) {
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
    connect(&proposed, &Shapes::changed, this, &MountStage::showShapes);
    take();
}

void MountStage::take() {
    for (CellPanel* panel : {state, readings, places, ties})
        panel->refresh();
    const bool isThere = document.job().mount.has_value();
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
    state =
        new CellPanel(document, tr("What is told"), [this](Document& of) { return surveyBlocks(of, known); });
    readings =
        new CellPanel(document, tr("Readings"), [this](Document& of) { return readingBlocks(of, known); });
    std::vector<Headed> panels{{QString(), state}, {tr("What was read"), readings}};
    QWidget* column = columnOf(panels, px(318), this);
    readingsHeading = panels[1].label;
    return column;
}

QWidget* MountStage::makePlaces() {
    places = new CellPanel(document, tr("What is there"), [this](Document& of) {
        return placeBlocks(
            of, known, [this](const std::string& face) { askForPicture(face); },
            [this](const std::string& face) { askForDrawing(face); });
    });
    ties = new CellPanel(document, tr("The bracket there"),
                         [this](Document& of) { return tieBlocks(of, known, proposed); });
    std::vector<Headed> panels{{tr("What is there"), places}, {tr("The bracket there"), ties}};
    return columnOf(panels, px(312), this);
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

void MountStage::openPicture(const std::string& face, const QString& path) {
    if (!photo) {
        photo = new PhotoPage(document, middle);
        middle->addWidget(photo);
        connect(photo, &PhotoPage::left, this, [this] { middle->setCurrentWidget(view); });
        // Undone or reopened, the face may be gone.
        connect(&document, &Document::changed, photo, [this] {
            const auto& mount = document.job().mount;
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
            refused = edit::addPlaces(*changed.mount, face, *places, {}, kAsDrawn);
        });
        if (refused) wrong = refused;
    }
    if (wrong) Notice::say(*this, text(wrong->where + ": " + wrong->says));
}

QString MountStage::hint() const {
    return tr("A click points at a thing, a double click drops a hole on a face; drag turns the picture.");
}

QString MountStage::says() const {
    return QStringList{state->text(), readings->text(), places->text(), ties->text()}.join(QLatin1Char('\n'));
}

} // namespace goodfold::app
