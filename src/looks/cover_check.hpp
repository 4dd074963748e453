// What cannot be seen because something else is drawn over it: a control behind a picture, a text
// behind its own pieces.
#pragma once

#include "rondix/runtime/item.hpp"

#include <cstdint>
#include <functional>
#include <optional>
#include <span>
#include <vector>

namespace rondix::looks {

/// Paints a part of the screen: its pixels, row by row.
using Paint =
    std::function<std::vector<std::uint32_t>(std::span<const Item> items, const Rect& place)>;

struct Covered {
    std::size_t by = 0;   ///< the item that hides the most of it
    bool is_text = false; ///< its text alone
    double share = 0;     ///< how much is hidden, of 1
};

/// Whether more than a bearable part of an item of a view is hidden by later ones. `letters`: where
/// its text stands.
std::optional<Covered> find_cover(std::span<const Item> items, std::size_t k, const Rect& letters,
                                  const Paint& paint);

} // namespace rondix::looks
