// Values of places and styles: numbers, pairs, sides, sizes, colours and times, each written as a
// few words or as a list. What cannot be read is reported, with what is wanted.
#pragma once

#include "rondix/tools/flow_looks.hpp"
#include "yaml/yaml_tree.hpp"

#include <span>
#include <string_view>
#include <unordered_map>

namespace rondix {

/// Reads the words of one value; remembers whether all of them were good.
class Values {
  public:
    /// `key` is what messages call the value. It and the words have to stay.
    Values(std::string_view key, std::span<const Name> words, SourceRange place, Findings& findings)
        : key_(key)
        , words_(words)
        , place_(place)
        , findings_(findings) {}

    std::size_t count() const { return words_.size(); }
    std::span<const Name> words() const { return words_; }

    std::optional<float> number();
    std::optional<float> factor();  ///< `1.05` or `105%`
    std::optional<float> degrees(); ///< from -360 to 360
    std::optional<Point> pair();    ///< `20 -4`
    std::optional<Size> margins();  ///< `24`, or `24 40`: at the sides, above and below
    std::optional<Sides> sides();   ///< `8`, `8 4` or `8 4 8 4`: left, top, right, bottom
    std::optional<Size> size();     ///< `300x64`
    std::optional<std::size_t> one_of(const std::vector<std::string_view>& words);
    std::optional<bool> yes_no();
    std::optional<Transition> transition();              ///< `120ms`, `120ms both`
    std::optional<ScreenTransition> screen_transition(); ///< `slide left 250ms both`, `cut`

    /// Reports that the value needs something else; for readers of further kinds.
    void wants(std::string_view what, std::string_view fix = {});

  private:
    std::optional<float> number_in(const Name& word) const;
    bool take_time(const Name& word, Transition& into) const;

    std::string_view key_;
    std::span<const Name> words_;
    SourceRange place_;
    Findings& findings_;
};

/// The words of a text or of a list of texts; reports what is neither.
std::optional<std::vector<Name>> words_of_value(const yaml::Node& node, const Source& source,
                                                std::string_view key, Findings& findings);

/// Named colours.
class Palette {
  public:
    /// Later themes win. Reports what is no colour.
    Palette(const std::vector<Theme>& themes, Findings& findings);

    /// `#rgb`, `#rrggbb`, `#rrggbbaa`, `none` or a name; any of them with an opacity: `fog/60%`.
    std::optional<Colour> colour(const Name& word, Findings& findings) const;

  private:
    std::unordered_map<std::string, Colour> colours_;
    std::vector<std::string> names_;
};

} // namespace rondix
