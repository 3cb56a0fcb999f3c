// Brackets that would reach what is on the mount: looked for beside the window, as long as the mount stays as
// it is.
#pragma once

#include "app/base/document.h"
#include "propose/propose.h"

#include <QObject>

#include <atomic>
#include <memory>

namespace goodfold::app {

class Shapes : public QObject {
    Q_OBJECT
public:
    explicit Shapes(Document& document, QObject* parent = nullptr);
    ~Shapes() override;

    /// Looks for them, from the beginning.
    void look();
    /// Forgets them, and stops looking.
    void leave();
    bool isLooking() const { return stopAsked != nullptr; }
    /// Null until they are found; empty where none was, then why().
    const std::vector<propose::Proposal>* found() const { return proposals ? &*proposals : nullptr; }
    const std::string& why() const { return wrong; }

signals:
    void changed();

private:
    Document& document;
    std::shared_ptr<std::atomic<bool>> stopAsked;
    std::optional<std::vector<propose::Proposal>> proposals;
    std::string wrong;
    std::optional<job::Mount> foundFor;
};

} // namespace goodfold::app
