// The page of the panel that tells of what is chosen: what it is, where it stands, what it says and
// does.
#include "play/editor/editor_panel.hpp"

#include <fmt/format.h>

namespace rondix::tool {

namespace {

std::string placed(const Rect& rect) {
    return fmt::format("{:.0f} {:.0f}, {:.0f} x {:.0f}", rect.x, rect.y, rect.width, rect.height);
}

struct AskedKey {
    const char* words;
    const char* key;
};
constexpr AskedKey of_controls[] = {
    {"text  T", "text"}, {"press  P", "press"}, {"when  W", "when"},   {"style  S", "style"},
    {"hint  H", "hint"}, {"in", "in"},          {"setting", "setting"}};
constexpr AskedKey of_pieces[] = {{"text  T", "text"}, {"file", "file"}, {"style  S", "style"}};
constexpr AskedKey of_groups[] = {
    {"as", "as"}, {"gap", "gap"}, {"align", "align"}, {"pack", "pack"}, {"style  S", "style"}};

std::span<const AskedKey> keys_of(const Thing& thing) {
    switch (thing.place.of) {
    case PlaceOf::control: return of_controls;
    case PlaceOf::piece: return of_pieces;
    default: return of_groups;
    }
}

bool has(const Thing& thing, const char* key) {
    return !thing.is(PlaceOf::control) || grammar::has_key(thing.place.control->kind, key);
}

} // namespace

void write_thing_page(EditorPen& pen, const Editor& editor, const Thing& thing) {
    PanelPage& page = pen.page;
    page.heading("CHOSEN");
    page.pair(kind_of(thing), thing.name);
    page.pair("stands", placed(thing.bounds));
    page.pair("line", line_of(editor.session().file(), place_in_file(thing)));
    const std::string& name = thing.place.name.text;
    const std::string& screen = thing.place.screen->id.text;
    if (name != screen && !name.starts_with(screen + "."))
        page.pair("is of", name + ", and changes there");
    for (const AskedKey& one : keys_of(thing))
        if (const std::string value = editor.value_of(thing, one.key);
            has(thing, one.key) && !value.empty())
            page.pair(one.key, value);
    page.gap(6);
    page.chips_begin();
    for (const AskedKey& one : keys_of(thing))
        if (has(thing, one.key))
            pen.chip(one.words, [key = one.key](Editor& to) { to.ask(Asks::key, key); });
    pen.chip("any key  K", [](Editor& to) { to.ask(Asks::other); });
    pen.chip("dress  D", [](Editor& to) { to.show(Editor::Page::style); });
    if (thing.is(PlaceOf::control) || thing.is(PlaceOf::group))
        pen.chip("name  N", [](Editor& to) { to.ask(Asks::name); });
    if (thing.is(PlaceOf::control))
        pen.chip("copy  Ctrl+D", [](Editor& to) { to.ask(Asks::copy); });
    if (thing.is(PlaceOf::control)) {
        const bool is_free = standing_of(thing.place) == Standing::freely;
        pen.chip(is_free ? "among others  L" : "stand freely  L",
                 [](Editor& to) { to.let_loose(); });
    }
    pen.chip("delete  Del", [](Editor& to) { to.drop_chosen(); });
    page.chips_end();
}

} // namespace rondix::tool
