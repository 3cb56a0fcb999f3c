// The bracket brought onto its mount: worked out beside the window, as long as the job stays as it is.
#pragma once

#include "app/base/document.h"
#include "lineup/reaching.h"

#include <QObject>

#include <memory>

namespace goodfold::app {

class Bringing : public QObject {
    Q_OBJECT
public:
    explicit Bringing(Document& document, QObject* parent = nullptr);

    /// An error says why it cannot be begun. Once it is found the job is changed, or said() tells why not.
    std::optional<Error> begin();
    bool isBusy() const { return asked != nullptr; }

signals:
    void changed(); // whether it is busy
    void said(const QString& why);

private:
    void take(const Result<lineup::Reached>& reached);

    Document& document;
    std::shared_ptr<const job::Job> asked; // what is worked on; another edit lets go of it
};

} // namespace goodfold::app
