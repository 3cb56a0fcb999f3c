#include "bench/telling.h"

#include "lineup/workshop.h"

namespace goodfold::bench {

using Eigen::VectorXd;

std::vector<double> tellingOf(const lineup::Making& making, const sequence::Plan& plan, const Known& known,
                              const std::vector<Entry>& readings, const mount::Instruments& instruments) {
    const lineup::Making believed = inWork(making, known);
    lineup::Workshop workshop(believed);
    Piece piece(believed, plan);
    std::vector<double> shares(readings.size(), 0);
    const auto size = static_cast<Eigen::Index>(workshop.normals());
    VectorXd numbers = VectorXd::Zero(size), ofRoom(size);
    std::vector<VectorXd> ofReading(readings.size(), VectorXd::Zero(size));
    for (Eigen::Index i = 0; i < size; ++i) {
        double room = 0;
        for (const double at : {1.0, -1.0}) {
            numbers[i] = at;
            workshop.make(numbers.data());
            room += at * workshop.fitted().room / 2;
            for (size_t r = 0; r < readings.size(); ++r)
                if (!piece.whyNot(readings[r], known.progress.made))
                    ofReading[r][i] += at * piece.reads(readings[r], known.progress.made, numbers) / 2;
        }
        numbers[i] = 0;
        ofRoom[i] = room;
    }
    const double unsure = ofRoom.squaredNorm();
    if (unsure <= 0) return shares;
    for (size_t r = 0; r < readings.size(); ++r) {
        const double own = sigmaOf(readings[r], instruments), both = ofReading[r].squaredNorm();
        const double together = ofRoom.dot(ofReading[r]);
        if (both > 0) shares[r] = together * together / ((both + own * own) * unsure);
    }
    return shares;
}

} // namespace goodfold::bench
