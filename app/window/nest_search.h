// Blanks laid on their sheets while one looks on, as long as one likes.
#pragma once

#include "draw/buying_sheet.h"

#include <QDialog>
#include <QLabel>
#include <QTimer>

#include <atomic>
#include <functional>
#include <mutex>
#include <thread>

namespace goodfold::app {

class NestSearch : public QDialog {
    Q_OBJECT
public:
    /// Looks on a thread of its own; what it looks at is its own too.
    using Look = std::function<Result<draw::Buying>(const stock::Cutting& how)>;
    /// `done` is told what was found, once: when that is good enough, or nothing better is found for a while.
    NestSearch(Look look, std::function<void(const Result<draw::Buying>&)> done, QWidget* parent);
    ~NestSearch() override;

    /// "2 sheets, 81 % of them used".
    QString soFar() const { return says->text(); }

private:
    bool take(const stock::SectionNest& best); // on the thread; false: that will do
    void look();
    void paintSheets(QPainter& painter, const QRectF& area) const;

    std::function<void(const Result<draw::Buying>&)> done;
    QLabel* says;
    QWidget* sheets;
    QTimer looking;
    mutable std::mutex mutex;
    std::optional<stock::SectionNest> latest; // guarded, as what follows
    std::optional<Result<draw::Buying>> found;
    std::chrono::steady_clock::time_point bettered;
    std::atomic<bool> willDo = false;
    std::thread worker; // last: all it uses is there before it
};

} // namespace goodfold::app
