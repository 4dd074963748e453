// Styles in the editor: what is set, for which state, and how well a text can be read with it.
#include "play/editor/editor.hpp"

#include "editing/changer.hpp"
#include "editing/texts.hpp"
#include "editing/yaml_value.hpp"
#include "looks/text_contrast.hpp"
#include "reading/style_words.hpp"

#include <algorithm>

namespace rondix::tool {

namespace {

/// As YAML: what begins with '#' would be a comment.
std::string as_value(const std::string& key, const std::string& typed) {
    const StyleWord* word = find_style_word(key);
    const bool is_text = word && word->raw && !word->names;
    return is_text || typed.find('#') != std::string::npos ? write_value(text_node(typed)) : typed;
}

/// What a look is with a property that is being typed, as far as its colours go.
void try_on(const FlowFile& file, const std::string& key, const std::string& typed, Look& look) {
    const std::size_t blank = typed.find(' ');
    const std::optional<Colour> first = colour_of(file, typed.substr(0, blank));
    if (!first) return;
    if (key == "text-color") look.ink = *first;
    if (key != "fill") return;
    look.fill = look.fill_end = *first;
    if (blank == std::string::npos) return;
    if (const auto last = colour_of(file, typed.substr(blank + 1))) look.fill_end = *last;
}

} // namespace

void Editor::set_property(const std::string& key, const std::string& value) {
    const Thing* one = thing();
    if (!one) return;
    const auto state = static_cast<std::size_t>(state_);
    const std::string of = state == 0 ? "" : std::string(state_names[state]) + " ";
    const StyleSaid said = style_said(session_.file(), one->place, state_, alone_);
    const std::string whose = in_quotes(alone_ ? one->name : said.worn);
    const std::string what = (value.empty() ? "no " : "") + of + key + " of " + whose;
    make(what, set_style(session_.file(), one->place, state_, alone_, key,
                         value.empty() ? value : as_value(key, value)));
}

/// What a property has now becomes a colour of the palette, which it names then.
void Editor::name_colour(const std::string& key, const std::string& name) {
    const Thing* one = thing();
    if (!one) return;
    const FlowFile& file = session_.file();
    std::string value;
    for (const StyleRow& row : style_said(file, one->place, state_, alone_).rows)
        if (row.key == key) value = row.value;
    if (!colour_of(file, value)) return host_.say("what " + key + " has is not one colour");
    Changed named = add_entry(file, {NameKind::colour, name}, as_value(key, value));
    if (named.fault.empty()) {
        const FlowFile with_it = with_texts(file, named.texts);
        const Changed set = set_style(with_it, one->place, state_, alone_, key, name);
        named.fault = set.fault;
        for (const auto& [path, text] : set.texts) named.texts[path] = text;
    }
    make("the colour " + in_quotes(name), named);
}

/// Where a picture stands for a text, there is none to read.
std::optional<double> Editor::contrast() const {
    const Thing* one = thing();
    if (!one || one->control == no_control) return std::nullopt;
    Runner& runner = session_.runner();
    const auto drawn = runner.view();
    const std::vector<Item> items(drawn.begin(), drawn.end());
    const auto item = std::ranges::find_if(items, [&](const Item& of) {
        return of.control == one->control && !of.text.empty() && of.bounds.x == one->bounds.x &&
               of.bounds.y == one->bounds.y;
    });
    if (item == items.end()) return std::nullopt;
    const auto state = static_cast<std::size_t>(state_);
    const Style& style = session_.flow().looks[item->style];
    Look look = style.looks[state];
    if (prompt_ && prompt_->asks == Asks::property)
        try_on(session_.file(), prompt_->key, prompt_->text, look);
    if (const double own = looks::contrast_on_own_ground(look, style.dresses[state]); own > 0)
        return own;
    const Size window = window_size();
    const looks::TextContrast pixels(session_.flow(), session_.painter(), runner.canvas(),
                                     static_cast<int>(window.width),
                                     static_cast<int>(window.height));
    return pixels.contrast(items, static_cast<std::size_t>(item - items.begin()), state_, &look);
}

} // namespace rondix::tool
