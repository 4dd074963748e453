#include "reading/screen_reader.hpp"

#include "reading/action_reader.hpp"
#include "reading/condition.hpp"
#include "reading/control_reader.hpp"
#include "reading/place_reader.hpp"
#include "reading/style_reader.hpp"
#include "reading/text_part.hpp"
#include "rondix/tools/names.hpp"

namespace rondix {

bool check_name(const yaml::Node& node, Findings& findings) {
    if (node.kind == yaml::Kind::text && is_name(node.text)) return true;
    add_finding(findings, RuleId::bad_name, node.place, "'" + node.text + "' cannot be a name")
        .fix = "a name begins with a letter, followed by letters, digits, '-' and '_'";
    return false;
}

std::optional<FlowAction> read_action_key(const MapReader& map, std::string_view key,
                                          const Source& source, Findings& findings) {
    const yaml::Node* node = map.find(key);
    if (!node) return std::nullopt;
    if (!node->says_nothing()) return read_action(*node, source, findings);
    add_finding(findings, RuleId::wrong_type, map.key_node(key)->place,
                "'" + std::string(key) + "' has no value")
        .fix = "write a step such as 'open options', or 'none'";
    return std::nullopt;
}

namespace {

using grammar::Owner;

class ScreenReader {
  public:
    ScreenReader(const Source& source, Findings& findings)
        : source_(source)
        , findings_(findings) {}

    FlowScreen read(const yaml::Node& key, const yaml::Node& node) {
        FlowScreen screen;
        screen.id = Name{key.text, key.place};
        if (!node.says_nothing()) {
            const MapReader map(node, Owner::screen, findings_);
            read_looks(map, screen.looks);
            screen.title = map.text("title");
            if (screen.title) add_mentions(*map.find("title"), source_, screen.mentions);
            screen.pointer = map.yes_no("pointer");
            if (const auto pads = map.one_of("pads")) screen.for_opener = *pads == 1;
            screen.play = map.yes_no("play");
            if (screen.play) screen.play_place = map.key_node("play")->place;
            screen.pauses = map.yes_no("pauses");
            screen.dim = map.percent("dim");
            screen.back = read_action_key(map, "back", source_, findings_);
            screen.menu = read_action_key(map, "menu", source_, findings_);
            screen.urgent = map.yes_no("urgent");
            screen.wraps = map.yes_no("wrap");
            if (map.find("focus")) screen.focus = map.name("focus");
            if (const yaml::Node* when = map.find("closes-when"))
                screen.closes_when = read_condition(*when, source_, findings_);
            screen.moves_on = read_moving_on(map, "moves-on");
            screen.idle = read_moving_on(map, "idle");
            screen.like = map.name("extends");
            if (const yaml::Node* keys = map.find("keys")) read_keys(*keys, screen);
            if (const yaml::Node* drop = map.find("drop")) read_drop(*drop, screen);
            if (const yaml::Node* controls = map.find("controls")) read_controls(*controls, screen);
        }
        return screen;
    }

    /// What several screens may have in common.
    FlowScreen read_part(const yaml::Node& key, const yaml::Node& node) {
        FlowScreen part;
        part.id = Name{key.text, key.place};
        const MapReader map(node, Owner::part, findings_);
        if (!map.good()) return part;
        read_groups(map, part.looks);
        if (const yaml::Node* keys = map.find("keys")) read_keys(*keys, part);
        if (const yaml::Node* controls = map.find("controls")) read_controls(*controls, part);
        for (const FlowPartUse& use : part.parts)
            add_finding(findings_, RuleId::wrong_type, use.name.place,
                        "a part cannot contain a part");
        return part;
    }

  private:
    void read_looks(const MapReader& map, FlowScreenLooks& looks) {
        looks.ground = read_style_use(map, "style", source_, findings_);
        if (map.find("music")) looks.music = map.name("music");
        looks.enters = read_screen_transition(map, "enters", source_, findings_);
        looks.leaves = read_screen_transition(map, "leaves", source_, findings_);
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
        read_groups(map, looks);
    }

    void read_groups(const MapReader& map, FlowScreenLooks& looks) {
        const yaml::Node* groups = map.find("groups");
        if (!groups || groups->says_nothing()) return;
        if (groups->kind != yaml::Kind::map) {
            add_finding(findings_, RuleId::wrong_type, groups->place,
                        "'groups' needs keys with values: 'footer: { as: row, at: bottom }'");
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

    std::optional<FlowMovingOn> read_moving_on(const MapReader& screen, std::string_view key) {
        const yaml::Node* node = screen.find(key);
        if (!node) return std::nullopt;
        const MapReader map(*node, Owner::moving_on, "'" + std::string(key) + "'", findings_);
        if (!map.good() || !map.need("after") || !map.need("do")) return std::nullopt;
        const auto after = map.duration_ms("after");
        auto action = read_action_key(map, "do", source_, findings_);
        if (!after || !action) return std::nullopt;
        if (*after < 100)
            add_finding(findings_, RuleId::wrong_type, map.find("after")->place,
                        "a screen is shown for at least 0.1 s");
        return FlowMovingOn{*after, std::move(*action), map.find("after")->place};
    }

    void read_keys(const yaml::Node& node, FlowScreen& screen) {
        if (node.kind != yaml::Kind::map) {
            add_finding(findings_, RuleId::wrong_type, node.place,
                        "'keys' needs keys with values: '{ chart: open chart }'");
            return;
        }
        for (std::size_t i = 0; i + 1 < node.children.size(); i += 2)
            if (check_name(node.children[i], findings_))
                screen.keys.push_back(read_key(node.children[i], node.children[i + 1]));
    }

    /// An action, or one with what stands for the key: `{ do: open bag, key: B, pad: y }`.
    FlowKey read_key(const yaml::Node& name, const yaml::Node& node) {
        FlowKey key;
        key.key = {name.text, name.place};
        if (!says_what_stands_for_it(node)) {
            key.action = read_action(node, source_, findings_);
            return key;
        }
        const MapReader map(node, Owner::named_key, findings_);
        if (auto action = read_action_key(map, "do", source_, findings_))
            key.action = std::move(*action);
        else if (!map.find("do"))
            map.need("do");
        if (map.one_of("key")) key.keyboard = map.name("key");
        if (map.one_of("pad")) key.pad = map.name("pad");
        return key;
    }

    static bool says_what_stands_for_it(const yaml::Node& node) {
        if (node.kind != yaml::Kind::map) return false;
        for (std::size_t i = 0; i + 1 < node.children.size(); i += 2)
            if (node.children[i].text == "key" || node.children[i].text == "pad") return true;
        return false;
    }

    void read_drop(const yaml::Node& node, FlowScreen& screen) {
        if (node.kind == yaml::Kind::text && !node.text.empty()) {
            screen.drop.push_back(Name{node.text, node.place});
            return;
        }
        const bool list = node.kind == yaml::Kind::list;
        if (!list)
            add_finding(findings_, RuleId::wrong_type, node.place,
                        "'drop' needs a list of controls");
        for (const yaml::Node& child : node.children) {
            if (!list) break;
            if (child.kind == yaml::Kind::text)
                screen.drop.push_back(Name{child.text, child.place});
            else
                add_finding(findings_, RuleId::wrong_type, child.place,
                            "the name of a control is expected here");
        }
    }

    void read_controls(const yaml::Node& node, FlowScreen& screen) {
        if (node.says_nothing()) return;
        if (node.kind != yaml::Kind::list) {
            add_finding(findings_, RuleId::wrong_type, node.place,
                        "'controls' needs a list: '- button: play'");
            return;
        }
        screen.controls.reserve(node.children.size());
        for (const yaml::Node& child : node.children) {
            if (is_part(child))
                read_part_use(child, screen);
            else if (auto control = read_control(child, source_, findings_))
                screen.controls.push_back(std::move(*control));
        }
    }

    static bool is_part(const yaml::Node& node) {
        return node.kind == yaml::Kind::map && !node.children.empty() &&
               node.children[0].text == "part";
    }

    void read_part_use(const yaml::Node& node, FlowScreen& screen) {
        const MapReader map(node, Owner::part_use, findings_);
        if (const auto name = map.name("part"))
            screen.parts.push_back({screen.controls.size(), *name});
    }

    const Source& source_;
    Findings& findings_;
};

} // namespace

FlowScreen read_part(const yaml::Node& key, const yaml::Node& node, const Source& source,
                     Findings& findings) {
    return ScreenReader(source, findings).read_part(key, node);
}

FlowScreen read_screen(const yaml::Node& key, const yaml::Node& node, const Source& source,
                       Findings& findings) {
    return ScreenReader(source, findings).read(key, node);
}

} // namespace rondix
