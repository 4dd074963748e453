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
            undo_unkept(); // of another setting: its question gives way to this one
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
    // While the player is asked whether to keep another value, this is the one that it goes back
    // to.
    if (move.setting() == unkept_) {
        value_before_ = move.value;
        return;
    }
    values_[move.subject] = move.value; // the game knows already, and is told all the same
    stale_ = true;
    emit(EffectKind::setting, move.subject, {}, move.value);
}

/// A change that the player was asked to keep is undone when the question goes unanswered. What
/// conditions ask was never changed.
void Runner::settle_unkept(Move move) {
    if (unkept_ == no_setting || is_asked_about(unkept_)) return;
    const bool press = move.kind == MoveKind::press;
    const Screen* answered = press ? &flow_[flow_[move.control()].screen] : nullptr;
    if (answered && answered->keeps == unkept_ && move.subject + 1 == answered->controls.end())
        unkept_ = no_setting;
    else
        undo_unkept();
}

bool Runner::is_asked_about(SettingId setting) const {
    for (std::size_t height = 0; height < now_.depth(); ++height) {
        const ScreenId question = now_.question_at(height);
        if (question != no_screen && flow_[question].keeps == setting) return true;
    }
    return false;
}

void Runner::undo_unkept() {
    if (unkept_ == no_setting) return;
    values_[index(unkept_)] = value_before_;
    stale_ = true;
    if (now_.depth() > 0)
        emit(EffectKind::setting, static_cast<std::uint32_t>(unkept_), {}, value_before_);
    unkept_ = no_setting;
}

} // namespace rondix
