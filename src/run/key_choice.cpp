// Keys that the player may choose: codes are looked up in the bindings, and a control may take the
// next code for what it stands for. While it waits, nothing else is answered; it does not wait for
// ever.
#include "run/runner_core.hpp"

#include "run/filled_texts.hpp"

#include <algorithm>

namespace rondix {

void RunnerCore::set_bindings(const Bindings& bindings, const CodeNames& names) {
    bindings_ = bindings;
    bindings_.keep_as_defaults();
    code_names_ = names;
    find_names();
    lay_out();
}

void RunnerCore::choose_bindings(const Bindings& bindings) {
    if (bindings.targets() != bindings_.targets()) return;
    bindings_ = bindings;
    find_names();
}

bool RunnerCore::rebind(DeviceKind kind, Code code, Target target) {
    if (!bindings_.rebind(kind, code, target)) return false;
    find_names();
    needs_redraw_ = true;
    return true;
}

bool RunnerCore::press_code(Device by, Code code) {
    if (now_.depth() == 0) return false;
    for (const Down& down : down_)
        if (down.by == by && down.code == code) return !in_play(flow_, now_); // it is down still
    if (down_.size() == down_.capacity()) down_.erase(down_.begin());
    if (listening_ != no_control) {
        down_.push_back({by, code, no_target});
        return hear(by, code);
    }
    Target target = bindings_.meaning(by.kind, code);
    // A keyboard has one key to leave with: it is back where the screen answers no menu.
    if (by.kind == DeviceKind::keyboard && target == target_of(Button::menu) &&
        flow_[now_.current()].menu == unsaid)
        target = target_of(Button::back);
    down_.push_back({by, code, target});
    if (target == no_target) return press_other_key(by);
    return is_button(target) ? press(Button(target), by) : press_key(key_of(target), by);
}

void RunnerCore::release_code(Device by, Code code) {
    const auto down = std::find_if(down_.begin(), down_.end(), [&](const Down& one) {
        return one.by == by && one.code == code;
    });
    if (down == down_.end()) return;
    const Target target = down->target;
    down_.erase(down);
    if (target == no_target) return;
    is_button(target) ? release(Button(target), by) : release_key(key_of(target), by);
}

bool RunnerCore::begin_listening(ControlId control) {
    listening_ = control;
    listening_for_ = 0;
    needs_redraw_ = true;
    return true;
}

void RunnerCore::end_listening() {
    if (listening_ == no_control) return;
    listening_ = no_control;
    needs_redraw_ = true;
}

/// The code is taken for what the control stands for; who had it before takes the other's.
bool RunnerCore::hear(Device by, Code code) {
    const ControlId control = listening_;
    end_listening();
    since_input_ = 0;
    if (!has_room() || !rebind(by.kind, code, Target(flow_[flow_[control].setting].binds)))
        return true;
    perform(Move::change(control, 0));
    return true;
}

/// The names of keys have changed, or the device whose names are shown.
void RunnerCore::find_names() {
    needs_redraw_ = true;
    if (!filled_->any()) return;
    shown_seconds_ = seconds_left();
    if (filled_->fill(translator_, {bindings_, code_names_, names_of()}, shown_seconds_)) lay_out();
}

/// The texts that tell how much time is left, once a second.
void RunnerCore::show_time_left() {
    if (!filled_->some_tell_time() || seconds_left() == shown_seconds_) return;
    shown_seconds_ = seconds_left();
    filled_->tell_time(translator_, {bindings_, code_names_, names_of()}, shown_seconds_);
    needs_redraw_ = true;
}

std::size_t RunnerCore::cut_texts() const {
    return filled_->cut();
}

std::string_view RunnerCore::shown_text(std::string_view written) const {
    return filled_->shown(written, translator_);
}

/// For those who only know a Translator: every text of the flow as it is shown.
Translator RunnerCore::translator() const {
    return {const_cast<RunnerCore*>(this), [](void* runner, std::string_view written) {
                return static_cast<const RunnerCore*>(runner)->shown_text(written);
            }};
}

/// For layout, which does not follow the seconds.
Translator RunnerCore::measured() const {
    return {const_cast<RunnerCore*>(this), [](void* runner, std::string_view written) {
                const RunnerCore& self = *static_cast<const RunnerCore*>(runner);
                return self.filled_->measured(written, self.translator_);
            }};
}

} // namespace rondix
