// What is proposed where a single bolt, or bolts on one line, would let the bracket turn.
#include "core/propose_support.h"
#include "propose/words.h"

namespace goodfold::proposed_tabs_test {

using namespace goodfold::test;

class ProposedTabsTest : public QObject {
    Q_OBJECT
private slots:
    void aSingleBoltTakesATab();
    void aTabComesOffARoundEdge();
    void boltsOnOneLineTakeATab();
};

void ProposedTabsTest::aSingleBoltTakesATab() {
    job::Mount mount;
    mount.faces = {face("sill", {0, 0, 0}, {0, 0, 1})};
    drop(mount, "a", "sill", {0, 0, 0});
    mount.points[0].kind = job::MountPoint::Kind::Tapped;
    mount.points[0].diameter = 6;
    const auto bare = proposed(onMount(mount));
    QVERIFY(bare && bare->size() == 1 && bare->front().turnsDeg == 360.0);
    QVERIFY(propose::inWords(bare->front(), quantity::Reading::millimetres()).find("an edge of its face") !=
            std::string::npos);
    mount.edges.push_back({.id = "e", .face = "sill"});
    mount.edges[0].at = {Vec3(25, -80, 0), Vec3(25, 80, 0)};
    const auto all = proposed(onMount(mount));
    QVERIFY(all && all->size() == 2);
    const Proposal& tabbed = all->front();
    QCOMPARE(tabbed.shape, std::string("strap with a tab"));
    QVERIFY(tabbed.isBuildable() && tabbed.bends == 1);
    QVERIFY(all->back().shape == "strap" && all->back().turnsDeg == 360.0);
    // Where the tab's inner side is, by the drawing alone: the bend goes back, so that it is a thickness
    // inside of the leg's length.
    const job::Plate& leg = tabbed.job.plates[0];
    QCOMPARE(tabbed.job.bends[0].turn, job::Turn::Down);
    const double off = leg.length - tabbed.job.thickness - leg.holes[0].x - 25;
    const auto settled = sequence::settle(tabbed.job, test::hotRolled(), tool::standardShop());
    const double radius = settled.part.bends[0].shape.insideRadius;
    QVERIFY2(off >= radius && off < radius + 1, qPrintable(QStringLiteral("%1, %2").arg(off).arg(radius)));
    // As far as its corner turns into the edge, found by turning it.
    const double play = (leg.holes[0].diameter - 6) / 2;
    double turned = 0;
    const double half = tabbed.job.stock.width / 2;
    while ((25 + off + play) * std::cos(radians(turned)) - half * std::sin(radians(turned)) > 25)
        turned += 0.001;
    QVERIFY2(std::abs(*tabbed.turnsDeg - turned) < 0.1,
             qPrintable(QStringLiteral("%1, %2").arg(*tabbed.turnsDeg).arg(turned)));
}

void ProposedTabsTest::aTabComesOffARoundEdge() {
    job::Mount mount;
    mount.faces = {face("sill", {0, 0, 0}, {0, 0, 1})};
    drop(mount, "a", "sill", {0, 0, 0});
    mount.points[0].kind = job::MountPoint::Kind::Tapped;
    mount.points[0].diameter = 6;
    mount.edges.push_back({.id = "e", .face = "sill"});
    mount.edges[0].at = {Vec3(25, -80, 0), Vec3(25, 80, 0)};
    tool::Shop shop{{*tool::standardShop().find("vise")}};
    shop.tools[0].radii = {9};
    const auto all = proposed(onMount(mount), 500, shop);
    QVERIFY(all && !all->empty());
    const Proposal* tabbed = shaped(*all, "strap with a tab");
    QVERIFY(tabbed);
    const auto settled = sequence::settle(tabbed->job, test::hotRolled(), shop);
    const double radius = settled.part.bends[0].shape.insideRadius;
    QVERIFY(radius > 1.5 * tabbed->job.thickness);
    const job::Plate& leg = tabbed->job.plates[0];
    const double off = leg.length - tabbed->job.thickness - leg.holes[0].x - 25;
    QVERIFY2(off >= radius && off < radius + 1, qPrintable(QStringLiteral("%1, %2").arg(off).arg(radius)));
}

void ProposedTabsTest::boltsOnOneLineTakeATab() {
    job::Mount mount;
    mount.faces = {face("left", {0, 0, 0}, {1, 0, 0}), face("right", {90, 0, 0}, {-1, 0, 0})};
    drop(mount, "a", "left", {0, 0, 0});
    drop(mount, "b", "right", {90, 0, 0});
    const auto bare = proposed(onMount(mount));
    QVERIFY2(bare && !bare->empty(), bare ? "" : bare.error().says.c_str());
    for (const Proposal& each : *bare)
        QVERIFY2(each.turnsDeg == 360.0, each.shape.c_str());
    mount.edges.push_back({.id = "e", .face = "left"});
    mount.edges[0].at = {Vec3(0, -80, 30), Vec3(0, 80, 30)};
    const auto all = proposed(onMount(mount));
    QVERIFY(all && all->size() > bare->size());
    const auto holds = [](const Proposal& each) {
        return each.shape.ends_with(" with a tab") && each.turnsDeg && *each.turnsDeg < 20;
    };
    QVERIFY(std::any_of(all->begin(), all->end(), holds));
    for (const Proposal& each : *all)
        QVERIFY2(offBy(each.job) < 0.05, each.shape.c_str());
}

GOODFOLD_TEST(ProposedTabsTest)

} // namespace goodfold::proposed_tabs_test

#include "proposed_tabs.moc"
