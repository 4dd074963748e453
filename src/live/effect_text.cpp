#include "rondix/effect_text.hpp"

#include <array>

namespace rondix {

namespace {

std::string setting_text(const Runner& menus, SettingId id) {
    const CompiledFlow& flow = menus.flow();
    const Setting& setting = flow[id];
    const bool counted = is_counted(setting.kind);
    return std::string(flow.text(setting.id)) + " " +
           std::string(counted ? flow.text(flow.words[setting.words.begin + menus.value_of(id)])
                               : menus.shown_value(id));
}

struct Row {
    EffectKind kind;
    std::string_view words; ///< with a space where a name follows
    bool of_moves = false;  ///< it follows from moves alone
};

// In the order of EffectKind.
constexpr std::array<Row, 22> rows = {{
    {EffectKind::load, "load ", true},
    {EffectKind::unload, "unload ", true},
    {EffectKind::set_aside, "set aside ", true},
    {EffectKind::bring_back, "bring back ", true},
    {EffectKind::pause, "pause", true},
    {EffectKind::unpause, "unpause", true},
    {EffectKind::show_pointer, "show pointer"},
    {EffectKind::hide_pointer, "hide pointer"},
    {EffectKind::cue, "cue "},
    {EffectKind::music, "music "},
    {EffectKind::request, "request ", true},
    {EffectKind::off, "off ", true},
    {EffectKind::begin_text, "begin text"},
    {EffectKind::end_text, "end text"},
    {EffectKind::setting, "setting "},
    {EffectKind::front, "front "},
    {EffectKind::focus, "focus "},
    {EffectKind::denied, "denied "},
    {EffectKind::pad, "pad "},
    {EffectKind::told, "told ", true},
    {EffectKind::todo, "todo: ", true},
    {EffectKind::quit, "quit", true},
}};

constexpr bool in_order() {
    for (std::size_t i = 0; i < rows.size(); ++i)
        if (static_cast<std::size_t>(rows[i].kind) != i) return false;
    return true;
}
static_assert(in_order());

/// What stands behind the words.
std::string subject_text(const Runner& menus, const Effect& effect) {
    const CompiledFlow& flow = menus.flow();
    const auto id_of = [&](const auto& table, auto id) {
        return std::string(flow.text(table[index(id)].id));
    };
    switch (effect.kind) {
    case EffectKind::load:
    case EffectKind::unload:
    case EffectKind::set_aside:
    case EffectKind::bring_back: return id_of(flow.scenes, effect.scene());
    case EffectKind::cue: return id_of(flow.looks.cues, effect.cue());
    case EffectKind::music:
        return effect.tune() == silence ? "none" : id_of(flow.looks.tunes, effect.tune());
    case EffectKind::request:
    case EffectKind::off: return id_of(flow.requests, effect.request());
    case EffectKind::setting: return setting_text(menus, effect.setting());
    case EffectKind::front: return id_of(flow.screens, effect.screen());
    case EffectKind::focus:
    case EffectKind::denied: return id_of(flow.controls, effect.control());
    case EffectKind::pad: return std::to_string(effect.value);
    case EffectKind::told:
    case EffectKind::todo: return std::string(flow.text(effect.word()));
    case EffectKind::pause:
    case EffectKind::unpause:
    case EffectKind::show_pointer:
    case EffectKind::hide_pointer:
    case EffectKind::begin_text:
    case EffectKind::end_text:
    case EffectKind::quit: break;
    }
    return {};
}

} // namespace

std::string effect_text(const Runner& menus, const Effect& effect) {
    return std::string(rows[static_cast<std::size_t>(effect.kind)].words) +
           subject_text(menus, effect);
}

bool follows_from_moves(EffectKind kind) {
    return rows[static_cast<std::size_t>(kind)].of_moves;
}

bool follows_from_moves(std::string_view effect) {
    for (const Row& row : rows)
        if (row.words.ends_with(' ') ? effect.starts_with(row.words) : effect == row.words)
            return row.of_moves;
    return false;
}

} // namespace rondix
