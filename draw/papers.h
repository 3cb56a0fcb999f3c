// The papers that PDFs are made for.
#pragma once

#include <QPageSize>

#include <array>
#include <string_view>

namespace goodfold::draw {

struct Paper {
    const char* key; // the command line's word, and in the settings
    const char* name;
    QPageSize::PageSizeId size;
};

inline constexpr std::array kPapers{
    Paper{"a4", "A4", QPageSize::A4},          Paper{"a3", "A3", QPageSize::A3},
    Paper{"a5", "A5", QPageSize::A5},          Paper{"letter", "Letter", QPageSize::Letter},
    Paper{"legal", "Legal", QPageSize::Legal}, Paper{"tabloid", "Tabloid, 11 × 17 in", QPageSize::Tabloid}};

/// The first where there is none of that key.
constexpr const Paper& paperOf(std::string_view key) {
    for (const Paper& paper : kPapers)
        if (key == paper.key) return paper;
    return kPapers.front();
}

} // namespace goodfold::draw
