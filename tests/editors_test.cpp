// A real editor and the language server: Neovim, with the lines that docs/editors.md gives.
#include "support.hpp"
#include "tool_runner.hpp"

namespace rondix::test {
namespace {

/// What stands in the first block of this language in a page.
std::string block_of(const std::string& page, const std::string& language) {
    const std::string text = contents(root() / page);
    const std::string begin = "```" + language + "\n";
    const std::size_t at = text.find(begin) + begin.size();
    return text.substr(at, text.find("```", at) - at);
}

/// What the script prints, a word and what was found.
std::map<std::string, std::string> in_neovim() {
    const std::filesystem::path folder =
        std::filesystem::path(testing::TempDir()) / ("rondix-editor-" + std::to_string(getpid()));
    std::filesystem::create_directories(folder);
    std::filesystem::copy(root() / "examples/tidewick", folder / "menus",
                          std::filesystem::copy_options::recursive);
    std::ofstream(folder / "init.lua") << block_of("docs/editors.md", "lua");
    const std::string tool = std::filesystem::path(tool_path()).parent_path().string();
    const Ran run = shell("cd '" + folder.string() + "' && PATH='" + tool +
                          ":'$PATH timeout 60 nvim --headless --clean -u init.lua "
                          "menus/tidewick.flow.yaml -c 'luafile " +
                          (root() / "tests/neovim.lua").string() + "' 2>&1");
    std::map<std::string, std::string> found;
    std::istringstream lines(run.output);
    for (std::string line; std::getline(lines, line);) {
        if (line.ends_with('\r')) line.pop_back();
        if (const std::size_t blank = line.find(' '); blank != std::string::npos)
            found[line.substr(0, blank)] = line.substr(blank + 1);
    }
    std::filesystem::remove_all(folder);
    return found;
}

TEST(Editors, NeovimKnowsTheFlow) {
    if (shell("command -v nvim").status != 0) GTEST_SKIP() << "there is no Neovim";
    const FlowFile file = demo_flow();
    std::map<std::string, std::string> found = in_neovim();
    // All that a condition can begin with.
    std::string operands;
    for (const FlowFlag& flag : file.flow.flags) operands += flag.id.text + " ";
    for (const FlowSetting& setting : file.flow.settings) operands += setting.id.text + " ";
    EXPECT_EQ(found["completion"], operands + "scene not");
    EXPECT_TRUE(found["hover"].starts_with("`safe-margin`: ")) << found["hover"];
    const Source& source = file.sources[0];
    EXPECT_EQ(
        found["definition"],
        std::to_string(
            source.spot(static_cast<std::uint32_t>(source.text().find("\n  title:\n") + 3)).line));
    EXPECT_EQ(found["diagnostic"], "there is no screen 'optoins'; did you mean 'options'?");
    EXPECT_EQ(found["action"], "write 'options'");
    EXPECT_EQ(found["left"], "0");
    std::size_t uses = 0;
    for (const IndexedName* name : file.names.find(NameKind::flag, "saved-voyage"))
        uses += name->places.size();
    EXPECT_EQ(found["renamed"], std::to_string(uses));
}

} // namespace
} // namespace rondix::test
