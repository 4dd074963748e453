#include "flow/compile.hpp"

#include "flow/directory.hpp"

#include <algorithm>
#include <unordered_map>

namespace rondix {

namespace {

class Compiler {
  public:
    explicit Compiler(const Flow& flow)
        : flow_(flow)
        , names_(flow) {}

    Compiled compile() {
        out_.game = text(flow_.game);
        out_.design_width = flow_.design_width;
        out_.design_height = flow_.design_height;
        out_.can_quit = flow_.can_quit;
        for (const FlowFlag& flag : flow_.flags) {
            out_.flags.push_back({text(flag.id.text), flag.first, flag.set_by_game});
            result_.origins.flags.push_back(flag.id.place);
        }
        for (const FlowScreen& screen : flow_.screens) add_screen(screen);
        for (const FlowScene& scene : flow_.scenes) {
            out_.scenes.push_back({text(scene.id.text), text(scene.file), screen(scene.root)});
            result_.origins.scenes.push_back(scene.id.place);
        }
        for (const FlowEvent& event : flow_.events) add_event(event);
        for (std::string_view event : built_in_events)
            if (!names_.events.has(event)) {
                out_.events.push_back({text(event), unsaid, 0, During::any});
                result_.origins.events.emplace_back();
            }
        set_start();
        set_loading();
        result_.fault = verify(out_);
        return std::move(result_);
    }

  private:
    Text text(std::string_view piece) {
        const auto begin = static_cast<std::uint32_t>(out_.texts.size());
        out_.texts += piece;
        return {begin, static_cast<std::uint32_t>(piece.size())};
    }

    ScreenId screen(const Name& name) const { return ScreenId(names_.screens.find(name.text)); }

    /// The place of a piece of text in a table of texts; added when it is new.
    std::uint32_t interned(std::string_view piece, CompiledFlow::Table<Text>& table,
                           std::unordered_map<std::string, std::uint32_t>& known) {
        const auto [found, is_new] =
            known.try_emplace(std::string(piece), static_cast<std::uint32_t>(table.size()));
        if (is_new) table.push_back(text(piece));
        return found->second;
    }

    void add_screen(const FlowScreen& from) {
        const ScreenId id = ScreenId(out_.screens.size());
        Screen row;
        row.id = text(from.id.text);
        row.title = text(from.title.value_or(""));
        row.play = from.play.value_or(false);
        row.pauses = from.pauses.value_or(true);
        row.shade = from.shade.value_or(covers);
        if (from.back) row.back = action(*from.back);
        if (from.menu) row.menu = action(*from.menu);
        row.keys.begin = static_cast<std::uint32_t>(out_.key_answers.size());
        for (const FlowKey& key : from.keys) {
            if (key.key.text == "any")
                row.any = action(key.action);
            else
                out_.key_answers.push_back(
                    {KeyId(interned(key.key.text, out_.keys, keys_)), action(key.action)});
        }
        row.keys.count = static_cast<std::uint32_t>(out_.key_answers.size()) - row.keys.begin;
        row.controls.begin = static_cast<std::uint32_t>(out_.controls.size());
        for (const FlowControl& control : from.controls) add_control(control, id);
        row.controls.count = static_cast<std::uint32_t>(out_.controls.size()) - row.controls.begin;
        out_.screens.push_back(row);
        result_.origins.screens.push_back(from.id.place);
    }

    void add_control(const FlowControl& from, ScreenId screen) {
        Control row;
        row.id = text(from.id.text);
        row.text = text(from.text);
        row.kind = from.kind;
        row.screen = screen;
        if (from.when) row.when = condition(*from.when);
        if (from.press) row.press = action(*from.press);
        out_.controls.push_back(row);
        result_.origins.controls.push_back(from.id.place);
    }

    void add_event(const FlowEvent& from) {
        out_.events.push_back(
            {text(from.id.text), action(from.action), from.after_ms, from.during});
        result_.origins.events.push_back(from.id.place);
    }

    ActionId action(const FlowAction& from) {
        // The alternatives of one action stand together, and so do the steps of one alternative.
        std::vector<Alternative> rows;
        for (const FlowAlternative& alternative : from.alternatives) {
            const auto begin = static_cast<std::uint32_t>(out_.steps.size());
            for (const FlowStep& step : alternative.steps) add_step(step);
            rows.push_back({alternative.when ? condition(*alternative.when) : holds,
                            {begin, static_cast<std::uint32_t>(out_.steps.size()) - begin}});
        }
        const auto begin = static_cast<std::uint32_t>(out_.alternatives.size());
        out_.alternatives.insert(out_.alternatives.end(), rows.begin(), rows.end());
        out_.actions.push_back({{begin, static_cast<std::uint32_t>(rows.size())}});
        result_.origins.actions.push_back(from.place);
        return ActionId(out_.actions.size() - 1);
    }

    void add_step(const FlowStep& from) {
        Step row{from.kind, 0};
        const auto place = [&](const NameTable& table) {
            return static_cast<std::uint32_t>(table.find(from.subject.text));
        };
        switch (from.kind) {
        case StepKind::open:
        case StepKind::go:
        case StepKind::back_to: row.subject = place(names_.screens); break;
        case StepKind::load: row.subject = place(names_.scenes); break;
        case StepKind::raise:
        case StepKind::lower: row.subject = place(names_.flags); break;
        case StepKind::tell:
        case StepKind::todo: row.subject = interned(from.subject.text, out_.words, words_); break;
        default: break;
        }
        out_.steps.push_back(row);
        result_.origins.steps.push_back(from.place);
    }

    /// A condition becomes a chain of tests. Its last test is made first, since each test has to
    /// know where its answers lead; turned round, all of them lead forward.
    ConditionId condition(const Condition& from) {
        std::vector<Test> made;
        const ConditionId first = chain(from, holds, fails, made);
        const auto base = static_cast<std::uint32_t>(out_.tests.size());
        const auto count = static_cast<std::uint32_t>(made.size());
        const auto placed = [&](ConditionId id) {
            return id >= holds ? id : ConditionId(base + count - 1 - index(id));
        };
        std::reverse(made.begin(), made.end());
        for (const Test& test : made)
            out_.tests.push_back({test.flag, placed(test.if_raised), placed(test.if_lowered)});
        return placed(first);
    }

    ConditionId chain(const Condition& from, ConditionId yes, ConditionId no,
                      std::vector<Test>& made) const {
        switch (from.kind) {
        case Condition::Kind::negation: return chain(from.parts[0], no, yes, made);
        case Condition::Kind::both:
            return chain(from.parts[0], chain(from.parts[1], yes, no, made), no, made);
        case Condition::Kind::either:
            return chain(from.parts[0], yes, chain(from.parts[1], yes, no, made), made);
        case Condition::Kind::flag: break;
        }
        made.push_back({FlagId(names_.flags.find(from.flag.text)), yes, no});
        return ConditionId(made.size() - 1);
    }

    void set_start() {
        result_.origins.starts_with = flow_.starts_with.place;
        if (names_.scenes.has(flow_.starts_with.text))
            out_.first_scene = SceneId(names_.scenes.find(flow_.starts_with.text));
        else
            out_.first_screen = screen(flow_.starts_with);
    }

    void set_loading() {
        out_.loading.give_up_ms = flow_.loading.give_up_ms;
        out_.loading.screen = flow_.loading.screen
                                  ? screen(*flow_.loading.screen)
                                  : ScreenId(add_built_in(built_in_loading, "Loading"));
        out_.loading.failed =
            flow_.loading.failed ? screen(*flow_.loading.failed) : add_built_in_failure();
    }

    std::size_t add_built_in(std::string_view id, std::string_view title) {
        Screen row;
        row.id = text(id);
        row.title = text(title);
        row.back = action({});
        row.controls = {static_cast<std::uint32_t>(out_.controls.size()), 0};
        out_.screens.push_back(row);
        result_.origins.screens.emplace_back();
        return out_.screens.size() - 1;
    }

    ScreenId add_built_in_failure() {
        const std::size_t id = add_built_in(built_in_failure, "This could not be loaded");
        const auto button = [&](const char* name, const char* label, StepKind step) {
            FlowControl control;
            control.kind = ControlKind::button;
            control.id.text = name;
            control.text = label;
            control.press = FlowAction{{}, {{std::nullopt, {{step, {}, {}}}}}};
            add_control(control, ScreenId(id));
            ++out_.screens[id].controls.count;
        };
        button("retry", "Try again", StepKind::retry);
        button("home", "Back to the start", StepKind::home);
        if (flow_.can_quit) button("quit", "Leave the game", StepKind::quit);
        return ScreenId(id);
    }

    const Flow& flow_;
    const Directory names_;
    Compiled result_;
    CompiledFlow& out_ = result_.flow;
    std::unordered_map<std::string, std::uint32_t> keys_, words_;
};

} // namespace

Compiled compile(const Flow& flow) {
    return Compiler(flow).compile();
}

} // namespace rondix
