// The worked parts in cases/, to 1e-6 mm.
#include "core/support.h"

#include <QDir>
#include <nlohmann/json.hpp>

namespace goodfold::cases_test {

using nlohmann::json;

namespace {
constexpr double kAgree = 1e-6;

bool near(const json& expected, const Eigen::VectorXd& got) {
    for (int i = 0; i < got.size(); ++i)
        if (std::abs(expected.at(static_cast<size_t>(i)).get<double>() - got[i]) > kAgree) return false;
    return true;
}
} // namespace

class CasesTest : public QObject {
    Q_OBJECT
private slots:
    void worked_data();
    void worked();
};

void CasesTest::worked_data() {
    QTest::addColumn<QString>("path");
    const QDir folder(TEST_DATA "/cases");
    for (const QString& name : folder.entryList({"0*.json", "1*.json"}))
        QTest::newRow(qPrintable(name)) << folder.filePath(name);
    QVERIFY(folder.entryList({"0*.json", "1*.json"}).size() == 12);
}

void CasesTest::worked() {
    QFETCH(QString, path);
    std::ifstream in(path.toStdString());
    const json file = json::parse(in);
    const job::Job job = test::jobFromText(file.at("job").dump());
    const part::Part part = part::solve(job, test::materialOf(job));
    const part::Folded folded = part::fold(part);
    const json& expect = file.at("expect");

    for (const auto& [id, bend] : expect.at("bends").items()) {
        const part::PartBend& got = part.bends[static_cast<size_t>(part.bendIndex(id))];
        QVERIFY(std::abs(got.allowance - bend.at("allowance").get<double>()) <= kAgree);
        QVERIFY(std::abs(got.deduction - bend.at("deduction").get<double>()) <= kAgree);
        QVERIFY(std::abs(got.outsideSetback - bend.at("outside_setback").get<double>()) <= kAgree);
        QVERIFY(near(bend.at("centre").at(0), got.centre.from));
        QVERIFY(near(bend.at("centre").at(1), got.centre.to));
    }
    for (const auto& [id, hole] : expect.at("holes").items()) {
        const int index = part.holeIndex(id);
        const part::FormedHole formed = part::formedHole(part, folded, index);
        QVERIFY2(near(hole.at("flat"), part.holes[static_cast<size_t>(index)].centreInFlat), id.c_str());
        QVERIFY2(near(hole.at("point"), formed.point), id.c_str());
        QVERIFY2(near(hole.at("axis"), formed.axis), id.c_str());
    }
    if (expect.contains("blank_area"))
        QVERIFY2(std::abs(part.blank.area - expect.at("blank_area").get<double>()) <= 1e-4,
                 qPrintable(QString::number(part.blank.area, 'f', 6)));
    if (expect.contains("blank_length"))
        QVERIFY(std::abs(part.blank.length - expect.at("blank_length").get<double>()) <= kAgree);
}

GOODFOLD_TEST(CasesTest)

} // namespace goodfold::cases_test

#include "cases.moc"
