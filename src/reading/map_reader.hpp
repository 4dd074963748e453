// MapReader: a YAML map read key by key, with every key that means nothing reported. A key that is
// near a right one that is not there is reported and then read as that one, so that one slip is one
// finding.
#pragma once

#include "reading/grammar.hpp"
#include "rondix/tools/flow.hpp"
#include "yaml/yaml_tree.hpp"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace rondix {

class MapReader {
  public:
    /// Of a flow file: the keys are those of the grammar. Reports a node that is no map, and
    /// unknown keys.
    MapReader(const yaml::Node& node, grammar::Owner owner, Findings& findings)
        : MapReader(node, owner, grammar::row_of(owner).what, findings) {}
    /// The same, called otherwise in messages.
    MapReader(const yaml::Node& node, grammar::Owner owner, std::string_view what,
              Findings& findings);
    MapReader(const yaml::Node& node, ControlKind kind, Findings& findings);
    /// Of another file. `what` names the map in messages ("a step"); `keys` are those that it may
    /// have.
    MapReader(const yaml::Node& node, std::string_view what,
              const std::vector<std::string_view>& keys, Findings& findings);

    bool good() const { return node_.kind == yaml::Kind::map; }

    /// The value of a key, or null. need() reports a key that is not there.
    const yaml::Node* find(std::string_view key) const;
    const yaml::Node* need(std::string_view key) const;
    /// The key itself, for its place; null when it is not there.
    const yaml::Node* key_node(std::string_view key) const;

    // Values of a kind; a value of another kind is reported and counts as not there.
    std::optional<std::string> text(std::string_view key) const;
    std::optional<Name> name(std::string_view key) const;
    std::optional<std::vector<Name>> names(std::string_view key) const; ///< a list of names
    std::optional<bool> yes_no(std::string_view key) const;
    std::optional<std::uint32_t> duration_ms(std::string_view key) const; ///< `20s`, `250ms`
    std::optional<std::uint8_t> percent(std::string_view key) const;      ///< `60%`
    /// One of the words that the grammar has for this key; gives its place among them.
    std::optional<std::size_t> one_of(std::string_view key) const;
    /// One of a few words; gives its place in the list.
    std::optional<std::size_t> one_of(std::string_view key,
                                      const std::vector<std::string_view>& words) const;

  private:
    struct TakenFor {
        std::string_view right;
        const yaml::Node* key;
    };
    /// Reports a node that is no map; `is_known` says which keys are those of `keys()`.
    template <class IsKnown, class Keys>
    void look_at_keys(IsKnown is_known, Keys keys);
    void report_unknown(const yaml::Node& key, const std::vector<std::string_view>& known);
    const yaml::Node* key_written(std::string_view key) const;
    const yaml::Node* text_node(std::string_view key, std::string_view wanted) const;

    const yaml::Node& node_;
    grammar::Owner owner_ = grammar::Owner::nothing;
    std::string what_;
    Findings& findings_;
    std::vector<TakenFor> taken_;
    bool has_unknown_ = false; ///< that is near none
};

/// A positive number at the start of a text, without sign or exponent; `rest` is what follows it.
std::optional<double> leading_number(std::string_view text, std::string_view& rest);

} // namespace rondix
