// Walkthroughs replayed: moves and input go into a Runner, and what is expected is compared with
// what is so.
#include "rondix/tools/walkthrough.hpp"

#include "reading/map_reader.hpp"
#include "rondix/effect_text.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/move_text.hpp"
#include "rondix/tools/names.hpp"
#include "rondix/tools/state_text.hpp"
#include "walk/walked_rows.hpp"

#include <algorithm>
#include <array>

namespace rondix {

namespace {

constexpr std::array<std::pair<std::string_view, Button>, 5> buttons = {{
    {"up", Button::up},
    {"down", Button::down},
    {"left", Button::left},
    {"right", Button::right},
    {"accept", Button::accept},
}};

/// What is expected says so.
bool is_silent(EffectKind kind) {
    return kind == EffectKind::front || kind == EffectKind::focus;
}

} // namespace

class WalkPlayer::Walker {
  public:
    Walker(Runner& runner, const Walkthrough& walk, std::function<void(const Effect&)> obey)
        : flow_(runner.flow())
        , walk_(walk)
        , runner_(runner)
        , rows_(runner)
        , obey_(std::move(obey)) {
        report_.steps.push_back({"start", state_text(), take_effects(), false});
        report_.passed = walk.steps.empty();
    }

    bool done() const { return next_ == walk_.steps.size() || !report_.failures.empty(); }

    void step() {
        if (done()) return;
        take(next_++);
        report_.passed = next_ == walk_.steps.size() && report_.failures.empty();
    }

    const WalkReport& report() const { return report_; }

  private:
    void take(std::size_t i) {
        const WalkStep& step = walk_.steps[i];
        if (step.begin) return begin(step);
        if (step.expect) {
            const std::size_t before = report_.expectations;
            compare(*step.expect);
            const std::size_t count = report_.expectations - before;
            if (report_.failures.empty())
                report_.steps.push_back(
                    {"expect", std::to_string(count) + " as expected", "", true});
            told_.clear();
            effects_.clear();
            quits_ = false;
            return;
        }
        const bool answered = perform(step);
        report_.steps.push_back({step.text, state_text(), take_effects(), false});
        ignored_ = !answered;
        const bool awaited = i + 1 < walk_.steps.size() && walk_.steps[i + 1].expect &&
                             walk_.steps[i + 1].expect->ignored.has_value();
        // What the game says of its own side may be so already.
        const bool is_so = last_.kind >= MoveKind::raise && step.text.starts_with("game ");
        if (!answered && !awaited && !is_so && report_.failures.empty())
            fail(step.place,
                 "'" + step.text + "' does nothing on '" + current() + "'" + reason(step));
    }

    /// Where a trace begins, or goes on.
    void begin(const WalkStep& step) {
        for (std::size_t i = 0; i < flow_.scenes.size(); ++i) runner_.set_loaded(SceneId(i), false);
        for (const std::string& scene : step.begin->loaded) runner_.set_loaded(flow_.scene(scene));
        const Restored how = restore_unproved(runner_, step.begin->from);
        if (how.at_home || !how.dropped.empty())
            fail(step.place, "this flow has no such state: " + how.dropped.at(0));
        take_effects();
        effects_.clear();
        told_.clear();
        report_.steps.push_back({"from here", state_text(), {}, false});
    }

    // --- doing

    bool perform(const WalkStep& step) {
        const std::string_view text = step.text;
        for (const auto& [name, button] : buttons)
            if (text == name) return tap(button);
        if (text.starts_with("wait ")) return wait(step);
        if (text == "let go") return runner_.pointer_releases(pointer_);
        if (text == "slide off") return slide({-1, -1});
        if (text.starts_with("point at ")) return with_control(step, 9, [&](Point p) { slide(p); });
        if (text.starts_with("slide to ")) return with_control(step, 9, [&](Point p) { slide(p); });
        if (text.starts_with("hold ")) return with_control(step, 5, [&](Point p) { hold(p); });
        if (text.starts_with(lets_go)) return let_go(step);
        if (text.starts_with("press "))
            if (const auto row = rows_.named(text.substr(6))) return press_row(step, *row);
        std::string fault;
        const std::optional<Move> move = read_move(flow_, runner_.menu_state(), text, fault);
        if (!move) return fail(step.place, fault);
        last_ = *move;
        const bool done = runner_.replay(*move);
        if (done) rows_.follow(*move);
        return done;
    }

    bool press_row(const WalkStep& step, const RowByText& named) {
        std::string fault;
        const std::optional<ListRow> row = rows_.choose(named, fault);
        if (!row) return fail(step.place, fault);
        last_ = Move::press(named.list, row->which);
        return !row->disabled && runner_.replay(last_);
    }

    /// A scene that stays is not there any longer: the game wanted its memory.
    bool let_go(const WalkStep& step) {
        const std::string name = step.text.substr(lets_go.size());
        std::vector<std::string_view> names;
        for (const Scene& scene : flow_.scenes) names.push_back(flow_.text(scene.id));
        if (flow_.scene(name) == no_scene)
            return fail(step.place,
                        "there is no scene '" + name + "'" + suggestion(name, names).text);
        runner_.set_loaded(flow_.scene(name), false);
        return true;
    }

    bool tap(Button button) {
        runner_.advance(Runner::settling_time);
        const bool taken = runner_.press(button);
        runner_.release(button);
        return taken;
    }

    bool slide(Point to) {
        pointer_ = to;
        runner_.pointer_moves(to);
        return true;
    }

    void hold(Point at) {
        runner_.advance(Runner::settling_time);
        slide(at);
        runner_.pointer_presses(at);
    }

    template <class Do>
    bool with_control(const WalkStep& step, std::size_t begin, Do act) {
        std::string fault;
        if (const auto row = rows_.named(std::string_view(step.text).substr(begin))) {
            if (!rows_.choose(*row, fault)) return fail(step.place, fault);
            act(rows_.middle_of(row->list));
            return true;
        }
        const std::string press = "press " + step.text.substr(begin);
        const std::optional<Move> move = read_move(flow_, runner_.menu_state(), press, fault);
        if (!move) return fail(step.place, fault);
        runner_.bring_into_view(move->control());
        act(runner_.seen_of(move->control()).middle());
        return true;
    }

    bool wait(const WalkStep& step) {
        std::string_view unit;
        const std::optional<double> number =
            leading_number(std::string_view(step.text).substr(5), unit);
        if (!number || (unit != "s" && unit != "ms") || *number > 86'400'000)
            return fail(step.place, "'wait' needs a time such as 1.2s or 250ms");
        runner_.advance(unit == "s" ? *number : *number / 1000);
        return true;
    }

    std::string take_effects() {
        std::string text;
        for (const Effect& effect : runner_.take_effects()) {
            if (obey_) obey_(effect);
            if (effect.kind == EffectKind::quit) quits_ = true;
            if (effect.kind == EffectKind::told) told_.emplace_back(flow_.text(effect.word()));
            if (follows_from_moves(effect.kind)) effects_.push_back(effect_text(runner_, effect));
            if (const std::string one = effect_text(runner_, effect);
                !one.empty() && !is_silent(effect.kind))
                text += (text.empty() ? "" : ", ") + one;
        }
        return text;
    }

    // --- comparing

    void compare(const Expectation& expect) {
        compare_name(expect.screen, "screen", current(), screen_names());
        compare_name(expect.scene, "scene", scene(), {});
        compare_name(expect.game, "game", game(), {});
        compare_name(expect.pointer, "pointer", runner_.pointer_shown() ? "shown" : "hidden", {});
        compare_name(expect.focus, "focus", focus(), {});
        compare_list(expect.stack, expect.stack_place, "stack",
                     open_screens(flow_, runner_.menu_state()));
        compare_list(expect.told, expect.told_place, "told", told_);
        compare_list(expect.effects, expect.effects_place, "effects", effects_);
        compare_yes_no(expect.quits, expect.quits_place, "quits", quits_);
        compare_yes_no(expect.ignored, expect.ignored_place, "ignored", ignored_);
    }

    void compare_name(const std::optional<Name>& wanted, const std::string& what,
                      const std::string& is, const std::vector<std::string_view>& names) {
        if (!wanted) return;
        ++report_.expectations;
        if (wanted->text == is) return;
        const bool known =
            names.empty() || std::find(names.begin(), names.end(), wanted->text) != names.end();
        fail(wanted->place, "expected " + what + " '" + wanted->text + "', but it is '" + is + "'" +
                                (known ? "" : suggestion(wanted->text, names).text));
    }

    void compare_list(const std::optional<std::vector<Name>>& wanted, SourceRange place,
                      const std::string& what, const std::vector<std::string>& is) {
        if (!wanted) return;
        ++report_.expectations;
        std::vector<std::string> names;
        for (const Name& name : *wanted) names.push_back(name.text);
        if (names != is)
            fail(place,
                 "expected " + what + " [" + joined(names) + "], but it is [" + joined(is) + "]");
    }

    void compare_yes_no(std::optional<bool> wanted, SourceRange place, const std::string& what,
                        bool is) {
        if (!wanted) return;
        ++report_.expectations;
        if (*wanted != is)
            fail(place, "expected " + what + ": " + (*wanted ? "yes" : "no") + ", but it is " +
                            (is ? "yes" : "no"));
    }

    bool fail(SourceRange place, std::string text) {
        Finding& finding =
            add_finding(report_.failures, RuleId::walk_fails, place, std::move(text));
        for (const WalkedStep& step : report_.steps)
            if (!step.expectation && step.text != "start") finding.how.push_back(step.text);
        return false;
    }

    // --- what is so

    std::string reason(const WalkStep& step) const {
        const bool press = last_.kind == MoveKind::press && step.text.starts_with("press ");
        if (press && !usable(flow_, runner_.menu_state(), last_.control()))
            return "; it is disabled there";
        return {};
    }

    static std::string joined(const std::vector<std::string>& words) {
        std::string text;
        for (const std::string& word : words) text += (text.empty() ? "" : ", ") + word;
        return text;
    }

    std::vector<std::string_view> screen_names() const {
        std::vector<std::string_view> names;
        for (const Screen& screen : flow_.screens) names.push_back(flow_.text(screen.id));
        return names;
    }

    std::string current() const {
        return std::string(flow_.text(flow_[runner_.menu_state().current()].id));
    }

    std::string scene() const {
        const MenuState& now = runner_.menu_state();
        return now.phase() == Phase::loaded ? std::string(flow_.text(flow_[now.scene()].id))
                                            : "none";
    }

    std::string game() const {
        if (runs(flow_, runner_.menu_state())) return "running";
        return paused(flow_, runner_.menu_state()) ? "paused" : "none";
    }

    std::string focus() const {
        const ControlId control = runner_.focus();
        return control == no_control ? "none" : std::string(flow_.text(flow_[control].id));
    }

    std::string state_text() const {
        std::string text = stack_text(flow_, runner_.menu_state());
        if (game() != "none") text += ", " + game();
        if (focus() != "none") text += ", focus " + focus();
        return text;
    }

    const CompiledFlow& flow_;
    const Walkthrough& walk_;
    Runner& runner_;
    WalkedRows rows_;
    std::function<void(const Effect&)> obey_;
    std::size_t next_ = 0;
    WalkReport report_;
    std::vector<std::string> told_, effects_; // since the last expectation
    Move last_;
    Point pointer_{-1, -1};
    bool quits_ = false;
    bool ignored_ = false;
};

WalkPlayer::WalkPlayer(Runner& runner, const Walkthrough& walk,
                       std::function<void(const Effect&)> obey)
    : walker_(std::make_unique<Walker>(runner, walk, std::move(obey))) {}

WalkPlayer::~WalkPlayer() = default;

bool WalkPlayer::done() const {
    return walker_->done();
}

void WalkPlayer::step() {
    walker_->step();
}

const WalkReport& WalkPlayer::report() const {
    return walker_->report();
}

WalkReport replay(const CompiledFlow& flow, const Walkthrough& walkthrough) {
    Runner runner(flow);
    runner.start();
    WalkPlayer player(runner, walkthrough);
    while (!player.done()) player.step();
    return player.report();
}

} // namespace rondix
