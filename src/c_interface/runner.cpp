// rondix/c/runner.h, first half: what goes into a Runner, and the effects that come out.
#include "c_interface/runner_handle.hpp"

using namespace rondix;
using namespace rondix::c;

rondix_runner::rondix_runner(const rondix_flow* of)
    : flow(of)
    , menus(of->flow) {
    for (std::size_t i = 0; i < of->flow.controls.size(); ++i)
        if (of->flow.controls[i].kind == ControlKind::list) rows.push_back({ControlId(i)});
}

RowsOfList* rondix_runner::rows_of(ControlId list) {
    const auto found = std::find_if(rows.begin(), rows.end(),
                                    [&](const RowsOfList& of) { return of.list == list; });
    return found == rows.end() ? nullptr : &*found;
}

namespace {

ListRow row_of(void* context, std::uint32_t number) {
    const auto& rows = static_cast<const RowsOfList*>(context)->rows;
    rondix_row row{};
    row.picture = RONDIX_NONE;
    rows.row(rows.context, number, &row);
    return {in(row.text),   in_number(row.which), row.disabled,
            in(row.detail), in(row.value),        in<PictureId>(row.picture)};
}

std::string_view name_of_code(void* context, DeviceKind kind, Code code) {
    const auto& names = static_cast<const rondix_runner*>(context)->code_names;
    return in(names.name(names.context, static_cast<rondix_device_kind>(kind),
                         static_cast<std::uint32_t>(code)));
}

/// What an effect is about; each kind has one such thing at most.
rondix_id about(const Effect& effect) {
    switch (effect.kind) {
    case EffectKind::load:
    case EffectKind::unload:
    case EffectKind::set_aside:
    case EffectKind::bring_back: return out(effect.scene());
    case EffectKind::cue: return out(effect.cue());
    case EffectKind::music: return out(effect.tune());
    case EffectKind::request:
    case EffectKind::off: return out(effect.request());
    case EffectKind::begin_text:
    case EffectKind::end_text:
    case EffectKind::focus:
    case EffectKind::denied: return out(effect.control());
    case EffectKind::setting: return out(effect.setting());
    case EffectKind::front: return out(effect.screen());
    case EffectKind::told:
    case EffectKind::todo: return out(effect.word());
    case EffectKind::pause:
    case EffectKind::unpause:
    case EffectKind::show_pointer:
    case EffectKind::hide_pointer:
    case EffectKind::pad:
    case EffectKind::quit: break;
    }
    return RONDIX_NONE;
}

std::optional<Answer> in(rondix_answer answer) {
    return in_enum(static_cast<std::uint32_t>(answer), Answer::failed);
}

} // namespace

extern "C" {

rondix_runner* rondix_runner_new(const rondix_flow* flow) {
    return made<rondix_runner>([&] { return new rondix_runner(flow); });
}

void rondix_runner_free(rondix_runner* runner) {
    delete runner;
}

void rondix_runner_start(rondix_runner* runner) {
    runner->menus.start();
}

void rondix_runner_start_in(rondix_runner* runner, rondix_id scene, bool paused) {
    runner->menus.start({in<SceneId>(scene), paused});
}

// --- input

bool rondix_runner_press_code(rondix_runner* runner, rondix_device_kind by, uint32_t number,
                              uint32_t code) {
    const auto device = in_device(by, number);
    return device && runner->menus.press_code(*device, Code{code});
}

void rondix_runner_release_code(rondix_runner* runner, rondix_device_kind by, uint32_t number,
                                uint32_t code) {
    if (const auto device = in_device(by, number)) runner->menus.release_code(*device, Code{code});
}

bool rondix_runner_press(rondix_runner* runner, rondix_button button, rondix_device_kind by,
                         uint32_t number) {
    const auto device = in_device(by, number);
    const auto known = in_button(button);
    return device && known && runner->menus.press(*known, *device);
}

void rondix_runner_release(rondix_runner* runner, rondix_button button, rondix_device_kind by,
                           uint32_t number) {
    const auto device = in_device(by, number);
    const auto known = in_button(button);
    if (device && known) runner->menus.release(*known, *device);
}

bool rondix_runner_press_key(rondix_runner* runner, rondix_id key, rondix_device_kind by,
                             uint32_t number) {
    const auto device = in_device(by, number);
    return device && runner->menus.press_key(in<KeyId>(key), *device);
}

void rondix_runner_release_key(rondix_runner* runner, rondix_id key, rondix_device_kind by,
                               uint32_t number) {
    if (const auto device = in_device(by, number))
        runner->menus.release_key(in<KeyId>(key), *device);
}

bool rondix_runner_press_other_key(rondix_runner* runner, rondix_device_kind by, uint32_t number) {
    const auto device = in_device(by, number);
    return device && runner->menus.press_other_key(*device);
}

bool rondix_runner_pointer_moves(rondix_runner* runner, rondix_point to, rondix_device_kind by,
                                 uint32_t number) {
    const auto device = in_device(by, number);
    return device && runner->menus.pointer_moves(in(to), *device);
}

bool rondix_runner_pointer_presses(rondix_runner* runner, rondix_point at, rondix_device_kind by,
                                   uint32_t number) {
    const auto device = in_device(by, number);
    return device && runner->menus.pointer_presses(in(at), *device);
}

bool rondix_runner_pointer_releases(rondix_runner* runner, rondix_point at, rondix_device_kind by,
                                    uint32_t number) {
    const auto device = in_device(by, number);
    return device && runner->menus.pointer_releases(in(at), *device);
}

bool rondix_runner_scroll(rondix_runner* runner, rondix_point at, float lines, float lines_across) {
    return runner->menus.scroll(in(at), lines, lines_across);
}

void rondix_runner_device_gone(rondix_runner* runner, rondix_device_kind kind, uint32_t number) {
    if (const auto device = in_device(kind, number)) runner->menus.device_gone(*device);
}

bool rondix_runner_type(rondix_runner* runner, const char* text) {
    return runner->menus.type(in(text));
}

bool rondix_runner_erase(rondix_runner* runner) {
    return runner->menus.erase();
}

rondix_id rondix_runner_typing(const rondix_runner* runner) {
    return out(runner->menus.typing());
}

rondix_text rondix_runner_typed(const rondix_runner* runner) {
    return out(runner->menus.typed());
}

// --- the game

bool rondix_runner_post(rondix_runner* runner, rondix_id event) {
    return runner->menus.post(in<EventId>(event));
}

bool rondix_runner_finish_load(rondix_runner* runner, rondix_ticket ticket, rondix_answer answer) {
    const auto known = in(answer);
    return known && runner->menus.finish(LoadTicket{ticket}, *known);
}

bool rondix_runner_finish_request(rondix_runner* runner, rondix_ticket ticket,
                                  rondix_answer answer) {
    const auto known = in(answer);
    return known && runner->menus.finish(RequestTicket{ticket}, *known);
}

bool rondix_runner_report_progress(rondix_runner* runner, rondix_ticket load, float share) {
    return runner->menus.report_progress(LoadTicket{load}, share);
}

rondix_ticket rondix_runner_load_ticket(const rondix_runner* runner) {
    return static_cast<rondix_ticket>(runner->menus.load_ticket());
}

rondix_ticket rondix_runner_request_ticket(const rondix_runner* runner, rondix_id request) {
    return static_cast<rondix_ticket>(runner->menus.request_ticket(in<RequestId>(request)));
}

void rondix_runner_set_loaded(rondix_runner* runner, rondix_id scene, bool loaded) {
    runner->menus.set_loaded(in<SceneId>(scene), loaded);
}

bool rondix_runner_is_loaded(const rondix_runner* runner, rondix_id scene) {
    return runner->menus.is_loaded(in<SceneId>(scene));
}

bool rondix_runner_set_flag(rondix_runner* runner, rondix_id flag, bool raised) {
    return runner->menus.set_flag(in<FlagId>(flag), raised);
}

bool rondix_runner_set_shown_text(rondix_runner* runner, rondix_id control, const char* text) {
    return runner->menus.set_shown_text(ControlId{control}, in(text));
}

bool rondix_runner_set_shown_value(rondix_runner* runner, rondix_id control, const char* text) {
    return runner->menus.set_shown_value(ControlId{control}, in(text));
}

bool rondix_runner_set_shown_share(rondix_runner* runner, rondix_id control, float share) {
    return runner->menus.set_shown_share(ControlId{control}, share);
}

bool rondix_runner_set_shown_picture(rondix_runner* runner, rondix_id control, rondix_id picture) {
    return runner->menus.set_shown_picture(ControlId{control}, in<PictureId>(picture));
}

bool rondix_runner_set_rows(rondix_runner* runner, rondix_id list, const rondix_rows* rows) {
    RowsOfList* const kept = runner->rows_of(ControlId{list});
    if (!kept) return false;
    kept->rows = *rows;
    return runner->menus.set_rows(kept->list, {rows->count, kept, rows->row ? row_of : nullptr});
}

rondix_rows rondix_runner_rows_of(const rondix_runner* runner, rondix_id list) {
    const auto* const kept = const_cast<rondix_runner*>(runner)->rows_of(ControlId{list});
    return kept ? kept->rows : rondix_rows{};
}

bool rondix_runner_choose_row(rondix_runner* runner, rondix_id list, uint32_t row) {
    return runner->menus.choose_row(ControlId{list}, row);
}

bool rondix_runner_take_effect(rondix_runner* runner, rondix_effect* effect) {
    if (runner->effects.empty()) runner->effects = runner->menus.take_effects();
    if (runner->effects.empty()) return false;
    const Effect& first = runner->effects.front();
    const bool of_request = first.request() != no_request;
    *effect = {static_cast<std::uint32_t>(first.kind), first.value, about(first),
               of_request ? static_cast<rondix_ticket>(first.request_ticket())
                          : static_cast<rondix_ticket>(first.load_ticket())};
    runner->effects = runner->effects.subspan(1);
    return true;
}

// --- time

static double or_negative(std::optional<double> seconds) {
    return seconds.value_or(-1);
}

void rondix_runner_advance(rondix_runner* runner, double seconds) {
    runner->menus.advance(seconds);
}

void rondix_runner_advance_pictures(rondix_runner* runner, double seconds) {
    runner->menus.advance_pictures(seconds);
}

double rondix_runner_time_until_change(const rondix_runner* runner) {
    return or_negative(runner->menus.time_until_change());
}

double rondix_runner_time_until_due(const rondix_runner* runner, rondix_id event) {
    return or_negative(runner->menus.time_until_due(in<EventId>(event)));
}

double rondix_runner_time_left(const rondix_runner* runner) {
    return or_negative(runner->menus.time_left());
}

double rondix_runner_time_until_load_timeout(const rondix_runner* runner) {
    return or_negative(runner->menus.time_until_load_timeout());
}

// --- settings and keys

bool rondix_runner_set_setting(rondix_runner* runner, rondix_id setting, uint32_t value) {
    return value <= 0xFFFF && runner->menus.set_setting(in<SettingId>(setting), in_number(value));
}

bool rondix_runner_set_text(rondix_runner* runner, rondix_id setting, const char* text) {
    return runner->menus.set_text(in<SettingId>(setting), in(text));
}

uint32_t rondix_runner_value_of(const rondix_runner* runner, rondix_id setting) {
    return runner->menus.value_of(in<SettingId>(setting));
}

uint32_t rondix_runner_kept_value_of(const rondix_runner* runner, rondix_id setting) {
    return runner->menus.kept_value_of(in<SettingId>(setting));
}

rondix_text rondix_runner_text_of(const rondix_runner* runner, rondix_id setting) {
    return out(runner->menus.text_of(in<SettingId>(setting)));
}

rondix_text rondix_runner_shown_value(const rondix_runner* runner, rondix_id setting) {
    return out(runner->menus.shown_value(in<SettingId>(setting)));
}

const rondix_bindings* rondix_runner_bindings(const rondix_runner* runner) {
    return out(runner->menus.bindings());
}

void rondix_runner_set_bindings(rondix_runner* runner, const rondix_bindings* bindings,
                                const rondix_code_names* names) {
    runner->code_names = names ? *names : rondix_code_names{};
    CodeNames of_codes;
    if (runner->code_names.name) of_codes = {runner, name_of_code};
    runner->menus.set_bindings(in(bindings), of_codes);
}

bool rondix_runner_rebind(rondix_runner* runner, rondix_device_kind kind, uint32_t code,
                          rondix_target target) {
    const auto known = in_kind(kind);
    return known && runner->menus.rebind(*known, Code{code}, in<Target>(target));
}

void rondix_runner_choose_bindings(rondix_runner* runner, const rondix_bindings* bindings) {
    runner->menus.choose_bindings(in(bindings));
}

rondix_id rondix_runner_listening(const rondix_runner* runner) {
    return out(runner->menus.listening());
}

} // extern "C"
