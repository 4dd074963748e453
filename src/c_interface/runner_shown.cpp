// rondix/c/runner.h, second half: layout, what there is to draw, inspection, moves.
#include "c_interface/runner_handle.hpp"

using namespace rondix;
using namespace rondix::c;

namespace {

Size size_of_text(void* context, const TextToMeasure& text) {
    const auto& measurer = static_cast<const rondix_runner*>(context)->measurer;
    const rondix_text_to_measure same{out(text.text), out(text.font), text.size, text.bold,
                                      text.width};
    return in(measurer.text(measurer.context, &same));
}

Size size_of_picture(void* context, PictureId picture) {
    const auto& measurer = static_cast<const rondix_runner*>(context)->measurer;
    return in(measurer.picture(measurer.context, out(picture)));
}

std::string_view translated(void* context, std::string_view written) {
    const auto& translator = static_cast<const rondix_runner*>(context)->translator;
    return in(translator.find(translator.context, out(written)));
}

rondix_item out(const Item& item) {
    rondix_item same{};
    same.kind = static_cast<std::uint32_t>(item.kind);
    same.state = static_cast<std::uint32_t>(item.state);
    same.leaving = item.leaving;
    same.style = static_cast<rondix_id>(item.style);
    same.bounds = c::out(item.bounds);
    same.clip = c::out(item.clip);
    same.transform = c::out(item.transform);
    same.look = c::out(item.look);
    std::copy(item.shares.begin(), item.shares.end(), same.shares);
    same.text = c::out(item.text);
    same.name = c::out(item.name);
    same.value = c::out(item.value);
    same.text_scale = item.text_scale;
    same.align = static_cast<std::uint32_t>(item.align);
    same.padding = c::out(item.padding);
    same.rotate = item.rotate;
    same.picture = c::out(item.picture);
    same.amount = item.amount;
    same.row = item.row;
    same.screen = c::out(item.screen);
    same.control = c::out(item.control);
    return same;
}

} // namespace

extern "C" {

// --- layout

void rondix_runner_resize(rondix_runner* runner, float width, float height) {
    runner->menus.resize(width, height);
}

rondix_canvas rondix_runner_canvas(const rondix_runner* runner) {
    return out(runner->menus.canvas());
}

void rondix_runner_set_text_measurer(rondix_runner* runner, const rondix_text_measurer* measurer) {
    runner->measurer = *measurer;
    TextMeasurer same = estimating_measurer();
    if (measurer->text)
        same = {runner, size_of_text, measurer->picture ? size_of_picture : nullptr};
    runner->menus.set_text_measurer(same);
}

void rondix_runner_set_estimating_measurer(rondix_runner* runner) {
    runner->menus.set_text_measurer(estimating_measurer());
}

void rondix_runner_set_translator(rondix_runner* runner, const rondix_translator* translator) {
    runner->translator = *translator;
    runner->menus.set_translator({runner, translator->find ? translated : nullptr});
}

size_t rondix_runner_cut_texts(const rondix_runner* runner) {
    return runner->menus.cut_texts();
}

void rondix_runner_set_mirrored(rondix_runner* runner, bool mirrored) {
    runner->menus.set_mirrored(mirrored);
}

void rondix_runner_set_motion(rondix_runner* runner, bool moves) {
    runner->menus.set_motion(moves);
}

size_t rondix_runner_view(rondix_runner* runner) {
    runner->items = runner->menus.view();
    return runner->items.size();
}

bool rondix_runner_item(const rondix_runner* runner, size_t number, rondix_item* item) {
    if (number >= runner->items.size()) return false;
    *item = out(runner->items[number]);
    return true;
}

bool rondix_runner_needs_redraw(const rondix_runner* runner) {
    return runner->menus.needs_redraw();
}

// --- inspection

const rondix_flow* rondix_runner_flow(const rondix_runner* runner) {
    return runner->flow;
}

const rondix_menu_state* rondix_runner_menu_state(const rondix_runner* runner) {
    return out(runner->menus.menu_state());
}

rondix_id rondix_runner_focus(const rondix_runner* runner) {
    return out(runner->menus.focus());
}

rondix_id rondix_runner_focus_of(const rondix_runner* runner, rondix_id screen) {
    return out(runner->menus.focus_of(in<ScreenId>(screen)));
}

bool rondix_runner_pointer_shown(const rondix_runner* runner) {
    return runner->menus.pointer_shown();
}

rondix_device_kind rondix_runner_device(const rondix_runner* runner, uint32_t* number) {
    const Device device = runner->menus.device();
    if (number) *number = device.number;
    return static_cast<rondix_device_kind>(device.kind);
}

rondix_accessible_info rondix_runner_accessible_info(const rondix_runner* runner,
                                                     rondix_id control) {
    const AccessibleInfo info = runner->menus.accessible_info(ControlId{control});
    return {static_cast<std::uint32_t>(info.role),
            out(info.name),
            out(info.value),
            out(info.hint),
            info.row,
            info.rows,
            info.focused,
            info.disabled,
            info.pressed,
            info.on};
}

rondix_text rondix_runner_shown_text(const rondix_runner* runner, rondix_text written) {
    return out(runner->menus.shown_text(in(written)));
}

rondix_id rondix_runner_unfolded(const rondix_runner* runner) {
    return out(runner->menus.unfolded());
}

rondix_rect rondix_runner_bounds_of(const rondix_runner* runner, rondix_id control) {
    return out(runner->menus.bounds_of(ControlId{control}));
}

rondix_rect rondix_runner_seen_of(const rondix_runner* runner, rondix_id control) {
    return out(runner->menus.seen_of(ControlId{control}));
}

void rondix_runner_bring_into_view(rondix_runner* runner, rondix_id control) {
    runner->menus.bring_into_view(ControlId{control});
}

rondix_rect rondix_runner_bounds_of_row(const rondix_runner* runner, rondix_id list, uint32_t row) {
    return out(runner->menus.bounds_of_row(ControlId{list}, row));
}

uint32_t rondix_runner_row_in_focus(const rondix_runner* runner, rondix_id list) {
    return runner->menus.row_in_focus(ControlId{list});
}

size_t rondix_runner_places_of(const rondix_runner* runner, rondix_id screen, rondix_placed* places,
                               size_t room) {
    const std::span<const Placed> found = runner->menus.places_of(in<ScreenId>(screen));
    for (std::size_t i = 0; i < std::min(room, found.size()); ++i)
        places[i] = {out(found[i].rect), out(found[i].text), found[i].text_scale, found[i].absent};
    return found.size();
}

rondix_id rondix_runner_route(rondix_runner* runner, rondix_id from, rondix_button direction) {
    const auto button = in_button(direction);
    return button ? out(runner->menus.route(ControlId{from}, *button)) : RONDIX_NONE;
}

rondix_host_record rondix_runner_host_record(const rondix_runner* runner) {
    const HostRecord now = runner->menus.host_record();
    // What was taken from the Runner and not handed out yet is waiting still.
    std::uint64_t quits = 0;
    for (const Effect& effect : runner->effects) quits += effect.kind == EffectKind::quit ? 1 : 0;
    const std::uint64_t held = runner->effects.size();
    return {now.effects_taken - held,
            now.effects_waiting + held,
            now.quits_taken - quits,
            now.old_answers,
            now.progress_reports,
            now.timeouts,
            now.advanced};
}

bool rondix_runner_was_set(const rondix_runner* runner, rondix_id flag) {
    return runner->menus.was_set(in<FlagId>(flag));
}

// --- walkthroughs and tests

bool rondix_runner_replay(rondix_runner* runner, rondix_move move) {
    const auto known = in(move);
    return known && runner->menus.replay(*known);
}

bool rondix_runner_take_move(rondix_runner* runner, rondix_move* move) {
    if (runner->moves.empty()) runner->moves = runner->menus.take_moves();
    if (runner->moves.empty()) return false;
    *move = out(runner->moves.front());
    runner->moves = runner->moves.subspan(1);
    return true;
}

uint64_t rondix_runner_moves_made(const rondix_runner* runner) {
    return runner->menus.moves_made();
}

} // extern "C"
