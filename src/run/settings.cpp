// Settings in the Runner: it keeps the values that the game is told of. What conditions ask about
// them is part of the situation, and kept by apply().
#include "rondix/runner.hpp"

#include "place/letters.hpp"

namespace rondix {

bool Runner::set_setting(SettingId setting, std::uint16_t value) {
    if (index(setting) >= values_.size() || !is_counted(flow_[setting].kind)) return false;
    if (value >= flow_[setting].values) return false;
    if (now_.depth() > 0) return perform(Move::set(setting, value));
    values_[index(setting)] = value;
    return true;
}

bool Runner::set_text(SettingId setting, std::string_view text) {
    if (index(setting) >= values_.size() || flow_[setting].kind != SettingKind::text) return false;
    if (now_.depth() > 0 && !has_room()) return false;
    setting_texts_[index(setting)] = shortened(text, flow_[setting].values);
    if (now_.depth() > 0) emit(EffectKind::setting, static_cast<std::uint32_t>(setting));
    stale_ = true;
    return true;
}

void Runner::change_setting(SettingId setting, std::uint16_t value) {
    stale_ = true;
    const Setting& row = flow_[setting];
    if (row.kind == SettingKind::text) {
        setting_texts_[index(setting)] = flow_.text(flow_.words[row.words.begin]);
    } else if (row.kind == SettingKind::key) {
        bindings_.reset(Target(row.binds));
        find_names();
    } else {
        if (row.question != no_screen && unkept_ != setting) {
            unkept_ = setting;
            value_before_ = values_[index(setting)];
        }
        values_[index(setting)] = value;
    }
    emit(EffectKind::setting, static_cast<std::uint32_t>(setting), {}, value);
}

/// Changes that are moves themselves; those of steps are told with the steps.
void Runner::tell_setting_change(Move move) {
    if (move.kind == MoveKind::change) {
        const SettingId setting = flow_[move.control()].setting;
        if (is_counted(flow_[setting].kind)) return change_setting(setting, move.value);
        return emit(EffectKind::setting, static_cast<std::uint32_t>(setting)); // it is so already
    }
    if (move.kind != MoveKind::set || !is_counted(flow_[move.setting()].kind)) return;
    values_[move.subject] = move.value; // the game knows already, and is told all the same
    stale_ = true;
    emit(EffectKind::setting, move.subject, {}, move.value);
}

/// A change that the player was asked to keep is undone when the question goes unanswered.
void Runner::undo_unkept(Move move) {
    if (unkept_ == no_setting || is_shown(now_, flow_[unkept_].question)) return;
    const SettingId setting = unkept_;
    unkept_ = no_setting;
    const Range answers = flow_[flow_[setting].question].controls;
    const bool kept = move.kind == MoveKind::press && move.subject + 1 == answers.end();
    if (!kept) perform_one(Move::set(setting, value_before_));
}

} // namespace rondix
