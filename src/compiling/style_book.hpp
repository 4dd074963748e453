// StyleBook: styles from all themes, resolved to rows of Looks.
//
// What a style consists of: compiling/style_layers.hpp. What a state looks like is the rest state
// with that state's own settings on top.
#pragma once

#include "compiling/compile.hpp"
#include "compiling/style_layers.hpp"
#include "reading/style_words.hpp"

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
    using Layer = StyleLayer;
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
    StyleLayers layers_;
};

} // namespace rondix
