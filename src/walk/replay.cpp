// Walkthroughs replayed: moves and input go into a Runner, and what is expected is compared with
// what is so.
#include "rondix/walkthrough.hpp"

#include "flow/map_reader.hpp"
#include "rondix/move_text.hpp"
#include "rondix/names.hpp"
#include "rondix/runner.hpp"

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

} // namespace

class WalkPlayer::Walker {
  public:
    Walker(Runner& runner, const Walkthrough& walk, std::function<void(const Effect&)> obey)
        : flow_(runner.flow())
        , walk_(walk)
        , runner_(runner)
        , obey_(std::move(obey)) {
        report_.steps.push_back({"start", situation_text(), take_effects(), false});
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
        if (step.expect) {
            const std::size_t before = report_.expectations;
            compare(*step.expect);
            const std::size_t count = report_.expectations - before;
            if (report_.failures.empty())
                report_.steps.push_back(
                    {"expect", std::to_string(count) + " as expected", "", true});
            told_.clear();
            quits_ = false;
            return;
        }
        const bool answered = perform(step);
        report_.steps.push_back({step.text, situation_text(), take_effects(), false});
        ignored_ = !answered;
        const bool awaited = i + 1 < walk_.steps.size() && walk_.steps[i + 1].expect &&
                             walk_.steps[i + 1].expect->ignored.has_value();
        // What the game says of its own side may be so already.
        const bool is_so = last_.kind >= MoveKind::raise && step.text.starts_with("game ");
        if (!answered && !awaited && !is_so && report_.failures.empty())
            fail(step.place,
                 "'" + step.text + "' does nothing on '" + current() + "'" + reason(step));
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
        std::string fault;
        const std::optional<Move> move = read_move(flow_, runner_.situation(), text, fault);
        if (!move) return fail(step.place, fault);
        last_ = *move;
        return runner_.replay(*move);
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
        const std::string press = "press " + step.text.substr(begin);
        const std::optional<Move> move = read_move(flow_, runner_.situation(), press, fault);
        if (!move) return fail(step.place, fault);
        act(runner_.place_of(move->control()).middle());
        return true;
    }

    bool wait(const WalkStep& step) {
        std::string_view unit;
        const std::optional<double> number =
            leading_number(std::string_view(step.text).substr(5), unit);
        if (!number || (unit != "s" && unit != "ms") || *number > 86'400'000)
            return fail(step.place, "'wait' wants a time such as 1.2s or 250ms");
        runner_.advance(unit == "s" ? *number : *number / 1000);
        return true;
    }

    std::string take_effects() {
        std::string text;
        for (const Effect& effect : runner_.take_effects()) {
            if (obey_) obey_(effect);
            if (effect.kind == EffectKind::quit) quits_ = true;
            if (effect.kind == EffectKind::told)
                told_.emplace_back(flow_.text(flow_.words[effect.subject]));
            if (const std::string one = effect_text(effect); !one.empty())
                text += (text.empty() ? "" : ", ") + one;
        }
        return text;
    }

    std::string effect_text(const Effect& effect) const {
        const auto scene = [&] { return std::string(flow_.text(flow_.scenes[effect.subject].id)); };
        const auto word = [&] { return std::string(flow_.text(flow_.words[effect.subject])); };
        switch (effect.kind) {
        case EffectKind::load: return "load " + scene();
        case EffectKind::unload: return "unload " + scene();
        case EffectKind::pause: return "pause";
        case EffectKind::unpause: return "unpause";
        case EffectKind::show_pointer: return "show pointer";
        case EffectKind::hide_pointer: return "hide pointer";
        case EffectKind::cue:
            return "cue " + std::string(flow_.text(flow_.looks.cues[effect.subject].id));
        case EffectKind::music:
            return "music " + (TuneId(effect.subject) == silence
                                   ? "none"
                                   : std::string(flow_.text(flow_.looks.tunes[effect.subject].id)));
        case EffectKind::request:
            return "request " + std::string(flow_.text(flow_.requests[effect.subject].id));
        case EffectKind::off:
            return "off " + std::string(flow_.text(flow_.requests[effect.subject].id));
        case EffectKind::begin_text: return "begin text";
        case EffectKind::end_text: return "end text";
        case EffectKind::setting: return "setting " + setting_text(SettingId(effect.subject));
        case EffectKind::front:
        case EffectKind::focus: return {}; // what is expected says so
        case EffectKind::denied:
            return "denied " + std::string(flow_.text(flow_[ControlId(effect.subject)].id));
        case EffectKind::pad: return "pad " + std::to_string(effect.value);
        case EffectKind::told: return "told " + word();
        case EffectKind::todo: return "todo: " + word();
        case EffectKind::quit: return "quit";
        }
        return {};
    }

    std::string setting_text(SettingId id) const {
        const Setting& setting = flow_[id];
        const bool counted = is_counted(setting.kind);
        return std::string(flow_.text(setting.id)) + " " +
               std::string(counted
                               ? flow_.text(flow_.words[setting.words.begin + runner_.value_of(id)])
                               : runner_.shown_value(id));
    }

    // --- comparing

    void compare(const Expectation& expect) {
        compare_name(expect.screen, "screen", current(), screen_names());
        compare_name(expect.scene, "scene", scene(), {});
        compare_name(expect.game, "game", game(), {});
        compare_name(expect.pointer, "pointer", runner_.pointer_shown() ? "shown" : "hidden", {});
        compare_name(expect.focus, "focus", focus(), {});
        compare_list(expect.stack, expect.stack_place, "stack", stack());
        compare_list(expect.told, expect.told_place, "told", told_);
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
                                (known ? "" : suggestion(wanted->text, names)));
    }

    void compare_list(const std::optional<std::vector<Name>>& wanted, Place place,
                      const std::string& what, const std::vector<std::string>& is) {
        if (!wanted) return;
        ++report_.expectations;
        std::vector<std::string> names;
        for (const Name& name : *wanted) names.push_back(name.text);
        if (names != is)
            fail(place, "expected " + what + " [" + joined(names, ", ") + "], but it is [" +
                            joined(is, ", ") + "]");
    }

    void compare_yes_no(std::optional<bool> wanted, Place place, const std::string& what, bool is) {
        if (!wanted) return;
        ++report_.expectations;
        if (*wanted != is)
            fail(place, "expected " + what + ": " + (*wanted ? "yes" : "no") + ", but it is " +
                            (is ? "yes" : "no"));
    }

    bool fail(Place place, std::string text) {
        Finding& finding = add(report_.failures, Slug::walk_fails, place, std::move(text));
        for (const WalkedStep& step : report_.steps)
            if (!step.expectation && step.text != "start") finding.how.push_back(step.text);
        return false;
    }

    // --- what is so

    std::string reason(const WalkStep& step) const {
        const bool press = last_.kind == MoveKind::press && step.text.starts_with("press ");
        if (press && !usable(flow_, runner_.situation(), last_.control()))
            return "; it is disabled there";
        return {};
    }

    static std::string joined(const std::vector<std::string>& words, const char* between) {
        std::string text;
        for (const std::string& word : words) text += (text.empty() ? "" : between) + word;
        return text;
    }

    std::vector<std::string_view> screen_names() const {
        std::vector<std::string_view> names;
        for (const Screen& screen : flow_.screens) names.push_back(flow_.text(screen.id));
        return names;
    }

    std::string current() const {
        return std::string(flow_.text(flow_[runner_.situation().current()].id));
    }

    std::string scene() const {
        const Situation& now = runner_.situation();
        return now.phase() == Phase::loaded ? std::string(flow_.text(flow_[now.scene()].id))
                                            : "none";
    }

    std::string game() const {
        if (runs(flow_, runner_.situation())) return "running";
        return paused(flow_, runner_.situation()) ? "paused" : "none";
    }

    std::string focus() const {
        const ControlId control = runner_.focus();
        return control == no_control ? "none" : std::string(flow_.text(flow_[control].id));
    }

    std::vector<std::string> stack() const {
        std::vector<std::string> names;
        const Situation& now = runner_.situation();
        for (std::size_t i = 0; i < now.depth(); ++i)
            names.emplace_back(flow_.text(flow_[now.screen_at(i)].id));
        return names;
    }

    std::string situation_text() const {
        std::string text = joined(stack(), " > ");
        if (game() != "none") text += ", " + game();
        if (focus() != "none") text += ", focus " + focus();
        return text;
    }

    const CompiledFlow& flow_;
    const Walkthrough& walk_;
    Runner& runner_;
    std::function<void(const Effect&)> obey_;
    std::size_t next_ = 0;
    WalkReport report_;
    std::vector<std::string> told_; // since the last expectation
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
