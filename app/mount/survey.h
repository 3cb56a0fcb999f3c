// What the Mount stage shows: the mount as its readings have it, and what is in hand in it. Worked out anew
// after each edit; the job holds what was read.
#pragma once

#include "app/base/document.h"
#include "lineup/asking.h"
#include "mount/measured.h"

#include <QObject>

namespace goodfold::app {

class Survey : public QObject {
    Q_OBJECT
public:
    explicit Survey(Document& document, QObject* parent = nullptr);

    /// Null where there is no mount, or it does not say enough; then why.
    const mount::Measured* measured() const { return known ? &*known : nullptr; }
    const std::string& wrong() const { return why; }
    const std::vector<mount::Open>& open() const { return whatIsOpen; }
    const std::vector<mount::Suspect>& suspects() const { return suspected; }
    /// Of a reading; null where it is not compared.
    const mount::Residual* residualOf(size_t reading) const;
    bool isOpen(const std::string& point) const;
    const mount::Suspect* suspicionOf(size_t reading) const;

    /// Points, edges and faces pointed at, for the next reading; at most three.
    const std::vector<std::string>& pointedAt() const { return picked; }
    void pointAt(const std::string& id);
    void pointAt(std::vector<std::string> ids);

    /// What would raise the odds; empty until it is asked for, and again after each edit.
    const std::optional<std::vector<lineup::Asking>>& askedFor() const { return asked; }
    void ask();

    /// The readings of the measuring sheet that are not typed yet, by the numbers they have on it.
    struct OnSheet {
        int number;
        job::MountReading reading;
    };
    const std::vector<OnSheet>& sheet() const { return onSheet; }
    void takeSheet();
    /// The first of them was typed, or is passed over.
    void dropFirstOfSheet();

signals:
    void changed(); // the mount, or what is pointed at

private:
    void work();

    Document& document;
    std::optional<mount::Measured> known;
    std::string why;
    std::vector<mount::Open> whatIsOpen;
    std::vector<mount::Suspect> suspected;
    std::vector<std::string> picked;
    std::optional<std::vector<lineup::Asking>> asked;
    std::vector<OnSheet> onSheet;
    std::optional<job::Mount> workedOut;
};

} // namespace goodfold::app
