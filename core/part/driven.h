// Dimensions that drive others: a joggle sets its bends' angle and the length between them, a dimension
// measured across sets the length of the leg it stands on.
#pragma once

#include "part/part.h"

namespace goodfold::part {

struct Driven {
    Job job; // plain: every length along its plate, every angle as it comes out
    std::vector<Undrivable> undrivable;
};

/// Joggle, with rho the sum of both bends' radii to mid thickness, offset D and length L:
///   D = rho (1 - cos A) + s sin A,  L = rho sin A + s cos A,  so that
///   s = sqrt(L^2 + D^2 - 2 rho D),  A = atan2(D - rho, L) + atan2(rho, s).
/// It needs L^2 >= 2 rho D - D^2 where D < rho, and L >= rho (a right angle) where D >= rho.
///
/// Across: the distance between mid thicknesses of the two plates is linear in the straight length between
/// them, so two layouts find it. Overall is that and T, opening that less T, offset itself.
///
/// Wrap, with P the pipe's radius, G the gap, r the inside radius of the bend that leads to an ear (it turns
/// the other way, about a centre P + T + r from the pipe's):
///   strap   sin f = (G/2 + T + r) / (P + T + r); that bend turns 90 - f, the pipe's share is 180 - f;
///   saddle  where P >= G + T + r the leg stands up straight by P - G - T - r: 90 and 90; else
///           sin f = (G + T + r - P) / (P + T + r), both turn 90 - f.
Driven drive(const Job& job, const material::Material& material);

/// Where a plate measured this way stands now, in mm: what to type so that nothing moves.
double measuredAcross(const Part& part, const Job& job, const Plate& plate, Plate::Measure measure);

/// Lays out a job in which nothing is driven.
Part layOut(const Job& job, const material::Material& material);

} // namespace goodfold::part
