#include "looks/cover_check.hpp"

#include <algorithm>
#include <cstdlib>

namespace rondix::looks {

namespace {

constexpr double most_of_text = 0.2; // that may be hidden,
constexpr double most_of_body = 0.5;
constexpr int least_difference = 20; // of a channel, from 0 to 255: less is not seen
constexpr std::size_t least_pixels = 12;

Rect common(const Rect& a, const Rect& b) {
    const float left = std::max(a.x, b.x), top = std::max(a.y, b.y);
    const float right = std::min(a.right(), b.right()), bottom = std::min(a.bottom(), b.bottom());
    return {left, top, std::max(right - left, 0.0F), std::max(bottom - top, 0.0F)};
}

float area(const Rect& rect) {
    return rect.width * rect.height;
}

/// What dims lies over the screens beneath, which nobody looks for there; a control that is over
/// another is told as such.
bool covers(const Item& item) {
    switch (item.kind) {
    case ItemKind::dim:
    case ItemKind::notice:
    case ItemKind::button:
    case ItemKind::control:
    case ItemKind::list:
    case ItemKind::row:
    case ItemKind::scroll_track:
    case ItemKind::scroll_knob: return false;
    case ItemKind::ground:
    case ItemKind::group:
    case ItemKind::title:
    case ItemKind::label:
    case ItemKind::picture:
    case ItemKind::panel:
    case ItemKind::piece:
    case ItemKind::value:
    case ItemKind::track:
    case ItemKind::knob:
    case ItemKind::progress: break;
    }
    return true;
}

/// How many pixels are seen to differ.
std::size_t differing(const std::vector<std::uint32_t>& a, const std::vector<std::uint32_t>& b) {
    std::size_t count = 0;
    for (std::size_t i = 0; i < a.size() && i < b.size(); ++i) {
        int most = 0;
        for (const unsigned shift : {0U, 8U, 16U})
            most = std::max(most, std::abs(static_cast<int>(a[i] >> shift & 0xFF) -
                                           static_cast<int>(b[i] >> shift & 0xFF)));
        if (most >= least_difference) ++count;
    }
    return count;
}

class Cover {
  public:
    Cover(std::span<const Item> items, std::size_t k, const Paint& paint)
        : items_(items)
        , k_(k)
        , paint_(paint) {}

    /// Later items that could hide what is in `place`; of a body, its own parts are a part of it.
    bool look_for(const Rect& place, bool own_parts) {
        by_ = k_;
        for (std::size_t i = k_ + 1; i < items_.size(); ++i) {
            const bool own =
                items_[i].control == items_[k_].control && items_[k_].control != no_control;
            if (!covers(items_[i]) || (own && !own_parts)) continue;
            const float now = area(common(items_[i].bounds, place));
            if (now > 0 && (by_ == k_ || now > area(common(items_[by_].bounds, place)))) by_ = i;
        }
        return by_ != k_;
    }
    std::size_t by() const { return by_; }

    /// Of what `without` is not there any more, the share that is hidden in the end.
    double hidden(const Rect& place, const Item& without, bool own_parts) const {
        std::vector<Item> items;
        for (std::size_t i = 0; i < items_.size(); ++i)
            if (i <= k_ || own_parts || items_[i].control != items_[k_].control ||
                items_[k_].control == no_control)
                items.push_back(items_[i]);
        const std::span<const Item> all = items;
        const auto then = paint_(all.first(k_ + 1), place);
        const auto now = paint_(all, place);
        items[k_] = without;
        const std::size_t drawn = differing(then, paint_(all.first(k_ + 1), place));
        const std::size_t seen = differing(now, paint_(all, place));
        if (drawn < least_pixels) return 0;
        return 1 - std::min(1.0, static_cast<double>(seen) / static_cast<double>(drawn));
    }

  private:
    const std::span<const Item> items_;
    const std::size_t k_;
    const Paint& paint_;
    std::size_t by_ = 0;
};

} // namespace

std::optional<Covered> find_cover(std::span<const Item> items, std::size_t k, const Rect& letters,
                                  const Paint& paint) {
    Cover cover(items, k, paint);
    const Item& item = items[k];
    const bool is_body = item.kind == ItemKind::button || item.kind == ItemKind::control;
    if (is_body && cover.look_for(item.bounds, false)) {
        Item gone = item;
        gone.look.opacity = 0;
        const double share = cover.hidden(item.bounds, gone, false);
        if (share > most_of_body) return Covered{cover.by(), false, share};
    }
    if (!item.text.empty() && cover.look_for(letters, true)) {
        Item mute = item;
        mute.text = {};
        const double share = cover.hidden(letters, mute, true);
        if (share > most_of_text) return Covered{cover.by(), true, share};
    }
    return std::nullopt;
}

} // namespace rondix::looks
