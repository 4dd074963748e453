// What check says in forms for other programs and for terminals: each broken flow in each of them.
#include "support.hpp"
#include "tool_runner.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/fix.hpp"

#include <nlohmann/json.hpp>

#include <csignal>

namespace rondix::test {
namespace {

std::vector<std::string> all_flows() {
    std::vector<std::string> paths;
    for (const char* folder : {"examples/broken", "examples/clean"})
        for (const auto& entry : std::filesystem::directory_iterator(root() / folder))
            paths.push_back(entry.path().string());
    std::sort(paths.begin(), paths.end());
    return paths;
}

int system_status(const std::string& command) {
    return WEXITSTATUS(std::system((command + " >/dev/null 2>&1").c_str()));
}

TEST(Formats, SarifIsAsItsSchemaWantsIt) {
    const auto folder = scratch();
    std::size_t flows = 0, fixes = 0, flows_of_code = 0, suppressed = 0;
    for (const std::string& path : all_flows()) {
        const FlowFile file = load_flow(path);
        const std::string sarif = check_sarif(file, check(file));
        std::ofstream(folder / (std::to_string(flows++) + ".sarif")) << sarif;
        const auto json = nlohmann::json::parse(sarif);
        for (const auto& result : json["runs"][0]["results"]) {
            fixes += result.count("fixes");
            flows_of_code += result.count("codeFlows");
            suppressed += result.count("suppressions");
            const auto rule = result["ruleIndex"].get<std::size_t>();
            EXPECT_EQ(rule_table()[rule].name, result["ruleId"].get<std::string>());
        }
    }
    EXPECT_GE(fixes, 40u);
    EXPECT_GE(flows_of_code, 8u);
    EXPECT_GE(suppressed, 1u);
    const std::string validate =
        "/usr/bin/python3 -c 'import json,sys,jsonschema\n"
        "schema = json.load(open(sys.argv[1]))\n"
        "check = jsonschema.Draft7Validator(schema)\n"
        "for path in sys.argv[2:]: check.validate(json.load(open(path)))' " +
        (root() / "tests/schemas/sarif-2.1.0.json").string() + " ";
    EXPECT_EQ(system_status(validate + (folder / "*.sarif").string()), 0);
    std::ofstream(folder / "wrong.json") << R"({"version": "2.1.0", "runs": [{}]})";
    EXPECT_NE(system_status(validate + (folder / "wrong.json").string()), 0);
}

/// The schema is published with the docs: readers go by it.
TEST(Formats, JsonIsAsItsSchemaWantsIt) {
    const auto folder = scratch();
    std::size_t flows = 0;
    const auto put = [&](const FlowFile& file, const CheckResult& result) {
        std::ofstream(folder / (std::to_string(flows++) + ".json")) << check_json(file, result);
    };
    for (const std::string& path : all_flows()) {
        const FlowFile file = load_flow(path);
        CheckOptions options;
        options.each_screen = flows % 2 == 0;
        put(file, check(file, options));
        options.max_heads = 2; // what is known when it is stopped
        put(file, prove(file, options));
    }
    put(load_flow("not/there.flow.yaml"), check(load_flow("not/there.flow.yaml")));
    const std::string validate =
        "/usr/bin/python3 -c 'import json,sys,jsonschema\n"
        "schema = json.load(open(sys.argv[1]))\n"
        "jsonschema.Draft7Validator.check_schema(schema)\n"
        "check = jsonschema.Draft7Validator(schema)\n"
        "for path in sys.argv[2:]: check.validate(json.load(open(path)))' " +
        (root() / "docs/check.schema.json").string() + " ";
    EXPECT_EQ(system_status(validate + (folder / "*.json").string()), 0);
    std::ofstream(folder / "wrong.json") << R"({"rondix-check": 1, "verdict": "fine"})";
    EXPECT_NE(system_status(validate + (folder / "wrong.json").string()), 0);
    EXPECT_GT(flows, 100u);
}

TEST(Formats, JunitIsAsItsSchemaWantsIt) {
    const auto folder = scratch();
    std::size_t flows = 0;
    for (const std::string& path : all_flows()) {
        const FlowFile file = load_flow(path);
        std::ofstream(folder / (std::to_string(flows++) + ".xml"))
            << check_junit(file, check(file));
    }
    const std::string validate =
        "xmllint --noout --schema " + (root() / "tests/schemas/junit.xsd").string() + " ";
    EXPECT_EQ(system_status(validate + (folder / "*.xml").string()), 0);
    std::ofstream(folder / "wrong.xml") << "<testsuites><testcase/></testsuites>";
    EXPECT_NE(system_status(validate + (folder / "wrong.xml").string()), 0);
    const Ran ran = rondix("walk --format junit examples/tidewick/tidewick.flow.yaml "
                           "examples/tidewick/walks/storm.walk.yaml");
    EXPECT_EQ(ran.status, 0);
    std::ofstream(folder / "walk.xml") << ran.output;
    EXPECT_EQ(system_status(validate + (folder / "walk.xml").string()), 0);
    EXPECT_NE(ran.output.find("tests=\"1\" failures=\"0\""), std::string::npos);
}

std::size_t characters_in(const std::string& text) {
    return static_cast<std::size_t>(std::count_if(text.begin(), text.end(), [](char c) {
        return (static_cast<unsigned char>(c) & 0xC0) != 0x80; // not a further byte of UTF-8
    }));
}

TEST(Formats, TextIsFoldedAndColouredForATerminal) {
    for (const std::string& path : all_flows()) {
        const FlowFile file = load_flow(path);
        const CheckResult result = check(file);
        for (const Finding& finding : result.findings) {
            const std::string plain = finding_text(finding, file.sources);
            const std::string coloured = finding_text(finding, file.sources, {true, 0});
            EXPECT_NE(coloured, plain);
            std::string without;
            for (std::size_t i = 0; i < coloured.size(); ++i) {
                if (coloured[i] == '\x1b')
                    i = coloured.find('m', i);
                else
                    without += coloured[i];
            }
            EXPECT_EQ(without, plain);
            std::istringstream lines(finding_text(finding, file.sources, {false, 60}));
            for (std::string line; std::getline(lines, line);)
                EXPECT_TRUE(characters_in(line) <= 60 || line.find(' ', 4) == std::string::npos ||
                            line.find("/") != std::string::npos || line.find("·") < line.size())
                    << line;
        }
    }
}

TEST(Formats, CaretsStandUnderWideLetters) {
    // A name in wide letters, and one with a mark over a letter, before what is wrong.
    const FlowFile file =
        load_flow_text("wide", "rondix: 1\nstart: a\nscreens:\n"
                               "  a: { title: \u6e2f\u306e\u8239 e\u0301, bak: none, "
                               "controls: [{ button: b, press: quit }] }\n");
    ASSERT_EQ(file.findings.size(), 1u);
    const std::string text = finding_text(file.findings[0], file.sources);
    const std::size_t line = text.find("| ", text.find("| ") - 6) + 2;
    const std::string shown = text.substr(line, text.find('\n', line) - line);
    const std::size_t below = text.find("| ", text.find('\n', line)) + 2;
    const std::size_t caret = text.find('^', below) - below;
    // Three letters of two columns each, and a mark of none: what stands before counted by hand.
    EXPECT_EQ(caret, std::string("  a: { title: ").size() + 3 * 2 + std::string(" e, ").size())
        << text;
    EXPECT_EQ(shown.substr(shown.find("bak"), 3), "bak");
}

TEST(Formats, EveryFindingIsExplained) {
    std::size_t with_flow = 0;
    for (const RuleRow& row : rule_table()) {
        const Ran ran = rondix("explain " + std::string(row.name));
        EXPECT_EQ(ran.status, 0);
        EXPECT_NE(ran.output.find(row.meaning), std::string::npos) << row.name;
        EXPECT_NE(ran.output.find(row.why), std::string::npos) << row.name;
        if (row.example.empty()) continue;
        ++with_flow;
        EXPECT_NE(ran.output.find("[" + std::string(row.name) + "]"), std::string::npos)
            << row.name << " is not in its example";
        EXPECT_NE(ran.output.find("+++ "), std::string::npos) << row.name << " has no fix";
    }
    EXPECT_GE(with_flow, 38u);
    EXPECT_EQ(rondix("explain no-way-uot").status, 2);
}

/// `--fix` writes what is safe; a byte order mark and line ends stay.
TEST(Formats, FixesAreWrittenIntoTheFile) {
    const auto folder = scratch();
    const std::string path = (folder / "game.flow.yaml").string();
    const std::string broken = contents(root() / "examples/broken/wrong-case.flow.yaml");
    std::ofstream(path) << "\xEF\xBB\xBF" << broken;
    EXPECT_EQ(rondix("check --fix " + path).status, 0);
    std::string expected = broken;
    expected.replace(expected.find("open Options"), 12, "open options");
    EXPECT_EQ(contents(path), "\xEF\xBB\xBF" + expected);
    // What changes the flow is shown, and left.
    const std::string trap = contents(root() / "examples/broken/options-without-back.flow.yaml");
    std::ofstream(path) << trap;
    const Ran shown = rondix("check --fix " + path);
    EXPECT_EQ(shown.status, 1);
    EXPECT_NE(shown.output.find("\n-    back: none\n"), std::string::npos);
    EXPECT_EQ(contents(path), trap);
    EXPECT_EQ(rondix("check --fix-all " + path).status, 0);
    EXPECT_NE(contents(path), trap);
    EXPECT_EQ(rondix("check --fix " + path).output, "nothing to fix in " + path + "\n");
}

/// `--watch` tells what came and what went, and ends with what is so then.
TEST(Formats, WatchingTellsWhatChanged) {
    const auto folder = scratch();
    const std::string path = (folder / "game.flow.yaml").string(), log = (folder / "log").string();
    const std::string good = contents(root() / "examples/hello/hello.flow.yaml");
    std::string bad = good;
    bad.replace(bad.find("press: resume"), 13, "press: resumes");
    const auto write = [&](const std::string& text) {
        std::ofstream(path + ".new") << text;
        std::filesystem::rename(path + ".new", path);
    };
    const auto wait_for = [&](const std::string& word, std::size_t count) {
        for (int i = 0; i < 200; ++i) {
            std::string text = contents(log);
            std::size_t found = 0;
            for (std::size_t at = text.find(word); at != std::string::npos;
                 at = text.find(word, at + 1))
                ++found;
            if (found >= count) return true;
            usleep(50'000);
        }
        return false;
    };
    write(good);
    std::ofstream(log) << "";
    const int child = fork();
    if (child == 0) {
        std::freopen(log.c_str(), "w", stdout);
        execl(RONDIX_TOOL, RONDIX_TOOL, "check", "--no-looks", "--watch", path.c_str(), nullptr);
        _exit(9);
    }
    EXPECT_TRUE(wait_for("watching ", 1));
    write(bad);
    EXPECT_TRUE(wait_for(" in all", 1));
    write(good);
    EXPECT_TRUE(wait_for(" in all", 2));
    write(bad);
    EXPECT_TRUE(wait_for(" in all", 3));
    kill(child, SIGINT);
    int status = 0;
    waitpid(child, &status, 0);
    EXPECT_EQ(WEXITSTATUS(status), 1);
    const std::string text = contents(log);
    EXPECT_NE(text.find(": 1 new, 0 gone, 1 in all\n"), std::string::npos) << text;
    EXPECT_NE(text.find("there is no step 'resumes'"), std::string::npos) << text;
    EXPECT_NE(text.find(": 0 new, 1 gone, 0 in all\ngone: there is no step"), std::string::npos)
        << text;
}

/// The exit status is that of the whole check, looks included, of what was written.
TEST(Formats, FixesEndAsTheCheckDoes) {
    const auto folder = scratch();
    const std::string path = (folder / "game.flow.yaml").string();
    std::string text = contents(root() / "examples/broken/wrong-case.flow.yaml");
    text.replace(text.find("text: Sail,"), 11, "text: Sail, place: { at: left, offset: -400 0 },");
    std::ofstream(path) << text;
    for (const char* words : {"check --dry-run ", "check --fix --dry-run "}) {
        const Ran dry = rondix(words + path);
        EXPECT_EQ(dry.status, 1);
        EXPECT_NE(dry.output.find("\n1 would be fixed, 1 left"), std::string::npos) << dry.output;
        EXPECT_EQ(contents(path), text);
    }
    const Ran ran = rondix("check --fix " + path); // where it stands is not changed unasked
    EXPECT_EQ(ran.status, 1);
    EXPECT_NE(ran.output.find("[off-canvas]"), std::string::npos) << ran.output;
    EXPECT_NE(ran.output.find("\n1 fixed, 1 left"), std::string::npos) << ran.output;
    EXPECT_EQ(rondix("check " + path).status, 1);
    EXPECT_EQ(rondix("check --no-looks " + path).status, 0);
    EXPECT_EQ(rondix("check --fix --no-looks " + path).output, "nothing to fix in " + path + "\n");
    EXPECT_EQ(rondix("check --fix-all " + path).status, 0);
    EXPECT_EQ(rondix("check " + path).status, 0);
}

TEST(Formats, SomeOptionsDoNotGoTogether) {
    const std::string flow = "examples/hello/hello.flow.yaml";
    const Ran ran = rondix("check --fix --format sarif " + flow);
    EXPECT_EQ(ran.status, 2);
    EXPECT_EQ(ran.output, "error: --fix cannot be combined with --format\n");
    EXPECT_EQ(rondix("check --fix --watch " + flow).status, 2);
    EXPECT_EQ(rondix("check --watch --format json " + flow).status, 2);
    EXPECT_EQ(rondix("check --watch --save-walks walks " + flow).status, 2);
}

/// Colours are for terminals, and not for those who said that they want none.
TEST(Formats, NoColourWhereNoneIsWanted) {
    const auto on_terminal = [](const std::string& before) {
        const std::string command =
            "cd '" + root().string() + "' && " + before +
            " script -qec \"stty cols 64; '" RONDIX_TOOL
            "' check examples/broken/leaves-without-asking.flow.yaml\" /dev/null 2>&1";
        std::string output;
        std::FILE* pipe = popen(command.c_str(), "r");
        std::array<char, 4096> buffer{};
        while (const std::size_t count = std::fread(buffer.data(), 1, buffer.size(), pipe))
            output.append(buffer.data(), count);
        pclose(pipe);
        std::erase(output, '\r');
        return output;
    };
    const std::string coloured = on_terminal("env -u NO_COLOR");
    const std::string plain = on_terminal("NO_COLOR=1");
    EXPECT_NE(coloured.find("\x1b["), std::string::npos);
    EXPECT_EQ(plain.find("\x1b["), std::string::npos);
    EXPECT_NE(plain.find("\n    this leaves without a confirmation"), std::string::npos)
        << plain; // folded
    const Ran piped = rondix("check examples/broken/leaves-without-asking.flow.yaml");
    EXPECT_EQ(piped.output.find("\x1b["), std::string::npos);
    EXPECT_NE(piped.output.find("this leaves without a confirmation"), std::string::npos);
}

TEST(Formats, JsonTellsWhatIsFine) {
    const auto json = nlohmann::json::parse(
        rondix("check --format json examples/clean/splash-only.flow.yaml").output);
    EXPECT_TRUE(json["findings"].empty());
    ASSERT_EQ(json["allowed"].size(), 1u);
    EXPECT_EQ(json["allowed"][0]["finding"]["rule"], "no-title");
    EXPECT_EQ(json["allowed"][0]["reason"], "the picture says it all");
}

} // namespace
} // namespace rondix::test
