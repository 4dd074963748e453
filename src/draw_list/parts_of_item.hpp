// Where the parts of an item stand, and what of it is seen: the same for whoever draws it.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/item.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace rondix {

inline constexpr float held_opacity = 0.3F; ///< of the share of a button that is held

/// In one state, not on the way to it: while it grows or moves, whole pixels would be jerks.
inline bool is_settled(const Item& item) {
    return *std::ranges::max_element(item.shares) > 0.999F;
}

/// What is halfway between two pixels goes the same way for all, whatever it was rounded from.
inline constexpr float halfway = 1.0F / 64;
inline float onto_pixel(float at) {
    return std::floor(at + 0.5F + halfway);
}

/// Edges onto whole pixels, so that they are sharp, and what abuts meets without a seam. For what
/// stands upright.
inline Rect on_pixels(const Rect& bounds, const Transform& to_pixels) {
    const Point first = to_pixels({bounds.x, bounds.y});
    const Point last = to_pixels({bounds.right(), bounds.bottom()});
    const Point begin{onto_pixel(first.x), onto_pixel(first.y)};
    const Point end{std::max(onto_pixel(last.x), begin.x + 1),
                    std::max(onto_pixel(last.y), begin.y + 1)};
    const auto back = [&](Point p) {
        return Point{(p.x - to_pixels.x0) / to_pixels.xx, (p.y - to_pixels.y0) / to_pixels.yy};
    };
    const Point a = back(begin), b = back(end);
    return {a.x, a.y, b.x - a.x, b.y - a.y};
}

/// What dims has the opacity of its amount as well.
inline float opacity_in(const Item& item, const Colour& colour) {
    const float dim = item.kind == ItemKind::dim ? item.amount : 1;
    return colour.opacity * item.look.opacity * dim;
}

/// Where a picture of this size stands in a box.
inline Rect fitted(const Rect& bounds, Size own, PictureFit fit) {
    if (fit == PictureFit::stretch || own.width <= 0 || own.height <= 0) return bounds;
    const float across = bounds.width / own.width;
    const float down = bounds.height / own.height;
    const float by = fit == PictureFit::inside ? std::min(across, down) : std::max(across, down);
    const Size size{own.width * by, own.height * by};
    return {bounds.x + (bounds.width - size.width) / 2,
            bounds.y + (bounds.height - size.height) / 2, size.width, size.height};
}

/// Calls `visit` with each image of a style and how much the states that have it contribute.
template <class Visit>
void each_image(const Style& style, const Shares& shares, Visit visit) {
    for (std::size_t i = 0; i < look_state_count; ++i) {
        const Dress& dress = style.dresses[i];
        if (dress.image == no_picture || shares[i] <= 0) continue;
        bool seen = false;
        float share = 0;
        for (std::size_t k = 0; k < look_state_count; ++k) {
            const Dress& other = style.dresses[k];
            if (other.image != dress.image || other.slices != dress.slices ||
                other.fit != dress.fit)
                continue;
            if (k < i && shares[k] > 0) seen = true;
            share += shares[k];
        }
        if (!seen) visit(dress, std::min(share, 1.0F));
    }
}

/// Where an image is cut along one axis, in its pixels, and where the pieces go, in those of the
/// place: whole ones, so that pieces meet without a seam.
struct Cuts {
    Cuts(double first, double last, double own, int pixels, double by, double room)
        : from{0, std::round(first * pixels / own), std::round((own - last) * pixels / own),
               static_cast<double>(pixels)}
        , to{0, std::round(first * by), std::round(room - last * by), room} {}
    std::array<double, 4> from, to;
};

/// By how much the edges of a sliced image, which keep their shape, are larger in its place. Ends
/// that are too large for it shrink.
inline double size_of_slices(const Sides& slices, Size own, const Rect& bounds) {
    const bool three = slices[1] <= 0 && slices[3] <= 0;
    const double ends = double{slices[0]} + slices[2];
    const double caps = double{slices[1]} + slices[3];
    double by = three ? double{bounds.height} / own.height : 1;
    if (ends > 0) by = std::min(by, bounds.width / ends);
    if (caps > 0) by = std::min(by, bounds.height / caps);
    return by;
}

} // namespace rondix
