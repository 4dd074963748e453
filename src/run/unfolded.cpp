// A choice that is unfolded: its values stand in a list over the screen, as long as the player
// chooses. Nothing of the menu state knows: what is picked is a change like any other.
#include "run/runner_core.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

bool RunnerCore::unfold(ControlId control) {
    unfolded_ = {control, value_of(flow_[control].setting), 0};
    choose_unfolded(unfolded_.row);
    return true;
}

void RunnerCore::fold() {
    if (unfolded_.of == no_control) return;
    unfolded_ = {};
    needs_redraw_ = true;
    if (has_room()) tell_front();
}

bool RunnerCore::act_unfolded(Button button) {
    switch (button) {
    case Button::up: choose_unfolded(unfolded_.row - 1); break;
    case Button::down: choose_unfolded(unfolded_.row + 1); break;
    case Button::accept: return pick_unfolded();
    case Button::back:
    case Button::menu: fold(); break;
    default: break;
    }
    return true;
}

/// Stops at both ends, and is always seen.
void RunnerCore::choose_unfolded(int row) {
    const int last = flow_[flow_[unfolded_.of].setting].values - 1;
    unfolded_.row = static_cast<std::uint16_t>(std::clamp(row, 0, last));
    const std::uint16_t seen = unfolded_seen();
    if (unfolded_.row < unfolded_.first) unfolded_.first = unfolded_.row;
    if (unfolded_.row >= unfolded_.first + seen)
        unfolded_.first = static_cast<std::uint16_t>(unfolded_.row - seen + 1);
    needs_redraw_ = true;
    if (has_room()) tell_front();
}

bool RunnerCore::pick_unfolded() {
    const Unfolded picked = unfolded_;
    fold();
    return set_value(picked.of, picked.row);
}

void RunnerCore::scroll_unfolded(int lines) {
    const int most = flow_[flow_[unfolded_.of].setting].values - unfolded_seen();
    unfolded_.first = static_cast<std::uint16_t>(std::clamp(unfolded_.first + lines, 0, most));
    choose_unfolded(
        std::clamp<int>(unfolded_.row, unfolded_.first, unfolded_.first + unfolded_seen() - 1));
}

std::uint16_t RunnerCore::unfolded_seen() const {
    const float fit = flow_.looks.boxes.empty()
                          ? Runner::max_unfolded
                          : std::floor(canvas_.safe.height / height_of_rows(no_control)) - 1;
    const int seen = std::min<int>(Runner::max_unfolded, static_cast<int>(std::max(1.0F, fit)));
    return static_cast<std::uint16_t>(
        std::min<int>(seen, flow_[flow_[unfolded_.of].setting].values));
}

/// Under the choice where there is room, else over it, else where it is seen as a whole.
Rect RunnerCore::bounds_of_unfolded() const {
    if (flow_.looks.boxes.empty()) return {};
    const Sides& padding = flow_.looks[id_of(StandardStyle::unfolded)].padding;
    const Rect body = bounds_of(unfolded_.of);
    const float height =
        height_of_rows(no_control) * static_cast<float>(unfolded_seen()) + padding[1] + padding[3];
    float top = body.bottom();
    if (top + height > canvas_.safe.bottom() && body.y - height >= canvas_.safe.y)
        top = body.y - height;
    top = std::clamp(top, canvas_.safe.y, std::max(canvas_.safe.y, canvas_.safe.bottom() - height));
    return {body.x, top, body.width, height};
}

std::optional<std::uint32_t> RunnerCore::unfolded_row_at(Point point) const {
    if (flow_.looks.boxes.empty()) return std::nullopt;
    for (std::uint32_t row = unfolded_.first;
         row < unfolded_.first + std::uint32_t{unfolded_seen()}; ++row)
        if (bounds_of_row(unfolded_.of, row).contains(point)) return row;
    return std::nullopt;
}

void RunnerCore::add_unfolded() {
    const Style& list = flow_.looks[id_of(StandardStyle::unfolded)];
    Item body;
    body.kind = ItemKind::list;
    body.style = id_of(StandardStyle::unfolded);
    body.look = list.looks[0];
    body.shares = {1, 0, 0, 0, 0};
    body.bounds = bounds_of_unfolded();
    body.padding = list.padding;
    body.screen = now_.foremost();
    body.control = unfolded_.of;
    items_.push_back(body);
    const Setting& setting = flow_[flow_[unfolded_.of].setting];
    for (std::uint16_t i = 0; i < unfolded_seen() && items_.size() < items_.capacity(); ++i) {
        const auto row = static_cast<std::uint16_t>(unfolded_.first + i);
        const bool is_so = row == value_of(flow_[unfolded_.of].setting);
        Item item = row_item(body, id_of(StandardStyle::row),
                             row == unfolded_.row ? LookState::focused
                             : is_so              ? LookState::on
                                                  : LookState::rest);
        item.row = row;
        item.bounds = bounds_of_row(unfolded_.of, row);
        item.text = item.name = shown_text(flow_.text(flow_.words[setting.labels.begin + row]));
        items_.push_back(item);
    }
}

} // namespace rondix
