// rondix.h: what is done through it comes out as through the Runner itself, call by call, on random
// flows and with anything at all.
#include "c_interface_fixture.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/runtime/apply.hpp"

#include <cmath>
#include <random>

namespace rondix::test {
namespace {

ListRow cpp_row(void*, std::uint32_t number) {
    return {number % 2 == 0 ? "Even" : "Odd",
            static_cast<std::uint16_t>(number % 3),
            number % 5 == 4,
            "a detail",
            number % 4 == 0 ? "4" : std::string_view(),
            own_picture(7)};
}

void c_row(void*, std::uint32_t number, rondix_row* row) {
    const auto text = [](const char* words) { return rondix_text{words, std::strlen(words)}; };
    row->text = text(number % 2 == 0 ? "Even" : "Odd");
    row->which = number % 3;
    row->disabled = number % 5 == 4;
    row->detail = text("a detail");
    if (number % 4 == 0) row->value = text("4");
    row->picture = rondix_own_picture(7);
}

/// Does the same to both, whatever it is, and expects the same answer.
class Hands {
  public:
    Hands(Both& both, std::uint32_t seed)
        : both_(both)
        , menus_(*both.menus)
        , random_(seed) {}

    void do_something() {
        switch (number(26)) {
        case 0:
        case 1:
        case 2:
        case 3:
        case 4:
        case 5: return press();
        case 6:
        case 7:
        case 8:
        case 9: return point();
        case 10:
        case 11: return answer();
        case 12: return post();
        case 13: return press_key();
        case 14: return set();
        case 15: return show();
        case 16: return type();
        case 17: return code();
        case 18: return layout();
        case 19: return rows();
        case 20: return scroll();
        case 21: return gone();
        case 22: return replay();
        default: return advance();
        }
    }

  private:
    rondix_runner* c() { return both_.c; }
    std::uint32_t number(std::uint32_t below) {
        return static_cast<std::uint32_t>(random_()) % below;
    }
    void same(bool one, bool other) { EXPECT_EQ(one, other); }
    Device device() { return {DeviceKind(number(4)), static_cast<std::uint8_t>(number(3))}; }
    static rondix_device_kind kind(Device device) { return rondix_device_kind(device.kind); }

    void press() {
        const Device by = number(2) == 0 ? Device::keyboard : device();
        const std::uint32_t button = number(9);
        same(menus_.press(Button(button), by),
             rondix_runner_press(c(), rondix_button(button), kind(by), by.number));
        if (number(4) == 0) advance();
        menus_.release(Button(button), by);
        rondix_runner_release(c(), rondix_button(button), kind(by), by.number);
    }

    void post() {
        const std::uint32_t event = number(8);
        same(menus_.post(EventId(event)), rondix_runner_post(c(), event));
    }

    void press_key() {
        const Device by = device();
        const std::uint32_t key = number(3);
        same(menus_.press_key(KeyId(key), by),
             rondix_runner_press_key(c(), key, kind(by), by.number));
        menus_.release_key(KeyId(key), by);
        rondix_runner_release_key(c(), key, kind(by), by.number);
        same(menus_.press_other_key(by), rondix_runner_press_other_key(c(), kind(by), by.number));
    }

    Point somewhere() {
        const std::span<const Item> items = menus_.view();
        rondix_runner_view(c());
        if (items.empty() || number(4) == 0)
            return {static_cast<float>(number(1280)), static_cast<float>(number(720))};
        return items[number(static_cast<std::uint32_t>(items.size()))].bounds.middle();
    }

    void point() {
        const Device by = number(2) == 0 ? Device::mouse : Device::finger(0);
        const Point at = somewhere();
        const rondix_point there{at.x, at.y};
        same(menus_.pointer_moves(at, by), rondix_runner_pointer_moves(c(), there, kind(by), 0));
        if (number(2) == 0) return;
        same(menus_.pointer_presses(at, by),
             rondix_runner_pointer_presses(c(), there, kind(by), 0));
        if (number(3) == 0) advance();
        same(menus_.pointer_releases(at, by),
             rondix_runner_pointer_releases(c(), there, kind(by), 0));
    }

    void scroll() {
        const Point at = somewhere();
        const float lines = static_cast<float>(number(9)) - 4;
        same(menus_.scroll(at, lines, 1), rondix_runner_scroll(c(), {at.x, at.y}, lines, 1));
    }

    void answer() {
        const Answer how = number(4) == 0 ? Answer::failed : Answer::done;
        const auto c_how = rondix_answer(how);
        const LoadTicket load = menus_.load_ticket();
        EXPECT_EQ(static_cast<rondix_ticket>(load), rondix_runner_load_ticket(c()));
        same(menus_.report_progress(load, 0.3F),
             rondix_runner_report_progress(c(), static_cast<rondix_ticket>(load), 0.3F));
        same(menus_.finish(load, how),
             rondix_runner_finish_load(c(), static_cast<rondix_ticket>(load), c_how));
        for (std::uint32_t i = 0; i < both_.flow.requests.size(); ++i) {
            const RequestTicket ticket = menus_.request_ticket(RequestId(i));
            EXPECT_EQ(static_cast<rondix_ticket>(ticket), rondix_runner_request_ticket(c(), i));
            same(menus_.finish(ticket, how),
                 rondix_runner_finish_request(c(), static_cast<rondix_ticket>(ticket), c_how));
        }
        const std::uint32_t scene = number(3);
        menus_.set_loaded(SceneId(scene), scene == 0);
        rondix_runner_set_loaded(c(), scene, scene == 0);
        same(menus_.is_loaded(SceneId(scene)), rondix_runner_is_loaded(c(), scene));
    }

    void set() {
        const std::uint32_t flag = number(6), setting = number(5), value = number(5);
        same(menus_.set_flag(FlagId(flag), value % 2 == 0),
             rondix_runner_set_flag(c(), flag, value % 2 == 0));
        same(menus_.set_setting(SettingId(setting), static_cast<std::uint16_t>(value)),
             rondix_runner_set_setting(c(), setting, value));
        same(menus_.set_text(SettingId(setting), "Ilo"),
             rondix_runner_set_text(c(), setting, "Ilo"));
    }

    void show() {
        const ControlId control = some_control();
        const auto id = static_cast<rondix_id>(control);
        same(menus_.set_shown_text(control, "shown"),
             rondix_runner_set_shown_text(c(), id, "shown"));
        same(menus_.set_shown_value(control, "27"), rondix_runner_set_shown_value(c(), id, "27"));
        same(menus_.set_shown_share(control, 0.4F), rondix_runner_set_shown_share(c(), id, 0.4F));
        same(menus_.set_shown_picture(control, own_picture(3)),
             rondix_runner_set_shown_picture(c(), id, rondix_own_picture(3)));
        menus_.bring_into_view(control);
        rondix_runner_bring_into_view(c(), id);
    }

    void type() {
        EXPECT_EQ(number_of(menus_.typing()), rondix_runner_typing(c()));
        same(menus_.type("fog"), rondix_runner_type(c(), "fog"));
        same(menus_.erase(), rondix_runner_erase(c()));
        EXPECT_EQ(menus_.typed(), text_of(rondix_runner_typed(c())));
    }

    void code() {
        const Device by = number(2) == 0 ? Device::keyboard : Device::pad(0);
        const std::uint32_t code = number(12);
        same(menus_.press_code(by, Code{code}),
             rondix_runner_press_code(c(), kind(by), by.number, code));
        menus_.release_code(by, Code{code});
        rondix_runner_release_code(c(), kind(by), by.number, code);
        const std::uint32_t target = number(11);
        same(menus_.rebind(by.kind, Code{code}, Target(target)),
             rondix_runner_rebind(c(), kind(by), code, target));
    }

    void layout() {
        const auto width = static_cast<float>(400 + number(1500)),
                   height = static_cast<float>(400 + number(900));
        menus_.resize(width, height);
        rondix_runner_resize(c(), width, height);
        const bool mirrored = number(3) == 0;
        menus_.set_mirrored(mirrored);
        rondix_runner_set_mirrored(c(), mirrored);
        menus_.set_motion(!mirrored);
        rondix_runner_set_motion(c(), !mirrored);
    }

    void rows() {
        const rondix_rows rows{number(30), nullptr, c_row};
        for (std::uint32_t i = 0; i < both_.flow.controls.size(); ++i) {
            same(menus_.set_rows(ControlId{i}, {rows.count, nullptr, cpp_row}),
                 rondix_runner_set_rows(c(), i, &rows));
            same(menus_.choose_row(ControlId{i}, rows.count / 2),
                 rondix_runner_choose_row(c(), i, rows.count / 2));
        }
    }

    void gone() {
        const Device device = this->device();
        menus_.device_gone(device);
        rondix_runner_device_gone(c(), kind(device), device.number);
    }

    /// One of the moves that can happen.
    void replay() {
        std::vector<Move> moves(max_moves(both_.flow));
        const std::size_t count = list_moves(both_.flow, menus_.menu_state(), moves);
        std::vector<rondix_move> c_moves(rondix_max_moves(both_.c_flow));
        ASSERT_EQ(c_moves.size(), moves.size());
        ASSERT_EQ(rondix_list_moves(both_.c_flow, rondix_runner_menu_state(c()), c_moves.data(),
                                    c_moves.size()),
                  count);
        const std::uint32_t i = number(static_cast<std::uint32_t>(count));
        EXPECT_TRUE(rondix_is_move_of(both_.c_flow, c_moves[i]));
        same(menus_.replay(moves[i]), rondix_runner_replay(c(), c_moves[i]));
    }

    void advance() {
        const double seconds = std::pow(10.0, static_cast<double>(number(30)) / 10 - 2);
        menus_.advance(seconds);
        rondix_runner_advance(c(), seconds);
    }

    ControlId some_control() {
        return ControlId{number(static_cast<std::uint32_t>(both_.flow.controls.size()))};
    }

    Both& both_;
    Runner& menus_;
    std::mt19937 random_;
};

void expect_same(const rondix_rect& one, const Rect& other) {
    EXPECT_EQ(std::tie(one.x, one.y, one.width, one.height),
              std::tie(other.x, other.y, other.width, other.height));
}

void expect_same_view(Both& both) {
    const std::span<const Item> items = both.menus->view();
    ASSERT_EQ(rondix_runner_view(both.c), items.size());
    for (std::size_t i = 0; i < items.size(); ++i) {
        const Item& item = items[i];
        rondix_item is{};
        ASSERT_TRUE(rondix_runner_item(both.c, i, &is));
        EXPECT_EQ(is.kind, static_cast<std::uint32_t>(item.kind));
        EXPECT_EQ(is.state, static_cast<std::uint32_t>(item.state));
        EXPECT_EQ(is.leaving, item.leaving);
        EXPECT_EQ(is.style, index(item.style));
        expect_same(is.bounds, item.bounds);
        expect_same(is.clip, item.clip);
        EXPECT_EQ(is.transform.xx, item.transform.xx);
        EXPECT_EQ(is.transform.y0, item.transform.y0);
        EXPECT_TRUE(are_same_numbers(is.look, item.look));
        EXPECT_EQ(is.look.ink.red, item.look.ink.red);
        EXPECT_EQ(is.look.opacity, item.look.opacity);
        EXPECT_EQ(is.look.corner, item.look.corner);
        EXPECT_TRUE(std::ranges::equal(is.shares, item.shares));
        EXPECT_EQ(text_of(is.text), item.text);
        EXPECT_EQ(text_of(is.name), item.name);
        EXPECT_EQ(text_of(is.value), item.value);
        EXPECT_EQ(is.text_scale, item.text_scale);
        EXPECT_EQ(is.align, static_cast<std::uint32_t>(item.align));
        EXPECT_EQ(is.padding.bottom, item.padding[3]);
        EXPECT_EQ(is.picture, number_of(item.picture));
        EXPECT_EQ(is.amount, item.amount);
        EXPECT_EQ(is.row, item.row);
        EXPECT_EQ(is.screen, number_of(item.screen));
        EXPECT_EQ(is.control, number_of(item.control));
    }
    rondix_item beyond;
    EXPECT_FALSE(rondix_runner_item(both.c, items.size(), &beyond));
}

void expect_same_state(Both& both) {
    const MenuState& now = both.menus->menu_state();
    const rondix_menu_state* const is = rondix_runner_menu_state(both.c);
    std::size_t count = 0;
    const std::uint16_t* const words = rondix_menu_state_words(is, &count);
    ASSERT_TRUE(std::ranges::equal(std::span(words, count), now.words()));
    EXPECT_EQ(rondix_menu_state_scene(is), number_of(now.scene()));
    EXPECT_EQ(static_cast<int>(rondix_menu_state_phase(is)), static_cast<int>(now.phase()));
    ASSERT_EQ(rondix_menu_state_depth(is), now.depth());
    for (std::size_t i = 0; i < now.depth(); ++i) {
        EXPECT_EQ(rondix_menu_state_screen_at(is, i), number_of(now.screen_at(i)));
        EXPECT_EQ(rondix_menu_state_question_at(is, i), number_of(now.question_at(i)));
        EXPECT_EQ(rondix_menu_state_pages_at(is, i), now.pages_at(i));
    }
    EXPECT_EQ(rondix_menu_state_foremost(is), number_of(now.foremost()));
    EXPECT_EQ(rondix_menu_state_current(is), number_of(now.current()));
    EXPECT_EQ(rondix_menu_state_question(is), number_of(now.question()));
    EXPECT_EQ(rondix_menu_state_bottom(is), number_of(now.bottom()));
    for (std::uint32_t i = 0; i < both.flow.screens.size(); ++i) {
        EXPECT_EQ(rondix_menu_state_is_open(is, i), now.is_open(ScreenId(i)));
        EXPECT_EQ(rondix_menu_state_height_of(is, i), now.height_of(ScreenId(i)));
        EXPECT_EQ(rondix_runner_focus_of(both.c, i), number_of(both.menus->focus_of(ScreenId(i))));
    }
    for (std::uint32_t i = 0; i < both.flow.flags.size(); ++i)
        EXPECT_EQ(rondix_menu_state_flag(both.c_flow, is, i), now.flag(FlagId(i)));
    for (std::uint32_t i = 0; i < both.flow.events.size(); ++i) {
        EXPECT_EQ(rondix_menu_state_waits(both.c_flow, is, i), now.waits(EventId(i)));
        EXPECT_EQ(rondix_runner_time_until_due(both.c, i),
                  both.menus->time_until_due(EventId(i)).value_or(-1));
    }
    for (std::uint32_t i = 0; i < both.flow.pages.size(); ++i)
        EXPECT_EQ(rondix_page_of(both.c_flow, is, i), page_of(both.flow, now, PagesId(i)));
    EXPECT_EQ(rondix_runs(both.c_flow, is), runs(both.flow, now));
    EXPECT_EQ(rondix_paused(both.c_flow, is), paused(both.flow, now));
    EXPECT_EQ(rondix_in_play(both.c_flow, is), in_play(both.flow, now));
    EXPECT_EQ(rondix_shows_pointer(both.c_flow, is), shows_pointer(both.flow, now));
    EXPECT_EQ(rondix_load_can_end(both.c_flow, is), load_can_end(both.flow, now));
    EXPECT_EQ(rondix_awaited_request(both.c_flow, rondix_menu_state_current(is),
                                     rondix_menu_state_question(is)),
              number_of(awaited_request(both.flow, now.current(), now.question())));
}

void expect_same_controls(Both& both) {
    const MenuState& now = both.menus->menu_state();
    const rondix_menu_state* const is = rondix_runner_menu_state(both.c);
    Runner& menus = *both.menus;
    for (std::uint32_t i = 0; i < both.flow.controls.size(); ++i) {
        const ControlId control{i};
        EXPECT_EQ(rondix_usable(both.c_flow, is, i), usable(both.flow, now, control));
        EXPECT_EQ(rondix_shown(both.c_flow, is, i), shown(both.flow, now, control));
        EXPECT_EQ(rondix_hidden(both.c_flow, is, i), hidden(both.flow, now, control));
        expect_same(rondix_runner_bounds_of(both.c, i), menus.bounds_of(control));
        expect_same(rondix_runner_seen_of(both.c, i), menus.seen_of(control));
        expect_same(rondix_runner_bounds_of_row(both.c, i, 1), menus.bounds_of_row(control, 1));
        EXPECT_EQ(rondix_runner_row_in_focus(both.c, i), menus.row_in_focus(control));
        EXPECT_EQ(rondix_runner_route(both.c, i, RONDIX_DOWN),
                  number_of(menus.route(control, Button::down)));
        const AccessibleInfo info = menus.accessible_info(control);
        const rondix_accessible_info said = rondix_runner_accessible_info(both.c, i);
        EXPECT_EQ(said.role, static_cast<std::uint32_t>(info.role));
        EXPECT_EQ(text_of(said.name), info.name);
        EXPECT_EQ(text_of(said.value), info.value);
        EXPECT_EQ(text_of(said.hint), info.hint);
        EXPECT_EQ(
            std::tie(said.row, said.rows, said.focused, said.disabled, said.pressed, said.on),
            std::tie(info.row, info.rows, info.focused, info.disabled, info.pressed, info.on));
    }
}

void expect_same_rest(Both& both) {
    Runner& menus = *both.menus;
    EXPECT_EQ(rondix_runner_focus(both.c), number_of(menus.focus()));
    EXPECT_EQ(rondix_runner_unfolded(both.c), number_of(menus.unfolded()));
    EXPECT_EQ(rondix_runner_listening(both.c), number_of(menus.listening()));
    EXPECT_EQ(rondix_runner_pointer_shown(both.c), menus.pointer_shown());
    std::uint32_t number = 99;
    EXPECT_EQ(static_cast<int>(rondix_runner_device(both.c, &number)),
              static_cast<int>(menus.device().kind));
    EXPECT_EQ(number, menus.device().number);
    EXPECT_EQ(rondix_runner_time_until_change(both.c), menus.time_until_change().value_or(-1));
    EXPECT_EQ(rondix_runner_time_left(both.c), menus.time_left().value_or(-1));
    EXPECT_EQ(rondix_runner_time_until_load_timeout(both.c),
              menus.time_until_load_timeout().value_or(-1));
    EXPECT_EQ(rondix_runner_moves_made(both.c), menus.moves_made());
    EXPECT_EQ(rondix_runner_needs_redraw(both.c), menus.needs_redraw());
    EXPECT_EQ(rondix_runner_canvas(both.c).scale, menus.canvas().scale);
    EXPECT_EQ(rondix_runner_canvas(both.c).origin.x, menus.canvas().origin.x);
    for (std::uint32_t i = 0; i < both.flow.settings.size(); ++i) {
        EXPECT_EQ(rondix_runner_value_of(both.c, i), menus.value_of(SettingId(i)));
        EXPECT_EQ(rondix_runner_kept_value_of(both.c, i), menus.kept_value_of(SettingId(i)));
        EXPECT_EQ(text_of(rondix_runner_text_of(both.c, i)), menus.text_of(SettingId(i)));
        EXPECT_EQ(text_of(rondix_runner_shown_value(both.c, i)), menus.shown_value(SettingId(i)));
    }
}

/// What an effect is about, by the one question that knows it.
rondix_id about(const Effect& effect) {
    const rondix_id all[] = {number_of(effect.scene()),
                             number_of(effect.cue()),
                             number_of(effect.request()),
                             number_of(effect.setting()),
                             number_of(effect.screen()),
                             number_of(effect.control()),
                             number_of(effect.word()),
                             effect.tune() == silence ? RONDIX_NONE : number_of(effect.tune())};
    if (effect.kind == EffectKind::music && effect.tune() == silence) return RONDIX_SILENCE;
    for (const rondix_id one : all)
        if (one != RONDIX_NONE) return one;
    return RONDIX_NONE;
}

std::size_t expect_same_effects(Both& both) {
    const std::span<const Effect> effects = both.menus->take_effects();
    rondix_effect is;
    for (const Effect& effect : effects) {
        EXPECT_TRUE(rondix_runner_take_effect(both.c, &is));
        EXPECT_EQ(is.kind, static_cast<std::uint32_t>(effect.kind));
        EXPECT_EQ(is.value, effect.value);
        EXPECT_EQ(is.about, about(effect));
        EXPECT_EQ(is.ticket, static_cast<rondix_ticket>(effect.load_ticket()) +
                                 static_cast<rondix_ticket>(effect.request_ticket()));
    }
    EXPECT_FALSE(rondix_runner_take_effect(both.c, &is));
    const std::span<const Move> moves = both.menus->take_moves();
    rondix_move made;
    for (const Move& move : moves) {
        EXPECT_TRUE(rondix_runner_take_move(both.c, &made));
        EXPECT_EQ(made.kind, static_cast<std::uint8_t>(move.kind));
        EXPECT_EQ(std::tie(made.value, made.subject), std::tie(move.value, move.subject));
    }
    EXPECT_FALSE(rondix_runner_take_move(both.c, &made));
    return effects.size();
}

void play_both(Both& both, std::uint32_t seed, int inputs) {
    Hands hands(both, seed);
    both.menus->start();
    rondix_runner_start(both.c);
    std::size_t effects = 0;
    for (int i = 0; i < inputs && !testing::Test::HasFailure(); ++i) {
        hands.do_something();
        effects += expect_same_effects(both);
        expect_same_state(both);
        expect_same_rest(both);
        if (i % 4 == 0) {
            expect_same_controls(both);
            expect_same_view(both);
        }
    }
    EXPECT_GT(effects, 3u);
}

TEST(CInterface, DoesWhatTheRunnerDoesOnTheDemo) {
    const FlowFile file = demo_flow();
    for (std::uint32_t seed = 0; seed < part_of(how_many(20)); ++seed) {
        SCOPED_TRACE(seed);
        Both both(*file.compiled);
        play_both(both, seed, 400);
    }
}

TEST(CInterface, DoesWhatTheRunnerDoesOnRandomFlows) {
    for (std::uint32_t seed = 0; seed < part_of(how_many(300)); ++seed) {
        const std::string text = random_flow(seed, seed % 3 == 0 ? Shape::levels : Shape::rich);
        SCOPED_TRACE(std::to_string(seed) + "\n" + text);
        const FlowFile file = load_flow_text("random", text);
        ASSERT_TRUE(file.compiled);
        Both both(*file.compiled);
        play_both(both, seed, 100);
        if (HasFailure()) return;
    }
}

/// States of one's own, moved by apply().
TEST(CInterface, MovesMenuStatesAsApplyDoes) {
    for (std::uint32_t seed = 0; seed < part_of(how_many(200)); ++seed) {
        const FlowFile file = load_flow_text("random", random_flow(seed, Shape::rich));
        Both both(*file.compiled);
        MenuState now(both.flow);
        rondix_menu_state* const is = rondix_menu_state_new(both.c_flow);
        rondix_menu_state* const other = rondix_menu_state_new(both.c_flow);
        start_flow(both.flow, now);
        EXPECT_TRUE(rondix_start_flow(both.c_flow, is).answered || rondix_menu_state_depth(is) > 0);
        std::mt19937 random(seed);
        std::vector<Move> moves(max_moves(both.flow));
        for (int i = 0; i < 60; ++i) {
            const std::size_t count = list_moves(both.flow, now, moves);
            const Move move = moves[random() % count];
            const Outcome expected = apply(both.flow, now, move);
            rondix_menu_state_assign(other, is);
            const rondix_outcome outcome = rondix_apply(
                both.c_flow, is, {static_cast<std::uint8_t>(move.kind), move.value, move.subject});
            EXPECT_EQ(std::tie(outcome.answered, outcome.loads, outcome.quits, outcome.reopens,
                               outcome.leaves, outcome.agreed),
                      std::tie(expected.answered, expected.loads, expected.quits, expected.reopens,
                               expected.leaves, expected.agreed));
            EXPECT_EQ(outcome.asks, number_of(expected.asks));
            std::size_t size = 0;
            const std::uint16_t* const words = rondix_menu_state_words(is, &size);
            ASSERT_TRUE(std::ranges::equal(std::span(words, size), now.words()));
            std::size_t before = 0;
            const bool alike = std::ranges::equal(
                std::span(words, size), std::span(rondix_menu_state_words(other, &before), size));
            EXPECT_EQ(rondix_menu_state_equal(is, other), alike);
        }
        rondix_menu_state_free(is);
        rondix_menu_state_free(other);
    }
}

} // namespace
} // namespace rondix::test
