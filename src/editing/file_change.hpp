// FileChange: changes of one YAML file, each made on its tree and on its text. The text is then
// read again, and has to mean what the changed tree means: so a change is right, or it is not made.
#pragma once

#include "editing/yaml_value.hpp"
#include "rondix/tools/source.hpp"

#include <cstddef>
#include <string>
#include <string_view>
#include <vector>

namespace rondix {

/// Children by their numbers, from the root down. In a map, keys and values take turns.
using TreePath = std::vector<std::size_t>;

class FileChange {
  public:
    explicit FileChange(Source source);

    /// Null: it is no YAML, and nothing can be changed.
    const yaml::Node* root() const { return root_ ? &*root_ : nullptr; }
    const yaml::Node& at(const TreePath& path) const;
    const Source& source() const { return source_; }

    /// The text in which the byte `offset` stands; nothing where there is none.
    std::optional<TreePath> find(std::uint32_t offset) const;

    // Each returns why it was not done, or an empty text.

    /// Sets a key of the map at `map`, or adds it where it stands by `order`, else at the end.
    std::string set(const TreePath& map, const std::string& key, const yaml::Node& value,
                    const std::vector<std::string_view>& order = {});
    /// Adds one that is not there; `entry` is how it is written, further lines set in from where
    /// the key stands.
    std::string add(const TreePath& map, const std::string& key, const yaml::Node& value,
                    const std::string& entry, const std::vector<std::string_view>& order = {});
    /// Adds a copy of a key behind it, under another name.
    std::string copy_key(const TreePath& map, const std::string& key, const std::string& to);
    /// Takes a key out of it. The map may be empty then.
    std::string drop(const TreePath& map, const std::string& key);
    /// Puts an item into the list at `list`, which has some; `text` as item_text() gives it, and
    /// what it means.
    std::string put_item(const TreePath& list, std::size_t before, const std::string& text,
                         const yaml::Node& item);
    std::string drop_item(const TreePath& list, std::size_t item);
    std::string move_item(const TreePath& list, std::size_t from, std::size_t before);
    /// The text of an item, as it stands there.
    std::string item_text(const TreePath& list, std::size_t item) const;
    /// Where a key of a map stands among its children, or their number.
    static std::size_t number_of(const yaml::Node& map, std::string_view key);

  private:
    bool is_block(const yaml::Node& node) const;
    std::string value_for(const yaml::Node& value, std::optional<std::uint32_t> column) const;
    std::string put_entry(const TreePath& map, std::optional<std::size_t> behind,
                          std::initializer_list<yaml::Node> what, const std::string& entry);
    std::string make(const yaml::Node& expected, std::optional<std::vector<Edit>> edits);
    yaml::Node& in(yaml::Node& root, const TreePath& path) const;

    Source source_;
    std::optional<yaml::Node> root_;
};

} // namespace rondix
