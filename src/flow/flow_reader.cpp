#include "flow/flow_reader.hpp"

#include "flow/action_reader.hpp"
#include "flow/condition.hpp"
#include "flow/map_reader.hpp"
#include "flow/names.hpp"

#include <charconv>

namespace rondix {

namespace {

class FlowReader {
  public:
    FlowReader(const Source& source, Flow& flow, Findings& findings)
        : source_(source)
        , flow_(flow)
        , findings_(findings) {}

    bool read(const yaml::Node& root) {
        if (!is_flow(root)) return false;
        const MapReader map(root, "a flow",
                            {"rondix", "game", "starts-with", "design-size", "quit", "scenes",
                             "loading", "flags", "events", "screens"},
                            findings_,
                            {"settings", "requests", "parts", "include", "styles", "palette"});
        flow_.game = map.text("game").value_or("");
        if (map.need("starts-with")) flow_.starts_with = map.name("starts-with").value_or(Name{});
        read_design_size(map);
        flow_.can_quit = map.yes_no("quit").value_or(true);
        if (const yaml::Node* node = map.find("loading")) {
            flow_.loading.place = map.key_node("loading")->place;
            read_loading(*node);
        }
        each(map, "scenes", flow_.scenes_place, [&](auto& k, auto& v) { read_scene(k, v); });
        each(map, "flags", flow_.flags_place, [&](auto& k, auto& v) { read_flag(k, v); });
        each(map, "events", flow_.events_place, [&](auto& k, auto& v) { read_event(k, v); });
        if (map.need("screens"))
            each(map, "screens", flow_.screens_place, [&](auto& k, auto& v) { read_screen(k, v); });
        return true;
    }

  private:
    bool is_flow(const yaml::Node& root) {
        if (root.kind == yaml::Kind::map)
            for (std::size_t i = 0; i + 1 < root.children.size(); i += 2)
                if (root.children[i].text == "rondix") return is_version(root.children[i + 1]);
        add(findings_, Slug::not_a_flow, root.place, "this is not a flow").mend =
            "begin the file with 'rondix: 1'";
        return false;
    }

    bool is_version(const yaml::Node& version) {
        if (version.kind == yaml::Kind::text && version.text == "1") return true;
        add(findings_, Slug::not_a_flow, version.place,
            "this version of the format is not known here")
            .mend = "write 'rondix: 1'";
        return false;
    }

    /// Calls `read` with the key and the value of each entry of the map under `key`.
    template <class Read>
    void each(const MapReader& map, std::string_view key, Place& place, Read read) {
        const yaml::Node* node = map.find(key);
        if (!node) return;
        place = map.key_node(key)->place;
        if (node->says_nothing()) return;
        if (node->kind != yaml::Kind::map) {
            add(findings_, Slug::wrong_type, node->place,
                "'" + std::string(key) + "' is written as a map: 'name: ...'");
            return;
        }
        for (std::size_t i = 0; i + 1 < node->children.size(); i += 2)
            if (check_name(node->children[i])) read(node->children[i], node->children[i + 1]);
    }

    bool check_name(const yaml::Node& node) {
        if (node.kind == yaml::Kind::text && is_name(node.text)) return true;
        add(findings_, Slug::bad_name, node.place, "'" + node.text + "' cannot be a name").mend =
            "names begin with a letter and go on with letters, digits, '-' and '_'";
        return false;
    }

    static Name name_of_node(const yaml::Node& node) { return {node.text, node.place}; }

    std::optional<FlowAction> action(const MapReader& map, std::string_view key) {
        const yaml::Node* node = map.find(key);
        if (!node) return std::nullopt;
        if (!node->says_nothing()) return read_action(*node, source_, findings_);
        add(findings_, Slug::wrong_type, map.key_node(key)->place,
            "'" + std::string(key) + "' says nothing")
            .mend = "write a step, such as 'open options', or 'none'";
        return std::nullopt;
    }

    void read_design_size(const MapReader& map) {
        const std::optional<std::string> text = map.text("design-size");
        if (!text) return;
        unsigned width = 0;
        unsigned height = 0;
        const char* end = text->data() + text->size();
        const auto first = std::from_chars(text->data(), end, width);
        if (first.ec == std::errc{} && first.ptr != end && *first.ptr == 'x') {
            const auto second = std::from_chars(first.ptr + 1, end, height);
            if (second.ec == std::errc{} && second.ptr == end && width >= 16 && height >= 16 &&
                width <= 16384 && height <= 16384) {
                flow_.design_width = static_cast<std::uint16_t>(width);
                flow_.design_height = static_cast<std::uint16_t>(height);
                return;
            }
        }
        add(findings_, Slug::wrong_type, map.find("design-size")->place,
            "'design-size' wants a size such as 1280x720, from 16x16 to 16384x16384");
    }

    void read_loading(const yaml::Node& node) {
        const MapReader map(node, "loading", {"screen", "give-up", "failed"}, findings_);
        flow_.loading.screen = map.name("screen");
        flow_.loading.failed = map.name("failed");
        flow_.loading.give_up_ms = map.duration_ms("give-up").value_or(0);
    }

    void read_scene(const yaml::Node& key, const yaml::Node& node) {
        const MapReader map(node, "a scene", {"file", "root"}, findings_);
        FlowScene scene{name_of_node(key), {}, {}};
        if (map.good() && !map.find("file"))
            add(findings_, Slug::missing_key, key.place,
                "the scene '" + key.text + "' needs a 'file'");
        if (map.good() && !map.find("root"))
            add(findings_, Slug::missing_key, key.place,
                "the scene '" + key.text + "' needs a 'root'")
                .mend = "name the screen that is shown when it is loaded: 'root: title'";
        scene.file = map.text("file").value_or("");
        scene.root = map.name("root").value_or(Name{});
        flow_.scenes.push_back(std::move(scene));
    }

    void read_flag(const yaml::Node& key, const yaml::Node& node) {
        FlowFlag flag{name_of_node(key), false, false};
        if (!node.says_nothing()) {
            const MapReader map(node, "a flag", {"set-by", "first"}, findings_, {"ask-before"});
            flag.set_by_game = map.one_of("set-by", {"flow", "game"}).value_or(0) == 1;
            flag.first = map.yes_no("first").value_or(false);
        }
        flow_.flags.push_back(std::move(flag));
    }

    void read_event(const yaml::Node& key, const yaml::Node& node) {
        const MapReader map(node, "an event", {"during", "after", "do"}, findings_, {"else"});
        FlowEvent event;
        event.id = name_of_node(key);
        event.during = During(map.one_of("during", {"play", "menu", "any"}).value_or(0));
        event.after_ms = map.duration_ms("after").value_or(0);
        if (map.good() && !map.find("do"))
            add(findings_, Slug::missing_key, key.place,
                "the event '" + key.text + "' needs a 'do'");
        event.action = action(map, "do").value_or(FlowAction{});
        flow_.events.push_back(std::move(event));
    }

    void read_screen(const yaml::Node& key, const yaml::Node& node) {
        FlowScreen screen;
        screen.id = name_of_node(key);
        if (!node.says_nothing()) {
            const MapReader map(node, "a screen",
                                {"title", "play", "pauses", "shade", "back", "menu", "keys", "like",
                                 "drop", "controls"},
                                findings_,
                                {"urgent", "closes-when", "moves-on", "idle", "focus", "pointer"});
            screen.title = map.text("title");
            screen.play = map.yes_no("play");
            if (screen.play) screen.play_place = map.key_node("play")->place;
            screen.pauses = map.yes_no("pauses");
            screen.shade = map.percent("shade");
            screen.back = action(map, "back");
            screen.menu = action(map, "menu");
            screen.like = map.name("like");
            if (const yaml::Node* keys = map.find("keys")) read_keys(*keys, screen);
            if (const yaml::Node* drop = map.find("drop")) read_drop(*drop, screen);
            if (const yaml::Node* controls = map.find("controls")) read_controls(*controls, screen);
        }
        flow_.screens.push_back(std::move(screen));
    }

    void read_keys(const yaml::Node& node, FlowScreen& screen) {
        if (node.kind != yaml::Kind::map) {
            add(findings_, Slug::wrong_type, node.place,
                "'keys' is written as a map: '{ chart: open chart }'");
            return;
        }
        for (std::size_t i = 0; i + 1 < node.children.size(); i += 2)
            if (check_name(node.children[i]))
                screen.keys.push_back({name_of_node(node.children[i]),
                                       read_action(node.children[i + 1], source_, findings_)});
    }

    void read_drop(const yaml::Node& node, FlowScreen& screen) {
        if (node.kind == yaml::Kind::text && !node.text.empty()) {
            screen.drop.push_back(name_of_node(node));
            return;
        }
        const bool list = node.kind == yaml::Kind::list;
        if (!list) add(findings_, Slug::wrong_type, node.place, "'drop' wants a list of controls");
        for (const yaml::Node& child : node.children) {
            if (!list) break;
            if (child.kind == yaml::Kind::text)
                screen.drop.push_back(name_of_node(child));
            else
                add(findings_, Slug::wrong_type, child.place,
                    "the name of a control is wanted here");
        }
    }

    void read_controls(const yaml::Node& node, FlowScreen& screen) {
        if (node.says_nothing()) return;
        if (node.kind != yaml::Kind::list) {
            add(findings_, Slug::wrong_type, node.place,
                "'controls' is written as a list: '- button: play'");
            return;
        }
        for (const yaml::Node& child : node.children) read_control(child, screen);
    }

    void read_control(const yaml::Node& node, FlowScreen& screen) {
        const auto has = [&](std::string_view key) {
            for (std::size_t i = 0; i + 1 < node.children.size(); i += 2)
                if (node.kind == yaml::Kind::map && node.children[i].text == key) return true;
            return false;
        };
        if (has("label")) return read_label(node, screen);
        if (has("button")) return read_button(node, screen);
        const MapReader map(
            node, "a control", {"button", "label", "text", "press", "when"}, findings_,
            {"toggle", "slider", "choice", "list", "entry", "pages", "picture", "panel", "part"});
        if (map.good())
            add(findings_, Slug::missing_key, node.place,
                "a control says first what it is and its name")
                .mend = "begin it with '- button: name' or '- label: name'";
    }

    bool begin_control(const MapReader& map, std::string_view key, FlowControl& control) {
        const std::optional<Name> id = map.name(key);
        if (!id || !check_name(*map.find(key))) return false;
        control.id = *id;
        control.text = map.text("text").value_or("");
        return true;
    }

    void read_label(const yaml::Node& node, FlowScreen& screen) {
        const MapReader map(node, "a label", {"label", "text"}, findings_);
        FlowControl label;
        label.kind = ControlKind::label;
        if (begin_control(map, "label", label)) screen.controls.push_back(std::move(label));
    }

    void read_button(const yaml::Node& node, FlowScreen& screen) {
        const MapReader map(node, "a button", {"button", "text", "press", "when"}, findings_,
                            {"hint", "style", "routes", "place"});
        FlowControl button;
        button.kind = ControlKind::button;
        if (!begin_control(map, "button", button)) return;
        if (const yaml::Node* when = map.find("when"))
            button.when = read_condition(*when, source_, findings_);
        read_press(map, button);
        screen.controls.push_back(std::move(button));
    }

    /// A press that does nothing is a slip of wiring: it is told where it stands.
    void read_press(const MapReader& map, FlowControl& button) {
        const yaml::Node* node = map.find("press");
        Place place = button.id.place;
        if (node && !node->says_nothing()) {
            const std::size_t before = findings_.size();
            button.press = read_action(*node, source_, findings_);
            bool does_something = false;
            for (const FlowAlternative& alternative : button.press->alternatives)
                does_something = does_something || !alternative.steps.empty();
            if (does_something || findings_.size() > before) return;
            place = node->place;
        } else if (node) {
            place = map.key_node("press")->place;
        }
        add(findings_, Slug::empty_press, place, "pressing '" + button.id.text + "' does nothing")
            .mend = "write 'press: open ...', or 'press: todo ...' while it is not wired yet";
    }

    const Source& source_;
    Flow& flow_;
    Findings& findings_;
};

} // namespace

bool read_flow(const yaml::Node& root, const Source& source, Flow& flow, Findings& findings) {
    return FlowReader(source, flow, findings).read(root);
}

} // namespace rondix
