// StyleBook: styles from all themes, resolved to rows of Looks.
//
// Themes are layers: what a later one says about a style of the same name is added to what earlier
// ones said. A style that is `extends` another begins with all that the other says. What a state
// looks like is the rest state with that state's own settings on top.
#pragma once

#include "compiling/compile.hpp"
#include "reading/style_words.hpp"

#include <unordered_map>

namespace rondix {

class StyleBook {
  public:
    /// Adds all named styles to `out`; the standard ones come first.
    StyleBook(const Flow& flow, Compiled& out, Findings& findings);

    /// The style of a box: `standard` where nothing is said.
    StyleId of(const std::optional<FlowStyleUse>& use, StandardStyle standard);

    PictureId picture(const Name& file);
    TuneId tune(const std::optional<Name>& name);
    std::string own_folder() const { return flow_.themes.back().folder; }
    TextRef text(std::string_view piece);

  private:
    /// What one theme says about one style.
    struct Layer {
        const Theme* theme;
        const FlowStyle* style;
    };
    enum class State : std::uint8_t { untouched, under_way, done };
    struct Named {
        Name id;
        std::vector<Layer> said;
        std::vector<Layer> layers; ///< with those of what it is like, deepest first
        State state = State::untouched;
    };

    void collect();
    std::size_t add_name(const Name& id);
    std::optional<std::size_t> find(const Name& name);
    const std::vector<Layer>& layers_of(std::size_t named);
    CueId cue(const Name& name);
    using Files = std::vector<std::pair<Name, Name>>;
    std::size_t sound(const Name& name, Files Theme::*files, Table<Sound>& sounds,
                      std::vector<SourceRange>& places);
    Style dressed(const std::vector<Layer>& layers);
    void apply_layer(const Layer& layer, std::size_t state, Style& style);
    StyleId add(const std::vector<Layer>& layers, SourceRange place);
    StyleTables tables_for(const Theme& theme);
    std::uint32_t interned(Table<TextRef>& table, std::vector<SourceRange>& places,
                           const Name& name);

    const Flow& flow_;
    Compiled& out_;
    Findings& findings_;
    Palette palette_;
    std::vector<Named> named_;
    std::unordered_map<std::string, std::size_t> by_name_;
};

} // namespace rondix
