// rondix.h, part by part: names, packed flows, saved states, callbacks, conformance; numbers that
// mean nothing do no harm; and the examples in C and Python play the demo's walkthroughs.
#include "c_interface_fixture.hpp"
#include "rondix/effect_text.hpp"
#include "rondix/saved_state.hpp"
#include "rondix/tools/walkthrough.hpp"
#include "tool_runner.hpp"

#include <random>

namespace rondix::test {
namespace {

/// Names and numbers of all kinds lead to each other.
TEST(CInterfaceParts, KnowsTheNamesOfAFlow) {
    const FlowFile file = demo_flow();
    Both both(*file.compiled);
    const rondix_flow* const flow = both.c_flow;
    EXPECT_EQ(text_of(rondix_flow_game(flow)), "Tidewick Ferry");
    EXPECT_EQ(rondix_flow_design_size(flow).width, 1280);
    EXPECT_TRUE(rondix_flow_can_quit(flow));
    EXPECT_EQ(rondix_flow_devices(flow), both.flow.devices);
    EXPECT_EQ(rondix_names_hash(flow), names_hash(both.flow));
    EXPECT_EQ(rondix_verify(flow, nullptr), RONDIX_DONE);
    using Find = rondix_id (*)(const rondix_flow*, const char*);
    const std::pair<rondix_kind, Find> finds[] = {
        {RONDIX_SCENES, rondix_flow_scene},     {RONDIX_SCREENS, rondix_flow_screen},
        {RONDIX_FLAGS, rondix_flow_flag},       {RONDIX_EVENTS, rondix_flow_event},
        {RONDIX_KEYS, rondix_flow_key},         {RONDIX_REQUESTS, rondix_flow_request},
        {RONDIX_SETTINGS, rondix_flow_setting}, {RONDIX_PICTURES, rondix_flow_picture}};
    for (const auto& [kind, find] : finds) {
        const std::size_t count = rondix_flow_count(flow, kind);
        EXPECT_GT(count, 0u) << kind;
        for (rondix_id id = 0; id < count; ++id)
            EXPECT_EQ(find(flow, text_of(rondix_flow_name(flow, kind, id)).c_str()), id);
        EXPECT_EQ(find(flow, "no such name"), RONDIX_NONE);
        EXPECT_EQ(find(flow, nullptr), RONDIX_NONE);
        EXPECT_FALSE(rondix_flow_has(flow, kind, static_cast<rondix_id>(count)));
    }
    const rondix_id title = rondix_flow_screen(flow, "title");
    const rondix_id cast_off = rondix_flow_control(flow, title, "cast-off");
    rondix_control control;
    ASSERT_TRUE(rondix_flow_control_of(flow, cast_off, &control));
    EXPECT_EQ(control.kind, static_cast<std::uint32_t>(RONDIX_CONTROL_BUTTON));
    EXPECT_EQ(control.screen, title);
    EXPECT_EQ(text_of(control.text), "Cast off");
    EXPECT_EQ(text_of(rondix_flow_file(flow, RONDIX_SCENES, 0)),
              both.flow.text(both.flow.scenes[0].file));
    rondix_setting music;
    const rondix_id id = rondix_flow_setting(flow, "music");
    ASSERT_TRUE(rondix_flow_setting_of(flow, id, &music));
    EXPECT_EQ(music.kind, static_cast<std::uint32_t>(RONDIX_NUMBER));
    EXPECT_EQ(music.from + static_cast<float>(music.values - 1) * music.by, 100);
    EXPECT_EQ(text_of(rondix_flow_value_word(flow, id, music.values - 1)), "100");
    EXPECT_EQ(text_of(rondix_flow_value_word(flow, id, music.values)), "");
    rondix_style style;
    for (rondix_id i = 0; i < rondix_flow_count(flow, RONDIX_STYLES); ++i) {
        ASSERT_TRUE(rondix_flow_style(flow, i, &style));
        const Style& real = both.flow.looks.styles[i];
        EXPECT_EQ(style.text_size, real.text_size);
        EXPECT_EQ(style.font, index(real.font));
        for (std::size_t state = 0; state < look_state_count; ++state) {
            EXPECT_TRUE(are_same_numbers(style.looks[state], real.looks[state]));
            EXPECT_EQ(style.dresses[state].image, number_of(real.dresses[state].image));
            EXPECT_EQ(style.dresses[state].slices.bottom, real.dresses[state].slices[3]);
        }
    }
    EXPECT_EQ(text_of(rondix_control_kind_name(RONDIX_SLIDER)), "slider");
    EXPECT_EQ(text_of(rondix_control_kind_name(99)), "");
    EXPECT_EQ(text_of(rondix_device_kind_name(RONDIX_TOUCH)), "touch");
    EXPECT_EQ(rondix_own_number(rondix_own_picture(12)), 12u);
    EXPECT_EQ(rondix_own_picture(0x7FFF), RONDIX_NONE);
    EXPECT_EQ(rondix_own_number(0), RONDIX_NONE);
}

/// Names that become alike in C are told apart, and no name of a game ends the comment it is in.
TEST(CInterfaceParts, NamesOfAnyFlowAreNamesOfC) {
    const FlowFile file = good_flow("rondix: 1\ngame: \"End */ int main\"\nstart: a\nscreens:\n"
                                    "  a: { controls: [ { button: b-c, press: open a-b }, "
                                    "{ button: new, press: quit } ] }\n"
                                    "  a-b: { controls: [ { button: c, press: back } ] }\n");
    const std::filesystem::path header = scratch() / "names.ids.h";
    std::ofstream(header) << ids_as_c(*file.compiled);
    const std::string text = contents(header);
    EXPECT_NE(text.find("controls_a_b_c = "), std::string::npos) << text;
    EXPECT_NE(text.find("controls_a_b_c_2 = "), std::string::npos) << text;
    const Ran compiled = shell("cc -std=c99 -Wall -Wextra -Werror -pedantic -fsyntax-only -x c '" +
                               header.string() + "'");
    EXPECT_EQ(compiled.status, 0) << compiled.output << text;
}

/// Images that are none are refused with words; one that stands oddly is read all the same.
TEST(CInterfaceParts, OpensWhatIsAFlow) {
    const std::string packed = pack(*demo_flow().compiled);
    std::vector<std::byte> room(packed.size() + 64);
    for (std::size_t shift = 0; shift < 17; ++shift) {
        std::memcpy(room.data() + shift, packed.data(), packed.size());
        rondix_flow* flow = nullptr;
        ASSERT_EQ(rondix_open_packed(room.data() + shift, packed.size(), &flow, nullptr),
                  RONDIX_DONE);
        EXPECT_NE(rondix_flow_screen(flow, "title"), RONDIX_NONE);
        rondix_flow_free(flow);
    }
    rondix_words why;
    for (const std::size_t size : {std::size_t{0}, std::size_t{3}, packed.size() - 1}) {
        auto* flow = reinterpret_cast<rondix_flow*>(&why);
        EXPECT_NE(rondix_open_packed(packed.data(), size, &flow, &why), RONDIX_DONE);
        EXPECT_EQ(flow, nullptr);
        EXPECT_GT(std::strlen(why.text), 10u);
    }
    rondix_flow_free(nullptr);
    rondix_runner_free(nullptr);
}

/// Numbers and kinds that nobody has.
TEST(CInterfaceParts, TakesAnyNumberWithoutHarm) {
    const FlowFile file = demo_flow();
    Both both(*file.compiled);
    rondix_runner* const c = both.c;
    const rondix_flow* const flow = both.c_flow;
    rondix_runner_start(c);
    for (const std::uint32_t n : {0u, 1u, 7u, 63u, 200u, 0x7FFFu, 0x8000u, 0xFFFEu, 0xFFFFu,
                                  0x10000u, 0x10001u, 0x7FFFFFFFu, 0xFFFFFFFEu, 0xFFFFFFFFu}) {
        const auto kind = static_cast<rondix_device_kind>(n);
        const auto button = static_cast<rondix_button>(n);
        rondix_runner_press(c, button, kind, n);
        rondix_runner_release(c, button, kind, n);
        rondix_runner_press(c, button, RONDIX_PAD, n);
        rondix_runner_press_key(c, n, kind, n);
        rondix_runner_press_code(c, kind, n, n);
        rondix_runner_pointer_presses(c, {NAN, 1e38F}, kind, n);
        rondix_runner_pointer_releases(c, {0, 0}, kind, n);
        rondix_runner_device_gone(c, kind, n);
        rondix_runner_post(c, n);
        EXPECT_FALSE(rondix_runner_finish_load(c, n, static_cast<rondix_answer>(9)));
        rondix_runner_set_loaded(c, n, true);
        rondix_runner_set_flag(c, n, true);
        rondix_runner_set_setting(c, n, n);
        rondix_runner_set_text(c, n, nullptr);
        rondix_runner_set_shown_picture(c, n, n);
        const rondix_rows rows{n, nullptr, nullptr};
        rondix_runner_set_rows(c, n, &rows);
        rondix_runner_choose_row(c, n, n);
        rondix_runner_route(c, n, button);
        rondix_runner_rebind(c, kind, n, n);
        rondix_runner_accessible_info(c, n);
        rondix_runner_places_of(c, n, nullptr, 0);
        rondix_runner_replay(c, {static_cast<std::uint8_t>(n), static_cast<std::uint16_t>(n), n});
        rondix_flow_name(flow, static_cast<rondix_kind>(n), n);
        rondix_flow_file(flow, static_cast<rondix_kind>(n), n);
        rondix_flow_control(flow, n, "cast-off");
        rondix_flow_pages_named(flow, n, "x");
        rondix_target_name(flow, n);
        rondix_question_of(flow, n, n);
        EXPECT_EQ(rondix_flow_count(flow, static_cast<rondix_kind>(n + 100)), 0u);
        const rondix_menu_state* const now = rondix_runner_menu_state(c);
        rondix_menu_state_screen_at(now, n);
        rondix_menu_state_is_open(now, n);
        rondix_menu_state_flag(flow, now, n);
        rondix_usable(flow, now, n);
        rondix_page_of(flow, now, n);
        rondix_awaited_request(flow, n, n);
        rondix_menu_state* const state = rondix_menu_state_new(flow); // not started
        EXPECT_EQ(rondix_menu_state_current(state), RONDIX_NONE);
        EXPECT_FALSE(rondix_usable(flow, state, n));
        EXPECT_FALSE(rondix_apply(flow, state, {3, 0, 0}).answered);
        EXPECT_EQ(rondix_list_moves(flow, state, nullptr, 0), 0u);
        rondix_menu_state_free(state);
        rondix_runner_advance(c, n);
        rondix_effect effect;
        while (rondix_runner_take_effect(c, &effect)) {
        }
        EXPECT_GT(rondix_runner_view(c), 0u);
    }
    EXPECT_TRUE(rondix_runner_flow(c) == flow);
}

/// A player's place is kept as text and found again, and taken over by another Runner.
TEST(CInterfaceParts, KeepsAndRestoresWhereThePlayerIs) {
    const FlowFile file = demo_flow();
    Both both(*file.compiled);
    rondix_runner_start(both.c);
    ASSERT_TRUE(
        rondix_runner_finish_load(both.c, rondix_runner_load_ticket(both.c), RONDIX_ANSWER_DONE));
    const rondix_id options =
        rondix_flow_control(both.c_flow, rondix_flow_screen(both.c_flow, "title"), "options");
    ASSERT_TRUE(rondix_runner_replay(both.c, {RONDIX_MOVE_PRESS, 0, options}));
    rondix_saved* saved = nullptr;
    rondix_words why;
    ASSERT_EQ(rondix_saved_of(both.c, &saved, &why), RONDIX_DONE);
    const std::string text = text_of(rondix_saved_text(saved));
    EXPECT_EQ(text_of(rondix_saved_scene(saved)), "pier");
    rondix_saved_free(saved);

    ASSERT_EQ(rondix_saved_read(text.c_str(), &saved, &why), RONDIX_DONE) << why.text;
    rondix_runner* const later = rondix_runner_new(both.c_flow);
    rondix_runner* const fresh = rondix_runner_new(both.c_flow);
    const rondix_limits limits{5, 100};
    rondix_restored* how = rondix_restore(later, saved, &limits);
    ASSERT_NE(how, nullptr);
    EXPECT_FALSE(rondix_restored_at_home(how));
    EXPECT_EQ(rondix_restored_dropped(how), 0u);
    EXPECT_EQ(text_of(rondix_restored_words(how, 3)), "");
    EXPECT_TRUE(
        rondix_menu_state_equal(rondix_runner_menu_state(later), rondix_runner_menu_state(both.c)));
    rondix_restored_free(how);
    how = rondix_take_over(fresh, later, &limits);
    EXPECT_FALSE(rondix_restored_at_home(how));
    EXPECT_TRUE(
        rondix_menu_state_equal(rondix_runner_menu_state(fresh), rondix_runner_menu_state(both.c)));
    rondix_restored_free(how);
    rondix_saved_free(saved);
    EXPECT_NE(rondix_saved_read("{\"rondix\":", &saved, &why), RONDIX_DONE);
    EXPECT_EQ(saved, nullptr);
    EXPECT_GT(std::strlen(why.text), 5u);
    rondix_runner_free(later);
    rondix_runner_free(fresh);
}

/// Callbacks of C are asked, and what they say counts.
TEST(CInterfaceParts, AsksItsCallbacks) {
    const FlowFile file = demo_flow();
    Both both(*file.compiled);
    rondix_runner* const c = both.c;
    int measured = 0;
    const rondix_text_measurer measurer{
        &measured,
        [](void* count, const rondix_text_to_measure* text) {
            ++*static_cast<int*>(count);
            return rondix_size{text->size * static_cast<float>(text->text.length), text->size};
        },
        nullptr};
    rondix_runner_set_text_measurer(c, &measurer);
    const rondix_translator translator{
        nullptr, [](void*, rondix_text written) {
            return text_of(written) == "Cast off" ? rondix_text{"Leinen los", 10} : written;
        }};
    rondix_runner_set_translator(c, &translator);
    rondix_bindings* const keys = rondix_bindings_new(both.c_flow);
    EXPECT_TRUE(rondix_bindings_add(keys, RONDIX_KEYBOARD, 40, RONDIX_ACCEPT));
    EXPECT_FALSE(rondix_bindings_add(keys, static_cast<rondix_device_kind>(17), 40, RONDIX_BACK));
    EXPECT_EQ(rondix_bindings_meaning(keys, RONDIX_KEYBOARD, 40),
              static_cast<rondix_target>(RONDIX_ACCEPT));
    EXPECT_EQ(rondix_bindings_meaning(keys, RONDIX_KEYBOARD, 41), RONDIX_NONE);
    const rondix_code_names names{nullptr, [](void*, rondix_device_kind, std::uint32_t) {
                                      return rondix_text{"Enter", 5};
                                  }};
    rondix_runner_set_bindings(c, keys, &names);
    rondix_bindings_free(keys);
    rondix_runner_start(c);
    rondix_runner_finish_load(c, rondix_runner_load_ticket(c), RONDIX_ANSWER_DONE);
    EXPECT_GT(measured, 10);
    const rondix_id cast_off =
        rondix_flow_control(both.c_flow, rondix_flow_screen(both.c_flow, "title"), "cast-off");
    EXPECT_EQ(text_of(rondix_runner_accessible_info(c, cast_off).name), "Leinen los");
    rondix_control control;
    ASSERT_TRUE(rondix_flow_control_of(both.c_flow, cast_off, &control));
    EXPECT_EQ(text_of(rondix_runner_shown_text(c, control.text)), "Leinen los");
    const rondix_id reset =
        rondix_flow_control(both.c_flow, rondix_flow_screen(both.c_flow, "options"), "reset");
    EXPECT_EQ(text_of(rondix_runner_accessible_info(c, reset).hint),
              "Hold Enter to set everything back");
    std::uint32_t codes[RONDIX_MOST_CODES];
    EXPECT_EQ(
        rondix_bindings_codes(rondix_runner_bindings(c), RONDIX_KEYBOARD, RONDIX_ACCEPT, codes),
        1u);
    EXPECT_EQ(codes[0], 40u);
    rondix_bindings* const copy = rondix_bindings_copy(rondix_runner_bindings(c));
    EXPECT_TRUE(rondix_bindings_rebind(copy, RONDIX_KEYBOARD, 41, RONDIX_ACCEPT));
    EXPECT_FALSE(rondix_bindings_is_default(copy, RONDIX_KEYBOARD, RONDIX_ACCEPT));
    rondix_runner_choose_bindings(c, copy);
    rondix_bindings_free(copy);
    rondix_runner_advance(c, 1);
    EXPECT_TRUE(rondix_runner_press_code(c, RONDIX_KEYBOARD, 0, 41));
}

/// A game in C that goes on when it is asked to quit.
TEST(CInterfaceParts, TellsWhereAGameBreaksItsPart) {
    const FlowFile file = demo_flow();
    Both both(*file.compiled);
    rondix_runner* const c = both.c;
    rondix_conformance* const watch = rondix_conformance_new(c, nullptr);
    rondix_runner_start(c);
    rondix_runner_finish_load(c, rondix_runner_load_ticket(c), RONDIX_ANSWER_DONE);
    const auto frame = [&] {
        rondix_effect effect;
        rondix_runner_advance(c, 1);
        while (rondix_runner_take_effect(c, &effect)) {
        }
        return rondix_conformance_look(watch, c, 1);
    };
    EXPECT_EQ(frame(), 0u);
    const rondix_id leave =
        rondix_flow_control(both.c_flow, rondix_flow_screen(both.c_flow, "ashore"), "leave");
    const rondix_id ashore =
        rondix_flow_control(both.c_flow, rondix_flow_screen(both.c_flow, "title"), "leave");
    EXPECT_TRUE(rondix_runner_replay(c, {RONDIX_MOVE_PRESS, 0, ashore}) ||
                rondix_runner_replay(c, {RONDIX_MOVE_BACK, 0, 0}));
    ASSERT_TRUE(rondix_runner_replay(c, {RONDIX_MOVE_PRESS, 0, leave}));
    std::size_t found = 0;
    for (int i = 0; i < 10 && found == 0; ++i) found = frame();
    ASSERT_EQ(found, 1u);
    rondix_breach breach;
    ASSERT_TRUE(rondix_conformance_breach(watch, 0, &breach));
    EXPECT_EQ(breach.kind, static_cast<std::uint32_t>(RONDIX_QUIT_NOT_FOLLOWED));
    EXPECT_EQ(text_of(rondix_breach_kind_name(breach.kind)), "quit-not-followed");
    EXPECT_NE(std::string(breach.words.text).find("asked to quit"), std::string::npos);
    EXPECT_FALSE(rondix_conformance_breach(watch, 1, &breach));
    EXPECT_EQ(rondix_conformance_end(watch, c, 1), 3u); // the demo's three flags
    EXPECT_EQ(rondix_runner_host_record(c).quits_taken, 1u);
    EXPECT_EQ(rondix_runner_host_record(c).effects_waiting, 0u);
    EXPECT_FALSE(rondix_runner_was_set(c, 0));
    rondix_conformance_free(watch);
}

// --- the examples

/// A walkthrough through the Runner: each step with what the game is told.
std::string played_by_runner(const CompiledFlow& flow, const Walkthrough& walk) {
    Runner runner(flow);
    runner.start();
    std::string told;
    WalkPlayer player(runner, walk, [&](const Effect& effect) {
        told += "    " + effect_text(runner, effect) + "\n";
    });
    std::string all = "start\n" + std::exchange(told, "");
    while (!player.done()) {
        player.step();
        const WalkedStep& step = player.report().steps.back();
        if (!step.expectation) all += step.text + "\n" + std::exchange(told, "");
    }
    EXPECT_TRUE(player.report().passed) << walk.source.name();
    return all;
}

std::string without_marks(std::string text) {
    const std::string mark = ": ignored\n";
    for (std::size_t at; (at = text.find(mark)) != std::string::npos;)
        text.replace(at, mark.size(), "\n");
    return text;
}

TEST(CInterfaceParts, TheExamplesPlayTheDemosWalkthroughs) {
    const std::filesystem::path demo = root() / "examples/tidewick/tidewick.flow.yaml";
    const FlowFile file = load_flow(demo.string());
    const std::filesystem::path folder = scratch();
    const std::filesystem::path image = folder / "ferry.rdx", script = folder / "script";
    std::ofstream(image, std::ios::binary)
        << pack(*file.compiled, demo.parent_path().string() + "/");
    const std::string in_c = std::string(RONDIX_FERRY) + " --script < " + script.string();
    const std::string in_python =
        "/usr/bin/python3 " + (root() / "examples/python/ferry.py").string() + " --script " +
        RONDIX_SHARED_LIBRARY + " " + image.string() + " < " + script.string();
    std::size_t ignored = 0, walks = 0;
    for (const std::string& path : walkthroughs_of(demo.string())) {
        SCOPED_TRACE(path);
        const Walkthrough walk = load_walkthrough(path);
        std::ofstream lines(script);
        for (const WalkStep& step : walk.steps)
            if (!step.expect) lines << step.text << "\n";
        lines.close();
        const std::string by_c = output_of(in_c);
        EXPECT_EQ(without_marks(by_c), played_by_runner(*file.compiled, walk));
#if !defined(RONDIX_SANITIZED) // A program that is not loads no library that is.
        EXPECT_EQ(output_of(in_python), by_c);
#endif
        ignored += by_c.find(": ignored") != std::string::npos ? 1 : 0;
        ++walks;
    }
    EXPECT_GE(walks, 4u);
    EXPECT_GE(ignored, 2u);
}

} // namespace
} // namespace rondix::test
