// Drawings and solids out of the window and drawings into it.
#include "app/window/fold_question.h"
#include "gui/support.h"

namespace goodfold::exchange_test {

namespace {

QByteArray contents(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

/// As somebody says where to, in the dialog that asks.
void answerWith(const QString& path) {
    QTimer::singleShot(0, [path] {
        auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
        if (!dialog) qFatal("nobody asks where to");
        dialog->selectFile(path);
        QMetaObject::invokeMethod(dialog, "accept");
    });
}

} // namespace

class ExchangeTest : public QObject {
    Q_OBJECT
private slots:
    void exportsAreWritten();
    void solidsAreMadeBeside();
    void stoppedBracketsAreExportedWithAWord();
    void drawingsAreOpened();
    void drawingsAreBentAlongTheirLines();
};

void ExchangeTest::exportsAreWritten() {
    QTemporaryDir folder;
    test::Window window(test::demo("vent-stay.gfold"));
    window->showStage("bending");
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    const std::map<std::string, const char*> starts{{"pdf-template", "%PDF"},
                                                    {"pdf-paper", "%PDF"},
                                                    {"pdf-drawing", "%PDF"},
                                                    {"pdf-sheet", "%PDF"},
                                                    {"pdf-measuring", "%PDF"},
                                                    {"pdf-check", "%PDF"},
                                                    {"pdf-buying", "%PDF"},
                                                    {"pdf-order", "%PDF"},
                                                    {"pdf-quote", "%PDF"},
                                                    {"dxf", "999\ndxflib"},
                                                    {"svg", "<?xml"},
                                                    {"csv", "kind,about"},
                                                    {"step", "ISO-10303"},
                                                    {"step-flat", "ISO-10303"},
                                                    {"step-opposite", "ISO-10303"},
                                                    {"svg-drawing", "<?xml"},
                                                    {"dxf-drawing", "999\ndxflib"},
                                                    {"stl", "STL"},
                                                    {"stl-gauge", "STL"}};
    QCOMPARE(starts.size(), draw::exports().size());
    for (const auto& [row, action] : window->actions().exports) {
        const QString path = folder.filePath(QString::fromLatin1(row->key) + row->suffix);
        const auto wrong = window->exporter().write(*row, QPageSize::A4, path);
        QCOMPARE(wrong.has_value(), std::string_view(row->key) == "pdf-quote"); // no prices are known
        if (wrong) continue;
        QVERIFY2(contents(path).startsWith(starts.at(row->key)), row->key);
    }
    QVERIFY(window->exporter().write(*draw::findExport("dxf"), QPageSize::A4, "/no/such/folder/blank.dxf"));
}

/// The window goes on while a solid is made; the file is there when it says so.
void ExchangeTest::solidsAreMadeBeside() {
    QTemporaryDir folder;
    test::Window window(test::demo("vent-stay.gfold"));
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    const QString path = folder.filePath("stay.step"), none = folder.filePath("none/stay.step");
    answerWith(path);
    window->actions().exportAction("step")->trigger();
    QCOMPARE(window.notice(), QString("The file stay.step is being made…"));
    QTRY_COMPARE_WITH_TIMEOUT(window.notice(), QString("The file stay.step is written."), 30000);
    QVERIFY(contents(path).startsWith("ISO-10303"));
    QVERIFY(QFile::remove(path));
    answerWith(path);
    window->actions().exportAction("step-flat")->trigger();
    QVERIFY(QDir().rmdir(folder.path())); // where it was to go is gone
    QTRY_VERIFY_WITH_TIMEOUT(!window.notice().endsWith("made…"), 30000);
    QVERIFY2(!window.notice().contains("is written"), qPrintable(window.notice()));
}

void ExchangeTest::stoppedBracketsAreExportedWithAWord() {
    QTemporaryDir folder;
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().change("too wide", [](job::Job& changed) { changed.plates[0].holes[0].diameter = 40; });
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    answerWith(folder.filePath("stay.dxf"));
    window->actions().exportAction("dxf")->trigger();
    QVERIFY2(
        window.notice().startsWith("The file stay.dxf is written, but the bracket cannot be made as it is."),
        qPrintable(window.notice()));
}

/// In an untouched window in its place, else beside it; what cannot be read changes nothing.
void ExchangeTest::drawingsAreOpened() {
    QTemporaryDir folder;
    const QString path = folder.filePath("bench cover.dxf");
    {
        test::Window window(test::demo("bench-cover.gfold"));
        QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
        QVERIFY(!window->exporter().write(*draw::findExport("dxf"), QPageSize::A4, path));
    }
    const auto opened = app::MainWindow::opened(path, test::books());
    QVERIFY(opened);
    const std::unique_ptr<app::MainWindow> window(*opened);
    QCOMPARE(window->document().job().title, std::string("bench cover"));
    QVERIFY(window->document().job().stock.form == job::StockForm::Sheet);
    QVERIFY(window->isWindowModified());
    QFile broken(path);
    QVERIFY(broken.open(QIODevice::WriteOnly) && broken.write("no drawing") > 0);
    broken.close();
    const auto none = app::MainWindow::opened(path, test::books());
    QVERIFY(!none && none.error().says.find("no DXF") != std::string::npos);
}

/// A strip that was drawn with its bend lines: it lies there flat, and bent once that is answered.
void ExchangeTest::drawingsAreBentAlongTheirLines() {
    QTemporaryDir folder;
    const QString path = folder.filePath("foot.dxf");
    double length = 0;
    {
        test::Window window(test::demo("foot-on-base.gfold"));
        QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
        length = window.document().part().blank.length;
        QVERIFY(!window->exporter().write(*draw::findExport("dxf"), QPageSize::A4, path));
    }
    const auto opened = app::MainWindow::opened(path, test::books());
    QVERIFY(opened);
    const std::unique_ptr<app::MainWindow> window(*opened);
    window->show();
    QVERIFY(window->document().job().bends.empty());
    app::FoldQuestion* question = nullptr;
    QTRY_VERIFY((question = window->findChild<app::FoldQuestion*>()));
    QCOMPARE(question->folds().size(), size_t(1));
    auto* angle = question->findChild<QDoubleSpinBox*>();
    QCOMPARE(angle->accessibleName(), QStringLiteral("What lines on layer BEND_UP are bent by"));
    angle->setValue(85);
    for (QPushButton* button : question->findChildren<QPushButton*>())
        if (button->text() == QStringLiteral("Bend along them")) button->click();
    const job::Job& job = window->document().job();
    QCOMPARE(job.bends.size(), size_t(1));
    QCOMPARE(job.bends[0].angleDeg, 85.0);
    QVERIFY(std::abs(window->document().part().blank.length - length) < 1e-3);
    window->document().undoStack().undo();
    QVERIFY(window->document().job().bends.empty());
}

GOODFOLD_TEST(ExchangeTest)

} // namespace goodfold::exchange_test

#include "exchange.moc"
