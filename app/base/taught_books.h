// The books as the shop's logbook has taught them, for one job.
#pragma once

#include "app/base/books.h"

namespace goodfold::app {

struct TaughtBooks {
    std::shared_ptr<const tool::Shop> shop;
    std::shared_ptr<const lineup::ErrorBook> errors;
    std::shared_ptr<const material::Material> material;
    std::shared_ptr<const cost::WorkBook> work;
};

/// Kept until a book, the logbook or the job's metal is another.
class TaughtCache {
public:
    /// The job's material must be one of the book.
    const TaughtBooks& of(const job::Job& job, Books& books);
    /// The job is another.
    void forgetJob() { fingerprint.clear(); }

private:
    struct Key {
        std::shared_ptr<const tool::Shop> shop;
        int errors = -1, work = -1, logbook = -1;
        std::string material;
        QByteArray exceptJob;
        bool operator==(const Key&) const = default;
    };
    Key key;
    QByteArray fingerprint;     // of the job; empty until it is needed
    TaughtBooks taught, before; // those before stay for whoever still refers to them
};

} // namespace goodfold::app
