// Words of the job file for the job's choices: one table for reading and writing.
#pragma once

#include "bend/allowance_rule.h"
#include "common/members.h"
#include "job/hole_kinds.h"
#include "job/job.h"

#include <array>
#include <string_view>
#include <utility>
#include <vector>

namespace goodfold::files {

inline constexpr Words<quantity::Unit, 2> kUnitWords{
    {{"mm", quantity::Unit::Millimetre}, {"in", quantity::Unit::Inch}}};
inline constexpr Words<job::StockForm, 2> kFormWords{
    {{"bar", job::StockForm::Bar}, {"sheet", job::StockForm::Sheet}}};
inline constexpr Words<job::DimensionTo, 3> kDimensionWords{{{"outside", job::DimensionTo::Outside},
                                                             {"inside", job::DimensionTo::Inside},
                                                             {"tangent", job::DimensionTo::Tangent}}};
inline constexpr Words<job::Turn, 2> kTurnWords{{{"up", job::Turn::Up}, {"down", job::Turn::Down}}};
inline constexpr Words<job::Edge, 4> kEdgeWords{{{"start", job::Edge::Start},
                                                 {"end", job::Edge::End},
                                                 {"left", job::Edge::Left},
                                                 {"right", job::Edge::Right}}};
inline constexpr Words<job::Holds, 3> kHoldsWords{
    {{"either", job::Holds::Either}, {"from", job::Holds::From}, {"to", job::Holds::To}}};
inline constexpr Words<job::Hand, 2> kHandWords{{{"left", job::Hand::Left}, {"right", job::Hand::Right}}};
inline constexpr Words<job::Hole::XFrom, 5> kXFromWords{{{"outside", job::Hole::XFrom::Outside},
                                                         {"inside", job::Hole::XFrom::Inside},
                                                         {"tangent", job::Hole::XFrom::Tangent},
                                                         {"start", job::Hole::XFrom::Start},
                                                         {"end", job::Hole::XFrom::End}}};
inline constexpr Words<job::Hole::YFrom, 3> kYFromWords{{{"right", job::Hole::YFrom::Right},
                                                         {"left", job::Hole::YFrom::Left},
                                                         {"centre", job::Hole::YFrom::Centre}}};
inline constexpr Words<bend::AllowanceRule::Kind, 7> kRuleWords{
    {{"material", bend::AllowanceRule::Kind::Material},
     {"din6935", bend::AllowanceRule::Kind::Din6935},
     {"constant", bend::AllowanceRule::Kind::Constant},
     {"handbook", bend::AllowanceRule::Kind::Handbook},
     {"deduction", bend::AllowanceRule::Kind::Deduction},
     {"measured", bend::AllowanceRule::Kind::Measured},
     {"learned", bend::AllowanceRule::Kind::Learned}}};

inline std::vector<std::pair<std::string_view, job::Hole::Kind>> holeWords() {
    std::vector<std::pair<std::string_view, job::Hole::Kind>> words;
    for (const job::HoleKind& row : job::holeKinds())
        words.emplace_back(row.key, row.kind);
    return words;
}
inline constexpr Words<job::Pattern::Kind, 4> kPatternWords{{{"row", job::Pattern::Kind::Row},
                                                             {"grid", job::Pattern::Kind::Grid},
                                                             {"circle", job::Pattern::Kind::Circle},
                                                             {"mirror", job::Pattern::Kind::Mirror}}};
inline constexpr Words<job::FormedPlace::Kind, 3> kFormedWords{
    {{"axis", job::FormedPlace::Kind::Axis},
     {"straight", job::FormedPlace::Kind::Straight},
     {"plate", job::FormedPlace::Kind::Plate}}};
inline constexpr Words<job::Fastener::Use, 5> kUseWords{{{"bolt", job::Fastener::Use::Bolt},
                                                         {"tapped", job::Fastener::Use::Tapped},
                                                         {"rivet-nut", job::Fastener::Use::RivetNut},
                                                         {"weld-nut", job::Fastener::Use::WeldNut},
                                                         {"rivet", job::Fastener::Use::Rivet}}};
inline constexpr Words<job::Fastener::Fit, 3> kFitWords{{{"close", job::Fastener::Fit::Close},
                                                         {"normal", job::Fastener::Fit::Normal},
                                                         {"loose", job::Fastener::Fit::Loose}}};
inline constexpr Words<job::Fastener::Head, 5> kHeadWords{
    {{"hex", job::Fastener::Head::Hex},
     {"cap", job::Fastener::Head::Cap},
     {"pan", job::Fastener::Head::Pan},
     {"countersunk", job::Fastener::Head::Countersunk},
     {"slotted-countersunk", job::Fastener::Head::SlottedCountersunk}}};
inline constexpr Words<job::CornerJoint::Kind, 3> kCornerJointWords{
    {{"open", job::CornerJoint::Kind::Open},
     {"closed", job::CornerJoint::Kind::Closed},
     {"lapped", job::CornerJoint::Kind::Lapped}}};
inline constexpr Words<job::Relief::Kind, 6> kReliefWords{{{"usual", job::Relief::Kind::Usual},
                                                           {"none", job::Relief::Kind::None},
                                                           {"slit", job::Relief::Kind::Slit},
                                                           {"rectangle", job::Relief::Kind::Rectangle},
                                                           {"obround", job::Relief::Kind::Obround},
                                                           {"round", job::Relief::Kind::Round}}};
inline constexpr Words<job::Wrap::Kind, 2> kWrapWords{
    {{"strap", job::Wrap::Kind::Strap}, {"saddle", job::Wrap::Kind::Saddle}}};
inline constexpr Words<job::Edge, 2> kSideWords{{{"right", job::Edge::Right}, {"left", job::Edge::Left}}};
inline constexpr Words<job::Plate::Measure, 4> kMeasureWords{{{"along", job::Plate::Measure::Along},
                                                              {"overall", job::Plate::Measure::Overall},
                                                              {"opening", job::Plate::Measure::Opening},
                                                              {"offset", job::Plate::Measure::Offset}}};
inline constexpr Words<job::Corner, 4> kCornerWords{{{"start-right", job::Corner::StartRight},
                                                     {"end-right", job::Corner::EndRight},
                                                     {"end-left", job::Corner::EndLeft},
                                                     {"start-left", job::Corner::StartLeft}}};
inline constexpr Words<job::Edge, 2> kEndWords{{{"start", job::Edge::Start}, {"end", job::Edge::End}}};
inline constexpr Words<job::Grain, 2> kGrainWords{
    {{"lengthwise", job::Grain::Lengthwise}, {"crosswise", job::Grain::Crosswise}}};
inline constexpr Words<job::Load::Toward, 6> kTowardWords{{{"face", job::Load::Toward::Face},
                                                           {"back", job::Load::Toward::Back},
                                                           {"end", job::Load::Toward::End},
                                                           {"start", job::Load::Toward::Start},
                                                           {"left", job::Load::Toward::Left},
                                                           {"right", job::Load::Toward::Right}}};

template <class Choice, size_t N> std::string_view wordFor(const Words<Choice, N>& words, Choice choice) {
    for (const auto& [word, value] : words)
        if (value == choice) return word;
    return {};
}

} // namespace goodfold::files
