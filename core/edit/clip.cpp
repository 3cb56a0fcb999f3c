#include "edit/clip.h"

#include "edit/entry.h"
#include "edit/if_valid.h"
#include "part/part.h"

#include <algorithm>
#include <map>

namespace goodfold::edit {

namespace {

/// The leg itself, and on sheet what hangs on it.
std::vector<std::string> comingAlong(const Job& job, const std::string& plate) {
    std::vector<std::string> all{plate};
    const bool isBar = job.stock.form == StockForm::Bar;
    for (size_t i = 0; i < all.size(); ++i)
        for (const Bend& bend : job.bends)
            if (bend.from == all[i] && (!isBar || job.findPlate(all[i])->joggle)) all.push_back(bend.to);
    return all;
}

std::optional<Error> whyNotCopied(const Job& job, const std::string& plate) {
    if (!job.bendTo(plate))
        return Error{"Leg " + plate + " is the first one: a new job begins with one of its own.", {}};
    for (const std::string& each : comingAlong(job, plate))
        if (isBesideWrap(job, *job.findPlate(each)) || job.wrapAt(*job.bendTo(each)))
            return Error{"Leg " + each + " leads round a pipe: add a strap or a saddle where it goes.", {}};
    return {};
}

/// New names of the holes that were copied, by their old ones.
using Names = std::map<std::string, std::string>;

/// What was measured from something that did not come along is measured from the leg it is in.
void measureFromOwn(const Clip& clip, const Job& job, const std::string& plate, Hole& hole,
                    const Names& names) {
    while (hole.xFrom == Hole::XFrom::Hole) {
        if (const auto other = names.find(hole.xFromHole); other != names.end()) {
            hole.xFromHole = other->second;
            break;
        }
        const Hole& other = *clip.from.findHole(hole.xFromHole);
        hole.x = other.xFrom == Hole::XFrom::End ? other.x - hole.x : other.x + hole.x;
        hole.xFrom = other.xFrom;
        hole.xFromHole = other.xFromHole;
    }
    if (hole.formed) {
        const auto other = names.find(hole.formed->of);
        if (other != names.end())
            hole.formed->of = other->second;
        else
            hole.formed.reset();
    }
    const bool endIsThere = endIsFree(job, plate), startIsThere = startIsFree(job, plate);
    if (hole.xFrom == Hole::XFrom::Start && !startIsThere) hole.xFrom = ownReference(job);
    if (hole.xFrom == Hole::XFrom::End && !endIsThere)
        hole.xFrom = startIsThere ? Hole::XFrom::Start : ownReference(job);
    const bool fromBend = hole.xFrom == Hole::XFrom::Outside || hole.xFrom == Hole::XFrom::Inside ||
                          hole.xFrom == Hole::XFrom::Tangent;
    if (fromBend && startIsThere) hole.xFrom = Hole::XFrom::Start;
}

class Copying {
public:
    Copying(Job job, const Clip& clip, const Vec2& holesBy)
        : job(std::move(job)), clip(clip), holesBy(holesBy) {}

    void holes(const std::vector<std::string>& ids, const std::string& onto, const Vec2& shift) {
        Names names;
        for (const std::string& id : ids) {
            names[id] = freshHoleId(job);
            job.findPlate(onto)->holes.push_back(*clip.from.findHole(id));
            job.findPlate(onto)->holes.back().id = names[id];
        }
        for (const std::string& id : ids) {
            Hole& hole = *job.findHole(names[id]);
            measureFromOwn(clip, job, onto, hole, names);
            if (hole.xFrom != Hole::XFrom::Hole) {
                hole.x += hole.xFrom == Hole::XFrom::End ? -shift.x() : shift.x();
                hole.y += hole.yFrom == Hole::YFrom::Left ? -shift.y() : shift.y();
            }
            newNames[id] = hole.id;
        }
    }

    void ownHoles(const std::string& onto) {
        std::vector<std::string> ids;
        for (const Element& element : clip.elements)
            if (element.kind == Element::Kind::Hole) ids.push_back(element.id);
        holes(ids, onto, holesBy);
    }

    /// The leg on an edge of another, then what hangs on it.
    std::optional<Error> leg(const std::string& id, const std::string& onto, Edge edge) {
        const Plate& source = *clip.from.findPlate(id);
        Bend bend = *clip.from.bendTo(id);
        bend.edge = edge;
        auto added = job.stock.form == StockForm::Sheet
                         ? withFlange(job, onto, bend, source.length, source.width)
                         : withBendAtEnd(job, onto, bend, source.length);
        if (!added) return added.error();
        job = added->job;
        const std::string made = added->about.id;
        newNames[id] = made;
        dress(*job.findPlate(made), source);
        std::vector<std::string> ids;
        for (const Hole& hole : source.holes)
            ids.push_back(hole.id);
        holes(ids, made, {0, 0});
        return job.stock.form == StockForm::Sheet || source.joggle ? further(id, made) : std::nullopt;
    }

    Job job;
    Names newNames; // of holes and legs

private:
    std::optional<Error> further(const std::string& id, const std::string& made) {
        for (const Bend& child : clip.from.bends)
            if (child.from == id)
                if (auto wrong = leg(child.to, made, child.edge)) return wrong;
        return {};
    }

    /// What a leg is besides its length and its holes. What a bar's end is cut to stays at its end.
    static void dress(Plate& plate, const Plate& source) {
        const Plate bare = plate;
        plate = source;
        plate.id = bare.id;
        plate.holes.clear();
        plate.measure = Plate::Measure::Along;
        if (bare.ends.empty() && bare.corners.empty()) return;
        plate.ends = bare.ends;
        plate.corners = bare.corners;
    }

    const Clip& clip;
    Vec2 holesBy;
};

/// Where a flange goes: the edge it was on, else the first that is free.
std::optional<Edge> edgeFor(const Job& job, const std::string& onto, Edge wanted) {
    for (const Edge edge : {wanted, Edge::End, Edge::Left, Edge::Right, Edge::Start})
        if (!job.bendAt(onto, edge) && !(edge == Edge::Start && job.bendTo(onto))) return edge;
    return {};
}

} // namespace

namespace {

/// Elsewhere nothing may stand there to measure a leg across to: it is as long as it came out.
void asLongAsTheyAre(Job& job, const std::vector<std::string>& plates) {
    const material::Material* material = material::standardMaterials().find(job.material);
    if (!material) return;
    const part::Part made = part::solve(job, *material);
    for (const std::string& id : plates)
        if (Plate& plate = *job.findPlate(id); plate.measure != Plate::Measure::Along) {
            plate.length = part::lengthTo(made, made.plateIndex(id), job.dimensionTo);
            plate.measure = Plate::Measure::Along;
            plate.dimensionTo.clear();
        }
}

} // namespace

Result<Clip> clipOf(const Job& job, const std::vector<Element>& selected) {
    Clip clip{job, {}};
    std::vector<std::string> along;
    for (const Element& element : selected) {
        const Element leg = element.kind == Element::Kind::Bend && job.findBend(element.id)
                                ? Element::plate(job.findBend(element.id)->to)
                                : element;
        if (leg.kind != Element::Kind::Plate || !job.findPlate(leg.id)) continue;
        if (auto wrong = whyNotCopied(job, leg.id)) return *std::move(wrong);
        const auto all = comingAlong(job, leg.id);
        along.insert(along.end(), all.begin() + 1, all.end());
        if (std::find(clip.elements.begin(), clip.elements.end(), leg) == clip.elements.end())
            clip.elements.push_back(leg);
    }
    std::erase_if(clip.elements, [&](const Element& leg) {
        return std::find(along.begin(), along.end(), leg.id) != along.end();
    });
    for (const Element& leg : clip.elements)
        along.push_back(leg.id);
    asLongAsTheyAre(clip.from, along);
    for (const Element& element : selected) {
        const Plate* carrier = element.kind == Element::Kind::Hole ? job.plateOfHole(element.id) : nullptr;
        if (carrier && std::find(along.begin(), along.end(), carrier->id) == along.end())
            clip.elements.push_back(element);
    }
    if (clip.elements.empty()) return Error{"Nothing is selected that could be copied.", {}};
    return clip;
}

Result<Copied> withClip(Job job, const Clip& clip, const Element& onto, const Vec2& holesBy) {
    const bool isBar = job.stock.form == StockForm::Bar;
    std::string carrier = plateInHand(job, onto);
    Copying copying(std::move(job), clip, holesBy);
    copying.ownHoles(carrier);
    for (const Element& leg : clip.elements) {
        if (leg.kind != Element::Kind::Plate) continue;
        const Bend* bend = clip.from.bendTo(leg.id);
        if (clip.from.stock.form != copying.job.stock.form)
            return Error{"A leg of sheet goes on sheet, one of bar on bar.", {}};
        if (isBar) // it goes on where the bar does
            carrier = std::find_if(copying.job.plates.begin(), copying.job.plates.end(), [&](const Plate& p) {
                          return endIsFree(copying.job, p.id);
                      })->id;
        const auto edge = isBar ? Edge::End : edgeFor(copying.job, carrier, bend->edge);
        if (!edge) return Error{"All edges of leg " + carrier + " have theirs: choose another leg.", {}};
        if (auto wrong = copying.leg(leg.id, carrier, *edge)) return *std::move(wrong);
    }
    if (auto wrong = whatIsWrong(copying.job)) return *std::move(wrong);
    Copied copied{std::move(copying.job), {}};
    for (const Element& element : clip.elements)
        copied.made.push_back({element.kind, copying.newNames.at(element.id)});
    return copied;
}

Result<Edited> without(Job job, const std::vector<Element>& elements) {
    std::optional<Element> about;
    for (const Element& element : elements) {
        if (about && !has(job, element)) continue; // it went with another
        auto edited = without(std::move(job), element);
        if (!edited) return edited;
        job = edited->job;
        if (!about) about = edited->about;
    }
    if (!about) return Error{"Nothing is selected.", {}};
    if (!has(job, *about)) about = Element::plate(job.root().id);
    return Edited{std::move(job), *about};
}

} // namespace goodfold::edit
