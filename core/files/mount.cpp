#include "files/mount.h"

#include "files/line_up_members.h"
#include "files/mount_members.h"
#include "mount/words.h"

#include <ostream>

namespace goodfold::files {

namespace {

constexpr Words<mount::Slip, 10> kSlipWords{{{"digits", mount::Slip::Digits},
                                             {"centimetre", mount::Slip::Centimetre},
                                             {"inch", mount::Slip::Inch},
                                             {"ten-inches", mount::Slip::TenInches},
                                             {"how", mount::Slip::OtherHow},
                                             {"radius", mount::Slip::Radius},
                                             {"thickness", mount::Slip::Thickness},
                                             {"unit", mount::Slip::Unit},
                                             {"pair", mount::Slip::OtherPair},
                                             {"unexplained", mount::Slip::Unexplained}}};

ordered_json matrixOf(const Eigen::MatrixXd& matrix) {
    ordered_json rows = ordered_json::array();
    for (const auto& row : matrix.rowwise())
        rows.push_back(std::vector<double>(row.begin(), row.end()));
    return rows;
}

ordered_json wantedOf(const job::MountReading& reading) {
    ordered_json out{{"kind", wordFor(kReadingWords, reading.kind)}, {"of", reading.of}};
    if (reading.how != job::MountReading::How::Centres) out["how"] = wordFor(kHowWords, reading.how);
    out["with"] = reading.with;
    return out;
}

void addPlaces(ordered_json& root, const mount::Measured& measured) {
    const job::Mount& placed = measured.placed;
    root["faces"] = ordered_json::array();
    for (const job::MountFace& face : placed.faces) {
        auto& row = root["faces"].emplace_back(
            ordered_json{{"id", face.id}, {"at", vecOf(*face.at)}, {"normal", vecOf(*face.normal)}});
        if (face.tube) row.update({{"diameter", *face.tube}, {"along", vecOf(*face.along)}});
    }
    const Eigen::MatrixXd joint = mount::jointCovariance(measured);
    ordered_json names = ordered_json::array();
    root["points"] = ordered_json::array();
    for (size_t i = 0; i < placed.points.size(); ++i) {
        const auto row = 3 * static_cast<Eigen::Index>(i);
        names.push_back(placed.points[i].id);
        root["points"].push_back({{"id", placed.points[i].id},
                                  {"at", vecOf(*placed.points[i].at)},
                                  {"covariance", matrixOf(joint.block<3, 3>(row, row))}});
        if (placed.points[i].diameter) root["points"].back()["diameter"] = *placed.points[i].diameter;
    }
    root["joint_covariance"] = {{"of", names}, {"matrix", matrixOf(joint)}};
}

void addReadings(ordered_json& root, const MeasuredMount& mount) {
    root["readings"] = ordered_json::array();
    const auto& seen = mount.measured.problem.seen;
    for (size_t i = 0; i < seen.size(); ++i) {
        if (seen[i].reading < 0) continue;
        const job::MountReading& reading = mount.job.mount->readings[static_cast<size_t>(seen[i].reading)];
        const mount::Residual& residual = mount.measured.adjusted.residuals[i];
        root["readings"].push_back({{"id", reading.id},
                                    {"value", reading.value},
                                    {"computed", residual.computed},
                                    {"sigma", residual.sigma},
                                    {"residual", residual.residual},
                                    {"standardized", residual.standardized},
                                    {"redundancy", residual.redundancy}});
    }
    root["degrees_of_freedom"] = mount.measured.adjusted.degreesOfFreedom;
    root["chi_square"] = mount.measured.solution.chiSquare;
}

ordered_json suspectOf(const mount::Suspect& suspect, const job::Job& job) {
    const auto& readings = job.mount->readings;
    ordered_json out{{"reading", readings[static_cast<size_t>(suspect.reading)].id},
                     {"off_by", suspect.offBy},
                     {"likely", suspect.likely},
                     {"why", wordFor(kSlipWords, suspect.why)},
                     {"says", mount::inWords(suspect, *job.mount, job.units)},
                     {"odds", suspect.odds}};
    if (suspect.why == mount::Slip::OtherHow) out["how"] = wordFor(kHowWords, suspect.how);
    if (suspect.why == mount::Slip::OtherPair) out["of"] = suspect.of;
    for (const int twin : suspect.twins)
        out["twins"].push_back(readings[static_cast<size_t>(twin)].id);
    if (suspect.partedBy) out["parted_by"] = wantedOf(*suspect.partedBy);
    return out;
}

} // namespace

void writeMount(std::ostream& out, const std::string& file, const MeasuredMount& mount) {
    ordered_json root{{"file", file}};
    const mount::Measured& measured = mount.measured;
    addPlaces(root, measured);
    addReadings(root, mount);
    root["undetermined"] = ordered_json::array();
    for (const mount::Open& open : mount::openOf(*mount.job.mount, measured.problem, measured.solution,
                                                 measured.told, mount.instruments)) {
        root["undetermined"].push_back(
            {{"about", open.about},
             {"says", mount::inWords(open, mount.measured.placed, mount.instruments)}});
        if (open.wants) root["undetermined"].back()["wants"] = wantedOf(*open.wants);
    }
    root["suspects"] = ordered_json::array();
    for (const mount::Suspect& suspect :
         mount::suspectsOf(*mount.job.mount, measured.problem, measured.solution, measured.told,
                           {mount.instruments, mount.job.thickness, mount.job.units}))
        root["suspects"].push_back(suspectOf(suspect, mount.job));
    for (const mount::SideApart& side : mount.sides)
        root["other_side"].push_back({{"reading", side.reading.id},
                                      {"kind", wordFor(kReadingWords, side.reading.kind)},
                                      {"of", side.reading.of},
                                      {"value", side.reading.value},
                                      {"mirrored", side.mirrored},
                                      {"apart", side.apart},
                                      {"sigma", side.sigma},
                                      {"stands", side.stands()}});
    root["ask_next"] = ordered_json::array();
    for (const lineup::Asking& asked : mount.askNext) {
        ordered_json& row = root["ask_next"].emplace_back(wantedOf(asked.reading));
        row["says"] = mount::inWords(asked.reading, mount.measured.placed);
        row["odds"] = asked.odds;
    }
    out << root.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
