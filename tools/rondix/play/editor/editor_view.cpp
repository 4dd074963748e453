#include "play/editor/editor_view.hpp"

#include "reading/grammar.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace rondix::tool {

using draw::Drawing;
using draw::Extents;
using draw::Vec;

namespace {

const auto accent = draw::rgb(0x12A594);
const auto paper = draw::rgb(0xFFFFFF);
const auto dark = draw::rgb(0x10242A, 0.94);
const auto guide = draw::rgb(0xE0457B);

class View {
  public:
    View(const Pixels& window, int width, const Editor& editor)
        : drawing_(window)
        , size_{static_cast<double>(width), static_cast<double>(window.height)}
        , editor_(editor)
        , canvas_(editor.session().runner().canvas()) {
        drawing_.keep_to({0, 0}, size_);
    }

    void draw() {
        for (const Thing& one : things_on_screen(editor_.session()))
            frame(pixels(one.bounds), draw::rgb(0x12A594, 0.45), 1, true);
        for (const Guide& one : editor_.guides()) draw_guide(one);
        for (const Rect& one : editor_.other_frames()) frame(pixels(one), accent, 2);
        if (const std::optional<Rect> chosen = editor_.frame()) draw_chosen(*chosen);
        if (const std::optional<Rect> mark = editor_.mark()) {
            const Rect line = pixels(*mark);
            drawing_.box({line.x - 1.5, line.y - 1.5}, {line.width + 3, line.height + 3}, 1.5,
                         guide);
        }
        drawing_.frame({1, 1}, {size_.width - 2, size_.height - 2}, 0, accent, 2);
        if (editor_.prompt()) draw_prompt(*editor_.prompt());
    }

  private:
    Rect pixels(const Rect& rect) const {
        const Point at = canvas_.to_pixel({rect.x, rect.y});
        return {at.x, at.y, rect.width * canvas_.scale, rect.height * canvas_.scale};
    }
    void frame(const Rect& rect, draw::Colour line, double width, bool dashed = false) {
        drawing_.frame({rect.x, rect.y}, {rect.width, rect.height}, 0, line, width, dashed);
    }

    void draw_guide(const Guide& one) {
        const Point at = canvas_.to_pixel({one.at, one.at});
        if (one.upright)
            drawing_.box({at.x - 0.5, 0}, {1, size_.height}, 0, guide);
        else
            drawing_.box({0, at.y - 0.5}, {size_.width, 1}, 0, guide);
    }

    void draw_chosen(const Rect& chosen) {
        const Rect rect = pixels(chosen);
        frame(rect, accent, 2);
        for (const auto& [handle, at] : handles_of(rect)) {
            if (handle.turns) {
                drawing_.box({at.x - 0.5, at.y}, {1, rect.y - at.y}, 0, accent);
                drawing_.disc({at.x, at.y}, 6, accent);
                drawing_.disc({at.x, at.y}, 4, paper);
                continue;
            }
            drawing_.box({at.x - 5, at.y - 5}, {10, 10}, 2, accent);
            drawing_.box({at.x - 3.5, at.y - 3.5}, {7, 7}, 1, paper);
        }
        const std::optional<Thing> one = editor_.thing();
        if (!one) return;
        std::string words = fmt::format("{} {}   {:.0f} x {:.0f}", kind_of(*one), one->name,
                                        chosen.width, chosen.height);
        if (editor_.turn() != 0) words += fmt::format("   {:.0f} degrees", editor_.turn());
        label({rect.x, rect.bottom() + 10}, words);
    }

    void label(Vec at, const std::string& words) {
        const Extents text = draw::measure(words, {13});
        at.x = std::clamp(at.x, 4.0, std::max(4.0, size_.width - text.width - 24));
        at.y = std::min(at.y, size_.height - 34);
        drawing_.box(at, {text.width + 16, 24}, 5, dark);
        drawing_.text({at.x + 8, at.y + 4}, words, {13}, paper);
    }

    static std::string asked_for(const std::string& key) {
        if (key == "copy") return "name of the copy";
        if (key == "add") return "name of a new button";
        if (key == "name") return "new name, here and wherever it is used";
        if (key == "press")
            return "press, such as 'open credits' (a screen that is not there is made)";
        return key;
    }

    void draw_prompt(const Editor::Prompt& prompt) {
        const Vec at{24, size_.height - 84};
        const double width = size_.width - 48;
        drawing_.box(at, {width, 60}, 8, dark);
        drawing_.frame(at, {width, 60}, 8, accent, 1.5);
        const std::string asked = asked_for(prompt.key);
        drawing_.text({at.x + 16, at.y + 8}, asked + "   Return: done, Escape: leave it", {12},
                      draw::rgb(0x9FD8CF));
        std::string text = prompt.text;
        while (!text.empty() && draw::measure(text, {16}).width > width - 48) text.erase(0, 1);
        drawing_.text({at.x + 16, at.y + 28}, text, {16}, paper);
        drawing_.box({at.x + 18 + draw::measure(text, {16}).width, at.y + 29}, {2, 19}, 0, accent);
    }

    Drawing drawing_;
    Extents size_;
    const Editor& editor_;
    const Canvas& canvas_;
};

std::string placed(const Rect& rect) {
    return fmt::format("{:.0f} {:.0f}, {:.0f} x {:.0f}", rect.x, rect.y, rect.width, rect.height);
}

} // namespace

void draw_editor(const Pixels& window, int width, const Editor& editor) {
    View(window, width, editor).draw();
}

void EditorPanel::draw(const Pixels& window, int left, const Editor& editor) {
    buttons_.begin();
    Drawing drawing(window);
    PanelPage page(drawing, left, window.height, buttons_.scrolled());
    const auto chip = [&](const std::string& text, Action action, bool is_lit, bool enabled) {
        buttons_.add(page.chip_of(text, is_lit, enabled), std::move(action));
    };
    const FlowFile& file = editor.session().file();
    page.chips_begin();
    chip("Play on  F8", {Does::leave, ""}, true, true);
    chip("Undo", {Does::undo, ""}, false, editor.history().to_undo() != nullptr);
    chip("Again", {Does::redo, ""}, false, editor.history().to_redo() != nullptr);
    page.chips_end();

    page.heading("CHOSEN");
    if (const std::optional<Thing> one = editor.thing()) {
        const NameAsked name = name_to_change(file, one->place);
        page.pair(kind_of(*one), one->name);
        page.pair("stands", placed(one->bounds));
        page.pair("line", line_of(file, one->place.control->id.place));
        if (!name.text.starts_with(one->place.screen->id.text + "."))
            page.pair("is of", name.text + ", and changes there");
        for (const char* key : {"text", "press", "when", "style", "hint"}) {
            if (!key_value(file, name, key)) continue;
            page.pair(key, *key_value(file, name, key));
        }
        page.gap(6);
        page.chips_begin();
        for (const auto& [words, key] : {std::pair("text  T", "text"),
                                         {"press  P", "press"},
                                         {"when  W", "when"},
                                         {"style  S", "style"},
                                         {"hint  H", "hint"}})
            if (grammar::has_key(one->place.control->kind, key))
                chip(words, {Does::ask, key}, false, true);
        chip("name  N", {Does::ask, "name"}, false, true);
        chip("copy  Ctrl+D", {Does::ask, "copy"}, false, true);
        page.chips_end();
    } else {
        page.small("nothing: click on something, or Tab");
    }

    if (editor.count_chosen() > 1) {
        page.heading(fmt::format("{} CHOSEN: ALIGN, SPREAD", editor.count_chosen()));
        page.chips_begin();
        for (const auto& [words, does] : {std::pair("left", "left"),
                                          {"middle", "middle-across"},
                                          {"right", "right"},
                                          {"top", "top"},
                                          {"middle, down", "middle-down"},
                                          {"bottom", "bottom"}})
            chip(words, {Does::align, does}, false, true);
        chip("spread across", {Does::spread, "across"}, false, editor.count_chosen() > 2);
        chip("spread down", {Does::spread, "down"}, false, editor.count_chosen() > 2);
        page.chips_end();
    }

    page.heading("ON THIS SCREEN");
    page.chips_begin();
    for (const Thing& one : things_on_screen(editor.session()))
        chip(one.name, {Does::choose, one.name}, editor.is_chosen(one.name), true);
    chip("add a button  A", {Does::ask, "add"}, false, true);
    page.chips_end();

    const Editor::Checked& checked = editor.checked();
    page.heading("CHECK");
    page.small(checked.errors + checked.warnings == 0
                   ? "nothing to tell"
                   : fmt::format("{} errors, {} warnings", checked.errors, checked.warnings));
    for (const std::string& text : checked.came) page.alert("+ " + text);
    for (const std::string& text : checked.went) page.small("gone: " + text);

    page.heading("CHANGES");
    const std::vector<std::string> last = editor.history().last(6);
    for (const std::string& what : last) page.small(what);
    if (last.empty()) page.small("none yet; each is written into the file at once");

    buttons_.end(page, window.height);
}

} // namespace rondix::tool
