// How a Runner begins: where the flow starts, or where another Runner stood.
#include "run/runner_core.hpp"
#include "run/runner_snapshot.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

void RunnerCore::start() {
    HostState game;
    if (now_.depth() > 0 && now_.phase() == Phase::loaded) game.scene = now_.scene();
    game.paused = now_.depth() > 0 && paused(flow_, now_);
    start(game);
}

void RunnerCore::start(HostState game) {
    forget();
    prepare(flow_, now_);
    put_settings_and_rows(true);
    const Outcome outcome = open_start(flow_, now_);
    if (flow_.first_choice != unsaid && !moves_done_.empty() && moves_done_.size() < max_moves_kept)
        moves_done_.push_back(Move::start());
    if (game.scene != no_scene) tell_scene_left(game.scene);
    if (game.paused) emit(EffectKind::unpause);
    tell_pointer_and_music();
    update_clocks(outcome, {});
    if (outcome.loads) tell_scene_wanted();
    appear();
}

void RunnerCore::resume_from(const RunnerSnapshot& snapshot, bool paused_before) {
    forget();
    // What conditions ask about settings is put in as a whole, before anything closes by it.
    now_ = snapshot.state;
    now_.keep(0);
    put_settings_and_rows(false);
    before_ = snapshot.state;
    for (std::size_t i = 0; i < flow_.flags.size(); ++i)
        before_.set_flag(FlagId(i), now_.flag(FlagId(i)));
    now_ = before_;
    come_to_rest(flow_, now_);
    std::copy(snapshot.focus.begin(), snapshot.focus.end(), focus_.begin());
    for (std::size_t i = 0; i < until_due_.size(); ++i)
        until_due_[i] = std::llround(std::max(snapshot.until_due[i], 0.0) * 1e6);
    if (paused_before != paused(flow_, now_))
        emit(paused_before ? EffectKind::unpause : EffectKind::pause);
    tell_pointer_and_music();
    if (now_.phase() == Phase::loading) resume_loading(snapshot.load);
    for (std::size_t i = 0; i < requests_.size(); ++i)
        if (now_.is_open(flow_.requests[i].screen))
            resume_waiting(RequestId(i), snapshot.tickets[i]);
    appear();
}

/// An answer to a ticket that the game has already is still welcome; else it is asked anew.
void RunnerCore::resume_loading(LoadTicket ticket) {
    progress_ = 0;
    load_.ask(ticket == LoadTicket{} ? ++tickets_ : static_cast<std::uint32_t>(ticket));
    tickets_ = std::max(tickets_, load_.ticket);
    if (ticket == LoadTicket{}) tell_scene_wanted();
}

void RunnerCore::resume_waiting(RequestId request, RequestTicket ticket) {
    Wait& wait = requests_[index(request)];
    wait.ask(ticket == RequestTicket{} ? ++tickets_ : static_cast<std::uint32_t>(ticket));
    tickets_ = std::max(tickets_, wait.ticket);
    if (ticket == RequestTicket{})
        emit(EffectKind::request, static_cast<std::uint32_t>(request), wait.ticket);
}

/// Whatever was held, waited for or under way is no longer.
void RunnerCore::forget() {
    effects_.clear();
    std::fill(unkept_.begin(), unkept_.end(), Unkept{});
    show_values();
    moves_done_.clear();
    ++moves_made_; // for those who count along: something is another now
    followed_.clear();
    std::fill(focus_.begin(), focus_.end(), no_control);
    std::fill(held_keys_.begin(), held_keys_.end(), false);
    for (auto& held : held_) std::fill(std::begin(held), std::end(held), false);
    down_.clear();
    let_go();
    unfolded_ = {};
    listening_ = no_control;
    std::fill(whose_.begin(), whose_.end(), no_owner);
    notice_left_ = 0;
    for (std::size_t i = 0; i < requests_.size(); ++i)
        if (requests_[i].asked)
            emit(EffectKind::off, static_cast<std::uint32_t>(i), requests_[i].ticket);
    std::fill(requests_.begin(), requests_.end(), Wait{});
    load_ = {};
    typing_ = no_control;
    moved_on_ = false;
}

/// What conditions ask about settings and lists. As moves that were made, where the flow starts:
/// so they can be made again. (Where they decide with which screen it starts, `start` follows.)
void RunnerCore::put_settings_and_rows(bool as_moves) {
    const auto put = [&](Move move) {
        if (apply(flow_, now_, move).answered && as_moves && moves_done_.size() < max_moves_kept)
            moves_done_.push_back(move);
    };
    for (std::size_t i = 0; i < flow_.settings.size(); ++i)
        if (flow_.settings[i].asks.count > 0 &&
            (values_[i] != flow_.settings[i].first || !as_moves))
            put(Move::set(SettingId(i), values_[i]));
    for (std::size_t i = 0; i < lists_.size(); ++i) {
        const FlagId has_rows = flow_[list_controls_[i]].has_rows;
        if (lists_[i].rows.count > 0)
            put(Move::raise(has_rows));
        else if (!as_moves)
            put(Move::lower(has_rows));
    }
}

void RunnerCore::tell_pointer_and_music() {
    pointer_shown_ = shows_pointer(flow_, now_) && last_.kind == DeviceKind::pointer;
    emit(pointer_shown_ ? EffectKind::show_pointer : EffectKind::hide_pointer);
    update_music();
}

/// Everything that is open is there at once, without coming in.
void RunnerCore::appear() {
    before_ = now_;
    told_front_ = no_screen;
    told_focus_ = no_control;
    since_change_ = since_input_ = 0;
    leaving_.clear();
    for (ScreenAnimation& screen_animation : screen_animation_) screen_animation.set(false);
    follow_hidden();
    show_time_left();
    update_focus();
    for (std::size_t i = 0; i < screen_animation_.size(); ++i)
        screen_animation_[i].set(is_shown(now_, ScreenId(i)));
    turn_states(true);
    tell_front();
    match_unkept();
    follow();
}

} // namespace rondix
