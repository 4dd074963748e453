#include "play/editor/editor_view.hpp"

#include "draw/drawing.hpp"
#include "draw/screens/state_sheet.hpp"
#include "play/editor/slices_view.hpp"
#include "reading/style_words.hpp"

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
        : window_(window)
        , drawing_(window)
        , size_{static_cast<double>(width), static_cast<double>(window.height)}
        , editor_(editor)
        , canvas_(editor.session().runner().canvas()) {
        drawing_.keep_to({0, 0}, size_);
    }

    void draw() {
        if (editor_.sheet_shown() != Editor::Sheet::none) return draw_sheet();
        for (const Thing& one : editor_.things())
            if (!one.is(PlaceOf::piece))
                frame(pixels(one.bounds),
                      draw::rgb(0x12A594, one.is(PlaceOf::control) ? 0.45 : 0.2), 1, true);
        for (const Guide& one : editor_.guides().lines) draw_guide(one);
        for (const Gap& one : editor_.guides().gaps) draw_gap(one);
        for (const Rect& one : editor_.other_frames()) frame(pixels(one), accent, 2);
        if (const std::optional<Rect> chosen = editor_.frame()) draw_chosen(*chosen);
        draw_issues();
        if (const std::optional<Rect> mark = editor_.mark()) {
            const Rect line = pixels(*mark);
            drawing_.box({line.x - 1.5, line.y - 1.5}, {line.width + 3, line.height + 3}, 1.5,
                         guide);
        }
        drawing_.frame({1, 1}, {size_.width - 2, size_.height - 2}, 0, accent, 2);
        if (editor_.page() == Editor::Page::style) draw_states();
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

    /// A line with an end at each side.
    void draw_gap(const Gap& gap) {
        const Point from = canvas_.to_pixel(gap.from);
        const Point to = canvas_.to_pixel(gap.to);
        const bool across = gap.from.y == gap.to.y;
        const Extents size{across ? to.x - from.x : 1.0, across ? 1.0 : to.y - from.y};
        drawing_.box({from.x, from.y}, size, 0, guide);
        for (const Point& end : {from, to})
            drawing_.box({end.x - (across ? 0.5 : 4.0), end.y - (across ? 4.0 : 0.5)},
                         {across ? 1.0 : 8.0, across ? 8.0 : 1.0}, 0, guide);
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
        const Thing* one = editor_.thing();
        if (!one) return;
        std::string words =
            fmt::format("{}   {:.0f} x {:.0f}", one->name, chosen.width, chosen.height);
        if (one->is(PlaceOf::control)) words = kind_of(*one) + " " + words;
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

    static std::string asked_for(const Prompt& prompt) {
        switch (prompt.asks) {
        case Asks::copy: return "name of the copy";
        case Asks::add: return "name of a new button, or another kind: 'slider loudness'";
        case Asks::name: return "new name, here and wherever it is used";
        case Asks::other: return "a key and its value";
        case Asks::screen: return "name of a new screen";
        case Asks::copy_screen: return "name of the copy of this screen";
        case Asks::drop_screen:
            return "deletes this screen: where does what led here lead? Nothing: its buttons go "
                   "too";
        case Asks::part: return "name of the part that is made of them";
        case Asks::colour: return "name of this colour";
        case Asks::key:
        case Asks::property: break;
        }
        if (prompt.key == "press")
            return "press, such as 'open credits' (a screen that is not there is made)";
        return prompt.key;
    }

    /// At what a finding of check() concerns.
    void draw_issues() {
        const std::string screen = foremost_screen(editor_.session());
        for (const Issue& issue : editor_.checked().issues)
            for (const Thing& one : editor_.things()) {
                if (issue.screen != screen || issue.thing != one.name) continue;
                const Rect rect = pixels(one.bounds);
                drawing_.disc({rect.right(), rect.y}, 7, paper);
                drawing_.disc({rect.right(), rect.y}, 5, guide);
            }
    }

    /// What is chosen, in all its states side by side.
    void draw_states() {
        const Thing* one = editor_.thing();
        Session& session = editor_.session();
        if (!one || one->control == no_control ||
            !is_usable_kind(session.flow()[one->control].kind))
            return;
        const Runner& runner = session.runner();
        draw::Sheet sheet =
            draw::state_sheet(runner, runner.menu_state().foremost(), canvas_.scale);
        std::erase_if(sheet.items, [&](const Item& item) {
            return item.kind != ItemKind::ground && item.control != one->control;
        });
        if (sheet.items.size() < 2) return;
        const float top = sheet.items[1].bounds.y;
        const auto width = static_cast<float>(size_.width);
        const float scale = std::min(canvas_.scale, width / sheet.canvas.size.width);
        const float room = 26; // above and below, in pixels
        const float height = sheet.items[1].bounds.height * scale + 2 * room;
        const auto bottom = static_cast<float>(size_.height - (editor_.prompt() ? 96 : 12));
        const float y = std::round(std::max(0.0F, bottom - height));
        sheet.canvas.scale = scale;
        sheet.canvas.origin = {0, room - top * scale};
        sheet.items[0].bounds = {0, top - room / scale, width / scale, height / scale};
        const Pixels strip{static_cast<std::byte*>(window_.data) +
                               static_cast<std::ptrdiff_t>(y) * window_.stride,
                           static_cast<int>(width), static_cast<int>(height), window_.stride};
        session.painter().paint(sheet.canvas, sheet.items, strip);
        drawing_.frame({0, y}, {width, height}, 0, accent, 1);
        draw_image_of(*one, y);
        const float pitch = sheet.canvas.size.width * scale / look_state_count;
        for (std::size_t i = 0; i < look_state_count; ++i) {
            const bool now = editor_.state() == LookState(i);
            const std::string name(state_names[i]);
            const Vec at{pitch * (static_cast<double>(i) + 0.5) -
                             draw::measure(name, {12}).width / 2 - 6,
                         y + height - 20.0};
            drawing_.box(at, {draw::measure(name, {12}).width + 12, 17}, 4, now ? accent : dark);
            drawing_.text({at.x + 6, at.y + 1}, name, {12}, paper);
        }
    }

    /// The picture that it has in the state that is shown, above the states.
    void draw_image_of(const Thing& thing, float above) {
        const CompiledFlow& flow = editor_.session().flow();
        const std::uint32_t first =
            flow.looks.screens[index(editor_.session().runner().menu_state().foremost())]
                .boxes.begin;
        const Style& style = flow.looks[flow.looks.boxes[first + thing.box].style];
        const Dress& dress = style.dresses[static_cast<std::size_t>(editor_.state())];
        if (dress.image == no_picture) return;
        const Extents room{240, 110};
        const std::string file(flow.text(flow.looks.pictures[index(dress.image)]));
        draw_slices(drawing_, {size_.width - room.width - 12, above - room.height - 8.0}, room,
                    file, dress);
    }

    /// All screens; the one that the keys are on is framed.
    void draw_sheet() {
        drawing_.box({0, 0}, size_, 0, draw::rgb(0xEFEAE0));
        const auto width = static_cast<float>(size_.width);
        const auto height = static_cast<float>(size_.height);
        ScreenSheet& sheet = editor_.sheet();
        const std::string now = sheet.chosen();
        for (const ScreenSheet::Card& card : sheet.cards(width, height)) {
            const Rect& at = card.bounds;
            if (at.bottom() < 0 || at.y > height) continue;
            if (const auto picture = sheet.picture(card.name))
                drawing_.image({at.x, at.y}, {at.width, at.height}, *picture);
            else
                drawing_.box({at.x, at.y}, {at.width, at.height}, 4, draw::rgb(0xC9C0AE));
            const bool is_now = card.name == now;
            drawing_.frame({at.x, at.y}, {at.width, at.height}, 2,
                           is_now ? accent : draw::rgb(0x8C99A0), is_now ? 3 : 1);
            drawing_.text({at.x, at.bottom() + 4.0}, card.name, {13, is_now}, draw::rgb(0x23303A));
        }
        drawing_.box({0, 0}, {size_.width, 44}, 0, draw::rgb(0x10242A));
        const bool links = editor_.sheet_shown() == Editor::Sheet::to_link;
        drawing_.text({32, 12},
                      links
                          ? "Which screen does it lead to?   Return, or a click; Escape: leave it"
                          : "Return: go there   A: a new one   Ctrl+D: copy it   Del: delete it   "
                            "Escape: stay",
                      {15}, paper);
    }

    void draw_prompt(const Prompt& prompt) {
        const Vec at{24, size_.height - 84};
        const double width = size_.width - 48;
        drawing_.box(at, {width, 60}, 8, dark);
        drawing_.frame(at, {width, 60}, 8, accent, 1.5);
        const std::string asked = asked_for(prompt);
        drawing_.text({at.x + 16, at.y + 8}, asked + "   Return: done, Escape: leave it", {12},
                      draw::rgb(0x9FD8CF));
        std::string text = prompt.text;
        while (!text.empty() && draw::measure(text, {16}).width > width - 48) text.erase(0, 1);
        drawing_.text({at.x + 16, at.y + 28}, text, {16}, paper);
        drawing_.box({at.x + 18 + draw::measure(text, {16}).width, at.y + 29}, {2, 19}, 0, accent);
    }

    const Pixels window_;
    Drawing drawing_;
    Extents size_;
    const Editor& editor_;
    const Canvas& canvas_;
};

} // namespace

void draw_editor(const Pixels& window, int width, const Editor& editor) {
    View(window, width, editor).draw();
}

} // namespace rondix::tool
