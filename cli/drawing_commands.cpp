#include "cli/drawing_commands.h"

#include "draw/save_bytes.h"
#include "drawing/blank.h"
#include "files/job_file.h"

#include <QFileInfo>

#include <iostream>
#include <sstream>

namespace goodfold::cli {

int importDrawing(const Arguments& arguments) {
    const std::string& path = arguments.jobs.front();
    const bool isInch = arguments.unit == "in";
    const auto unit = isInch ? quantity::Unit::Inch : quantity::Unit::Millimetre;
    const auto drawing = readDrawing(path, unit);
    if (!drawing) return complain(path, drawing.error());
    drawing::Wanted wanted{.title = QFileInfo(QString::fromStdString(path)).completeBaseName().toStdString(),
                           .units = unit,
                           .thickness = arguments.thickness,
                           .leaveOut = {arguments.leaveOut.begin(), arguments.leaveOut.end()}};
    if (!arguments.material.empty()) wanted.material = arguments.material;
    if (!arguments.card.empty())
        wanted.drawn = arguments.card == "outer" ? drawing::Drawn::OuterFaces : drawing::Drawn::InnerFaces;
    for (const std::string& layer : arguments.bendUp)
        wanted.folds[layer] = {arguments.bendAngle, job::Turn::Up};
    for (const std::string& layer : arguments.bendDown)
        wanted.folds[layer] = {arguments.bendAngle, job::Turn::Down};
    const auto brought = drawing::blankFrom(*drawing, wanted);
    if (!brought) return complain(path, brought.error(), kCannotBeMade);
    if (const auto material = materialOf(brought->job); !material)
        return complain(path, material.error(), kCannotBeMade);
    for (const std::string& says : brought->says)
        complain(path, {says, "drawing"}, kFine);
    std::ostringstream text;
    files::writeJob(text, brought->job);
    if (arguments.out == "-") {
        std::cout << text.str();
        return printed(kFine);
    }
    const QString out = QString::fromStdString(arguments.out);
    if (QFileInfo::exists(out) && !arguments.force)
        return complain(arguments.out, {"it is there already; --force writes over it.", "writing"},
                        kCannotBeWritten);
    const auto wrong = draw::saveBytes(out, QByteArray::fromStdString(text.str()));
    return wrong ? complain(arguments.out, *wrong, kCannotBeWritten) : kFine;
}

} // namespace goodfold::cli
