#include "reading/action_reader.hpp"

#include "reading/condition.hpp"
#include "reading/map_reader.hpp"
#include "reading/near_steps.hpp"
#include "reading/text_part.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <array>

namespace rondix {

namespace {

using grammar::NameOf;
using grammar::Operand;
using grammar::Owner;
using grammar::StepRow;

class ActionReader {
  public:
    ActionReader(const Source& source, Findings& findings)
        : source_(source)
        , findings_(findings) {}

    FlowAction read(const yaml::Node& node) {
        FlowAction action{node.place, {}};
        if (node.kind == yaml::Kind::text && node.plain && node.text == "none") return action;
        if (node.kind == yaml::Kind::map) {
            add_alternative(node, action);
        } else if (node.kind == yaml::Kind::list && !node.children.empty() &&
                   node.children[0].kind == yaml::Kind::map) {
            for (const yaml::Node& child : node.children) add_alternative(child, action);
        } else {
            action.alternatives.push_back({std::nullopt, read_steps(node)});
        }
        return action;
    }

  private:
    void add_alternative(const yaml::Node& node, FlowAction& action) {
        if (report_step_as_key(node)) return;
        MapReader map(node, Owner::alternative, findings_);
        if (!map.good()) return;
        FlowAlternative alternative;
        if (const yaml::Node* when = map.find("when")) {
            alternative.when = read_condition(*when, source_, findings_);
            if (!alternative.when) return;
        }
        if (const yaml::Node* ask = map.find("ask")) alternative.ask = read_ask(*ask);
        const yaml::Node* steps = map.need("do");
        if (!steps) return;
        alternative.steps = read_steps(*steps);
        action.alternatives.push_back(std::move(alternative));
    }

    /// `{ load: harbour }`, where `load harbour` is meant.
    bool report_step_as_key(const yaml::Node& node) {
        if (node.kind != yaml::Kind::map) return false;
        for (std::size_t i = 0; i + 1 < node.children.size(); i += 2) {
            const yaml::Node& key = node.children[i];
            const StepRow* row = step_named({Name{key.text, key.place}});
            if (!row) continue;
            add_finding(findings_, RuleId::bad_step, key.place, "a step is no key").fix =
                "write it as in '" + std::string(row->example) + "'";
            return true;
        }
        return false;
    }

    /// A text, or one with what its answers say: `{ text: Leave?, yes: Leave, no: Stay }`.
    FlowAsk read_ask(const yaml::Node& node) {
        FlowAsk ask{"", "Yes", "No", node.place};
        if (node.kind == yaml::Kind::text && !node.says_nothing()) {
            ask.text = node.text;
            return ask;
        }
        const MapReader map(node, Owner::question, findings_);
        if (!map.good()) return ask;
        map.need("text");
        ask.text = map.text("text").value_or("");
        ask.yes = map.text("yes").value_or(ask.yes);
        ask.no = map.text("no").value_or(ask.no);
        return ask;
    }

    std::vector<FlowStep> read_steps(const yaml::Node& node) {
        std::vector<FlowStep> steps;
        if (node.kind == yaml::Kind::text) {
            add_step(node, steps);
        } else if (node.kind == yaml::Kind::list) {
            for (const yaml::Node& child : node.children) {
                if (child.kind == yaml::Kind::text)
                    add_step(child, steps);
                else
                    add_finding(findings_, RuleId::wrong_type, child.place,
                                "a step is expected here, such as 'open options'");
            }
        } else {
            add_finding(findings_, RuleId::wrong_type, node.place,
                        "a step or a list of steps is expected here, such as 'open options'");
        }
        check_order(steps);
        return steps;
    }

    void add_step(const yaml::Node& node, std::vector<FlowStep>& steps) {
        const std::vector<Name> words = words_and_marks_of(node, source_);
        if (words.empty()) {
            add_finding(findings_, RuleId::bad_step, node.place, "a step is missing here").fix =
                "write a step such as 'open options', or 'todo ...' until it is wired";
            return;
        }
        const StepRow* row = step_named(words);
        if (!row) return report_unknown_step(words[0], findings_);
        if (auto step = read_step(node, words, *row)) steps.push_back(std::move(*step));
    }

    std::optional<FlowStep> read_step(const yaml::Node& node, const std::vector<Name>& words,
                                      const StepRow& form) {
        const std::size_t own = form.name.find(' ') == std::string_view::npos ? 1 : 2;
        FlowStep step{form.kind, {}, node.place};
        const auto fail = [&](SourceRange place, std::string text) -> std::optional<FlowStep> {
            add_finding(findings_, RuleId::bad_step, place, std::move(text)).fix =
                "write it as in '" + std::string(form.example) + "'";
            return std::nullopt;
        };
        const std::string quoted = "'" + std::string(form.name) + "'";
        if (form.operand == Operand::nothing) {
            if (words.size() == own) return step;
            return fail(words[own].place,
                        quoted + " takes no name, and '" + words[own].text + "' follows it");
        }
        if (words.size() == own) return fail(node.place, quoted + " needs " + needed(form));
        if (form.operand == Operand::text) {
            const std::size_t begin = node.text.find(words[own].text, form.name.size());
            step.subject = {node.text.substr(begin), words[own].place};
            return step;
        }
        if (form.operand == Operand::name_or_one_of && words[own].text == "one-of") {
            if (read_one_of(words, own + 1, step)) return step;
            return fail(words[own].place, "'one-of' needs scenes in brackets");
        }
        const std::size_t all = own + (form.operand == Operand::name_and_value ? 2 : 1);
        if (words.size() < all) return fail(words[own].place, quoted + " needs a value as well");
        if (words.size() > all) return report_too_much(words, all, form);
        step.subject = words[own];
        if (form.operand == Operand::name_and_value) step.value = words[own + 1];
        return step;
    }

    /// What a step is about, with its article.
    static std::string needed(const StepRow& form) {
        switch (form.name_of) {
        case NameOf::screen: return "the name of a screen";
        case NameOf::scene: return "the name of a scene";
        case NameOf::request: return "the name of a request";
        case NameOf::flag: return "the name of a flag";
        case NameOf::setting: return "the name of a setting";
        case NameOf::pages: return "the name of pages and of a page";
        case NameOf::word: return "a word for the game";
        case NameOf::nothing: break;
        }
        return "a text";
    }

    /// Often a second step, behind a comma, a semicolon or an "and".
    std::optional<FlowStep> report_too_much(const std::vector<Name>& words, std::size_t at,
                                            const StepRow& form) {
        const bool ends =
            words[at - 1].text.ends_with(';') || words[at].text == "," || words[at].text == ";" ||
            words[at].text == "and" || words[at].text == "then" ||
            step_named({words.begin() + static_cast<std::ptrdiff_t>(at), words.end()});
        Finding& finding = add_finding(findings_, RuleId::bad_step, words[at].place,
                                       "'" + words[at].text + "' is one word too many for '" +
                                           std::string(form.name) + "'");
        finding.fix =
            ends ? "write several steps as a list: '[" + std::string(form.example) + ", ...]'"
                 : "write it as in '" + std::string(form.example) + "'";
        return std::nullopt;
    }

    /// `[harbour, fog]`, from `at` on.
    static bool read_one_of(const std::vector<Name>& words, std::size_t at, FlowStep& step) {
        if (at + 2 >= words.size() || words[at].text != "[" || words.back().text != "]")
            return false;
        for (std::size_t i = at + 1; i + 1 < words.size(); ++i) {
            const bool mark = words[i].text == ",";
            if (mark != ((i - at) % 2 == 0)) return false;
            if (!mark) step.one_of.push_back(words[i]);
        }
        return step.one_of.size() * 2 == words.size() - at - 1;
    }

    /// At most one step moves among screens, and it stands last: what the proof rests on.
    void check_order(const std::vector<FlowStep>& steps) {
        for (std::size_t i = 0; i + 1 < steps.size(); ++i) {
            if (!grammar::row_of(steps[i].kind).moves) continue;
            Finding& finding = add_finding(findings_, RuleId::step_order, steps[i].place,
                                           "'" + std::string(name_of(steps[i].kind)) +
                                               "' changes the screen, so no step may follow it");
            finding.also.push_back({steps[i + 1].place, "this step follows it"});
            finding.fix = "move it to the end; a list holds at most one such step";
            return;
        }
    }

    const Source& source_;
    Findings& findings_;
};

} // namespace

FlowAction read_action(const yaml::Node& node, const Source& source, Findings& findings) {
    return ActionReader(source, findings).read(node);
}

const grammar::StepRow* step_named(const std::vector<Name>& words) {
    const auto named = [](std::string_view name) {
        const auto row =
            std::find_if(grammar::steps.begin(), grammar::steps.end(),
                         [&](const grammar::StepRow& one) { return one.name == name; });
        return row == grammar::steps.end() ? nullptr : &*row;
    };
    const grammar::StepRow* of_two =
        words.size() > 1 ? named(words[0].text + " " + words[1].text) : nullptr;
    return of_two ? of_two : named(words[0].text);
}

std::string_view name_of(StepKind kind) {
    return grammar::row_of(kind).name;
}

} // namespace rondix
