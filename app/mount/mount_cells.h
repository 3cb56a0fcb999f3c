// What the Mount stage lets one type: readings and what they say of one another, the things there, and what
// of the bracket goes where.
#pragma once

#include "app/mount/bringing.h"
#include "app/mount/shapes.h"
#include "app/mount/survey.h"
#include "app/widgets/cell.h"

#include <QAction>

namespace goodfold::app {

/// What is to be said first: nothing there yet, what is open, which reading cannot be right.
std::vector<Block> surveyBlocks(Document& document, Survey& survey, QAction& sheet,
                                const std::function<void()>& otherJob);
/// The reading that is being made of what is pointed at, and those there are.
std::vector<Block> readingBlocks(Document& document, Survey& survey);
/// Asks for a file that tells of a face.
using AskForFile = std::function<void(const std::string& face)>;
struct AsksForFiles {
    AskForFile picture, drawing;
    std::function<void()> otherJob;
};
/// Faces, points and edges, roughly; more of them out of pictures, tables, drawings and other jobs.
std::vector<Block> placeBlocks(Document& document, Survey& survey, const AsksForFiles& asks);
/// What has to stay free there, and how near the bracket comes to it.
std::vector<Block> clearanceBlocks(Document& document);
/// What of the bracket may become another when it is brought there, and within what.
std::vector<Block> changeBlocks(Document& document);
/// The leg that rests there, the bolts, the bracket brought onto them, and others that would reach.
std::vector<Block> tieBlocks(Document& document, Survey& survey, Shapes& shapes, Bringing& bringing);

} // namespace goodfold::app
