#include "app/window/pattern_picture.h"

#include "app/base/text.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QVBoxLayout>

namespace goodfold::app {

using Kind = PhotoView::Spot::Kind;

PatternPicture::PatternPicture(const QImage& image, quantity::Unit unit,
                               std::function<void(const drawing::Brought&)> taken, QWidget* parent)
    : QDialog(parent), unit(unit), taken(std::move(taken)), view(new PhotoView(this)) {
    setWindowTitle(tr("A pattern of card"));
    setAttribute(Qt::WA_DeleteOnClose);
    auto* says = new QLabel(
        tr("Drag the four rings to the corners of something of known size that lies on the pattern or beside "
           "it. "
           "Then click round the pattern's corners, click both ends of each fold, and each hole. Arrows move "
           "what "
           "is in hand, Delete takes it out, the wheel comes nearer. What is a little off is squared."),
        this);
    says->setWordWrap(true);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(says);
    layout->addWidget(makeChoices());
    layout->addWidget(view, 1);
    auto* buttons = new QDialogButtonBox(this);
    make = buttons->addButton(tr("Make it of metal"), QDialogButtonBox::AcceptRole);
    make->setObjectName(QStringLiteral("patternMake"));
    buttons->addButton(QDialogButtonBox::Cancel);
    layout->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &PatternPicture::take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(view, &PhotoView::changed, this, &PatternPicture::refresh);
    connect(view, &PhotoView::cannot, this, [this](const QString& why) { Notice::say(*this, why); });
    resize(px(900), px(720));
    view->setAccessibleName(tr("The picture"));
    view->load(image);
    view->setSize(known->size(view->isWide()));
    view->setPuts(Kind::Corner);
}

QWidget* PatternPicture::makeChoices() {
    auto* line = new QWidget(this);
    auto* layout = new QHBoxLayout(line);
    layout->setContentsMargins(0, 0, 0, 0);
    known = new KnownSize([this] { return unit; }, line);
    connect(known, &KnownSize::changed, this, [this] { view->setSize(known->size(view->isWide())); });
    puts = new QComboBox(line);
    puts->setObjectName(QStringLiteral("patternPuts"));
    puts->setAccessibleName(tr("What a click puts"));
    puts->addItem(tr("a click is a corner"), int(Kind::Corner));
    puts->addItem(tr("the end of a fold up, toward you"), int(Kind::FoldUp));
    puts->addItem(tr("the end of a fold down"), int(Kind::FoldDown));
    puts->addItem(tr("a hole"), -1);
    connect(puts, &QComboBox::currentIndexChanged, this, [this] {
        const int kind = puts->currentData().toInt();
        view->setPuts(kind < 0 ? std::nullopt : std::optional(static_cast<Kind>(kind)));
    });
    angle = new QDoubleSpinBox(line);
    angle->setRange(1, 179);
    angle->setDecimals(1);
    angle->setValue(90);
    angle->setPrefix(tr("folds by "));
    angle->setSuffix(QStringLiteral("°"));
    angle->setAccessibleName(tr("What folds are folded by"));
    faces = new QComboBox(line);
    faces->setObjectName(QStringLiteral("patternFaces"));
    faces->setAccessibleName(tr("Which faces the card had"));
    faces->addItem(tr("card lay on the outside"), int(drawing::Drawn::OuterFaces));
    faces->addItem(tr("card lay on the inside"), int(drawing::Drawn::InnerFaces));
    for (QWidget* each : {static_cast<QWidget*>(known), static_cast<QWidget*>(puts),
                          static_cast<QWidget*>(angle), static_cast<QWidget*>(faces)})
        layout->addWidget(each);
    layout->addStretch();
    return line;
}

void PatternPicture::refresh() {
    if (!known->isTyped() && view->isWide() != (view->knownSize().x() > view->knownSize().y()))
        return view->setSize(known->size(view->isWide()));
    if (make) make->setEnabled(traced().corners.size() >= 3);
}

drawing::Traced PatternPicture::traced() const {
    drawing::Traced all;
    const auto& spots = view->spots();
    for (const PhotoView::Spot& spot : spots)
        if (spot.kind == Kind::Corner) all.corners.push_back(spot.at);
    for (const auto& [first, second] : view->folds())
        all.folds.push_back(
            {spots[first].at,
             spots[second].at,
             {angle->value(), spots[first].kind == Kind::FoldUp ? job::Turn::Up : job::Turn::Down}});
    for (const PhotoView::Ring& ring : view->rings())
        all.holes.push_back({ring.hole.at, std::round(ring.hole.diameter * 10) / 10, {}});
    return all;
}

void PatternPicture::take() {
    const drawing::Traced pattern = traced();
    const auto drawn = drawing::drawingOf(pattern);
    if (!drawn) return Notice::say(*this, text(drawn.error().says));
    drawing::Wanted wanted{.title = tr("From a pattern of card").toStdString(),
                           .units = unit,
                           .folds = drawing::foldsOfTraced(pattern)};
    if (!pattern.folds.empty()) wanted.drawn = static_cast<drawing::Drawn>(faces->currentData().toInt());
    const auto brought = drawing::blankFrom(*drawn, wanted);
    if (!brought) return Notice::say(*this, text(brought.error().says));
    taken(*brought);
    accept();
}

} // namespace goodfold::app
