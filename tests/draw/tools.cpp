// A tool's drawings on their own: to scale, whole, each figure where it can be read and pointed at.
#include "draw/tool_picture.h"
#include "draw/type.h"
#include "runner.h"

#include <QImage>
#include <QPainter>

namespace goodfold::tools_test {

using tool::View;

namespace {

const QSize kPaper(560, 380), kSmall(200, 180);
constexpr std::array kViews{View::Section, View::Around, View::Along};

struct Drawing {
    Drawing(const tool::Tool& tool, View view, const quantity::Reading& reading, const std::string& lit = {},
            const QSize& paper = kPaper)
        : image(paper, QImage::Format_RGB32) {
        image.fill(palette.paper);
        QPainter painter(&image);
        figures = draw::paintTool(painter, QRectF(QPointF(0, 0), paper), tool, view, reading, palette, lit);
    }

    qsizetype count(const QColor& ink) const {
        qsizetype found = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x)
                found += image.pixelColor(x, y) == ink;
        return found;
    }

    const draw::Palette palette = draw::Palette::light();
    QImage image;
    std::vector<draw::PlacedDimension> figures;
};

std::string about(const tool::Tool& tool, const draw::PlacedDimension& figure) {
    return tool.id + " " + figure.key;
}

} // namespace

class ToolsTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { draw::loadTypeface(); }
    void figuresStandApartOnThePaper();
    void bodiesAreFilled();
    void figureInHandIsLit();
    void longLeversAreDrawnWithABreak();
    void drawingGrowsWithTheTool();
    void viseDiesStandInTheMiddleOfTheirPunch();
};

void ToolsTest::figuresStandApartOnThePaper() {
    for (const tool::Tool& tool : tool::standardShop().tools)
        for (const View view : kViews)
            for (const auto& reading : {quantity::Reading::millimetres(), quantity::Reading::fractions()}) {
                const Drawing drawing(tool, view, reading);
                QCOMPARE(drawing.figures.empty(), !draw::isWorthDrawing(tool, view));
                for (const draw::PlacedDimension& figure : Drawing(tool, view, reading, {}, kSmall).figures)
                    QVERIFY2(QRectF(QPointF(0, 0), kSmall).contains(figure.box), about(tool, figure).c_str());
                for (size_t i = 0; i < drawing.figures.size(); ++i) {
                    const draw::PlacedDimension& figure = drawing.figures[i];
                    QVERIFY2(QRectF(QPointF(0, 0), kPaper).contains(figure.box), about(tool, figure).c_str());
                    for (size_t j = 0; j < i; ++j)
                        QVERIFY2(!figure.box.adjusted(2, 2, -2, -2)
                                      .intersects(drawing.figures[j].box.adjusted(2, 2, -2, -2)),
                                 (about(tool, figure) + " over " + drawing.figures[j].key).c_str());
                }
            }
}

/// Stock and tool are there, in their own colours, and more of the tool than of the stock.
void ToolsTest::bodiesAreFilled() {
    for (const tool::Tool& tool : tool::standardShop().tools)
        for (const View view : kViews) {
            if (!draw::isWorthDrawing(tool, view)) continue;
            const Drawing drawing(tool, view, quantity::Reading::millimetres());
            const qsizetype ofTool = drawing.count(drawing.palette.tool),
                            ofStock = drawing.count(drawing.palette.face);
            QVERIFY2(ofTool > 300, (tool.id + " " + std::to_string(static_cast<int>(view))).c_str());
            const bool isThick = view == View::Section && tool.thickest >= 3; // else it may be a hair
            QVERIFY2((ofStock > 0 || !isThick) && ofStock < ofTool,
                     (tool.id + " " + std::to_string(static_cast<int>(view))).c_str());
        }
}

void ToolsTest::figureInHandIsLit() {
    const tool::Tool& vise = *tool::standardShop().find("vise");
    const auto reading = quantity::Reading::millimetres();
    const Drawing plain(vise, View::Around, reading), lit(vise, View::Around, reading, "bench.wall");
    QCOMPARE(plain.count(plain.palette.accent), qsizetype{0});
    QVERIFY(lit.count(lit.palette.accent) > 20);
}

/// A longer lever, or a wall farther off, takes no room from the rest: the other figures stay where they are.
void ToolsTest::longLeversAreDrawnWithABreak() {
    tool::Tool vise = *tool::standardShop().find("vise");
    const auto reading = quantity::Reading::millimetres();
    const Drawing shorter(vise, View::Around, reading);
    vise.lever += 300;
    vise.bench.wall += 200;
    const Drawing longer(vise, View::Around, reading);
    QCOMPARE(shorter.figures.size(), longer.figures.size());
    for (size_t i = 0; i < shorter.figures.size(); ++i)
        if (const std::string& key = shorter.figures[i].key; key != "lever" && key != "bench.wall")
            QCOMPARE(shorter.figures[i].box, longer.figures[i].box);
    const auto boxOf = [&](const std::string& key) {
        return std::find_if(shorter.figures.begin(), shorter.figures.end(),
                            [&](const auto& figure) { return figure.key == key; })
            ->box;
    };
    // Beside 500 of pipe, 75 and 120 below the jaw's top were nearly as one.
    QVERIFY(std::abs(boxOf("bench.screw_depth").center().y() - boxOf("bench.below").center().y()) > 8);
}

/// To scale: a vise twice as deep under its jaws takes a drawing whose figures stand further apart for its
/// height.
void ToolsTest::drawingGrowsWithTheTool() {
    tool::Tool vise = *tool::standardShop().find("vise");
    const auto tallness = [&] {
        const tool::Sample sample = tool::sampleOf(vise);
        Eigen::AlignedBox2d room;
        for (const tool::Dimension& dimension : tool::dimensionsOf(sample, View::Around))
            if (dimension.key != "lever") // which stands above it
                for (const Vec2& end : {dimension.from, dimension.to})
                    room.extend(end);
        return room.sizes().y();
    };
    const double before = tallness();
    vise.bench.below *= 2;
    QVERIFY(std::abs(tallness() - 2 * before) < 1e-9);
    for (const tool::Outline& outline : tool::outlinesOf(tool::sampleOf(vise), View::Along))
        if (outline.body == tool::Body::Screw) {
            QVERIFY(std::abs(outline.shape[1].x() - outline.shape[0].x() - vise.bench.screwWidth) < 1e-9);
            QVERIFY(std::abs(outline.shape[2].y() - (vise.radii.front() - vise.bench.screwDepth)) < 1e-9);
        }
}

/// Closing a vise moves its die toward the punch, which from before it is no way up or down.
void ToolsTest::viseDiesStandInTheMiddleOfTheirPunch() {
    const tool::Tool& dies = *tool::standardShop().find("vise-dies");
    double low = 0, high = 0;
    for (const tool::Outline& outline : tool::outlinesOf(tool::sampleOf(dies), View::Along)) {
        if (outline.body != tool::Body::VDie) continue;
        low = std::min(low, outline.shape[0].y());
        high = std::max(high, outline.shape[2].y());
    }
    QVERIFY(std::abs(high - dies.die.width / 2) < 1e-9 && std::abs(low + high) < 1e-9);
}

GOODFOLD_TEST(ToolsTest)

} // namespace goodfold::tools_test

#include "tools.moc"
