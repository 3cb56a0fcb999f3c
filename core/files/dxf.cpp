#include "files/dxf.h"

#include "part/mark.h"
#include "quantity/length.h"
#include "text/names.h"

#include <dxflib/dl_dxf.h>

#include <array>
#include <charconv>
#include <cmath>
#include <cstdio>
#include <ostream>
#include <string_view>

namespace goodfold::files {

namespace {

/// Sends what dxflib writes to a stream; the library itself only knows files. Numbers are written with a
/// point whatever the locale.
class StreamWriter : public DL_WriterA {
public:
    explicit StreamWriter(std::ostream& out) : DL_WriterA("/dev/null", DL_VERSION_2000), out(out) {}

    void dxfReal(int code, double value) const override {
        std::array<char, 64> digits{};
        const auto end =
            std::to_chars(digits.data(), digits.data() + digits.size(), value, std::chars_format::fixed, 9);
        write(code, std::string_view(digits.data(), static_cast<size_t>(end.ptr - digits.data())));
    }
    void dxfInt(int code, int value) const override { write(code, std::to_string(value)); }
    void dxfHex(int code, int value) const override {
        std::array<char, 16> digits{};
        const int length = std::snprintf(digits.data(), digits.size(), "%X", static_cast<unsigned>(value));
        write(code, std::string_view(digits.data(), static_cast<size_t>(length)));
    }
    void dxfString(int code, const char* value) const override { write(code, value ? value : ""); }
    void dxfString(int code, const std::string& value) const override { write(code, value); }

private:
    void write(int code, std::string_view value) const {
        const std::string number = std::to_string(code);
        out << std::string(number.size() < 3 ? 3 - number.size() : 0, ' ') << number << '\n' << value << '\n';
    }
    std::ostream& out;
};

constexpr int kMillimetreUnits = 4; // $INSUNITS

DL_Attributes on(const char* layer) {
    return {layer, 256, -1, "BYLAYER", 1.0};
}

/// What every drawing has round its entities, and the entities that all draw alike.
class Dxf {
public:
    explicit Dxf(std::ostream& out) : writer(out) {}

protected:
    void begin() {
        header();
        tables();
        blocks();
        writer.sectionEntities();
    }
    void end() {
        writer.sectionEnd();
        dxf.writeObjects(writer);
        dxf.writeObjectsEnd(writer);
        writer.dxfEOF();
    }

    void closed(const Path& path, const char* layer) {
        constexpr int kClosed = 1;
        dxf.writePolyline(writer, DL_PolylineData(static_cast<int>(path.size()), 0, 0, kClosed), on(layer));
        for (const PathVertex& vertex : path)
            dxf.writeVertex(writer, DL_VertexData(vertex.point.x(), vertex.point.y(), 0, vertex.bulge));
        dxf.writePolylineEnd(writer);
    }

    void line(const Vec2& from, const Vec2& to, const char* layer) {
        dxf.writeLine(writer, DL_LineData(from.x(), from.y(), 0, to.x(), to.y(), 0), on(layer));
    }

    void note(const DxfNote& note) {
        const Vec2& at = note.at;
        dxf.writeText(writer,
                      DL_TextData(at.x(), at.y(), 0, at.x(), at.y(), 0, note.height, 1, 0, 0, 0,
                                  ascii(note.says), "Standard", radians(note.angleDeg)),
                      on("NOTES"));
    }

    DL_Dxf dxf;
    StreamWriter writer;

private:
    void header() {
        dxf.writeHeader(writer);
        writer.dxfString(9, "$INSUNITS");
        writer.dxfInt(70, kMillimetreUnits);
        writer.sectionEnd();
    }

    void tables() {
        writer.sectionTables();
        dxf.writeVPort(writer);
        writer.tableLinetypes(3);
        for (const char* name : {"BYBLOCK", "BYLAYER", "CONTINUOUS"})
            dxf.writeLinetype(writer, DL_LinetypeData(name, name, 0, 0, 0.0));
        writer.tableEnd();
        writer.tableLayers(12);
        for (const auto& [name, colour] : {std::pair{"0", 7},
                                           {"CUT", 7},
                                           {"AFTER_BENDING", 3},
                                           {"BEND_UP", 5},
                                           {"BEND_DOWN", 1},
                                           {"SET", 2},
                                           {"TRIM", 6},
                                           {"SINK", 4},
                                           {"SHEET", 8},
                                           {"DRAWN", 7},
                                           {"DIMENSIONS", 8},
                                           {"NOTES", 8}})
            dxf.writeLayer(writer, DL_LayerData(name, 0), DL_Attributes("", colour, 18, "CONTINUOUS", 1.0));
        writer.tableEnd();
        writer.tableStyle(1);
        // The library keeps the handle that dimension styles refer to of a style of this very name only.
        dxf.writeStyle(writer, DL_StyleData("Standard", 0, 0.0, 1.0, 0.0, 0, 2.5, "txt", ""));
        writer.tableEnd();
        dxf.writeView(writer);
        dxf.writeUcs(writer);
        writer.tableAppid(1);
        dxf.writeAppid(writer, "ACAD");
        writer.tableEnd();
        dxf.writeDimStyle(writer, 1, 1, 1, 1, 1);
        dxf.writeBlockRecord(writer);
        writer.tableEnd();
        writer.sectionEnd();
    }

    void blocks() {
        writer.sectionBlocks();
        for (const char* name : {"*Model_Space", "*Paper_Space", "*Paper_Space0"}) {
            dxf.writeBlock(writer, DL_BlockData(name, 0, 0.0, 0.0, 0.0));
            dxf.writeEndBlock(writer, name);
        }
        writer.sectionEnd();
    }

    /// The file states no code page: anything beyond ASCII is written as \U+XXXX by whoever names bends so;
    /// here it becomes a question mark rather than broken text.
    static std::string ascii(std::string text) {
        for (const auto& [sign, words] : {std::pair<std::string_view, std::string_view>{"°", " deg"},
                                          {"\u00d7", "x"},
                                          {"\u2212", "-"},
                                          {"\u00a0", " "},
                                          {"\u202f", " "}})
            for (size_t at; (at = text.find(sign)) != std::string::npos;)
                text.replace(at, sign.size(), words);
        for (char& c : text)
            if (c < 0x20 || c > 0x7e) c = '?';
        return text;
    }
};

class BlankDxf : Dxf {
public:
    BlankDxf(std::ostream& out, const part::Part& part) : Dxf(out), part(part) {}

    void write() {
        begin();
        cut(part.blank.outline, "CUT");
        for (const part::PartHole& hole : part.holes)
            if (hole.isRound())
                circle(hole);
            else
                cut(hole.shapeInFlat, layerOf(hole));
        for (const part::PartHole& hole : part.holes)
            if (hole.isSunk()) sunk(hole);
        for (const part::Mark& mark : part::marksOf(part))
            if (mark.kind == part::Mark::Kind::Trim) trimLine(mark);
        for (const part::PartBend& bend : part.bends)
            bendLine(bend);
        end();
    }

private:
    /// What is drilled once the part is formed is no cut in the blank.
    static const char* layerOf(const part::PartHole& hole) {
        return hole.afterBending ? "AFTER_BENDING" : "CUT";
    }

    void cut(const Path& path, const char* layer) {
        Path fromCorner = path;
        for (PathVertex& vertex : fromCorner)
            vertex.point -= part.blank.corner;
        closed(fromCorner, layer);
    }

    void trimLine(const part::Mark& mark) {
        const double right = part::flatXAt(part, mark.alongAtRight) - part.blank.corner.x();
        const double left = part::flatXAt(part, mark.alongAtLeft) - part.blank.corner.x();
        line({right, 0}, {left, part.blank.width}, "TRIM");
    }

    void circle(const part::PartHole& hole) {
        const Vec2 p = hole.centreInFlat - part.blank.corner;
        dxf.writeCircle(writer, DL_CircleData(p.x(), p.y(), 0, hole.diameter / 2), on(layerOf(hole)));
    }

    void sunk(const part::PartHole& hole) {
        const Vec2 p = hole.centreInFlat - part.blank.corner;
        const double radius = (hole.countersink ? hole.countersink->diameter : hole.diameter) / 2;
        if (hole.countersink) dxf.writeCircle(writer, DL_CircleData(p.x(), p.y(), 0, radius), on("SINK"));
        note({p + Vec2(radius + 1, -1), hole.id + ": " + text::workOn(hole, quantity::Unit::Millimetre)});
    }

    void bendLine(const part::PartBend& bend) {
        const Segment line = part::keptLine(bend, 0.5);
        const Vec2 from = line.from - part.blank.corner, to = line.to - part.blank.corner;
        const bool up = bend.turn == job::Turn::Up;
        for (int i = 0; i < bend.bumps; ++i) {
            const Segment bump = part::keptLine(bend, (i + 0.5) / bend.bumps);
            const Vec2 a = bump.from - part.blank.corner, b = bump.to - part.blank.corner;
            Dxf::line(a, b, up ? "BEND_UP" : "BEND_DOWN");
        }
        if (bend.setLine && bend.bumps == 1) {
            const Segment set = part::keptLine(bend, bend.setLine->fromNear / bend.allowance);
            const Vec2 a = set.from - part.blank.corner, b = set.to - part.blank.corner;
            Dxf::line(a, b, "SET");
        }
        const std::string says = bend.id + ": " + quantity::printNumber(bend.shape.angleDeg, 2) + " deg " +
                                 (up ? "up" : "down") + " R" +
                                 quantity::printNumber(bend.shape.insideRadius, 3) +
                                 (bend.bumps > 1 ? " in " + std::to_string(bend.bumps) + " hits" : "");
        const Vec2 along = (to - from).normalized();
        const Vec2 at = from + along * 2 + bend.across * 1;
        note({at, says, degrees(std::atan2(along.y(), along.x()))});
    }

    const part::Part& part;
};

class ShapesDxf : Dxf {
public:
    using Dxf::Dxf;
    void write(const std::vector<DxfShape>& shapes, const std::vector<DxfNote>& notes) {
        begin();
        for (const DxfShape& shape : shapes)
            closed(shape.path, shape.layer);
        for (const DxfNote& each : notes)
            note(each);
        end();
    }
    void write(const std::vector<DxfLine>& lines, const std::vector<DxfNote>& notes) {
        begin();
        for (const DxfLine& each : lines)
            line(each.at.from, each.at.to, each.layer);
        for (const DxfNote& each : notes)
            note(each);
        end();
    }
};

} // namespace

void writeDxf(std::ostream& out, const part::Part& part) {
    BlankDxf(out, part).write();
}

void writeDxf(std::ostream& out, const std::vector<DxfShape>& shapes, const std::vector<DxfNote>& notes) {
    ShapesDxf(out).write(shapes, notes);
}

void writeDxf(std::ostream& out, const std::vector<DxfLine>& lines, const std::vector<DxfNote>& notes) {
    ShapesDxf(out).write(lines, notes);
}

} // namespace goodfold::files
