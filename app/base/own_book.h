// A book as this shop has it: what ships, and over it the user's own file.
#pragma once

#include "app/base/own_file.h"

#include <memory>
#include <sstream>

namespace goodfold::app {

template <class Book> class OwnBook {
public:
    using Read = Result<Book> (*)(std::istream&);
    OwnBook(const char* file, const Book& shipped, Read readBook)
        : file(QString::fromLatin1(file)), shipped(shipped), readBook(readBook),
          all(std::make_shared<const Book>(shipped)) {}

    const Book& book() const { return *all; }
    /// The same for whoever goes on reading it while it is read anew.
    std::shared_ptr<const Book> shared() const { return all; }
    /// Another number each time it is read.
    int revision() const { return timesRead; }

    /// Where the user's own entries are looked for.
    QString ownPath() const { return ownFilePath(file); }

    /// Reads the user's entries again. A sentence where the file is there and cannot be used; what ships
    /// applies then.
    std::optional<Error> read() {
        ++timesRead;
        all = std::make_shared<const Book>(shipped);
        const auto text = readOwnFile(ownPath());
        if (!text) return text.error();
        if (text->empty()) return {};
        std::istringstream in(*text);
        const auto own = readBook(in);
        if (!own) return own.error();
        all = std::make_shared<const Book>(withOwn(shipped, *own));
        return {};
    }

    /// Changes the user's own entries, and saves them.
    std::optional<Error> change(const QString& what, const std::function<void(Book&)>& how,
                                void (*write)(std::ostream&, const Book&),
                                const std::function<void(const QString&)>& tell) {
        const auto changed = [&](const std::string& text) -> Result<std::string> {
            Book own;
            if (!text.empty()) {
                std::istringstream in(text);
                auto saved = readBook(in);
                if (!saved) return saved.error();
                own = *std::move(saved);
            }
            how(own);
            std::ostringstream out;
            write(out, own);
            return out.str();
        };
        if (auto wrong = rewriteOwnFile(ownPath(), what, changed, tell)) return wrong;
        return read();
    }

private:
    QString file;
    const Book& shipped;
    Read readBook;
    std::shared_ptr<const Book> all;
    int timesRead = 0;
};

} // namespace goodfold::app
