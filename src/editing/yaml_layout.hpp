// Layout: where the entries of a YAML file stand, as text. With it a fix takes out or puts in an
// entry and leaves comments, order and indentation of all else as they were.
//
// Of YAML it knows brackets, commas and comments (yaml_marks.hpp), and indentation. What it makes
// of a file is read again and checked before anybody is offered it.
#pragma once

#include "rondix/tools/source.hpp"
#include "yaml/yaml_marks.hpp"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace rondix {

class Layout {
  public:
    Layout(const Source& source, std::uint16_t file);

    /// Takes out the innermost entry that holds the byte `at`: `key: value`, in brackets or on
    /// lines of its own.
    std::optional<Edit> drop_entry(std::uint32_t at) const;

    /// Takes out the map in which `at` stands, such as a control; with its key, where it has one.
    std::optional<Edit> drop_map(std::uint32_t at) const;

    /// Where the words behind `key:` stand, in the map in which `at` stands.
    std::optional<SourceRange> value_of(std::uint32_t at, std::string_view key) const;

    /// Puts an entry into the map that is the value of the key at `key`.
    std::optional<Edit> add_under(SourceRange key, std::string_view entry) const;

    /// Puts an entry into the map in which `at` stands.
    std::optional<Edit> add_beside(std::uint32_t at, std::string_view entry) const;

    /// Puts an item behind the one in which `at` stands.
    std::optional<Edit> add_item(std::uint32_t at, std::string_view item) const;

    /// Puts the item of a list in which `at` stands before the one in which `before` stands; both
    /// on lines of their own.
    std::optional<std::vector<Edit>> move_item(std::uint32_t at, std::uint32_t before) const;

    /// Puts a line before the one in which `at` stands.
    Edit add_line(std::uint32_t at, std::string_view line) const;

    // --- By the places of nodes (yaml_tree.hpp); entries_of_yaml.cpp. Nothing: it stands in a way
    // that this does not know.

    /// Puts another value behind the key at `key`; `value` is where the one that is there begins
    /// and, of a text, ends. Where nothing is said, `text` begins with a blank or a line break.
    std::optional<std::vector<Edit>> set_value(SourceRange key, SourceRange value, bool is_text,
                                               std::string_view text) const;
    /// The place of a text with its quotes, where it has some.
    SourceRange with_quotes(SourceRange text) const;
    /// Puts an entry behind that of the key at `key`; of several lines, they are set in alike.
    std::optional<Edit> add_behind(SourceRange key, std::string_view entry) const;
    /// Puts one before it.
    std::optional<Edit> add_before(SourceRange key, std::string_view entry) const;
    /// Takes out the entry of the key at `key`; `next` is the key behind it in its map, if any.
    std::optional<Edit> drop_key(SourceRange key, std::optional<SourceRange> next) const;

    /// The text of an entry or of the item that begins there, without dash and comma; further lines
    /// are set in as far as they are more than the first.
    std::string entry_text(SourceRange key) const;
    std::string item_text(std::uint32_t item) const;
    /// Takes out the item that begins there.
    std::optional<Edit> drop_item(std::uint32_t item) const;
    /// Puts one before or behind it, as item_text() gives them.
    std::optional<Edit> put_item(std::uint32_t item, bool behind, std::string_view text) const;
    /// How far the items of a list, or the keys of a map, are set in that has `at` in it; nothing
    /// in brackets.
    std::optional<std::uint32_t> column_of(std::uint32_t at) const;

  private:
    using Bracket = yaml::Marks::Bracket;
    using Comma = yaml::Marks::Comma;
    using Stretch = yaml::Stretch;

    const Bracket* around(std::uint32_t at, char kind) const;
    Stretch flow_entry(const Bracket& bracket, std::uint32_t at) const;
    Edit drop_flow_entry(const Bracket& bracket, std::uint32_t at) const;
    Edit drop_lines(std::uint32_t at) const;
    std::optional<Edit> insert_in(const Bracket& bracket, std::string_view entry) const;

    std::uint32_t line_begin(std::uint32_t at) const;
    std::uint32_t line_end(std::uint32_t at) const;
    std::uint32_t words_end(std::uint32_t at) const;
    std::uint32_t without_comment(std::uint32_t begin, std::uint32_t end) const;
    std::uint32_t indent_of(std::uint32_t begin) const;
    bool is_item(std::uint32_t begin) const;
    bool is_empty(std::uint32_t begin) const;
    std::uint32_t end_of_entry(std::uint32_t begin) const;
    std::uint32_t end_of_key(std::uint32_t key) const;
    std::uint32_t blanks_at(std::uint32_t at) const;
    std::vector<Edit> set_text(SourceRange value, std::string_view text) const;
    static std::string set_in(std::string_view lines, std::uint32_t column);
    static std::string set_out(std::string_view lines, std::uint32_t column);
    std::string flow_text(const Bracket& bracket, std::uint32_t at) const;
    std::string lines_text(std::uint32_t begin, std::uint32_t end, std::uint32_t column) const;
    std::uint32_t begin_of_map(std::uint32_t at) const;
    std::optional<SourceRange> value_within(Stretch entry, std::string_view key) const;

    std::string_view text_;
    std::uint16_t file_;
    yaml::Marks marks_;
};

} // namespace rondix
