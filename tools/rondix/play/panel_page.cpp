#include "play/panel_page.hpp"

#include <algorithm>

namespace rondix::tool {

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

const auto alarm = draw::rgb(0x9A2F1C);

constexpr double text_size = 14;
constexpr double line = 22;
constexpr double label_width = 76;
constexpr double value_at = 128; // of rows
constexpr double small_size = 12;

} // namespace

PanelPage::PanelPage(draw::Drawing& drawing, double left, double window_height, double scrolled)
    : drawing_(drawing)
    , left_(left)
    , y_(14 - scrolled) {
    drawing.keep_to({left, 0}, {static_cast<double>(width), window_height});
    drawing.fill(ground);
    drawing.box({left, 0}, {1, window_height}, 0, edge);
}

void PanelPage::heading(const std::string& text) {
    y_ += 8;
    drawing_.text({left_ + margin, y_}, text, {12, true}, faint);
    y_ += 20;
}

void PanelPage::pair(const std::string& name, const std::string& value) {
    drawing_.text({left_ + margin, y_}, name, {text_size}, faint);
    wrapped(value, margin + label_width, ink);
}

void PanelPage::small(const std::string& text) {
    wrapped(text, margin, ink);
}

void PanelPage::alert(const std::string& text) {
    wrapped(text, margin, alarm);
}

Rect PanelPage::chip_of(const std::string& text, bool is_lit, bool enabled) {
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
    chip_x_ += wide + 6;
    return {static_cast<float>(at.x), static_cast<float>(at.y), static_cast<float>(wide), 26};
}

/// Without its end, where there is too little room.
std::string PanelPage::fitting(std::string text, double room) const {
    bool cut = false;
    while (!text.empty() && measure(cut ? text + "…" : text, {text_size}).width > room) {
        do text.pop_back();
        while (!text.empty() && (static_cast<unsigned char>(text.back()) & 0xC0) == 0x80);
        if (!text.empty() && static_cast<unsigned char>(text.back()) >= 0xC0) text.pop_back();
        cut = true;
    }
    return cut ? text + "…" : text;
}

Rect PanelPage::row(const PanelRow& row) {
    const double begin = margin + row.depth * 14.0;
    const double end = width - margin;
    if (row.is_lit) drawing_.box({left_ + margin - 6, y_ - 1}, {end - margin + 12, line}, 5, lit);
    const double help =
        row.help.empty() ? 0 : std::min(measure(row.help, {small_size}).width, 110.0) + 8;
    const double values = row.value.empty() ? end - help : margin + value_at;
    drawing_.text({left_ + begin, y_}, fitting(row.text, values - begin - 8), {text_size},
                  row.is_lit          ? lit_ink
                  : row.value.empty() ? ink
                                      : faint);
    double at = values;
    if (row.colour) {
        swatch({left_ + at, y_ + 3}, *row.colour);
        at += 22;
    }
    if (!row.value.empty())
        drawing_.text({left_ + at, y_}, fitting(row.value, end - help - at), {text_size},
                      row.is_lit     ? lit_ink
                      : row.is_faint ? faint
                                     : ink);
    if (help > 0)
        drawing_.text({left_ + end - help + 8, y_ + 2}, fitting(row.help, 126), {small_size},
                      row.is_lit ? lit_ink : faint);
    const Rect bounds{static_cast<float>(left_ + margin - 6), static_cast<float>(y_ - 1),
                      static_cast<float>(end - margin + 12), static_cast<float>(line)};
    y_ += line;
    return bounds;
}

/// On squares, for what can be seen through.
void PanelPage::swatch(Vec at, const Colour& colour) {
    drawing_.box(at, {16, 16}, 3, chip);
    drawing_.box(at, {8, 8}, 0, edge);
    drawing_.box({at.x + 8, at.y + 8}, {8, 8}, 0, edge);
    drawing_.box(at, {16, 16}, 3,
                 {static_cast<double>(colour.red), static_cast<double>(colour.green),
                  static_cast<double>(colour.blue), static_cast<double>(colour.opacity)});
    drawing_.frame(at, {16, 16}, 3, chip_edge, 1);
}

Rect PanelPage::swatch_of(const std::string& name, const Colour& colour) {
    const Rect bounds = chip_of("      " + name, false, true);
    swatch({static_cast<double>(bounds.x) + 8, static_cast<double>(bounds.y) + 5}, colour);
    return bounds;
}

/// Breaks between words.
void PanelPage::wrapped(const std::string& text, double indent, draw::Colour colour) {
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

void PanelPage::put(const std::string& text, double indent, draw::Colour colour) {
    drawing_.text({left_ + indent, y_}, text, {text_size}, colour);
    y_ += line;
}

} // namespace rondix::tool
