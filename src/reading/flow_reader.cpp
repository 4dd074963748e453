// The top of a flow: everything but its screens and its looks.
#include "reading/flow_reader.hpp"

#include "reading/action_reader.hpp"
#include "reading/condition.hpp"
#include "reading/map_reader.hpp"
#include "reading/screen_reader.hpp"
#include "reading/setting_reader.hpp"
#include "reading/style_reader.hpp"
#include "reading/values.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

namespace {

using grammar::Owner;

class FlowReader {
  public:
    FlowReader(const Source& source, Flow& flow, Findings& findings)
        : source_(source)
        , flow_(flow)
        , findings_(findings) {}

    bool read(const yaml::Node& root) {
        if (!is_flow(root)) return false;
        const MapReader map(root, Owner::flow, findings_);
        flow_.game = map.text("game").value_or("");
        if (const yaml::Node* start = map.need("start")) read_start(map, *start);
        read_window(map);
        read_players(map);
        if (map.find("theme")) flow_.theme_file = map.name("theme");
        Theme own;
        read_theme_keys(map, source_, own, findings_);
        flow_.themes.push_back(std::move(own));
        flow_.can_quit = map.yes_no("quit").value_or(true);
        if (const yaml::Node* node = map.find("loading")) {
            flow_.loading.place = map.key_node("loading")->place;
            read_loading(*node);
        }
        read_tables(map);
        if (flow_.screens.empty() && flow_.includes.empty()) map.need("screens");
        return true;
    }

    /// Of a file that a flow includes: what it adds to the tables.
    bool read_included(const yaml::Node& root) {
        if (!is_flow(root)) return false;
        const MapReader map(root, Owner::included, findings_);
        read_tables(map);
        return true;
    }

  private:
    void read_tables(const MapReader& map) {
        read_includes(map);
        if (const yaml::Node* screens = map.find("screens"); screens && flow_.screens.empty())
            flow_.screens.reserve(screens->children.size() / 2);
        each(map, "scenes", flow_.scenes_place, [&](auto& k, auto& v) { read_scene(k, v); });
        each(map, "flags", flow_.flags_place, [&](auto& k, auto& v) { read_flag(k, v); });
        each(map, "events", flow_.events_place, [&](auto& k, auto& v) { read_event(k, v); });
        each(map, "settings", flow_.settings_place,
             [&](auto& k, auto& v) { flow_.settings.push_back(read_setting(k, v, findings_)); });
        each(map, "requests", flow_.requests_place, [&](auto& k, auto& v) { read_request(k, v); });
        each(map, "parts", flow_.parts_place,
             [&](auto& k, auto& v) { flow_.parts.push_back(read_part(k, v, source_, findings_)); });
        each(map, "screens", flow_.screens_place, [&](auto& k, auto& v) {
            flow_.screens.push_back(read_screen(k, v, source_, findings_));
        });
    }

    /// One file or a list of them.
    void read_includes(const MapReader& map) {
        const yaml::Node* node = map.find("include");
        if (!node) return;
        if (node->kind != yaml::Kind::list) {
            if (const auto file = map.name("include")) flow_.includes.push_back(*file);
            return;
        }
        for (const yaml::Node& file : node->children) {
            if (file.kind == yaml::Kind::text && !file.text.empty())
                flow_.includes.push_back({file.text, file.place});
            else
                add_finding(findings_, RuleId::wrong_type, file.place,
                            "the name of a file is expected here");
        }
    }

    bool is_flow(const yaml::Node& root) {
        if (root.kind == yaml::Kind::map)
            for (std::size_t i = 0; i + 1 < root.children.size(); i += 2)
                if (root.children[i].text == "rondix") return is_version(root.children[i + 1]);
        add_finding(findings_, RuleId::not_a_flow, root.place, "this is not a flow").fix =
            "begin the file with 'rondix: 1'";
        return false;
    }

    bool is_version(const yaml::Node& version) {
        if (version.kind == yaml::Kind::text && version.text == "1") return true;
        add_finding(findings_, RuleId::not_a_flow, version.place,
                    "this version of the format is not supported")
            .fix = "write 'rondix: 1'";
        return false;
    }

    /// Calls `read` with the key and the value of each entry of the map under `key`.
    template <class Read>
    void each(const MapReader& map, std::string_view key, SourceRange& place, Read read) {
        const yaml::Node* node = map.find(key);
        if (!node) return;
        if (!place.known()) place = map.key_node(key)->place;
        if (node->says_nothing()) return;
        if (node->kind != yaml::Kind::map) {
            add_finding(findings_, RuleId::wrong_type, node->place,
                        "'" + std::string(key) + "' needs keys with values: 'name: ...'");
            return;
        }
        for (std::size_t i = 0; i + 1 < node->children.size(); i += 2)
            if (check_name(node->children[i], findings_))
                read(node->children[i], node->children[i + 1]);
    }

    void read_window(const MapReader& map) {
        if (const auto size = design_size(map, "design-size")) {
            flow_.design_width = static_cast<std::uint16_t>(size->width);
            flow_.design_height = static_cast<std::uint16_t>(size->height);
        }
        flow_.window.portrait = design_size(map, "portrait-size");
        flow_.window.rule = WindowRule(map.one_of("window").value_or(0));
        if (const yaml::Node* node = map.find("safe-margin"))
            if (auto words = words_of_value(*node, source_, "safe-margin", findings_))
                if (const auto safe =
                        Values("safe-margin", *words, node->place, findings_).margins())
                    flow_.window.safe = *safe;
    }

    /// What the players play with, and how quick they are.
    void read_players(const MapReader& map) {
        if (const auto names = map.names("devices")) read_devices(map, *names);
        flow_.order = map.names("order").value_or(std::vector<Name>{});
        flow_.pad_keys = map.names("pad-keys").value_or(std::vector<Name>{});
        if (const auto ms = map.duration_ms("reaction-time")) {
            if (*ms <= 60'000)
                flow_.reaction_ms = *ms;
            else
                add_finding(findings_, RuleId::wrong_type, map.find("reaction-time")->place,
                            "'reaction-time' needs a time of at most a minute");
        }
        if (const auto speed = map.name("reading-speed")) {
            std::string_view rest;
            const auto letters = leading_number(speed->text, rest);
            if (letters && rest.empty() && *letters >= 1 && *letters <= 1000)
                flow_.reading_speed = *letters;
            else
                add_finding(findings_, RuleId::wrong_type, speed->place,
                            "'reading-speed' needs letters a second, from 1 to 1000, such as 15");
        }
    }

    void read_devices(const MapReader& map, const std::vector<Name>& names) {
        flow_.devices_place = map.key_node("devices")->place;
        flow_.devices = 0;
        std::vector<std::string_view> known;
        for (std::size_t i = 0; i < device_kind_count; ++i) known.push_back(name_of(DeviceKind(i)));
        for (const Name& name : names) {
            const auto found = std::find(known.begin(), known.end(), name.text);
            if (found == known.end())
                add_finding(findings_, RuleId::wrong_type, name.place,
                            "there is no device '" + name.text + "'" + suggestion(name.text, known))
                    .fix = "choose from keyboard, pad, mouse and touch";
            else
                flow_.devices |= set_of(DeviceKind(found - known.begin()));
        }
        if (names.empty())
            add_finding(findings_, RuleId::wrong_type, flow_.devices_place, "'devices' is empty")
                .fix = "choose from keyboard, pad, mouse and touch: 'devices: [keyboard, pad]'";
        if (flow_.devices == 0) flow_.devices = default_devices;
    }

    std::optional<Size> design_size(const MapReader& map, std::string_view key) {
        const std::optional<Name> text = map.name(key);
        if (!text) return std::nullopt;
        Findings unread;
        const auto size = Values(key, {&*text, 1}, text->place, unread).size();
        const auto whole = [](float side) {
            return side >= 16 && side <= 16384 && side == std::floor(side);
        };
        if (size && whole(size->width) && whole(size->height)) return size;
        add_finding(findings_, RuleId::wrong_type, text->place,
                    "'" + std::string(key) +
                        "' needs a size such as 1280x720, from 16x16 to 16384x16384");
        return std::nullopt;
    }

    void read_loading(const yaml::Node& node) {
        const MapReader map(node, Owner::loading, findings_);
        flow_.loading.screen = map.name("screen");
        flow_.loading.failed = map.name("failed");
        flow_.loading.timeout_ms = map.duration_ms("timeout").value_or(0);
    }

    /// A scene or screen; or alternatives, of which the first whose condition holds.
    void read_start(const MapReader& map, const yaml::Node& node) {
        if (node.kind != yaml::Kind::list) {
            flow_.start = map.name("start").value_or(Name{});
            return;
        }
        for (const yaml::Node& child : node.children) {
            const MapReader one(child, Owner::start, findings_);
            if (!one.good() || !one.need("with")) continue;
            FlowStart start;
            start.with = one.name("with").value_or(Name{});
            if (const yaml::Node* when = one.find("when"))
                start.when = read_condition(*when, source_, findings_);
            flow_.starts.push_back(std::move(start));
        }
        if (flow_.starts.empty() || flow_.starts.back().when)
            add_finding(findings_, RuleId::missing_key, node.place, "no start may apply").fix =
                "end the list with one without a condition: '- { with: title }'";
        for (std::size_t i = 0; i + 1 < flow_.starts.size(); ++i)
            if (!flow_.starts[i].when)
                add_finding(findings_, RuleId::missing_key, flow_.starts[i].with.place,
                            "the starts after this one are never used, since it has no condition");
    }

    void read_request(const yaml::Node& key, const yaml::Node& node) {
        FlowRequest request;
        request.id = {key.text, key.place};
        if (!node.says_nothing()) {
            const MapReader map(node, Owner::request, findings_);
            request.screen = map.name("screen");
            request.timeout_ms = map.duration_ms("timeout").value_or(0);
            request.done = read_action_key(map, "done", source_, findings_);
            request.failed = read_action_key(map, "failed", source_, findings_);
        }
        flow_.requests.push_back(std::move(request));
    }

    void read_scene(const yaml::Node& key, const yaml::Node& node) {
        const MapReader map(node, Owner::scene, findings_);
        FlowScene scene{Name{key.text, key.place}, {}, {}, {}};
        if (map.good() && !map.find("file"))
            add_finding(findings_, RuleId::missing_key, key.place,
                        "the scene '" + key.text + "' needs a 'file'");
        if (map.good() && !map.find("root"))
            add_finding(findings_, RuleId::missing_key, key.place,
                        "the scene '" + key.text + "' needs a 'root'")
                .fix = "name the screen to show when it is loaded: 'root: title'";
        scene.file = map.text("file").value_or("");
        scene.root = map.name("root").value_or(Name{});
        if (map.find("music")) scene.music = map.name("music");
        scene.stays = map.yes_no("keep-loaded").value_or(false);
        scene.title = map.text("title").value_or("");
        flow_.scenes.push_back(std::move(scene));
    }

    void read_flag(const yaml::Node& key, const yaml::Node& node) {
        FlowFlag flag;
        flag.id = {key.text, key.place};
        if (!node.says_nothing()) {
            const MapReader map(node, Owner::flag, findings_);
            flag.set_by_game = map.one_of("set-by").value_or(0) == 1;
            flag.first = map.yes_no("default").value_or(false);
            flag.warns = map.one_of("ask-before").has_value();
            flag.except_on = map.names("except-on").value_or(std::vector<Name>{});
            if (map.find("except-on") && !flag.warns)
                add_finding(findings_, RuleId::missing_key, map.key_node("except-on")->place,
                            "'except-on' has no effect without 'ask-before'")
                    .fix = "write 'ask-before: leaving' as well, or remove it";
        }
        flow_.flags.push_back(std::move(flag));
    }

    void read_event(const yaml::Node& key, const yaml::Node& node) {
        const MapReader map(node, Owner::event, findings_);
        FlowEvent event;
        event.id = Name{key.text, key.place};
        event.during = During(map.one_of("during").value_or(0));
        event.after_ms = map.duration_ms("after").value_or(0);
        event.waits = map.one_of("else").value_or(0) == 1;
        if (map.good() && !map.find("do"))
            add_finding(findings_, RuleId::missing_key, key.place,
                        "the event '" + key.text + "' needs a 'do'");
        event.action = read_action_key(map, "do", source_, findings_).value_or(FlowAction{});
        flow_.events.push_back(std::move(event));
    }

    const Source& source_;
    Flow& flow_;
    Findings& findings_;
};

} // namespace

bool read_included(const yaml::Node& root, const Source& source, Flow& flow, Findings& findings) {
    return FlowReader(source, flow, findings).read_included(root);
}

bool read_flow(const yaml::Node& root, const Source& source, Flow& flow, Findings& findings) {
    return FlowReader(source, flow, findings).read(root);
}

} // namespace rondix
