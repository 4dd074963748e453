// What is said in code becomes a tree like that of a file, so that all that follows is the same.
// The places stand in a text that nobody wrote: a line for each node, which says what it belongs
// to.
#include "rondix/tools/flow_in_code.hpp"

#include "loading/load_tree.hpp"

#include <map>

namespace rondix::in_code {

namespace {

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
        std::map<std::string_view, SourceRange> seen;
        for (const auto& [key, child] : value.entries) {
            const std::string inside = part(where, key, child);
            if (made.kind == yaml::Kind::map) {
                yaml::Node name;
                name.text = key;
                name.place = place(inside);
                const auto [first, is_new] = seen.try_emplace(key, name.place);
                if (!is_new)
                    add_finding(findings_, RuleId::given_twice, name.place,
                                "'" + key + "' is given twice");
                made.children.push_back(std::move(name));
            }
            made.children.push_back(node(child, inside));
        }
        for (const yaml::Node& child : made.children) made.size += child.size;
        return made;
    }

    const std::string& text() const { return text_; }

  private:
    SourceRange place(const std::string& where) {
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
            {"palette", "colour"}, {"tunes", "tune"}};
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
    if (says.timeout > 0) said.entries.emplace_back("timeout", seconds(says.timeout));
    return also("loading", std::move(said));
}

Flow& Flow::scene(const std::string& id, const std::string& file, const std::string& root,
                  bool keep_loaded) {
    Value said = map({{"file", quoted(file)}, {"root", root}});
    if (keep_loaded) said.entries.emplace_back("keep-loaded", true);
    scenes_.emplace_back(id, std::move(said));
    return *this;
}

Flow& Flow::order(const std::vector<std::string>& scenes) {
    return also("order", list({scenes.begin(), scenes.end()}));
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
