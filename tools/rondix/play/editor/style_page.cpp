// The page of the panel that dresses what is chosen: state by state, property by property, in this
// thing alone or in the style that it wears.
#include "play/editor/editor_panel.hpp"

#include "looks/contrast.hpp"
#include "reading/style_words.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix::tool {

namespace {

constexpr std::size_t most_wearers = 4;
/// Those that are wanted most; the others are found by typing.
constexpr std::string_view common[] = {
    "fill", "text-color", "border",  "border-width", "corner",  "shadow",    "image",
    "tint", "scale",      "opacity", "text-size",    "padding", "transition"};

void write_where(EditorPen& pen, const Editor& editor, const StyleSaid& said) {
    const bool none = said.worn.empty() || said.worn == "nothing";
    pen.page.pair("wears", none ? "no style yet" : said.worn);
    pen.page.gap(4);
    pen.page.chips_begin();
    pen.chip(
        "this one alone  O", [](Editor& to) { to.be_alone(true); }, editor.alone());
    if (!said.worn.empty())
        pen.chip(
            fmt::format("all that wear it: {}", said.wearers.size() + 1),
            [](Editor& to) { to.be_alone(false); }, !editor.alone());
    pen.page.chips_end();
    if (editor.alone() || said.wearers.empty()) return;
    std::string others;
    for (std::size_t i = 0; i < said.wearers.size() && i < most_wearers; ++i)
        others += (i == 0 ? "also " : ", ") + said.wearers[i];
    if (said.wearers.size() > most_wearers)
        others += fmt::format(" and {} more", said.wearers.size() - most_wearers);
    pen.page.small(others);
}

void write_states(EditorPen& pen, const Editor& editor) {
    pen.page.gap(4);
    pen.page.chips_begin();
    for (std::size_t i = 0; i < look_state_count; ++i)
        pen.chip(
            fmt::format("{}  {}", state_names[i], i + 1),
            [i](Editor& to) { to.show(LookState(i)); }, editor.state() == LookState(i));
    pen.page.chips_end();
}

void write_contrast(EditorPen& pen, const Editor& editor) {
    const std::optional<double> contrast = editor.contrast();
    if (!contrast) return;
    const std::string is = fmt::format("{:.1f}", std::floor(*contrast * 10) / 10);
    if (*contrast >= looks::least_contrast)
        pen.page.pair("contrast", is + ", good to read");
    else if (*contrast >= looks::least_contrast_of_large)
        pen.page.pair("contrast", is + ", for large texts alone");
    else
        pen.page.alert("contrast " + is + ": hard to read");
}

void write_palette(EditorPen& pen, const Editor& editor, const std::string& key) {
    pen.page.gap(4);
    pen.page.chips_begin();
    for (const NamedColour& one : palette_of(editor.session().file()))
        pen.swatch(one.name, one.colour,
                   [key, name = one.name](Editor& to) { to.set_property(key, name); });
    pen.page.chips_end();
}

} // namespace

void write_style_page(EditorPen& pen, const Editor& editor, const Thing& thing) {
    const FlowFile& file = editor.session().file();
    const StyleSaid said = style_said(file, thing.place, editor.state(), editor.alone());
    pen.page.heading("STYLE OF " + thing.name);
    write_where(pen, editor, said);
    write_states(pen, editor);
    write_contrast(pen, editor);
    const std::optional<Prompt>& prompt = editor.prompt();
    const std::string asked = prompt && prompt->asks == Asks::property ? prompt->key : "";
    for (const StyleRow& row : said.rows) {
        if (row.value.empty() && row.key != asked) continue;
        PanelRow line{row.key, row.from == "here" ? "" : row.from, 0, row.key == asked};
        line.value = row.value;
        line.is_faint = row.from != "here";
        if (row.is_colour) line.colour = colour_of(file, row.value.substr(0, row.value.find(' ')));
        pen.row(line, [key = row.key](Editor& to) { to.ask(Asks::property, key); });
        if (row.key == asked && row.is_colour) write_palette(pen, editor, row.key);
    }
    pen.page.gap(6);
    pen.page.chips_begin();
    for (const StyleRow& row : said.rows)
        if (row.value.empty() && row.key != asked &&
            std::ranges::find(common, row.key) != std::end(common))
            pen.chip("+ " + row.key, [key = row.key](Editor& to) { to.ask(Asks::property, key); });
    pen.chip("any property  K", [](Editor& to) { to.ask(Asks::other); });
    if (!asked.empty())
        pen.chip("name its colour", [asked](Editor& to) { to.ask(Asks::colour, asked); });
    pen.chip("back  D", [](Editor& to) { to.show(Editor::Page::thing); });
    pen.page.chips_end();
}

} // namespace rondix::tool
