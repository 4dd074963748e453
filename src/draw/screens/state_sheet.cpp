#include "draw/screens/state_sheet.hpp"

#include "place/turn.hpp"

#include <algorithm>

namespace rondix::draw {

namespace {

constexpr float margin = 28;
constexpr float header = 56;
constexpr std::string_view names[look_state_count] = {"rest", "focused", "pressed", "on",
                                                      "disabled"};

class SheetMaker {
  public:
    SheetMaker(const Runner& runner, ScreenId screen)
        : flow_(runner.flow())
        , boxes_(std::span(flow_.looks.boxes)
                     .subspan(flow_.looks.screens[index(screen)].boxes.begin,
                              flow_.looks.screens[index(screen)].boxes.count))
        , places_(runner.places_of(screen)) {}

    Sheet make(float scale) {
        float widest = 120;
        for (std::size_t i = 0; i < boxes_.size(); ++i)
            if (is_button(i)) widest = std::max(widest, places_[i].rect.width);
        pitch_ = widest + margin;
        add_ground();
        for (std::size_t state = 0; state < look_state_count; ++state) add_name(state);
        float y = header + margin;
        for (std::size_t i = 0; i < boxes_.size(); ++i) {
            if (!is_button(i)) continue;
            for (std::size_t state = 0; state < look_state_count; ++state) add_control(i, state, y);
            y += places_[i].rect.height + margin;
        }
        const Size size{margin + pitch_ * look_state_count, std::max(y, header + 2 * margin)};
        sheet_.items.front().bounds = {0, 0, size.width, size.height};
        sheet_.canvas.size = size;
        sheet_.canvas.scale = scale;
        return std::move(sheet_);
    }

  private:
    bool is_button(std::size_t i) const {
        return boxes_[i].role == BoxRole::control && is_usable_kind(flow_[boxes_[i].control].kind);
    }
    static Shares only(std::size_t state) {
        Shares shares{};
        shares[state] = 1;
        return shares;
    }
    float column(std::size_t state) const { return margin + pitch_ * static_cast<float>(state); }

    void add_ground() {
        Item ground{.kind = ItemKind::ground};
        ground.style = id_of(StandardStyle::screen);
        ground.look = flow_.looks[ground.style].looks[0];
        ground.shares = only(0);
        sheet_.items.push_back(ground);
    }

    void add_name(std::size_t state) {
        Item name{.kind = ItemKind::label};
        name.style = id_of(StandardStyle::label);
        name.look = flow_.looks[name.style].looks[0];
        name.shares = only(0);
        name.bounds = {column(state), margin / 2, pitch_ - margin, header};
        name.align = Edge::middle;
        name.text = names[state];
        sheet_.items.push_back(name);
    }

    /// The control's body and its pieces, moved to their cell.
    void add_control(std::size_t body, std::size_t state, float y) {
        const Rect& from = places_[body].rect;
        const Point by{column(state) + (pitch_ - margin - from.width) / 2 - from.x, y - from.y};
        for (std::size_t i = body; i < boxes_.size(); ++i) {
            if (boxes_[i].control != boxes_[body].control) continue;
            const Box& box = boxes_[i];
            const Style& style = flow_.looks[box.style];
            Item item{.kind = i == body                    ? ItemKind::button
                              : box.role == BoxRole::track ? ItemKind::track
                                                           : ItemKind::piece};
            if (box.role == BoxRole::track) item.amount = 0.5F;
            item.state = LookState(state);
            item.style = box.style;
            item.look = style.looks[state];
            item.shares = only(state);
            item.bounds = places_[i].rect;
            if (box.role == BoxRole::knob) stand_on_track(body, item.bounds);
            item.bounds.x += by.x;
            item.bounds.y += by.y;
            item.text_scale = places_[i].text_scale;
            item.align = style.align;
            item.padding = style.padding;
            item.picture = box.picture;
            item.control = box.control;
            const TextRef own = style.dresses[state].text;
            item.text = flow_.text(own.length > 0 ? own : box.text);
            const Look& whole = flow_.looks[boxes_[body].style].looks[state];
            const Point middle = Point{from.middle().x + by.x, from.middle().y + by.y};
            item.transform = shift_by({whole.shift_x, whole.shift_y})
                                 .after(scale_about(middle, whole.scale))
                                 .after(place::turn_about(middle, whole.rotate));
            sheet_.items.push_back(item);
        }
    }

    /// In the middle of the track, where the sheet shows every slider.
    void stand_on_track(std::size_t body, Rect& knob) const {
        for (std::size_t i = body; i < boxes_.size(); ++i) {
            if (boxes_[i].control != boxes_[body].control || boxes_[i].role != BoxRole::track)
                continue;
            const Point middle = places_[i].rect.middle();
            knob.x = middle.x - knob.width / 2;
            knob.y = middle.y - knob.height / 2;
        }
    }

    const CompiledFlow& flow_;
    const std::span<const Box> boxes_;
    const std::span<const Placed> places_;
    float pitch_ = 0;
    Sheet sheet_;
};

} // namespace

Sheet state_sheet(const Runner& runner, ScreenId screen, float scale) {
    return SheetMaker(runner, screen).make(scale);
}

} // namespace rondix::draw
