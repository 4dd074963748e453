#include "compiling/style_book.hpp"

#include "reading/further_files.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>

namespace rondix {

StyleBook::StyleBook(const Flow& flow, Compiled& out, Findings& findings)
    : flow_(flow)
    , out_(out)
    , findings_(findings)
    , palette_(flow.themes, findings)
    , layers_(flow, findings) {
    // What a style has that names no font.
    interned(out_.flow.looks.fonts, out_.origins.fonts, {"Inter", {}});
    out_.flow.looks.styles.reserve(layers_.size());
    for (std::size_t i = 0; i < layers_.size(); ++i) add(layers_.of(i), layers_.name(i).place);
}

StyleId StyleBook::of(const std::optional<FlowStyleUse>& use, StandardStyle standard) {
    if (!use) return id_of(standard);
    const bool plain_name = StyleLayers::is_plain_name(use->style);
    std::vector<Layer> layers;
    if (plain_name && StyleLayers::begins_anew(use->style)) return id_of(StandardStyle::nothing);
    if (!StyleLayers::begins_anew(use->style)) {
        const auto model = use->style.like ? layers_.find(*use->style.like)
                                           : std::optional(static_cast<std::size_t>(standard));
        if (!model) return id_of(standard);
        if (plain_name) return StyleId(*model);
        layers = layers_.of(*model);
    }
    layers.push_back({&flow_.themes.back(), &use->style});
    return add(layers, use->place);
}

StyleId StyleBook::add(const std::vector<Layer>& layers, SourceRange place) {
    out_.flow.looks.styles.push_back(dressed(layers));
    out_.origins.styles.push_back(place);
    return StyleId(out_.flow.looks.styles.size() - 1);
}

Style StyleBook::dressed(const std::vector<Layer>& layers) {
    Style style;
    for (const Layer& layer : layers) apply_layer(layer, 0, style);
    for (std::size_t state = 1; state < look_state_count; ++state) {
        style.looks[state] = style.looks[0];
        style.dresses[state] = style.dresses[0];
        style.dresses[state].cue = no_cue; // a sound is of the state that names it
        for (const Layer& layer : layers) apply_layer(layer, state, style);
    }
    return style;
}

void StyleBook::apply_layer(const Layer& layer, std::size_t state, Style& style) {
    const std::vector<FlowStyleLine>& settings = layer.style->states[state];
    if (settings.empty()) return;
    const StyleTables tables = tables_for(*layer.theme);
    for (const FlowStyleLine& setting : settings) {
        SourceRange place = setting.key.place;
        if (!setting.words.empty()) {
            place = setting.words.front().place;
            place.end = std::max(place.end, setting.words.back().place.end);
        }
        Values values(setting.key.text, setting.words, place, findings_);
        find_style_word(setting.key.text)->set(values, tables, style, state);
    }
}

StyleTables StyleBook::tables_for(const Theme& theme) {
    const auto side = static_cast<float>(std::min(flow_.design_width, flow_.design_height));
    return {.palette = palette_,
            .findings = findings_,
            .scale = side / theme.short_side,
            .folder = theme.folder,
            .picture = [this](const Name& file) { return picture(file); },
            .font =
                [this](const Name& name) {
                    return FontId(interned(out_.flow.looks.fonts, out_.origins.fonts, name));
                },
            .cue = [this](const Name& name) { return cue(name); },
            .text = [this](const std::string& piece) { return text(piece); }};
}

PictureId StyleBook::picture(const Name& file) {
    const std::size_t known = out_.flow.looks.pictures.size();
    const auto id = PictureId(interned(out_.flow.looks.pictures, out_.origins.pictures, file));
    if (out_.flow.looks.pictures.size() > known) may_be_read(flow_, file, file.text, findings_);
    return id;
}

CueId StyleBook::cue(const Name& name) {
    return CueId(sound(name, &Theme::cues, out_.flow.looks.cues, out_.origins.cues));
}

TuneId StyleBook::tune(const std::optional<Name>& name) {
    if (!name) return no_tune;
    if (name->text == "none") return silence;
    return TuneId(sound(*name, &Theme::tunes, out_.flow.looks.tunes, out_.origins.tunes));
}

/// With the file of the last theme that names one for it.
std::size_t StyleBook::sound(const Name& name, Files Theme::*files, Table<Sound>& sounds,
                             std::vector<SourceRange>& places) {
    for (std::size_t i = 0; i < sounds.size(); ++i)
        if (out_.flow.text(sounds[i].id) == name.text) return i;
    std::string file;
    SourceRange place = name.place;
    for (const Theme& theme : flow_.themes)
        for (const auto& [id, of_sound] : theme.*files)
            if (id.text == name.text) {
                file = theme.folder + of_sound.text;
                place = of_sound.place;
            }
    const TextRef id = text(name.text);
    sounds.push_back({id, text(file)});
    places.push_back(place);
    return sounds.size() - 1;
}

TextRef StyleBook::text(std::string_view piece) {
    Table<char>& texts = out_.flow.texts;
    const auto begin = static_cast<std::uint32_t>(texts.size());
    texts.append(piece);
    return {begin, static_cast<std::uint32_t>(piece.size())};
}

std::uint32_t StyleBook::interned(Table<TextRef>& table, std::vector<SourceRange>& places,
                                  const Name& name) {
    const auto found = std::find_if(table.begin(), table.end(), [&](TextRef known) {
        return out_.flow.text(known) == name.text;
    });
    if (found != table.end()) return static_cast<std::uint32_t>(found - table.begin());
    table.push_back(text(name.text));
    places.push_back(name.place);
    return static_cast<std::uint32_t>(table.size() - 1);
}

} // namespace rondix
