#include "reading/control_reader.hpp"

#include "reading/action_reader.hpp"
#include "reading/condition.hpp"
#include "reading/former_words.hpp"
#include "reading/place_reader.hpp"
#include "reading/screen_reader.hpp"
#include "reading/style_reader.hpp"
#include "reading/text_part.hpp"

#include <algorithm>
#include <array>

namespace rondix {

namespace {

using grammar::ControlRow;
using grammar::Owner;

class ControlReader {
  public:
    ControlReader(const yaml::Node& node, const Source& source, Findings& findings)
        : node_(node)
        , source_(source)
        , findings_(findings) {}

    std::optional<FlowControl> read() {
        const ControlRow* form = row_named();
        if (!form) return report_unknown(), std::nullopt;
        const MapReader map(node_, form->kind, findings_);
        std::optional<FlowControl> control(std::in_place);
        control->kind = form->kind;
        if (!begin(map, *form, *control)) return std::nullopt;
        read_own(map, *form, *control);
        return control;
    }

  private:
    const ControlRow* row_named() const {
        if (node_.kind != yaml::Kind::map) return nullptr;
        for (std::size_t i = 0; i + 1 < node_.children.size(); i += 2)
            for (const ControlRow& row : grammar::controls)
                if (node_.children[i].text == row.name) return &row;
        return row_meant();
    }

    /// By the first key that is near one.
    const ControlRow* row_meant() const {
        const std::vector<std::string_view> known = kinds_and_keys();
        for (std::size_t i = 0; i + 1 < node_.children.size(); i += 2) {
            const std::string near = suggested_key(node_.children[i].text, known).name;
            for (const ControlRow& row : grammar::controls)
                if (near == row.name) return &row;
        }
        return nullptr;
    }

    /// The kinds, and keys that are no misspelt kinds.
    static std::vector<std::string_view> kinds_and_keys() {
        std::vector<std::string_view> keys = {"text", "press", "when"};
        for (const ControlRow& row : grammar::controls) keys.push_back(row.name);
        return keys;
    }

    void report_unknown() {
        if (node_.kind != yaml::Kind::map) {
            const MapReader map(node_, "a control", kinds_and_keys(), findings_);
            return;
        }
        std::string others;
        for (const ControlRow& row : grammar::controls)
            if (row.kind != ControlKind::button)
                others += (others.empty() ? "" : ", ") + std::string(row.name);
        add_finding(findings_, RuleId::missing_key, node_.place,
                    "this control has no kind and no name")
            .fix = "begin it with '- button: name', or with one of " + others;
    }

    bool begin(const MapReader& map, const ControlRow& form, FlowControl& control) {
        const std::optional<Name> id = map.name(form.name);
        if (!id || !check_name(*map.find(form.name), findings_)) return false;
        control.id = *id;
        read_box_keys(map, source_, control.box, findings_);
        return true;
    }

    void read_own(const MapReader& map, const ControlRow& form, FlowControl& control) {
        const auto has = [&](std::string_view key) { return grammar::has_key(form.kind, key); };
        if (has("text")) control.text = read_text(map, "text", control.mentions);
        if (has("hint")) control.hint = read_text(map, "hint", control.mentions);
        if (has("else")) control.hides = map.one_of("else").value_or(0) == 1;
        if (has("keeps-room")) control.box.keeps_room = map.yes_no("keeps-room").value_or(false);
        if (const yaml::Node* when = has("when") ? map.find("when") : nullptr)
            control.when = read_condition(*when, source_, findings_);
        if (!is_usable_kind(form.kind) && form.kind != ControlKind::pages)
            control.hides = control.when.has_value(); // there is nothing to disable
        if (has("setting") && map.find("setting")) control.setting = map.name("setting");
        if (has("setting") && form.kind != ControlKind::label && !map.find("setting"))
            add_finding(findings_, RuleId::missing_key, control.id.place,
                        std::string(form.what) + " needs a 'setting'")
                .fix = "name a setting that is declared under 'settings:'";
        if (has("shows") && map.find("shows")) read_shows(map, control);
        if (control.shows == Shows::time_left && control.text.empty()) control.text = "{time-left}";
        if (has("dropdown")) control.dropdown = map.yes_no("dropdown").value_or(false);
        if (has("hold")) control.hold_ms = map.duration_ms("hold").value_or(0);
        if (has("cooldown")) control.cooldown_ms = map.duration_ms("cooldown").value_or(0);
        if (has("columns")) control.columns = count(map, "columns", 1);
        if (has("portrait-columns"))
            control.portrait_columns = count(map, "portrait-columns", control.columns);
        if (has("rows")) control.rows = count(map, "rows", 6);
        if (has("for-each") && map.one_of("for-each")) {
            read_for_each(map, control);
        } else {
            if (has("press")) read_press(map, control);
            if (has("unlocked")) refuse_alone(map, "unlocked", "for-each: scene");
        }
        if (!control.hides && has("keeps-room"))
            refuse_alone(map, "keeps-room", has("else") ? "else: hidden" : "when");
        if (const yaml::Node* pieces = map.find("pieces")) read_pieces(*pieces, control);
        if (has("row"))
            if (const yaml::Node* row = map.find("row")) read_row(*row, control);
        if (has("samples"))
            if (const yaml::Node* samples = map.find("samples")) read_samples(*samples, control);
        if (form.kind == ControlKind::pages) read_show(map, control);
        if (const yaml::Node* routes = map.find("routes")) read_routes(*routes, control);
        if (form.kind == ControlKind::picture && !control.box.picture)
            add_finding(findings_, RuleId::missing_key, control.id.place,
                        "the picture '" + control.id.text + "' needs a 'file'");
    }

    /// Labels alone show what is so elsewhere in the menus.
    void read_shows(const MapReader& map, FlowControl& control) {
        const auto what = map.one_of("shows");
        if (!what) return;
        control.shows = Shows(*what + 1);
        if (control.shows == Shows::game || control.kind == ControlKind::label) return;
        add_finding(findings_, RuleId::wrong_type, map.find("shows")->place,
                    "only a label shows '" + map.find("shows")->text + "'")
            .fix = "write 'shows: game', or make it a label";
    }

    /// A text, and what keys it names.
    std::string read_text(const MapReader& map, std::string_view key,
                          std::vector<Name>& mentions) const {
        std::string text = map.text(key).value_or("");
        if (!text.empty()) add_mentions(*map.find(key), source_, mentions);
        return text;
    }

    /// `{ left: crew, down: { to: options, both: yes } }`.
    void read_routes(const yaml::Node& node, FlowControl& control) {
        constexpr std::array<std::string_view, 4> words = {"up", "down", "left", "right"};
        const MapReader map(node, Owner::routes, findings_);
        for (std::uint8_t i = 0; map.good() && i < words.size(); ++i) {
            const yaml::Node* to = map.find(words[i]);
            if (!to) continue;
            FlowRoute route;
            route.direction = i;
            if (to->kind == yaml::Kind::map) {
                const MapReader both(*to, Owner::route, findings_);
                if (!both.need("to")) continue;
                route.to = both.name("to").value_or(Name{});
                route.both = both.yes_no("both").value_or(false);
            } else {
                route.to = map.name(words[i]).value_or(Name{});
            }
            control.routes.push_back(std::move(route));
        }
    }

    std::uint16_t count(const MapReader& map, std::string_view key, std::uint16_t unsaid) {
        const auto text = map.name(key);
        if (!text) return unsaid;
        std::string_view rest;
        const auto number = leading_number(text->text, rest);
        if (number && rest.empty() && *number >= 1 && *number <= 100 &&
            *number == static_cast<int>(*number))
            return static_cast<std::uint16_t>(*number);
        add_finding(findings_, RuleId::wrong_type, text->place,
                    "'" + std::string(key) + "' needs a whole number from 1 to 100");
        return unsaid;
    }

    void read_show(const MapReader& map, FlowControl& control) {
        const yaml::Node* node = map.need("show");
        if (!node) return;
        const bool list = node->kind == yaml::Kind::list && !node->children.empty();
        if (!list)
            add_finding(findings_, RuleId::wrong_type, node->place,
                        "'show' needs a list of groups: '[sound, picture]'");
        for (const yaml::Node& child : node->children) {
            if (!list) break;
            if (check_name(child, findings_)) control.pages.push_back({child.text, child.place});
        }
    }

    bool is_list(const yaml::Node& node, const char* key, const char* example) {
        if (node.kind == yaml::Kind::list) return true;
        add_finding(findings_, RuleId::wrong_type, node.place,
                    "'" + std::string(key) + "' needs a list: '" + example + "'");
        return false;
    }

    /// How each row of a list looks.
    void read_row(const yaml::Node& node, FlowControl& list) {
        const MapReader map(node, Owner::row, findings_);
        if (!map.good()) return;
        FlowRow& row = list.row.emplace();
        row.place = node.place;
        row.style = read_style_use(map, "style", source_, findings_);
        row.height = read_length(map, "height", source_, findings_).value_or(0);
        if (map.find("height") && row.height <= 0) {
            row.height = 0;
            add_finding(findings_, RuleId::wrong_type, map.find("height")->place,
                        "a row needs a height above 0, such as 64");
        }
        const yaml::Node* pieces = map.find("pieces");
        if (!pieces || !is_list(*pieces, "pieces", "- { shows: picture, place: { at: left } }"))
            return;
        for (const yaml::Node& child : pieces->children) {
            const MapReader part(child, Owner::row_piece, findings_);
            if (!part.good()) continue;
            FlowPiece& piece = row.pieces.emplace_back();
            if (const auto shows = part.one_of("shows"))
                piece.role =
                    BoxRole(static_cast<int>(BoxRole::row_text) + static_cast<int>(*shows));
            piece.place = child.place;
            piece.text = read_text(part, "text", list.mentions);
            read_box_keys(part, source_, piece.box, findings_);
        }
    }

    void read_samples(const yaml::Node& node, FlowControl& list) {
        if (!is_list(node, "samples", "- { text: Rope }")) return;
        for (const yaml::Node& child : node.children) {
            const MapReader map(child, Owner::sample, findings_);
            if (!map.good()) continue;
            FlowSample& sample = list.samples.emplace_back();
            map.need("text");
            sample.text = map.text("text").value_or("");
            sample.detail = map.text("detail").value_or("");
            sample.value = map.text("value").value_or("");
            if (map.find("file")) sample.picture = map.name("file");
            sample.disabled = map.yes_no("disabled").value_or(false);
        }
    }

    void read_pieces(const yaml::Node& node, FlowControl& control) {
        if (!is_list(node, "pieces", "- { file: anchor.svg, place: { at: left } }")) return;
        for (const yaml::Node& child : node.children) {
            const MapReader map(child, Owner::piece, findings_);
            if (!map.good()) continue;
            FlowPiece piece;
            if (const auto shows = map.one_of("shows"))
                piece.role = BoxRole(static_cast<int>(BoxRole::value) + static_cast<int>(*shows));
            if (piece.role != BoxRole::piece) check_shows(map, piece.role, control);
            if (map.find("share")) read_share(map, piece, control);
            piece.place = child.place;
            piece.text = read_text(map, "text", control.mentions);
            read_box_keys(map, source_, piece.box, findings_);
            control.pieces.push_back(std::move(piece));
        }
    }

    /// What a piece shows is said by a setting, by the game, or by the time that is left.
    void check_shows(const MapReader& map, BoxRole role, const FlowControl& control) {
        const bool by_time =
            control.shows == Shows::time_left && (role == BoxRole::track || role == BoxRole::knob);
        const bool by_setting = control.setting && role != BoxRole::shown_picture;
        if (control.shows == Shows::game || by_time || by_setting) return;
        const bool picture = role == BoxRole::shown_picture;
        add_finding(findings_, RuleId::wrong_type, map.find("shows")->place,
                    picture ? "only a control with 'shows: game' shows a picture of the game"
                            : "only a control with a 'setting', or with 'shows: game', shows a '" +
                                  map.find("shows")->text + "'");
    }

    void read_share(const MapReader& map, FlowPiece& piece, const FlowControl& control) {
        piece.share = static_cast<float>(map.percent("share").value_or(0)) / 100;
        if (piece.role != BoxRole::track && piece.role != BoxRole::knob)
            refuse_alone(map, "share", "shows: track");
        else if (control.shows != Shows::game)
            add_finding(findings_, RuleId::missing_key, map.key_node("share")->place,
                        "'share' has no effect in a control without 'shows: game'")
                .fix = "write 'shows: game' in the control, or remove it";
    }

    /// A key that says nothing without another one.
    void refuse_alone(const MapReader& map, std::string_view key, std::string_view needed) {
        if (!map.find(key)) return;
        add_finding(findings_, RuleId::missing_key, map.key_node(key)->place,
                    "'" + std::string(key) + "' has no effect without '" + std::string(needed) +
                        "'")
            .fix = "write '" + std::string(needed) + "' as well, or remove it";
    }

    /// One button for each scene of the order, which loads it.
    void read_for_each(const MapReader& map, FlowControl& button) {
        button.for_each_scene = map.key_node("for-each")->place;
        if (map.find("unlocked")) button.unlocked = map.name("unlocked");
        if (const yaml::Node* press = map.find("press"))
            add_finding(findings_, RuleId::wrong_type, press->place,
                        "a button for each scene loads that scene, and has no press of its own")
                .fix = "remove 'press'";
    }

    /// A press that does nothing is a slip of wiring: it is told where it stands.
    void read_press(const MapReader& map, FlowControl& button) {
        const yaml::Node* node = map.find("press");
        SourceRange place = button.id.place;
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
        add_finding(findings_, RuleId::empty_press, place,
                    "pressing '" + button.id.text + "' has no effect")
            .fix = "write 'press: open ...', or 'press: todo ...' until it is wired";
    }

    const yaml::Node& node_;
    const Source& source_;
    Findings& findings_;
};

} // namespace

std::optional<FlowControl> read_control(const yaml::Node& node, const Source& source,
                                        Findings& findings) {
    return ControlReader(node, source, findings).read();
}

} // namespace rondix
