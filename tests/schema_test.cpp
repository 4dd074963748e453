// The JSON Schema of flow files and the reader are of one mind: the same keys, the same flows.
#include "reference/random_flow.hpp"
#include "support.hpp"
#include "tool_runner.hpp"

#include "rondix/tools/schema.hpp"

#include <nlohmann/json.hpp>
#include <yaml-cpp/yaml.h>

#include <regex>
#include <set>

namespace rondix::test {
namespace {

using nlohmann::json;

/// As YAML 1.2 has it (the core schema), which is how editors read it.
json scalar_of(const YAML::Node& node) {
    const std::string text = node.Scalar();
    if (node.Tag() == "!") return text; // in quotes
    static const std::regex whole("[-+]?[0-9]+"),
        real("[-+]?(\\.[0-9]+|[0-9]+(\\.[0-9]*)?)([eE][-+]?[0-9]+)?");
    if (text == "true" || text == "false") return text == "true";
    if (text.empty() || text == "null" || text == "~") return nullptr;
    if (std::regex_match(text, whole)) return std::stoll(text);
    if (std::regex_match(text, real)) return std::stod(text);
    return text;
}

json json_of(const YAML::Node& node) {
    if (node.IsMap()) {
        json map = json::object();
        for (const auto& entry : node) map[entry.first.Scalar()] = json_of(entry.second);
        return map;
    }
    if (node.IsSequence()) {
        json list = json::array();
        for (const auto& entry : node) list.push_back(json_of(entry));
        return list;
    }
    return node.IsScalar() ? scalar_of(node) : json();
}

/// Which of the texts the schema takes.
std::vector<bool> judged(const std::vector<std::string>& texts) {
    const auto folder = scratch();
    std::ofstream(folder / "schema.json") << flow_schema();
    json all = json::array();
    for (const std::string& text : texts) all.push_back(json_of(YAML::Load(text)));
    std::ofstream(folder / "flows.json") << all;
    const std::string command =
        "/usr/bin/python3 -c 'import json,sys,jsonschema\n"
        "schema = json.load(open(sys.argv[1]))\n"
        "jsonschema.Draft7Validator.check_schema(schema)\n"
        "check = jsonschema.Draft7Validator(schema)\n"
        "print(json.dumps([check.is_valid(one) for one in json.load(open(sys.argv[2]))]))' " +
        (folder / "schema.json").string() + " " + (folder / "flows.json").string() + " >" +
        (folder / "judged.json").string();
    EXPECT_EQ(std::system(command.c_str()), 0);
    const json result = json::parse(contents(folder / "judged.json"));
    return result.get<std::vector<bool>>();
}

/// What a schema can see, having no idea what is called how.
bool can_see(const Findings& findings) {
    static const std::set<RuleId> seen = {
        RuleId::unknown_key, RuleId::wrong_type,  RuleId::missing_key, RuleId::bad_step,
        RuleId::bad_name,    RuleId::empty_press, RuleId::not_a_flow};
    return std::any_of(findings.begin(), findings.end(),
                       [](const Finding& finding) { return seen.contains(finding.rule); });
}

/// What is not YAML is not for a schema to judge.
bool is_yaml(const std::filesystem::path& path) {
    return contents(path).find("# finds: not-yaml") == std::string::npos;
}

TEST(Schema, JudgesEveryExampleAsTheReaderDoes) {
    std::vector<std::string> paths, texts;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "examples"))
        if (entry.path().string().ends_with(".flow.yaml") && is_yaml(entry.path()))
            paths.push_back(entry.path().string());
    for (const std::string& path : paths) texts.push_back(contents(path));
    const std::vector<bool> good = judged(texts);
    ASSERT_EQ(good.size(), paths.size());
    std::size_t refused = 0;
    for (std::size_t i = 0; i < paths.size(); ++i) {
        if (paths[i].ends_with("deck.flow.yaml")) { // it is included, and no flow by itself
            EXPECT_TRUE(good[i]);
            continue;
        }
        EXPECT_EQ(good[i], !can_see(load_flow(paths[i]).findings)) << paths[i];
        refused += good[i] ? 0 : 1;
    }
    EXPECT_GE(refused, 6u);
}

TEST(Schema, TakesRandomFlows) {
    std::vector<std::string> texts;
    for (std::uint32_t seed = 1; seed <= how_many(100); ++seed) {
        std::string text = random_flow(seed, seed % 3 == 0   ? Shape::rich
                                             : seed % 3 == 1 ? Shape::mixed
                                                             : Shape::levels);
        std::erase(text, '?'); // yaml-cpp stumbles over one before a comma
        texts.push_back(std::move(text));
    }
    const std::vector<bool> good = judged(texts);
    for (std::size_t i = 0; i < texts.size(); ++i) EXPECT_TRUE(good[i]) << texts[i];
}

/// The keys that the reader knows where `zzz` stands, from what it says of it.
std::set<std::string> keys_of_reader(const std::string& text) {
    const FlowFile file = load_flow_text("keys", text);
    for (const Finding& finding : file.findings) {
        const std::string begin = "the keys here are: ";
        if (finding.rule != RuleId::unknown_key || !finding.fix.starts_with(begin)) continue;
        std::set<std::string> keys;
        std::istringstream words(finding.fix.substr(begin.size()));
        for (std::string key; std::getline(words, key, ',');)
            keys.insert(key.substr(key.find_first_not_of(' ')));
        return keys;
    }
    ADD_FAILURE() << "nothing unknown in " << text;
    return {};
}

std::set<std::string> keys_of(const json& schema) {
    std::set<std::string> keys;
    for (const auto& [key, value] : schema["properties"].items()) keys.insert(key);
    return keys;
}

TEST(Schema, HasTheKeysOfTheReader) {
    const json schema = json::parse(flow_schema());
    const json& defs = schema["definitions"];
    const std::string flow = "rondix: 1\nstart: a\n";
    const auto under = [&](const std::string& what) { return keys_of_reader(flow + what); };
    EXPECT_EQ(keys_of(schema), keys_of_reader("rondix: 1\nzzz: 1\n"));
    EXPECT_EQ(keys_of(defs["screen"]), under("screens: { a: { zzz: 1 } }"));
    EXPECT_EQ(keys_of(defs["part"]), under("parts: { a: { zzz: 1 } }"));
    EXPECT_EQ(keys_of(defs["scene"]), under("scenes: { a: { zzz: 1 } }"));
    EXPECT_EQ(keys_of(defs["flag"]), under("flags: { a: { zzz: 1 } }"));
    EXPECT_EQ(keys_of(defs["event"]), under("events: { a: { zzz: 1 } }"));
    EXPECT_EQ(keys_of(defs["request"]), under("requests: { a: { zzz: 1 } }"));
    EXPECT_EQ(keys_of(defs["setting"]), under("settings: { a: { zzz: 1 } }"));
    EXPECT_EQ(keys_of(defs["loading"]), under("loading: { zzz: 1 }"));
    EXPECT_EQ(keys_of(defs["group"]), under("screens: { a: { layout: { zzz: 1 } } }"));
    EXPECT_EQ(keys_of(defs["tall-group"]),
              under("screens: { a: { layout: { portrait: { zzz: 1 } } } }"));
    EXPECT_EQ(keys_of(defs["alternative"]),
              under("screens: { a: { back: { zzz: 1, do: quit } } }"));
    const auto control = [&](const std::string& words) {
        return under("screens: { a: { controls: [{ " + words + " }] } }");
    };
    EXPECT_EQ(keys_of(defs["place"]), control("button: b, place: { zzz: 1 }"));
    EXPECT_EQ(keys_of(defs["tall-place"]), control("button: b, place: { portrait: { zzz: 1 } }"));
    EXPECT_EQ(keys_of(defs["piece"]), control("button: b, pieces: [{ zzz: 1 }]"));
    EXPECT_EQ(keys_of(defs["routes"]), control("button: b, routes: { zzz: 1 }"));
    std::size_t kinds = 0;
    for (const json& entry : defs["control"]["anyOf"]) {
        const json& one = entry.contains("$ref") ? defs["part-use"] : entry;
        const std::string kind = one["required"][0].get<std::string>();
        EXPECT_EQ(keys_of(one), control(kind + ": b, zzz: 1")) << kind;
        ++kinds;
    }
    EXPECT_EQ(kinds, 12u); // eleven kinds of controls, and parts
}

TEST(Schema, NamesTheDevicesThatThereAre) {
    const json devices = json::parse(flow_schema())["properties"]["devices"]["items"]["enum"];
    ASSERT_EQ(devices.size(), device_kind_count);
    for (std::size_t i = 0; i < device_kind_count; ++i)
        EXPECT_EQ(devices[i].get<std::string>(), name_of(DeviceKind(i)));
}

TEST(Schema, IsPrintedByTheTool) {
    EXPECT_EQ(rondix("schema").output, flow_schema());
    const json schema = json::parse(flow_schema());
    // Every key says what it is for.
    for (const auto& [key, value] : schema["properties"].items())
        EXPECT_TRUE(value.contains("description") || value.contains("$ref")) << key;
}

TEST(Schema, TheTablesOfTheDocsAreThoseOfTheGrammar) {
    const Ran ran = shell("RONDIX_TOOL='" + tool_path() + "' scripts/docs --check");
    EXPECT_EQ(ran.status, 0) << ran.output;
    // Each that the tool prints for people stands in the docs, or is one of a few small ones.
    const std::string docs =
        contents(root() / "docs/flow-files.md") + contents(root() / "docs/looks.md");
    for (const char* name : {"flow", "scene", "flag", "event", "request", "loading", "setting",
                             "screen", "kinds", "control", "steps", "place", "group", "style"})
        EXPECT_NE(docs.find("<!-- table: " + std::string(name) + " -->"), std::string::npos)
            << name;
}

} // namespace
} // namespace rondix::test
