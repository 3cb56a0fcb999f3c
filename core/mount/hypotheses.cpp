#include "mount/hypotheses.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <set>

namespace goodfold::mount {

namespace {

using job::MountReading;
using Kind = MountReading::Kind;
using How = MountReading::How;

constexpr double kInch = 25.4;

bool isLength(Kind kind) {
    return kind != Kind::Turn;
}

/// What the value would be with two neighbouring digits swapped, as it was written down: to a tenth, or to
/// two places where it says so.
std::vector<double> swapped(double value, quantity::Unit unit, bool isLength) {
    const double scale = isLength && unit == quantity::Unit::Inch ? kInch : 1;
    const double written = value / scale;
    int places = 0;
    for (double rest = 1; places < 3; ++places, rest *= 10)
        if (std::abs(written * rest - std::round(written * rest)) < 1e-6) break;
    char text[40];
    std::snprintf(text, sizeof text, "%.*f", places, written);
    std::string digits(text);
    std::set<double> all;
    const auto next = [&](size_t i) {
        do
            ++i;
        while (i < digits.size() && digits[i] == '.');
        return i;
    };
    for (size_t i = 0; i < digits.size(); i = next(i)) {
        const size_t j = next(i);
        if (j >= digits.size() || digits[i] == '-' || digits[i] == digits[j]) continue;
        std::string other = digits;
        std::swap(other[i], other[j]);
        all.insert(std::stod(other) * scale);
    }
    return {all.begin(), all.end()};
}

class Tried {
public:
    Tried(const job::Mount& mount, const MountReading& reading, const Scene& scene, const SlipsWanted& wanted)
        : mount(mount), reading(reading), scene(scene), wanted(wanted), right(valueOf(reading)) {}

    std::vector<Hypothesis> all() {
        add(Slip::Digits, swapped(reading.value, wanted.unit, isLength(reading.kind)));
        if (isLength(reading.kind)) lengths();
        hows();
        pairs();
        return std::move(found);
    }

private:
    double valueOf(const MountReading& of) const {
        return computed(scene, observationOf(mount, of, wanted.instruments));
    }

    /// Each true value that the reading may stand for.
    void add(Slip slip, const std::vector<double>& values) {
        for (const double value : values)
            if (value >= 0 || reading.kind == Kind::Height || reading.kind == Kind::Rise ||
                reading.kind == Kind::Plumb)
                found.push_back(
                    {slip, reading.value - value, commonness(slip) / static_cast<double>(values.size())});
    }

    void lengths() {
        const double value = reading.value;
        add(Slip::Centimetre, {value - 10, value + 10});
        add(Slip::Inch, {value - kInch, value + kInch});
        add(Slip::TenInches, {value - 10 * kInch, value + 10 * kInch});
        add(Slip::Unit, {value * kInch, value / kInch});
        if (reading.kind == Kind::Plumb || reading.kind == Kind::Level) return;
        if (reading.kind == Kind::Diameter) add(Slip::Radius, {value * 2, value / 2});
        if (wanted.thickness > 0 && reading.kind != Kind::Diameter) {
            const double t = wanted.thickness;
            add(Slip::Thickness, {value - t, value + t, value - 2 * t, value + 2 * t});
        }
    }

    /// What was really read is another value of the same place.
    void addRead(const MountReading& really, Slip slip, size_t tried) {
        const double offBy = valueOf(really) - right;
        if (std::abs(offBy) < 1e-9) return;
        found.push_back({slip, offBy, commonness(slip) / static_cast<double>(tried), really.how, really.of});
    }

    void hows() {
        if (reading.kind != Kind::Between && reading.kind != Kind::FromEdge) return;
        for (const How how : {How::Centres, How::Near, How::Far}) {
            if (how == reading.how) continue;
            MountReading really = reading;
            really.how = how;
            addRead(really, Slip::OtherHow, 2);
        }
    }

    void pairs() {
        const std::vector<job::MountThing> things = job::thingsOf(reading.kind);
        std::vector<MountReading> others;
        for (size_t i = 0; i < things.size(); ++i) {
            const auto put = [&](const std::string& id) {
                if (std::find(reading.of.begin(), reading.of.end(), id) != reading.of.end()) return;
                MountReading really = reading;
                really.of[i] = id;
                if (job::canBeOf(mount, really.kind, i, id) && isOnOneFace(really)) others.push_back(really);
            };
            if (things[i] == job::MountThing::Point)
                for (const job::MountPoint& point : mount.points)
                    put(point.id);
            if (things[i] == job::MountThing::Edge && !mount.findFace(reading.of[i]))
                for (const job::MountEdge& edge : mount.edges)
                    put(edge.id);
        }
        for (const MountReading& really : others)
            addRead(really, Slip::OtherPair, others.size());
    }

    bool isOnOneFace(const MountReading& of) const {
        if (of.kind == Kind::Square && mount.findFace(of.of[2]))
            return mount.findPoint(of.of[0])->face == of.of[2] && mount.findPoint(of.of[1])->face == of.of[2];
        return of.kind != Kind::FromEdge || mount.findPoint(of.of[0])->face == mount.findEdge(of.of[1])->face;
    }

    const job::Mount& mount;
    const MountReading& reading;
    const Scene& scene;
    const SlipsWanted& wanted;
    double right;
    std::vector<Hypothesis> found;
};

} // namespace

double commonness(Slip slip) {
    switch (slip) {
    case Slip::Digits:
    case Slip::Thickness:
        return 0.1;
    case Slip::Centimetre:
    case Slip::OtherHow:
        return 0.2;
    case Slip::Inch:
    case Slip::Radius:
        return 0.05;
    case Slip::TenInches:
    case Slip::Unit:
        return 0.025;
    case Slip::OtherPair:
        return 0.15;
    case Slip::Unexplained:
        return 0.1;
    }
    return 0;
}

std::vector<Hypothesis> hypothesesOf(const job::Mount& mount, const MountReading& reading, const Scene& scene,
                                     const SlipsWanted& wanted) {
    return Tried(mount, reading, scene, wanted).all();
}

} // namespace goodfold::mount
