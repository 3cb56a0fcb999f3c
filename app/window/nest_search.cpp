#include "app/window/nest_search.h"

#include "app/widgets/theme.h"

#include <QDialogButtonBox>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

namespace {

/// A bare area that somebody else paints.
class Painted : public QWidget {
public:
    Painted(std::function<void(QPainter&, const QRectF&)> paint, QWidget* parent)
        : QWidget(parent), paint(std::move(paint)) {}

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        paint(painter, rect());
    }

private:
    std::function<void(QPainter&, const QRectF&)> paint;
};

bool isBetter(const cutting::Nest& one, const cutting::Nest& other) {
    return one.taken < other.taken - 1 || (one.taken < other.taken + 1 && one.used > other.used + 1e-6);
}

} // namespace

NestSearch::NestSearch(Look look, std::function<void(const Result<draw::Buying>&)> told, QWidget* parent)
    : QDialog(parent), done(std::move(told)), says(new QLabel(tr("Laying the blanks…"), this)),
      bettered(std::chrono::steady_clock::now()) {
    setWindowTitle(tr("Blanks on their sheets"));
    setAttribute(Qt::WA_DeleteOnClose);
    sheets = new Painted([this](QPainter& painter, const QRectF& area) { paintSheets(painter, area); }, this);
    sheets->setMinimumSize(px(520), px(300));
    says->setWordWrap(true);
    auto* buttons = new QDialogButtonBox(this);
    auto* enough = buttons->addButton(tr("That will do"), QDialogButtonBox::AcceptRole);
    enough->setObjectName(QStringLiteral("nestWillDo"));
    buttons->addButton(QDialogButtonBox::Cancel);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(sheets, 1);
    layout->addWidget(says);
    layout->addWidget(buttons);
    connect(enough, &QPushButton::clicked, this, [this] { willDo = true; });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(&looking, &QTimer::timeout, this, &NestSearch::look);
    looking.start(100);
    constexpr double kLongest = 120; // seconds
    worker = std::thread([this, look = std::move(look)] {
        auto made = look(
            {.seconds = kLongest, .goesOn = [this](const stock::SectionNest& best) { return take(best); }});
        const std::lock_guard lock(mutex);
        found.emplace(std::move(made));
    });
}

NestSearch::~NestSearch() {
    willDo = true;
    worker.join();
}

bool NestSearch::take(const stock::SectionNest& best) {
    constexpr std::chrono::seconds kPatience{4}; // without a better one
    const std::lock_guard lock(mutex);
    if (!latest || latest->section.material != best.section.material ||
        latest->section.thickness != best.section.thickness || isBetter(best.nest, latest->nest)) {
        latest = best;
        latest->laying.goesOn = {};
        bettered = std::chrono::steady_clock::now();
    }
    return !willDo && std::chrono::steady_clock::now() - bettered < kPatience;
}

void NestSearch::look() {
    std::optional<Result<draw::Buying>> made;
    {
        const std::lock_guard lock(mutex);
        made = found;
        if (latest) {
            constexpr double kSquareMetre = 1e6, kPercent = 100;
            const cutting::Nest& nest = latest->nest;
            const auto count = nest.sheets.size();
            says->setText((count == 1
                               ? tr("1 sheet, %1 % of it used: %2 m² taken, and no way takes less than %3.")
                               : tr("%n sheets, %1 % of them used: %2 m² taken, and no way takes less "
                                    "than %3.",
                                    "", static_cast<int>(count)))
                              .arg(QString::number(kPercent * nest.used, 'f', 1),
                                   QString::number(nest.taken / kSquareMetre, 'f', 2),
                                   QString::number(std::min(nest.least, nest.taken) / kSquareMetre, 'f', 2)));
        }
    }
    sheets->update();
    if (!made) return;
    looking.stop();
    done(*made);
    accept();
}

/// In rows, as many as fill the area best.
void NestSearch::paintSheets(QPainter& painter, const QRectF& area) const {
    const std::lock_guard lock(mutex);
    painter.fillRect(area, colours().paper);
    if (!latest || latest->nest.sheets.empty()) return;
    constexpr size_t kShown = 6;
    const size_t count = std::min(kShown, latest->nest.sheets.size());
    Vec2 largest(0, 0);
    for (size_t i = 0; i < count; ++i) {
        const stock::Sheet& sheet = latest->sheets[latest->nest.sheets[i].sheet];
        largest = largest.cwiseMax(Vec2(sheet.length, sheet.width));
    }
    const size_t columns = count > 1 ? 2 : 1, rows = (count + columns - 1) / columns;
    const double gap = px(8), wide = (area.width() - gap * double(columns + 1)) / double(columns),
                 high = (area.height() - gap * double(rows + 1)) / double(rows);
    const double scale = std::min(wide / largest.x(), high / largest.y());
    for (size_t i = 0; i < count; ++i) {
        const stock::NestedSheet& nested = latest->nest.sheets[i];
        const stock::Sheet& sheet = latest->sheets[nested.sheet];
        const size_t row = i / columns, column = i % columns;
        const QPointF at(gap + double(column) * (wide + gap), gap + double(row) * (high + gap));
        painter.setPen(QPen(colours().rule, 1.2));
        painter.setBrush(colours().panel);
        painter.drawRect(QRectF(at, QSizeF(sheet.length, sheet.width) * scale));
        painter.setPen(QPen(colours().ink, 1));
        painter.setBrush(draw::mixed(colours().paper, colours().accent, 0.18));
        painter.drawPath(draw::sheetOutlines(*latest, nested, at + QPointF(0, sheet.width * scale), scale));
    }
}

} // namespace goodfold::app
