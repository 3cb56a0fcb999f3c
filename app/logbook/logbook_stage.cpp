#include "app/logbook/logbook_stage.h"

#include "app/base/planner.h"
#include "app/base/text.h"
#include "app/bracket/learned_cells.h"
#include "app/logbook/piece_picture.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "app/widgets/panel_column.h"
#include "app/widgets/theme.h"
#include "app/widgets/undo_key.h"
#include "common/told.h"
#include "draw/save_bytes.h"
#include "files/job_file.h"
#include "files/logbook_csv.h"
#include "files/taught_again.h"
#include "learn/taught.h"
#include "text/lineup_words.h"

#include <QFile>
#include <QFileDialog>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QVBoxLayout>

#include <cmath>
#include <set>
#include <sstream>

namespace goodfold::app {

using learn::What;

LogbookStage::LogbookStage(Document& document, Planner& planner, QWidget* parent)
    : Stage(parent), document(document), undo(this),
      testBend(new TestBendForm(document, planner, undo, this)), list(new EntriesList(document, undo, this)),
      jobOdds(new JobOdds(document, planner, this)) {
    setAccessibleName(tr("Logbook"));
    setFocusPolicy(Qt::StrongFocus);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(16, 10, 10, 8);
    layout->setSpacing(14);
    layout->addWidget(makeKnown(), 1);
    layout->addWidget(makeForm());
    layout->addWidget(makeEntries());
    connect(testBend, &TestBendForm::changed, this, [this] {
        knownTool = testBend->bend().tool; // the pictures are of the strip in hand until somebody chooses
        knownBatch = testBend->bend().batch;
        refresh();
    });
    connect(testBend, &TestBendForm::written, this, [this] {
        Notice::say(
            *this,
            tr("Written. Plans go by it from now on; a job's blank once it takes K by \"Your logbook\"."));
    });
    connect(list, &EntriesList::changed, this, &LogbookStage::refresh);
    connect(list, &EntriesList::makeAgain, this, [this](const QString& text) {
        std::istringstream in(text.toStdString());
        const auto read = files::readJob(in);
        if (!read) return Notice::say(*this, QString::fromStdString(read.error().says));
        emit this->document.secondPartMade(read->job);
    });
    connect(&document, &Document::changed, this, &LogbookStage::refresh);
    connect(&planner, &Planner::done, this, [this] {
        if (isVisible()) jobOdds->ask();
    });
    connect(jobOdds, &JobOdds::changed, this, [this] { knownPanel->refresh(); });
    knownTool = testBend->bend().tool;
    knownBatch = testBend->bend().batch;
    refresh();
}

QWidget* LogbookStage::makeKnown() {
    auto* column = new QWidget(this);
    knownPanel = new CellPanel(
        document, tr("What is known"), [this](Document&) { return knownBlocks(); }, column);
    view = new KnownView(column);
    proved = new ProvedView(document, column);
    auto* all = new QVBoxLayout(column);
    all->setContentsMargins(0, 0, 0, 0);
    all->addWidget(knownPanel);
    all->addWidget(view, 1);
    all->addWidget(proved);
    return column;
}

QWidget* LogbookStage::makeForm() {
    auto* column = new QWidget(this);
    column->setFixedWidth(columnPx(290));
    batch = makeLine(tr("Batch of stock"), tr("which bar or sheet, as you call it"),
                     [this](const QString& typed) {
                         testBend->setBatch(typed.trimmed().toStdString());
                         return Cell::Answer();
                     });
    formPanel = new CellPanel(
        document, tr("A test bend"), [this](Document&) { return testBend->blocks(); }, column);
    auto* heading = wordsOn(column, "heading");
    heading->setText(tr("A test bend"));
    auto* all = new QVBoxLayout(column);
    all->setContentsMargins(0, 0, 0, 0);
    all->addWidget(heading);
    all->addWidget(batch);
    all->addWidget(scrolling(formPanel), 1);
    return column;
}

QWidget* LogbookStage::makeEntries() {
    auto* column = new QWidget(this);
    column->setFixedWidth(columnPx(286));
    search = makeLine(tr("Find pieces by words"), tr("find: job, hand, batch, note"),
                      [](const QString&) { return Cell::Answer(); }); // found while it is typed
    connect(search, &QLineEdit::textChanged, this, [this](const QString& typed) { list->find(typed); });
    note = makeLine(tr("Note on this piece"), tr("a note on this piece"),
                    [this](const QString& typed) { return list->setNote(typed); });
    listPanel = new CellPanel(
        document, tr("What was kept"), [this](Document&) { return list->blocks(); }, column);
    tablePanel = new CellPanel(
        document, tr("Tables"), [this](Document&) { return tableBlocks(); }, column);
    photo = new QLabel(column);
    photo->setWordWrap(true);
    auto* heading = wordsOn(column, "heading");
    heading->setText(tr("What was kept"));
    auto* all = new QVBoxLayout(column);
    all->setContentsMargins(0, 0, 0, 0);
    all->addWidget(heading);
    all->addWidget(search);
    all->addWidget(scrolling(listPanel), 1);
    all->addWidget(photo);
    all->addWidget(note);
    all->addWidget(tablePanel);
    return column;
}

QLineEdit* LogbookStage::makeLine(const QString& called, const QString& whileEmpty,
                                  const std::function<Cell::Answer(const QString&)>& take) {
    auto* line = new QLineEdit(this);
    line->setAccessibleName(called);
    line->setPlaceholderText(whileEmpty);
    line->setProperty("role", "entry");
    leaveUndoToDocument(*line);
    connect(line, &QLineEdit::editingFinished, this, [this, line, take] {
        if (!line->isModified()) return;
        line->setModified(false);
        if (const auto wrong = take(line->text())) Notice::say(*this, text(wrong->says));
    });
    return line;
}

QString LogbookStage::hint() const {
    return tr("What bends have taught, and what was made. A strip that is bent and measured here is worth "
              "more than any table.");
}

/// The demo's bends, in the pictures' own logbook, and a strip that is just measured.
void LogbookStage::showExample(const QString&) {
    (void)readTable(QStringLiteral(":/tables/test-bends.csv"));
    list->show(EntriesList::Kind::TestBends);
    const auto logbook = document.books().logbook.file();
    const auto last = logbook ? (*logbook)->bends(3, 1) : Result<std::vector<learn::KeptBend>>(Error{});
    if (last && !last->empty()) testBend->put(tr("an example"), last->front().bend);
}

void LogbookStage::showEvent(QShowEvent*) {
    refresh();
}

QImage LogbookStage::image() const {
    return view->grab().toImage();
}

void LogbookStage::refresh() {
    if (!isVisible()) return;
    const auto fill = [](QLineEdit* line, const QString& text) {
        if (!line->isModified() && line->text() != text) line->setText(text);
    };
    fill(batch, text(testBend->bend().batch));
    fill(note, list->noteOfOpen());
    note->setVisible(list->isPieceOpen());
    search->setVisible(list->kind() == EntriesList::Kind::Pieces);
    for (CellPanel* panel : {knownPanel, formPanel, listPanel, tablePanel})
        panel->refresh();
    showCharts();
    proved->refresh();
    showPhoto();
    jobOdds->ask();
}

void LogbookStage::showPhoto() {
    const QString path = list->photoOfOpen();
    photo->setVisible(!path.isEmpty());
    if (path.isEmpty() || path == photo->property("path").toString()) return;
    photo->setProperty("path", path);
    const QImage image = keptPicture(path, QSize(columnPx(286), px(200)));
    photo->setPixmap(QPixmap::fromImage(image));
    photo->setAccessibleName(tr("A picture of this piece"));
    if (image.isNull()) photo->setText(tr("Its picture is not there any more: %1").arg(path));
}

/// Of the strip's metal: its tool and batch may be chosen apart.
std::vector<Block> LogbookStage::knownBlocks() {
    const learn::Points& points = document.books().logbook.points();
    const std::string& metal = testBend->bend().material;
    const material::Material& known = *material::standardMaterials().find(metal);
    std::set<std::string> tools{knownTool}, batches{knownBatch};
    int bends = 0;
    for (const learn::Point& point : points) {
        if (point.material != metal || learn::isScatter(point.what)) continue;
        tools.insert(point.tool);
        batches.insert(point.batch);
        if (point.what == What::K) bends += point.count;
    }
    const auto chosen = [this](std::string& which, const std::string& to) -> Cell::Answer {
        which = to;
        refresh();
        return {};
    };
    const tool::Shop& shop = *document.books().tools.shop();
    Block block{{}, 0, 0, {}};
    block.lines.push_back(
        {words(text(known.name), Cell::Look::Heading),
         choiceOf(CellName{QStringLiteral("known.tool"), tr("Tool")}, optionsOf(shop, tools, tr("any tool")),
                  knownTool, [this, chosen](const std::string& to) { return chosen(knownTool, to); }),
         choiceOf(CellName{QStringLiteral("known.batch"), tr("Batch")},
                  optionsOf(shop, batches, tr("any batch")), knownBatch,
                  [this, chosen](const std::string& to) { return chosen(knownBatch, to); })});
    block.lines.push_back({wrapped(
        bends == 0   ? tr("Nothing of it was bent and measured here yet: the book is all there is.")
        : bends == 1 ? tr("Known from one bend of this shop. The bands hold 95 bends of 100.")
                     : tr("Known from %1 bends of this shop. The bands hold 95 bends of 100.").arg(bends),
        Cell::Look::Faint)});
    if (const auto& odds = jobOdds->latest())
        block.lines.push_back(
            {wrapped(tr("This job, that every bolt goes in: %1 by the books alone, %2 by what "
                        "is known now.")
                         .arg(text(text::oddsInWords(odds->byBook)), text(text::oddsInWords(odds->known))))});
    return {block};
}

void LogbookStage::showCharts() {
    const learn::Points& points = document.books().logbook.points();
    const material::Material& metal = *material::standardMaterials().find(testBend->bend().material);
    const lineup::ErrorBook& errors = document.books().errors.book();
    std::vector<draw::KnownChart> charts;
    QStringList says;
    for (const auto& [what, title, decimals] :
         {std::tuple{What::K, tr("K"), 2}, {What::Springback, tr("Springback of 90°"), 1}}) {
        draw::KnownChart chart{title,
                               decimals,
                               learn::knownAlong(what, points, metal, errors, knownTool, knownBatch),
                               learn::seenAlong(what, points, metal),
                               {},
                               knownTool};
        if (const auto now = testBend->tells(what)) {
            const auto seen = learn::seenAlong(what, {*now}, metal);
            if (!seen.empty()) chart.inHand = seen.front();
        }
        const auto one =
            std::min_element(chart.along.begin(), chart.along.end(), [](const auto& a, const auto& b) {
                return std::abs(a.ratio - 1) < std::abs(b.ratio - 1);
            });
        const int digits = decimals + 1;
        says << tr("%1 at R/T 1: the book %2 ± %3, known by now %4 ± %5")
                    .arg(title, QString::number(one->book, 'f', digits),
                         QString::number(one->bookSigma, 'f', digits),
                         QString::number(one->mean, 'f', digits), QString::number(one->sigma, 'f', digits));
        charts.push_back(std::move(chart));
    }
    view->show(std::move(charts), says.join(QStringLiteral("; ")));
}

std::vector<Block> LogbookStage::tableBlocks() {
    Block block{{}, 0, 6, {}};
    const auto ask = [this](EntriesList::Kind kind) {
        const QString name = kind == EntriesList::Kind::Pieces ? tr("pieces.csv") : tr("test-bends.csv");
        if (const QString path = QFileDialog::getSaveFileName(window(), tr("Write as a table"), name);
            !path.isEmpty())
            Notice::say(*this, writeTable(path, kind));
    };
    block.lines.push_back(
        {press(
             tr("write as a table…"),
             CellName{QStringLiteral("logbook.write"), tr("Write what is listed as a table")},
             [this, ask]() -> Cell::Answer {
                 ask(list->kind());
                 return {};
             },
             Cell::Look::Link),
         press(
             tr("read a table…"), CellName{QStringLiteral("logbook.read"), tr("Read a table back in")},
             [this]() -> Cell::Answer {
                 const QString path =
                     QFileDialog::getOpenFileName(window(), tr("Read a table"), {}, tr("Tables (*.csv)"));
                 if (!path.isEmpty()) Notice::say(*this, readTable(path));
                 return {};
             },
             Cell::Look::Link)});
    return {block};
}

QString LogbookStage::writeTable(const QString& path, EntriesList::Kind kind) {
    const auto logbook = document.books().logbook.file();
    if (!logbook) return text(logbook.error().says);
    constexpr int kAll = 10'000'000;
    std::ostringstream out;
    size_t count = 0;
    if (kind == EntriesList::Kind::TestBends) {
        const auto bends = (*logbook)->bends(0, kAll);
        if (!bends) return text(bends.error().says);
        files::writeTestBends(out, *bends);
        count = bends->size();
    } else {
        const auto rows = (*logbook)->pieces({}, 0, kAll);
        if (!rows) return text(rows.error().says);
        std::vector<learn::KeptPiece> pieces;
        for (const store::PieceRow& row : *rows) {
            const auto piece = (*logbook)->piece(row.id);
            if (!piece) return text(piece.error().says);
            if (*piece) pieces.push_back(**piece);
        }
        files::writePieces(out, pieces);
        count = pieces.size();
    }
    if (const auto wrong = draw::saveBytes(path, QByteArray::fromStdString(out.str())))
        return text(wrong->says);
    return tr("%1 entries written.").arg(count);
}

QString LogbookStage::readTable(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return tr("%1 cannot be opened.").arg(path);
    const std::string content = file.readAll().toStdString();
    std::istringstream in(content);
    const auto refused = [](const Error& error) { return text(told(error)); };
    size_t count = 0;
    std::string passedOver;
    std::optional<Error> failed;
    if (files::isTableOfPieces(content.substr(0, content.find('\n')))) {
        const auto pieces = files::readPieces(in);
        if (!pieces) return refused(pieces.error());
        std::vector<std::pair<learn::KeptPiece, learn::Points>> all;
        const auto hardware = document.books().hardware.book();
        files::TaughtAgain again(*document.books().tools.shop(), document.books().errors.book(), hardware);
        QGuiApplication::setOverrideCursor(Qt::WaitCursor); // each job is planned anew
        for (const learn::KeptPiece& piece : pieces->rows)
            all.emplace_back(piece, again.by(piece));
        QGuiApplication::restoreOverrideCursor();
        count = all.size();
        passedOver = pieces->passedOver;
        failed = document.books().logbook.write([&](store::Logbook& logbook) { return logbook.putAll(all); });
    } else {
        const auto bends = files::readTestBends(in);
        if (!bends) return refused(bends.error());
        std::vector<std::pair<learn::KeptBend, learn::Points>> all;
        for (const learn::KeptBend& kept : bends->rows) {
            const material::Material* metal = material::standardMaterials().find(kept.bend.material);
            all.emplace_back(kept, metal ? learn::pointsOf(kept.bend, *metal, *document.books().tools.shop(),
                                                           document.books().errors.book())
                                         : learn::Points());
        }
        count = all.size();
        passedOver = bends->passedOver;
        failed = document.books().logbook.write([&](store::Logbook& logbook) { return logbook.putAll(all); });
    }
    if (failed) return text(failed->says);
    return (tr("%1 entries read.").arg(count) + QLatin1Char(' ') + text(passedOver)).trimmed();
}

} // namespace goodfold::app
