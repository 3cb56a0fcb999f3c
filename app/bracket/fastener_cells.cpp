#include "app/bracket/fastener_cells.h"

#include "app/bracket/holes_alike.h"
#include "app/widgets/cell_maker.h"

namespace goodfold::app {

namespace {

using Kind = ValueField::Kind;
using job::Fastener;
using job::Hole;

class FastenerLines {
public:
    FastenerLines(Document& document, const std::string& id)
        : document(document), job(document.job()), hole(*job.findHole(id)), id(id),
          make(document, QStringLiteral("hole.%1").arg(text(id)), QObject::tr("of hole %1").arg(text(id)),
               [&document, id](job::Job& changed) { return holesAlike(document, id, changed); }) {}

    void addTo(Block& block) const {
        Line first{faint(QObject::tr("for")), useChoice()};
        if (!hole.fastener) {
            block.lines.push_back(std::move(first));
            return;
        }
        const Fastener& fastener = *hole.fastener;
        first.push_back(sizeChoice());
        if (fastener.use == Fastener::Use::Bolt)
            first.push_back(option(QStringLiteral("head"), QObject::tr("Head"), heads(), fastener.head,
                                   [](Fastener& changed, Fastener::Head head) { changed.head = head; }));
        if (fastener.use == Fastener::Use::RivetNut) addFamily(first);
        block.lines.push_back(std::move(first));
        block.lines.push_back(stackLine(fastener));
    }

    /// Layers, washers, the side the head is on, and what that comes to.
    Line stackLine(const Fastener& fastener) const {
        Line line{faint(QObject::tr("clamps")),
                  make.number(Kind::Size, QStringLiteral("clamps"), QObject::tr("Clamped layers"),
                              fastener.clamps,
                              [](Hole& changed, double typed) { changed.fastener->clamps = typed; })};
        if (fastener.use != Fastener::Use::Rivet)
            line.push_back(
                option(QStringLiteral("washers"), QObject::tr("Washers"),
                       std::vector<OptionOf<int>>{{QStringLiteral("0"), 0, QObject::tr("no washer")},
                                                  {QStringLiteral("1"), 1, QObject::tr("1 washer")},
                                                  {QStringLiteral("2"), 2, QObject::tr("2 washers")}},
                       fastener.washers, [](Fastener& changed, int washers) { changed.washers = washers; }));
        line.push_back(
            option(QStringLiteral("head-side"), QObject::tr("Side of the head"),
                   std::vector<OptionOf<bool>>{{QStringLiteral("face"), false, QObject::tr("from the face")},
                                               {QStringLiteral("back"), true, QObject::tr("from the back")}},
                   fastener.headOnBack, [](Fastener& changed, bool onBack) { changed.headOnBack = onBack; }));
        const auto stack = hardware::stackOf(fastener, job.thickness, document.books().hardware.book());
        if (stack && stack->buy)
            line.push_back(
                words(QObject::tr("%1 long").arg(ValueField::shown(document, Kind::Size, *stack->buy, false)),
                      Cell::Look::Strong));
        return line;
    }

private:
    /// Fits each hole to its fastener as that is changed.
    static Cell::Answer fitHoles(Document& doc, const std::string& id,
                                 const std::function<Fastener(const std::optional<Fastener>&)>& changedFrom) {
        job::Job changed = doc.job();
        for (Hole* own : holesAlike(doc, id, changed)) {
            const auto fitted =
                hardware::fitted(*own, changedFrom(own->fastener), doc.books().hardware.book());
            if (!fitted) return fitted.error();
            *own = *fitted;
        }
        return doc.edit(QObject::tr("what goes through %1").arg(text(id)), std::move(changed));
    }

    template <class Value, class Set>
    Cell option(const QString& key, const QString& what, const std::vector<OptionOf<Value>>& options,
                const Value& now, Set set) const {
        return choiceOf(make.who(key, what), options, now,
                        [&doc = document, id = id, set](const Value& value) {
                            return fitHoles(doc, id, [&](const std::optional<Fastener>& old) {
                                Fastener changed = *old; // those alike have one too
                                set(changed, value);
                                return changed;
                            });
                        });
    }

    static std::vector<OptionOf<Fastener::Head>> heads() {
        using enum Fastener::Head;
        return {{QStringLiteral("hex"), Hex, QObject::tr("hexagon")},
                {QStringLiteral("cap"), Cap, QObject::tr("cap")},
                {QStringLiteral("pan"), Pan, QObject::tr("pan")},
                {QStringLiteral("countersunk"), Countersunk, QObject::tr("countersunk, socket")},
                {QStringLiteral("slotted-countersunk"), SlottedCountersunk,
                 QObject::tr("countersunk, slot or cross")}};
    }

    /// What a hole is for: nothing, or a use, of bolts with their fit.
    struct Purpose {
        std::optional<Fastener::Use> use = {};
        Fastener::Fit fit = Fastener::Fit::Normal;
        bool operator==(const Purpose&) const = default;
    };

    static std::vector<OptionOf<Purpose>> purposes() {
        using enum Fastener::Use;
        using Fit = Fastener::Fit;
        return {{QStringLiteral("any"), {}, QObject::tr("any hole")},
                {QStringLiteral("bolt-close"), {Bolt, Fit::Close}, QObject::tr("bolt, close")},
                {QStringLiteral("bolt-normal"), {Bolt, Fit::Normal}, QObject::tr("bolt, normal")},
                {QStringLiteral("bolt-loose"), {Bolt, Fit::Loose}, QObject::tr("bolt, loose")},
                {QStringLiteral("tapped"), {Tapped}, QObject::tr("thread")},
                {QStringLiteral("rivet-nut"), {RivetNut}, QObject::tr("rivet nut")},
                {QStringLiteral("weld-nut"), {WeldNut}, QObject::tr("weld nut")},
                {QStringLiteral("rivet"), {Rivet}, QObject::tr("rivet")}};
    }

    Cell useChoice() const {
        Purpose now;
        if (hole.fastener) {
            now.use = hole.fastener->use;
            if (now.use == Fastener::Use::Bolt) now.fit = hole.fastener->fit;
        }
        return choiceOf(make.who(QStringLiteral("for"), QObject::tr("What it is for")), purposes(), now,
                        [&doc = document, id = id](const Purpose& wanted) {
                            if (!wanted.use) return takeAway(doc, id);
                            const bool inches = doc.job().units == quantity::Unit::Inch;
                            return fitHoles(doc, id, [&](const std::optional<Fastener>& old) {
                                return given(old, wanted, inches);
                            });
                        });
    }

    static Cell::Answer takeAway(Document& doc, const std::string& id) {
        return doc.change(QObject::tr("what goes through %1").arg(text(id)), [&](job::Job& changed) {
            for (Hole* each : holesAlike(doc, id, changed)) {
                each->fastener.reset();
                each->countersink.reset();
            }
        });
    }

    static Fastener given(const std::optional<Fastener>& old, const Purpose& wanted, bool inches) {
        using Use = Fastener::Use;
        Fastener fastener = old.value_or(Fastener{Use::Bolt, inches ? "1/4-20" : "M6"});
        const bool wasRivet = fastener.use == Use::Rivet;
        fastener.use = *wanted.use;
        if (fastener.use == Use::Bolt) fastener.fit = wanted.fit;
        if (fastener.use == Use::Rivet && !wasRivet) {
            fastener.size = inches ? "1/8" : "3.2";
            fastener.head = Fastener::Head::Pan;
        }
        if (fastener.use != Use::Rivet && wasRivet) fastener.size = inches ? "1/4-20" : "M6";
        return fastener;
    }

    /// Which rivet nut of its thread, where the book has more than one.
    void addFamily(Line& line) const {
        const hardware::Screw* screw = document.books().hardware.book().findScrew(hole.fastener->size);
        if (!screw || screw->rivetNuts.size() < 2) return;
        std::vector<OptionOf<std::string>> families;
        for (const hardware::RivetNut& nut : screw->rivetNuts)
            families.push_back({text(nut.family), nut.family, text(nut.family)});
        const std::string now = screw->rivetNut(hole.fastener->family)
                                    ? screw->rivetNut(hole.fastener->family)->family
                                    : std::string();
        line.push_back(option(QStringLiteral("family"), QObject::tr("Kind of rivet nut"), families, now,
                              [](Fastener& changed, const std::string& family) { changed.family = family; }));
    }

    Cell sizeChoice() const {
        std::vector<OptionOf<std::string>> sizes;
        const auto add = [&](const std::string& size) { sizes.push_back({text(size), size, text(size)}); };
        const hardware::Book& book = document.books().hardware.book();
        if (hole.fastener->use == Fastener::Use::Rivet)
            for (const hardware::Rivet& rivet : book.rivets)
                add(rivet.size);
        else
            for (const hardware::Screw& screw : book.screws)
                if ((hole.fastener->use != Fastener::Use::RivetNut ||
                     screw.rivetNut(hole.fastener->family)) &&
                    (hole.fastener->use != Fastener::Use::WeldNut || screw.weldNut))
                    add(screw.size);
        return option(QStringLiteral("size"), QObject::tr("Size"), sizes, hole.fastener->size,
                      [](Fastener& changed, const std::string& size) {
                          changed.size = size;
                          changed.family.clear(); // each thread has its own
                      });
    }

    Document& document;
    const job::Job& job;
    const Hole& hole;
    std::string id;
    CellMaker<std::function<std::vector<Hole*>(job::Job&)>> make;
};

} // namespace

void addFastenerLines(Block& block, Document& document, const std::string& hole) {
    FastenerLines(document, hole).addTo(block);
}

} // namespace goodfold::app
