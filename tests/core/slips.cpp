// Misreadings in measured mounts: found, set right, told from their twins; and no alarm without one.
#include "core/survey_support.h"
#include "mount/words.h"

namespace goodfold::slips_test {

using namespace goodfold::mount;
using test::instruments;
using test::measure;
using test::Place;
using test::Reads;

namespace {

/// One reading in a mount is changed as people do; what it then should be.
struct Slipped {
    size_t reading;
    double right;
    bool isOfAKind;
};

std::optional<Slipped> slip(job::Mount& mount, const Place& place, test::RandomJobs& random) {
    const auto index = static_cast<size_t>(random.whole(0, static_cast<int>(mount.readings.size()) - 1));
    Reads& reading = mount.readings[index];
    if (reading.kind == Reads::Kind::Turn) return {};
    const double right = reading.value;
    Slipped made{index, right, true};
    const auto swapped = [&] {
        std::string digits = QString::number(right, 'f', 1).toStdString();
        std::erase(digits, '-');
        if (digits.size() < 4 || digits[0] == digits[1]) return right;
        std::swap(digits[0], digits[1]);
        return std::stod(digits);
    };
    switch (random.whole(0, 5)) {
    case 0:
        reading.value = swapped();
        break;
    case 1:
        reading.value += random.whole(0, 1) ? 10 : -10;
        break;
    case 2:
        reading.value += random.whole(0, 1) ? 25.4 : -25.4;
        break;
    case 3: {
        if (reading.kind != Reads::Kind::Between || reading.how == Reads::How::Centres) return {};
        Reads centres = reading;
        centres.how = Reads::How::Centres;
        reading.value += place.read(centres) - place.read(reading);
        break;
    }
    case 4:
        reading.value += random.whole(0, 1) ? 3 : -3;
        break;
    default:
        reading.value += random.real(8, 30);
        made.isOfAKind = false;
    }
    reading.value = std::round(reading.value * 10) / 10;
    if (reading.value < 0 && reading.kind != Reads::Kind::Height) return {};
    return reading.value == right ? std::nullopt : std::optional(made);
}

/// A mount measured with errors, in which one reading slipped.
struct SlippedMount {
    Place place;
    job::Mount mount;
    size_t reading;
    double right;
    bool isOfAKind;
};

std::optional<SlippedMount> slippedMount(test::RandomJobs& random) {
    const Place place = Place::random(random);
    job::Mount mount = place.sketched(random);
    if (!measure(mount, place, random, random.real(1.5, 3), 1)) return {};
    const auto slipped = slip(mount, place, random);
    if (!slipped) return {};
    const auto known = measured(mount, instruments());
    if (known->told.untold.cols() > 0) return {};
    return SlippedMount{place, mount, slipped->reading, slipped->right, slipped->isOfAKind};
}

struct Suspected {
    explicit Suspected(const job::Mount& mount) {
        auto all = measured(mount, instruments());
        if (all->told.untold.cols() > 0) return;
        known = *all;
        suspects = suspectsOf(mount, known->problem, known->solution, known->told, {instruments(), 3});
    }
    std::optional<Measured> known;
    std::vector<Suspect> suspects;
};

const int kMounts = test::rounds(200, 1000);

} // namespace

class SlipsTest : public QObject {
    Q_OBJECT
private slots:
    void slipsAreFound();
    void twinsAreBothNamed();
    void soundReadingsRaiseNoAlarm();
    void misreadCentimetreInWords();
};

/// In mounts of two faces with 1.5 to 3 times as many readings as unknowns, one slip that stands out.
void SlipsTest::slipsAreFound() {
    test::RandomJobs random(19);
    int made = 0, first = 0, ofAKind = 0, right = 0;
    while (made < kMounts) {
        const auto slipped = slippedMount(random);
        if (!slipped) continue;
        const Suspected found(slipped->mount);
        const Residual& residual = found.known->adjusted.residuals[slipped->reading];
        const double off = std::abs(slipped->mount.readings[slipped->reading].value - slipped->right);
        if (residual.redundancy < 0.35 || off * std::sqrt(residual.redundancy) < 7 * residual.sigma) continue;
        if (!found.suspects.empty() && !found.suspects.front().twins.empty()) continue;
        ++made;
        ofAKind += slipped->isOfAKind;
        if (found.suspects.empty() || found.suspects.front().reading != static_cast<int>(slipped->reading))
            continue;
        ++first;
        right += slipped->isOfAKind &&
                 std::abs(found.suspects.front().likely - slipped->right) < 3 * residual.sigma;
    }
    qInfo("%d slips: %d first among the suspects; of %d of a known kind %d set right", made, first, ofAKind,
          right);
    QVERIFY(first >= 0.95 * made);
    QVERIFY(right >= 0.85 * ofAKind);
}

/// Two readings whose residuals move as one: both are named, and what would part them.
void SlipsTest::twinsAreBothNamed() {
    test::RandomJobs random(22);
    int twins = 0, named = 0, parted = 0;
    for (int i = 0; i < 4 * kMounts && twins < kMounts / 10; ++i) {
        const auto slipped = slippedMount(random);
        if (!slipped) continue;
        const Suspected found(slipped->mount);
        if (found.suspects.empty() || found.suspects.front().twins.empty()) continue;
        ++twins;
        const Suspect& first = found.suspects.front();
        const auto is = [&](int reading) {
            return std::any_of(found.suspects.begin(), found.suspects.end(),
                               [&](const Suspect& each) { return each.reading == reading; });
        };
        QVERIFY(std::all_of(first.twins.begin(), first.twins.end(), is) && first.partedBy);
        const int reading = static_cast<int>(slipped->reading);
        named += is(reading);
        job::Mount asked = slipped->mount;
        test::add(asked, *first.partedBy, slipped->place);
        const Suspected then(asked);
        parted += !then.suspects.empty() && then.suspects.front().reading == reading;
    }
    qInfo("%d twins: the right one is one of them in %d, first in %d when the reading is made that is asked "
          "for",
          twins, named, parted);
    QVERIFY(twins > 0 && named >= std::floor((1 - test::within(0.1)) * twins) &&
            parted >= std::floor((1 - test::within(0.2)) * twins));
}

void SlipsTest::soundReadingsRaiseNoAlarm() {
    test::RandomJobs random(20);
    int made = 0, alarms = 0;
    while (made < kMounts) {
        const Place place = Place::random(random);
        job::Mount mount = place.sketched(random);
        if (!measure(mount, place, random, random.real(1.5, 3), 1)) continue;
        const Suspected found(mount);
        if (!found.known) continue;
        ++made;
        alarms += !found.suspects.empty();
    }
    qInfo("%d alarms of %d", alarms, made);
    QVERIFY(alarms < test::within(0.05) * made);
}

/// Four holes in a square of 60, all six distances read; one a centimetre long.
void SlipsTest::misreadCentimetreInWords() {
    job::Mount mount;
    mount.faces = {{.id = "F"}};
    mount.points = {{.id = "a", .face = "F", .sketch = Vec3(0, 0, 0)},
                    {.id = "b", .face = "F", .sketch = Vec3(58, 2, 0)},
                    {.id = "c", .face = "F", .sketch = Vec3(62, 57, 0)},
                    {.id = "d", .face = "F", .sketch = Vec3(1, 63, 0)}};
    const double across = 60 * std::sqrt(2.0);
    for (const auto& [of, value] : std::vector<std::pair<std::string, double>>{
             {"ab", 60}, {"bc", 60}, {"cd", 70}, {"da", 60}, {"ac", across}, {"bd", across}}) {
        Reads reading;
        reading.id = of;
        reading.of = {of.substr(0, 1), of.substr(1, 1)};
        reading.value = value;
        reading.with = "calipers";
        mount.readings.push_back(reading);
    }
    const Suspected found(mount);
    QVERIFY(!found.suspects.empty());
    const Suspect& first = found.suspects.front();
    // One of six readings more than it takes: every residual is the same misclosure.
    QCOMPARE(first.twins.size(), size_t(5));
    mount.readings.push_back(mount.readings[2]);
    mount.readings.back().id = "cd again";
    mount.readings.back().value = 60.1;
    const Suspected then(mount);
    QCOMPARE(mount.readings[static_cast<size_t>(then.suspects.front().reading)].id, std::string("cd"));
    QCOMPARE(inWords(then.suspects.front(), mount, quantity::Unit::Millimetre),
             std::string("cd reads 70; the others say 60: a whole centimetre."));
    mount.readings[2].isKept = true;
    for (const Suspect& each : Suspected(mount).suspects)
        QVERIFY(each.reading != 2);
}

GOODFOLD_TEST(SlipsTest)

} // namespace goodfold::slips_test

#include "slips.moc"
