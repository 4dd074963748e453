#include "play/panel.hpp"

#include "draw/drawing.hpp"
#include "rondix/runtime/apply.hpp"
#include "rondix/tools/state_text.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix::tool {

using draw::Drawing;
using draw::measure;
using draw::Vec;

namespace {

const auto ground = draw::rgb(0xEFEAE0);
const auto edge = draw::rgb(0xC9C0AE);
const auto ink = draw::rgb(0x23303A);
const auto faint = draw::rgb(0x5F6B73);
const auto chip = draw::rgb(0xFFFFFF);
const auto chip_edge = draw::rgb(0x8C99A0);
const auto lit = draw::rgb(0x2F6A63);
const auto lit_ink = draw::rgb(0xFFFFFF);
const auto off = draw::rgb(0xE2DCCF);

constexpr double margin = 16;
constexpr double text_size = 14;
constexpr double line = 22;
constexpr double label_width = 76;

} // namespace

/// Draws from the top down; knows where the next thing stands.
class Panel::Page {
  public:
    Page(Drawing& drawing, double left, double top, std::vector<Button>& buttons)
        : drawing_(drawing)
        , left_(left)
        , y_(top)
        , buttons_(buttons) {}

    double y() const { return y_; }
    void gap(double height) { y_ += height; }

    void heading(const std::string& text) {
        y_ += 8;
        drawing_.text({left_ + margin, y_}, text, {12, true}, faint);
        y_ += 20;
    }

    void pair(const std::string& name, const std::string& value) {
        drawing_.text({left_ + margin, y_}, name, {text_size}, faint);
        wrapped(value, margin + label_width, ink);
    }

    void small(const std::string& text) { wrapped(text, margin, ink); }

    /// As many as fit on a line, then the next line.
    void chips_begin() { chip_x_ = margin; }
    void chip_of(const std::string& text, Action action, bool is_lit, bool enabled) {
        const double wide = measure(text, {text_size}).width + 20;
        if (chip_x_ > margin && chip_x_ + wide > width - margin) {
            chip_x_ = margin;
            y_ += 32;
        }
        const Vec at{left_ + chip_x_, y_};
        drawing_.box(at, {wide, 26}, 6, is_lit ? lit : enabled ? chip : off);
        drawing_.frame(at, {wide, 26}, 6, enabled ? chip_edge : edge, 1);
        drawing_.text({at.x + 10, at.y + 4}, text, {text_size},
                      is_lit    ? lit_ink
                      : enabled ? ink
                                : faint);
        buttons_.push_back(
            {{static_cast<float>(at.x), static_cast<float>(at.y), static_cast<float>(wide), 26},
             action});
        chip_x_ += wide + 6;
    }
    void chips_end() { y_ += 34; }

  private:
    /// Breaks between words.
    void wrapped(const std::string& text, double indent, draw::Colour colour) {
        const double room = width - indent - margin;
        std::string now;
        for (std::size_t at = 0; at < text.size();) {
            const std::size_t end = std::min(text.find(' ', at), text.size());
            const std::string word = text.substr(at, end - at);
            std::string more = now;
            more += now.empty() ? "" : " ";
            more += word;
            if (!now.empty() && measure(more, {text_size}).width > room) {
                put(now, indent, colour);
                now = word;
            } else {
                now = more;
            }
            at = end + 1;
        }
        put(now, indent, colour);
    }
    void put(const std::string& text, double indent, draw::Colour colour) {
        drawing_.text({left_ + indent, y_}, text, {text_size}, colour);
        y_ += line;
    }

    Drawing& drawing_;
    double left_;
    double y_;
    double chip_x_ = margin;
    std::vector<Button>& buttons_;
};

namespace {

std::string scene_of(const CompiledFlow& flow, const MenuState& now) {
    if (now.scene() == no_scene) return "none";
    std::string name(flow.text(flow[now.scene()].id));
    switch (now.phase()) {
    case Phase::loading: return name + " (loading)";
    case Phase::failed: return name + " (failed)";
    default: return name;
    }
}

std::string game_of(const CompiledFlow& flow, const MenuState& now) {
    if (runs(flow, now)) return "running";
    return paused(flow, now) ? "paused" : "no play screen";
}

std::string waits_of(const Runner& runner) {
    std::string text;
    const CompiledFlow& flow = runner.flow();
    for (std::size_t i = 0; i < flow.events.size(); ++i)
        if (const auto due = runner.time_until_due(EventId(i)))
            text += fmt::format("{}{} in {:.1f} s", text.empty() ? "" : ", ",
                                flow.text(flow.events[i].id), *due);
    if (const auto left = runner.time_until_load_timeout())
        text += fmt::format("{}load times out in {:.0f} s", text.empty() ? "" : ", ", *left);
    return text.empty() ? "nothing" : text;
}

} // namespace

void Panel::draw(const Pixels& window, int left, Session& session, const StandIn& game) {
    buttons_.clear();
    const Runner& runner = session.runner();
    const CompiledFlow& flow = session.flow();
    const MenuState& now = runner.menu_state();
    Drawing drawing(window);
    drawing.keep_to({static_cast<double>(left), 0},
                    {static_cast<double>(width), static_cast<double>(window.height)});
    drawing.fill(ground);
    drawing.box({static_cast<double>(left), 0}, {1, static_cast<double>(window.height)}, 0, edge);
    Page page(drawing, left, 14 - static_cast<double>(scrolled_), buttons_);

    page.chips_begin();
    page.chip_of("Start again  F5", {Does::restart, 0}, false, true);
    page.chip_of("Keys  F1", {Does::help, 0}, false, true);
    page.chips_end();

    page.heading("STATE");
    page.pair("screen", std::string(flow.text(flow[now.current()].id)));
    page.pair("stack", stack_text(flow, now));
    page.pair("scene", scene_of(flow, now));
    page.pair("game", game_of(flow, now));
    page.pair("pointer", runner.pointer_shown() ? "shown" : "hidden");
    page.pair("focus", runner.focus() == no_control
                           ? "none"
                           : std::string(flow.text(flow[runner.focus()].id)));
    page.pair("waits", waits_of(runner));

    page.heading(fmt::format("LOADS TAKE {:.1f} s, THEN", game.load_time));
    page.chips_begin();
    for (const LoadEnds ends : {LoadEnds::well, LoadEnds::badly, LoadEnds::never, LoadEnds::twice})
        page.chip_of(std::string(name_of(ends)),
                     {Does::load_ends, static_cast<std::uint32_t>(ends)}, game.load_ends == ends,
                     true);
    page.chip_of("shorter", {Does::shorter, 0}, false, game.load_time > 0);
    page.chip_of("longer", {Does::longer, 0}, false, true);
    page.chips_end();

    page.heading("EVENTS");
    page.chips_begin();
    for (std::size_t i = 0; i < flow.events.size(); ++i)
        page.chip_of(std::string(flow.text(flow.events[i].id)),
                     {Does::event, static_cast<std::uint32_t>(i)}, false,
                     flow.events[i].action != unsaid && allowed(flow, now, flow.events[i].during));
    page.chips_end();

    if (!flow.flags.empty()) {
        page.heading("FLAGS");
        page.chips_begin();
        for (std::size_t i = 0; i < flow.flags.size(); ++i)
            page.chip_of(std::string(flow.text(flow.flags[i].id)),
                         {Does::flag, static_cast<std::uint32_t>(i)}, now.flag(FlagId(i)),
                         flow.flags[i].set_by_game);
        page.chips_end();
    }

    page.heading("LAST MOVES");
    const auto& moves = session.moves();
    const std::size_t first = moves.size() > 12 ? moves.size() - 12 : 0;
    for (std::size_t i = moves.size(); i-- > first;) page.small(moves[i]);
    if (moves.empty()) page.small("none yet");

    const double height = page.y() + static_cast<double>(scrolled_) + margin;
    too_much_ = static_cast<float>(std::max(height - window.height, 0.0));
    scrolled_ = std::min(scrolled_, too_much_);
}

std::optional<Panel::Action> Panel::at(int x, int y) const {
    for (const Button& button : buttons_)
        if (button.bounds.contains({static_cast<float>(x), static_cast<float>(y)}))
            return button.action;
    return std::nullopt;
}

void Panel::scroll(int steps) {
    scrolled_ = std::clamp(scrolled_ - static_cast<float>(steps) * 40, 0.0F, too_much_);
}

} // namespace rondix::tool
