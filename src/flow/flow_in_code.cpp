// What is said in code becomes a tree like that of a file, so that all that follows is the same.
// The places stand in a text that nobody wrote: a line for each node, which says what it belongs
// to.
#include "rondix/flow_in_code.hpp"

#include "flow/load_tree.hpp"

#include <cstdio>
#include <map>

namespace rondix::in_code {

namespace {

std::string shortest(double number) {
    char text[32];
    std::snprintf(text, sizeof text, "%.9g", number);
    return text;
}

Value words_of(std::string_view first, const std::string& second) {
    return Value(std::string(first) + " " + second);
}

Value names(const std::vector<std::string>& texts) {
    return list({texts.begin(), texts.end()});
}

class Tree {
  public:
    explicit Tree(Findings& findings)
        : findings_(findings) {}

    yaml::Node node(const Value& value, const std::string& where) {
        yaml::Node made;
        made.place = place(where);
        made.text = value.text;
        made.plain = !value.quoted;
        if (value.kind == Value::Kind::list) made.kind = yaml::Kind::list;
        if (value.kind == Value::Kind::map) made.kind = yaml::Kind::map;
        std::map<std::string_view, Place> seen;
        for (const auto& [key, child] : value.entries) {
            const std::string inside = part(where, key, child);
            if (made.kind == yaml::Kind::map) {
                yaml::Node name;
                name.text = key;
                name.place = place(inside);
                const auto [first, is_new] = seen.try_emplace(key, name.place);
                if (!is_new)
                    add(findings_, Slug::given_twice, name.place,
                        "'" + key + "' is said a second time");
                made.children.push_back(std::move(name));
            }
            made.children.push_back(node(child, inside));
        }
        for (const yaml::Node& child : made.children) made.size += child.size;
        return made;
    }

    const std::string& text() const { return text_; }

  private:
    Place place(const std::string& where) {
        const auto begin = static_cast<std::uint32_t>(text_.size());
        text_ += where + "\n";
        return {begin, static_cast<std::uint32_t>(text_.size() - 1), 0};
    }

    /// "screen 'title'", and within it "screen 'title', button 'voyage'".
    static std::string part(const std::string& where, const std::string& key, const Value& child) {
        static constexpr std::pair<std::string_view, std::string_view> kinds[] = {
            {"scenes", "scene"},   {"flags", "flag"},       {"settings", "setting"},
            {"events", "event"},   {"requests", "request"}, {"screens", "screen"},
            {"styles", "style"},   {"parts", "part"},       {"cues", "cue"},
            {"palette", "colour"}, {"music", "tune"}};
        for (const auto& [table, kind] : kinds)
            if (where == table) return std::string(kind) + " '" + key + "'";
        if (where == "the flow") return key;
        const bool in_list =
            key.empty() && child.kind == Value::Kind::map && !child.entries.empty();
        if (in_list && where.starts_with("screen '") &&
            child.entries[0].second.kind == Value::Kind::text)
            return where + ", " + child.entries[0].first + " '" + child.entries[0].second.text +
                   "'";
        return where;
    }

    Findings& findings_;
    std::string text_;
};

} // namespace

Value::Value(double number)
    : text(shortest(number)) {}

Value list(std::vector<Value> values) {
    std::vector<Value::Entry> entries;
    for (Value& value : values) entries.emplace_back("", std::move(value));
    return {Value::Kind::list, std::move(entries)};
}

Value map(std::vector<Value::Entry> entries) {
    return {Value::Kind::map, std::move(entries)};
}

Value quoted(std::string text) {
    Value value(std::move(text));
    value.quoted = true;
    return value;
}

Value seconds(double time) {
    return {shortest(time) + "s"};
}

// --- what a press does

Does::Does(std::initializer_list<Does> steps)
    : value(Value::Kind::list, {}) {
    for (const Does& step : steps) value.entries.emplace_back("", step.value);
}

Does open(const std::string& screen) {
    return Does(words_of("open", screen));
}
Does go(const std::string& screen) {
    return Does(words_of("go", screen));
}
Does back() {
    return Does("back");
}
Does back_to(const std::string& screen) {
    return Does(words_of("back to", screen));
}
Does resume() {
    return Does("resume");
}
Does load(const std::string& scene) {
    return Does(words_of("load", scene));
}
Does retry() {
    return Does("retry");
}
Does home() {
    return Does("home");
}
Does quit() {
    return Does("quit");
}
Does request(const std::string& request) {
    return Does(words_of("request", request));
}
Does raise(const std::string& flag) {
    return Does(words_of("raise", flag));
}
Does lower(const std::string& flag) {
    return Does(words_of("lower", flag));
}
Does set(const std::string& setting, const std::string& value) {
    return Does(words_of("set", setting + " " + value));
}
Does reset(const std::string& setting) {
    return Does(words_of("reset", setting));
}
Does turn(const std::string& pages, const std::string& to) {
    return Does(words_of("turn", pages + " " + to));
}
Does tell(const std::string& word) {
    return Does(words_of("tell", word));
}
Does todo(const std::string& text) {
    return Does(words_of("todo", text));
}
Does nothing() {
    return Does("none");
}

Does load_one_of(const std::vector<std::string>& scenes) {
    std::string text = "load one-of [";
    for (const std::string& scene : scenes) text += (text.back() == '[' ? "" : ", ") + scene;
    return Does(Value(text + "]"));
}

Does when(const std::string& condition, const Does& does) {
    return Does(map({{"when", condition}, {"do", does.value}}));
}

Does otherwise(const Does& does) {
    return Does(map({{"do", does.value}}));
}

Does ask(const std::string& text, const Does& does) {
    return Does(map({{"ask", quoted(text)}, {"do", does.value}}));
}

// --- what a flow is made of

Control button(const std::string& id) {
    return {"button", id};
}
Control toggle(const std::string& id, const std::string& setting) {
    return Control("toggle", id).setting(setting);
}
Control slider(const std::string& id, const std::string& setting) {
    return Control("slider", id).setting(setting);
}
Control choice(const std::string& id, const std::string& setting) {
    return Control("choice", id).setting(setting);
}
Control entry(const std::string& id, const std::string& setting) {
    return Control("entry", id).setting(setting);
}
Control binding(const std::string& id, const std::string& setting) {
    return Control("binding", id).setting(setting);
}
Control rows(const std::string& id) {
    return {"list", id};
}
Control pages(const std::string& id, const std::vector<std::string>& groups) {
    return Control("pages", id).also("show", names(groups));
}
Control label(const std::string& id) {
    return {"label", id};
}
Control picture(const std::string& id, const std::string& file) {
    return Control("picture", id).also("file", file);
}
Control panel(const std::string& id) {
    return {"panel", id};
}

Screen screen(std::string id) {
    return Screen(std::move(id));
}

Screen& Screen::key(const std::string& name, const Does& does) {
    keys.emplace_back(name, does.value);
    return *this;
}

Screen& Screen::moves_on(double after, const Does& does) {
    return also("moves-on", map({{"after", seconds(after)}, {"do", does.value}}));
}

Screen& Screen::idle(double after, const Does& does) {
    return also("idle", map({{"after", seconds(after)}, {"do", does.value}}));
}

Screen& Screen::with(const Control& control) {
    controls.push_back(control.said());
    return *this;
}

Setting& Setting::labels(const std::vector<std::string>& texts) {
    std::vector<Value> values;
    for (const std::string& text : texts) values.push_back(quoted(text));
    return also("labels", list(std::move(values)));
}

Setting yes_no() {
    return {};
}
Setting number(double from, double to) {
    return Setting().also("from", from).also("to", to);
}
Setting one_of(const std::vector<std::string>& values) {
    return Setting().also("one-of", names(values));
}
Setting letters(int most) {
    return Setting().also("letters", most);
}
Setting key_for(std::string button_or_key) {
    return Setting().also("binds", std::move(button_or_key));
}

Flow::Flow(std::string game) {
    also("rondix", 1);
    also("game", quoted(std::move(game)));
}

Flow flow(std::string game) {
    return Flow(std::move(game));
}

Flow& Flow::design_size(int width, int height) {
    return also("design-size", std::to_string(width) + "x" + std::to_string(height));
}

Flow& Flow::loading(const LoadingSays& says) {
    Value said = map({});
    if (!says.screen.empty()) said.entries.emplace_back("screen", says.screen);
    if (!says.failed.empty()) said.entries.emplace_back("failed", says.failed);
    if (says.give_up > 0) said.entries.emplace_back("give-up", seconds(says.give_up));
    return also("loading", std::move(said));
}

Flow& Flow::scene(const std::string& id, const std::string& file, const std::string& root,
                  bool stays) {
    Value said = map({{"file", quoted(file)}, {"root", root}});
    if (stays) said.entries.emplace_back("stays", true);
    scenes_.emplace_back(id, std::move(said));
    return *this;
}

Flow& Flow::flag(const std::string& id, FlagSays says) {
    flags_.emplace_back(id, map({{"set-by", says == set_by_game ? "game" : "flow"}}));
    return *this;
}

Flow& Flow::setting(const std::string& id, const Setting& setting) {
    settings_.emplace_back(id, setting.said());
    return *this;
}

Flow& Flow::event(const std::string& id, const Does& does, const EventSays& says) {
    static constexpr const char* during[] = {"play", "menu", "any"};
    Value said = map({{"during", during[static_cast<std::size_t>(says.during)]}});
    if (says.after > 0) said.entries.emplace_back("after", seconds(says.after));
    if (says.waits) said.entries.emplace_back("else", "wait");
    said.entries.emplace_back("do", does.value);
    events_.emplace_back(id, std::move(said));
    return *this;
}

Flow& Flow::request(const std::string& id, const Request& request) {
    requests_.emplace_back(id, request.said());
    return *this;
}

Flow& Flow::screen(const Screen& screen) {
    Value said = screen.said();
    if (!screen.keys.empty()) said.entries.emplace_back("keys", map(screen.keys));
    if (!screen.controls.empty()) said.entries.emplace_back("controls", list(screen.controls));
    screens_.emplace_back(screen.id, std::move(said));
    return *this;
}

FlowFile Flow::read() const {
    Value whole = said();
    const std::pair<const char*, const std::vector<Value::Entry>*> tables[] = {
        {"scenes", &scenes_}, {"flags", &flags_},       {"settings", &settings_},
        {"events", &events_}, {"requests", &requests_}, {"screens", &screens_}};
    for (const auto& [key, entries] : tables)
        if (!entries->empty()) whole.entries.emplace_back(key, map(*entries));
    Findings findings;
    Tree tree(findings);
    const yaml::Node root = tree.node(whole, "the flow");
    return load_tree(Source::in_code(tree.text()), root, std::move(findings));
}

} // namespace rondix::in_code
