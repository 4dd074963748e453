#include "completing.hpp"

#include "edit_words.hpp"
#include "moves_of.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/flow.hpp"
#include "rondix/tools/name_index.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix::tool {

namespace {

using Words = std::vector<std::string>;

constexpr double longest_check = 3; // seconds: somebody waits

/// The words before the one that is typed, by what they were declared as.
struct Said {
    std::string flow, kind, root;
    Words changes;                            // of rondix edit
    const DeclaredWord* asks = nullptr;       // for the next word
    std::vector<const DeclaredWord*> options; // that were said
    std::size_t by_place = 0;
};

const DeclaredWord* option_named(const Declared& declared, std::string_view name) {
    for (const DeclaredWord& word : declared.words)
        if (!word.stands_by_place() &&
            std::find(word.names.begin(), word.names.end(), name) != word.names.end())
            return &word;
    return nullptr;
}

const DeclaredWord* word_at_place(const Declared& declared, std::size_t place) {
    const DeclaredWord* last = nullptr;
    for (const DeclaredWord& word : declared.words) {
        if (!word.stands_by_place()) continue;
        if (place-- == 0) return &word;
        last = &word;
    }
    return last && last->repeats ? last : nullptr;
}

void take(const DeclaredWord& word, const std::string& value, Said& said) {
    if (word.means == Means::flow) said.flow = value;
    if (word.means == Means::kind) said.kind = value;
    if (word.means == Means::change) said.changes.push_back(value);
    if (word.names.front() == "--root") said.root = value;
}

/// All words but the last.
Said read(const Declared& declared, const Words& words) {
    Said said;
    bool only_places = false;
    for (std::size_t i = 0; i + 1 < words.size(); ++i) {
        const std::string& word = words[i];
        if (said.asks) {
            take(*said.asks, word, said);
            said.asks = nullptr;
        } else if (!only_places && word == "--") {
            only_places = true;
        } else if (!only_places && word.size() > 1 && word[0] == '-') {
            const std::size_t equals = word.find('=');
            const DeclaredWord* option = option_named(declared, word.substr(0, equals));
            if (!option) continue;
            said.options.push_back(option);
            if (equals != std::string::npos) take(*option, word.substr(equals + 1), said);
            if (equals == std::string::npos && option->takes_value) said.asks = option;
        } else if (const DeclaredWord* place = word_at_place(declared, said.by_place++)) {
            take(*place, word, said);
        }
    }
    return said;
}

void add_names(const FlowFile& file, NameKind kind, Candidates& into) {
    for (const IndexedName& name : file.names.all()) {
        if (name.kind != kind || !name.is_declared()) continue;
        const std::string about(name_of(kind));
        if (!is_of_screens(kind))
            into.texts.push_back({name.text, about});
        else
            for (const std::string& on : name.on)
                into.texts.push_back({on + "." + name.text, about});
    }
}

void add_kinds(Candidates& into) {
    for (std::size_t i = 0; i < name_kind_count; ++i)
        into.texts.push_back({std::string(name_of(NameKind(i))), "kind of name"});
}

void add_findings(const FlowFile& file, Candidates& into) {
    CheckOptions options;
    options.max_seconds = longest_check;
    std::size_t number = 0;
    for (const Finding& finding : findings_with_moves(check(file, options)))
        into.texts.push_back({std::to_string(++number),
                              fmt::format("{} [{}]", finding.text, row_of(finding.rule).name)});
}

/// Of a change: what is done, to which kind of name, to which name.
void add_change(const FlowFile& file, const Words& before, Candidates& into) {
    if (before.empty())
        for (const auto& [word, form] : changes_in_words()) into.texts.push_back({word, form});
    else if (before[0] == "part" ? before.size() == 2
                                 : before.size() == 3 && before[1] == "control")
        add_names(file, before[0] == "part" ? NameKind::screen : NameKind::control, into);
    else if (before.size() == 1 && before[0] == "part")
        add_names(file, NameKind::part, into);
    else if (before.size() == 1)
        add_kinds(into);
    else if (before.size() == 2 && before[0] == "add" && before[1] == "control")
        add_names(file, NameKind::screen, into);
    else if (const auto kind = name_kind(before[1]); before.size() == 2 && kind)
        add_names(file, *kind, into);
}

void add_values(const DeclaredWord& word, const Said& said, Candidates& into) {
    for (const std::string& choice : word.choices) into.texts.push_back({choice, ""});
    const auto flow = [&] { return load_flow(said.flow, said.root); };
    switch (word.means) {
    case Means::flow: into.files = {"*.flow.yaml"}; break;
    case Means::walkthrough: into.files = {"*.walk.yaml", "*.trace.jsonl"}; break;
    case Means::trace: into.files = {"*.trace.jsonl", "*.jsonl"}; break;
    case Means::file: into.files = {"*"}; break;
    case Means::folder: into.folders = true; break;
    case Means::screen: add_names(flow(), NameKind::screen, into); break;
    case Means::control: add_names(flow(), NameKind::control, into); break;
    case Means::screen_or_scene: {
        const FlowFile file = flow();
        add_names(file, NameKind::screen, into);
        add_names(file, NameKind::scene, into);
        break;
    }
    case Means::rule:
        for (const RuleRow& row : rule_table())
            into.texts.push_back({std::string(row.name), std::string(row.meaning)});
        break;
    case Means::kind: add_kinds(into); break;
    case Means::name:
        if (const auto kind = name_kind(said.kind)) add_names(flow(), *kind, into);
        break;
    case Means::finding: add_findings(flow(), into); break;
    case Means::change: add_change(flow(), said.changes, into); break;
    case Means::size: into.texts = {{"1280x720", ""}, {"1920x1080", ""}, {"1280x800", ""}}; break;
    case Means::text:
    case Means::number:
    case Means::seconds:
    case Means::command: break;
    }
}

void add_options(const Declared& declared, const Said& said, Candidates& into) {
    for (const DeclaredWord& word : declared.words) {
        if (word.stands_by_place()) continue;
        const bool is_said =
            std::find(said.options.begin(), said.options.end(), &word) != said.options.end();
        if (!is_said || word.repeats) into.texts.push_back({word.names.back(), word.about});
    }
}

void add_commands(const Commands& commands, Candidates& into) {
    for (const Commands::One& one : commands.all)
        if (!one.is_for_programs) into.texts.push_back({one.name, one.about});
}

/// Those that go on as the word begins, each once.
void keep_what_fits(const std::string& begun, std::vector<Candidate>& texts) {
    std::erase_if(texts, [&](const Candidate& one) { return !one.text.starts_with(begun); });
    std::stable_sort(texts.begin(), texts.end(), [](const Candidate& a, const Candidate& b) {
        return a.text.find_first_not_of("0123456789") != std::string::npos && a.text < b.text;
    });
    const auto same = [](const Candidate& a, const Candidate& b) { return a.text == b.text; };
    texts.erase(std::unique(texts.begin(), texts.end(), same), texts.end());
}

/// Where the command stands: options for all of them may stand before it.
std::size_t place_of_command(const Declared& of_all, const Words& words) {
    std::size_t at = 0;
    while (at + 1 < words.size() && words[at].starts_with('-')) {
        const DeclaredWord* option = option_named(of_all, words[at]);
        at += option && option->takes_value ? 2 : 1;
    }
    return at;
}

} // namespace

Candidates candidates(const Commands& commands, const std::vector<std::string>& words, Run& run) {
    Candidates found;
    Declared declared = *declared_by(commands, "", run);
    const std::vector<DeclaredWord> of_all = declared.words;
    const std::size_t at = place_of_command(declared, words);
    Words rest = words;
    if (at + 1 < words.size()) {
        std::optional<Declared> command = declared_by(commands, words[at], run);
        if (!command || command->leaves_words) return found;
        declared = std::move(*command);
        declared.words.insert(declared.words.end(), of_all.begin(), of_all.end());
        rest.erase(rest.begin() + static_cast<std::ptrdiff_t>(at));
    }
    const std::string begun = rest.empty() ? "" : rest.back();
    const Said said = read(declared, rest);
    const DeclaredWord* place = said.asks ? said.asks : word_at_place(declared, said.by_place);
    if (!said.asks && begun.starts_with('-'))
        add_options(declared, said, found);
    else if (place ? place->means == Means::command : declared.name.empty())
        add_commands(commands, found);
    else if (place)
        add_values(*place, said, found);
    keep_what_fits(begun, found.texts);
    return found;
}

} // namespace rondix::tool
