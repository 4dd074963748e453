#include "place/arrange.hpp"

#include "place/scrolling.hpp"

#include <algorithm>

namespace rondix::place {

namespace {

enum class Axis : std::uint8_t { across, down };

float& size_on(Axis axis, Rect& rect) {
    return axis == Axis::across ? rect.width : rect.height;
}
float& start_on(Axis axis, Rect& rect) {
    return axis == Axis::across ? rect.x : rect.y;
}

float share_before(Edge edge) {
    return static_cast<float>(edge) / 2;
}

/// A stretch along one axis.
struct Room {
    float start = 0;
    float size = 0;
};

class Arranger {
  public:
    Arranger(const CompiledFlow& flow, IndexRange boxes, const Canvas& canvas,
             const Measures& measures, std::span<Placed> out)
        : flow_(flow)
        , boxes_(std::span(flow.looks.boxes).subspan(boxes.begin, boxes.count))
        , canvas_(canvas)
        , measures_(measures)
        , out_(out) {}

    void arrange() {
        if (boxes_.empty()) return;
        has_areas_ = std::any_of(boxes_.begin(), boxes_.end(), [&](const Box& box) {
            const BoxForm& form = box.forms[static_cast<std::size_t>(canvas_.shape)];
            return form.scrolls_across || form.scrolls_down;
        });
        for (const Axis axis : {Axis::across, Axis::down}) {
            for (std::size_t i = boxes_.size(); i-- > 1;)
                size_on(axis, out_[i].rect) = natural(i, axis);
            out_[0].rect = {0, 0, canvas_.size.width, canvas_.size.height};
            for (std::size_t i = 0; i < boxes_.size(); ++i) give_places(i, axis);
        }
        for (std::size_t i = 1; i < boxes_.size(); ++i) out_[i].text_scale = fit_text(i);
    }

  private:
    const BoxForm& form(std::size_t i) const {
        return boxes_[i].forms[static_cast<std::size_t>(canvas_.shape)];
    }
    static const Span& span_of(const BoxForm& form, Axis axis) {
        return axis == Axis::across ? form.across : form.down;
    }
    const Span& span(std::size_t i, Axis axis) const { return span_of(form(i), axis); }
    static float gap(const BoxForm& form, Axis axis) {
        return axis == Axis::across ? form.gap_across : form.gap_down;
    }
    /// Before what the box holds, and before and after it.
    Room padding(std::size_t i, Axis axis) const {
        const Sides sides = inner_sides(flow_, boxes_[i], canvas_.shape);
        const std::size_t side = axis == Axis::across ? 0 : 1;
        return {sides[side], sides[side] + sides[side + 2]};
    }
    static bool scrolls(const BoxForm& form, Axis axis) {
        return axis == Axis::across ? form.scrolls_across : form.scrolls_down;
    }
    bool runs_along(const BoxForm& form, Axis axis) const {
        return form.arrangement == (axis == Axis::across ? Arrangement::row : Arrangement::column);
    }
    template <class Do>
    void each_child(std::size_t i, Do act) const {
        for (std::uint32_t child = boxes_[i].first_child; child != 0; child = boxes_[child].next)
            act(child);
    }
    /// Of those, what is there.
    template <class Do>
    void each_present(std::size_t i, Do act) const {
        each_child(i, [&](std::uint32_t child) {
            if (!out_[child].absent) act(child);
        });
    }
    std::uint32_t present(std::size_t i) const {
        std::uint32_t count = 0;
        each_present(i, [&](std::uint32_t) { ++count; });
        return count;
    }

    // --- up: how much room a box would take

    float natural(std::size_t i, Axis axis) {
        const Span& own = span(i, axis);
        if (own.extent == Extent::fixed) {
            if (axis == Axis::across) content(i, axis); // for fitting it in
            return own.size;
        }
        const Size least = flow_.looks[boxes_[i].style].least;
        const float inside = std::max(content(i, axis), held(i, axis)) + padding(i, axis).size;
        return std::max(inside, axis == Axis::across ? least.width : least.height);
    }

    /// Of its text or picture.
    float content(std::size_t i, Axis axis) {
        const Box& box = boxes_[i];
        if (axis == Axis::across) out_[i].text = text_size(flow_, box, measures_, 0);
        Size size = out_[i].text;
        if (axis == Axis::down && size.width > room_for_text(i))
            size = text_size(flow_, box, measures_, room_for_text(i));
        if (box.picture != no_picture && measures_.text_measurer.picture) {
            const Size own =
                measures_.text_measurer.picture(measures_.text_measurer.context, box.picture);
            size = {std::max(size.width, own.width), std::max(size.height, height_of(own, i))};
        }
        return axis == Axis::across ? size.width : size.height;
    }

    /// A hair more than there is, so that rounding breaks no line; never 0, which breaks none.
    float room_for_text(std::size_t i) const {
        return std::max(out_[i].rect.width - padding(i, Axis::across).size, 0.0F) + slack;
    }

    /// A picture that was given another width keeps its shape.
    float height_of(Size picture, std::size_t i) const {
        const float width = out_[i].rect.width - padding(i, Axis::across).size;
        return picture.width > 0 ? picture.height * width / picture.width : picture.height;
    }

    /// Of its children.
    float held(std::size_t i, Axis axis) {
        if (boxes_[i].first_child == 0) return 0;
        const BoxForm& own = form(i);
        float largest = 0;
        float sum = 0;
        std::uint32_t count = 0;
        each_present(i, [&](std::uint32_t child) {
            ++count;
            const Span& place = span(child, axis);
            float size = size_on(axis, out_[child].rect);
            if (own.arrangement == Arrangement::overlay)
                size += place.extent == Extent::stretch ? place.margin_start + place.margin_end
                                                        : std::max(place.offset, -place.offset);
            largest = std::max(largest, size);
            sum += size;
        });
        if (count == 0) return 0;
        if (own.arrangement == Arrangement::grid) {
            const std::uint32_t cells = lanes(own, count, axis);
            return largest * static_cast<float>(cells) +
                   gap(own, axis) * static_cast<float>(cells - 1);
        }
        return runs_along(own, axis) ? sum + gap(own, axis) * static_cast<float>(count - 1)
                                     : largest;
    }

    /// By how much a box may be shorter than it would be, and nothing in it is squeezed: what
    /// scrolls gives way, in groups of groups as well. While its size is still the natural one.
    float giving(std::size_t i, Axis axis) {
        if (!has_areas_ || out_[i].absent || span(i, axis).extent == Extent::fixed) return 0;
        if (scrolls(form(i), axis)) return size_on(axis, out_[i].rect);
        return boxes_[i].first_child == 0 ? 0 : giving_inside(i, axis);
    }

    float giving_inside(std::size_t i, Axis axis) {
        const BoxForm& own = form(i);
        float sum = 0;
        float largest = 0; // of what they would have, and of what they need
        float least = 0;
        each_present(i, [&](std::uint32_t child) {
            const float given = giving(child, axis);
            const float size = size_on(axis, out_[child].rect);
            sum += given;
            largest = std::max(largest, size);
            least = std::max(least, size - given);
        });
        if (runs_along(own, axis)) return sum;
        const std::uint32_t cells =
            own.arrangement == Arrangement::grid ? lanes(own, present(i), axis) : 1;
        return (largest - least) * static_cast<float>(cells);
    }

    static std::uint32_t lanes(const BoxForm& form, std::uint32_t count, Axis axis) {
        const auto columns = std::clamp<std::uint32_t>(form.columns, 1, std::max(count, 1U));
        return axis == Axis::across ? columns : (count + columns - 1) / columns;
    }

    // --- down: how much it is given, and where

    void give_places(std::size_t i, Axis axis) {
        if (boxes_[i].first_child == 0) return;
        const BoxForm& own = form(i);
        const Room edge = padding(i, axis);
        Rect& rect = out_[i].rect;
        Room inside{start_on(axis, rect) + edge.start,
                    std::max(size_on(axis, rect) - edge.size, 0.0F)};
        if (scrolls(own, axis)) inside.size = std::max(inside.size, held(i, axis));
        if (own.arrangement == Arrangement::overlay)
            overlay(i, axis, inside);
        else if (own.arrangement == Arrangement::grid)
            grid(i, axis, inside);
        else if (runs_along(own, axis))
            in_line(i, axis, inside);
        else
            each_child(i, [&](std::uint32_t child) { stand_across(i, child, axis, inside); });
    }

    void set(std::uint32_t child, Axis axis, float start, float size) {
        start_on(axis, out_[child].rect) = start;
        size_on(axis, out_[child].rect) = size;
    }

    void overlay(std::size_t i, Axis axis, Room inside) {
        each_child(i, [&](std::uint32_t child) {
            const Room room = i == 0 && !boxes_[child].bleeds ? safe(axis) : inside;
            const Span& own = span(child, axis);
            if (own.extent == Extent::stretch) {
                const Room left = within_margins(room, own);
                set(child, axis, left.start, left.size);
                return;
            }
            const float wanted = size_on(axis, out_[child].rect);
            float size = wanted;
            if (own.extent == Extent::content) size = std::min(size, room.size);
            if (const float given = giving(child, axis); given > 0)
                size = std::max(std::min(size, room_beside(room.size, own)),
                                std::min(size, wanted - given));
            const float start = room.start + (room.size - size) * share_before(own.anchor);
            set(child, axis, start + own.offset, size);
        });
    }

    /// What an offset leaves, so that nothing stands over.
    static float room_beside(float room, const Span& own) {
        const float way = own.anchor == Edge::start ? own.offset
                          : own.anchor == Edge::end ? -own.offset
                                                    : 2 * std::max(own.offset, -own.offset);
        return std::max(room - std::max(way, 0.0F), 0.0F);
    }

    Room safe(Axis axis) const {
        const Rect& safe = canvas_.safe;
        return axis == Axis::across ? Room{safe.x, safe.width} : Room{safe.y, safe.height};
    }

    static Room within_margins(Room room, const Span& span) {
        const float before = std::min(span.margin_start, room.size);
        return {room.start + before, std::max(room.size - before - span.margin_end, 0.0F)};
    }

    /// Across a column or row: each child for itself.
    void stand_across(std::size_t i, std::uint32_t child, Axis axis, Room inside) {
        const BoxForm& own = form(i);
        const Span& place = span(child, axis);
        const bool fills =
            place.extent == Extent::stretch || (own.align_fill && place.extent == Extent::content);
        if (fills) {
            const Room left = within_margins(inside, place);
            set(child, axis, left.start, left.size);
            return;
        }
        const float size = std::min(size_on(axis, out_[child].rect), inside.size);
        const float spare = inside.size - size;
        set(child, axis, inside.start + spare * share_before(own.align) + place.offset, size);
    }

    /// Along a column or row: one behind the other. Where there is too little room, what scrolls
    /// gives way first; then all that is left is squeezed.
    void in_line(std::size_t i, Axis axis, Room inside) {
        const BoxForm& own = form(i);
        const std::uint32_t count = present(i);
        const float needed = held(i, axis);
        std::uint32_t stretched = 0;
        float can_give = 0;
        each_present(i, [&](std::uint32_t child) {
            if (span(child, axis).extent == Extent::stretch) ++stretched;
            can_give += giving(child, axis);
        });
        const float given = std::clamp(needed - inside.size, 0.0F, can_give);
        const float squeeze = needed - given > inside.size ? inside.size / (needed - given) : 1;
        const float spare = std::max(inside.size - needed, 0.0F);
        float at = inside.start;
        float between = gap(own, axis) * squeeze;
        if (stretched == 0 && own.apart && count > 1)
            between += spare / static_cast<float>(count - 1);
        else if (stretched == 0)
            at += spare * share_before(own.pack);
        each_child(i, [&](std::uint32_t child) {
            if (out_[child].absent) return set(child, axis, at, 0);
            float size = size_on(axis, out_[child].rect);
            if (given > 0) size -= giving(child, axis) * given / can_give;
            size *= squeeze;
            if (span(child, axis).extent == Extent::stretch)
                size += spare / static_cast<float>(stretched);
            set(child, axis, at + span(child, axis).offset, size);
            at += size + between;
        });
    }

    /// All cells of a grid are alike.
    void grid(std::size_t i, Axis axis, Room inside) {
        const BoxForm& own = form(i);
        const std::uint32_t count = present(i);
        const std::uint32_t cells = std::max(lanes(own, count, axis), 1U);
        const std::uint32_t columns = lanes(own, count, Axis::across);
        const float needed = held(i, axis);
        const float least = has_areas_ ? needed - giving_inside(i, axis) : needed;
        const float squeeze = least > inside.size ? inside.size / least : 1;
        const float between = gap(own, axis) * squeeze;
        const float gaps = between * static_cast<float>(cells - 1);
        const float whole = own.align_fill ? inside.size : std::min(needed, inside.size);
        const float cell = std::max(whole - gaps, 0.0F) / static_cast<float>(cells);
        const float first = inside.start + (inside.size - whole) * share_before(own.pack);
        std::uint32_t number = 0;
        each_child(i, [&](std::uint32_t child) {
            const std::uint32_t lane =
                axis == Axis::across ? number % columns : std::min(number / columns, cells - 1);
            const float start = first + static_cast<float>(lane) * (cell + between);
            if (out_[child].absent) return set(child, axis, start, 0);
            stand_across(i, child, axis, {start, cell});
            ++number;
        });
    }

    // --- texts that got too little room

    static constexpr float slack = 0.01F;
    static constexpr float smallest = 0.5F;
    static constexpr float step = 0.05F;

    float fit_text(std::size_t i) const {
        const float width = room_for_text(i);
        const float height = out_[i].rect.height + slack; // the padding may shrink, the text not
        const Size whole = out_[i].text;
        if (whole.width <= width && whole.height <= height) return 1;
        for (int tries = 0;; ++tries) {
            const float scale = 1 - step * static_cast<float>(tries);
            const Size size = text_size(flow_, boxes_[i], measures_, width, scale);
            if ((size.width <= width && size.height <= height) || scale <= smallest) return scale;
        }
    }

    const CompiledFlow& flow_;
    const std::span<const Box> boxes_;
    const Canvas& canvas_;
    const Measures& measures_;
    const std::span<Placed> out_;
    bool has_areas_ = false; // which is rare
};

} // namespace

void arrange(const CompiledFlow& flow, ScreenId screen, const Canvas& canvas,
             const Measures& measures, std::span<Placed> out) {
    Arranger(flow, flow.looks.screens[index(screen)].boxes, canvas, measures, out).arrange();
}

/// A row is a canvas of its own, whose margin is the padding of its style.
void arrange_row(const CompiledFlow& flow, const RowLooks& row, Size size, WindowShape shape,
                 const Measures& measures, std::span<Placed> out) {
    const Sides& padding = flow.looks[row.style].padding;
    Canvas canvas;
    canvas.size = size;
    canvas.shape = shape;
    canvas.safe = {padding[0], padding[1], std::max(size.width - padding[0] - padding[2], 0.0F),
                   std::max(size.height - padding[1] - padding[3], 0.0F)};
    Arranger(flow, row.boxes, canvas, measures, out).arrange();
}

void mirror(const Canvas& canvas, std::span<Placed> places) {
    for (Placed& placed : places)
        placed.rect.x = canvas.size.width - placed.rect.x - placed.rect.width;
}

std::string_view text_of(const CompiledFlow& flow, const Box& box, LookState state,
                         const Translator& translator) {
    const TextRef styled = flow.looks[box.style].dresses[static_cast<std::size_t>(state)].text;
    return translator(flow.text(styled.length > 0 ? styled : box.text));
}

Size text_size(const CompiledFlow& flow, const Box& box, const Measures& measures, float width,
               float scale) {
    const Style& style = flow.looks[box.style];
    Size largest;
    for (std::size_t state = 0; state < look_state_count; ++state) {
        // Hardly any style has texts of its own.
        if (state > 0 && style.dresses[state].text == style.dresses[0].text) continue;
        const std::string_view text =
            text_of(flow, box, static_cast<LookState>(state), measures.translator);
        if (text.empty()) continue;
        const Size size = measures.text_measurer.text(
            measures.text_measurer.context, {text, flow.text(flow.looks.fonts[index(style.font)]),
                                             style.text_size * scale, style.bold, width});
        largest = {std::max(largest.width, size.width), std::max(largest.height, size.height)};
    }
    return largest;
}

} // namespace rondix::place
