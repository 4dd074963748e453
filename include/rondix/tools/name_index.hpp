// NameIndex: every name of a flow with all places where it is written, across the files that the
// flow is made of. For finding, renaming and completing.
//
// Reading fills it in, so that a flow with errors has its names as well, as far as it is YAML.
// Names that nothing declares are in it, with their uses alone; those of the built-in theme and
// screens are declared nowhere. Threads: any, while nothing changes it.
#pragma once

#include "rondix/tools/finding.hpp"

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace rondix {

enum class NameKind : std::uint8_t {
    screen,
    part,
    scene,
    flag,
    setting,
    event,
    request,
    control,
    group,
    key,
    style,
    colour,
    cue,
    tune,
};
inline constexpr std::size_t name_kind_count = static_cast<std::size_t>(NameKind::tune) + 1;

/// As the command line says it: `screen`.
std::string_view name_of(NameKind kind);
/// Nothing where there is no such kind.
std::optional<NameKind> name_kind(std::string_view word);
/// Whether each screen and part has its own.
constexpr bool is_of_screens(NameKind kind) {
    return kind == NameKind::control || kind == NameKind::group;
}

struct NamePlace {
    SourceRange place; ///< of the name alone, without quotes
    bool declares = false;
};

struct IndexedName {
    NameKind kind{};
    std::string text;
    /// Of a control or group: the screens and parts that declare it. It is one name on several
    /// where one extends the other, or takes its part, and says it anew.
    std::vector<std::string> on;
    std::vector<NamePlace> places; ///< in the order of files and places

    bool is_declared() const;
};

class NameIndex {
  public:
    NameIndex() = default;
    /// The places of each are in their order.
    explicit NameIndex(std::vector<IndexedName> names);

    /// By kind, then by name.
    const std::vector<IndexedName>& all() const { return names_; }
    /// Those of a kind with this name; of controls and groups only one that `on` declares, where it
    /// is not empty.
    std::vector<const IndexedName*> find(NameKind kind, std::string_view text,
                                         std::string_view on = {}) const;
    /// What is named at a byte of a file, or right behind it; null: no name stands there.
    const IndexedName* at(std::uint16_t file, std::uint32_t offset) const;

  private:
    struct Spot {
        SourceRange place;
        std::uint32_t name;
    };
    std::vector<IndexedName> names_;
    std::vector<Spot> spots_; // by file and place
};

} // namespace rondix
