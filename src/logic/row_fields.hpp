// The fields of every row of a compiled flow, one by one: for writing rows without what stands
// between their fields, and for looking at rows that came from elsewhere before anything reads
// them. A field that is added to a row and forgotten here does not compile.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"

#include <array>
#include <string_view>
#include <type_traits>

namespace rondix::rows {

/// The last enumerator of an enum that has only some values; ids may have any.
template <class E>
inline constexpr E last{};
template <class E>
inline constexpr bool is_closed = false;
// clang-format off
#define RONDIX_LAST(E, value) \
    template <> inline constexpr bool is_closed<E> = true; \
    template <> inline constexpr E last<E> = E::value;
RONDIX_LAST(StepKind, todo)
RONDIX_LAST(PointerRule, hidden)
RONDIX_LAST(ControlKind, binding)
RONDIX_LAST(Shows, time_left)
RONDIX_LAST(FlagKind, scene)
RONDIX_LAST(SettingKind, key)
RONDIX_LAST(During, any)
RONDIX_LAST(PictureFit, cover)
RONDIX_LAST(Edge, end)
RONDIX_LAST(Arrangement, grid)
RONDIX_LAST(Extent, stretch)
RONDIX_LAST(BoxRole, row_picture)
RONDIX_LAST(WindowRule, keep_width)
RONDIX_LAST(Ease, both)
RONDIX_LAST(ScreenTransition::By, grow)
RONDIX_LAST(ScreenTransition::From, bottom)
#undef RONDIX_LAST
// clang-format on

/// The fields of a row by name, in their order.
template <class Row>
inline constexpr std::string_view field_names{};

/// Calls `visit` with all fields of a row.
#define RONDIX_FIELDS(Row, ...)                                                                    \
    template <>                                                                                    \
    inline constexpr std::string_view field_names<Row> = #__VA_ARGS__;                             \
    template <class R, class Visit>                                                                \
    requires std::is_same_v<std::remove_const_t<R>, Row>                                           \
    constexpr void fields(R& row, Visit visit) {                                                   \
        auto& [__VA_ARGS__] = row;                                                                 \
        visit(__VA_ARGS__);                                                                        \
    }
RONDIX_FIELDS(TextRef, begin, length)
RONDIX_FIELDS(IndexRange, begin, count)
RONDIX_FIELDS(ConditionTest, flag, if_raised, if_lowered)
RONDIX_FIELDS(Step, kind, value, subject)
RONDIX_FIELDS(Alternative, when, steps, question)
RONDIX_FIELDS(Action, alternatives)
RONDIX_FIELDS(Scene, id, file, root, stays, place, next, previous)
RONDIX_FIELDS(KeyAnswer, key, action)
RONDIX_FIELDS(KeyDefault, keyboard, pad)
RONDIX_FIELDS(Screen, id, title, controls, keys, back, menu, any, closes_when, moves_on, idle,
              moves_on_ms, idle_ms, page_codes, request, play, pauses, urgent, wraps, first_focus,
              question, keeps, keeps_value, for_opener, pointer, dim)
RONDIX_FIELDS(Control, id, text, when, press, presses, setting, screen, pages, page, kind, columns,
              hold_ms, cooldown_ms, routes, hint, shows, dropdown, hides, has_rows)
RONDIX_FIELDS(Pages, id, screen, control, names, unit)
RONDIX_FIELDS(Flag, id, first, set_by_game, warns, kind, least, most)
RONDIX_FIELDS(Setting, id, kind, values, first, from, by, words, labels, question, binds, asks,
              turns)
RONDIX_FIELDS(SettingAsk, flag, least, most)
RONDIX_FIELDS(Request, id, screen, done, failed, timeout_ms)
RONDIX_FIELDS(Event, id, action, after_ms, during, waits)
RONDIX_FIELDS(Loading, screen, failed, timeout_ms)
RONDIX_FIELDS(Size, width, height)
RONDIX_FIELDS(Colour, red, green, blue, opacity)
RONDIX_FIELDS(Look, fill, fill_end, border, shadow, ink, outline, ink_shadow, tint, border_width,
              corner, shadow_x, shadow_y, shadow_blur, outline_width, ink_shadow_x, ink_shadow_y,
              scale, shift_x, shift_y, rotate, opacity)
RONDIX_FIELDS(Dress, image, slices, fit, cue, text, fill_across)
RONDIX_FIELDS(Transition, ms, ease)
RONDIX_FIELDS(ScreenTransition, by, from, time)
RONDIX_FIELDS(Style, looks, dresses, font, text_size, bold, align, padding, least, denied, change)
RONDIX_FIELDS(Span, extent, anchor, offset, size, margin_start, margin_end)
RONDIX_FIELDS(BoxForm, across, down, arrangement, pack, align, align_fill, apart, columns,
              gap_across, gap_down, padding, rotate, scrolls_across, scrolls_down)
RONDIX_FIELDS(Box, forms, text, control, parent, first_child, next, style, picture, share, role,
              bleeds, keeps_room)
RONDIX_FIELDS(RowLooks, list, boxes, samples, style, height)
RONDIX_FIELDS(SampleRow, text, detail, value, picture, disabled)
RONDIX_FIELDS(ScreenLooks, boxes, enters, leaves, tune)
RONDIX_FIELDS(Sound, id, file)
#undef RONDIX_FIELDS

template <class T>
inline constexpr bool is_array = false;
template <class T, std::size_t N>
inline constexpr bool is_array<std::array<T, N>> = true;

/// Calls `visit` with every number, yes or no, and enum that a row is made of; texts go to
/// `visit.text` as a whole, where it has such.
template <class T, class Visit>
void each_value(T& value, Visit& visit) {
    using Plain = std::remove_const_t<T>;
    if constexpr (std::is_same_v<Plain, TextRef> && requires { visit.text(value); })
        visit.text(value);
    else if constexpr (std::is_arithmetic_v<Plain> || std::is_enum_v<Plain>)
        visit(value);
    else if constexpr (is_array<Plain>)
        for (auto& one : value) each_value(one, visit);
    else
        fields(value, [&](auto&... each) { (each_value(each, visit), ...); });
}

/// Calls `visit` with every table, as a member of CompiledFlow or of its Looks, always in the same
/// order.
template <class Visit>
constexpr void each_member(Visit visit) {
    visit(&CompiledFlow::scenes), visit(&CompiledFlow::screens), visit(&CompiledFlow::controls);
    visit(&CompiledFlow::flags), visit(&CompiledFlow::events), visit(&CompiledFlow::requests);
    visit(&CompiledFlow::pages), visit(&CompiledFlow::settings);
    visit(&CompiledFlow::setting_asks), visit(&CompiledFlow::turns), visit(&CompiledFlow::keys);
    visit(&CompiledFlow::key_defaults), visit(&CompiledFlow::pad_keys);
    visit(&CompiledFlow::words), visit(&CompiledFlow::key_answers);
    visit(&CompiledFlow::actions), visit(&CompiledFlow::alternatives);
    visit(&CompiledFlow::steps), visit(&CompiledFlow::tests), visit(&CompiledFlow::texts);
    visit(&Looks::screens), visit(&Looks::boxes), visit(&Looks::styles), visit(&Looks::rows);
    visit(&Looks::samples), visit(&Looks::pictures), visit(&Looks::fonts), visit(&Looks::cues);
    visit(&Looks::tunes), visit(&Looks::scene_tunes);
}

template <class Flow, class Rows>
constexpr auto& table_of(Flow& flow, Rows CompiledFlow::*member) {
    return flow.*member;
}
template <class Flow, class Rows>
constexpr auto& table_of(Flow& flow, Rows Looks::*member) {
    return flow.looks.*member;
}

/// The same with the tables of a flow; of several flows, with the same table of each.
template <class Visit, class... Flow>
constexpr void each_table_of(Visit visit, Flow&... flow) {
    each_member([&](auto member) { visit(table_of(flow, member)...); });
}
template <class Flow, class Visit>
constexpr void each_table(Flow& flow, Visit visit) {
    each_table_of(visit, flow);
}
inline constexpr std::size_t table_count = 30;

/// What of a flow stands in no table, as a row.
struct Rest {
    TextRef game;
    Loading loading;
    std::array<Size, 2> design;
    Size safe;
    SceneId first_scene{};
    ScreenId first_screen{};
    ActionId first_choice{};
    SettingId stretch{};
    std::uint16_t design_width = 0, design_height = 0, reaction_ms = 0;
    DeviceSet devices = 0;
    WindowRule rule{};
    bool can_quit = false;
};
template <class R, class Visit>
requires std::is_same_v<std::remove_const_t<R>, Rest>
constexpr void fields(R& row, Visit visit) {
    auto& [game, loading, design, safe, first_scene, first_screen, first_choice, stretch, width,
           height, reaction, devices, rule, can_quit] = row;
    visit(game, loading, design, safe, first_scene, first_screen, first_choice, stretch, width,
          height, reaction, devices, rule, can_quit);
}
inline Rest rest_of(const CompiledFlow& flow) {
    return {flow.game,         flow.loading,       flow.looks.design, flow.looks.safe,
            flow.first_scene,  flow.first_screen,  flow.first_choice, flow.stretch,
            flow.design_width, flow.design_height, flow.reaction_ms,  flow.devices,
            flow.looks.rule,   flow.can_quit};
}
inline void put_rest(const Rest& rest, CompiledFlow& flow) {
    flow.game = rest.game;
    flow.loading = rest.loading;
    flow.looks.design = rest.design;
    flow.looks.safe = rest.safe;
    flow.first_scene = rest.first_scene;
    flow.first_screen = rest.first_screen;
    flow.first_choice = rest.first_choice;
    flow.stretch = rest.stretch;
    flow.design_width = rest.design_width;
    flow.design_height = rest.design_height;
    flow.reaction_ms = rest.reaction_ms;
    flow.devices = rest.devices;
    flow.looks.rule = rest.rule;
    flow.can_quit = rest.can_quit;
}

} // namespace rondix::rows
