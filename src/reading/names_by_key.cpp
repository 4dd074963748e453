#include "reading/names_by_key.hpp"

#include "reading/grammar_keys.hpp"

#include <array>
#include <utility>

namespace rondix {

namespace {

using enum NameKind;
using grammar::Form;
using grammar::KeyRow;
using grammar::NameOf;
using grammar::Owner;

struct Names {
    Owner owner{};
    std::string_view key;
    NameKind kind{};
};
constexpr auto named_by = std::to_array<Names>({
    {Owner::flow, "pad-keys", key},        {Owner::flow, "order", scene},
    {Owner::loading, "screen", screen},    {Owner::loading, "failed", screen},
    {Owner::scene, "root", screen},        {Owner::scene, "music", tune},
    {Owner::flag, "except-on", screen},    {Owner::request, "screen", screen},
    {Owner::setting, "binds", key},        {Owner::screen, "extends", screen},
    {Owner::screen, "drop", control},      {Owner::screen, "music", tune},
    {Owner::screen, "focus", control},     {Owner::part_use, "part", part},
    {Owner::control, "setting", setting},  {Owner::control, "show", group},
    {Owner::control, "unlocked", setting}, {Owner::control, "in", group},
    {Owner::routes, "up", control},        {Owner::routes, "down", control},
    {Owner::routes, "left", control},      {Owner::routes, "right", control},
    {Owner::route, "to", control},         {Owner::group, "in", group},
});

constexpr bool is_there(Owner owner, std::string_view key) {
    for (const Names& row : named_by)
        if (row.owner == owner && row.key == key) return true;
    return false;
}

/// No key that holds a name is forgotten. (Where a flow starts is a scene or a screen.)
constexpr bool knows_all() {
    for (const KeyRow& row : grammar::rows::keys) {
        const bool holds_name = row.form == Form::name || row.form == Form::names ||
                                row.form == Form::name_or_names || row.form == Form::name_or_map;
        if (holds_name && row.owner != Owner::start && !is_there(row.owner, row.key)) return false;
    }
    return true;
}
static_assert(knows_all());

} // namespace

std::optional<NameKind> named_behind(Owner owner, std::string_view key) {
    for (const Names& row : named_by)
        if (row.owner == owner && row.key == key) return row.kind;
    return std::nullopt;
}

std::optional<NameKind> declared_by(std::string_view table) {
    static constexpr std::array<std::pair<std::string_view, NameKind>, 12> tables = {{
        {"screens", screen},
        {"parts", part},
        {"scenes", scene},
        {"flags", flag},
        {"settings", setting},
        {"events", event},
        {"requests", request},
        {"groups", group},
        {"styles", style},
        {"palette", colour},
        {"cues", cue},
        {"tunes", tune},
    }};
    for (const auto& [key, kind] : tables)
        if (key == table) return kind;
    return std::nullopt;
}

std::optional<NameKind> kind_of(NameOf name_of) {
    switch (name_of) {
    case NameOf::screen: return screen;
    case NameOf::scene: return scene;
    case NameOf::request: return request;
    case NameOf::flag: return flag;
    case NameOf::setting: return setting;
    case NameOf::pages: return control;
    case NameOf::word:
    case NameOf::nothing: break;
    }
    return std::nullopt;
}

} // namespace rondix
