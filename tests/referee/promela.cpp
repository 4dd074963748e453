#include "referee/promela.hpp"

#include <algorithm>
#include <functional>
#include <vector>

namespace rondix::test {

namespace {

struct Page {
    std::string name;
    bool play = false, pauses = true;
    const FlowAction *back = nullptr, *menu = nullptr, *any = nullptr;
    std::vector<const FlowKey*> keys;
    std::vector<FlowControl> controls;
    bool closes = true; // back closes it unless it says otherwise
};

class Writer {
  public:
    Writer(const Flow& flow, DeviceSet devices, bool falls_quiet)
        : flow_(flow)
        , points_((devices & (set_of(DeviceKind::pointer) | set_of(DeviceKind::touch))) != 0)
        , has_keyboard_((devices & set_of(DeviceKind::keyboard)) != 0)
        , has_pad_((devices & set_of(DeviceKind::pad)) != 0)
        , falls_quiet_(falls_quiet) {
        for (const FlowScreen& screen : flow.screens) add_page(screen);
        loading_ = flow.loading.screen ? number(flow.loading.screen->text) : add_plain();
        failed_ = flow.loading.failed ? number(flow.loading.failed->text) : add_failure();
    }

    std::string write() {
        write_head();
        text_ += "active proctype menus() {\n  d_step {\n    hush = 0;\n";
        for (std::size_t i = 0; i < flow_.flags.size(); ++i)
            if (flow_.flags[i].first) text_ += "    f[" + std::to_string(i) + "] = 1;\n";
        text_ += "    " + home() + "\n  }\n  do\n";
        if (falls_quiet_) write_silence();
        for (std::size_t i = 0; i < pages_.size(); ++i) write_page(i);
        write_answers();
        write_events();
        write_flags();
        text_ += "  od\n}\n";
        return text_;
    }

  private:
    void add_page(const FlowScreen& from) {
        Page page;
        page.name = from.id.text;
        page.play = from.play.value_or(false);
        page.pauses = from.pauses.value_or(true);
        if (from.back) page.back = &*from.back;
        if (from.menu) page.menu = &*from.menu;
        for (const FlowKey& key : from.keys)
            (key.key.text == "any" ? page.any = &key.action : (page.keys.push_back(&key), nullptr));
        page.controls = from.controls;
        pages_.push_back(page);
    }
    std::size_t add_plain() {
        Page page;
        page.closes = false;
        pages_.push_back(page);
        return pages_.size() - 1;
    }
    std::size_t add_failure() {
        const std::size_t at = add_plain();
        for (const StepKind kind : {StepKind::retry, StepKind::home, StepKind::quit}) {
            if (kind == StepKind::quit && !flow_.can_quit) continue;
            FlowControl control;
            control.kind = ControlKind::button;
            control.press = FlowAction{{}, {{std::nullopt, {{kind, {}, {}}}}}};
            pages_[at].controls.push_back(control);
        }
        return at;
    }

    std::size_t number(const std::string& screen) const {
        for (std::size_t i = 0; i < pages_.size(); ++i)
            if (pages_[i].name == screen) return i;
        return pages_.size();
    }
    template <class Rows>
    static std::string number_in(const Rows& rows, const std::string& name) {
        for (std::size_t i = 0; i < rows.size(); ++i)
            if (rows[i].id.text == name) return std::to_string(i);
        return "";
    }
    std::string those(const std::string& of, bool Page::*what) const {
        std::string text = "(0";
        for (std::size_t i = 0; i < pages_.size(); ++i)
            if (pages_[i].*what) text += " || " + of + " == " + std::to_string(i);
        return text + ")";
    }

    void write_head() {
        const std::string size = std::to_string(pages_.size());
        const std::string flags = std::to_string(std::max<std::size_t>(1, flow_.flags.size()));
        const std::string events = std::to_string(std::max<std::size_t>(1, flow_.events.size()));
        text_ += "#define PLAY(x) " + those("x", &Page::play) + "\n#define PAUSES(x) " +
                 those("x", &Page::pauses) + "\n#define RUNS (PLAY(st[0]) && !(0";
        for (std::size_t i = 1; i < pages_.size(); ++i)
            text_ +=
                " || (depth > " + std::to_string(i) + " && PAUSES(st[" + std::to_string(i) + "]))";
        // scene 255: none; phase 0 none, 1 loaded, 2 loading, 3 failed
        text_ +=
            "))\n#define TOP st[depth - 1]\n"
            "byte scene = 255; byte phase; byte depth; byte st[" +
            size + "]; bit f[" + flags + "]; bit w[" + events +
            "];\n"
            "byte hush; byte was_scene; byte was_phase; byte was_depth; byte was_st[" +
            size + "]; bit was_f[" + flags + "]; bit was_w[" + events +
            "];\n"
            "hidden byte i; hidden byte q;\n"
            "inline cut(h) { do :: depth > h -> depth--; st[depth] = 0 :: else -> break od }\n"
            "inline pop() { depth--; st[depth] = 0 }\n"
            "inline find(y) { i = 0; do :: i < depth && st[i] != y -> i++ :: else -> break od }\n"
            "inline push(y) { st[depth] = y; depth++ }\n"
            "inline open(y) { find(y); if :: i < depth -> cut(i + 1) :: else -> push(y) fi }\n"
            "inline go(y) { find(y); if :: i < depth -> cut(i + 1) :: else -> if "
            ":: depth > 1 || (!PLAY(TOP) && phase != 2) -> pop() :: else fi; push(y) fi }\n"
            "inline back_to(y) { find(y); if :: i < depth -> cut(i + 1) :: else -> cut(1) fi }\n"
            "inline dry() { i = 0; do :: i < " +
            events +
            " -> w[i] = 0; i++ :: else -> break od }\n"
            "inline load(s) { cut(0); dry(); scene = s; phase = 2; push(" +
            std::to_string(loading_) + ") }\n";
        write_printing(flags, events);
    }

    /// A menu state in words that the test compares: scene, phase, stack, flags, waits.
    void write_printing(const std::string& flags, const std::string& events) {
        const auto show = [&](const std::string& was) {
            return "  printf(\"%d.%d.\", now." + was + "scene, now." + was +
                   "phase);\n  for (k = 0; k < now." + was + "depth; k++) printf(\"%d,\", now." +
                   was + "st[k]);\n  printf(\".\");\n  for (k = 0; k < " + flags +
                   "; k++) printf(\"%d\", now." + was + "f[k]);\n  printf(\".\");\n" +
                   "  for (k = 0; k < " + events + "; k++) printf(\"%d\", now." + was + "w[k]);\n";
        };
        text_ += "c_code {\nvoid show(char letter) {\n  int k;\n"
                 "  printf(\"%c %d \", letter, now.hush);\n" +
                 show("was_") + "  printf(\"\\n\");\n}\n}\n";
    }

    void write_silence() {
        for (int mode = 1; mode < over; ++mode) {
            text_ += "  :: d_step { hush == 0 -> hush = " + std::to_string(mode) +
                     "; was_scene = scene; was_phase = phase; was_depth = depth;\n"
                     "    i = 0; do :: i < depth -> was_st[i] = st[i]; i++ :: else -> break od;\n";
            for (std::size_t i = 0; i < flow_.flags.size(); ++i)
                text_ += "    was_f[" + std::to_string(i) + "] = f[" + std::to_string(i) + "];\n";
            for (std::size_t i = 0; i < flow_.events.size(); ++i)
                text_ += "    was_w[" + std::to_string(i) + "] = w[" + std::to_string(i) + "];\n";
            text_ += "    c_code { show('F'); } }\n";
        }
        text_ += "  :: d_step { (hush == 1 || hush == 2 || hush == 5) && PLAY(TOP) -> "
                 "c_code { show('G'); }; hush = 6 }\n";
    }

    static std::string condition(const Condition& from,
                                 const std::function<std::string(const std::string&)>& flag) {
        switch (from.kind) {
        case Condition::Kind::flag: return "f[" + flag(from.subject.text) + "]";
        case Condition::Kind::negation: return "!(" + condition(from.parts[0], flag) + ")";
        case Condition::Kind::both:
            return "(" + condition(from.parts[0], flag) + " && " + condition(from.parts[1], flag) +
                   ")";
        default: break; // either; these flows ask about flags alone
        }
        return "(" + condition(from.parts[0], flag) + " || " + condition(from.parts[1], flag) + ")";
    }
    std::string condition(const Condition& from) const {
        return condition(from,
                         [&](const std::string& name) { return number_in(flow_.flags, name); });
    }

    std::string home() const {
        const std::string scene = number_in(flow_.scenes, flow_.start.text);
        if (!scene.empty()) return "load(" + scene + ");";
        return "cut(0); dry(); scene = 255; phase = 0; push(" +
               std::to_string(number(flow_.start.text)) + ");";
    }

    std::string step(const FlowStep& from) const {
        const std::string& name = from.subject.text;
        const std::string screen = std::to_string(number(name));
        switch (from.kind) {
        case StepKind::open: return "open(" + screen + ");";
        case StepKind::go: return "go(" + screen + ");";
        case StepKind::back: return "if :: depth > 1 -> pop() :: else fi;";
        case StepKind::back_to: return "back_to(" + screen + ");";
        case StepKind::resume: return "if :: PLAY(st[0]) -> cut(1) :: else fi;";
        case StepKind::load: return "load(" + number_in(flow_.scenes, name) + ");";
        case StepKind::retry: return "if :: scene != 255 -> load(scene) :: else fi;";
        case StepKind::home: return home();
        case StepKind::quit: return "q = 1;";
        case StepKind::raise: return "f[" + number_in(flow_.flags, name) + "] = 1;";
        case StepKind::lower: return "f[" + number_in(flow_.flags, name) + "] = 0;";
        default: return "skip;";
        }
    }

    std::string action(const FlowAction& from) const {
        std::string text, end;
        for (const FlowAlternative& alternative : from.alternatives) {
            text += "if :: " + (alternative.when ? condition(*alternative.when) : "true") +
                    " -> skip; ";
            for (const FlowStep& one : alternative.steps) text += step(one) + " ";
            text += ":: else -> skip; ";
            end += "fi; ";
        }
        return text + end;
    }

    /// A move as one step: made when the guard holds; a quit in the quiet reaches the goal.
    void move(const std::string& guard, const std::string& what) {
        text_ += "  :: d_step { " + guard + " -> q = 0; " + what +
                 "\n    if :: q == 1 && hush > 0 -> c_code { show('G'); }; hush = 6 :: else fi; "
                 "q = 0; i = 0 }\n";
    }

    void write_page(std::size_t number) {
        const Page& page = pages_[number];
        const std::string here = "hush < 6 && TOP == " + std::to_string(number);
        const bool keys = has_keyboard_ || has_pad_;
        for (const FlowControl& control : page.controls)
            if (control.kind == ControlKind::button && control.press && (points_ || !page.play))
                move(here + (control.when ? " && " + condition(*control.when) : ""),
                     action(*control.press));
        if (keys && page.back)
            move(here, action(*page.back));
        else if (keys && page.any)
            move(here, action(*page.any));
        else if (keys && page.closes)
            move(here + " && depth > 1", "pop();");
        if (keys && (page.menu || page.any)) move(here, action(page.menu ? *page.menu : *page.any));
        for (const FlowKey* key : page.keys)
            if (has_keyboard_ || (has_pad_ && is_on_pad(key->key.text)))
                move(here, action(key->action));
        if (page.any) move(here, action(*page.any));
    }

    bool is_on_pad(const std::string& key) const {
        return std::any_of(flow_.pad_keys.begin(), flow_.pad_keys.end(),
                           [&](const Name& name) { return name.text == key; });
    }

    void write_answers() {
        for (std::size_t i = 0; i < flow_.scenes.size(); ++i)
            move("(hush == 0 || hush == 1 || hush == 3) && phase == 2 && scene == " +
                     std::to_string(i),
                 "cut(0); phase = 1; push(" + std::to_string(number(flow_.scenes[i].root.text)) +
                     ");");
        move("(hush == 0 || hush == 2 || hush == 4) && phase == 2",
             "cut(0); phase = 3; push(" + std::to_string(failed_) + ");");
    }

    void write_events() {
        for (std::size_t i = 0; i < flow_.events.size(); ++i) {
            const FlowEvent& event = flow_.events[i];
            const std::string wait = "w[" + std::to_string(i) + "]";
            std::string guard = "hush == 0";
            if (event.during == During::play) guard += " && RUNS";
            if (event.during == During::menu) guard += " && !RUNS";
            if (event.after_ms == 0) {
                move(guard, action(event.action));
                continue;
            }
            move(guard, wait + " = 1;");
            move(guard + " && " + wait, wait + " = 0; " + action(event.action));
        }
    }

    void write_flags() {
        for (std::size_t i = 0; i < flow_.flags.size(); ++i)
            if (flow_.flags[i].set_by_game) {
                const std::string flag = "f[" + std::to_string(i) + "]";
                move("hush == 0", flag + " = !" + flag + ";");
            }
    }

    static constexpr int over = 6;
    const Flow& flow_;
    const bool points_, has_keyboard_, has_pad_;
    const bool falls_quiet_;
    std::vector<Page> pages_;
    std::size_t loading_ = 0, failed_ = 0;
    std::string text_;
};

} // namespace

std::string promela(const Flow& flow, DeviceSet devices, bool falls_quiet) {
    return Writer(flow, devices, falls_quiet).write();
}

} // namespace rondix::test
