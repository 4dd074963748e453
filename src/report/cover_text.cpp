#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <array>
#include <vector>

namespace rondix {

std::string cover_text(const Coverage& coverage) {
    constexpr std::array<std::pair<CoverKind, std::string_view>, 4> kinds = {
        {{CoverKind::screen, "screens"},
         {CoverKind::control, "controls"},
         {CoverKind::event, "events"},
         {CoverKind::answer, "answers"}}};
    std::string text;
    for (const auto& [kind, word] : kinds) {
        const std::size_t all = coverage.count(kind), touched = coverage.touched(kind);
        if (all == 0) continue;
        text += fmt::format("{:<9} {:>4} of {:>4} covered\n", word, touched, all);
        std::vector<std::pair<std::string, std::string>> untouched; // by screen, in order
        for (const Cover& one : coverage.all()) {
            if (one.kind != kind || one.touched) continue;
            if (untouched.empty() || untouched.back().first != one.screen)
                untouched.push_back({one.screen, one.name});
            else
                untouched.back().second += ", " + one.name;
        }
        for (const auto& [screen, names] : untouched)
            text += screen.empty() ? fmt::format("  not: {}\n", names)
                                   : fmt::format("  not on '{}': {}\n", screen, names);
    }
    return text;
}

} // namespace rondix
