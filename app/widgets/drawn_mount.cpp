#include "app/widgets/drawn_mount.h"

#include "lineup/drawn_mount.h"

namespace goodfold::app {

Cell drawnMount(Document& document, const QString& says, Cell::Look look) {
    return press(
        says, {QStringLiteral("mount.drawn"), says},
        [&document]() -> Cell::Answer {
            const job::Job mounted = lineup::withDrawnMount(
                document.job(), document.part(), document.folded(), document.books().hardware.book());
            if (!mounted.mount)
                return Error{"There is no round hole or slot that a bolt goes through yet.", "holes"};
            return document.edit(QObject::tr("mount as drawn"), mounted);
        },
        look);
}

} // namespace goodfold::app
