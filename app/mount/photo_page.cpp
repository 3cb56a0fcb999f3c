#include "app/mount/photo_page.h"

#include "app/base/text.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "draw/picture_file.h"
#include "edit/mount_edits.h"
#include "mount/solve.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

namespace goodfold::app {

PhotoPage::PhotoPage(Document& document, QWidget* parent) : QWidget(parent), document(document) {
    says = new QLabel(
        tr("Drag the four rings to the corners of the sheet, going round it; then click each hole. Ctrl "
           "puts a ring by hand, arrows move it, Delete takes it out, the wheel comes nearer. What lies "
           "in the sheet's plane is measured right; a lens that bends straight lines is not put right."),
        this);
    says->setWordWrap(true);
    view = new PhotoView(this);
    view->setAccessibleName(tr("The picture"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(px(16), px(14), px(16), px(8));
    layout->addWidget(says);
    layout->addWidget(makeChoices());
    layout->addWidget(view, 1);
    connect(view, &PhotoView::changed, this, &PhotoPage::refresh);
    connect(view, &PhotoView::cannot, this, [this](const QString& why) { Notice::say(*this, why); });
}

QWidget* PhotoPage::makeChoices() {
    auto* line = new QWidget(this);
    auto* both = new QVBoxLayout(line);
    both->setContentsMargins(0, 0, 0, 0);
    auto* layout = new QHBoxLayout;
    both->addLayout(layout);
    const auto choice = [&](const char* name, const QString& reads) {
        auto* box = new QComboBox(line);
        box->setObjectName(QLatin1String(name));
        box->setAccessibleName(reads);
        box->setSizeAdjustPolicy(QComboBox::AdjustToContents);
        layout->addWidget(box);
        return box;
    };
    known = new KnownSize([this] { return document.job().units; }, line);
    layout->addWidget(known);
    kind = choice("pictureKind", tr("How it was taken"));
    kind->addItem(tr("a photograph"), QStringLiteral("photo"));
    kind->addItem(tr("a scan"), QStringLiteral("scan"));
    layout->addStretch();
    layout = new QHBoxLayout;
    both->addLayout(layout);
    isPoint = choice("picturePoint", tr("Which point the hole in hand is"));
    isPoint->setMinimumWidth(px(210));
    layout->addStretch();
    take = new QPushButton(line);
    take->setObjectName(QStringLiteral("pictureTake"));
    take->setMinimumWidth(px(170));
    auto* back = new QPushButton(tr("Back"), line);
    back->setObjectName(QStringLiteral("pictureBack"));
    layout->addWidget(take);
    layout->addWidget(back);
    connect(known, &KnownSize::changed, this, &PhotoPage::takeSize);
    connect(isPoint, &QComboBox::activated, this,
            [this] { view->nameInHand(isPoint->currentData().toString()); });
    connect(take, &QPushButton::clicked, this, &PhotoPage::takeRings);
    connect(back, &QPushButton::clicked, this, &PhotoPage::left);
    return line;
}

std::optional<Error> PhotoPage::open(const std::string& onFace, const QString& path) {
    const auto image = draw::readPicture(path);
    if (!image) return image.error();
    face = onFace;
    view->load(*image);
    takeSize();
    view->setFocus();
    return {};
}

void PhotoPage::takeSize() {
    view->setSize(known->size(view->isWide()));
}

void PhotoPage::refresh() {
    // As its corners are dragged, the sheet may turn out to stand up.
    if (!known->isTyped() && view->isWide() != (view->knownSize().x() > view->knownSize().y())) takeSize();
    const auto count = static_cast<int>(view->rings().size());
    take->setText(count == 1 ? tr("Take 1 hole onto %1").arg(text(face))
                             : tr("Take %1 holes onto %2").arg(count).arg(text(face)));
    take->setEnabled(count >= 2);
    isPoint->setVisible(view->inHand());
    if (!view->inHand() || !document.place()) return;
    isPoint->clear();
    isPoint->addItem(tr("this one is a new point"), QString());
    for (const job::MountPoint& point : document.place()->points)
        if (point.face == face)
            isPoint->addItem(tr("this one is point %1").arg(text(point.id)), text(point.id));
    isPoint->setCurrentIndex(std::max(0, isPoint->findData(view->inHand()->point)));
}

void PhotoPage::takeRings() {
    std::vector<edit::FacePlace> places;
    for (const PhotoView::Ring& ring : view->rings())
        places.push_back({ring.point.toStdString(), ring.hole.at,
                          ring.isByHand ? std::nullopt : std::optional(ring.hole.diameter)});
    const std::string with = kind->currentData().toString().toStdString();
    job::MountReading reading;
    reading.with = with;
    const double sigma = mount::sigmaOf(reading, document.errors().instruments);
    std::optional<Error> wrong;
    const auto refused = document.change(tr("holes out of a picture"), [&](job::Job& changed) {
        wrong = edit::addPlaces(*document.placeOf(changed), face, places, with, sigma);
    });
    if (refused) wrong = refused;
    if (wrong) return Notice::say(*this, text(wrong->says));
    emit left();
}

} // namespace goodfold::app
