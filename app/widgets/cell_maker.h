// Short ways to make the cells of one thing of the job: its name is part of every cell's.
#pragma once

#include "app/base/text.h"
#include "app/widgets/cell.h"

namespace goodfold::app {

inline Cell faint(const QString& says) {
    return words(says, Cell::Look::Faint);
}

/// `What` finds the thing in a job that is being changed, or several that are changed alike. Ids begin with
/// `prefix`, names end with `ofWhat`.
template <class What> class CellMaker {
public:
    CellMaker(Document& document, QString prefix, QString ofWhat, What find)
        : document(document), prefix(std::move(prefix)), ofWhat(std::move(ofWhat)), find(std::move(find)) {}

    CellName who(const QString& key, const QString& what) const {
        return {QStringLiteral("%1.%2").arg(prefix, key), QStringLiteral("%1 %2").arg(what, ofWhat)};
    }

    template <class Set>
    Cell number(ValueField::Kind kind, const QString& key, const QString& what, double value, Set set) const {
        const CellName own = who(key, what);
        return valueCell(kind, own, value,
                         [change = changing(own, set)](double typed) { return change(typed); });
    }

    template <class Set>
    Cell maybe(ValueField::Kind kind, const QString& key, const QString& what,
               const std::optional<double>& value, double usual, Set set) const {
        const CellName own = who(key, what);
        return optionalCell(kind, own, value, usual, changing(own, set));
    }

    template <class Value, class Set>
    Cell oneOf(const QString& key, const QString& what, const std::vector<OptionOf<Value>>& options,
               const Value& now, Set set) const {
        const CellName own = who(key, what);
        return choiceOf(own, options, now, changing(own, set));
    }

private:
    template <class Set> auto changing(const CellName& own, Set set) const {
        const QString label = own.name.left(1).toLower() + own.name.mid(1);
        return [&doc = document, label, find = find, set](const auto& value) {
            return doc.change(label, [&](job::Job& job) {
                if constexpr (std::is_lvalue_reference_v<decltype(find(job))>)
                    set(find(job), value);
                else
                    for (auto* each : find(job))
                        set(*each, value);
            });
        };
    }

    Document& document;
    QString prefix, ofWhat;
    What find;
};

} // namespace goodfold::app
