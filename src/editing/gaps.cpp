// Equal gaps: where a thing stands as far from the next one as that from the one behind it, or in
// the middle between two.
#include "editing/handles.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

namespace {

/// A rectangle along one axis, and across it.
struct Along {
    float begin = 0, end = 0;
    float low = 0, high = 0;
    float size() const { return end - begin; }
};
Along along(const Rect& rect, bool across) {
    return across ? Along{rect.x, rect.right(), rect.y, rect.bottom()}
                  : Along{rect.y, rect.bottom(), rect.x, rect.right()};
}

/// Beside it: what a line along the axis meets as well, and what does not hold it.
std::vector<Along> in_line_with(const Along& own, bool across, const std::vector<Rect>& others) {
    std::vector<Along> beside;
    for (const Rect& other : others) {
        const Along one = along(other, across);
        const bool holds = one.begin <= own.begin && one.end >= own.end && one.low <= own.low &&
                           one.high >= own.high;
        if (!holds && one.low < own.high && one.high > own.low) beside.push_back(one);
    }
    std::ranges::sort(beside, {}, &Along::begin);
    return beside;
}

Gap gap_between(float from, float to, float at, bool across) {
    return across ? Gap{{from, at}, {to, at}} : Gap{{at, from}, {at, to}};
}

} // namespace

std::optional<float> way_to_equal_gaps(const Rect& rect, bool across,
                                       const std::vector<Rect>& others, float reach,
                                       std::vector<Gap>& gaps) {
    const Along own = along(rect, across);
    const std::vector<Along> beside = in_line_with(own, across, others);
    const float middle = (own.low + own.high) / 2;
    std::optional<float> best;
    std::vector<Gap> shown;
    const auto try_at = [&](float begin, std::pair<float, float> one, std::pair<float, float> two) {
        const float way = begin - own.begin;
        if (std::abs(way) >= (best ? std::abs(*best) : reach)) return;
        best = way;
        shown = {gap_between(one.first, one.second, middle, across),
                 gap_between(two.first, two.second, middle, across)};
    };
    for (std::size_t i = 1; i < beside.size(); ++i) {
        const Along& a = beside[i - 1];
        const Along& b = beside[i];
        const float gap = b.begin - a.end;
        if (gap <= 0) continue;
        try_at(b.end + gap, {a.end, b.begin}, {b.end, b.end + gap});
        try_at(a.begin - gap - own.size(), {a.begin - gap, a.begin}, {a.end, b.begin});
        const float each = (gap - own.size()) / 2;
        if (each > 0) try_at(a.end + each, {a.end, a.end + each}, {b.begin - each, b.begin});
    }
    gaps.insert(gaps.end(), shown.begin(), shown.end());
    return best;
}

} // namespace rondix
