// The grammar of flow files, as data: every key, every step, every kind of control, each once.
//
// From these tables come what the reader takes and what it says of the rest, what `extends` brings
// along, the JSON Schema, and the tables of docs/flow-files.md and docs/looks.md. What a key
// means is for its reader; how to add one: docs/how-to-add.md. (The words of styles have a table
// of their own, with what each sets: reading/style_words.cpp.)
#pragma once

#include "rondix/runtime/compiled_flow.hpp"

#include <array>
#include <cstdint>
#include <span>
#include <string_view>
#include <vector>

namespace rondix::grammar {

/// What a map in a flow file belongs to.
enum class Owner : std::uint8_t {
    nothing,
    flow,
    included, ///< a file that a flow includes
    loading,
    start,
    scene,
    flag,
    event,
    request,
    setting,
    screen,
    part,
    part_use,
    moving_on,
    named_key,
    alternative,
    question,
    control,
    routes,
    route,
    piece,
    row,
    row_piece,
    sample,
    place,
    tall_place,
    group,
    tall_group,
    theme,
};
inline constexpr std::size_t owner_count = static_cast<std::size_t>(Owner::theme) + 1;

struct OwnerRow {
    Owner owner{};
    std::string_view name; ///< in the JSON Schema and the docs: `screen`
    std::string_view what; ///< in messages: "a screen"
    std::string_view help;
    bool may_be_empty = false; ///< `NAME:` alone is one
};
extern const std::array<OwnerRow, owner_count> owners;

/// What stands behind a key.
enum class Form : std::uint8_t {
    version,
    text,  ///< what the player reads
    word,  ///< a word or a file
    words, ///< one of these, or a list of them
    name,
    names, ///< a list of them
    name_or_names,
    yes_no,
    time,
    share,
    number,
    count,
    size,
    letters_a_second,
    condition,
    action,
    steps,
    ask,
    one_of,  ///< of `words`
    some_of, ///< a list of them
    values,  ///< of a choice
    labels,  ///< a list of texts
    start,   ///< a name, or a list of `of`
    map,     ///< of `of`
    name_or_map,
    table, ///< a map from names to `of`
    list,  ///< of `of`
    controls,
    keys,    ///< a map from names to actions, or to `of`
    style,   ///< a name or a style
    styles,  ///< a map from names to styles
    colours, ///< a map from names to colours
    files,   ///< a map from names to files
    looks,   ///< words of looks, whose readers know them (reading/values.hpp)
};

// How a key stands, besides what it holds.
inline constexpr std::uint8_t optional = 0, needed = 1, inherited = 2; // by `extends`

/// Kinds of controls, as bits.
using Kinds = std::uint16_t;
constexpr Kinds kinds_of() {
    return 0;
}
template <class... More>
constexpr Kinds kinds_of(ControlKind kind, More... more) {
    return static_cast<Kinds>(1U << static_cast<unsigned>(kind) | kinds_of(more...));
}

struct KeyRow {
    Owner owner{};
    std::string_view key;
    Form form{};
    std::string_view words = {}; ///< of one_of and some_of: "grow, bars"
    Owner of = Owner::nothing;   ///< of map, table and list
    std::uint8_t how = optional;
    std::string_view unsaid = {}; ///< what holds where it is not said, for the docs
    std::string_view help = {};   ///< one line of Markdown
    Kinds kinds = 0;              ///< of a control: those that have it; 0: all
};
extern const std::span<const KeyRow> keys; // in grammar_keys.hpp

/// What words follow a step's name.
enum class Operand : std::uint8_t {
    nothing,
    name,
    name_and_value,
    name_or_one_of, ///< or `one-of [...]`
    text,
};

/// What the name behind a step is of.
enum class NameOf : std::uint8_t { nothing, screen, scene, request, flag, setting, pages, word };

/// What must be there, so that a step does anything at all.
enum class Needs : std::uint8_t {
    nothing,
    screen_beneath,
    named_beneath,
    play_beneath,
    scene,
    scene_beside, ///< in the order
};

struct StepRow {
    std::string_view name;
    StepKind kind{};
    Operand operand{};
    NameOf name_of{};
    Needs needs{};
    bool moves = false;        ///< among screens: then it stands last
    std::string_view operands; ///< "SCREEN"
    std::string_view example;
    std::string_view help;
};
inline constexpr std::size_t step_count = static_cast<std::size_t>(StepKind::todo) + 1;
/// In the order of StepKind.
extern const std::array<StepRow, step_count> steps;
inline const StepRow& row_of(StepKind kind) {
    return steps[static_cast<std::size_t>(kind)];
}

/// Which setting a control is of.
enum class OfSetting : std::uint8_t { none, any, yes_no, number, choice, text, key };

struct ControlRow {
    std::string_view name; ///< the key that says so: `button`
    ControlKind kind{};
    std::string_view what; ///< in messages: "a button"
    OfSetting setting{};
    std::string_view help;
};
inline constexpr std::size_t control_count = static_cast<std::size_t>(ControlKind::binding) + 1;
/// In the order of ControlKind.
extern const std::array<ControlRow, control_count> controls;
inline const ControlRow& row_of(ControlKind kind) {
    return controls[static_cast<std::size_t>(kind)];
}

inline const OwnerRow& row_of(Owner owner) {
    return owners[static_cast<std::size_t>(owner)];
}
/// The keys of an owner, in the order of the table; for a control those that the kind has, its own
/// name first.
std::vector<std::string_view> keys_of(Owner owner);
std::vector<std::string_view> keys_of(ControlKind kind);
/// (Its own name is none of them.)
bool has_key(ControlKind kind, std::string_view key);
/// Null where there is none.
const KeyRow* find(Owner owner, std::string_view key);
/// The words of a `one_of` or `some_of`.
std::vector<std::string_view> words_of(const KeyRow& row);

/// The key of the keyboard that has this name in small letters, as `key` writes it; empty: none.
std::string_view key_named(std::string_view name);

} // namespace rondix::grammar
