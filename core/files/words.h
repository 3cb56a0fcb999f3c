// Words of the job file for the job's choices: one table for reading and writing.
#pragma once

#include "bend/allowance_rule.h"
#include "part/job.h"

#include <array>
#include <string_view>
#include <utility>

namespace goodfold::files {

template <class Choice, size_t N> using Words = std::array<std::pair<std::string_view, Choice>, N>;

inline constexpr Words<quantity::Unit, 2> kUnitWords{
    {{"mm", quantity::Unit::Millimetre}, {"in", quantity::Unit::Inch}}};
inline constexpr Words<part::StockForm, 2> kFormWords{
    {{"bar", part::StockForm::Bar}, {"sheet", part::StockForm::Sheet}}};
inline constexpr Words<part::DimensionTo, 3> kDimensionWords{{{"outside", part::DimensionTo::Outside},
                                                              {"inside", part::DimensionTo::Inside},
                                                              {"tangent", part::DimensionTo::Tangent}}};
inline constexpr Words<part::Turn, 2> kTurnWords{{{"up", part::Turn::Up}, {"down", part::Turn::Down}}};
inline constexpr Words<part::Edge, 4> kEdgeWords{{{"start", part::Edge::Start},
                                                  {"end", part::Edge::End},
                                                  {"left", part::Edge::Left},
                                                  {"right", part::Edge::Right}}};
inline constexpr Words<part::Hand, 2> kHandWords{{{"left", part::Hand::Left}, {"right", part::Hand::Right}}};
inline constexpr Words<part::Hole::XFrom, 5> kXFromWords{{{"outside", part::Hole::XFrom::Outside},
                                                          {"inside", part::Hole::XFrom::Inside},
                                                          {"tangent", part::Hole::XFrom::Tangent},
                                                          {"start", part::Hole::XFrom::Start},
                                                          {"end", part::Hole::XFrom::End}}};
inline constexpr Words<part::Hole::YFrom, 3> kYFromWords{{{"right", part::Hole::YFrom::Right},
                                                          {"left", part::Hole::YFrom::Left},
                                                          {"centre", part::Hole::YFrom::Centre}}};
inline constexpr Words<bend::AllowanceRule::Kind, 6> kRuleWords{
    {{"material", bend::AllowanceRule::Kind::Material},
     {"din6935", bend::AllowanceRule::Kind::Din6935},
     {"constant", bend::AllowanceRule::Kind::Constant},
     {"handbook", bend::AllowanceRule::Kind::Handbook},
     {"deduction", bend::AllowanceRule::Kind::Deduction},
     {"measured", bend::AllowanceRule::Kind::Measured}}};

inline constexpr Words<part::Hole::Kind, 7> kHoleWords{{{"round", part::Hole::Kind::Round},
                                                        {"slot", part::Hole::Kind::Slot},
                                                        {"arc-slot", part::Hole::Kind::ArcSlot},
                                                        {"rectangle", part::Hole::Kind::Rectangle},
                                                        {"d", part::Hole::Kind::D},
                                                        {"key", part::Hole::Kind::Key},
                                                        {"cut-out", part::Hole::Kind::CutOut}}};
inline constexpr Words<part::Pattern::Kind, 4> kPatternWords{{{"row", part::Pattern::Kind::Row},
                                                              {"grid", part::Pattern::Kind::Grid},
                                                              {"circle", part::Pattern::Kind::Circle},
                                                              {"mirror", part::Pattern::Kind::Mirror}}};
inline constexpr Words<part::FormedPlace::Kind, 3> kFormedWords{
    {{"axis", part::FormedPlace::Kind::Axis},
     {"straight", part::FormedPlace::Kind::Straight},
     {"plate", part::FormedPlace::Kind::Plate}}};
inline constexpr Words<part::Fastener::Use, 5> kUseWords{{{"bolt", part::Fastener::Use::Bolt},
                                                          {"tapped", part::Fastener::Use::Tapped},
                                                          {"rivet-nut", part::Fastener::Use::RivetNut},
                                                          {"weld-nut", part::Fastener::Use::WeldNut},
                                                          {"rivet", part::Fastener::Use::Rivet}}};
inline constexpr Words<part::Fastener::Fit, 3> kFitWords{{{"close", part::Fastener::Fit::Close},
                                                          {"normal", part::Fastener::Fit::Normal},
                                                          {"loose", part::Fastener::Fit::Loose}}};
inline constexpr Words<part::Fastener::Head, 4> kHeadWords{
    {{"hex", part::Fastener::Head::Hex},
     {"cap", part::Fastener::Head::Cap},
     {"pan", part::Fastener::Head::Pan},
     {"countersunk", part::Fastener::Head::Countersunk}}};
inline constexpr Words<part::Meeting::Kind, 3> kMeetingWords{{{"open", part::Meeting::Kind::Open},
                                                              {"closed", part::Meeting::Kind::Closed},
                                                              {"lapped", part::Meeting::Kind::Lapped}}};
inline constexpr Words<part::Relief::Kind, 6> kReliefWords{{{"usual", part::Relief::Kind::Usual},
                                                            {"none", part::Relief::Kind::None},
                                                            {"slit", part::Relief::Kind::Slit},
                                                            {"rectangle", part::Relief::Kind::Rectangle},
                                                            {"obround", part::Relief::Kind::Obround},
                                                            {"round", part::Relief::Kind::Round}}};
inline constexpr Words<part::Wrap::Kind, 2> kWrapWords{
    {{"strap", part::Wrap::Kind::Strap}, {"saddle", part::Wrap::Kind::Saddle}}};
inline constexpr Words<part::Edge, 2> kSideWords{{{"right", part::Edge::Right}, {"left", part::Edge::Left}}};
inline constexpr Words<part::Plate::Measure, 4> kMeasureWords{{{"along", part::Plate::Measure::Along},
                                                               {"overall", part::Plate::Measure::Overall},
                                                               {"opening", part::Plate::Measure::Opening},
                                                               {"offset", part::Plate::Measure::Offset}}};
inline constexpr Words<part::Corner, 4> kCornerWords{{{"start-right", part::Corner::StartRight},
                                                      {"end-right", part::Corner::EndRight},
                                                      {"end-left", part::Corner::EndLeft},
                                                      {"start-left", part::Corner::StartLeft}}};
inline constexpr Words<part::Edge, 2> kEndWords{{{"start", part::Edge::Start}, {"end", part::Edge::End}}};
inline constexpr Words<part::Grain, 2> kGrainWords{
    {{"lengthwise", part::Grain::Lengthwise}, {"crosswise", part::Grain::Crosswise}}};
inline constexpr Words<part::Load::Toward, 6> kTowardWords{{{"face", part::Load::Toward::Face},
                                                            {"back", part::Load::Toward::Back},
                                                            {"end", part::Load::Toward::End},
                                                            {"start", part::Load::Toward::Start},
                                                            {"left", part::Load::Toward::Left},
                                                            {"right", part::Load::Toward::Right}}};

template <class Choice, size_t N> std::string_view wordFor(const Words<Choice, N>& words, Choice choice) {
    for (const auto& [word, value] : words)
        if (value == choice) return word;
    return {};
}

} // namespace goodfold::files
