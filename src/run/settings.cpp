// Settings in the Runner: it keeps the values that the game is told of. What conditions ask about
// them is part of the menu state, and kept by apply().
//
// A change that the player is asked to keep belongs to the question that stands over a screen: the
// setting has its value while that question is open, and nothing above it asks for another one.
// With `yes` it becomes the kept value; however else the question goes, it is gone as well.
#include "run/runner_core.hpp"

#include "logic/letters.hpp"

namespace rondix {

bool RunnerCore::set_setting(SettingId setting, std::uint16_t value) {
    if (index(setting) >= values_.size() || !is_counted(flow_[setting].kind)) return false;
    if (value >= flow_[setting].values) return false;
    if (now_.depth() > 0) return perform(Move::set(setting, value));
    values_[index(setting)] = kept_values_[index(setting)] = value;
    return true;
}

bool RunnerCore::set_text(SettingId setting, std::string_view text) {
    if (index(setting) >= values_.size() || flow_[setting].kind != SettingKind::text) return false;
    if (now_.depth() > 0 && !has_room()) return false;
    setting_texts_[index(setting)] = shortened(text, flow_[setting].values);
    if (now_.depth() > 0) emit(EffectKind::setting, static_cast<std::uint32_t>(setting));
    needs_redraw_ = true;
    return true;
}

void RunnerCore::change_setting(SettingId setting, std::uint16_t value) {
    needs_redraw_ = true;
    const Setting& row = flow_[setting];
    if (row.kind == SettingKind::text) {
        setting_texts_[index(setting)] = flow_.text(flow_.words[row.words.begin]);
    } else if (row.kind == SettingKind::key) {
        bindings_.reset(Target(row.binds));
        find_names();
    } else {
        if (row.question == no_screen)
            kept_values_[index(setting)] = value;
        else if (!note_unkept(setting, value))
            return;
        values_[index(setting)] = value;
    }
    emit(EffectKind::setting, static_cast<std::uint32_t>(setting), {}, value);
}

/// Changes that are moves themselves; those of steps are told with the steps.
void RunnerCore::tell_setting_change(Move move) {
    if (move.kind == MoveKind::change) {
        const SettingId setting = flow_[move.control()].setting;
        if (is_counted(flow_[setting].kind)) return change_setting(setting, move.value);
        return emit(EffectKind::setting, static_cast<std::uint32_t>(setting)); // it is so already
    }
    if (move.kind != MoveKind::set || !is_counted(flow_[move.setting()].kind)) return;
    kept_values_[move.subject] = move.value;
    // While the player is asked whether to keep another value, that one stays.
    if (standing_value(move.setting()) != move.value) return;
    values_[move.subject] = move.value; // the game knows already, and is told all the same
    needs_redraw_ = true;
    emit(EffectKind::setting, move.subject, {}, move.value);
}

/// False: nobody is asked about this change, for that of another setting came after it or the
/// screen has closed at once. Then it is none.
bool RunnerCore::note_unkept(SettingId setting, std::uint16_t value) {
    const ScreenId question = now_.question();
    if (question == no_screen || flow_[question].keeps != setting) return false;
    unkept_[now_.depth() - 1] = {setting, value};
    return true;
}

/// After a move: a change whose question is gone is kept or undone.
void RunnerCore::settle_unkept(Move move) {
    if (unkept_.empty()) return;
    if (move.kind == MoveKind::press) {
        const Screen& answered = flow_[flow_[move.control()].screen];
        const bool yes = move.subject + 1 == answered.controls.end();
        const Unkept& change = unkept_[before_.depth() - 1];
        if (yes && answered.keeps != no_setting)
            kept_values_[index(answered.keeps)] =
                change.setting == answered.keeps ? change.value : answered.keeps_value;
    }
    match_unkept();
}

/// One change for each question that is open. Of one that is met as it stands, when a menu state is
/// taken over, it is known only by what conditions ask.
void RunnerCore::match_unkept() {
    for (std::size_t height = 0; height < unkept_.size(); ++height) {
        const ScreenId question = height < now_.depth() ? now_.question_at(height) : no_screen;
        const SettingId keeps = question == no_screen ? no_setting : flow_[question].keeps;
        if (unkept_[height].setting == keeps) continue;
        unkept_[height] = {};
        if (keeps != no_setting) unkept_[height] = {keeps, flow_[question].keeps_value};
    }
    show_values();
}

void RunnerCore::show_values() {
    for (std::size_t i = 0; i < values_.size(); ++i) {
        if (flow_.settings[i].question == no_screen) continue;
        const std::uint16_t value = standing_value(SettingId(i));
        if (values_[i] == value) continue;
        values_[i] = value;
        needs_redraw_ = true;
        if (now_.depth() > 0) emit(EffectKind::setting, static_cast<std::uint32_t>(i), {}, value);
    }
}

/// The uppermost change that is asked about, else what is kept.
std::uint16_t RunnerCore::standing_value(SettingId setting) const {
    std::uint16_t value = kept_values_[index(setting)];
    for (const Unkept& change : unkept_)
        if (change.setting == setting) value = change.value;
    return value;
}

} // namespace rondix
