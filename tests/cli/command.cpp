// goodfold-cli as a script meets it: output, exit status, one sentence for what is wrong.
#include "cli/support.h"

#include <set>

namespace goodfold::command_test {

using nlohmann::json;
using namespace goodfold::test;

class CommandTest : public QObject {
    Q_OBJECT
private slots:
    void showPrintsAnObjectALine();
    void showReadsStandardInput();
    void cannotBeMadeIsOne_data();
    void cannotBeMadeIsOne();
    void cannotBeReadIsTwo_data();
    void cannotBeReadIsTwo();
    void worstOfSeveralCounts();
    void wrongWordsAreExplained_data();
    void wrongWordsAreExplained();
    void versionIsTold();
    void exportWritesAndSaysWhenItCannot();
    void solidsAreNamedInAscii();
    void showTellsWhatDrivesAndWhatIsCut();
    void planTellsEveryStep();
    void planTellsWhatIsInTheWay();
    void jobSheetSaysAllAndStaysOnThePaper_data();
    void jobSheetSaysAllAndStaysOnThePaper();
    void csvIsReadByColumns();
    void linksNoWidgets();
    void optionsAreReadAsUsual();
    void showTellsWhatThePlanFound();
    void dxfIsTheSameTwice();
    void shellsAndManualsKnowEveryCommand();
};

/// "--csv=-" as "--csv -", and a job whose name begins with a dash behind "--". Help names every export.
void CommandTest::optionsAreReadAsUsual() {
    const QByteArray csv = run({"export", demo("vent-stay.gfold"), "--csv", "-"}).out;
    QVERIFY(csv.startsWith("kind,about"));
    QCOMPARE(run({"export", demo("vent-stay.gfold"), "--csv=-"}).out, csv);
    QTemporaryDir folder;
    QVERIFY(QFile::copy(demo("vent-stay.gfold"), folder.filePath("--stay.gfold")));
    const QString here = QDir::currentPath();
    QVERIFY(QDir::setCurrent(folder.path()));
    const Outcome dashed = run({"export", "--csv=-", "--", "--stay.gfold"});
    QDir::setCurrent(here);
    QCOMPARE(dashed.out, csv);
    const Outcome help = run({"export", "--help"});
    QCOMPARE(help.status, 0);
    for (const char* option :
         {"--dxf", "--svg", "--csv", "--pdf-template", "--pdf-sheet", "--step", "--stl", "--paper"})
        QVERIFY2(help.out.contains(option), option);
}

/// A bend that is settled for a tool which is not there stops the job in `show` as it does in the window.
void CommandTest::showTellsWhatThePlanFound() {
    const QByteArray job = R"({"format": "good-fold-job", "version": 1, "title": "Vent stay", "units": "mm",
        "material": "steel-hot-rolled", "thickness": 3, "stock": {"form": "bar", "width": 30},
        "plates": [{"id": "A", "length": 60}, {"id": "B", "length": 90}],
        "bends": [{"id": "1", "from": "A", "edge": "end", "to": "B", "angle": 90, "turn": "up", "tool": "roller"}]})";
    const Outcome outcome = run({"show", "-", "--json"}, job);
    QCOMPARE(outcome.status, 1);
    bool isTold = false;
    const json shown = outcome.lines().at(0);
    for (const json& check : shown.at("checks"))
        isTold |=
            check.at("rule") == "no-order" && check.at("severity") == "stop" && check.at("about") == "1";
    QVERIFY(isTold);
    const Outcome quick = run({"show", "-", "--json", "--without-plan"}, job);
    QCOMPARE(quick.status, 0);
    QVERIFY(!quick.out.contains("no-order"));
}

/// Whatever lay in the memory before.
void CommandTest::dxfIsTheSameTwice() {
    std::set<QByteArray> written;
    for (const char* filling : {"1", "85", "170", "254"}) {
        qputenv("MALLOC_PERTURB_", filling);
        written.insert(run({"export", demo("valve-tray.gfold"), "--dxf", "-"}).out);
    }
    qunsetenv("MALLOC_PERTURB_");
    QCOMPARE(written.size(), size_t{1});
}

void CommandTest::showPrintsAnObjectALine() {
    const Outcome outcome = run({"show", demo("vent-stay.gfold"), demo("fan-standoff.gfold"), "--json"});
    QCOMPARE(outcome.status, 0);
    QVERIFY(outcome.err.isEmpty());
    const auto lines = outcome.lines();
    QCOMPARE(lines.size(), size_t{2});
    const json& stay = lines[0];
    QCOMPARE(QString::fromStdString(stay.at("file")), demo("vent-stay.gfold"));
    for (const char* key : {"length", "width", "outline", "area", "mass"})
        QVERIFY2(stay.at("blank").contains(key), key);
    for (const char* key : {"id", "angle", "inside_radius", "k", "allowance", "deduction", "outside_setback",
                            "near", "centre", "far"})
        QVERIFY2(stay.at("bends").at(0).contains(key), key);
    for (const char* key : {"id", "plate", "flat", "point", "axis"})
        QVERIFY2(stay.at("holes").at(0).contains(key), key);
    for (const char* key : {"id", "flat", "formed"})
        QVERIFY2(stay.at("plates").at(0).contains(key), key);
    for (const char* key : {"rule", "severity", "about", "value", "limit", "says"})
        QVERIFY2(stay.at("checks").at(0).contains(key), key);
    QVERIFY(stay.at("marks").size() == 10); // four of each bend, its set line among them
    // Blank by hand: 62 + 74 + 48 less both deductions, the first along a line skewed by 12 degrees.
    const double radian = M_PI / 180;
    const double first = (2 * 6 - M_PI / 2 * (3 + 0.407 * 3)) / std::cos(12 * radian);
    const double second = 2 * 6 * std::tan(30 * radian) - M_PI / 3 * (3 + 0.407 * 3);
    QVERIFY(std::abs(stay.at("blank").at("length").get<double>() - (62 + 74 + 48 - first - second)) < 1e-9);
    QVERIFY(std::abs(stay.at("blank").at("mass").get<double>() -
                     (stay.at("blank").at("length").get<double>() * 30 - 2 * M_PI * 3.3 * 3.3) * 3 *
                         7850e-9) < 1e-12);
}

void CommandTest::showReadsStandardInput() {
    const QByteArray job = textOf(demo("vent-stay.gfold"));
    const Outcome outcome = run({"show", "-", "--json"}, job);
    QCOMPARE(outcome.status, 0);
    json fromFile = run({"show", demo("vent-stay.gfold"), "--json"}).lines().at(0);
    json fromInput = outcome.lines().at(0);
    QCOMPARE(QString::fromStdString(fromInput.at("file")), QString("-"));
    fromFile.erase("file");
    fromInput.erase("file");
    QVERIFY(fromFile == fromInput);
}

void CommandTest::cannotBeMadeIsOne_data() {
    QTest::addColumn<QByteArray>("from");
    QTest::addColumn<QByteArray>("to");
    QTest::addColumn<QString>("rule");
    QTest::newRow("leg too short") << QByteArray("\"length\": 74.0") << QByteArray("\"length\": 5.0")
                                   << "straight-too-short";
    QTest::newRow("hole off its leg")
        << QByteArray("\"x\": 9.0") << QByteArray("\"x\": -9.0") << "hole-off-plate";
    QTest::newRow("no such material")
        << QByteArray("steel-hot-rolled") << QByteArray("moon-cheese") << "cannot-solve";
}

void CommandTest::cannotBeMadeIsOne() {
    QFETCH(QByteArray, from);
    QFETCH(QByteArray, to);
    QFETCH(QString, rule);
    const Outcome outcome = run({"show", "-", "--json"}, textOf(demo("vent-stay.gfold")).replace(from, to));
    QCOMPARE(outcome.status, 1);
    const json check = outcome.lines().at(0).at("checks").at(0);
    QCOMPARE(QString::fromStdString(check.at("rule")), rule);
    QCOMPARE(QString::fromStdString(check.at("severity")), QString("stop"));
}

void CommandTest::cannotBeReadIsTwo_data() {
    QTest::addColumn<QByteArray>("input");
    QTest::addColumn<QString>("place");
    const QByteArray good = textOf(demo("vent-stay.gfold"));
    QTest::newRow("nothing") << QByteArray() << "it is empty.";
    QTest::newRow("not JSON") << QByteArray("bend me") << "line 1, column 1";
    QTest::newRow("cut short") << good.left(good.size() / 2) << "line";
    QTest::newRow("binary") << QByteArray(1000, '\xff') << "line 1";
    QTest::newRow("zeros") << QByteArray(1000, '\0') << "line 1";
    QTest::newRow("negative leg") << QByteArray(good).replace("\"length\": 74.0", "\"length\": -1")
                                  << "plates[1].length";
    QTest::newRow("very deep") << QByteArray(100000, '[') << "lists and objects stand";
    QTest::newRow("very large") << QByteArray(17 << 20, ' ') << "it is larger than";
    QTest::newRow("ring of bends") << QByteArray(good).replace("\"from\": \"A\"", "\"from\": \"C\"")
                                   << "bends";
}

void CommandTest::cannotBeReadIsTwo() {
    QFETCH(QByteArray, input);
    QFETCH(QString, place);
    const Outcome outcome = run({"show", "-", "--json"}, input);
    QCOMPARE(outcome.status, 2);
    QVERIFY(outcome.out.isEmpty());
    QVERIFY2(outcome.err.startsWith("standard input: " + place.toUtf8()), outcome.err);
    QCOMPARE(outcome.err.count('\n'), 1);
    QVERIFY2(outcome.err.trimmed().endsWith('.'), outcome.err);
}

void CommandTest::worstOfSeveralCounts() {
    const Outcome outcome = run({"show", demo("vent-stay.gfold"), "/no/such/job.gfold", "--json"});
    QCOMPARE(outcome.status, 2);
    QCOMPARE(outcome.lines().size(), size_t{1});
    QVERIFY2(outcome.err.contains("/no/such/job.gfold: No such file"), outcome.err);
    const Outcome folder = run({"show", QStringLiteral(PROJECT_DATA), "--json"});
    QCOMPARE(folder.status, 2);
    QVERIFY2(folder.err.contains("directory"), folder.err);
}

void CommandTest::wrongWordsAreExplained_data() {
    QTest::addColumn<QStringList>("words");
    QTest::newRow("unknown command") << QStringList{"fold", "x"};
    QTest::newRow("no job") << QStringList{"show", "--json"};
    QTest::newRow("no format") << QStringList{"show", "x"};
    QTest::newRow("unknown option") << QStringList{"export", "x", "--obj", "y"};
    QTest::newRow("no file name") << QStringList{"export", "x", "--dxf"};
    QTest::newRow("nothing to export") << QStringList{"export", "x"};
    QTest::newRow("strange paper") << QStringList{"export", "x", "--svg", "y", "--paper", "napkin"};
}

void CommandTest::wrongWordsAreExplained() {
    QFETCH(QStringList, words);
    const Outcome outcome = run(words);
    QCOMPARE(outcome.status, 2);
    QVERIFY2(outcome.err.startsWith("goodfold-cli: ") && !outcome.err.contains("Error:"), outcome.err);
    QVERIFY(outcome.err.left(outcome.err.indexOf('\n')).endsWith('.') && outcome.err.contains("Exit status"));
}

void CommandTest::versionIsTold() {
    const Outcome outcome = run({"--version"});
    QCOMPARE(outcome.status, 0);
    static const QRegularExpression version("^goodfold-cli \\d+\\.\\d+\\.\\d+\n$");
    QVERIFY2(version.match(outcome.out).hasMatch(), qPrintable(outcome.out));
}

void CommandTest::exportWritesAndSaysWhenItCannot() {
    QTemporaryDir folder;
    const Outcome outcome =
        run({"export", demo("vent-stay.gfold"), "--dxf", folder.filePath("a.dxf"), "--svg", "-",
             "--pdf-template", folder.filePath("a.pdf"), "--paper", "letter"});
    QCOMPARE(outcome.status, 0);
    QVERIFY(outcome.out.startsWith("<?xml"));
    QVERIFY(textOf(folder.filePath("a.pdf")).startsWith("%PDF"));
    QVERIFY(textOf(folder.filePath("a.dxf")).contains("LWPOLYLINE"));
    const Outcome failed = run({"export", demo("vent-stay.gfold"), "--dxf", "/no/such/folder/a.dxf"});
    QCOMPARE(failed.status, 3);
    QVERIFY2(failed.err.contains("/no/such/folder/a.dxf"), failed.err);
}

/// ISO 10303-21 has letters beyond ASCII by their code. A pair has an opposite hand, one hand has none.
void CommandTest::solidsAreNamedInAscii() {
    json job = json::parse(textOf(demo("vent-stay.gfold")).toStdString());
    job["title"] = "St\u00fctze";
    const QByteArray text = QByteArray::fromStdString(job.dump());
    const Outcome outcome = run({"export", "-", "--step", "-"}, text);
    QCOMPARE(outcome.status, 0);
    QVERIFY(outcome.out.startsWith("ISO-10303-21;"));
    QVERIFY(outcome.out.contains("PRODUCT('St\\X2\\00FC\\X0\\tze"));
    QVERIFY(outcome.out.contains("CYLINDRICAL_SURFACE"));
    for (const bool isPair : {true, false}) {
        job["opposite_hand"] = isPair;
        const Outcome other =
            run({"export", "-", "--step-opposite", "-"}, QByteArray::fromStdString(job.dump()));
        QCOMPARE(other.status, isPair ? 0 : 1);
        QCOMPARE(other.err.contains("one hand only"), !isPair);
    }
}

void CommandTest::showTellsWhatDrivesAndWhatIsCut() {
    const json hanger = run({"show", demo("lamp-hanger.gfold"), "--json"}).lines().at(0);
    QCOMPARE(hanger["holes"][0]["kind"], json("slot"));
    QCOMPARE(hanger["bends"][1]["angle"], hanger["bends"][2]["angle"]); // both halves of the joggle
    const json clip = run({"show", demo("tray-clip.gfold"), "--json"}).lines().at(0);
    // Stated as an opening of 38: formed, the facing holes stand 38 and two walls of 4 apart, on one axis.
    QVERIFY(std::abs(clip["plates"][1]["length"].get<double>() - 46) < 1e-9);
    const json &one = clip["holes"][0]["point"], &other = clip["holes"][1]["point"];
    QVERIFY(std::abs(one[0].get<double>() - other[0].get<double>()) < 1e-9);
    QVERIFY(std::abs(other[2].get<double>() - one[2].get<double>() - 46) < 1e-9);
}

void CommandTest::planTellsEveryStep() {
    const Outcome outcome = run({"plan", demo("valve-tray.gfold"), demo("frame-foot.gfold"), "--json"});
    QCOMPARE(outcome.status, 0);
    const json tray = outcome.lines().at(0), foot = outcome.lines().at(1);
    QCOMPARE(tray["steps"].size(), size_t{8});
    std::set<std::string> bends;
    double cost = 0;
    for (const json& step : tray["steps"]) {
        bends.insert(step["bend"]);
        for (const auto& part : step["cost"].items())
            cost += part.value().get<double>();
        QVERIFY(step["push_to"].get<double>() > step["comes_back_to"].get<double>());
        QVERIFY(step["springback_by_formula"].get<double>() > 0);
        QVERIFY(!step["says"].get<std::string>().empty());
        QVERIFY(!step["check"].empty());
    }
    QCOMPARE(bends.size(), size_t{8});
    QVERIFY(std::abs(cost - tray["cost"].get<double>()) < 1e-6);
    QCOMPARE(tray["best"], json(true));
    // 1.42 UTS w T2 / V
    const json& press = foot["steps"][0];
    QCOMPARE(press["tool"], json("press"));
    QVERIFY(std::abs(press["force"].get<double>() - 1.42 * 420 * 40 * 64 / press["opening"].get<double>()) <
            1e-6);
    QVERIFY(!press["set_with"].get<std::string>().empty());
}

void CommandTest::planTellsWhatIsInTheWay() {
    const Outcome none = run({"plan", demo("bench-foot.gfold"), "--json"});
    QCOMPARE(none.status, 1);
    const json foot = none.lines().at(0);
    QVERIFY(foot["steps"].is_null());
    QVERIFY(foot["stuck"][0]["says"].get<std::string>().find("slips into the die") != std::string::npos);
    std::set<std::string> tools;
    for (const json& reason : foot["stuck"][0]["reasons"]) {
        tools.insert(reason["tool"]);
        QVERIFY(!reason["says"].get<std::string>().empty());
        QVERIFY(!reason.contains("place")); // too short and too hard, nothing meets
    }
    QVERIFY(tools.count("press") && tools.count("vise"));
    // The shop's own file is read; a die that opens further asks for more of the leg still.
    QTemporaryDir folder;
    const QString own = folder.filePath("tools.json");
    QFile file(own);
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(R"({"tools": [{"id": "small-press", "name": "small press", "kind": "press-die", "length": 100,
        "thickest": 10, "radii": [3], "most_angle": 100, "place_sigma": 0.3, "angle_sigma": 0.6,
        "die": {"openings": [{"opening": 41}], "angle": 80, "height": 60, "width": 90, "punch_width": 16,
                "punch_height": 110, "rated_force": 200000, "between": 500}}]})");
    file.close();
    QCOMPARE(run({"plan", demo("bench-foot.gfold"), "--json", "--tools", own}).status, 1); // 41 asks for more
    const Outcome wrong = run({"plan", demo("bench-foot.gfold"), "--json", "--tools", "/no/such/file"});
    QCOMPARE(wrong.status, 2);
    // The job sheet has its words as text, and no sheet is written where there is no plan.
    const QString sheet = folder.filePath("sheet.pdf");
    QCOMPARE(run({"export", demo("vent-stay.gfold"), "--pdf-sheet", sheet}).status, 0);
    QVERIFY(textOf(sheet).startsWith("%PDF"));
    QProcess words;
    words.start("pdftotext", {sheet, "-"});
    QVERIFY(words.waitForFinished());
    const QByteArray says = words.readAllStandardOutput();
    QVERIFY(says.contains("Step 2 of 2"));
    QVERIFY(says.contains("Lines to scribe"));
    const Outcome refused =
        run({"export", demo("bench-foot.gfold"), "--pdf-sheet", folder.filePath("no.pdf")});
    QCOMPARE(refused.status, 1);
    QVERIFY(!QFile::exists(folder.filePath("no.pdf")));
}

void CommandTest::jobSheetSaysAllAndStaysOnThePaper_data() {
    QTest::addColumn<QString>("job");
    for (const char* job : {"vent-stay", "light-rail", "frame-foot", "valve-tray", "bench-cover"})
        QTest::newRow(job) << job;
}

/// Every sentence of the plan is on the sheet, and no word of it past the paper's edge.
void CommandTest::jobSheetSaysAllAndStaysOnThePaper() {
    QFETCH(QString, job);
    QTemporaryDir folder;
    const QString sheet = folder.filePath("sheet.pdf"), words = folder.filePath("words.html");
    const QString file = demo(qPrintable(job + ".gfold"));
    QCOMPARE(run({"export", file, "--pdf-sheet", sheet}).status, 0);
    QCOMPARE(QProcess::execute("pdftotext", {"-bbox", sheet, words}), 0);
    QString all;
    QSizeF page;
    QXmlStreamReader reader(textOf(words));
    while (!reader.atEnd())
        if (reader.readNext() == QXmlStreamReader::StartElement) {
            const auto figure = [&](const char* name) {
                return reader.attributes().value(QLatin1String(name)).toDouble();
            };
            if (reader.name() == QLatin1String("page")) page = {figure("width"), figure("height")};
            if (reader.name() != QLatin1String("word")) continue;
            QVERIFY(figure("xMax") <= page.width() && figure("yMax") <= page.height());
            all += reader.readElementText() + " ";
        }
    QVERIFY(!page.isEmpty());
    const auto isSaid = [&](const json& sentence) {
        const QString wanted = QString::fromStdString(sentence.get<std::string>()).simplified();
        QVERIFY2(all.contains(wanted), qPrintable(wanted));
    };
    const json plan = run({"plan", file, "--json"}).lines().at(0);
    for (const json& step : plan["steps"]) {
        isSaid(step["says"]);
        for (const char* kind : {"set", "check", "mind"})
            for (const json& sentence : step[kind])
                isSaid(sentence);
    }
    for (const json& task : plan["round"]) {
        isSaid(task["says"]);
        isSaid(task["why"]);
    }
}

void CommandTest::csvIsReadByColumns() {
    const Outcome outcome = run({"export", demo("lamp-hanger.gfold"), "--csv", "-"});
    QCOMPARE(outcome.status, 0);
    QList<QByteArray> lines = outcome.out.split('\n');
    const QList<QByteArray> headings = lines.takeFirst().trimmed().split(',');
    QCOMPARE(headings.size(), 13);
    lines.removeAll(QByteArray());
    for (const QByteArray& line : lines) {
        QVERIFY(line.endsWith('\r'));
        QCOMPARE(line.trimmed().split(',').size(), headings.size());
    }
    const auto slot =
        std::find_if(lines.begin(), lines.end(), [](const QByteArray& l) { return l.startsWith("slot,"); });
    QVERIFY(slot != lines.end());
    QCOMPARE(slot->split(',').at(8), QByteArray("14"));
}

void CommandTest::linksNoWidgets() {
    QProcess ldd;
    ldd.start("ldd", {QStringLiteral(PROGRAMS "/goodfold-cli")});
    QVERIFY(ldd.waitForFinished());
    const QByteArray libraries = ldd.readAllStandardOutput();
    QVERIFY(libraries.contains("libQt6Gui"));
    QVERIFY(!libraries.contains("libQt6Widgets"));
}

/// Made from the table that parses them: what a shell offers is what there is.
void CommandTest::shellsAndManualsKnowEveryCommand() {
    QTemporaryDir folder;
    const Outcome script = run({"completion"});
    QCOMPARE(script.status, 0);
    QFile file(folder.filePath("completion"));
    QVERIFY(file.open(QIODevice::WriteOnly) && file.write(script.out) == script.out.size());
    file.close();
    const auto offered = [&](const QStringList& typed) {
        QProcess bash;
        bash.start("bash",
                   QStringList{"-c",
                               "source \"$1\"; shift; COMP_WORDS=(goodfold-cli \"$@\"); COMP_CWORD=$#; "
                               "_goodfold_cli; echo \"${COMPREPLY[@]}\"",
                               "bash", file.fileName()} +
                       typed);
        return bash.waitForFinished(20000) ? QString::fromUtf8(bash.readAllStandardOutput()).trimmed()
                                           : QStringLiteral("no bash");
    };
    const QStringList commands = offered({""}).split(' ');
    for (const char* command : {"show", "plan", "bench", "cut", "cost", "export"})
        QVERIFY2(commands.contains(QString::fromLatin1(command)), qPrintable(commands.join(' ')));
    QVERIFY(!commands.contains("completion")); // for packages only
    QCOMPARE(offered({"co"}), "cost");
    QCOMPARE(offered({"export", "stay.gfold", "--pdf-p"}), "--pdf-paper");
    QCOMPARE(offered({"export", "stay.gfold", "--paper", ""}), "a4 a3 a5 letter legal tabloid");
    QCOMPARE(offered({"practise", "--hand", "l"}), "left");
    QVERIFY(offered({"cut", "--gr"}) == "--grip" && offered({"show", "--g"}).isEmpty());
    const QByteArray manual = run({"manual"}).out;
    for (const QString& command : commands)
        QVERIFY2(command == "--help" || manual.contains(".SS " + command.toUtf8()), qPrintable(command));
    QVERIFY(manual.contains(".B \\-\\-pdf\\-paper\n") && manual.contains(".SH EXIT STATUS"));
}

GOODFOLD_TEST(CommandTest)

} // namespace goodfold::command_test

#include "command.moc"
