// Menus that are changed in the window: with a real pointer and real keys, and what stands in the
// file then.
#include "editor_fixture.hpp"

#include <atomic>

namespace rondix::test {
namespace {

TEST_F(EditorWindow, DragsResizesTurnsAndUndoes) {
    arrange();
    // From 300, 60 by 40, 33; nothing is near to snap to.
    drag(360, 80, 400, 113);
    const std::string moved = with(flow, "at: top-left, offset: 300 60", "at: top, offset: 80 93");
    ASSERT_TRUE(becomes(moved));
    // Its lower right corner.
    drag(460, 133, 490, 150);
    const std::string larger =
        with(moved, "offset: 80 93, size: 120x40", "offset: 95 93, size: 150x57");
    ASSERT_TRUE(becomes(larger));
    drag(415, 67, 500, 122); // the knob above it, to the right
    const std::string turned = with(larger, "size: 150x57", "size: 150x57, rotate: 90");
    ASSERT_TRUE(becomes(turned));
    key("ctrl+z");
    ASSERT_TRUE(becomes(larger));
    key("ctrl+z");
    key("ctrl+z");
    ASSERT_TRUE(becomes(flow));
    key("ctrl+shift+z");
    ASSERT_TRUE(becomes(moved));
    key("shift+Right");
    ASSERT_TRUE(becomes(with(moved, "80 93", "90 93")));
    EXPECT_TRUE(moves().empty()); // nothing was played meanwhile
}

/// From right to left, too, what is dragged to the right goes there.
TEST_F(EditorWindow, ArrangesFromLeftToRight) {
    write(flow);
    play(path("quay.flow.yaml"));
    key("F4");
    key("F8");
    drag(360, 80, 400, 113);
    ASSERT_TRUE(becomes(with(flow, "at: top-left, offset: 300 60", "at: top, offset: 80 93")));
}

/// Past what stands with it, and not past what stands elsewhere.
TEST_F(EditorWindow, NudgesPastWhatStandsWithIt) {
    const std::string free_one =
        "      - { button: help,  text: Help,  press: open more, place: { at: "
        "top-left, offset: 300 60, size: 120x40 } }\n";
    const std::string last = "      - { button: leave, text: Leave, press: quit }\n";
    const std::string text = with(with(flow, free_one, ""), last, free_one + last);
    arrange(text);
    for (int i = 0; i < 3; ++i) key("Tab"); // the layout, play, more; help stands before leave
    key("Down");
    const std::string more = "      - { button: more,  text: More,  press: open more }\n";
    ASSERT_TRUE(becomes(with(with(text, more, ""), last, last + more)));
    key("Down"); // it is the last
    key("Up");
    ASSERT_TRUE(becomes(with(with(text, more, ""), last, more + last)));
}

TEST_F(EditorWindow, PutsThingsInAnotherOrder) {
    arrange();
    // The column ends at 340: play at 200 to 240, more at 250, leave at 300 to 340.
    drag(120, 320, 120, 205);
    const std::string first = "      - { button: leave, text: Leave, press: quit }\n";
    const std::string wanted =
        with(with(flow, first, ""), "      - { button: play,", first + "      - { button: play,");
    ASSERT_TRUE(becomes(wanted));
    key("ctrl+z");
    ASSERT_TRUE(becomes(flow));
}

TEST_F(EditorWindow, SaysCopiesRenamesAndDeletes) {
    arrange();
    key("Tab"); // the layout
    key("Tab"); // play
    key("t");
    run("xdotool key ctrl+a");
    for (int i = 0; i < 4; ++i) run("xdotool key BackSpace");
    type("Go: now");
    std::string text = with(flow, "text: Play,  press", "text: \"Go: now\", press");
    ASSERT_TRUE(becomes(text));
    key("n");
    type("-two");
    text = with(text, "button: play,", "button: play-two,");
    ASSERT_TRUE(becomes(text));
    key("p");
    for (int i = 0; i < 9; ++i) run("xdotool key BackSpace");
    type("open credits"); // which is not there yet
    text = with(text, "press: open more }   # the way", "press: open credits }   # the way");
    text +=
        "  credits: { title: Credits, controls: [{ button: back, text: Back, press: back }] }\n";
    ASSERT_TRUE(becomes(text));
    key("ctrl+d");
    type(""); // the name that is offered
    key("Escape");
    const std::string copied = with(text, "      - { button: more,",
                                    "      - { button: play-two-2,  text: \"Go: now\", press: open "
                                    "credits }   # the way in\n      - { button: more,");
    ASSERT_TRUE(becomes(copied));
    key("Delete");
    ASSERT_TRUE(becomes(text));
}

TEST_F(EditorWindow, TakesSeveralAlongAndAlignsThem) {
    std::string text = flow;
    text.insert(
        text.find("  more: {"),
        "      - { button: map, text: Map, press: open more, place: { at: top-left, offset: 480 "
        "120, size: 120x40 } }\n");
    arrange(text);
    pointer("mousemove 360 80");
    pointer("click 1");
    run("xdotool keydown shift");
    pointer("mousemove 540 140");
    pointer("click 1");
    run("xdotool keyup shift");
    drag(360, 80, 351, 103);
    std::string moved = with(text, "at: top-left, offset: 300 60", "at: top, offset: 31 83");
    moved = with(moved, "at: top-left, offset: 480 120", "at: right, offset: -49 -17");
    ASSERT_TRUE(becomes(moved));
    key("ctrl+Left"); // the left side of the first
    ASSERT_TRUE(becomes(with(moved, "at: right, offset: -49 -17", "at: middle, offset: 31 -17")));
    key("ctrl+z");
    key("ctrl+z");
    ASSERT_TRUE(becomes(text));
}

/// What somebody saves meanwhile is never written over, and is a step like the others.
TEST_F(EditorWindow, GoesOnWithWhatAnEditorSaves) {
    arrange();
    drag(360, 80, 400, 113);
    const std::string moved = with(flow, "at: top-left, offset: 300 60", "at: top, offset: 80 93");
    ASSERT_TRUE(becomes(moved));
    const std::string saved = with(moved, "# where it begins", "# where all begins");
    write(saved);
    std::this_thread::sleep_for(600ms);
    key("Right");
    const std::string nudged = with(saved, "80 93", "81 93");
    ASSERT_TRUE(becomes(nudged));
    key("ctrl+z");
    ASSERT_TRUE(becomes(saved));
    key("ctrl+z");
    ASSERT_TRUE(becomes(moved));
    key("ctrl+z");
    ASSERT_TRUE(becomes(flow));
}

/// Also between the window's own writing and its reading what it wrote.
TEST_F(EditorWindow, GoesOnWithWhatIsSavedInTheSameMoment) {
    arrange();
    const std::string moved = with(flow, "at: top-left, offset: 300 60", "at: top, offset: 80 93");
    const std::string saved = with(moved, "# where it begins", "# where all begins");
    std::atomic<bool> over = false;
    std::thread somebody([&] {
        while (!over)
            if (now() == moved) return write(saved);
    });
    drag(360, 80, 400, 113);
    const bool is_saved = becomes(saved);
    over = true;
    somebody.join();
    ASSERT_TRUE(is_saved);
    std::this_thread::sleep_for(600ms);
    key("ctrl+z");
    ASSERT_TRUE(becomes(moved));
    key("ctrl+z");
    ASSERT_TRUE(becomes(flow));
}

TEST_F(EditorWindow, LeavesAFileAloneThatNobodyMayWrite) {
    arrange();
    std::filesystem::permissions(path("quay.flow.yaml"), std::filesystem::perms::owner_read);
    drag(360, 80, 400, 113);
    std::this_thread::sleep_for(300ms);
    EXPECT_EQ(now(), flow);
    std::filesystem::permissions(path("quay.flow.yaml"), std::filesystem::perms::owner_all);
    drag(360, 80, 400, 113);
    ASSERT_TRUE(becomes(with(flow, "at: top-left, offset: 300 60", "at: top, offset: 80 93")));
}

/// A menu of six buttons on an empty screen, without a word of YAML.
TEST_F(EditorWindow, MakesAMenuOfNothing) {
    arrange("rondix: 1\nstart: title\ndesign-size: 640x360\nscreens:\n  title: { title: Quay }\n");
    for (const char* name : {"play", "options", "credits", "crew", "help"}) {
        key("a");
        type(name);
        const std::string press = std::string("open ") + name + "-screen";
        type(press);
        // As somebody does who looks at what they made before they go on.
        ASSERT_TRUE(until([&] { return now().find(press) != std::string::npos; })) << now();
    }
    key("a");
    type("leave");
    type("quit");
    ASSERT_TRUE(until([&] { return now().find("press: quit") != std::string::npos; })) << now();
    const FlowFile made = load_flow(path("quay.flow.yaml"));
    ASSERT_TRUE(made.compiled) << all_text(made) << now();
    const CheckResult result = check(made);
    EXPECT_EQ(result.verdict, Verdict::proved) << check_text(made, result);
    EXPECT_EQ(made.flow.screens.size(), 6u);
    EXPECT_EQ(made.flow.screens[0].controls.size(), 6u);
    key("F8"); // and it is played
    key("Return");
    expect_last("press play");
}

} // namespace
} // namespace rondix::test
