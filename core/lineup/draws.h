// Random numbers carried into what one piece comes out otherwise than drawn by.
#pragma once

#include "lineup/odds.h"

namespace goodfold::lineup {

class Draws {
public:
    /// The making must outlive it.
    explicit Draws(const Making& making);

    /// Its errors are its own: other copies would move them.
    Draws(const Draws&) = delete;
    Draws& operator=(const Draws&) = delete;

    /// How many random numbers a piece takes, of each source and of all.
    const std::vector<int>& normalsOfSources() const { return normalsOf; }
    int normals() const { return allNormals; }

    /// Of a piece with these, normals() of them, one standard deviation each. Of a piece in work they are
    /// what is left unsure.
    const Errors& errorsBy(const double* next);
    /// The same where nothing is off but what is done otherwise than drawn.
    const Errors& errorsOfNone();

private:
    void beginAnew(); // nothing moves in memory

    /// What a source moves, from its first random number on. Returns how many it takes.
    int take(const Source& source);
    int takeTargets(const Source& source);
    void takeHole(const Source& source, const Source::Of& of);
    /// A hole that was marked from the end that is not the datum: along the bar, as far as that is out.
    void takeHoleFromEnd(int hole, double sigma);
    void takeBend(const Source& source, const Source::Of& of);
    void takeSpacer(const Source::Of& of);

    const Making& making;
    std::vector<Mounting::Place> places;
    std::vector<int> normalsOf;
    int allNormals = 0;
    /// One random number moves one error by so much.
    struct Move {
        double* error;
        double by;
        int normal;
    };
    std::vector<Move> moves;
    Errors errors;
    Eigen::VectorXd known; // of a piece in work: the numbers themselves
};

} // namespace goodfold::lineup
