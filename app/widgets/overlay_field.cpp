#include "app/widgets/overlay_field.h"

#include "app/widgets/theme.h"

#include <algorithm>

namespace goodfold::app {

namespace {

/// Where the figure stands in a job.
double& placeOf(job::Job& job, Dimension figure, const std::string& id) {
    switch (figure) {
    case Dimension::BendAngle:
        return job.findBend(id)->angleDeg;
    case Dimension::HoleDiameter:
        return job.findHole(id)->diameter;
    case Dimension::HoleAlong:
        return job.findHole(id)->x;
    case Dimension::PlateWidth: {
        std::optional<double>& width = job.findPlate(id)->width;
        if (!width) width = 0; // whoever opens it says what stands there
        return *width;
    }
    case Dimension::BendOffset:
        return job.findBend(id)->offset;
    case Dimension::Pitch: {
        job::Pattern& pattern = *job.findHole(id)->pattern;
        return pattern.kind == job::Pattern::Kind::Circle ? pattern.diameter : pattern.pitch;
    }
    case Dimension::RowPitch:
        return job.findHole(id)->pattern->rowPitch;
    case Dimension::PlateLength:
        break;
    }
    return edit::mainLength(*job.findPlate(id));
}

/// A flange without a width of its own takes its edge.
double widthNow(const Document& document, const std::string& id) {
    if (const auto& width = document.job().findPlate(id)->width) return *width;
    const part::Part& part = document.part();
    const part::PartPlate& plate = part.plates[static_cast<size_t>(part.plateIndex(id))];
    return part.bends[static_cast<size_t>(plate.parentBend)].edgeLength;
}

ValueField::Kind kindOf(Dimension figure) {
    if (figure == Dimension::BendAngle) return ValueField::Kind::BendAngle;
    return figure == Dimension::HoleDiameter ? ValueField::Kind::Size : ValueField::Kind::Length;
}

} // namespace

QPointer<ValueField> typeOver(Document& document, QWidget* view, Dimension figure, const Element& about,
                              const QRect& box, const QString& typed) {
    QPointer<ValueField> field = new ValueField(document, view);
    field->setProperty("role", "overlay");
    field->offerSteps();
    const int wide = std::max(box.width(), px(110));
    field->setGeometry(
        QRect(std::clamp(box.left(), 0, std::max(0, view->width() - wide)), box.top(), wide, box.height()));
    job::Job now = document.job();
    const QString id = QString::fromStdString(about.id);
    if (figure == Dimension::PlateWidth) now.findPlate(about.id)->width = widthNow(document, about.id);
    field->open(kindOf(figure), QObject::tr("New figure for %1").arg(id), placeOf(now, figure, about.id), {},
                [&document, figure, about, id](std::optional<double> value) -> std::optional<Error> {
                    if (!document.has(about)) return {}; // an undo took it away
                    return document.change(QObject::tr("figure of %1").arg(id),
                                           [&](job::Job& job) { placeOf(job, figure, about.id) = *value; });
                });
    for (const auto done : {&ValueField::committed, &ValueField::abandoned})
        QObject::connect(field, done, view, [view, open = field.data()] {
            view->setFocus(); // first: what closes would give it to whatever comes next
            closeField(open);
        });
    QObject::connect(field, &ValueField::left, view, [open = field.data()] { closeField(open); });
    field->show();
    field->setFocus();
    if (!typed.isEmpty()) field->setText(typed);
    return field;
}

void closeField(ValueField* field) {
    if (!field) return;
    field->hide();
    field->deleteLater(); // it may be in the middle of telling what was typed
}

} // namespace goodfold::app
