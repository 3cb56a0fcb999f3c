#include "app/bracket/bracket_stage.h"

#include "app/bracket/picture_view.h"
#include "app/bracket/ribbon_view.h"
#include "app/widgets/findings_view.h"
#include "app/widgets/theme.h"

#include <QGridLayout>
#include <QLabel>
#include <QSlider>

namespace goodfold::app {

namespace {

QLabel* labelled(const QString& text, const char* role, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setProperty("role", role);
    return label;
}

} // namespace

BracketStage::BracketStage(Document& document, QWidget* parent) : Stage(parent), document(document) {
    findingsView = new FindingsView(document, this);
    findingsView->setObjectName(QStringLiteral("findings"));
    findingsView->setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QGridLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makePicturePane(), 0, 0);
    layout->addWidget(findingsView, 0, 1);
    layout->addWidget(makeRibbon(), 1, 0, 1, 2);
    layout->setRowStretch(0, 1);
    sizePanels();
}

void BracketStage::sizePanels() {
    findingsView->setFixedWidth(columnPx(282));
    ribbon->setFixedHeight(qRound(216 * (1 + (textScale() - 1) * 0.3)));
}

QWidget* BracketStage::makePicturePane() {
    auto* pane = new QWidget(this);
    pictureView = new PictureView(document, pane);
    auto* slider = new QSlider(Qt::Horizontal, pane);
    slider->setRange(0, 1000);
    slider->setValue(1000);
    slider->setPageStep(100);
    slider->setSingleStep(20);
    slider->setMinimumSize(70, 22);
    slider->setMaximumWidth(190);
    slider->setAccessibleName(tr("From flat to formed"));
    connect(slider, &QSlider::valueChanged, pictureView,
            [this](int value) { pictureView->setFormedness(value / 1000.0); });
    connect(pictureView, &PictureView::formednessChanged, slider,
            [slider](double share) { slider->setValue(qRound(share * 1000)); });

    auto* top = new QHBoxLayout;
    auto* state = labelled(tr("Formed"), "heading", pane);
    connect(pictureView, &PictureView::formednessChanged, state, [state](double share) {
        state->setText(share == 1 ? tr("Formed") : share == 0 ? tr("Flat") : tr("On the way to formed"));
    });
    top->addWidget(state);
    top->addStretch();
    auto* foot = new QHBoxLayout;
    foot->setSpacing(10);
    foot->addWidget(labelled(tr("flat"), "faint", pane));
    foot->addWidget(slider, 1);
    foot->addWidget(labelled(tr("formed"), "faint", pane));
    auto* sides = labelled(tr("the light side is the face"), "faint", pane);
    sides->setWordWrap(true); // in a narrow picture
    sides->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    foot->addWidget(sides, 1);
    auto* layout = new QVBoxLayout(pane);
    layout->setContentsMargins(18, 10, 16, 10);
    layout->setSpacing(4);
    layout->addLayout(top);
    layout->addWidget(pictureView, 1);
    layout->addLayout(foot);
    return pane;
}

QWidget* BracketStage::makeRibbon() {
    ribbon = new QWidget(this);
    ribbon->setObjectName(QStringLiteral("ribbon"));
    ribbon->setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QVBoxLayout(ribbon);
    layout->setContentsMargins(18, 10, 18, 8);
    auto* says = labelled({}, "heading", ribbon);
    const auto refresh = [this, says] {
        says->setText(document.job().datum == job::Edge::End ? tr("Blank, marks from the right end, face up")
                                                             : tr("Blank, marks from the left end, face up"));
    };
    connect(&document, &Document::changed, says, refresh);
    refresh();
    layout->addWidget(says);
    layout->addWidget(new RibbonView(document, 14, ribbon), 1);
    return ribbon;
}

} // namespace goodfold::app
