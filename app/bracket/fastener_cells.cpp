#include "app/bracket/fastener_cells.h"

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
          make(document, QObject::tr("of hole %1").arg(text(id)),
               [id](job::Job& changed) -> Hole& { return *changed.findHole(id); }) {}

    void addTo(Block& block) const {
        Line first{faint(QObject::tr("for")), useChoice()};
        if (!hole.fastener) {
            block.lines.push_back(std::move(first));
            return;
        }
        const Fastener& fastener = *hole.fastener;
        first.push_back(sizeChoice());
        if (fastener.use == Fastener::Use::Bolt)
            first.push_back(option(
                QObject::tr("Head"),
                {QObject::tr("hexagon"), QObject::tr("cap"), QObject::tr("pan"), QObject::tr("countersunk")},
                static_cast<int>(fastener.head),
                [](Fastener& changed, int index) { changed.head = static_cast<Fastener::Head>(index); }));
        block.lines.push_back(std::move(first));
        block.lines.push_back(stackLine(fastener));
    }

    /// Layers, washers, the side the head is on, and what that comes to.
    Line stackLine(const Fastener& fastener) const {
        Line line{faint(QObject::tr("clamps")),
                  make.number(Kind::Size, QObject::tr("Clamped layers"), fastener.clamps,
                              [](Hole& changed, double typed) { changed.fastener->clamps = typed; })};
        if (fastener.use != Fastener::Use::Rivet)
            line.push_back(
                option(QObject::tr("Washers"),
                       {QObject::tr("no washer"), QObject::tr("1 washer"), QObject::tr("2 washers")},
                       fastener.washers, [](Fastener& changed, int index) { changed.washers = index; }));
        line.push_back(option(
            QObject::tr("Side of the head"), {QObject::tr("from the face"), QObject::tr("from the back")},
            fastener.headOnBack, [](Fastener& changed, int index) { changed.headOnBack = index == 1; }));
        const auto stack = hardware::stackOf(fastener, job.thickness, document.books().hardware.book());
        if (stack && stack->buy)
            line.push_back(
                words(QObject::tr("%1 long").arg(ValueField::shown(document, Kind::Size, *stack->buy, false)),
                      Cell::Look::Strong));
        return line;
    }

private:
    /// Fits its hole to the fastener after each change.
    static Cell::Answer fitHole(Document& doc, const std::string& id, const Fastener& fastener) {
        job::Job changed = doc.job();
        Hole& own = *changed.findHole(id);
        const auto fitted = hardware::fitted(own, fastener, doc.books().hardware.book());
        if (!fitted) return fitted.error();
        own = *fitted;
        return doc.edit(QObject::tr("what goes through %1").arg(text(id)), std::move(changed));
    }

    template <class Set> Cell option(const QString& what, const QStringList& says, int now, Set set) const {
        return choice(make.name(what), says, now,
                      [&doc = document, id = id, fastener = *hole.fastener, set](int index) mutable {
                          set(fastener, index);
                          return fitHole(doc, id, fastener);
                      });
    }

    Cell useChoice() const {
        enum { Plain, Close, Normal, Loose, Tapped, RivetNut, WeldNut, Rivet };
        int now = Plain;
        if (hole.fastener) {
            using Use = Fastener::Use;
            now = hole.fastener->use == Use::Bolt       ? Close + static_cast<int>(hole.fastener->fit)
                  : hole.fastener->use == Use::Tapped   ? Tapped
                  : hole.fastener->use == Use::RivetNut ? RivetNut
                  : hole.fastener->use == Use::WeldNut  ? WeldNut
                                                        : Rivet;
        }
        return choice(make.name(QObject::tr("What it is for")),
                      {QObject::tr("any hole"), QObject::tr("bolt, close"), QObject::tr("bolt, normal"),
                       QObject::tr("bolt, loose"), QObject::tr("thread"), QObject::tr("rivet nut"),
                       QObject::tr("weld nut"), QObject::tr("rivet")},
                      now, [&doc = document, id = id, old = hole.fastener](int index) -> Cell::Answer {
                          if (index == Plain)
                              return doc.change(QObject::tr("what goes through %1").arg(text(id)),
                                                [&](job::Job& changed) {
                                                    changed.findHole(id)->fastener.reset();
                                                    changed.findHole(id)->countersink.reset();
                                                });
                          using Use = Fastener::Use;
                          const bool inches = doc.job().units == quantity::Unit::Inch;
                          Fastener fastener = old.value_or(Fastener{Use::Bolt, inches ? "1/4-20" : "M6"});
                          const bool wasRivet = fastener.use == Use::Rivet;
                          fastener.use = index <= Loose ? Use::Bolt : static_cast<Use>(index - Loose);
                          if (index <= Loose) fastener.fit = static_cast<Fastener::Fit>(index - Close);
                          if (fastener.use == Use::Rivet && !wasRivet) {
                              fastener.size = inches ? "1/8" : "3.2";
                              fastener.head = Fastener::Head::Pan;
                          }
                          if (fastener.use != Use::Rivet && wasRivet)
                              fastener.size = inches ? "1/4-20" : "M6";
                          return fitHole(doc, id, fastener);
                      });
    }

    Cell sizeChoice() const {
        QStringList sizes;
        const bool isRivet = hole.fastener->use == Fastener::Use::Rivet;
        int now = 0;
        const auto add = [&](const std::string& size) {
            if (size == hole.fastener->size) now = static_cast<int>(sizes.size());
            sizes << text(size);
        };
        if (isRivet)
            for (const hardware::Rivet& rivet : document.books().hardware.book().rivets)
                add(rivet.size);
        else
            for (const hardware::Screw& screw : document.books().hardware.book().screws)
                if ((hole.fastener->use != Fastener::Use::RivetNut || screw.rivetNut) &&
                    (hole.fastener->use != Fastener::Use::WeldNut || screw.weldNut))
                    add(screw.size);
        return option(QObject::tr("Size"), sizes, now,
                      [sizes](Fastener& changed, int index) { changed.size = sizes[index].toStdString(); });
    }

    Document& document;
    const job::Job& job;
    const Hole& hole;
    std::string id;
    CellMaker<std::function<Hole&(job::Job&)>> make;
};

} // namespace

void addFastenerLines(Block& block, Document& document, const std::string& hole) {
    FastenerLines(document, hole).addTo(block);
}

} // namespace goodfold::app
