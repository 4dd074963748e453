// Names: the index of all of them, and renaming. Every name of every example is renamed and renamed
// back: the flow stays the same flow, its walkthroughs pass, no line changes that has no business
// with it, and the files come back byte for byte.
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"
#include "tool_runner.hpp"

#include "logic/row_fields.hpp"
#include "rondix/tools/rename.hpp"

#include <nlohmann/json.hpp>

#include <random>

namespace rondix::test {
namespace {

/// A flow with the walkthroughs in its folder, all in memory.
struct Project {
    std::string path;
    FileTexts texts;
    std::vector<std::string> walks;

    FlowFile load() const { return load_flow_texts(path, texts); }
    std::vector<Walkthrough> load_walks() const {
        std::vector<Walkthrough> all;
        for (const std::string& walk : walks)
            all.push_back(load_walkthrough_text(walk, texts.at(walk)));
        return all;
    }
};

Project project(const std::filesystem::path& flow) {
    Project one{flow.string(), {}, {}};
    const FlowFile file = load_flow(one.path);
    EXPECT_TRUE(file.readable) << one.path;
    one.texts = texts_of(file);
    const auto folder = flow.parent_path() / "walks";
    if (std::filesystem::exists(folder) && flow.parent_path().filename() != "clean")
        for (const auto& entry : std::filesystem::directory_iterator(folder)) {
            one.walks.push_back(entry.path().string());
            one.texts[one.walks.back()] = contents(entry.path());
        }
    return one;
}

std::vector<Project> all_examples() {
    std::vector<Project> all;
    for (const char* folder : {"examples/tidewick", "examples/nine-locks", "examples/two-tugs",
                               "examples/hello", "examples/clean", "tools/rondix/new"})
        for (const auto& entry : std::filesystem::directory_iterator(root() / folder))
            if (entry.path().string().ends_with(".flow.yaml") &&
                !entry.path().string().ends_with("deck.flow.yaml"))
                all.push_back(project(entry.path()));
    return all;
}

std::string full_name(const IndexedName& name) {
    return name.on.empty() ? name.text : name.on.front() + "." + name.text;
}

/// That stands nowhere else.
std::string new_name(std::mt19937& random) {
    std::string name = "q";
    for (std::size_t i = 0; i < 9; ++i) name += static_cast<char>('a' + random() % 26);
    return name;
}

bool is_word(char c) {
    return std::isalnum(static_cast<unsigned char>(c)) || c == '-' || c == '_';
}

/// How often a word stands in a text. `reef` stands in `level-reef` as well.
std::size_t count_of(const std::string& text, const std::string& word) {
    std::size_t count = 0;
    for (std::size_t at = text.find(word); at != std::string::npos; at = text.find(word, at + 1))
        if (at + word.size() == text.size() || !is_word(text[at + word.size()]) ||
            text[at + word.size()] == '-')
            ++count;
    return count;
}

std::vector<std::string> lines_of(const std::string& text) {
    std::vector<std::string> lines(1);
    for (const char c : text)
        if (c == '\n')
            lines.emplace_back();
        else
            lines.back() += c;
    return lines;
}

std::string comment_of(const std::string& line) {
    const std::size_t at = line.starts_with('#') ? 0 : line.find(" #");
    return at == std::string::npos || line.find('"', at) != std::string::npos ? ""
                                                                              : line.substr(at);
}

/// The same lines, but for the name in some of them.
void expect_only_the_name_differs(const std::string& before, const std::string& after,
                                  const std::string& from, const std::string& to) {
    const auto was = lines_of(before), is = lines_of(after);
    ASSERT_EQ(was.size(), is.size());
    for (std::size_t i = 0; i < was.size(); ++i) {
        if (was[i] == is[i]) continue;
        std::string back = is[i];
        for (std::size_t at = back.find(to); at != std::string::npos; at = back.find(to, at))
            back.replace(at, to.size(), from);
        ASSERT_EQ(back, was[i]);
        ASSERT_EQ(comment_of(is[i]), comment_of(was[i]));
    }
}

/// All values of all tables, with texts as they read.
struct Values {
    const CompiledFlow& flow;
    std::vector<std::string> all = {};

    explicit Values(const CompiledFlow& from)
        : flow(from) {
        const rows::Rest rest = rows::rest_of(flow);
        rows::each_value(rest, *this);
        rows::each_table(flow, [this](const auto& table) {
            using Row = typename std::remove_cvref_t<decltype(table)>::value_type;
            if constexpr (!std::is_same_v<Row, char>)
                for (const Row& row : table) rows::each_value(row, *this);
        });
    }
    template <class T>
    void operator()(const T& value) {
        all.push_back(std::to_string(static_cast<double>(value)));
    }
    void text(const TextRef& piece) { all.emplace_back(flow.text(piece)); }
};

/// The same, but for the name: as it stands alone, in `level-reef`, or in `hold has rows`.
void expect_same_tables(const std::vector<std::string>& before, const CompiledFlow& flow,
                        const std::string& from, const std::string& to) {
    const std::vector<std::string> after = Values(flow).all;
    ASSERT_EQ(before.size(), after.size());
    for (std::size_t i = 0; i < before.size(); ++i) {
        if (before[i] == after[i]) continue;
        std::string back = after[i];
        const std::size_t at = back.find(to);
        ASSERT_NE(at, std::string::npos) << before[i] << " became " << after[i];
        ASSERT_EQ(back.replace(at, to.size(), from), before[i]);
    }
}

void expect_walks_pass(const FlowFile& file, const Project& project, const FileTexts& texts) {
    for (const std::string& walk : project.walks) {
        const auto changed = texts.find(walk);
        const std::string& text = changed == texts.end() ? project.texts.at(walk) : changed->second;
        const WalkReport report = replay(*file.compiled, load_walkthrough_text(walk, text));
        ASSERT_TRUE(report.passed)
            << walk << ": "
            << (report.failures.empty() ? std::string("is not read") : report.failures[0].text);
    }
}

class EveryName {
  public:
    explicit EveryName(Project project)
        : project_(std::move(project))
        , file_(project_.load())
        , walks_(project_.load_walks())
        , values_(Values(*file_.compiled).all) {}

    /// How many were renamed.
    int rename_all() {
        int count = 0;
        for (const IndexedName& name : file_.names.all()) {
            if (!name.is_declared() || random_() % parts() != 0) continue;
            SCOPED_TRACE(project_.path + ": " + std::string(name_of(name.kind)) + " " +
                         full_name(name));
            rename_there_and_back(name, count);
            if (testing::Test::HasFatalFailure()) break;
        }
        return count;
    }

  private:
    void rename_there_and_back(const IndexedName& name, int& count) {
        const std::string to = new_name(random_);
        const NameAsked asked{name.kind, full_name(name)};
        const Renamed there = rename(file_, asked, to, walks_);
        if (there.fault.ends_with("is built in and keeps its name")) return;
        if (name.kind == NameKind::event &&
            (name.text == "pad-lost" ||
             name.text == "window-left")) { // which Rondix reports by itself
            ASSERT_NE(there.fault.find("has a meaning by its name"), std::string::npos);
            return;
        }
        ASSERT_EQ(there.fault, "");
        ASSERT_TRUE(there.notes.empty()) << there.notes[0];
        ++count;
        Project renamed = project_;
        for (const auto& [path, text] : there.texts) {
            expect_only_the_name_differs(project_.texts.at(path), text, name.text, to);
            renamed.texts[path] = text;
        }
        const FlowFile after = renamed.load();
        ASSERT_TRUE(after.compiled) << all_text(after);
        ASSERT_EQ(after.findings.size(), file_.findings.size());
        expect_same_tables(values_, *after.compiled, name.text, to);
        expect_walks_pass(after, project_, there.texts);
        if (testing::Test::HasFatalFailure()) return;

        std::string fault;
        const std::string full = name.on.empty() ? to : name.on.front() + "." + to;
        const IndexedName* found = find_name(after, {name.kind, full}, fault);
        ASSERT_TRUE(found) << fault;
        expect_all_places_known(after, renamed, *found, to);
        const Renamed back = rename(after, {name.kind, full}, name.text, renamed.load_walks());
        ASSERT_EQ(back.fault, "");
        for (const auto& [path, text] : back.texts) renamed.texts[path] = text;
        ASSERT_EQ(renamed.texts, project_.texts);
    }

    /// Nothing else has that name: wherever it stands, the index has to know it.
    static void expect_all_places_known(const FlowFile& file, const Project& project,
                                        const IndexedName& name, const std::string& word) {
        std::size_t stands = 0, known = name.places.size();
        for (const auto& [path, text] : project.texts) stands += count_of(text, word);
        for (const WalkUses& uses : uses_in(file, name, project.load_walks()))
            known += uses.places.size();
        ASSERT_EQ(known, stands);
        for (const NamePlace& place : name.places)
            ASSERT_EQ(file.names.at(place.place.file, place.place.begin + 1), &name);
    }

    Project project_;
    FlowFile file_;
    std::vector<Walkthrough> walks_;
    std::vector<std::string> values_;
    std::mt19937 random_{7};
};

TEST(Rename, EveryNameOfEveryExampleThereAndBack) {
    int count = 0;
    for (Project& project : all_examples()) {
        if (project.texts.begin()->second.size() > 40'000) continue; // of the same make as others
        count += EveryName(std::move(project)).rename_all();
        if (HasFatalFailure()) return;
    }
    EXPECT_GT(static_cast<std::size_t>(count), at_least(400));
}

/// All that a flow can say, in every shape.
TEST(Rename, EveryNameOfRandomFlowsThereAndBack) {
    int count = 0;
    for (std::uint32_t i = 0; i < how_many(12); ++i)
        for (const Shape shape : {Shape::rich, Shape::levels, Shape::waiting}) {
            Project one{"random.flow.yaml", {{"random.flow.yaml", random_flow(i, shape)}}, {}};
            count += EveryName(std::move(one)).rename_all();
            if (HasFatalFailure()) return;
        }
    EXPECT_GT(static_cast<std::size_t>(count), at_least(500));
}

/// A flow with slips has its names. What is renamed in it is wrong in the same ways as before.
TEST(Rename, InFlowsWithSlipsChangesNothingElse) {
    std::mt19937 random(3);
    int renamed = 0;
    const auto rename_some = [&](const FlowFile& file) {
        for (const IndexedName& name : file.names.all()) {
            if (!name.is_declared() || random() % 3 != 0) continue;
            const Renamed there = rename(file, {name.kind, full_name(name)}, "q-new");
            if (!there.fault.empty()) continue;
            FileTexts texts = texts_of(file);
            for (const auto& [path, text] : there.texts) {
                expect_only_the_name_differs(texts[path], text, name.text, "q-new");
                texts[path] = text;
            }
            const FlowFile after = load_flow_texts(file.sources[0].name(), texts, file.flow.root);
            EXPECT_EQ(after.findings.size(), file.findings.size());
            EXPECT_EQ(after.compiled.has_value(), file.compiled.has_value());
            ++renamed;
        }
    };
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/broken"))
        if (entry.path().string().ends_with(".flow.yaml"))
            rename_some(load_flow(entry.path().string()));
    for (std::uint32_t i = 0; i < part_of(how_many(150)); ++i) {
        std::string text = random_flow(i, Shape::rich);
        for (int slips = 0; slips < 3; ++slips) {
            const std::size_t at = random() % text.size();
            if (random() % 2)
                text.erase(at, 1 + random() % 3);
            else
                text.insert(at, 1, "{}[],:#'\"- x\n"[random() % 13]);
        }
        rename_some(load_flow_text("random.flow.yaml", text));
        if (HasFatalFailure()) return;
    }
    EXPECT_GT(static_cast<std::size_t>(renamed), at_least(300));
}

constexpr const char* written_oddly = R"flow(rondix: 1
start: "title"   # title: where it begins
settings: { 'music': { from: 0, to: 3 }, mode: { one-of: [seen, new] } }
flags: { "seen": { set-by: game } }
screens:
  'title':
    title: "Press {chart}, not {charts}"
    keys: { "chart": { do: [ 'raise mine', "open title-two" ], key: C } }
    closes-when: "not (seen or music above 2) and (seen and not seen)"
    controls:
      - { "button": "play", 'text': 'play play', press: [{ when: 'seen', do: "set music 2" }, { do: quit }] }
      - { button: next, text: Next, press: open title-two,
          routes: { "up": 'play', down: { to: "play", both: yes } } }
      - { slider: music, text: Music, setting: "music" }
  title-two: { extends: title, drop: ['play', "music"], focus: "next", controls: [{ button: next, text: On, press: back }, { label: l, text: L, when: mode is seen }] }
)flow";

/// Quotes, flow and block style, names in names, and one word as the name of several things.
TEST(Rename, FindsWhatIsWrittenOddly) {
    std::string text = written_oddly;
    text.replace(text.find("raise mine"), 10, "tell more!");
    const FlowFile file = load_flow_text("odd.flow.yaml", text);
    ASSERT_TRUE(file.compiled) << all_text(file);
    const auto places = [&](NameKind kind, const char* name) {
        std::string fault;
        const IndexedName* found = find_name(file, {kind, name}, fault);
        EXPECT_TRUE(found) << fault;
        std::string lines;
        for (const NamePlace& place : found ? found->places : std::vector<NamePlace>{}) {
            const auto spot = file.sources[0].spot(place.place.begin);
            lines += (lines.empty() ? "" : " ") + std::to_string(spot.line) +
                     (place.declares ? "!" : "");
            EXPECT_EQ(text.substr(place.place.begin, place.place.end - place.place.begin),
                      found->text);
        }
        return lines;
    };
    EXPECT_EQ(places(NameKind::screen, "title"), "2 6! 15");
    EXPECT_EQ(places(NameKind::screen, "title-two"), "8 12 15!");
    EXPECT_EQ(places(NameKind::control, "title.play"), "11! 13 13 15");
    EXPECT_EQ(places(NameKind::control, "title.next"), "12! 15 15!"); // said anew
    EXPECT_EQ(places(NameKind::control, "title-two.next"), "12! 15 15!");
    EXPECT_EQ(places(NameKind::control, "music"), "14! 15");
    EXPECT_EQ(places(NameKind::setting, "music"), "3! 9 11 14");
    EXPECT_EQ(places(NameKind::flag, "seen"), "4! 9 9 9 11");
    EXPECT_EQ(places(NameKind::key, "chart"), "7 8!");
    EXPECT_EQ(places(NameKind::setting, "mode"), "3! 15"); // what it is compared with is no name
    for (const char* word : {"above", "is", "and", "not", "or", "2"})
        EXPECT_TRUE(file.names.find(NameKind::flag, word).empty()) << word;
    EveryName({"odd.flow.yaml", {{"odd.flow.yaml", text}}, {}}).rename_all();
}

TEST(Rename, RefusesWhatWouldBeAnotherFlow) {
    std::string text = written_oddly;
    text.replace(text.find("raise mine"), 10, "tell more!");
    const FlowFile file = load_flow_text("odd.flow.yaml", text);
    const auto fault = [&](NameKind kind, const char* from, const char* to) {
        const Renamed renamed = rename(file, {kind, from}, to);
        EXPECT_TRUE(renamed.fault.empty() || renamed.texts.empty());
        return renamed.fault;
    };
    EXPECT_EQ(fault(NameKind::screen, "titel", "x"),
              "there is no screen 'titel'; did you mean 'title'?");
    EXPECT_EQ(fault(NameKind::screen, "title", "title-two"),
              "there is a screen 'title-two' already");
    EXPECT_EQ(fault(NameKind::control, "next", "play"), "'title' has a control 'play' already");
    EXPECT_NE(fault(NameKind::flag, "seen", "music"), "");
    EXPECT_NE(fault(NameKind::flag, "seen", "and"), "");
    EXPECT_NE(fault(NameKind::key, "chart", "accept"), "");
    EXPECT_NE(fault(NameKind::key, "chart", "any"), "");
    EXPECT_NE(fault(NameKind::key, "chart", "charts"), ""); // braces of the game's own
    EXPECT_NE(fault(NameKind::screen, "title", "9"), "");
    EXPECT_EQ(fault(NameKind::screen, "title", "title"), "it is called 'title' already");
    EXPECT_EQ(fault(NameKind::key, "chart", "map"), "");
    EXPECT_EQ(fault(NameKind::control, "next", "music-two"), "");
    EXPECT_NE(fault(NameKind::control, "title-two.next", "music"), ""); // the other screen's
    const FlowFile escaped = load_flow_text(
        "odd.flow.yaml", "rondix: 1\nstart: \"t\\x69tle\"\nscreens: { title: { keys: { any: "
                         "quit } } }\n");
    ASSERT_TRUE(escaped.compiled) << all_text(escaped);
    EXPECT_NE(rename(escaped, {NameKind::screen, "title"}, "x").fault.find("odd.flow.yaml:2"),
              std::string::npos);
}

// --- the tool

class RenameTool : public testing::Test {
  protected:
    void SetUp() override {
        folder_ = scratch();
        std::filesystem::copy(root() / "examples/tidewick", folder_,
                              std::filesystem::copy_options::recursive);
    }
    void TearDown() override {
        std::filesystem::permissions(folder_ / "deck.flow.yaml", std::filesystem::perms::owner_all);
        std::filesystem::remove_all(folder_);
    }
    Ran run(const std::string& words, const std::string& rest) {
        return rondix(words + " '" + (folder_ / "tidewick.flow.yaml").string() + "' " + rest);
    }
    std::string differs() {
        return shell("diff -rq examples/tidewick '" + folder_.string() + "'").output;
    }
    std::filesystem::path folder_;
};

TEST_F(RenameTool, ChangesFlowsAndWalkthroughsAndBack) {
    EXPECT_NE(run("rename", "screen cargo freight --dry-run").output.find("+  freight:"),
              std::string::npos);
    EXPECT_EQ(differs(), "");
    ASSERT_EQ(run("rename", "screen cargo freight").status, 0);
    EXPECT_NE(differs().find("deck.flow.yaml"), std::string::npos);
    EXPECT_NE(differs().find("saved-voyage.walk.yaml"), std::string::npos);
    EXPECT_EQ(run("walk", "'" + folder_.string() + "'/walks/*.yaml").status, 0);
    ASSERT_EQ(run("rename", "screen freight cargo").status, 0);
    EXPECT_EQ(differs(), "");
}

/// All files or none.
TEST_F(RenameTool, PutsBackWhatItWroteWhereOneFileCannotBeWritten) {
    std::filesystem::permissions(folder_ / "deck.flow.yaml", std::filesystem::perms::owner_read);
    const Ran ran = run("rename", "screen cargo freight");
    EXPECT_EQ(ran.status, 2);
    EXPECT_NE(ran.output.find("read-only"), std::string::npos) << ran.output;
    EXPECT_EQ(differs(), "");
}

TEST_F(RenameTool, KeepsLineEndsAndMarks) {
    const auto path = folder_ / "dos.flow.yaml";
    const std::string text = "\xEF\xBB\xBFrondix: 1\r\nstart: title\r\nscreens:\r\n  title: {}  # "
                             "title\r\n";
    std::ofstream(path, std::ios::binary) << text;
    ASSERT_EQ(rondix("rename '" + path.string() + "' screen title quay").status, 0);
    std::string wanted = text;
    wanted.replace(wanted.find("start: title"), 12, "start: quay");
    wanted.replace(wanted.find("  title: {}"), 11, "  quay: {}");
    EXPECT_EQ(contents(path), wanted);
}

TEST_F(RenameTool, TellsUsesForPeopleAndPrograms) {
    const Ran ran = run("uses", "screen cargo");
    EXPECT_NE(ran.output.find("deck.flow.yaml:15:3: declared: cargo:"), std::string::npos)
        << ran.output;
    EXPECT_NE(ran.output.find("saved-voyage.walk.yaml:24:31: used: "), std::string::npos);
    const auto json = nlohmann::json::parse(run("uses", "control hold --format json").output);
    EXPECT_EQ(json.at("on"), nlohmann::json::array({"cargo"}));
    EXPECT_EQ(json.at("places").at(0).at("declared"), true);
    const auto all = nlohmann::json::parse(run("uses", "--format json").output);
    EXPECT_GT(all.size(), 100u);
    EXPECT_EQ(run("uses", "screen carg").status, 2);
    EXPECT_EQ(run("uses", "scren cargo").status, 2);
}

} // namespace
} // namespace rondix::test
