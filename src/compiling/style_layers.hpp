// StyleLayers: what all themes say about each style, in the order in which it counts.
//
// Themes are layers: what a later one says about a style of the same name is added to what earlier
// ones said. A style that is `extends` another begins with all that the other says; `extends: none`
// drops what earlier ones said.
#pragma once

#include "reading/style_words.hpp"
#include "rondix/tools/flow.hpp"

#include <unordered_map>

namespace rondix {

/// What one theme says about one style.
struct StyleLayer {
    const Theme* theme;
    const FlowStyle* style;
};

class StyleLayers {
  public:
    /// The standard styles come first; names that cannot be are told.
    StyleLayers(const Flow& flow, Findings& findings);

    std::size_t size() const { return named_.size(); }
    /// Where it was said last.
    const Name& name(std::size_t named) const { return named_[named].id; }
    /// Nothing, and that is told, where there is no style of that name.
    std::optional<std::size_t> find(const Name& name);
    /// With those of what it extends, deepest first.
    const std::vector<StyleLayer>& of(std::size_t named);

    /// Whether what is said where a style is used is no more than a name.
    static bool is_plain_name(const FlowStyle& used);
    static bool begins_anew(const FlowStyle& style);

  private:
    enum class State : std::uint8_t { untouched, under_way, done };
    struct Named {
        Name id;
        std::vector<StyleLayer> said;
        std::vector<StyleLayer> layers;
        State state = State::untouched;
    };
    std::size_t add_name(const Name& id);

    Findings& findings_;
    std::vector<Named> named_;
    std::unordered_map<std::string, std::size_t> by_name_;
};

} // namespace rondix
