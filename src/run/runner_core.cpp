// The Runner's middle: a move is performed, and what changed is told to the game as effects.
#include "run/runner_core.hpp"

#include "place/bodies.hpp"
#include "run/filled_texts.hpp"
#include "run/focus_routes.hpp"
#include "run/input_slots.hpp"

#include <algorithm>

namespace rondix {

// What a player is taken to manage counts on it.
static_assert(Runner::settling_time * 1000 == settling_ms);

namespace {

std::size_t longest_list(const CompiledFlow& flow) {
    std::size_t longest = 0;
    for (const Alternative& alternative : flow.alternatives)
        longest = std::max<std::size_t>(longest, alternative.steps.count);
    return longest;
}

/// Those whose changes the player is asked to keep.
std::size_t asked_settings(const CompiledFlow& flow) {
    std::size_t count = 0;
    for (const Setting& setting : flow.settings) count += setting.question != no_screen ? 1 : 0;
    return count;
}

/// Of all lists together.
std::size_t most_row_parts(const CompiledFlow& flow) {
    std::size_t count = 0;
    for (const RowLooks& row : flow.looks.rows) count += row.boxes.count;
    return count;
}

} // namespace

RunnerCore::RunnerCore(const CompiledFlow& flow)
    : flow_(flow)
    , now_(flow)
    , before_(flow)
    , places_(flow.looks.boxes.size())
    , body_(place::bodies(flow))
    , areas_(flow)
    , drawn_out_(areas_)
    , scrolled_(areas_.size())
    , states_(flow.controls.size())
    , screen_animation_(flow.screens.size())
    , window_{static_cast<float>(flow.design_width), static_cast<float>(flow.design_height)}
    , focus_(flow.screens.size(), no_control)
    , routes_(std::make_unique<FocusRoutes>(flow))
    , until_due_(flow.events.size(), 0)
    , held_keys_(flow.keys.size() * input_slots, false)
    // unload, pause, pointer, music, load, quit, a cue, a request and those that are off, a setting
    // and those whose change is undone, the front, the focus, a pad, and what the steps tell
    , max_effects_(13 + flow.requests.size() + asked_settings(flow) + longest_list(flow))
    , settling_(static_cast<Micros>(Runner::settling_time * 1e6))
    , requests_(flow.requests.size())
    , values_(flow.settings.size())
    , kept_values_(flow.settings.size())
    , unkept_(asked_settings(flow) > 0 ? flow.screens.size() : 0)
    , setting_texts_(flow.settings.size())
    , bindings_(flow)
    , filled_(std::make_unique<FilledTexts>(flow)) {
    for (std::size_t i = 0; i < flow.settings.size(); ++i) {
        const Setting& setting = flow.settings[i];
        values_[i] = kept_values_[i] = setting.first;
        if (setting.kind != SettingKind::text) continue;
        setting_texts_[i].reserve(std::size_t{setting.values} * 4);
        setting_texts_[i] = flow.text(flow.words[setting.words.begin]);
    }
    effects_.reserve(std::max<std::size_t>(64, 4 * max_effects_));
    taken_.reserve(effects_.capacity());
    moves_done_.reserve(max_moves_kept);
    moves_taken_.reserve(max_moves_kept);
    followed_.reserve(max_moves_kept);
    stays_loaded_.assign(flow.scenes.size(), false);
    flags_set_.assign(flow.flags.size(), false);
    items_.reserve(flow.looks.boxes.size() + 1);
    leaving_.reserve(flow.screens.size());
    cools_.assign(flow.controls.size(), 0);
    std::size_t longest = 0;
    for (const Setting& setting : flow.settings)
        if (setting.kind == SettingKind::text)
            longest = std::max<std::size_t>(longest, setting.values);
    typed_.reserve(4 * longest + 8);
    for (std::size_t i = 0; i < flow.controls.size(); ++i)
        if (flow.controls[i].kind == ControlKind::list) list_controls_.push_back(ControlId(i));
    lists_.resize(list_controls_.size());
    items_.reserve(flow.looks.boxes.size() + 2 + Runner::max_unfolded +
                   max_rows_seen * (lists_.size() + most_row_parts(flow)) + 4 * areas_.size() +
                   2 * lists_.size());
    down_.reserve(max_down);
    whose_.assign(flow.screens.size(), no_owner);
    make_room_for_shown();
    find_names();
    find_what_hides();
    find_row_looks();
    lay_out();
}

RunnerCore::~RunnerCore() = default;

/// What a move makes due, such as an answer that came while an urgent screen stood, follows at
/// once.
bool RunnerCore::perform(Move move) {
    if (!perform_one(move)) return false;
    follow();
    return true;
}

void RunnerCore::follow() {
    for (int i = 0; i < max_that_follow && fire_one(); ++i) {
    }
}

/// Every change of the menu state comes through here.
bool RunnerCore::perform_one(Move move) {
    if (!has_room()) return false;
    before_ = now_;
    const Outcome outcome = apply(flow_, now_, move);
    if (!outcome.answered) return false;
    if (moves_done_.size() == max_moves_kept) moves_done_.erase(moves_done_.begin());
    moves_done_.push_back(move);
    ++moves_made_;
    if (replays_ && followed_.size() < max_moves_kept) followed_.push_back(move);
    if (move.kind == MoveKind::loaded && flow_[now_.scene()].stays) set_loaded(now_.scene());
    update_clocks(outcome, move);
    tell_changes(outcome);
    update_requests(outcome, move);
    tell_setting_change(move);
    const bool changed =
        outcome.loads || before_.depth() != now_.depth() || before_.foremost() != now_.foremost();
    if (changed) {
        since_change_ = since_input_ = 0;
        moved_on_ = false;
        let_go();
        fold();
        end_listening();
        end_typing(false);
        give_to_opener(outcome);
        if (!is_shown(before_, now_.foremost()) || outcome.loads) {
            focus_[index(now_.foremost())] = no_control;
            turn_to_beginning(now_.foremost());
        }
    }
    follow_hidden();
    update_focus();
    if (changed) update_screen_animation();
    show_time_left();
    turn_states(false);
    tell_front();
    tell_pad(move);
    settle_unkept(move);
    return true;
}

/// A screen that was not open belongs to the pad that opened it, where it says so.
void RunnerCore::give_to_opener(const Outcome& outcome) {
    const ScreenId current = now_.current();
    if (!flow_[current].for_opener || (before_.is_open(current) && !outcome.loads)) return;
    const bool by_pad = acting_ && acting_->kind == DeviceKind::pad;
    whose_[index(current)] = by_pad ? number_of(*acting_) : no_owner;
}

/// "Press any key": the game is told which pad did.
void RunnerCore::tell_pad(Move move) {
    if (!acting_ || acting_->kind != DeviceKind::pad) return;
    const bool any = move.kind == MoveKind::other_key ||
                     (move.kind == MoveKind::key &&
                      answer_to_key(flow_, before_, move.as_key()) == flow_[before_.current()].any);
    if (any) emit(EffectKind::pad, 0, {}, number_of(*acting_));
}

/// Open, or a question over a screen that is.
bool RunnerCore::is_shown(const MenuState& state, ScreenId screen) const {
    if (!flow_[screen].question) return state.is_open(screen);
    for (std::size_t height = 0; height < state.depth(); ++height)
        if (state.question_at(height) == screen) return true;
    return false;
}

/// A request is waited for while its screen is open.
void RunnerCore::update_requests(const Outcome& outcome, Move move) {
    for (std::size_t i = 0; i < requests_.size(); ++i) {
        Wait& wait = requests_[i];
        if (!wait.asked) continue;
        const bool answered =
            (move.kind == MoveKind::done || move.kind == MoveKind::failed) && move.subject == i;
        const bool given_up = move.kind == MoveKind::request_timeout && move.subject == i;
        if (!answered && !given_up && now_.is_open(flow_.requests[i].screen)) continue;
        if (!answered) emit(EffectKind::off, static_cast<std::uint32_t>(i), wait.ticket);
        wait = {};
    }
    if (outcome.asks == no_request) return;
    Wait& wait = requests_[index(outcome.asks)];
    wait.ask(++tickets_);
    emit(EffectKind::request, static_cast<std::uint32_t>(outcome.asks), wait.ticket);
}

/// In the order in which a game has to obey: what it is told, the old scene, the new one.
void RunnerCore::tell_changes(const Outcome& outcome) {
    tell_steps(outcome.steps);
    const bool had_scene = before_.phase() == Phase::loaded;
    if (had_scene && (outcome.loads || now_.phase() != Phase::loaded))
        tell_scene_left(before_.scene());
    const bool was_paused = paused(flow_, before_);
    if (was_paused != paused(flow_, now_))
        emit(was_paused ? EffectKind::unpause : EffectKind::pause);
    update_pointer();
    update_music();
    if (outcome.loads) tell_scene_wanted();
    if (outcome.quits) emit(EffectKind::quit);
}

/// A scene that stays is loaded once.
void RunnerCore::tell_scene_left(SceneId scene) {
    emit(is_loaded(scene) ? EffectKind::set_aside : EffectKind::unload,
         static_cast<std::uint32_t>(scene));
}

void RunnerCore::tell_scene_wanted() {
    const auto scene = static_cast<std::uint32_t>(now_.scene());
    if (!is_loaded(now_.scene())) return emit(EffectKind::load, scene, load_.ticket);
    emit(EffectKind::bring_back, scene);
    load_.answer = Answer::done;
}

void RunnerCore::set_loaded(SceneId scene, bool loaded) {
    if (index(scene) < stays_loaded_.size() && flow_[scene].stays)
        stays_loaded_[index(scene)] = loaded;
}

bool RunnerCore::is_loaded(SceneId scene) const {
    return index(scene) < stays_loaded_.size() && stays_loaded_[index(scene)];
}

void RunnerCore::tell_steps(IndexRange steps) {
    for (std::uint32_t i = steps.begin; i < steps.end(); ++i) {
        const Step& step = flow_.steps[i];
        if (step.kind == StepKind::tell) emit(EffectKind::told, step.subject);
        if (change_by(step.kind) == StepChange::sets_setting)
            change_setting(SettingId(step.subject), step.value);
        if (step.kind != StepKind::todo) continue;
        emit(EffectKind::todo, step.subject);
        notice_ = step.subject;
        notice_left_ = limit_of(static_cast<std::uint32_t>(Runner::notice_time * 1000));
    }
}

void RunnerCore::emit(EffectKind kind, std::uint32_t subject, std::uint32_t ticket,
                      std::uint16_t value) {
    effects_.push_back(Effect(kind, subject, ticket, value));
}

bool RunnerCore::has_room() const {
    return now_.depth() > 0 && effects_.size() + max_effects_ < effects_.capacity();
}

std::span<const Effect> RunnerCore::take_effects() {
    taken_.clear();
    taken_.swap(effects_);
    record_.effects_taken += taken_.size();
    first_just_asked_ = next_asked_;
    next_asked_ = tickets_ + 1;
    for (const Effect& effect : taken_) record_.quits_taken += effect.kind == EffectKind::quit;
    return taken_;
}

HostRecord RunnerCore::host_record() const {
    HostRecord now = record_;
    now.effects_waiting = effects_.size();
    now.advanced = static_cast<double>(time_) / 1e6;
    return now;
}

std::span<const Move> RunnerCore::take_moves() {
    moves_taken_.clear();
    moves_taken_.swap(moves_done_);
    return moves_taken_;
}

/// Rule 2: shown on menus, hidden in play and while the player is on keys or a pad.
void RunnerCore::update_pointer() {
    const bool shown = shows_pointer(flow_, now_) && last_.kind == DeviceKind::pointer;
    if (shown == pointer_shown_) return;
    pointer_shown_ = shown;
    emit(shown ? EffectKind::show_pointer : EffectKind::hide_pointer);
}

/// Derived, as pause is: the highest open screen that says a tune has it, else the scene.
TuneId RunnerCore::tune_of_now() const {
    const Looks& looks = flow_.looks;
    if (looks.screens.empty()) return silence;
    for (std::size_t height = now_.depth(); height-- > 0;) {
        const TuneId tune = looks.screens[index(now_.screen_at(height))].tune;
        if (tune != no_tune) return tune;
    }
    const bool loaded = now_.phase() == Phase::loaded;
    const TuneId tune = loaded ? looks.scene_tunes[index(now_.scene())] : no_tune;
    return tune == no_tune ? silence : tune;
}

void RunnerCore::update_music() {
    const TuneId tune = tune_of_now();
    if (tune == tune_) return;
    tune_ = tune;
    emit(EffectKind::music, static_cast<std::uint32_t>(tune));
}

bool RunnerCore::replay(Move move) {
    if (move.kind == MoveKind::start) {
        // A list that was said to have rows has one, if it is not known which.
        for (std::size_t i = 0; i < lists_.size() && now_.depth() > 0; ++i)
            if (lists_[i].rows.count == 0 && now_.flag(flow_[list_controls_[i]].has_rows))
                lists_[i].rows.count = 1;
        start();
        return true;
    }
    if (now_.depth() == 0 || !is_move_of(flow_, move)) return false;
    const bool uses = move.kind == MoveKind::press || move.kind == MoveKind::change;
    const bool takes_focus =
        uses && now_.depth() > 0 && !in_play(flow_, now_) && usable(flow_, now_, move.control());
    if (!followed_.empty() && followed_.front() == move) {
        followed_.erase(followed_.begin());
        return true;
    }
    followed_.clear();
    if (takes_focus) {
        choose_focus(move.control());
        bring_into_view(move.control());
    }
    if (!perform_one(move)) return false;
    replays_ = true;
    follow();
    replays_ = false;
    return true;
}

// --- the game's side

bool RunnerCore::post(EventId event) {
    return index(event) < flow_.events.size() && perform(Move::event(event));
}

/// The first answer counts, even where it cannot take effect yet.
bool RunnerCore::finish(LoadTicket ticket, Answer answer) {
    if (ticket == LoadTicket{}) return false;
    if (load_ticket() != ticket || load_.answer) {
        note_old_answer(static_cast<std::uint32_t>(ticket));
        return false;
    }
    if (load_can_end(flow_, now_))
        return perform(answer == Answer::done ? Move::loaded() : Move::load_failed());
    load_.answer = answer;
    return true;
}

bool RunnerCore::finish(RequestTicket ticket, Answer answer) {
    if (ticket == RequestTicket{}) return false;
    for (std::size_t i = 0; i < requests_.size(); ++i) {
        Wait& wait = requests_[i];
        const auto request = RequestId(i);
        if (request_ticket(request) != ticket || wait.answer) continue;
        if (now_.current() == flow_[request].screen)
            return perform(answer == Answer::done ? Move::done(request) : Move::failed(request));
        wait.answer = answer;
        return true;
    }
    note_old_answer(static_cast<std::uint32_t>(ticket));
    return false;
}

/// Only where the game could know: what was cancelled within the effects that it took last, or
/// since then, it still answers in good faith.
void RunnerCore::note_old_answer(std::uint32_t ticket) {
    const bool hears_of_it = std::any_of(effects_.begin(), effects_.end(), [](const Effect& one) {
        return one.kind == EffectKind::load || one.kind == EffectKind::off ||
               one.kind == EffectKind::unload;
    });
    const bool was_just_asked = ticket >= first_just_asked_ && ticket <= tickets_;
    if (!was_just_asked && !hears_of_it) ++record_.old_answers;
}

LoadTicket RunnerCore::load_ticket() const {
    const bool pending = now_.depth() > 0 && now_.phase() == Phase::loading;
    return pending ? LoadTicket{load_.ticket} : LoadTicket{};
}

RequestTicket RunnerCore::request_ticket(RequestId request) const {
    if (!flow_.has(request) || !requests_[index(request)].asked) return RequestTicket{};
    return RequestTicket{requests_[index(request)].ticket};
}

bool RunnerCore::report_progress(LoadTicket ticket, float share) {
    if (ticket == LoadTicket{} || load_ticket() != ticket) return false;
    progress_ = share >= 0 ? std::min(share, 1.0F) : 0; // not a number counts as nothing done
    needs_redraw_ = true;
    ++record_.progress_reports;
    return true;
}

bool RunnerCore::set_flag(FlagId flag, bool raised) {
    if (index(flag) >= flow_.flags.size()) return false;
    flags_set_[index(flag)] = true;
    return perform(raised ? Move::raise(flag) : Move::lower(flag));
}

} // namespace rondix
