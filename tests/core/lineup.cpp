// The odds that every bolt goes in, against worked cases made independently, closed forms, and placements
// found by trying.
#include "core/mount_support.h"

#include <QDir>
#include <nlohmann/json.hpp>

#include <numbers>

namespace goodfold::lineup_test {

using namespace goodfold::lineup;
using nlohmann::json;

namespace {

Vec3 vec(const json& value) {
    return {value.at(0).get<double>(), value.at(1).get<double>(), value.at(2).get<double>()};
}

SourceKind kindOf(const std::string& word) {
    return *sourceKindOf(word);
}

/// A case as its file tells it.
struct Case {
    explicit Case(const QString& path) : Case(read(path)) {}
    explicit Case(const json& told) : file(told) {
        job = test::jobFromText(file.at("job").dump());
        part = part::solve(job, test::materialOf(job));
        mounting.rests = file.at("rests").at("plate").get<std::string>();
        mounting.onFace = file.at("rests").value("side", "back") == "face";
        for (const json& tie : file.at("ties")) {
            Mounting::Tie made{tie.at("hole").get<std::string>(), vec(tie.at("at")), vec(tie.at("axis"))};
            made.onFace = tie.value("side", "back") == "face";
            made.bolt = tie.at("bolt").get<double>();
            if (tie.contains("through")) made.through = tie.at("through").get<double>();
            made.touches = tie.value("touches", false);
            made.press = tie.value("press", 0.3);
            made.drilledThroughMount = tie.value("through_mount", false);
            made.point = tie.at("point").get<std::string>();
            points[tie.at("point").get<std::string>()] = made.hole;
            mounting.ties.push_back(made);
        }
        if (file.contains("sources"))
            for (const json& source : file.at("sources"))
                sources.push_back(sourceOf(source));
        for (const part::PartBend& bend : part.bends) {
            const json line = file.at("held_lines").at(bend.id);
            const std::string which = line.at("which").get<std::string>();
            held.push_back({which == "near"  ? HeldLine::Which::Near
                            : which == "far" ? HeldLine::Which::Far
                                             : HeldLine::Which::Centre,
                            line.at("follows").get<bool>()});
        }
    }

    static json read(const QString& path) {
        std::ifstream in(path.toStdString());
        return json::parse(in);
    }

    /// Each kind at one sigma: of each hole and bend its own draw, of K and radius one for all bends.
    void drawFrom(const json& sigmas) {
        sources.clear();
        std::vector<std::string> holes, bends;
        for (const part::PartHole& hole : part.holes)
            holes.push_back(hole.id);
        for (const part::PartBend& bend : part.bends)
            bends.push_back(bend.id);
        for (const auto& [word, value] : sigmas.items()) {
            const SourceKind kind = kindOf(word);
            const double sigma = value.get<double>();
            if (kind == SourceKind::Thickness) {
                sources.push_back({kind, {{"", sigma}}, {}});
                continue;
            }
            const bool isOfHole =
                kind == SourceKind::Mark || kind == SourceKind::Punch || kind == SourceKind::Drill;
            std::vector<Source::Of> all;
            for (const std::string& id : isOfHole ? holes : bends)
                all.push_back({id, sigma});
            if (kind == SourceKind::K || kind == SourceKind::Radius) {
                sources.push_back({kind, all, {}});
                continue;
            }
            for (const Source::Of& each : all)
                sources.push_back({kind, {each}, {}});
        }
    }

    Source sourceOf(const json& told) const {
        Source source{kindOf(told.at("kind").get<std::string>()), {}, {}};
        for (const json& of : told.at("of")) {
            const std::string id = of.at("id").get<std::string>();
            const bool isPoint = source.kind == SourceKind::Target;
            source.of.push_back({isPoint ? points.at(id) : id, of.value("sigma", 0.0)});
        }
        if (!told.contains("covariance")) return source;
        const auto size = static_cast<Eigen::Index>(told.at("covariance").size());
        source.covariance.resize(size, size);
        for (Eigen::Index r = 0; r < size; ++r)
            for (Eigen::Index c = 0; c < size; ++c)
                source.covariance(r, c) =
                    told.at("covariance").at(static_cast<size_t>(r)).at(static_cast<size_t>(c)).get<double>();
        return source;
    }

    Making making() const { return {job, part, mounting, sources, held}; }

    json file;
    job::Job job;
    part::Part part;
    Mounting mounting;
    std::map<std::string, std::string> points; // the hole of each
    std::vector<Source> sources;
    std::vector<HeldLine> held;
};

QString caseFile(const char* name) {
    return QStringLiteral(TEST_DATA "/cases/lineup/%1.json").arg(QLatin1String(name));
}

/// Two holes on two studs 100 apart, each hole's place off by `sigma`.
test::MarkedPlate onTwoStuds(double sigma) {
    return {{{-50, 0}, {50, 0}}, sigma};
}

} // namespace

class LineupTest : public QObject {
    Q_OBJECT
private slots:
    void workedCases_data();
    void workedCases();
    void twentyFourBarsAtTheFirstTry();
    void twoStudsHaveAClosedForm();
    void withoutErrorsItIsCertain();
    void orderAndSeedOfPointsChangeNothing();
    void countingEndsWhenItIsKnown();
};

void LineupTest::workedCases_data() {
    QTest::addColumn<QString>("path");
    const QDir folder(TEST_DATA "/cases/lineup");
    for (const QString& name : folder.entryList({"*.json"}))
        QTest::newRow(qPrintable(name)) << folder.filePath(name);
}

void LineupTest::workedCases() {
    QFETCH(QString, path);
    const Case worked(path);
    const json& expect = worked.file.at("expect");
    const int trials = test::rounds(6000);
    const Odds odds = count(worked.making(), trials, 7);
    const double wanted = expect.at("odds").get<double>(), sigma = expect.at("odds_sigma").get<double>();
    const double allowed = 3 * std::hypot(sigma, odds.oddsSigma) + 0.005;
    QVERIFY2(std::abs(odds.odds - wanted) <= allowed,
             qPrintable(QString("%1, not %2").arg(odds.odds).arg(wanted)));
    QVERIFY2(std::abs(odds.roomMean - expect.at("room").at("mean").get<double>()) < test::within(0.012),
             qPrintable(QString::number(odds.roomMean)));
    QVERIFY2(std::abs(odds.roomP5 - expect.at("room").at("p5").get<double>()) < test::within(0.03),
             qPrintable(QString::number(odds.roomP5)));
    for (size_t i = 0; i < worked.mounting.ties.size(); ++i) {
        const json& told = expect.at("covariance").at(worked.mounting.ties[i].hole);
        const Eigen::Matrix3d got = covarianceOf(worked.making(), i);
        double largest = 0;
        for (size_t r = 0; r < 3; ++r)
            for (size_t c = 0; c < 3; ++c)
                largest = std::max(largest, std::abs(told.at(r).at(c).get<double>()));
        for (Eigen::Index r = 0; r < 3; ++r)
            for (Eigen::Index c = 0; c < 3; ++c) {
                const double expected =
                    told.at(static_cast<size_t>(r)).at(static_cast<size_t>(c)).get<double>();
                QVERIFY2(std::abs(got(r, c) - expected) <= 0.04 * largest,
                         qPrintable(QString("%1 %2,%3: %4, not %5")
                                        .arg(QString::fromStdString(worked.mounting.ties[i].hole))
                                        .arg(r)
                                        .arg(c)
                                        .arg(got(r, c))
                                        .arg(expected)));
            }
    }
}

/// How many of 24 bars go on at the first try, by hand and in a shop; with the far hole drilled after
/// bending, or slotted along the bar. Each was counted with 300 pieces elsewhere.
void LineupTest::twentyFourBarsAtTheFirstTry() {
    const json all = Case::read(QStringLiteral(TEST_DATA "/cases/first-try.json"));
    const int trials = test::rounds(1200);
    for (const char* profile : {"hobby", "shop"})
        for (const char* variant : {"as designed", "h3 drilled after", "h3 slotted 11 along"}) {
            double sum = 0, told = 0, worst = 0;
            const std::string key = std::string(profile) + ", " + variant;
            for (json each : all.at("jobs")) {
                json& hole = each.at("job").at("plates").back().at("holes").back();
                if (variant == std::string_view("h3 drilled after")) hole["after_bending"] = true;
                if (variant == std::string_view("h3 slotted 11 along")) {
                    hole["kind"] = "slot";
                    hole["length"] = 11.0;
                }
                Case bar(each);
                bar.drawFrom(all.at("sigmas").at(profile));
                const double odds = count(bar.making(), trials, 31).odds;
                const double expected = each.at("odds").at(key).get<double>();
                sum += odds / 24;
                told += expected / 24;
                worst = std::max(worst, std::abs(odds - expected));
            }
            // 24 times 300 pieces: half a percent; of one bar 2.9 percent, of which the worst of 24 is 3.5
            // off.
            QVERIFY2(std::abs(sum - told) < 0.02 && worst < 0.11,
                     qPrintable(QString("%1: %2, not %3, worst off by %4")
                                    .arg(QString::fromStdString(key))
                                    .arg(sum)
                                    .arg(told)
                                    .arg(worst)));
        }
}

/// What the two holes are too far apart by is normal with sqrt 2 times one sigma; both clearances together,
/// 0.6, take it.
void LineupTest::twoStudsHaveAClosedForm() {
    for (const double sigma : {0.1, 0.2, 0.4}) {
        const test::MarkedPlate strap = onTwoStuds(sigma);
        const Odds odds = count(strap.making(), test::rounds(6000), 3);
        const double expected = std::erf(0.6 / (sigma * std::numbers::sqrt2) / std::numbers::sqrt2);
        QVERIFY2(std::abs(odds.odds - expected) < 3 * odds.oddsSigma + 0.002,
                 qPrintable(QString("%1, not %2").arg(odds.odds).arg(expected)));
    }
}

void LineupTest::withoutErrorsItIsCertain() {
    test::MarkedPlate strap = onTwoStuds(0);
    QCOMPARE(count(strap.making(), 50, 1).odds, 1.0);
    QVERIFY(std::abs(nominalFit(strap.making()).fitting.room - 0.3) < 1e-3);
    strap.mounting.ties[1].at.x() += 0.59; // both bolts at a rim
    QCOMPARE(count(strap.making(), 50, 1).odds, 1.0);
    QVERIFY(std::abs(nominalFit(strap.making()).fitting.room - 0.005) < 1e-3);
    strap.mounting.ties[1].at.x() += 0.02;
    QCOMPARE(count(strap.making(), 50, 1).odds, 0.0);
}

void LineupTest::orderAndSeedOfPointsChangeNothing() {
    const Case worked(caseFile("corner-sheet"));
    const Odds one = count(worked.making(), 2000, 5), again = count(worked.making(), 2000, 5);
    QCOMPARE(one.odds, again.odds);
    QCOMPARE(one.roomMean, again.roomMean);
    Case turned = worked;
    std::reverse(turned.mounting.ties.begin(), turned.mounting.ties.end());
    const Odds other = count(turned.making(), 2000, 5);
    QCOMPARE(one.odds, other.odds);
    QVERIFY(std::abs(one.roomMean - other.roomMean) < 1e-4);
}

/// erf(0.75) = 0.711 of pieces: their share is known to 0.006 by 0.711 * 0.289 / 0.006^2 = 5710 of them; of
/// what is certain the first 2000 tell enough. They are the first of all.
void LineupTest::countingEndsWhenItIsKnown() {
    const test::MarkedPlate strap = onTwoStuds(0.4), certain = onTwoStuds(0);
    const Odds enough = count(strap.making(), 100000, 3, 0.006), all = count(strap.making(), 6000, 3);
    QCOMPARE(enough.trials, 6000);
    QVERIFY(enough.oddsSigma <= 0.006);
    QCOMPARE(enough.odds, all.odds);
    QCOMPARE(enough.roomP5, all.roomP5);
    QCOMPARE(count(certain.making(), 100000, 3, 0.006).trials, 2000);
    QCOMPARE(count(strap.making(), 3000, 3, 0.006).trials, 3000); // never more than were asked for
}

GOODFOLD_TEST(LineupTest)

} // namespace goodfold::lineup_test

#include "lineup.moc"
