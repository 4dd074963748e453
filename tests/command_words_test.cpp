// What is made of the words that commands declare: completion and manual pages. What is offered is
// taken, what a page shows works, and nothing that somebody types makes it fail.
#include "tool_runner.hpp"

#include "rondix/tools/flow.hpp"
#include "rondix/tools/name_index.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <fstream>
#include <random>
#include <regex>
#include <set>
#include <sstream>

namespace rondix::test {
namespace {

namespace fs = std::filesystem;

const std::string demo = "examples/tidewick/tidewick.flow.yaml";

/// A line for each: the word, without what it is about.
std::vector<std::string> offered(const std::string& words) {
    const Ran ran = rondix("complete " + words);
    EXPECT_EQ(ran.status, 0) << words;
    std::vector<std::string> all;
    std::istringstream lines(ran.output);
    for (std::string line; std::getline(lines, line);)
        if (line[0] != '\t') all.push_back(line.substr(0, line.find('\t')));
    return all;
}

std::vector<std::string> commands() {
    return offered("''");
}

/// Those that stand behind white space in its help.
std::set<std::string> options_in(const std::string& help) {
    std::set<std::string> options;
    static const std::regex option(R"((^|\s|,)(--?[a-z0-9][a-z0-9-]*))");
    std::istringstream lines(help);
    for (std::string line; std::getline(lines, line);) {
        if (!line.starts_with("  -")) continue;
        const std::string names = line.substr(2, line.find(' ', 2) - 2);
        for (std::sregex_iterator it(names.begin(), names.end(), option), end; it != end; ++it)
            options.insert((*it)[2]);
    }
    return options;
}

TEST(Completion, KnowsAllCommandsAndTheirOptions) {
    const std::string help = rondix("--help").output;
    const std::vector<std::string> all = commands();
    EXPECT_GT(all.size(), 15u);
    for (const std::string& command : all) {
        EXPECT_NE(help.find("\n  " + command + " "), std::string::npos) << command;
        const std::set<std::string> known = options_in(rondix(command + " --help").output);
        std::set<std::string> found;
        for (const std::string& option : offered(command + " -")) found.insert(option);
        for (const std::string& option : known)
            EXPECT_TRUE(found.contains(option) || !option.starts_with("--")) << command << option;
        for (const std::string& option : found)
            EXPECT_TRUE(known.contains(option) || option == "--version" || option == "--root")
                << command << " " << option;
    }
}

TEST(Completion, OffersNoOptionTwice) {
    const auto all = offered("check " + demo + " --no-looks --size 1280x720 --");
    EXPECT_EQ(std::count(all.begin(), all.end(), "--no-looks"), 0);
    EXPECT_EQ(std::count(all.begin(), all.end(), "--size"), 1); // it may be said again
    EXPECT_EQ(std::count(all.begin(), all.end(), "--strict"), 1);
}

/// `rondix uses` finds each of them, and there are as many as it lists.
TEST(Completion, NamesWhatAFlowDeclares) {
    const FlowFile file = load_flow((root() / demo).string());
    std::size_t tried = 0;
    for (std::size_t i = 0; i < name_kind_count; ++i) {
        const std::string kind(name_of(NameKind(i)));
        std::set<std::string> wanted;
        for (const IndexedName& name : file.names.all())
            if (name.kind == NameKind(i) && name.is_declared())
                for (const std::string& on :
                     is_of_screens(name.kind) ? name.on : std::vector<std::string>{""})
                    wanted.insert(on.empty() ? name.text : on + "." + name.text);
        const auto found = offered(fmt::format("uses {} {} ''", demo, kind));
        EXPECT_EQ(std::set(found.begin(), found.end()), wanted) << kind;
        if (found.empty()) continue;
        const Ran ran = rondix(fmt::format("uses {} {} {}", demo, kind, found.back()));
        EXPECT_EQ(ran.status, 0) << ran.output;
        ++tried;
    }
    EXPECT_GT(tried, 8u);
    for (const std::string& screen : offered("draw " + demo + " --screen ''"))
        EXPECT_EQ(rondix(fmt::format("focus {} {}", demo, screen)).status, 0) << screen;
}

/// Word by word, until the change can be made.
TEST(Completion, LeadsToAChangeThatCanBeMade) {
    const std::string begun = "edit " + demo + " ";
    const auto has = [](const std::vector<std::string>& all, const std::string& word) {
        return std::find(all.begin(), all.end(), word) != all.end();
    };
    EXPECT_EQ(offered(begun + "''"), (std::vector<std::string>{"add", "copy", "drop", "move",
                                                               "part", "remove", "rename", "set"}));
    EXPECT_TRUE(has(offered(begun + "rename ''"), "control"));
    EXPECT_TRUE(has(offered(begun + "rename control ''"), "title.crew"));
    EXPECT_TRUE(has(offered(begun + "add control ''"), "title"));
    EXPECT_TRUE(has(offered(begun + "move control title.crew ''"), "title.options"));
    EXPECT_EQ(rondix(begun + "--dry-run rename control title.crew hands").status, 0);
}

/// As many as there are walkthroughs into them.
TEST(Completion, CountsFindingsAsOtherCommandsDo) {
    std::size_t with_moves = 0;
    const fs::path folder = scratch();
    for (const auto& entry : fs::directory_iterator(root() / "examples/broken")) {
        const fs::path& flow = entry.path();
        const std::string name = flow.string();
        if (!name.ends_with(".flow.yaml")) continue;
        const fs::path walks = folder / flow.stem();
        rondix(fmt::format("check --no-looks '{}' --save-walks '{}'", name, walks.string()));
        const auto count = static_cast<std::size_t>(
            fs::exists(walks) ? std::distance(fs::directory_iterator(walks), {}) : 0);
        const auto found = offered(fmt::format("strip '{}' --finding ''", name));
        EXPECT_EQ(found.size(), count) << name;
        for (std::size_t i = 0; i < found.size(); ++i) EXPECT_EQ(found[i], std::to_string(i + 1));
        with_moves += count;
    }
    EXPECT_GT(with_moves, 5u);
    fs::remove_all(folder);
}

TEST(Completion, SaysNothingOfWhatIsWrong) {
    const fs::path folder = scratch();
    std::ofstream(folder / "binary.flow.yaml") << std::string("\0\xFF\x80 \n:\t", 7);
    std::ofstream(folder / "broken.flow.yaml") << "rondix: 1\nscreens: {a: [";
    const std::string at = folder.string();
    for (const std::string& words :
         {std::string("uses nowhere.flow.yaml screen ''"), "uses " + at + " screen ''",
          "uses " + at + "/binary.flow.yaml screen ''",
          "strip " + at + "/broken.flow.yaml --finding ''", std::string("no-command ''"),
          std::string("check --format=wrong --no-option x y z ''"), std::string("uses --root"),
          std::string("--root"), std::string("-"), std::string(""), std::string("complete ''"),
          std::string("edit nowhere.flow.yaml set wrong ''"), std::string("check -- ''"),
          std::string("''  '' ''")}) {
        const Ran ran = rondix("complete " + words);
        EXPECT_EQ(ran.status, 0) << words;
        EXPECT_EQ(ran.output.find("error:"), std::string::npos) << words << ran.output;
    }
    fs::remove_all(folder);
}

/// Whatever words stand there, in whatever order.
TEST(Completion, StandsAnyWords) {
    std::mt19937 random(7);
    std::vector<std::string> words = commands();
    for (const std::string word :
         {"--finding", "--root", "--size",   "-o",     "--format=", "--=",   "-",
          "--",        "=",      "'a b'",    "screen", "control",   "title", "title.",
          "set",       "part",   "'\x80\t'", "''",     "1",         "."})
        words.push_back(word);
    words.push_back(demo);
    words.push_back(demo);
    for (int round = 0; round < 60; ++round) {
        std::string line;
        for (std::size_t i = random() % 6 + 1; i > 0; --i)
            line += words[random() % words.size()] + " ";
        EXPECT_EQ(rondix("complete " + line + "''").status, 0) << line;
    }
}

/// groff has nothing to say about it, and every option of the help is in it.
TEST(ManualPages, SayWhatTheHelpSays) {
    const fs::path page = scratch() / "page.1";
    std::vector<std::string> all = commands();
    all.push_back("");
    for (const std::string& command : all) {
        const Ran ran = rondix("manual " + command);
        EXPECT_EQ(ran.status, 0) << command;
        std::ofstream(page) << ran.output;
        EXPECT_EQ(shell("groff -man -ww -z -Tutf8 " + page.string()).output, "") << command;
        const std::string read =
            shell("groff -man -Tascii -P-cbou -rLL=2000n " + page.string()).output;
        EXPECT_NE(read.find("NAME"), std::string::npos);
        for (const std::string& option : options_in(rondix(command + " --help").output))
            EXPECT_TRUE(read.find(option) != std::string::npos || option.starts_with("-h") ||
                        option == "--help")
                << command << " " << option;
        EXPECT_EQ(read.find("\\f"), std::string::npos) << command;
    }
    EXPECT_NE(rondix("manual chekc").output.find("did you mean 'check'"), std::string::npos);
    EXPECT_EQ(rondix("manual chekc").status, 2);
    fs::remove_all(page.parent_path());
}

/// On a copy of the demo, where a game lies as they say.
TEST(ManualPages, ShowExamplesThatWork) {
    const fs::path folder = scratch() / "game";
    fs::copy(root() / "examples/tidewick", folder, fs::copy_options::recursive);
    fs::rename(folder / "tidewick.flow.yaml", folder / "game.flow.yaml");
    std::size_t tried = 0;
    for (const std::string& command : commands()) {
        if (command == "play" || command == "trace") continue; // a window; a game that wrote it
        const std::string page = rondix(command + " --help").output;
        std::istringstream lines(page.substr(std::min(page.find("Examples:"), page.size())));
        for (std::string line; std::getline(lines, line);) {
            const std::size_t begin = line.find("rondix " + command);
            if (begin == std::string::npos || line.find("finding") != std::string::npos ||
                line.find("source <(") != std::string::npos)
                continue; // (the demo has no findings)
            std::string words = line.substr(begin + 7);
            if (command == "manual") words = words.substr(0, words.find('|'));
            const Ran ran = shell("cd '" + folder.string() + "' && '" + tool_path() + "' " + words);
            EXPECT_EQ(ran.status, command == "cover" ? ran.status & 1 : 0) << line << ran.output;
            ++tried;
        }
    }
    EXPECT_GT(tried, 15u);
    fs::remove_all(folder.parent_path());
}

} // namespace
} // namespace rondix::test
