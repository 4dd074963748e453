#include "editing/styling.hpp"

#include "compiling/standard_styles.hpp"
#include "compiling/style_layers.hpp"
#include "editing/changer.hpp"

#include <algorithm>

namespace rondix {

namespace {

constexpr std::string_view here = "here";

StandardStyle standard_style_of(const FlowPlace& place) {
    switch (place.of) {
    case PlaceOf::control: return standard_style_of(place.control->kind);
    case PlaceOf::piece: return standard_style_of(place.control->pieces[place.piece]);
    case PlaceOf::heading: return StandardStyle::title;
    case PlaceOf::layout: // of a screen that shows those beneath
        return place.screen->dim ? StandardStyle::sheet : StandardStyle::nothing;
    case PlaceOf::group: break;
    }
    return StandardStyle::nothing;
}

/// The named style that is worn, and what is said besides.
struct Worn {
    std::string name; ///< empty: none (`extends: none`)
    const FlowStyle* own = nullptr;
};

Worn worn_by(const FlowPlace& place) {
    const std::optional<FlowStyleUse>& use = place.box->style;
    const auto standard = static_cast<std::size_t>(standard_style_of(place));
    Worn worn{std::string(standard_style_names[standard]), nullptr};
    if (!use) return worn;
    if (StyleLayers::begins_anew(use->style))
        worn.name.clear();
    else if (use->style.like)
        worn.name = use->style.like->text;
    if (!StyleLayers::is_plain_name(use->style)) worn.own = &use->style;
    return worn;
}

std::string value_of(const FlowStyleLine& line) {
    std::string value;
    for (const Name& word : line.words) value += (value.empty() ? "" : " ") + word.text;
    return value;
}

const FlowStyleLine* find_line(const std::vector<FlowStyleLine>& lines, std::string_view key) {
    const auto line =
        std::ranges::find_if(lines, [&](const FlowStyleLine& one) { return one.key.text == key; });
    return line == lines.end() ? nullptr : &*line;
}

/// One that says something, and what it is called.
struct SaidBy {
    const FlowStyle* style;
    std::string called;
};

StyleRow row_of(const StyleWord& word, const std::vector<SaidBy>& said, std::size_t state) {
    StyleRow row{std::string(word.key), {}, {}, word.names == NameKind::colour};
    for (const std::size_t of : {std::size_t{0}, state}) {
        for (const SaidBy& one : said)
            if (const FlowStyleLine* line = find_line(one.style->states[of], word.key)) {
                row.value = value_of(*line);
                row.from = one.called == here && of != state ? state_names[of] : one.called;
            }
        if (state == 0) break;
    }
    return row;
}

/// A style, and those that extend it.
std::vector<std::string> with_those_that_extend(const Flow& flow, const std::string& style) {
    std::vector<std::string> all = {style};
    for (std::size_t i = 0; i < all.size(); ++i)
        for (const Theme& theme : flow.themes)
            for (const FlowStyle& one : theme.styles)
                if (one.like && one.like->text == all[i] &&
                    std::ranges::find(all, one.id.text) == all.end())
                    all.push_back(one.id.text);
    return all;
}

std::vector<std::string> wearers_of(const FlowFile& file, const FlowPlace& but,
                                    const std::string& style) {
    const std::vector<std::string> styles = with_those_that_extend(file.flow, style);
    std::vector<std::string> wearers;
    const auto add = [&](FlowPlace place, const FlowScreen& screen) {
        place.screen = &screen;
        const bool wears = std::ranges::find(styles, worn_by(place).name) != styles.end();
        if (wears && place.box != but.box) wearers.push_back(screen.id.text + "." + place.words());
    };
    for (const FlowScreen& screen : file.flow.screens) {
        for (const FlowControl& control : screen.controls) {
            FlowPlace place{PlaceOf::control, {}, &control, {}, &control.box};
            add(place, screen);
            place.of = PlaceOf::piece;
            for (; place.piece < control.pieces.size(); ++place.piece) {
                place.box = &control.pieces[place.piece].box;
                add(place, screen);
            }
        }
        const FlowScreenLooks& looks = screen.looks;
        for (const FlowGroup& group : looks.groups)
            add({PlaceOf::group, {}, {}, &group, &group.box}, screen);
        if (looks.layout)
            add({PlaceOf::layout, {}, {}, &*looks.layout, &looks.layout->box}, screen);
        if (looks.heading) add({PlaceOf::heading, {}, {}, {}, &*looks.heading}, screen);
        if (looks.ground && looks.ground->style.like &&
            std::ranges::find(styles, looks.ground->style.like->text) != styles.end())
            wearers.push_back(screen.id.text);
    }
    return wearers;
}

/// `focused.fill`.
std::string key_of(LookState state, const std::string& key) {
    const StyleWord* word = find_style_word(key);
    if (state == LookState::rest || (word && word->whole)) return key;
    return std::string(state_names[static_cast<std::size_t>(state)]) + "." + key;
}

/// `{ extends: quay, focused: { fill: brass } }`.
std::string style_with(const std::string& like, LookState state, const std::string& key,
                       const std::string& value) {
    const std::string path = key_of(state, key);
    const std::size_t dot = path.find('.');
    const std::string said = dot == std::string::npos
                                 ? path + ": " + value
                                 : path.substr(0, dot) + ": { " + key + ": " + value + " }";
    return "{ " + (like.empty() ? "" : "extends: " + like + ", ") + said + " }";
}

} // namespace

StyleSaid style_said(const FlowFile& file, const FlowPlace& place, LookState state, bool alone) {
    const Worn worn = worn_by(place);
    StyleSaid result;
    result.worn = worn.name;
    result.is_own = worn.own != nullptr;
    Findings ignored;
    StyleLayers layers(file.flow, ignored);
    std::vector<SaidBy> said;
    const auto named = layers.find({worn.name, {}});
    if (!worn.name.empty() && named)
        for (const StyleLayer& layer : layers.of(*named)) {
            const bool changed_there =
                !alone && layer.style->id.text == worn.name && layer.style->id.place.known();
            said.push_back({layer.style, changed_there ? std::string(here) : layer.style->id.text});
        }
    if (worn.own) said.push_back({worn.own, alone ? std::string(here) : place.words()});
    for (const StyleWord& word : style_words())
        result.rows.push_back(row_of(word, said, static_cast<std::size_t>(state)));
    if (!worn.name.empty()) result.wearers = wearers_of(file, place, worn.name);
    return result;
}

Changed set_style(const FlowFile& file, const FlowPlace& place, LookState state, bool alone,
                  const std::string& key, const std::string& value) {
    if (!find_style_word(key)) return {"styles have no " + in_quotes(key), {}};
    const std::string path = key_of(state, key);
    const Worn worn = worn_by(place);
    if (!alone) {
        if (worn.name.empty()) return {place.words() + " wears no style that has a name", {}};
        const NameAsked style{NameKind::style, worn.name};
        const auto known = file.names.find(NameKind::style, worn.name);
        const bool declared =
            std::ranges::any_of(known, [](const IndexedName* name) { return name->is_declared(); });
        if (value.empty()) return drop_key(file, style, path);
        return declared ? set_key(file, style, path, value)
                        : add_entry(file, style, style_with({}, state, key, value));
    }
    const std::string own = place.path + "style";
    if (value.empty()) return drop_key(file, place.name, own + "." + path);
    // A name becomes what the style extends.
    if (place.box->style && place.box->style->style.like && !worn.own)
        return set_key(file, place.name, own,
                       style_with(place.box->style->style.like->text, state, key, value));
    return set_key(file, place.name, own + "." + path, value);
}

std::vector<NamedColour> palette_of(const FlowFile& file) {
    Findings ignored;
    const Palette palette(file.flow.themes, ignored);
    std::vector<NamedColour> all;
    for (const Theme& theme : file.flow.themes)
        for (const auto& [name, written] : theme.palette) {
            const auto colour = palette.colour(name, ignored);
            const auto known = std::ranges::find(all, name.text, &NamedColour::name);
            if (colour && known == all.end()) all.push_back({name.text, *colour});
        }
    return all;
}

std::optional<Colour> colour_of(const FlowFile& file, const std::string& written) {
    if (written.empty() || written.find(' ') != std::string::npos) return std::nullopt;
    Findings ignored;
    return Palette(file.flow.themes, ignored).colour({written, {}}, ignored);
}

} // namespace rondix
