// Walkthrough files: read into steps, and written from moves.
#include "rondix/tools/walkthrough.hpp"

#include "reading/map_reader.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/saved_state.hpp"
#include "rondix/tools/trace_file.hpp"
#include "yaml/near_files.hpp"
#include "yaml/text_file.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

namespace {

class WalkReader {
  public:
    explicit WalkReader(Walkthrough& walk)
        : walk_(walk) {}

    bool read(const yaml::Node& root) {
        const MapReader map(root, "a walkthrough", {"rondix-walk", "title", "walk"},
                            walk_.findings);
        const yaml::Node* version = map.find("rondix-walk");
        if (!version || version->kind != yaml::Kind::text || version->text != "1") {
            add_finding(walk_.findings, RuleId::not_a_flow, version ? version->place : root.place,
                        "this is no walkthrough, or one of an unsupported version")
                .fix = "begin the file with 'rondix-walk: 1'";
            return false;
        }
        walk_.title = map.text("title").value_or("");
        const yaml::Node* steps = map.need("walk");
        if (!steps) return false;
        if (steps->kind != yaml::Kind::list) {
            add_finding(walk_.findings, RuleId::wrong_type, steps->place,
                        "'walk' needs a list of steps");
            return false;
        }
        for (const yaml::Node& node : steps->children) read_step(node);
        return !has_errors(walk_.findings);
    }

  private:
    void read_step(const yaml::Node& node) {
        if (node.kind == yaml::Kind::text) {
            if (node.text.empty())
                add_finding(walk_.findings, RuleId::wrong_type, node.place,
                            "a move is missing here");
            else
                walk_.steps.push_back({node.place, node.text, std::nullopt});
            return;
        }
        const MapReader map(node, "a step", {"expect", "from", "loaded"}, walk_.findings);
        if (const yaml::Node* from = map.find("from")) return read_beginning(node, *from, map);
        if (const yaml::Node* expect = map.need("expect"))
            walk_.steps.push_back({node.place, {}, read_expectation(*expect)});
    }

    void read_beginning(const yaml::Node& node, const yaml::Node& from, const MapReader& map) {
        SavedState saved;
        if (const Status status = read_saved(from.text, saved); !status) {
            add_finding(walk_.findings, RuleId::wrong_type, from.place,
                        "'from' needs a saved state: " + std::string(status.words()));
            return;
        }
        WalkStep step{node.place, {}};
        step.begin.emplace().from = std::move(saved);
        SourceRange place;
        for (const Name& scene : read_names(map, "loaded", place).value_or(std::vector<Name>{}))
            step.begin->loaded.push_back(scene.text);
        walk_.steps.push_back(std::move(step));
    }

    Expectation read_expectation(const yaml::Node& node) {
        const MapReader map(node, "an expectation",
                            {"screen", "stack", "scene", "game", "pointer", "focus", "told",
                             "effects", "quits", "ignored"},
                            walk_.findings);
        Expectation expect;
        expect.screen = map.name("screen");
        expect.scene = map.name("scene");
        expect.focus = map.name("focus");
        if (map.one_of("game", {"running", "paused", "none"})) expect.game = map.name("game");
        if (map.one_of("pointer", {"shown", "hidden"})) expect.pointer = map.name("pointer");
        expect.stack = read_names(map, "stack", expect.stack_place);
        expect.told = read_names(map, "told", expect.told_place);
        expect.effects = read_names(map, "effects", expect.effects_place);
        expect.quits = read_yes_no(map, "quits", expect.quits_place);
        expect.ignored = read_yes_no(map, "ignored", expect.ignored_place);
        return expect;
    }

    std::optional<bool> read_yes_no(const MapReader& map, std::string_view key,
                                    SourceRange& place) {
        const std::optional<bool> value = map.yes_no(key);
        if (value) place = map.find(key)->place;
        return value;
    }

    std::optional<std::vector<Name>> read_names(const MapReader& map, std::string_view key,
                                                SourceRange& place) {
        const yaml::Node* node = map.find(key);
        if (!node) return std::nullopt;
        place = map.key_node(key)->place;
        std::vector<Name> names;
        bool good = node->kind == yaml::Kind::list;
        for (const yaml::Node& child : node->children) {
            good = good && child.kind == yaml::Kind::text;
            names.push_back({child.text, child.place});
        }
        if (good) return names;
        add_finding(walk_.findings, RuleId::wrong_type, node->place,
                    "'" + std::string(key) + "' needs a list of names");
        return std::nullopt;
    }

    Walkthrough& walk_;
};

} // namespace

Walkthrough load_walkthrough_text(std::string name, std::string text) {
    Walkthrough walk;
    if (is_trace(text)) return walkthrough_of(load_trace_text(std::move(name), std::move(text)));
    walk.source = Source(std::move(name), without_mark(std::move(text)));
    const std::optional<yaml::Node> tree = yaml::read(walk.source, 0, walk.findings);
    walk.readable = tree && WalkReader(walk).read(*tree) && walk.findings.empty();
    return walk;
}

Walkthrough load_walkthrough(const std::string& path) {
    std::string text;
    const std::string fault = read_file(path, text);
    if (fault.empty()) return load_walkthrough_text(path, std::move(text));
    Walkthrough walk;
    walk.source = Source(path, "");
    add_finding(walk.findings, RuleId::unreadable, {0, 0, 0},
                "cannot read '" + path + "': " + fault + near_file(path, path));
    return walk;
}

std::vector<std::string> steps_from_here(const Runner& menus) {
    std::string text = "from: '"; // JSON on one line
    bool indents = false;
    for (const char c : saved_text(saved(menus))) {
        indents = c == '\n' || (indents && c == ' ');
        if (!indents) text += c == '\'' ? "''" : std::string(1, c);
    }
    text += "'";
    std::string loaded;
    const CompiledFlow& flow = menus.flow();
    for (std::size_t i = 0; i < flow.scenes.size(); ++i)
        if (menus.is_loaded(SceneId(i)))
            loaded += (loaded.empty() ? "" : ", ") + std::string(flow.text(flow.scenes[i].id));
    if (!loaded.empty()) text += "\n    loaded: [" + loaded + "]";
    std::vector<std::string> steps{text};
    for (std::size_t i = 0; i < flow.flags.size(); ++i)
        if (flow.flags[i].kind == FlagKind::rows && menus.menu_state().flag(FlagId(i)))
            steps.push_back("game raises " + std::string(flow.text(flow.flags[i].id)));
    return steps;
}

std::string write_walkthrough(const std::string& title, const std::vector<std::string>& moves) {
    std::string text = "rondix-walk: 1\n# " + title + "\nwalk:";
    if (moves.empty()) text += " []";
    for (const std::string& move : moves) text += "\n  - " + move;
    return text + "\n";
}

} // namespace rondix
