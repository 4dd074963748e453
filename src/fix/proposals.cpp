#include "fix/proposals.hpp"

#include "fix/look_proposals.hpp"
#include "fix/maker.hpp"
#include "fix/text_proposals.hpp"
#include "reading/former_words.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <cctype>

namespace rondix {

namespace {

class Proposals : ProposalMaker {
  public:
    using ProposalMaker::ProposalMaker;

    std::vector<Fix> make() {
        if (!finding_.edits.empty()) {
            const std::string& text = finding_.edits.front().text;
            all_.push_back(
                {text.empty() ? "drop it" : "write '" + text + "'", finding_.edits, finding_.safe});
        }
        use_the_near_name();
        propose();
        return std::move(all_);
    }

  private:
    void propose() {
        switch (finding_.rule) {
        case RuleId::no_quit:
        case RuleId::no_goal: return let_quit();
        case RuleId::no_way_out:
        case RuleId::restless_back:
        case RuleId::nothing_usable: return lead_out();
        case RuleId::back_elsewhere:
            if (const FlowScreen* screen = screen_here()) set_back(*screen, "back");
            return;
        case RuleId::never_shown: return open_it();
        case RuleId::never_pressable: return ask_for_nothing();
        case RuleId::fixed_condition:
            add("remove the condition", layout_.drop_entry(at_));
            return add("remove what is never done", layout_.drop_map(at_));
        case RuleId::reopens:
            if (!finding_.also.empty()) return; // a circle of them: what is meant is not known
            return replace(finding_.place, "back to " + behind("open "), "write 'back to'");
        case RuleId::idle_step:
            for (const char* step : {"back", "home", "quit"})
                replace(finding_.place, step, std::string("write '") + step + "'");
            return;
        case RuleId::endless_wait: return say_give_up();
        case RuleId::out_of_reach: return bring_into_reach();
        case RuleId::leaves_unasked: return ask_first();
        case RuleId::style_unused:
            if (const std::string_view now = style_once_called(said()); !now.empty())
                all_.push_back({"write '" + std::string(now) + "'",
                                {{finding_.place, std::string(now)}},
                                true});
            return add("remove it, as it is unused", layout_.drop_entry(at_), true);
        case RuleId::scene_unused:
        case RuleId::request_unused:
        case RuleId::part_unused:
        case RuleId::cue_unused:
            return add("remove it, as it is unused", layout_.drop_entry(at_), true);
        case RuleId::missing_file:
        case RuleId::event_unanswered: return add("drop it", layout_.drop_entry(at_));
        case RuleId::flag_fixed:
            return add("let the game set it", layout_.add_under(finding_.place, "set-by: game"));
        case RuleId::scene_not_listed: return list_scene();
        case RuleId::nested_scroll: return add("remove this 'scroll'", layout_.drop_entry(at_));
        case RuleId::like_circle: return add("remove this 'extends'", layout_.drop_entry(at_));
        case RuleId::given_twice:
            replace(finding_.place, said() + "-2", "rename it");
            add("remove the second", layout_.drop_entry(at_));
            return add("remove the second", layout_.drop_map(at_));
        case RuleId::empty_press: return press_something();
        case RuleId::bad_step: return complete_step();
        case RuleId::wrong_type:
            for (const char* word : {"yes", "no"})
                replace(finding_.place, word, std::string("write '") + word + "'");
            return;
        case RuleId::todo: return wire();
        case RuleId::play_unbound: return load_instead();
        case RuleId::request_screen: return make_the_request();
        case RuleId::step_order: return swap_with_next();
        case RuleId::same_press: return add("drop it", layout_.drop_map(at_));
        case RuleId::copied_screen: return be_like();
        case RuleId::no_title:
            return add("give it one", layout_.add_under(finding_.place, "title: " + title()));
        case RuleId::unknown_name: return lead_to_a_screen();
        case RuleId::bad_name: return name_properly();
        case RuleId::bad_condition: return write_words();
        case RuleId::missing_key: return add_the_key();
        default: return;
        }
    }

    // --- what they are made of

    std::string behind(std::string_view word) const {
        const std::string text = said();
        return text.starts_with(word) ? text.substr(word.size()) : text;
    }

    void use_the_near_name() {
        const std::string& name = finding_.meant;
        if (!name.empty()) all_.push_back({"write '" + name + "'", {{finding_.place, name}}, true});
    }

    const FlowScreen* screen_here() const {
        for (const FlowScreen& screen : flow_.screens)
            if (screen.id.place.file == finding_.place.file && screen.id.place.begin == at_)
                return &screen;
        return nullptr;
    }

    /// The control in which the finding stands.
    const FlowControl* control_here(const FlowScreen** on = nullptr) const {
        const FlowControl* best = nullptr;
        for (const FlowScreen& screen : flow_.screens)
            for (const FlowControl& control : screen.controls)
                if (control.id.place.file == finding_.place.file && control.id.place.begin <= at_ &&
                    (!best || control.id.place.begin > best->id.place.begin)) {
                    best = &control;
                    if (on) *on = &screen;
                }
        return best;
    }

    void set_back(const FlowScreen& screen, const char* step) {
        const std::string what =
            std::string("set 'back:' of '") + screen.id.text + "' do '" + step + "'";
        if (screen.id.place.file != finding_.place.file) return;
        if (screen.back && screen.back->place.known() &&
            screen.back->place.file == finding_.place.file)
            return replace(screen.back->place, step, what);
        add(what, layout_.add_under(screen.id.place, std::string("back: ") + step));
    }

    // --- one for each kind

    void drop_back(const FlowScreen& screen) {
        if (screen.back && screen.back->place.known() &&
            screen.back->place.file == finding_.place.file)
            add("remove 'back: " + text_of(screen.back->place) + "' of '" + screen.id.text + "'",
                layout_.drop_entry(screen.back->place.begin));
    }

    void lead_out() {
        const FlowScreen* screen = screen_here();
        if (!screen) return;
        drop_back(*screen);
        for (const char* step : {"retry", "resume", "home", "quit"}) set_back(*screen, step);
        for (const FlowControl& control : screen->controls)
            if (control.press && control.press->place.file == finding_.place.file)
                for (const char* step : {"back", "retry", "home", "quit"})
                    replace(control.press->place, step,
                            "let '" + control.id.text + "' do '" + step + "'");
        for (const char* step : {"back", "resume", "home"}) add_button(*screen, step);
        if (flow_.can_quit) add_button(*screen, "quit");
        for (const FlowScreen& other : flow_.screens) { // it may be their backs that go round
            if (&other == screen || !other.back) continue;
            drop_back(other);
            set_back(other, "back");
        }
    }

    /// As the last of its controls.
    void add_button(const FlowScreen& screen, const std::string& press,
                    const std::string& name = {}) {
        const std::string id = name.empty() ? press : name;
        std::string text = "{ button: " + id;
        text += ", text: " + title_from(id);
        text += ", press: " + press + " }";
        const std::string what = "give '" + screen.id.text + "' a button that does '" + press + "'";
        if (screen.controls.empty()) {
            if (screen.id.place.file == finding_.place.file)
                add(what, layout_.add_under(screen.id.place, "controls: [" + text + "]"));
            return;
        }
        const Name& last = screen.controls.back().id;
        if (last.place.known() && last.place.file == finding_.place.file)
            add(what, layout_.add_item(last.place.begin, text));
    }

    /// A key for the pad, a button for those who point.
    void bring_into_reach() {
        std::string keys;
        for (const FlowScreen& screen : flow_.screens)
            for (const FlowKey& key : screen.keys)
                if (key.key.text != "any" && keys.find(key.key.text) == std::string::npos)
                    keys += (keys.empty() ? "" : ", ") + key.key.text;
        const bool here =
            flow_.screens_place.known() && flow_.screens_place.file == finding_.place.file;
        if (!keys.empty() && flow_.pad_keys.empty() && here)
            add("give the keys a button of the pad",
                layout_.add_line(flow_.screens_place.begin, "pad-keys: [" + keys + "]"));
        for (const FlowScreen& screen : flow_.screens) {
            if (!screen.play.value_or(false)) continue;
            const auto does = [&](const FlowAction& action, const std::string& name) {
                if (action.place.file == finding_.place.file)
                    add_button(screen, text_of(action.place), name);
            };
            if (screen.menu) does(*screen.menu, "menu");
            for (const FlowKey& key : screen.keys)
                if (key.key.text != "any") does(key.action, key.key.text);
        }
        open_it();
    }

    void let_quit() {
        for (const FlowScreen& screen : flow_.screens)
            if (flow_.loading.failed && flow_.loading.failed->text == screen.id.text)
                set_back(screen, "quit");
        for (const FlowScreen& screen : flow_.screens)
            if (!screen.play.value_or(false)) set_back(screen, "quit");
        if (const FlowScreen* screen = screen_here()) set_back(*screen, "quit");
        if (flow_.screens_place.known() && flow_.screens_place.file == finding_.place.file)
            add("write 'quit: no'", layout_.add_line(flow_.screens_place.begin, "quit: no"));
    }

    /// A button on the first screen that has controls.
    void open_it() {
        const FlowScreen* lost = screen_here();
        if (!lost) return;
        const std::string& id = lost->id.text;
        for (const FlowScreen& screen : flow_.screens) {
            if (&screen == lost || screen.play.value_or(false) || screen.controls.empty()) continue;
            const FlowControl& last = screen.controls.back();
            if (last.id.place.file != finding_.place.file || !last.id.place.known()) continue;
            add("open it from '" + screen.id.text + "'",
                layout_.add_item(last.id.place.begin,
                                 button_to(id, lost->title.value_or(title()))));
        }
    }

    static std::string button_to(const std::string& screen, const std::string& text) {
        std::string button = "{ button: to-" + screen;
        button += ", text: " + text;
        button += ", press: open " + screen;
        return button + " }";
    }

    void ask_for_nothing() {
        for (const Finding::Also& also : finding_.also)
            if (also.place.file == finding_.place.file)
                add("let the game set the flag", layout_.add_under(also.place, "set-by: game"));
        const FlowControl* control = control_here();
        if (!control || !control->when) return;
        const Condition* first = &*control->when;
        while (!first->parts.empty()) first = &first->parts.front();
        add("remove its 'when'", layout_.drop_entry(first->subject.place.begin));
    }

    void say_give_up() {
        for (const FlowRequest& request : flow_.requests)
            if (request.id.place.begin == at_ && request.id.place.file == finding_.place.file)
                add("set a time limit", layout_.add_under(request.id.place, "timeout: 20s"), true);
        if (flow_.loading.place.known() && flow_.loading.place.file == finding_.place.file)
            add("set a time limit for loads",
                layout_.add_under(flow_.loading.place, "timeout: 20s"), true);
        else if (flow_.screens_place.known() && flow_.screens_place.file == finding_.place.file)
            add("set a time limit for loads",
                layout_.add_line(flow_.screens_place.begin, "loading: { timeout: 20s }"), true);
    }

    void ask_first() {
        for (const FlowFlag& flag : flow_.flags)
            if (flag.warns)
                replace(finding_.place,
                        "[{ when: " + flag.id.text + ", ask: \"Leave without saving?\", do: " +
                            said() + " }, { do: " + said() + " }]",
                        "add a question while '" + flag.id.text + "' holds");
    }

    void list_scene() {
        if (!flow_.scenes_place.known() || flow_.scenes.empty() ||
            flow_.scenes.front().id.place.file != finding_.place.file)
            return;
        const std::string& known = flow_.scenes.front().file;
        const std::size_t slash = known.rfind('/'), dot = known.rfind('.');
        const std::string path =
            (slash == std::string::npos ? "" : known.substr(0, slash + 1)) + said() +
            (dot == std::string::npos || (slash != std::string::npos && dot < slash)
                 ? ""
                 : known.substr(dot));
        for (const FlowScreen& screen : flow_.screens)
            if (screen.play.value_or(false))
                add("list it",
                    layout_.add_under(flow_.scenes_place, said() + ": { file: " + path +
                                                              ", root: " + screen.id.text + " }"));
    }

    void name_properly() {
        std::string name;
        for (const char c : said()) {
            const bool good = std::isalnum(static_cast<unsigned char>(c)) || c == '-' || c == '_';
            if (good)
                name += c;
            else if (!name.empty() && name.back() != '-')
                name += '-';
        }
        while (!name.empty() && !std::isalpha(static_cast<unsigned char>(name.front())))
            name.erase(0, 1);
        while (!name.empty() && name.back() == '-') name.pop_back();
        if (is_name(name)) replace(finding_.place, name, "write '" + name + "'");
    }

    /// What other languages write for `and`, `or` and `not`.
    void write_words() {
        const std::string text = said();
        if (text == "&&" || text == "&") replace(finding_.place, "and", "write 'and'");
        if (text == "||" || text == "|") replace(finding_.place, "or", "write 'or'");
        if (text.size() > 1 && text[0] == '!')
            replace(finding_.place, "not " + text.substr(1), "write 'not'");
    }

    void add_the_key() {
        for (const FlowScene& scene : flow_.scenes) {
            if (scene.id.place.begin != at_ || scene.id.place.file != finding_.place.file) continue;
            const std::string& id = scene.id.text;
            add("name its file", layout_.add_under(scene.id.place, "file: " + id + ".json"));
            for (const FlowScreen& screen : flow_.screens)
                add("name its screen",
                    layout_.add_under(scene.id.place, "root: " + screen.id.text));
        }
    }

    /// The screens, those first whose names stand in the line.
    std::vector<const FlowScreen*> screens_by_likeness() const {
        const std::string_view line = source_.line(source_.spot(at_).line);
        std::vector<const FlowScreen*> screens;
        for (const FlowScreen& screen : flow_.screens) screens.push_back(&screen);
        const auto stands = [&](const FlowScreen* screen) {
            return line.find(screen->id.text) != std::string_view::npos;
        };
        std::stable_partition(screens.begin(), screens.end(), stands);
        return screens;
    }

    void press_something() {
        std::vector<std::string> presses;
        for (const FlowScreen* screen : screens_by_likeness())
            if (!screen->play.value_or(false)) presses.push_back("press: open " + screen->id.text);
        if (presses.size() > 8) presses.resize(8);
        for (const char* press : {"press: back", "press: resume", "press: quit"})
            presses.emplace_back(press);
        for (const std::string& press : presses)
            add("write '" + press + "'", layout_.add_beside(at_, press));
    }

    void complete_step() {
        for (const FlowScreen* screen : screens_by_likeness())
            replace(finding_.place, said() + " " + screen->id.text,
                    "name one: '" + said() + " " + screen->id.text + "'");
    }

    void lead_to_a_screen() {
        for (const FlowScreen* screen : screens_by_likeness())
            replace(finding_.place, screen->id.text, "name '" + screen->id.text + "'");
    }

    void wire() {
        for (const FlowScreen* screen : screens_by_likeness()) {
            if (screen->play.value_or(false)) continue;
            const std::string_view line = source_.line(source_.spot(at_).line);
            if (line.find(screen->id.text) == std::string_view::npos) continue;
            replace(finding_.place, "open " + screen->id.text, "open '" + screen->id.text + "'");
        }
        if (const FlowControl* control = control_here())
            add("remove the button until it is wired", layout_.drop_map(control->id.place.begin));
    }

    /// A play screen comes with its scene.
    void load_instead() {
        const std::string name = said();
        for (const std::string_view word : {"open ", "go ", "back to "}) {
            if (at_ < word.size()) continue;
            const SourceRange step{static_cast<std::uint32_t>(at_ - word.size()),
                                   finding_.place.end, finding_.place.file};
            if (text_of(step) != std::string(word) + name) continue;
            replace(step, "resume", "write 'resume'");
            for (const FlowScene& scene : flow_.scenes)
                if (scene.root.text == name)
                    replace(step, "load " + scene.id.text, "load '" + scene.id.text + "'");
        }
    }

    /// Its screen comes with the request.
    void make_the_request() {
        for (const std::string_view word : {"open ", "go ", "back to "}) {
            if (at_ < word.size()) continue;
            const SourceRange step{static_cast<std::uint32_t>(at_ - word.size()),
                                   finding_.place.end, finding_.place.file};
            if (text_of(step) != std::string(word) + said()) continue;
            for (const FlowRequest& request : flow_.requests)
                if (request.screen && request.screen->text == said())
                    replace(step, "request " + request.id.text,
                            "request '" + request.id.text + "'");
        }
    }

    void swap_with_next() {
        if (finding_.also.empty()) return;
        const SourceRange next = finding_.also.front().place;
        all_.push_back({"move it to the end",
                        {{next, text_of(finding_.place)}, {finding_.place, text_of(next)}},
                        false});
    }

    void be_like() {
        if (finding_.also.empty()) return;
        const FlowScreen* screen = screen_here();
        if (!screen || screen->controls.empty()) return;
        const std::string other = text_of(finding_.also.front().place);
        // The line of the key `controls` is the first above its items that is set in less.
        const std::string& text = source_.text();
        const std::size_t key = text.rfind("controls:", screen->controls.front().id.place.begin);
        if (key == std::string::npos || key < at_) return;
        const auto dropped = layout_.drop_entry(static_cast<std::uint32_t>(key));
        if (!dropped) return;
        Edit edit = *dropped;
        const std::size_t line = text.rfind('\n', key);
        const bool own_line = text.find_first_not_of(' ', line + 1) == key;
        edit.text = own_line ? std::string(key - line - 1, ' ') + "extends: " + other + "\n"
                             : " extends: " + other;
        all_.push_back({"extend '" + other + "'", {edit}, false});
    }

    std::string title() const {
        const std::string name = said();
        return name == "title" && !flow_.game.empty() ? flow_.game : title_from(name);
    }
};

} // namespace

std::vector<Fix> proposals_for(const FlowFile& file, const Finding& finding) {
    if (!finding.place.known() || finding.place.file >= file.sources.size()) return {};
    if (file.sources[finding.place.file].is_in_code()) return {};
    if (category_of(finding.rule) == Category::looks) return look_proposals_for(file, finding);
    if (finding.rule == RuleId::not_yaml || finding.rule == RuleId::not_a_flow)
        return text_proposals_for(file, finding);
    return Proposals(file, finding).make();
}

} // namespace rondix
