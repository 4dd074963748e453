// What there is to draw: the open screens from the lowest that can be seen up to the current one,
// then those on their way out.
#include "run/runner_core.hpp"

#include "place/arrange.hpp"
#include "place/turn.hpp"

#include <algorithm>
#include <utility>

namespace rondix {

namespace {

ItemKind kind_of(const CompiledFlow& flow, const Box& box) {
    switch (box.role) {
    case BoxRole::ground: return ItemKind::ground;
    case BoxRole::dim: return ItemKind::dim;
    case BoxRole::heading: return ItemKind::title;
    case BoxRole::piece: return ItemKind::piece;
    case BoxRole::value: return ItemKind::value;
    case BoxRole::track: return ItemKind::track;
    case BoxRole::knob: return ItemKind::knob;
    case BoxRole::shown_picture: return ItemKind::piece;
    case BoxRole::progress: return ItemKind::progress;
    case BoxRole::group: return ItemKind::group;
    case BoxRole::row:
    case BoxRole::row_text:
    case BoxRole::row_detail:
    case BoxRole::row_value:
    case BoxRole::row_picture: return ItemKind::row; // stand on no screen
    case BoxRole::control: break;
    }
    switch (flow[box.control].kind) {
    case ControlKind::label: return ItemKind::label;
    case ControlKind::picture: return ItemKind::picture;
    case ControlKind::panel:
    case ControlKind::pages: return ItemKind::panel;
    case ControlKind::button: return ItemKind::button;
    case ControlKind::list: return ItemKind::list;
    case ControlKind::toggle:
    case ControlKind::slider:
    case ControlKind::choice:
    case ControlKind::text_field:
    case ControlKind::binding: break;
    }
    return ItemKind::control;
}

constexpr Shares at_rest = {1, 0, 0, 0, 0};

} // namespace

std::span<const Item> RunnerCore::view() {
    needs_redraw_ = false;
    items_.clear();
    if (now_.depth() == 0 || flow_.looks.screens.empty()) return items_;
    const std::size_t lowest = lowest_seen();
    for (std::size_t height = lowest; height < now_.depth(); ++height) {
        // Beneath what goes out, the lowest does not fade: there is nothing to fade from.
        add_screen_items(now_.screen_at(height), height, false,
                         height > lowest || leaving_.empty());
        if (now_.question_at(height) != no_screen)
            add_screen_items(now_.question_at(height), height + 1, false, true);
    }
    for (const ScreenId id : leaving_) add_screen_items(id, 1, true, true);
    if (unfolded_.of != no_control) add_unfolded();
    if (notice_left_ > 0) add_notice();
    return items_;
}

/// How a screen that is on its way stands; its opacity is multiplied in.
Transform RunnerCore::screen_transition_of(ScreenId screen, float& opacity) const {
    const ScreenAnimation& screen_animation = screen_animation_[index(screen)];
    if (!screen_animation.moving()) return {};
    const float away = 1 - screen_animation.amount();
    switch (screen_animation.screen_transition().by) {
    case ScreenTransition::By::cut: return {};
    case ScreenTransition::By::fade: break;
    case ScreenTransition::By::grow:
        opacity *= screen_animation.amount();
        return scale_about({canvas_.size.width / 2, canvas_.size.height / 2}, 1 - 0.1F * away);
    case ScreenTransition::By::slide: {
        const float across = away * canvas_.size.width * (mirrored_ ? -1.0F : 1.0F);
        const float down = away * canvas_.size.height;
        switch (screen_animation.screen_transition().from) {
        case ScreenTransition::From::left: return shift_by({-across, 0});
        case ScreenTransition::From::right: return shift_by({across, 0});
        case ScreenTransition::From::top: return shift_by({0, -down});
        case ScreenTransition::From::bottom: return shift_by({0, down});
        }
    }
    }
    opacity *= screen_animation.amount();
    return {};
}

void RunnerCore::add_screen_items(ScreenId id, std::size_t height, bool leaving, bool fades) {
    const Screen& screen = flow_[id];
    const IndexRange boxes = flow_.looks.screens[index(id)].boxes;
    Item item;
    item.screen = id;
    item.leaving = leaving;
    float opacity = 1;
    item.transform = fades ? screen_transition_of(id, opacity) : Transform{};
    item.look.opacity = opacity;
    for (std::uint32_t row = boxes.begin; row < boxes.end(); ++row) {
        const Box& box = flow_.looks.boxes[row];
        if (box.role == BoxRole::dim) {
            if (height == 0) continue;
            item.amount = static_cast<float>(screen.dim) / 100.0F;
            Item dim = item;
            if (screen_animation_[index(id)]
                    .moving()) { // the dimming always fades, and stays in its place
                dim.look.opacity = screen_animation_[index(id)].amount();
                dim.transform = {};
            }
            add_box_item(box, row, dim);
            continue;
        }
        if (box.role == BoxRole::progress) {
            if (now_.phase() != Phase::loading || leaving) continue;
            item.amount = progress_;
        }
        if (!places_[row].absent && is_in_clip(row) &&
            (box.control == no_control || shown(flow_, now_, box.control)))
            add_box_item(box, row, item);
        item.amount = 0;
        add_bars_after(row, item);
    }
}

/// `item` has what the screen gives to all that stands on it.
void RunnerCore::add_box_item(const Box& box, std::uint32_t row, Item item) {
    const bool group = box.role == BoxRole::group;
    if (group && box.style == id_of(StandardStyle::nothing)) return;
    const Style& style = flow_.looks[box.style];
    const BoxForm& form = box.forms[static_cast<std::size_t>(canvas_.shape)];
    item.kind = kind_of(flow_, box);
    item.clip = clip_on(item.transform, row);
    item.style = box.style;
    item.bounds = seen_at(row);
    item.text_scale = places_[row].text_scale;
    item.align = mirrored_ ? turned(style.align) : style.align;
    for (std::size_t i = 0; i < item.padding.size(); ++i)
        item.padding[i] = style.padding[i] + form.padding[i];
    if (mirrored_) std::swap(item.padding[0], item.padding[2]);
    item.picture = box.picture;
    item.control = box.control;
    item.shares = at_rest;
    Look body{};
    if (box.control != no_control) {
        const StateChange& change = states_[index(box.control)];
        item.state = change.target();
        item.shares = change.shares();
        // Pieces go along with the body of their control.
        const Box& whole = flow_.looks.boxes[body_[index(box.control)]];
        body = blend(flow_.looks[whole.style].looks, item.shares);
    }
    const float screens_opacity = item.look.opacity;
    item.look = blend(style.looks, item.shares);
    item.text = place::text_of(flow_, box, item.state, translator());
    item.rotate = mirrored_ ? -form.rotate : form.rotate;
    const auto stand = [&](Rect bounds, const Look& look, float rotate) {
        const float across = mirrored_ ? -look.shift_x : look.shift_x;
        item.transform = item.transform.after(shift_by({across, look.shift_y}));
        if (look.scale != 1)
            item.transform = item.transform.after(scale_about(bounds.middle(), look.scale));
        const float turn = rotate + (mirrored_ ? -look.rotate : look.rotate);
        if (turn != 0)
            item.transform = item.transform.after(place::turn_about(bounds.middle(), turn));
    };
    if (box.control != no_control) show_value(box, item);
    if (is_part(box.role)) {
        const std::uint32_t whole = body_[index(box.control)];
        const BoxForm& outer =
            flow_.looks.boxes[whole].forms[static_cast<std::size_t>(canvas_.shape)];
        stand(seen_at(whole), body, mirrored_ ? -outer.rotate : outer.rotate);
        item.look.opacity *= body.opacity;
    }
    stand(item.bounds, item.look, item.rotate);
    item.look.opacity *= screens_opacity;
    items_.push_back(item);
    if (item.kind == ItemKind::list) add_rows(items_.back());
}

/// What an item shows of its control's setting, of the game, of time, or of a press that is held.
void RunnerCore::show_value(const Box& box, Item& item) const {
    const Control& control = flow_[box.control];
    const bool body = box.role == BoxRole::control;
    if (body && box.control == holding_)
        item.amount =
            static_cast<float>(holding_for_) / (static_cast<float>(control.hold_ms) * 1000.0F);
    if (body && control.shows == Shows::hint) {
        const ControlId in_focus = focus();
        item.text = in_focus == no_control ? "" : shown_text(flow_.text(flow_[in_focus].hint));
    }
    if (control.shows == Shows::game) show_by_game(box, item);
    if (control.shows == Shows::time_left) show_time(box, item);
    if (control.setting != no_setting) show_setting(box, item);
    if (body) {
        const AccessibleInfo words = accessible_info(box.control);
        item.name = words.name;
        item.value = words.value;
    }
    if (box.role == BoxRole::knob) put_on_track(item);
}

void RunnerCore::show_setting(const Box& box, Item& item) const {
    const Control& control = flow_[box.control];
    const bool label = box.role == BoxRole::control && control.kind == ControlKind::label;
    if (box.role == BoxRole::value || label) item.text = shown_value(control.setting);
    if (box.role != BoxRole::track && box.role != BoxRole::knob) return;
    if (const Setting& setting = flow_[control.setting]; setting.values >= 2)
        item.amount =
            static_cast<float>(value_of(control.setting)) / static_cast<float>(setting.values - 1);
}

/// How much is left of the time that runs, on the screen in front alone.
void RunnerCore::show_time(const Box& box, Item& item) const {
    const Control& control = flow_[box.control];
    const bool body = box.role == BoxRole::control;
    const auto now = control.screen == now_.foremost() ? countdown() : std::nullopt;
    if (!now && body) item.text = {};
    if (now && (body || box.role == BoxRole::track || box.role == BoxRole::knob))
        item.amount =
            static_cast<float>(now->left) / static_cast<float>(std::max<Micros>(now->whole, 1));
}

void RunnerCore::put_on_track(Item& knob) const {
    std::uint32_t row = 0;
    if (!part_of(knob.control, BoxRole::track, row)) return;
    const Rect track = seen_at(row);
    const float share = mirrored_ ? 1 - knob.amount : knob.amount;
    knob.bounds.x = track.x + share * track.width - knob.bounds.width / 2;
    knob.bounds.y = track.y + (track.height - knob.bounds.height) / 2;
}

/// What the game writes is not known when places are worked out: what is too long is made smaller.
void RunnerCore::fit_text(Item& item) const {
    if (item.text.empty()) return;
    const Style& style = flow_.looks[item.style];
    const float room = item.bounds.width - item.padding[0] - item.padding[2];
    const Size text = text_measurer_.text(
        text_measurer_.context, {item.text, flow_.text(flow_.looks.fonts[index(style.font)]),
                                 style.text_size, style.bold, 0});
    item.text_scale = text.width > room && room > 0 ? room / text.width : 1;
}

/// At the foot of the canvas, over everything.
void RunnerCore::add_notice() {
    const Style& style = flow_.looks[id_of(StandardStyle::notice)];
    Item item;
    item.kind = ItemKind::notice;
    item.style = id_of(StandardStyle::notice);
    item.look = style.looks[0];
    item.shares = at_rest;
    item.align = style.align;
    item.padding = style.padding;
    item.screen = now_.current();
    item.text = shown_text(flow_.text(flow_.words[notice_]));
    const float sides = style.padding[0] + style.padding[2];
    const Size text = text_measurer_.text(
        text_measurer_.context, {item.text, flow_.text(flow_.looks.fonts[index(style.font)]),
                                 style.text_size, style.bold, canvas_.safe.width - sides});
    const float width = std::min(text.width + sides, canvas_.safe.width);
    const float height = text.height + style.padding[1] + style.padding[3];
    item.bounds = {canvas_.safe.x + (canvas_.safe.width - width) / 2,
                   canvas_.safe.bottom() - height - canvas_.size.height / 40, width, height};
    items_.push_back(item);
}

} // namespace rondix
