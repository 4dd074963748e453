// The rules, as code: each step and each kind of move has one short function here.
//
// A move is done by a MoveExecutor, which holds the flow, the menu state that it changes in place,
// and the outcome that it fills in.
#include "rondix/runtime/apply.hpp"

namespace rondix {

namespace {

class MoveExecutor {
  public:
    MoveExecutor(const CompiledFlow& flow, MenuState& state)
        : flow_(flow)
        , now_(state) {}

    Outcome take(Move move);
    void prepare();
    Outcome begin();

  private:
    void press(ControlId control, std::uint16_t which);
    void change(ControlId control, std::uint16_t value);
    void change_setting(SettingId setting, std::uint16_t value);
    void answer_question(ActionId action);
    void turn_by_player(PagesId pages, std::uint16_t to);
    void go_back();
    void ask_menu();
    void load_is_done();
    void load_has_failed();
    void answer(RequestId id, ActionId action);
    void finish(RequestId id, ActionId action);
    void move_on();
    void report(EventId id);
    void fall_due(EventId id);
    void set_by_game(FlagId id, bool raised);
    void set_by_game(SettingId id, std::uint16_t value);

    void start_anew();
    void put_first_flags(bool all);
    void act(ActionId id);
    void step(const Step& step);
    void open(ScreenId screen);
    void go(ScreenId screen);
    void back_to(ScreenId screen);
    void resume();
    void load(SceneId scene);
    void load_beside(SceneId Scene::*which);
    void home();
    void choose_start();
    void show_alone(ScreenId screen);
    void request(RequestId id);
    void set(SettingId id, std::uint16_t value);
    void turn(PagesId id, std::uint16_t to);
    bool asks() const { return now_.question() != no_screen; }

    const Screen& current() const { return flow_[now_.current()]; }

    const CompiledFlow& flow_;
    MenuState& now_;
    Outcome outcome_;
    ScreenId keep_ = no_screen; // the question whether a change is to be kept
    bool makes_room_ = false;   // an answer: what opens takes the place of the screen that waited
};

Outcome MoveExecutor::take(Move move) {
    switch (move.kind) {
    case MoveKind::press: press(move.control(), move.value); break;
    case MoveKind::change: change(move.control(), move.value); break;
    case MoveKind::turn: turn_by_player(move.pages(), move.value); break;
    case MoveKind::back: go_back(); break;
    case MoveKind::menu: ask_menu(); break;
    case MoveKind::key: act(answer_to_key(flow_, now_, move.as_key())); break;
    case MoveKind::other_key:
        if (!asks()) act(current().any);
        break;
    case MoveKind::loaded: load_is_done(); break;
    case MoveKind::load_failed:
    case MoveKind::load_timeout: load_has_failed(); break;
    case MoveKind::done: answer(move.request(), flow_[move.request()].done); break;
    case MoveKind::failed:
    case MoveKind::request_timeout: answer(move.request(), flow_[move.request()].failed); break;
    case MoveKind::moves_on: move_on(); break;
    case MoveKind::idle:
        if (!asks()) act(current().idle);
        break;
    case MoveKind::event: report(move.as_event()); break;
    case MoveKind::due: fall_due(move.as_event()); break;
    case MoveKind::raise: set_by_game(move.flag(), true); break;
    case MoveKind::lower: set_by_game(move.flag(), false); break;
    case MoveKind::set: set_by_game(move.setting(), move.value); break;
    case MoveKind::start: start_anew(); break;
    }
    if (keep_ != no_screen) now_.ask(keep_);
    if (!outcome_.answered) return outcome_;
    come_to_rest(flow_, now_);
    // What would be waited for on a screen that has closed at once is not asked for.
    if (outcome_.asks != no_request && !now_.is_open(flow_[outcome_.asks].screen))
        outcome_.asks = no_request;
    return outcome_;
}

void MoveExecutor::prepare() {
    now_.keep(0);
    now_.drop_waiting();
    now_.set_scene(no_scene, Phase::none);
    put_first_flags(true);
}

Outcome MoveExecutor::begin() {
    home();
    outcome_.answered = true;
    come_to_rest(flow_, now_);
    return outcome_;
}

/// Settings are kept, and so are rows.
void MoveExecutor::start_anew() {
    put_first_flags(false);
    home();
    outcome_.answered = true;
}

/// As they are when the flow starts; those of settings and lists too, or not.
void MoveExecutor::put_first_flags(bool all) {
    for (std::size_t i = 0; i < flow_.flags.size(); ++i)
        if (all || flow_.flags[i].kind == FlagKind::plain)
            now_.set_flag(static_cast<FlagId>(i), flow_.flags[i].first);
}

// --- the player's moves

void MoveExecutor::press(ControlId control, std::uint16_t which) {
    const Control& row = flow_[control];
    if (!usable(flow_, now_, control) || !is_pressed_kind(row.kind) || which >= row.presses) return;
    const ActionId action = row.press == unsaid ? unsaid : ActionId(index(row.press) + which);
    if (!asks()) return act(action);
    const Screen& question = flow_[now_.question()];
    answer_question(action);
    outcome_.agreed = true;
    const bool keeps =
        question.keeps != no_setting && index(control) + 1 == question.controls.end();
    if (keeps) set(question.keeps, question.keeps_value);
}

/// Whatever is answered, the question is gone; one that an answer to a request asks ends its
/// waiting.
void MoveExecutor::answer_question(ActionId action) {
    const RequestId request = flow_[now_.question()].request;
    now_.ask(no_screen);
    outcome_.answered = true;
    if (request == no_request)
        act(action);
    else
        finish(request, action);
}

void MoveExecutor::change(ControlId control, std::uint16_t value) {
    const SettingId setting = flow_[control].setting;
    if (setting == no_setting || !usable(flow_, now_, control)) return;
    if (flow_[setting].kind != SettingKind::text && value >= flow_[setting].values) return;
    change_setting(setting, value);
    outcome_.answered = true;
}

/// One that is asked about counts only when it is kept.
void MoveExecutor::change_setting(SettingId setting, std::uint16_t value) {
    const ScreenId question = question_of(flow_, setting, value);
    if (question == no_screen) return set(setting, value);
    keep_ = question;
}

void MoveExecutor::turn_by_player(PagesId pages, std::uint16_t to) {
    if (asks() || flow_[pages].screen != now_.current() || flow_[pages].names.count < 2) return;
    if (!is_true(flow_, now_, flow_[flow_[pages].control].when)) return;
    turn(pages, to);
    outcome_.answered = true;
}

/// Rule 6: what the screen says, else what it says for any key, else it closes. From a question
/// back leads to the screen that asked.
void MoveExecutor::go_back() {
    if (asks()) return answer_question(unsaid);
    if (current().back != unsaid) return act(current().back);
    if (current().any != unsaid) return act(current().any);
    if (now_.depth() == 1) return;
    now_.keep(now_.depth() - 1);
    outcome_.answered = true;
}

void MoveExecutor::ask_menu() {
    if (asks()) return;
    act(current().menu != unsaid ? current().menu : current().any);
}

// --- answers, events and flags

void MoveExecutor::load_is_done() {
    if (!load_can_end(flow_, now_)) return;
    now_.keep(0); // other screens that stand over the loading screen are closed by the answer
    now_.set_scene(now_.scene(), Phase::loaded);
    now_.push(flow_[now_.scene()].root);
    outcome_.answered = true;
}

void MoveExecutor::load_has_failed() {
    if (!load_can_end(flow_, now_)) return;
    now_.keep(0);
    now_.set_scene(now_.scene(), Phase::failed);
    now_.push(flow_.loading.failed);
    outcome_.answered = true;
}

/// Rule 3: an answer takes effect while the screen that waits for it is current. That screen closes
/// in any case: where the steps open another, this one takes its place.
void MoveExecutor::answer(RequestId id, ActionId action) {
    if (awaited_request(flow_, now_.current(), now_.question()) != id) return;
    now_.ask(no_screen);
    finish(id, action);
    outcome_.answered = true;
}

void MoveExecutor::finish(RequestId id, ActionId action) {
    const ScreenId waiting = flow_[id].screen;
    makes_room_ = true;
    act(action);
    makes_room_ = false;
    if (!asks() && now_.current() == waiting && outcome_.asks != id) now_.keep(now_.depth() - 1);
}

/// A question moves on to the screen that asked, as if the answer were no.
void MoveExecutor::move_on() {
    const ActionId action = flow_[now_.foremost()].moves_on;
    if (action != unsaid) now_.ask(no_screen); // as after `no`
    act(action);
}

/// Rule 4: what is allowed is decided now; an answer waits once, repeats are ignored.
void MoveExecutor::report(EventId id) {
    const Event& event = flow_[id];
    if (event.action == unsaid || now_.waits(id)) return;
    const bool now = allowed(flow_, now_, event.during);
    if (now && event.after_ms == 0) return act(event.action);
    if (!now && !event.waits) return;
    now_.set_waiting(id, true);
    outcome_.answered = true;
}

void MoveExecutor::fall_due(EventId id) {
    if (!now_.waits(id) || !allowed(flow_, now_, flow_[id].during)) return;
    now_.set_waiting(id, false);
    act(flow_[id].action);
    outcome_.answered = true;
}

void MoveExecutor::set_by_game(FlagId id, bool raised) {
    if (!flow_[id].set_by_game || now_.flag(id) == raised) return;
    now_.set_flag(id, raised);
    outcome_.answered = true;
}

void MoveExecutor::set_by_game(SettingId id, std::uint16_t value) {
    if (flow_[id].kind != SettingKind::text && value >= flow_[id].values) return;
    set(id, value);
    outcome_.answered = true;
}

// --- actions and steps

void MoveExecutor::act(ActionId id) {
    if (id == unsaid) return;
    const IndexRange alternatives = flow_[id].alternatives;
    for (std::uint32_t i = alternatives.begin; i < alternatives.end(); ++i) {
        const Alternative& alternative = flow_.alternatives[i];
        if (!is_true(flow_, now_, alternative.when)) continue;
        outcome_.answered = true;
        if (alternative.question != no_screen) return now_.ask(alternative.question);
        outcome_.steps = alternative.steps;
        for (std::uint32_t s = alternative.steps.begin; s < alternative.steps.end(); ++s)
            step(flow_.steps[s]);
        return;
    }
}

void MoveExecutor::step(const Step& step) {
    switch (step.kind) {
    case StepKind::open: open(static_cast<ScreenId>(step.subject)); break;
    case StepKind::go: go(static_cast<ScreenId>(step.subject)); break;
    case StepKind::back:
        if (now_.depth() > 1) now_.keep(now_.depth() - 1);
        break;
    case StepKind::back_to: back_to(static_cast<ScreenId>(step.subject)); break;
    case StepKind::resume: resume(); break;
    case StepKind::load: load(static_cast<SceneId>(step.subject)); break;
    case StepKind::load_next: load_beside(&Scene::next); break;
    case StepKind::load_previous: load_beside(&Scene::previous); break;
    case StepKind::retry:
        if (now_.scene() != no_scene) load(now_.scene());
        break;
    case StepKind::home: home(); break;
    case StepKind::quit: outcome_.quits = outcome_.leaves = true; break;
    case StepKind::request: request(static_cast<RequestId>(step.subject)); break;
    case StepKind::set:
    case StepKind::reset: change_setting(static_cast<SettingId>(step.subject), step.value); break;
    case StepKind::turn: turn(static_cast<PagesId>(step.subject), step.value); break;
    case StepKind::raise: now_.set_flag(static_cast<FlagId>(step.subject), true); break;
    case StepKind::lower: now_.set_flag(static_cast<FlagId>(step.subject), false); break;
    case StepKind::tell:
    case StepKind::todo: break; // the Runner hands these on; they change nothing
    }
}

/// Rule 1: a screen that is open already is not opened again; what is above it is closed instead.
void MoveExecutor::open(ScreenId screen) {
    if (now_.is_open(screen)) {
        outcome_.reopens = true;
        return back_to(screen);
    }
    if (makes_room_) now_.keep(now_.depth() - 1);
    now_.push(screen);
}

/// As open(), but the current screen makes room. A play screen and the loading screen of a load
/// that is on its way are bound to the bottom: they stay, and the new screen is put on top.
void MoveExecutor::go(ScreenId screen) {
    const bool bound = now_.depth() == 1 && (current().play || now_.phase() == Phase::loading);
    if (!now_.is_open(screen) && !bound && !makes_room_) now_.keep(now_.depth() - 1);
    open(screen);
}

void MoveExecutor::back_to(ScreenId screen) {
    const std::size_t height = now_.height_of(screen);
    now_.keep(height < now_.depth() ? height + 1 : 1);
}

void MoveExecutor::resume() {
    if (flow_[now_.bottom()].play) now_.keep(1);
}

void MoveExecutor::load(SceneId scene) {
    now_.keep(0);
    now_.drop_waiting();
    now_.set_scene(scene, Phase::loading);
    now_.push(flow_.loading.screen);
    outcome_.loads = outcome_.leaves = true;
}

/// Where there is none, nothing.
void MoveExecutor::load_beside(SceneId Scene::*which) {
    if (now_.scene() == no_scene) return;
    const SceneId scene = flow_[now_.scene()].*which;
    if (scene != no_scene) load(scene);
}

void MoveExecutor::home() {
    if (flow_.first_choice != unsaid) return choose_start();
    if (flow_.first_scene != no_scene) return load(flow_.first_scene);
    show_alone(flow_.first_screen);
}

/// The first alternative whose condition holds; the last needs none.
void MoveExecutor::choose_start() {
    const IndexRange alternatives = flow_[flow_.first_choice].alternatives;
    std::uint32_t i = alternatives.begin;
    while (!is_true(flow_, now_, flow_.alternatives[i].when)) ++i;
    const Step& step = flow_.steps[flow_.alternatives[i].steps.begin];
    if (step.kind == StepKind::load) return load(static_cast<SceneId>(step.subject));
    show_alone(static_cast<ScreenId>(step.subject));
}

void MoveExecutor::show_alone(ScreenId screen) {
    now_.keep(0);
    now_.drop_waiting();
    now_.set_scene(no_scene, Phase::none);
    now_.push(screen);
    outcome_.leaves = true;
}

/// Its screen says that it is waited for; asked for once more, it is asked for afresh.
void MoveExecutor::request(RequestId id) {
    open(flow_[id].screen);
    outcome_.reopens = false;
    outcome_.asks = id;
}

/// The values of settings are kept by whoever runs the flow; here stands what conditions ask.
void MoveExecutor::set(SettingId id, std::uint16_t value) {
    const IndexRange asks = flow_[id].asks;
    for (std::uint32_t i = asks.begin; i < asks.end(); ++i) {
        const SettingAsk& ask = flow_.setting_asks[i];
        now_.set_flag(ask.flag, value >= ask.least && value <= ask.most);
    }
}

/// Next and previous go round; pages that the current screen has not: nothing.
void MoveExecutor::turn(PagesId id, std::uint16_t to) {
    const Pages& pages = flow_[id];
    if (pages.screen != now_.current()) return;
    const auto count = static_cast<std::uint16_t>(pages.names.count);
    const std::uint16_t from = page_of(flow_, now_, id);
    if (to == next_page) to = static_cast<std::uint16_t>((from + 1) % count);
    if (to == previous_page) to = static_cast<std::uint16_t>((from + count - 1) % count);
    now_.set_pages(
        static_cast<std::uint16_t>(now_.pages_at(now_.depth() - 1) + (to - from) * pages.unit));
}

} // namespace

void prepare(const CompiledFlow& flow, MenuState& state) {
    MoveExecutor(flow, state).prepare();
}

Outcome open_start(const CompiledFlow& flow, MenuState& state) {
    return MoveExecutor(flow, state).begin();
}

Outcome start_flow(const CompiledFlow& flow, MenuState& state) {
    prepare(flow, state);
    return open_start(flow, state);
}

/// Rule 5: a screen whose `closes-when` holds closes before anything else can happen. The bottom
/// one cannot. It ends, for each one that closes makes the stack lower.
void come_to_rest(const CompiledFlow& flow, MenuState& state) {
    while (state.depth() > 1 && is_true(flow, state, flow[state.current()].closes_when))
        state.keep(state.depth() - 1);
}

Outcome apply(const CompiledFlow& flow, MenuState& state, Move move) {
    return MoveExecutor(flow, state).take(move);
}

} // namespace rondix
