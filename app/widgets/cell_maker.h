// Short ways to make the cells of one thing of the job: its name is part of every cell's.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

inline QString text(const std::string& s) {
    return QString::fromStdString(s);
}

inline Cell faint(const QString& says) {
    return words(says, Cell::Look::Faint);
}

/// `What` finds the thing in a job that is being changed.
template <class What> class CellMaker {
public:
    CellMaker(Document& document, QString ofWhat, What find)
        : document(document), ofWhat(std::move(ofWhat)), find(std::move(find)) {}

    QString name(const QString& what) const { return QStringLiteral("%1 %2").arg(what, ofWhat); }

    template <class Set>
    Cell number(ValueField::Kind kind, const QString& what, double value, Set set) const {
        return valueCell(kind, name(what), value,
                      [&doc = document, label = name(what).toLower(), find = find, set](double typed) {
                          return doc.change(label, [&](job::Job& job) { set(find(job), typed); });
                      });
    }

    template <class Set>
    Cell maybe(ValueField::Kind kind, const QString& what, const std::optional<double>& value, double usual,
               Set set) const {
        return optionalCell(
            kind, name(what), value, usual,
            [&doc = document, label = name(what).toLower(), find = find, set](std::optional<double> typed) {
                return doc.change(label, [&](job::Job& job) { set(find(job), typed); });
            });
    }

    template <class Set>
    Cell oneOf(const QString& what, const QStringList& options, int chosen, Set set) const {
        return choice(name(what), options, chosen,
                      [&doc = document, label = name(what).toLower(), find = find, set](int index) {
                          return doc.change(label, [&](job::Job& job) { set(find(job), index); });
                      });
    }

private:
    Document& document;
    QString ofWhat;
    What find;
};

} // namespace goodfold::app
