// The rules, as code: each step and each kind of move has one short function here.
//
// A move is done by a Turn, which holds the flow, the situation that it changes in place, and the
// outcome that it fills in.
#include "rondix/apply.hpp"

namespace rondix {

namespace {

class Turn {
  public:
    Turn(const CompiledFlow& flow, Situation& situation)
        : flow_(flow)
        , now_(situation) {}

    Outcome take(Move move);
    Outcome begin();

  private:
    void press(ControlId control);
    void go_back();
    void ask_menu();
    void load_is_done();
    void load_has_failed();
    void report(EventId id);
    void fall_due(EventId id);
    void set_by_game(FlagId id, bool raised);

    void act(ActionId id);
    void step(const Step& step);
    void open(ScreenId screen);
    void go(ScreenId screen);
    void back_to(ScreenId screen);
    void resume();
    void load(SceneId scene);
    void home();

    const Screen& current() const { return flow_[now_.current()]; }

    const CompiledFlow& flow_;
    Situation& now_;
    Outcome outcome_;
};

Outcome Turn::take(Move move) {
    switch (move.kind) {
    case MoveKind::press: press(move.control()); break;
    case MoveKind::back: go_back(); break;
    case MoveKind::menu: ask_menu(); break;
    case MoveKind::key: act(answer_to_key(flow_, now_, move.as_key())); break;
    case MoveKind::other_key: act(current().any); break;
    case MoveKind::loaded: load_is_done(); break;
    case MoveKind::load_failed:
    case MoveKind::give_up: load_has_failed(); break;
    case MoveKind::event: report(move.as_event()); break;
    case MoveKind::due: fall_due(move.as_event()); break;
    case MoveKind::raise: set_by_game(move.flag(), true); break;
    case MoveKind::lower: set_by_game(move.flag(), false); break;
    }
    return outcome_;
}

Outcome Turn::begin() {
    for (std::size_t i = 0; i < flow_.flags.size(); ++i)
        now_.set_flag(static_cast<FlagId>(i), flow_.flags[i].first);
    home();
    outcome_.answered = true;
    return outcome_;
}

// --- the player's moves

void Turn::press(ControlId control) {
    if (usable(flow_, now_, control)) act(flow_[control].press);
}

/// Rule 6: what the screen says, else what it says for any key, else it closes.
void Turn::go_back() {
    if (current().back != unsaid) return act(current().back);
    if (current().any != unsaid) return act(current().any);
    if (now_.depth() == 1) return;
    now_.keep(now_.depth() - 1);
    outcome_.answered = true;
}

void Turn::ask_menu() {
    act(current().menu != unsaid ? current().menu : current().any);
}

// --- answers, events and flags

void Turn::load_is_done() {
    if (now_.phase() != Phase::loading) return;
    now_.keep(0); // other screens that stand over the loading screen are closed by the answer
    now_.set_scene(now_.scene(), Phase::loaded);
    now_.push(flow_[now_.scene()].root);
    outcome_.answered = true;
}

void Turn::load_has_failed() {
    if (now_.phase() != Phase::loading) return;
    now_.keep(0);
    now_.set_scene(now_.scene(), Phase::failed);
    now_.push(flow_.loading.failed);
    outcome_.answered = true;
}

/// Rule 4: what is allowed is decided now; a delayed answer waits once, repeats are ignored.
void Turn::report(EventId id) {
    const Event& event = flow_[id];
    if (event.action == unsaid || !allowed(flow_, now_, event.during)) return;
    if (event.after_ms == 0) return act(event.action);
    if (now_.waits(id)) return;
    now_.set_waiting(id, true);
    outcome_.answered = true;
}

void Turn::fall_due(EventId id) {
    if (!now_.waits(id) || !allowed(flow_, now_, flow_[id].during)) return;
    now_.set_waiting(id, false);
    act(flow_[id].action);
    outcome_.answered = true;
}

void Turn::set_by_game(FlagId id, bool raised) {
    if (!flow_[id].set_by_game || now_.flag(id) == raised) return;
    now_.set_flag(id, raised);
    outcome_.answered = true;
}

// --- actions and steps

void Turn::act(ActionId id) {
    if (id == unsaid) return;
    const Range alternatives = flow_[id].alternatives;
    for (std::uint32_t i = alternatives.begin; i < alternatives.end(); ++i) {
        const Alternative& alternative = flow_.alternatives[i];
        if (!is_true(flow_, now_, alternative.when)) continue;
        outcome_.answered = true;
        outcome_.steps = alternative.steps;
        for (std::uint32_t s = alternative.steps.begin; s < alternative.steps.end(); ++s)
            step(flow_.steps[s]);
        return;
    }
}

void Turn::step(const Step& step) {
    switch (step.kind) {
    case StepKind::open: open(static_cast<ScreenId>(step.subject)); break;
    case StepKind::go: go(static_cast<ScreenId>(step.subject)); break;
    case StepKind::back:
        if (now_.depth() > 1) now_.keep(now_.depth() - 1);
        break;
    case StepKind::back_to: back_to(static_cast<ScreenId>(step.subject)); break;
    case StepKind::resume: resume(); break;
    case StepKind::load: load(static_cast<SceneId>(step.subject)); break;
    case StepKind::retry:
        if (now_.scene() != no_scene) load(now_.scene());
        break;
    case StepKind::home: home(); break;
    case StepKind::quit: outcome_.quits = true; break;
    case StepKind::raise: now_.set_flag(static_cast<FlagId>(step.subject), true); break;
    case StepKind::lower: now_.set_flag(static_cast<FlagId>(step.subject), false); break;
    case StepKind::tell:
    case StepKind::todo: break; // the Runner hands these on; they change nothing
    }
}

/// Rule 1: a screen that is open already is not opened again; what is above it is closed instead.
void Turn::open(ScreenId screen) {
    if (now_.is_open(screen)) {
        outcome_.reopens = true;
        return back_to(screen);
    }
    now_.push(screen);
}

/// As open(), but the current screen makes room. A play screen and the loading screen of a load
/// that is on its way are bound to the bottom: they stay, and the new screen is put on top.
void Turn::go(ScreenId screen) {
    const bool bound = now_.depth() == 1 && (current().play || now_.phase() == Phase::loading);
    if (!now_.is_open(screen) && !bound) now_.keep(now_.depth() - 1);
    open(screen);
}

void Turn::back_to(ScreenId screen) {
    const std::size_t height = now_.height_of(screen);
    now_.keep(height < now_.depth() ? height + 1 : 1);
}

void Turn::resume() {
    if (flow_[now_.bottom()].play) now_.keep(1);
}

void Turn::load(SceneId scene) {
    now_.keep(0);
    now_.drop_waiting();
    now_.set_scene(scene, Phase::loading);
    now_.push(flow_.loading.screen);
    outcome_.loads = true;
}

void Turn::home() {
    if (flow_.first_scene != no_scene) return load(flow_.first_scene);
    now_.keep(0);
    now_.drop_waiting();
    now_.set_scene(no_scene, Phase::none);
    now_.push(flow_.first_screen);
}

} // namespace

Outcome start(const CompiledFlow& flow, Situation& situation) {
    return Turn(flow, situation).begin();
}

Outcome apply(const CompiledFlow& flow, Situation& situation, Move move) {
    return Turn(flow, situation).take(move);
}

} // namespace rondix
