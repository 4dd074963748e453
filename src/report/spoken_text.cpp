// What a voice says of the effects: the front, the focus, what a setting has become.
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

namespace rondix {

namespace {

void add(std::string& text, std::string_view piece) {
    if (piece.empty()) return;
    if (!text.empty()) text += ", ";
    text += piece;
}

/// "Music, slider, 70", "Cast off, button", "hold, list, Crate 3, row 3 of 48".
std::string control_text(const Runner& menus, ControlId control) {
    const AccessibleInfo words = menus.accessible_info(control);
    std::string text(words.name);
    add(text, name_of(words.role));
    add(text, words.value);
    if (words.rows > 0) add(text, fmt::format("{} of {}", words.row + 1, words.rows));
    if (words.role == ControlKind::list && words.rows == 0) add(text, "empty");
    if (words.on && words.role == ControlKind::button) add(text, "shown");
    if (words.disabled) add(text, "disabled");
    add(text, words.hint);
    return text;
}

} // namespace

std::string spoken_text(const Runner& menus, const Effect& effect) {
    const CompiledFlow& flow = menus.flow();
    switch (effect.kind) {
    case EffectKind::front: {
        const Screen& screen = flow[effect.screen()];
        const std::string_view title = menus.shown_text(flow.text(screen.title));
        return fmt::format("{}: {}", screen.question ? "question" : "screen",
                           title.empty() ? flow.text(screen.id) : title);
    }
    case EffectKind::focus: return control_text(menus, effect.control());
    case EffectKind::setting: {
        const auto setting = effect.setting();
        // As its control is called, where that has the focus.
        const ControlId control = menus.focus();
        const bool own = control != no_control && flow[control].setting == setting;
        return fmt::format("{}: {}",
                           own ? menus.accessible_info(control).name : flow.text(flow[setting].id),
                           menus.shown_value(setting));
    }
    case EffectKind::denied:
        return fmt::format("{} is disabled", menus.accessible_info(effect.control()).name);
    case EffectKind::begin_text: return "type";
    case EffectKind::end_text: return "typed";
    case EffectKind::todo: return std::string(menus.shown_text(flow.text(effect.word())));
    case EffectKind::pad: return fmt::format("pad {}", effect.value + 1);
    case EffectKind::load:
    case EffectKind::unload:
    case EffectKind::set_aside:
    case EffectKind::bring_back:
    case EffectKind::pause:
    case EffectKind::unpause:
    case EffectKind::show_pointer:
    case EffectKind::hide_pointer:
    case EffectKind::cue:
    case EffectKind::music:
    case EffectKind::request:
    case EffectKind::off:
    case EffectKind::told:
    case EffectKind::quit: break;
    }
    return {};
}

} // namespace rondix
