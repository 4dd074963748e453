// What a button says against what it does.
#include "check/wiring/slips.hpp"
#include "reading/grammar.hpp"
#include "reading/setting_values.hpp"

#include <algorithm>
#include <cctype>
#include <set>
#include <string>
#include <unordered_map>
#include <vector>

namespace rondix {

namespace {

/// In small letters, with single spaces for all that is neither a letter nor a digit.
std::string plain(std::string_view text) {
    std::string out;
    for (const char c : text) {
        const auto byte = static_cast<unsigned char>(c);
        if (std::isalnum(byte) || byte >= 0x80)
            out += static_cast<char>(std::tolower(byte));
        else if (!out.empty() && out.back() != ' ')
            out += ' ';
    }
    if (!out.empty() && out.back() == ' ') out.pop_back();
    return out;
}

/// The numbers in a text, one after the other: 1280 and 720 of `1280 x 720`.
std::vector<std::string> numbers(std::string_view text) {
    std::vector<std::string> found;
    bool within = false;
    for (const char c : text) {
        const bool digit = std::isdigit(static_cast<unsigned char>(c)) != 0;
        if (digit && !within) found.emplace_back();
        if (digit) found.back() += c;
        within = digit;
    }
    for (std::string& number : found)
        number.erase(0, std::min(number.find_first_not_of('0'), number.size() - 1));
    return found;
}

/// As many numbers, and not the same ones.
bool differ(std::string_view said, std::string_view meant) {
    const std::vector<std::string> a = numbers(said), b = numbers(meant);
    return !a.empty() && a.size() == b.size() && a != b;
}

/// The same words with other numbers in the places of their own.
std::string with_numbers(std::string_view word, const std::vector<std::string>& others) {
    std::string text;
    std::size_t next = 0;
    bool within = false;
    for (const char c : word) {
        const bool digit = std::isdigit(static_cast<unsigned char>(c)) != 0;
        if (digit && !within) text += others[next++];
        if (!digit) text += c;
        within = digit;
    }
    return text;
}

class WrongTexts {
  public:
    WrongTexts(const Flow& flow, Budget& budget, Findings& findings)
        : flow_(flow)
        , budget_(budget)
        , findings_(findings) {
        for (const FlowScreen& screen : flow.screens) {
            const std::string id = plain(screen.id.text);
            const std::string title = screen.title ? plain(*screen.title) : id;
            called_[id].push_back(&screen);
            if (title != id) called_[title].push_back(&screen);
        }
        for (const FlowScene& scene : flow.scenes) scenes_.emplace(scene.id.text, &scene);
    }

    void find() {
        std::size_t done = 0;
        for (const FlowScreen& screen : flow_.screens) {
            budget_.look("what buttons say", done++, flow_.screens.size());
            for (const FlowControl& control : screen.controls)
                if (control.kind == ControlKind::button && control.press && !control.text.empty()) {
                    compare_screens(screen, control);
                    compare_numbers(control);
                }
        }
        for (const FlowSetting& setting : flow_.settings)
            for (std::size_t i = 0; i < setting.labels.size() && i < setting.values.size(); ++i)
                if (setting.kind == SettingKind::choice)
                    compare_label(setting.labels[i], setting.values[i]);
    }

  private:
    /// Where a step leads, where that is one certain screen; `somewhere` where it is not.
    struct Goals {
        std::vector<const FlowStep*> steps;
        std::set<std::string> screens;
        bool somewhere = false;
    };

    void compare_screens(const FlowScreen& here, const FlowControl& control) {
        std::vector<const FlowScreen*> named = named_by(control.text);
        Goals goals;
        for (const FlowAlternative& alternative : control.press->alternatives)
            for (const FlowStep& step : alternative.steps) follow(step, goals);
        if (goals.somewhere || goals.steps.empty()) return;
        if (goals.steps.front()->kind != StepKind::load) // only a scene brings a play screen
            std::erase_if(named, [](const FlowScreen* one) { return one->play.value_or(false); });
        if (named.empty()) return;
        for (const FlowScreen* screen : named)
            if (screen == &here || goals.screens.contains(screen->id.text)) return;
        const FlowStep& step = *goals.steps.front();
        const std::string& meant = named.front()->id.text;
        Finding& finding = add_finding(findings_, RuleId::says_otherwise, step.place,
                                       "the button says '" + control.text + "' but leads to '" +
                                           *goals.screens.begin() + "'");
        finding.also.push_back({named.front()->id.place, "'" + meant + "' is here"});
        finding.fix = "lead to '" + meant + "', or change its text";
        if (step.kind == StepKind::open || step.kind == StepKind::go)
            finding.edits.push_back({step.subject.place, meant});
    }

    std::vector<const FlowScreen*> named_by(const std::string& text) const {
        const auto found = called_.find(plain(text));
        return found == called_.end() ? std::vector<const FlowScreen*>{} : found->second;
    }

    void follow(const FlowStep& step, Goals& goals) const {
        if (!moves_among_screens(step.kind)) return;
        goals.steps.push_back(&step);
        const grammar::NameOf name_of = grammar::row_of(step.kind).name_of;
        if (name_of == grammar::NameOf::screen)
            goals.screens.insert(step.subject.text);
        else if (name_of == grammar::NameOf::scene)
            follow_load(step, goals);
        else
            goals.somewhere = true;
    }

    void follow_load(const FlowStep& step, Goals& goals) const {
        const auto root_of = [&](const std::string& name) {
            const auto scene = scenes_.find(name);
            if (scene != scenes_.end()) goals.screens.insert(scene->second->root.text);
        };
        root_of(step.subject.text);
        for (const Name& one : step.one_of) root_of(one.text);
    }

    void compare_numbers(const FlowControl& control) {
        for (const FlowAlternative& alternative : control.press->alternatives)
            for (const FlowStep& step : alternative.steps) {
                const Name& word = step.kind == StepKind::set ? step.value : step.subject;
                if (step.kind == StepKind::todo || !differ(control.text, word.text)) continue;
                Finding& finding = tell_number(word.place, "the button says '" + control.text +
                                                               "' but does '" + word.text + "'");
                const std::string meant = with_numbers(word.text, numbers(control.text));
                if (is_there(step, meant)) finding.edits.push_back({word.place, meant});
            }
    }

    void compare_label(const Name& label, const Name& value) {
        if (!differ(label.text, value.text)) return;
        Finding& finding = tell_number(label.place, "the value '" + value.text + "' is shown as '" +
                                                        label.text + "'");
        finding.also.push_back({value.place, "the value is here"});
        finding.edits.push_back({label.place, with_numbers(label.text, numbers(value.text))});
    }

    /// Whether a step could say this word instead of its own.
    bool is_there(const FlowStep& step, const std::string& word) const {
        const auto has = [&](const auto& rows) {
            return std::any_of(rows.begin(), rows.end(),
                               [&](const auto& row) { return row.id.text == word; });
        };
        switch (grammar::row_of(step.kind).name_of) {
        case grammar::NameOf::setting:
            if (step.value.text.empty()) return has(flow_.settings);
            for (const FlowSetting& setting : flow_.settings)
                if (setting.id.text == step.subject.text)
                    return value_of(setting, word).has_value();
            return false;
        case grammar::NameOf::scene: return has(flow_.scenes);
        case grammar::NameOf::screen: return has(flow_.screens);
        case grammar::NameOf::word: return true;
        case grammar::NameOf::request: return has(flow_.requests);
        case grammar::NameOf::flag: return has(flow_.flags);
        case grammar::NameOf::pages:
        case grammar::NameOf::nothing: break;
        }
        return false;
    }

    Finding& tell_number(SourceRange place, std::string text) {
        Finding& finding = add_finding(findings_, RuleId::value_differs, place, std::move(text));
        finding.fix = "make the numbers of the text and of the value the same";
        return finding;
    }

    const Flow& flow_;
    Budget& budget_;
    Findings& findings_;
    /// By what a button would say: a plain name or title.
    std::unordered_map<std::string, std::vector<const FlowScreen*>> called_;
    std::unordered_map<std::string, const FlowScene*> scenes_;
};

} // namespace

void find_wrong_texts(const FlowFile& file, Budget& budget, Findings& findings) {
    WrongTexts(file.flow, budget, findings).find();
}

} // namespace rondix
