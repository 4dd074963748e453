// Menus that are changed in the window: a flow, and what is done with the pointer and the keys.
#pragma once

#include "window_fixture.hpp"

namespace rondix::test {

inline constexpr const char* flow = R"(rondix: 1
game: Quay
start: title
design-size: 640x360
screens:
  title:               # where it begins
    layout: { as: column, at: bottom-left, offset: 20 -20, width: 200, gap: 10, item-size: 200x40 }
    controls:
      - { button: play,  text: Play,  press: open more }   # the way in
      - { button: more,  text: More,  press: open more }
      - { button: leave, text: Leave, press: quit }
      - { button: help,  text: Help,  press: open more, place: { at: top-left, offset: 300 60, size: 120x40 } }
  more: { title: More, controls: [{ button: back, text: Back, press: back }] }
)";

class EditorWindow : public WindowTest {
  protected:
    /// Playing the flow, and standing still.
    void arrange(const std::string& text = flow) {
        write(text);
        play(path("quay.flow.yaml"));
        key("F8");
    }
    void write(const std::string& text) const {
        std::ofstream(path("quay.flow.yaml"), std::ios::binary) << text;
    }
    std::string now() const { return contents(path("quay.flow.yaml")); }
    bool becomes(const std::string& text) {
        const bool is = until([&] { return now() == text; });
        EXPECT_EQ(now(), text);
        return is;
    }
    static std::string with(std::string text, const std::string& from, const std::string& to) {
        EXPECT_NE(text.find(from), std::string::npos) << from;
        return text.replace(text.find(from), from.size(), to);
    }
    static void pointer(const std::string& words) {
        std::this_thread::sleep_for(60ms);
        run("xdotool " + words);
    }
    static void drag(int x, int y, int to_x, int to_y) {
        const auto at = [](int a, int b) { return std::to_string(a) + " " + std::to_string(b); };
        std::this_thread::sleep_for(200ms);
        pointer("mousemove " + at(x, y));
        pointer("mousedown 1");
        pointer("mousemove " + at((x + to_x) / 2, (y + to_y) / 2));
        pointer("mousemove " + at(to_x, to_y));
        pointer("mouseup 1");
    }
    /// Where a control of the title stands, in design units.
    Rect bounds(const char* name) const {
        const FlowFile file = load_flow(path("quay.flow.yaml"));
        Runner runner(*file.compiled);
        runner.resize(640, 360);
        runner.start();
        return runner.bounds_of(file.compiled->control(file.compiled->screen("title"), name));
    }
    /// A picture for the docs, where they are made anew.
    void keep(const std::string& name) const {
        if (!std::getenv("RONDIX_KEEP")) return;
        std::this_thread::sleep_for(std::chrono::seconds(5)); // what was said last is gone
        key("F9");
        std::this_thread::sleep_for(400ms);
        const std::filesystem::path to = root() / "docs/tutorial/window" / (name + ".png");
        std::filesystem::create_directories(to.parent_path());
        std::filesystem::copy_file("rondix-shot.png", to,
                                   std::filesystem::copy_options::overwrite_existing);
        std::filesystem::remove("rondix-shot.png");
    }
    static void type(const std::string& text) {
        std::this_thread::sleep_for(200ms);
        run("xdotool type -- '" + text + "'");
        std::this_thread::sleep_for(200ms);
        run("xdotool key Return");
    }
};

} // namespace rondix::test
