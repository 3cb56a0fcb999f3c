#include "app/mount/survey.h"

#include "mount/walk.h"

#include <algorithm>

namespace goodfold::app {

Survey::Survey(Document& document, QObject* parent) : QObject(parent), document(document) {
    connect(&document, &Document::changed, this, &Survey::work);
    connect(&document, &Document::placeTaken, this, &Survey::work);
    work();
}

void Survey::work() {
    const std::optional<job::Mount>& mount = document.place();
    asked.reset();
    if (mount != workedOut) {
        workedOut = mount;
        known.reset();
        why.clear();
        whatIsOpen.clear();
        suspected.clear();
        const auto& instruments = document.errors().instruments;
        if (mount) {
            auto made = mount::measured(*mount, instruments);
            if (made) {
                known = *made;
                whatIsOpen = mount::openOf(*mount, known->problem, known->solution, known->told, instruments);
                suspected = mount::suspectsOf(*mount, known->problem, known->solution, known->told,
                                              {instruments, document.job().thickness, document.job().units});
                constexpr double kWorthSaying = 0.01;
                std::erase_if(suspected,
                              [&](const mount::Suspect& each) { return each.odds < kWorthSaying; });
            } else {
                why = made.error().says;
            }
        }
        // What is to be read of something that is gone is not read.
        const auto isThere = [&](const std::string& id) {
            return mount && (mount->findPoint(id) || mount->findFace(id) || mount->findEdge(id));
        };
        std::erase_if(onSheet, [&](const OnSheet& each) {
            return !std::all_of(each.reading.of.begin(), each.reading.of.end(), isThere);
        });
        std::erase_if(picked, [&](const std::string& id) { return !isThere(id); });
    }
    emit changed();
}

const mount::Residual* Survey::residualOf(size_t reading) const {
    if (!known) return nullptr;
    const auto& seen = known->problem.seen;
    for (size_t i = 0; i < seen.size(); ++i)
        if (seen[i].reading == static_cast<int>(reading)) return &known->adjusted.residuals[i];
    return nullptr;
}

bool Survey::isOpen(const std::string& point) const {
    if (!known || known->told.untold.cols() == 0) return false;
    const std::vector<std::string> open = mount::openPoints(*known);
    return std::find(open.begin(), open.end(), point) != open.end();
}

const mount::Suspect* Survey::suspicionOf(size_t reading) const {
    const auto found = std::find_if(suspected.begin(), suspected.end(), [&](const mount::Suspect& each) {
        return each.reading == static_cast<int>(reading);
    });
    return found == suspected.end() ? nullptr : &*found;
}

void Survey::pointAt(const std::string& id) {
    if (const auto found = std::find(picked.begin(), picked.end(), id); found != picked.end()) {
        picked.erase(found);
    } else {
        constexpr size_t kMost = 3;
        if (picked.size() == kMost) picked.erase(picked.begin());
        picked.push_back(id);
    }
    emit changed();
}

void Survey::pointAt(std::vector<std::string> ids) {
    picked = std::move(ids);
    emit changed();
}

void Survey::ask() {
    constexpr int kPieces = 4000;
    asked = document.place() && !document.isOtherSide()
                ? lineup::askNext(
                      {document.job(), document.part(), document.material(), nullptr, document.errors()},
                      *document.place(), document.books().hardware.book(), kPieces, 1)
                : std::vector<lineup::Asking>();
    emit changed();
}

void Survey::takeSheet() {
    onSheet.clear();
    int number = 0;
    if (document.place())
        for (job::MountReading& reading :
             mount::readingsToTake(*document.place(), document.errors().instruments))
            onSheet.push_back({++number, std::move(reading)});
    emit changed();
}

void Survey::dropFirstOfSheet() {
    if (!onSheet.empty()) onSheet.erase(onSheet.begin());
    emit changed();
}

} // namespace goodfold::app
