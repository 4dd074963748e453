// What the panel of the editor is for: groups and pieces, styles, whole screens, what check() says.
#include "editor_fixture.hpp"

namespace rondix::test {
namespace {

TEST_F(EditorWindow, MovesGroupsAndPieces) {
    const std::string of_play = "press: open more }   # the way in";
    const std::string with_piece = with(flow, of_play,
                                        "press: open more, pieces: [{ text: '!', place: { at: "
                                        "left, size: 20x20 } }] }   # the way in");
    arrange(with_piece);
    key("Tab"); // the layout
    key("Right");
    std::string text = with(with_piece, "offset: 20 -20", "offset: 21 -20");
    ASSERT_TRUE(becomes(text));
    key("Tab"); // play
    key("Tab"); // its piece
    key("shift+Down");
    text = with(text, "place: { at: left, size: 20x20 }",
                "place: { at: left, offset: 0 10, size: 20x20 }");
    ASSERT_TRUE(becomes(text));
    key("Delete");
    ASSERT_TRUE(becomes(with(flow, "offset: 20 -20", "offset: 21 -20")));
}

/// In one control alone, then wherever the style is worn: in the file, and in the picture.
TEST_F(EditorWindow, DressesWhatIsChosen) {
    arrange();
    key("Tab");
    key("Tab"); // play, whose place is 20 200, 200 x 40
    key("d");
    key("k");
    type("fill #c03040");
    std::string text = with(flow, "press: open more }   # the way in",
                            "press: open more, style: { fill: \"#c03040\" } }   # the way in");
    ASSERT_TRUE(becomes(text));
    // What says no fill of its own gets it from the style of all: help, at 300 60.
    key("o");
    key("k");
    type("fill #20a040");
    text += "styles: { button: { fill: \"#20a040\" } }\n";
    ASSERT_TRUE(becomes(text));
    const auto green = [&] { return seen(640, 360)[72 * 640 + 330] == 0x20A040; };
    EXPECT_TRUE(until(green));
    key("2"); // focused
    key("k");
    type("opacity 50%");
    text = with(text, "{ button: { fill: \"#20a040\" } }",
                "{ button: { fill: \"#20a040\", focused: { opacity: 50% } } }");
    ASSERT_TRUE(becomes(text));
    for (int i = 0; i < 3; ++i) key("ctrl+z");
    ASSERT_TRUE(becomes(flow));
}

TEST_F(EditorWindow, LeadsToAScreenByItsPicture) {
    const std::string dead = with(flow, "text: Leave, press: quit", "text: Leave, press: todo it");
    arrange(dead);
    for (int i = 0; i < 4; ++i) key("Tab");
    key("p");
    key("ctrl+m");
    click(300, 100); // the second of the pictures
    ASSERT_TRUE(becomes(with(dead, "press: todo it", "press: open more")));
}

TEST_F(EditorWindow, AddsCopiesAndDeletesScreens) {
    arrange();
    key("g");
    key("a");
    type("credits");
    std::string text = std::string(flow) +
                       "  credits: { title: Credits, controls: [{ button: back, "
                       "text: Back, press: back }] }\n";
    ASSERT_TRUE(becomes(text));
    // One is there now, although no press leads there yet.
    key("a");
    type("crew");
    key("Escape");
    const std::string crew = ", { button: crew, text: Crew, press: todo crew }";
    text = with(text, "press: back }] }\n  credits", "press: back }] }\n  credits");
    text.insert(text.rfind("] }"), crew);
    ASSERT_TRUE(becomes(text));
    // A copy of the screen that one is on.
    key("g");
    key("ctrl+d");
    type("thanks");
    ASSERT_TRUE(until([&] { return now().find("\n  thanks: ") != std::string::npos; })) << now();
    // What leads to `more` leads to `credits` when that is deleted.
    key("g");
    for (int i = 0; i < 2; ++i) key("Left");
    key("Delete");
    type("credits");
    ASSERT_TRUE(until([&] { return now().find("  more: ") == std::string::npos; })) << now();
    const FlowFile after = load_flow(path("quay.flow.yaml"));
    ASSERT_TRUE(after.compiled) << all_text(after);
    EXPECT_EQ(after.flow.screens.size(), 3u);
    EXPECT_EQ(now().find("open more"), std::string::npos);
    EXPECT_NE(now().find("press: open credits }   # the way in"), std::string::npos);
    for (int i = 0; i < 4; ++i) key("ctrl+z");
    ASSERT_TRUE(becomes(flow));
}

/// What check() says comes up where it is, and can be fixed there.
TEST_F(EditorWindow, FixesWhatCheckFinds) {
    arrange();
    key("Tab");
    key("Tab"); // play
    key("p");
    for (int i = 0; i < 9; ++i) run("xdotool key BackSpace");
    type("go more"); // which closes the title: there is no way back
    const std::string changed =
        with(flow, "press: open more }   # the way in", "press: go more }   # the way in");
    ASSERT_TRUE(becomes(changed));
    key("c");
    key("f");
    ASSERT_TRUE(until([&] { return now() != changed; }));
    const FlowFile after = load_flow(path("quay.flow.yaml"));
    ASSERT_TRUE(after.compiled) << all_text(after);
    EXPECT_LT(check(after).findings.size(), check(load_flow_text("x", changed)).findings.size());
}

/// A press of the lists takes the words one by one.
TEST_F(EditorWindow, OffersWhatThereIs) {
    arrange();
    for (int i = 0; i < 4; ++i) key("Tab"); // leave
    key("p");
    for (int i = 0; i < 4; ++i) run("xdotool key BackSpace");
    run("xdotool type -- op");
    key("Tab");
    run("xdotool type -- ' '");
    key("Down"); // more, title
    key("Return");
    key("Return");
    ASSERT_TRUE(becomes(with(flow, "text: Leave, press: quit", "text: Leave, press: open more")));
}

TEST_F(EditorWindow, MakesAPartOfWhatIsChosen) {
    arrange();
    click(120, 220); // play
    std::this_thread::sleep_for(200ms);
    run("xdotool keydown shift mousemove 120 270 click 1 keyup shift");
    key("ctrl+p");
    type("ways");
    ASSERT_TRUE(until([&] { return now().find("- part: ways") != std::string::npos; })) << now();
    const FlowFile after = load_flow(path("quay.flow.yaml"));
    ASSERT_TRUE(after.compiled) << all_text(after);
    EXPECT_EQ(after.flow.screens[0].controls.size(), 4u);
    key("ctrl+z");
    ASSERT_TRUE(becomes(flow));
}

/// The whole way, without a word of YAML: six buttons on an empty screen, placed, styled, linked,
/// proved and played. With RONDIX_KEEP the pictures of the docs are made anew.
TEST_F(EditorWindow, MakesAMenuThatIsPlacedStyledAndLinked) {
    write("rondix: 1\ngame: Night Ferry\nstart: title\ndesign-size: 1280x720\n"
          "screens:\n  title: { title: Night Ferry }\n");
    play(path("quay.flow.yaml"), {}, "640x360");
    key("F8");
    for (const char* name : {"sail", "logbook", "options", "credits", "help", "leave"}) {
        key("a");
        type(name);
        // A screen that is not there is made; or one of what there is.
        type(name == std::string("leave") ? "quit" : std::string("open ") + name + "-page");
    }
    keep("1-added");
    // `leave` comes to stand freely, at the lower right; at half the size a pixel is two units.
    key("l");
    const Rect leave = bounds("leave");
    const Point from{leave.middle().x / 2, leave.middle().y / 2};
    drag(static_cast<int>(from.x), static_cast<int>(from.y), 500, 325);
    ASSERT_TRUE(until([&] { return now().find("at: bottom-right") != std::string::npos; }))
        << now();
    for (int i = 0; i < 5; ++i) key("shift+Tab"); // sail
    keep("2-placed");
    // All buttons get another ground, and one of them its own when it has the focus.
    key("d");
    key("o");
    key("k");
    type("fill #1d4e59");
    key("2");
    key("k");
    type("fill #e8a33d");
    key("k");
    type("scale 1.06");
    ASSERT_TRUE(until([&] { return now().find("scale: 1.06") != std::string::npos; })) << now();
    keep("3-dressed");
    // `help` leads to the credits now, by their picture; its own page goes.
    key("Escape");
    click(static_cast<int>(bounds("help").middle().x / 2),
          static_cast<int>(bounds("help").middle().y / 2));
    key("p");
    key("ctrl+m");
    keep("4-screens");
    for (int i = 0; i < 4; ++i) key("Right"); // title, sail, logbook, options, credits
    key("Return");
    ASSERT_TRUE(until([&] {
        return load_flow(path("quay.flow.yaml"))
                   .flow.screens[0]
                   .controls[4]
                   .press->alternatives[0]
                   .steps[0]
                   .subject.text == "credits-page";
    })) << now();
    keep("5-linked"); // with what check() has to say of the page that nothing leads to
    key("g");
    for (int i = 0; i < 5; ++i) key("Right");
    key("Delete");
    key("Return");
    ASSERT_TRUE(until([&] { return now().find("help-page") == std::string::npos; })) << now();
    const FlowFile made = load_flow(path("quay.flow.yaml"));
    ASSERT_TRUE(made.compiled) << all_text(made) << now();
    EXPECT_EQ(check(made).verdict, Verdict::proved) << check_text(made, check(made)) << now();
    EXPECT_EQ(made.flow.screens[0].controls.size(), 6u);
    key("F8"); // and it is played
    key("Return");
    expect_last("press sail");
    keep("6-played");
}

/// No room on the disk: the file is as it was, and that is said.
TEST_F(EditorWindow, LosesNothingOnAFullDisk) {
    if (run("test -w /dev/full") != 0) GTEST_SKIP() << "there is no full device";
    if (run("mkdir -p '" + path("full") + "' && mount -t tmpfs -o size=16k none '" + path("full") +
            "'") != 0)
        GTEST_SKIP() << "nothing can be mounted here";
    const std::string at = path("full") + "/quay.flow.yaml";
    std::ofstream(at, std::ios::binary) << flow;
    play(at);
    run("dd if=/dev/zero bs=1k count=100 of='" + path("full") + "/rest'");
    key("F8");
    drag(360, 80, 400, 113);
    std::this_thread::sleep_for(500ms);
    EXPECT_EQ(contents(at), flow);
    run("rm '" + path("full") + "/rest'");
    drag(360, 80, 400, 113);
    const std::string moved = with(flow, "at: top-left, offset: 300 60", "at: top, offset: 80 93");
    EXPECT_TRUE(until([&] { return contents(at) == moved; })) << contents(at);
    player_.reset();
    run("umount '" + path("full") + "'");
}

} // namespace
} // namespace rondix::test
