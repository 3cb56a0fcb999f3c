// A place measured by somebody: two faces with points, all readings computed here from where things really
// are, by other ways than the product's.
#pragma once

#include "core/support.h"
#include "mount/measured.h"

namespace goodfold::test {

using Reads = job::MountReading;

/// The usual sigmas (lineup, section 1).
inline const mount::Instruments& instruments() {
    static const mount::Instruments all = [] {
        mount::Instruments made;
        for (const auto& [id, sigma] : std::map<std::string, double>{{"tape", 0.5},
                                                                     {"rule", 0.25},
                                                                     {"calipers", 0.1},
                                                                     {"height-gauge", 0.05},
                                                                     {"square-and-rule", 0.3},
                                                                     {"protractor", 0.5},
                                                                     {"digital-protractor", 0.2}})
            made[id] = {id, id, sigma, sigma == 0.5 && id != "tape", ""};
        return made;
    }();
    return all;
}

struct Place {
    struct Face {
        std::string id;
        Vec3 at, normal;
    };
    struct Point {
        std::string id;
        size_t face;
        Vec3 at;
        double diameter;
    };
    std::vector<Face> faces;
    std::vector<Point> points;

    /// F with a at the origin and b along x; G somewhere, looking any way.
    static Place random(RandomJobs& random) {
        Place place;
        const double turn = random.real(20, 160) * M_PI / 180, about = random.real(-M_PI, M_PI);
        const Vec3 normal = random.whole(0, 3) ? Vec3(std::sin(turn) * std::cos(about),
                                                      std::sin(turn) * std::sin(about), std::cos(turn))
                                               : Vec3(-1, 0, 0);
        place.faces = {{"F", {0, 0, 0}, {0, 0, 1}},
                       {"G", {random.real(60, 150), random.real(-40, 40), random.real(20, 80)}, normal}};
        const int many = random.whole(4, 8);
        for (int i = 0; i < many; ++i) {
            const size_t face = i < 2 ? 0 : i < 4 ? 1 : static_cast<size_t>(random.whole(0, 1));
            const double x = i == 0 ? 0 : i == 1 ? random.real(30, 90) : random.real(-60, 60);
            const double y = i < 2 ? 0 : random.real(-60, 60);
            place.points.push_back({std::string(1, static_cast<char>('a' + i)), face, place.on(face, x, y),
                                    random.whole(0, 1) ? 6.6 : 9});
        }
        return place;
    }

    Vec3 on(size_t face, double x, double y) const {
        const Face& own = faces[face];
        const Vec3 first = (std::abs(own.normal.x()) < 0.9 ? Vec3::UnitX() : Vec3::UnitY()).eval();
        const Vec3 along =
            face == 0 ? Vec3(1, 0, 0) : Vec3((first - first.dot(own.normal) * own.normal).normalized());
        return own.at + x * along + y * own.normal.cross(along);
    }

    double read(const Reads& reading) const {
        const auto point = [&](size_t i) -> const Point& {
            return *std::find_if(points.begin(), points.end(),
                                 [&](const Point& p) { return p.id == reading.of[i]; });
        };
        const auto face = [&](size_t i) -> const Face& {
            return *std::find_if(faces.begin(), faces.end(),
                                 [&](const Face& f) { return f.id == reading.of[i]; });
        };
        switch (reading.kind) {
        case Reads::Kind::Between: {
            const double centres = std::sqrt((point(0).at - point(1).at).squaredNorm());
            const double radii = (point(0).diameter + point(1).diameter) / 2;
            return reading.how == Reads::How::Near  ? centres - radii
                   : reading.how == Reads::How::Far ? centres + radii
                                                    : centres;
        }
        case Reads::Kind::Height:
            return (point(0).at - face(1).at).dot(face(1).normal);
        case Reads::Kind::Turn:
            return std::acos(std::clamp(face(0).normal.dot(face(1).normal), -1.0, 1.0)) * 180 / M_PI;
        default:
            qFatal("not read here");
        }
    }

    /// Sketched by hand: everything a centimetre off or so, G leaning some degrees.
    job::Mount sketched(RandomJobs& random, double offBy = 6) const {
        const auto about = [&](const Vec3& place) {
            return Vec3(place + Vec3{random.real(-offBy, offBy), random.real(-offBy, offBy),
                                     random.real(-offBy, offBy)});
        };
        job::Mount mount;
        mount.faces.push_back({.id = "F"});
        mount.faces.push_back({.id = "G"});
        mount.faces[1].sketchAt = about(faces[1].at);
        mount.faces[1].sketchNormal =
            faces[1].normal + Vec3{random.real(-0.1, 0.1), random.real(-0.1, 0.1), random.real(-0.1, 0.1)};
        for (const Point& point : points) {
            job::MountPoint made{.id = point.id, .face = faces[point.face].id, .diameter = point.diameter};
            made.sketch = about(point.at);
            if (point.face == 0) made.sketch->z() = 0;
            mount.points.push_back(made);
        }
        return mount;
    }

    /// What can be read with the usual tools.
    std::vector<Reads> readable() const {
        std::vector<Reads> all;
        const auto add = [&](Reads::Kind kind, std::vector<std::string> of, const char* with,
                             Reads::How how = Reads::How::Centres) {
            Reads reading;
            reading.kind = kind;
            reading.of = std::move(of);
            reading.with = with;
            reading.how = how;
            all.push_back(std::move(reading));
        };
        for (size_t i = 0; i < points.size(); ++i)
            for (size_t j = i + 1; j < points.size(); ++j) {
                add(Reads::Kind::Between, {points[i].id, points[j].id}, "rule");
                if (points[i].face != points[j].face) continue;
                add(Reads::Kind::Between, {points[i].id, points[j].id}, "calipers", Reads::How::Near);
                add(Reads::Kind::Between, {points[i].id, points[j].id}, "calipers", Reads::How::Far);
            }
        for (const Point& point : points)
            add(Reads::Kind::Height, {point.id, faces[1 - point.face].id}, "square-and-rule");
        add(Reads::Kind::Turn, {"F", "G"}, "digital-protractor");
        return all;
    }
};

inline double normal(RandomJobs& random) {
    double sum = -6;
    for (int i = 0; i < 12; ++i)
        sum += random.real(0, 1);
    return sum;
}

/// Readings until nothing is open, then more, `over` times as many rows as unknowns; with errors of `share`
/// sigmas.
inline bool measure(job::Mount& mount, const Place& place, RandomJobs& random, double over, double share) {
    std::vector<Reads> readable = place.readable();
    const auto problem = problemOf(mount, instruments());
    const int wanted = static_cast<int>(std::ceil(over * problem->unknowns.count));
    while (static_cast<int>(mount.readings.size()) < wanted && !readable.empty()) {
        const auto i = static_cast<size_t>(random.whole(0, static_cast<int>(readable.size()) - 1));
        Reads reading = readable[i];
        readable.erase(readable.begin() + static_cast<std::ptrdiff_t>(i));
        reading.id = "r" + std::to_string(mount.readings.size() + 1);
        reading.value = place.read(reading) + share * sigmaOf(reading, instruments()) * normal(random);
        reading.value = share > 0 ? std::round(reading.value * 10) / 10 : reading.value;
        if (reading.value < 0 && reading.kind != Reads::Kind::Height) continue;
        mount.readings.push_back(reading);
    }
    return static_cast<int>(mount.readings.size()) == wanted;
}

/// A reading of the truth.
inline void add(job::Mount& mount, Reads reading, const Place& place) {
    reading.id = "r" + std::to_string(mount.readings.size() + 1);
    reading.value = place.read(reading);
    mount.readings.push_back(reading);
}

} // namespace goodfold::test
