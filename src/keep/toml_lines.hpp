// A TOML file as entries, each with its line, read so that a line that is wrong costs that line
// alone. The parsing is toml++'s; a file that it refuses is read line by line.
#pragma once

#include <cstdint>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace rondix::keep {

/// A list holds texts and whole numbers, the latter for keys without a name.
using TomlItem = std::variant<std::string, std::int64_t>;
using TomlValue =
    std::variant<std::monostate, bool, std::int64_t, double, std::string, std::vector<TomlItem>>;

struct TomlEntry {
    std::string table; ///< `keys.pad`; empty at the top
    std::string key;
    TomlValue value; ///< nothing for what settings never are, such as dates
    std::uint32_t line = 0;
};

struct TomlFault {
    std::uint32_t line = 0;
    std::string text;
};

struct TomlFile {
    std::vector<TomlEntry> entries; ///< in the order of the file
    std::vector<TomlFault> faults;
};

TomlFile read_toml(std::string_view text);

/// A text in quotes, as TOML writes it.
std::string toml_quoted(std::string_view text);

} // namespace rondix::keep
