#include "flow/screen_reader.hpp"

#include "flow/action_reader.hpp"
#include "flow/condition.hpp"
#include "flow/place_reader.hpp"
#include "flow/style_reader.hpp"
#include "rondix/names.hpp"

namespace rondix {

bool check_name(const yaml::Node& node, Findings& findings) {
    if (node.kind == yaml::Kind::text && is_name(node.text)) return true;
    add(findings, Slug::bad_name, node.place, "'" + node.text + "' cannot be a name").mend =
        "names begin with a letter and go on with letters, digits, '-' and '_'";
    return false;
}

std::optional<FlowAction> read_action_key(const MapReader& map, std::string_view key,
                                          const Source& source, Findings& findings) {
    const yaml::Node* node = map.find(key);
    if (!node) return std::nullopt;
    if (!node->says_nothing()) return read_action(*node, source, findings);
    add(findings, Slug::wrong_type, map.key_node(key)->place,
        "'" + std::string(key) + "' says nothing")
        .mend = "write a step, such as 'open options', or 'none'";
    return std::nullopt;
}

namespace {

class ScreenReader {
  public:
    ScreenReader(const Source& source, Findings& findings)
        : source_(source)
        , findings_(findings) {}

    FlowScreen read(const yaml::Node& key, const yaml::Node& node) {
        FlowScreen screen;
        screen.id = Name{key.text, key.place};
        if (!node.says_nothing()) {
            const MapReader map(
                node, "a screen",
                {"title", "play", "pauses", "shade", "back", "menu", "keys", "like", "drop",
                 "controls", "style", "heading", "layout", "groups", "enters", "leaves", "music"},
                findings_, {"urgent", "closes-when", "moves-on", "idle", "focus", "pointer"});
            read_looks(map, screen.looks);
            screen.title = map.text("title");
            screen.play = map.yes_no("play");
            if (screen.play) screen.play_place = map.key_node("play")->place;
            screen.pauses = map.yes_no("pauses");
            screen.shade = map.percent("shade");
            screen.back = read_action_key(map, "back", source_, findings_);
            screen.menu = read_action_key(map, "menu", source_, findings_);
            screen.like = map.name("like");
            if (const yaml::Node* keys = map.find("keys")) read_keys(*keys, screen);
            if (const yaml::Node* drop = map.find("drop")) read_drop(*drop, screen);
            if (const yaml::Node* controls = map.find("controls")) read_controls(*controls, screen);
        }
        return screen;
    }

  private:
    void read_looks(const MapReader& map, FlowScreenLooks& looks) {
        looks.ground = read_style_use(map, "style", source_, findings_);
        if (map.find("music")) looks.music = map.name("music");
        looks.enters = read_passage(map, "enters", source_, findings_);
        looks.leaves = read_passage(map, "leaves", source_, findings_);
        if (const yaml::Node* node = map.find("heading")) {
            FlowGroup heading;
            read_group(*node, source_, heading, findings_);
            looks.heading = heading.box;
        }
        if (const yaml::Node* node = map.find("layout")) {
            looks.layout.emplace();
            looks.layout->id.place = map.key_node("layout")->place;
            read_group(*node, source_, *looks.layout, findings_);
        }
        const yaml::Node* groups = map.find("groups");
        if (!groups || groups->says_nothing()) return;
        if (groups->kind != yaml::Kind::map) {
            add(findings_, Slug::wrong_type, groups->place,
                "'groups' is written as a map: 'footer: { as: row, at: bottom }'");
            return;
        }
        for (std::size_t i = 0; i + 1 < groups->children.size(); i += 2) {
            const yaml::Node& key = groups->children[i];
            if (!check_name(key, findings_)) continue;
            FlowGroup group;
            group.id = {key.text, key.place};
            read_group(groups->children[i + 1], source_, group, findings_);
            looks.groups.push_back(std::move(group));
        }
    }

    void read_keys(const yaml::Node& node, FlowScreen& screen) {
        if (node.kind != yaml::Kind::map) {
            add(findings_, Slug::wrong_type, node.place,
                "'keys' is written as a map: '{ chart: open chart }'");
            return;
        }
        for (std::size_t i = 0; i + 1 < node.children.size(); i += 2)
            if (check_name(node.children[i], findings_))
                screen.keys.push_back({Name{node.children[i].text, node.children[i].place},
                                       read_action(node.children[i + 1], source_, findings_)});
    }

    void read_drop(const yaml::Node& node, FlowScreen& screen) {
        if (node.kind == yaml::Kind::text && !node.text.empty()) {
            screen.drop.push_back(Name{node.text, node.place});
            return;
        }
        const bool list = node.kind == yaml::Kind::list;
        if (!list) add(findings_, Slug::wrong_type, node.place, "'drop' wants a list of controls");
        for (const yaml::Node& child : node.children) {
            if (!list) break;
            if (child.kind == yaml::Kind::text)
                screen.drop.push_back(Name{child.text, child.place});
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
        if (has("button")) return read_button(node, screen);
        if (has("label")) return read_still(node, "a label", "label", ControlKind::label, screen);
        if (has("picture"))
            return read_still(node, "a picture", "picture", ControlKind::picture, screen);
        if (has("panel")) return read_still(node, "a panel", "panel", ControlKind::panel, screen);
        const MapReader map(
            node, "a control", {"button", "label", "picture", "panel", "text", "press", "when"},
            findings_, {"toggle", "slider", "choice", "list", "entry", "pages", "part"});
        if (map.good())
            add(findings_, Slug::missing_key, node.place,
                "a control says first what it is and its name")
                .mend = "begin it with '- button: name', '- label: name', '- picture: name' or "
                        "'- panel: name'";
    }

    bool begin_control(const MapReader& map, std::string_view key, FlowControl& control) {
        const std::optional<Name> id = map.name(key);
        if (!id || !check_name(*map.find(key), findings_)) return false;
        control.id = *id;
        control.text = map.text("text").value_or("");
        read_box_keys(map, source_, control.box, findings_);
        if (const yaml::Node* pieces = map.find("pieces")) read_pieces(*pieces, control);
        return true;
    }

    /// What is not pressed.
    void read_still(const yaml::Node& node, std::string_view what, std::string_view key,
                    ControlKind kind, FlowScreen& screen) {
        const MapReader map(node, what,
                            {key, "text", "file", "style", "place", "in", "bleed", "pieces"},
                            findings_);
        FlowControl control;
        control.kind = kind;
        if (!begin_control(map, key, control)) return;
        if (kind == ControlKind::picture && !control.box.picture)
            add(findings_, Slug::missing_key, control.id.place,
                "the picture '" + control.id.text + "' needs a 'file'");
        screen.controls.push_back(std::move(control));
    }

    void read_button(const yaml::Node& node, FlowScreen& screen) {
        const MapReader map(
            node, "a button",
            {"button", "text", "press", "when", "file", "style", "place", "in", "bleed", "pieces"},
            findings_, {"hint", "routes"});
        FlowControl button;
        button.kind = ControlKind::button;
        if (!begin_control(map, "button", button)) return;
        if (const yaml::Node* when = map.find("when"))
            button.when = read_condition(*when, source_, findings_);
        read_press(map, button);
        screen.controls.push_back(std::move(button));
    }

    void read_pieces(const yaml::Node& node, FlowControl& control) {
        if (node.kind != yaml::Kind::list) {
            add(findings_, Slug::wrong_type, node.place,
                "'pieces' is written as a list: '- { file: anchor.svg, place: { at: left } }'");
            return;
        }
        for (const yaml::Node& child : node.children) {
            const MapReader map(child, "a piece", {"text", "file", "style", "place"}, findings_);
            if (!map.good()) continue;
            FlowPiece piece;
            piece.place = child.place;
            piece.text = map.text("text").value_or("");
            read_box_keys(map, source_, piece.box, findings_);
            control.pieces.push_back(std::move(piece));
        }
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
    Findings& findings_;
};

} // namespace

FlowScreen read_screen(const yaml::Node& key, const yaml::Node& node, const Source& source,
                       Findings& findings) {
    return ScreenReader(source, findings).read(key, node);
}

} // namespace rondix
