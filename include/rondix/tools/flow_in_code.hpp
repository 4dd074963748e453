// A flow written in C++, without a file: the same words, the same findings, the same proof. For
// games that make up their menus, and for tests of their own.
//
//   using namespace rondix::in_code;
//   const rondix::FlowFile file = flow("Tidewick Ferry")
//       .start("pier")
//       .scene("pier", "scenes/pier.json", "title")
//       .flag("saved-voyage", set_by_game)
//       .event("run-aground", open("aground"), {.after = 1.2})
//       .screen(screen("title").title("Tidewick Ferry").back(open("ashore"))
//                   .with(button("cast-off").text("Cast off").press(load("harbour")))
//                   .with(button("voyage").text("Continue").press(load("fog")).when("saved-voyage")))
//       .read();
//   const rondix::CheckResult result = rondix::check(file);
//
// What is said here is read as a flow file is, so that slips are found as they are there; their
// places are "in code, screen 'title', button 'voyage'". Whatever a flow file can say and has no
// word of its own here is said with also(): `.also("place", map({{"at", "left"}}))`. Times are in
// seconds. Files, such as that of a theme, are looked for where the game runs.
//
// Errors: in the findings of what read() returns. Threads: any; one at a time for each object.
#pragma once

#include "rondix/tools/flow.hpp"

#include <initializer_list>
#include <string>
#include <utility>
#include <vector>

namespace rondix::in_code {

/// What stands behind a key of a flow file.
struct Value {
    enum class Kind : std::uint8_t { text, list, map };
    using Entry = std::pair<std::string, Value>;

    Value(const char* words) // NOLINT(google-explicit-constructor): so that it reads like a file
        : text(words) {}
    Value(std::string words) // NOLINT(google-explicit-constructor)
        : text(std::move(words)) {}
    Value(bool yes) // NOLINT(google-explicit-constructor)
        : text(yes ? "yes" : "no") {}
    Value(int number) // NOLINT(google-explicit-constructor)
        : text(std::to_string(number)) {}
    Value(double number); // NOLINT(google-explicit-constructor)
    Value(Kind of, std::vector<Entry> with)
        : kind(of)
        , entries(std::move(with)) {}

    Kind kind = Kind::text;
    bool quoted = false; ///< what the player reads, whatever it looks like
    std::string text;
    std::vector<Entry> entries; ///< of a map; of a list, without keys
};

Value list(std::vector<Value> values);
Value map(std::vector<Value::Entry> entries);
Value quoted(std::string text);
Value seconds(double time); ///< `1.2s`

// --- what a press, a key or an event does

/// Steps, or alternatives of which the first whose condition holds is done.
struct Does {
    Does(std::initializer_list<Does> steps); ///< done as a whole, in order; or alternatives
    explicit Does(Value said)
        : value(std::move(said)) {}
    Value value;
};

Does open(const std::string& screen);
Does go(const std::string& screen);
Does back();
Does back_to(const std::string& screen);
Does resume();
Does load(const std::string& scene);
Does load_one_of(const std::vector<std::string>& scenes); ///< the row of a list says which
Does load_next();                                         ///< of the order, as the next one is
Does load_previous();
Does retry();
Does home();
Does quit();
Does request(const std::string& request);
Does raise(const std::string& flag);
Does lower(const std::string& flag);
Does set(const std::string& setting, const std::string& value);
Does reset(const std::string& setting);
Does turn(const std::string& pages, const std::string& to);
Does tell(const std::string& word);
Does todo(const std::string& text);
Does nothing(); ///< `none`
/// Alternatives, to be listed: `{when("saved", load("fog")), otherwise(load("harbour"))}`.
Does when(const std::string& condition, const Does& does);
Does otherwise(const Does& does);
/// A plain question first, whose focus is on the safe answer.
Does ask(const std::string& text, const Does& does);

// --- what a flow is made of

/// A map that is filled in word by word.
template <class Self>
class Says {
  public:
    /// Any key that a flow file has there.
    Self& also(std::string key, Value value) {
        said_.entries.emplace_back(std::move(key), std::move(value));
        return static_cast<Self&>(*this);
    }
    const Value& said() const { return said_; }

  private:
    Value said_{Value::Kind::map, {}};
};

class Control : public Says<Control> {
  public:
    Control(const std::string& kind, const std::string& id) { also(kind, id); }
    Control& text(std::string words) { return also("text", quoted(std::move(words))); }
    Control& hint(std::string words) { return also("hint", quoted(std::move(words))); }
    Control& press(const Does& does) { return also("press", does.value); }
    Control& when(std::string condition) { return also("when", std::move(condition)); }
    Control& hidden_otherwise() { return also("else", "hidden"); }
    Control& keeps_room() { return also("keeps-room", true); }
    Control& setting(std::string id) { return also("setting", std::move(id)); }
    Control& in(std::string group) { return also("in", std::move(group)); }
    Control& hold(double time) { return also("hold", seconds(time)); }
    Control& cooldown(double time) { return also("cooldown", seconds(time)); }
};

Control button(const std::string& id);
Control toggle(const std::string& id, const std::string& setting);
Control slider(const std::string& id, const std::string& setting);
Control choice(const std::string& id, const std::string& setting);
Control text_field(const std::string& id, const std::string& setting);
Control binding(const std::string& id, const std::string& setting);
Control rows(const std::string& id); ///< a list
Control pages(const std::string& id, const std::vector<std::string>& groups);
Control label(const std::string& id);
Control picture(const std::string& id, const std::string& file);
Control panel(const std::string& id);

class Screen : public Says<Screen> {
  public:
    explicit Screen(std::string name)
        : id(std::move(name)) {}
    Screen& title(std::string words) { return also("title", quoted(std::move(words))); }
    Screen& extends(std::string screen) { return also("extends", std::move(screen)); }
    Screen& play() { return also("play", true); }
    Screen& urgent() { return also("urgent", true); }
    Screen& does_not_pause() { return also("pauses", false); }
    Screen& back(const Does& does) { return also("back", does.value); }
    Screen& menu(const Does& does) { return also("menu", does.value); }
    Screen& key(const std::string& name, const Does& does);
    /// With what stands for it on the keyboard, and, unless it is empty, on a pad: `B`, `y`.
    Screen& key(const std::string& name, const Does& does, const std::string& keyboard,
                const std::string& pad = "");
    Screen& closes_when(std::string condition) { return also("closes-when", std::move(condition)); }
    Screen& moves_on(double after, const Does& does);
    Screen& idle(double after, const Does& does);
    Screen& focus(std::string control) { return also("focus", std::move(control)); }
    Screen& with(const Control& control);

    std::string id;
    std::vector<Value> controls;
    std::vector<Value::Entry> keys;
};
Screen screen(std::string id);

class Setting : public Says<Setting> {
  public:
    Setting& by(double step) { return also("by", step); }
    Setting& default_to(Value value) { return also("default", std::move(value)); }
    Setting& keep_within(double time) { return also("keep-within", seconds(time)); }
    Setting& labels(const std::vector<std::string>& texts);
    Setting& scales_time_limits() { return also("scales", "time-limits"); }
};
Setting yes_no();
Setting number(double from, double to);
Setting one_of(const std::vector<std::string>& values);
Setting text_value(int max_length);
Setting key_for(std::string button_or_key);

struct EventSays {
    double after = 0;
    During during = During::play;
    bool waits = false; ///< `else: wait`
};

struct LoadingSays {
    std::string screen = {}, failed = {}; ///< empty: built-in ones
    double timeout = 0;
};

class Request : public Says<Request> {
  public:
    Request& screen(std::string id) { return also("screen", std::move(id)); }
    Request& done(const Does& does) { return also("done", does.value); }
    Request& failed(const Does& does) { return also("failed", does.value); }
    Request& timeout(double time) { return also("timeout", seconds(time)); }
};

enum FlagSays : std::uint8_t { by_the_flow, set_by_game };

class Flow : public Says<Flow> {
  public:
    explicit Flow(std::string game);
    Flow& start(std::string scene_or_screen) { return also("start", std::move(scene_or_screen)); }
    Flow& design_size(int width, int height);
    Flow& no_quit() { return also("quit", false); }
    Flow& theme(std::string file) { return also("theme", std::move(file)); }
    Flow& loading(const LoadingSays& says);
    Flow& scene(const std::string& id, const std::string& file, const std::string& root,
                bool keep_loaded = false);
    Flow& order(const std::vector<std::string>& scenes); ///< of `load_next()`
    Flow& flag(const std::string& id, FlagSays says = by_the_flow);
    Flow& setting(const std::string& id, const Setting& setting);
    Flow& event(const std::string& id, const Does& does, const EventSays& says = {});
    Flow& request(const std::string& id, const Request& request);
    Flow& screen(const Screen& screen);

    /// As load_flow() does it with a file: what is wrong stands in the findings.
    FlowFile read() const;

  private:
    std::vector<Value::Entry> scenes_, flags_, settings_, events_, requests_, screens_;
};
Flow flow(std::string game);

} // namespace rondix::in_code
