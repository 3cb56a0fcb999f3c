// What a bracket takes in time and money, counted from its plan: what is done once for the batch, and what
// for each piece.
#pragma once

#include "cost/work_book.h"
#include "quantity/length.h"
#include "sequence/settle.h"

namespace goodfold::cost {

struct Item {
    const WorkTime* work = nullptr; // of the book
    double times = 0;               // how often
    double amount = 0;              // of what `more` is for, all together
    bool isOnce = false;            // for the batch, else for each piece
    std::string about;              // "6.6 mm", "vise": empty where there is nothing to say
    double pace = 1;                // of the book's minutes, by what pieces of this job took
    double surer = 1;               // of the book's spread, for the same reason
    double minutes() const { return pace * (times * work->minutes + amount * work->more); }
};

/// What is done for each piece, as fast as pieces took so far: the book's minutes and its spread are what is
/// believed before (Gauss), and one piece goes a fifth faster or slower than another, or as much as they do.
std::vector<Item> paced(std::vector<Item> items, const std::vector<double>& took);

/// From the settled plan: the blank is cut, all its lines and holes are marked, holes drilled by size and
/// thickness, edges deburred, bends made in their tools, the piece turned between them, what was left on
/// trimmed, and checked; paced by what pieces of it took. `bolts` is how many hold it to its mount; none
/// where it is not fitted. The book outlives the items.
std::vector<Item> itemsOf(const sequence::Settled& settled, const WorkBook& book,
                          const quantity::Reading& reading, int bolts = 0);

/// For so many pieces, all of them together. Sigma: what the book is out by is the same for all that it is
/// used for, and each operation's on its own.
struct Minutes {
    double mean = 0, sigma = 0;
};
Minutes minutesFor(const std::vector<Item>& items, int pieces);

/// A piece of so many, in the book's currency; nothing rounded.
struct Price {
    double work = 0, material = 0, fasteners = 0, margin = 0;
    std::vector<std::string> unpriced; // fasteners that the book has no price for, left out
    double sum() const { return work + material + fasteners + margin; }
};
/// Nothing where the book has no price for an hour or for the metal: what its stock costs by how it is cut,
/// or else a kilogram.
std::optional<Price> priceFor(const std::vector<Item>& items, int pieces, const sequence::Settled& settled,
                              const Rates& rates);

/// From how many on a piece costs less than one like it that is bought for so much; nothing where it never
/// does, or nobody knows what it costs.
std::optional<int> makingPaysFrom(double bought, const std::vector<Item>& items,
                                  const sequence::Settled& settled, const Rates& rates);

/// What takes the most of so many pieces' time: what the book says of it.
std::string mostOf(const std::vector<Item>& items, int pieces);

/// What would take less time, for so many pieces, the most first.
struct Saving {
    std::string says;
    double minutes = 0; // of all pieces together
};
std::vector<Saving> savingsFor(const std::vector<Item>& items, int pieces, const WorkBook& book);

} // namespace goodfold::cost
