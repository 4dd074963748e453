#include "editing/choices.hpp"

#include "reading/action_reader.hpp"
#include "reading/names_by_key.hpp"
#include "reading/style_words.hpp"

#include <algorithm>
#include <set>

namespace rondix {

namespace {

using grammar::Form;
using grammar::KeyRow;

const FlowScreen* screen_or_part(const Flow& flow, const std::string& name) {
    for (const std::vector<FlowScreen>* all : {&flow.screens, &flow.parts})
        for (const FlowScreen& one : *all)
            if (one.id.text == name) return &one;
    return nullptr;
}

/// What was typed, up to the word that is being typed.
class Typed {
  public:
    explicit Typed(const std::string& text)
        : text_(text) {
        const std::size_t end = text.find_last_of(" ,[]{}()\n");
        begin_ = end == std::string::npos ? 0 : end + 1;
        // The words of one step or condition.
        std::size_t from = 0;
        if (begin_ > 0) from = text.find_last_of(",[{\n", begin_ - 1) + 1; // npos + 1 is 0
        words_between(from, begin_, before_);
        // Within `load one-of [`: what stands before the bracket.
        const std::size_t bracket = text.rfind('[', begin_);
        if (bracket == std::string::npos || text.find(']', bracket) < begin_) return;
        std::vector<Name> outer;
        const std::size_t step = bracket == 0 ? 0 : text.find_last_of(",[{\n", bracket - 1) + 1;
        words_between(step, bracket, outer);
        if (!outer.empty() && outer.back().text == "one-of") before_ = std::move(outer);
    }

    const std::vector<Name>& before() const { return before_; }
    std::string last() const { return before_.empty() ? std::string() : before_.back().text; }
    /// From the end: 1 is the last one.
    std::string word(std::size_t back) const {
        return back <= before_.size() ? before_[before_.size() - back].text : std::string();
    }

    void offer(const std::string& word, std::string help) {
        const std::string part = text_.substr(begin_);
        const std::size_t at = word.find(part);
        if (at == std::string::npos || word == part) return;
        if (known_.insert(word).second) all_.push_back({word, std::move(help), at != 0});
    }

    std::vector<Choice> choices() {
        std::ranges::stable_sort(all_, {}, &Offered::within);
        std::vector<Choice> choices;
        for (Offered& one : all_)
            choices.push_back({text_.substr(0, begin_) + one.word, std::move(one.help)});
        return choices;
    }

  private:
    void words_between(std::size_t begin, std::size_t end, std::vector<Name>& words) const {
        for (std::size_t at = begin; at < end;) {
            const std::size_t first = text_.find_first_not_of(" ()", at);
            if (first == std::string::npos || first >= end) break;
            const std::size_t last = std::min(text_.find_first_of(" ()", first), end);
            words.push_back({text_.substr(first, last - first), {}});
            at = last;
        }
    }

    struct Offered {
        std::string word, help;
        bool within = false;
    };
    const std::string& text_;
    std::size_t begin_ = 0;
    std::vector<Name> before_;
    std::vector<Offered> all_;
    std::set<std::string> known_;
};

class Chooser {
  public:
    Chooser(const FlowFile& file, std::string on, const std::string& typed)
        : file_(file)
        , flow_(file.flow)
        , on_(std::move(on))
        , typed_(typed) {}

    std::vector<Choice> choices() { return typed_.choices(); }

    void value(const KeyRow& row, std::optional<ControlKind> kind) {
        switch (row.form) {
        case Form::one_of:
        case Form::some_of:
            for (const std::string_view word : grammar::words_of(row))
                typed_.offer(std::string(word), {});
            return;
        case Form::yes_no: return typed_.offer("yes", {}), typed_.offer("no", {});
        case Form::name:
        case Form::names:
        case Form::name_or_names:
        case Form::name_or_map:
            if (row.key == "setting") return settings(kind);
            if (const auto what = named_behind(row.owner, row.key)) names(*what);
            return;
        case Form::start: return names(NameKind::scene), names(NameKind::screen);
        case Form::condition: return condition();
        case Form::action:
        case Form::steps: return step();
        case Form::style:
            for (const std::string& style : styles_of(file_)) typed_.offer(style, "style");
            return;
        default: return;
        }
    }

    void property(const StyleWord& word) {
        if (word.names) names(*word.names);
        if (word.raw || word.names == NameKind::cue) typed_.offer("none", {});
    }

  private:
    /// Those that can be meant here.
    void names(NameKind kind) {
        const std::string help(name_of(kind));
        const FlowScreen* here = screen_or_part(flow_, on_);
        if (kind == NameKind::control) {
            if (here)
                for (const FlowControl& control : here->controls)
                    typed_.offer(control.id.text, std::string(grammar::row_of(control.kind).name));
            return;
        }
        if (kind == NameKind::group) {
            if (here)
                for (const FlowGroup& group : here->looks.groups) typed_.offer(group.id.text, help);
            return typed_.offer("layout", "the group of what says no group");
        }
        if (kind == NameKind::colour) return of_themes(&Theme::palette, help);
        if (kind == NameKind::cue) return of_themes(&Theme::cues, help);
        if (kind == NameKind::tune) return of_themes(&Theme::tunes, help);
        for (const IndexedName& name : file_.names.all())
            if (name.kind == kind && name.is_declared()) typed_.offer(name.text, help);
    }

    void of_themes(std::vector<std::pair<Name, Name>> Theme::*table, const std::string& help) {
        for (const Theme& theme : flow_.themes)
            for (const auto& [name, value] : theme.*table)
                typed_.offer(name.text, help + ", " + value.text);
    }

    void settings(std::optional<ControlKind> kind) {
        const auto of = kind ? grammar::row_of(*kind).setting : grammar::OfSetting::any;
        for (const FlowSetting& setting : flow_.settings)
            if (fits(setting, of)) typed_.offer(setting.id.text, "setting");
    }
    static bool fits(const FlowSetting& setting, grammar::OfSetting of) {
        switch (of) {
        case grammar::OfSetting::yes_no: return setting.kind == SettingKind::yes_no;
        case grammar::OfSetting::number: return setting.kind == SettingKind::number;
        case grammar::OfSetting::choice: return setting.kind == SettingKind::choice;
        case grammar::OfSetting::text: return setting.kind == SettingKind::text;
        case grammar::OfSetting::key: return setting.binds.has_value();
        default: return true;
        }
    }

    const FlowSetting* setting_named(const std::string& name) const {
        const auto found = std::ranges::find_if(
            flow_.settings, [&](const FlowSetting& one) { return one.id.text == name; });
        return found == flow_.settings.end() ? nullptr : &*found;
    }
    void values_of(const std::string& setting) {
        if (const FlowSetting* known = setting_named(setting))
            for (const Name& value : known->values) typed_.offer(value.text, "value");
    }

    // --- conditions

    void condition() {
        const std::string last = typed_.last();
        if (last == "is" && typed_.word(2) == "scene") return names(NameKind::scene);
        if (last == "is") return values_of(typed_.word(2));
        if (last == "above" || last == "below") return;
        if (last == "has" && typed_.word(2) == "scene")
            return typed_.offer("next", {}), typed_.offer("previous", {});
        if (last == "has") return typed_.offer("rows", {});
        if (last.empty() || last == "and" || last == "or" || last == "not") return operands();
        comparisons(last);
        typed_.offer("and", {});
        typed_.offer("or", {});
    }
    void operands() {
        for (const FlowFlag& flag : flow_.flags) typed_.offer(flag.id.text, "flag");
        for (const FlowSetting& setting : flow_.settings) typed_.offer(setting.id.text, "setting");
        if (const FlowScreen* here = screen_or_part(flow_, on_))
            for (const FlowControl& control : here->controls)
                if (control.kind == ControlKind::list) typed_.offer(control.id.text, "list");
        typed_.offer("scene", "which one is loaded");
        typed_.offer("not", {});
    }
    void comparisons(const std::string& subject) {
        if (subject == "scene") return typed_.offer("is", {}), typed_.offer("has", {});
        const FlowSetting* setting = setting_named(subject);
        if (!setting) {
            const FlowScreen* here = screen_or_part(flow_, on_);
            const bool list =
                here && std::ranges::any_of(here->controls, [&](auto& control) {
                    return control.id.text == subject && control.kind == ControlKind::list;
                });
            if (list) typed_.offer("has", {});
        } else if (setting->kind == SettingKind::number) {
            typed_.offer("above", {});
            typed_.offer("below", {});
        } else if (setting->kind == SettingKind::choice) {
            typed_.offer("is", {});
        }
    }

    // --- steps

    void step() {
        const bool begins = typed_.before().empty();
        const grammar::StepRow* row = begins ? nullptr : step_named(typed_.before());
        if (!row) return step_words();
        const std::size_t words = row->name.find(' ') == std::string_view::npos ? 1 : 2;
        const std::size_t operand = typed_.before().size() - words;
        // `back` is a step, and so is `back to SCREEN`.
        if (operand == 0) step_words();
        if (operand == 0) return operand_of(*row);
        if (operand == 1 && row->operand == grammar::Operand::name_and_value) value_of(*row);
        if (typed_.last() == "one-of") operand_of(*row);
    }
    void step_words() {
        const std::string before = typed_.before().empty() ? "" : typed_.before()[0].text + " ";
        for (const grammar::StepRow& row : grammar::steps) {
            const std::string name(row.name);
            if (!can_be(row)) continue;
            if (name.starts_with(before) && typed_.before().size() < 2)
                typed_.offer(name.substr(before.size()), std::string(row.operands));
        }
    }
    /// Whether the flow has what the step needs.
    bool can_be(const grammar::StepRow& row) const {
        if (row.needs == grammar::Needs::scene_beside) return !flow_.order.empty();
        switch (row.name_of) {
        case grammar::NameOf::scene: return !flow_.scenes.empty();
        case grammar::NameOf::request: return !flow_.requests.empty();
        case grammar::NameOf::flag: return std::ranges::any_of(flow_.flags, is_own);
        case grammar::NameOf::setting: return !flow_.settings.empty();
        case grammar::NameOf::pages: {
            const FlowScreen* here = screen_or_part(flow_, on_);
            return here && std::ranges::any_of(here->controls, [](const FlowControl& control) {
                       return control.kind == ControlKind::pages;
                   });
        }
        default: return true;
        }
    }
    /// Only the flow changes it.
    static bool is_own(const FlowFlag& flag) { return !flag.set_by_game; }

    void operand_of(const grammar::StepRow& row) {
        const auto kind = kind_of(row.name_of);
        if (!kind) return;
        if (row.name_of == grammar::NameOf::pages) return pages();
        if (row.name_of == grammar::NameOf::flag) {
            for (const FlowFlag& flag : flow_.flags)
                if (is_own(flag)) typed_.offer(flag.id.text, "flag");
            return;
        }
        names(*kind);
    }
    void pages() {
        if (const FlowScreen* here = screen_or_part(flow_, on_))
            for (const FlowControl& control : here->controls)
                if (control.kind == ControlKind::pages) typed_.offer(control.id.text, "pages");
    }
    void value_of(const grammar::StepRow& row) {
        const std::string subject = typed_.last();
        if (row.name_of == grammar::NameOf::setting) return values_of(subject);
        typed_.offer("next", {});
        typed_.offer("previous", {});
        if (const FlowScreen* here = screen_or_part(flow_, on_))
            for (const FlowControl& control : here->controls)
                if (control.id.text == subject)
                    for (const Name& page : control.pages) typed_.offer(page.text, "page");
    }

    const FlowFile& file_;
    const Flow& flow_;
    std::string on_;
    Typed typed_;
};

} // namespace

std::vector<Choice> choices_for(const FlowFile& file, const TypedKey& key,
                                const std::string& typed) {
    Chooser chooser(file, key.on, typed);
    if (const KeyRow* row = grammar::find(key.owner, key.key)) chooser.value(*row, key.kind);
    return chooser.choices();
}

std::vector<Choice> style_choices(const FlowFile& file, const std::string& property,
                                  const std::string& typed) {
    Chooser chooser(file, {}, typed);
    if (const StyleWord* word = find_style_word(property)) chooser.property(*word);
    return chooser.choices();
}

std::vector<std::string> styles_of(const FlowFile& file) {
    std::vector<std::string> all;
    for (const Theme& theme : file.flow.themes)
        for (const FlowStyle& style : theme.styles)
            if (std::ranges::find(all, style.id.text) == all.end()) all.push_back(style.id.text);
    return all;
}

} // namespace rondix
