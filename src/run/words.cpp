// What is told to players who hear the menus, and the texts that controls show of what is so.
#include "run/runner_core.hpp"

#include "run/filled_texts.hpp"

#include <algorithm>

namespace rondix {

std::string_view name_of(ControlKind role) {
    switch (role) {
    case ControlKind::label: return "label";
    case ControlKind::picture: return "picture";
    case ControlKind::panel: return "panel";
    case ControlKind::pages: return "pages";
    case ControlKind::button: return "button";
    case ControlKind::toggle: return "toggle";
    case ControlKind::slider: return "slider";
    case ControlKind::choice: return "choice";
    case ControlKind::text_field: return "text-field";
    case ControlKind::list: return "list";
    case ControlKind::binding: return "key";
    }
    return {};
}

/// What a setting is, in words; of a text that is being typed, what it has become so far.
std::string_view RunnerCore::shown_value(SettingId id) const {
    if (!flow_.has(id)) return {};
    const Setting& setting = flow_[id];
    const auto label = [&](std::uint32_t value) {
        return shown_text(flow_.text(flow_.words[setting.labels.begin + value]));
    };
    switch (setting.kind) {
    case SettingKind::text:
        return typing_ != no_control && flow_[typing_].setting == id ? std::string_view(typed_)
                                                                     : text_of(id);
    case SettingKind::key:
        if (listening_ != no_control && flow_[listening_].setting == id) return label(0);
        return key_name(flow_, {bindings_, code_names_, names_of()}, Target(setting.binds));
    case SettingKind::yes_no:
    case SettingKind::number:
    case SettingKind::choice: break;
    }
    return label(value_of(id));
}

AccessibleInfo RunnerCore::accessible_info(ControlId control) const {
    AccessibleInfo words;
    if (!flow_.has(control)) return words;
    const Control& row = flow_[control];
    words.role = row.kind;
    words.name = shown_text(flow_.text(row.text));
    if (words.name.empty()) words.name = flow_.text(row.id);
    words.hint = shown_text(flow_.text(row.hint));
    words.focused = now_.depth() > 0 && control == focus();
    words.pressed = is_pressed(control);
    words.disabled = is_usable_kind(row.kind) && !is_true(flow_, now_, row.when);
    words.on = row.kind == ControlKind::toggle
                   ? value_of(row.setting) == 1
                   : now_.is_open(row.screen) && turns_to_what_is_shown(control);
    if (row.setting != no_setting) words.value = shown_value(row.setting);
    if (const ShownByGame* shown = shown_in(control)) {
        if (!shown->text.value.empty()) words.name = shown->text.value;
        words.value = shown->value.value;
    }
    if (control == unfolded_.of) {
        const Setting& setting = flow_[row.setting];
        words.row = unfolded_.row;
        words.rows = setting.values;
        words.value = shown_text(flow_.text(flow_.words[setting.labels.begin + unfolded_.row]));
    }
    if (const ListState* list = list_of(control)) {
        words.row = list->focus;
        words.rows = list->rows.count;
        if (list->focus < list->rows.count) words.value = translator_(list->rows[list->focus].text);
    }
    return words;
}

/// The game is told what the player has to do with now, once for each change.
void RunnerCore::tell_front() {
    const ScreenId front = now_.foremost();
    if (front != told_front_) {
        told_front_ = front;
        told_focus_ = no_control;
        emit(EffectKind::front, static_cast<std::uint32_t>(front));
    }
    const ControlId control = focus();
    std::uint32_t row = 0;
    if (control != no_control && control == unfolded_.of) row = unfolded_.row;
    if (const ListState* list = control == no_control ? nullptr : list_of(control))
        row = list->focus;
    if (control == told_focus_ && row == told_row_) return;
    told_focus_ = control;
    told_row_ = row;
    if (control != no_control)
        emit(EffectKind::focus, static_cast<std::uint32_t>(control), {},
             static_cast<std::uint16_t>(std::min<std::uint32_t>(row, 0xFFFF)));
}

} // namespace rondix
