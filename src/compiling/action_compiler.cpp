#include "compiling/action_compiler.hpp"

#include "reading/setting_values.hpp"

#include <algorithm>

namespace rondix {

ActionCompiler::ActionCompiler(const Flow& flow, Compiled& result)
    : flow_(flow)
    , names_(flow)
    , order_(flow)
    , result_(result)
    , out_(result.flow)
    , asks_(flow.settings.size()) {
    for (const FlowFlag& flag : flow.flags)
        add_flag({text(flag.id.text), flag.first, flag.set_by_game, flag.warns, FlagKind::plain},
                 flag.id.place);
    find_lists_and_pages();
}

void ActionCompiler::begin(const FlowScreen* own, RequestId request) {
    own_ = own;
    request_ = request;
}

TextRef ActionCompiler::text(std::string_view piece) {
    const auto begin = static_cast<std::uint32_t>(out_.texts.size());
    out_.texts.append(piece);
    return {begin, static_cast<std::uint32_t>(piece.size())};
}

/// The place of a piece of text in a table of texts; added when it is new.
std::uint32_t ActionCompiler::interned(std::string_view piece, Table<TextRef>& table,
                                       std::unordered_map<std::string, std::uint32_t>& known) {
    const auto [found, is_new] =
        known.try_emplace(std::string(piece), static_cast<std::uint32_t>(table.size()));
    if (is_new) table.push_back(text(piece));
    return found->second;
}

FlagId ActionCompiler::add_flag(Flag row, SourceRange place) {
    out_.flags.push_back(row);
    result_.origins.flags.push_back(place);
    return FlagId(out_.flags.size() - 1);
}

/// Before anything else: steps and conditions may name pages and lists that come later.
void ActionCompiler::find_lists_and_pages() {
    for (std::size_t i = 0; i < flow_.screens.size(); ++i) {
        std::uint16_t unit = 1;
        for (const FlowControl& control : flow_.screens[i].controls) {
            if (control.kind == ControlKind::list)
                rows_[&control] = add_flag(
                    {text(control.id.text + " has rows"), false, true, false, FlagKind::rows},
                    control.id.place);
            if (control.kind != ControlKind::pages) continue;
            pages_[&control] = PagesId(out_.pages.size());
            Pages row{text(control.id.text), ScreenId(i), no_control, {}, unit};
            row.names = words(control.pages);
            unit = static_cast<std::uint16_t>(unit * control.pages.size());
            out_.pages.push_back(row);
        }
    }
}

/// Texts that stand side by side in the table of words.
IndexRange ActionCompiler::words(const std::vector<Name>& names) {
    const auto begin = static_cast<std::uint32_t>(out_.words.size());
    for (const Name& name : names) out_.words.push_back(text(name.text));
    return {begin, static_cast<std::uint32_t>(names.size())};
}

ActionId ActionCompiler::action(const FlowAction& from) {
    // The alternatives of one action stand together, and so do the steps of one alternative.
    std::vector<Alternative> rows;
    const auto first = static_cast<std::uint32_t>(out_.alternatives.size());
    for (const FlowAlternative& alternative : from.alternatives) {
        const auto begin = static_cast<std::uint32_t>(out_.steps.size());
        if (alternative.ask)
            questions_.push_back(
                {kept_.emplace_back(std::make_unique<FlowAlternative>(alternative)).get(),
                 first + rows.size(), own_, request_});
        else
            for (const FlowStep& step : alternative.steps) add_step(step);
        rows.push_back({alternative.when ? condition(*alternative.when) : holds,
                        {begin, static_cast<std::uint32_t>(out_.steps.size()) - begin},
                        no_screen});
    }
    const auto begin = static_cast<std::uint32_t>(out_.alternatives.size());
    out_.alternatives.append(rows);
    out_.actions.push_back({{begin, static_cast<std::uint32_t>(rows.size())}});
    result_.origins.actions.push_back(from.place);
    return ActionId(out_.actions.size() - 1);
}

void ActionCompiler::add_step(const FlowStep& from) {
    Step row{from.kind, 0, 0};
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
    case StepKind::request: row.subject = place(names_.requests); break;
    case StepKind::set:
    case StepKind::reset: {
        row.subject = place(names_.settings);
        const FlowSetting& setting = flow_.settings[row.subject];
        row.value =
            from.kind == StepKind::reset ? setting.first : *value_of(setting, from.value.text);
        break;
    }
    case StepKind::turn: set_turn(from, row); break;
    case StepKind::tell:
    case StepKind::todo: row.subject = interned(from.subject.text, out_.words, words_); break;
    case StepKind::back:
    case StepKind::resume:
    case StepKind::load_next:
    case StepKind::load_previous:
    case StepKind::retry:
    case StepKind::home:
    case StepKind::quit: break;
    }
    out_.steps.push_back(row);
    result_.origins.steps.push_back(from.place);
}

void ActionCompiler::set_turn(const FlowStep& from, Step& row) {
    const FlowControl* pages = control_named(flow_, own_, ControlKind::pages, from.subject.text);
    row.subject = static_cast<std::uint32_t>(pages_.at(pages));
    if (from.value.text == "next") row.value = next_page;
    if (from.value.text == "previous") row.value = previous_page;
    for (std::size_t i = 0; i < pages->pages.size(); ++i)
        if (pages->pages[i].text == from.value.text) row.value = static_cast<std::uint16_t>(i);
}

/// Holds while the flag is raised and the condition holds.
ConditionId ActionCompiler::both(FlagId flag, ConditionId condition) {
    if (condition == fails) return fails;
    // Tests lead forward only, so those of the condition are written once more behind this one.
    const auto at = static_cast<std::uint32_t>(out_.tests.size());
    if (condition == holds) {
        out_.tests.push_back({flag, holds, fails});
        return ConditionId(at);
    }
    const auto shift = at + 1 - static_cast<std::uint32_t>(condition);
    out_.tests.push_back({flag, ConditionId(at + 1), fails});
    const auto moved = [&](ConditionId id) {
        return id >= holds ? id : ConditionId(static_cast<std::uint32_t>(id) + shift);
    };
    for (auto i = static_cast<std::uint32_t>(condition); i < at; ++i) {
        const ConditionTest test = out_.tests[i];
        out_.tests.push_back({test.flag, moved(test.if_raised), moved(test.if_lowered)});
    }
    return ConditionId(at);
}

/// A condition becomes a chain of tests. Its last test is made first, since each test has to
/// know where its answers lead; turned round, all of them lead forward.
ConditionId ActionCompiler::condition(const Condition& from) {
    std::vector<ConditionTest> made;
    const ConditionId first = chain(from, holds, fails, made);
    const auto base = static_cast<std::uint32_t>(out_.tests.size());
    const auto count = static_cast<std::uint32_t>(made.size());
    const auto placed = [&](ConditionId id) {
        return id >= holds ? id : ConditionId(base + count - 1 - index(id));
    };
    std::reverse(made.begin(), made.end());
    for (const ConditionTest& test : made)
        out_.tests.push_back({test.flag, placed(test.if_raised), placed(test.if_lowered)});
    return placed(first);
}

ConditionId ActionCompiler::chain(const Condition& from, ConditionId yes, ConditionId no,
                                  std::vector<ConditionTest>& made) {
    switch (from.kind) {
    case Condition::Kind::negation: return chain(from.parts[0], no, yes, made);
    case Condition::Kind::both:
        return chain(from.parts[0], chain(from.parts[1], yes, no, made), no, made);
    case Condition::Kind::either:
        return chain(from.parts[0], yes, chain(from.parts[1], yes, no, made), made);
    case Condition::Kind::flag:
    case Condition::Kind::is:
    case Condition::Kind::above:
    case Condition::Kind::below:
    case Condition::Kind::scene_is:
    case Condition::Kind::scene_has:
    case Condition::Kind::has_rows: break;
    }
    made.push_back({flag_of(from), yes, no});
    return ConditionId(made.size() - 1);
}

FlagId ActionCompiler::flag_of(const Condition& from) {
    if (from.kind == Condition::Kind::has_rows)
        return rows_.at(control_named(flow_, own_, ControlKind::list, from.subject.text));
    if (from.kind == Condition::Kind::scene_is || from.kind == Condition::Kind::scene_has)
        return of_scene(from);
    const bool plain = from.kind == Condition::Kind::flag;
    if (plain && names_.flags.has(from.subject.text))
        return FlagId(names_.flags.find(from.subject.text));
    return asked(from);
}

/// The flag that says whether a condition on the scene holds.
FlagId ActionCompiler::of_scene(const Condition& from) {
    const bool is = from.kind == Condition::Kind::scene_is;
    const std::string name = (is ? "scene is " : "scene has ") + from.value.text;
    const AskedValues places = order_.asked(from);
    const auto [known, is_new] = of_scene_.try_emplace(name);
    if (is_new)
        known->second =
            add_flag({text(name), false, false, false, FlagKind::scene, places.least, places.most},
                     from.subject.place);
    return known->second;
}

/// The flag that says whether a condition on a setting holds.
FlagId ActionCompiler::asked(const Condition& from) {
    const std::size_t setting = names_.settings.find(from.subject.text);
    const AskedValues values = *asked_values(flow_.settings[setting], from);
    for (const SettingAsk& known : asks_[setting])
        if (known.least == values.least && known.most == values.most) return known.flag;
    std::string name = from.subject.text;
    if (from.kind == Condition::Kind::is) name += " is " + from.value.text;
    if (from.kind == Condition::Kind::above) name += " above " + from.value.text;
    if (from.kind == Condition::Kind::below) name += " below " + from.value.text;
    const std::uint16_t first = flow_.settings[setting].first;
    const bool raised = first >= values.least && first <= values.most;
    const FlagId flag =
        add_flag({text(name), raised, false, false, FlagKind::setting}, from.subject.place);
    asks_[setting].push_back({flag, values.least, values.most});
    return flag;
}

/// When all conditions are known: the values at which their answers change.
void ActionCompiler::finish_settings() {
    for (std::size_t i = 0; i < out_.settings.size(); ++i) {
        Setting& row = out_.settings.edit(i);
        row.asks = {static_cast<std::uint32_t>(out_.setting_asks.size()),
                    static_cast<std::uint32_t>(asks_[i].size())};
        out_.setting_asks.append(asks_[i]);
        std::vector<std::uint16_t> turns{0};
        for (const SettingAsk& ask : asks_[i]) {
            turns.push_back(ask.least);
            if (ask.most + 1 < row.values)
                turns.push_back(static_cast<std::uint16_t>(ask.most + 1));
        }
        std::sort(turns.begin(), turns.end());
        turns.erase(std::unique(turns.begin(), turns.end()), turns.end());
        row.turns = {static_cast<std::uint32_t>(out_.turns.size()),
                     static_cast<std::uint32_t>(turns.size())};
        out_.turns.append(turns);
    }
}

} // namespace rondix
