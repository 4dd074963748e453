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

/// What an editor prints that plays a script on a copy of the demo, a word and what was found.
/// `editor` is its command, in a folder with its `settings` and the menus.
std::map<std::string, std::string> in_editor(const std::string& editor, const char* settings,
                                             const std::string& language) {
    const std::filesystem::path folder =
        std::filesystem::path(testing::TempDir()) / ("rondix-editor-" + std::to_string(getpid()));
    std::filesystem::create_directories(folder);
    std::filesystem::copy(root() / "examples/tidewick", folder / "menus",
                          std::filesystem::copy_options::recursive);
    std::ofstream(folder / settings) << block_of("docs/editors.md", language);
    const std::string tool = std::filesystem::path(tool_path()).parent_path().string();
    const Ran run = shell("cd '" + folder.string() + "' && HOME='" + folder.string() + "' PATH='" +
                          tool + ":'$PATH timeout 60 " + editor + " 2>&1");
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

/// That an editor with the server knows what a reading of the flow knows.
void expect_known(std::map<std::string, std::string> found) {
    const FlowFile file = demo_flow();
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
    const std::string slip = "there is no screen 'optoins'; did you mean 'options'?";
    EXPECT_TRUE(found["diagnostic"].ends_with(slip)) << found["diagnostic"];
    EXPECT_EQ(found["action"], "write 'options'");
    EXPECT_EQ(found["left"], "0");
    std::size_t uses = 0;
    for (const IndexedName* name : file.names.find(NameKind::flag, "saved-voyage"))
        uses += name->places.size();
    EXPECT_EQ(found["renamed"], std::to_string(uses));
}

TEST(Editors, NeovimKnowsTheFlow) {
    if (shell("command -v nvim").status != 0) GTEST_SKIP() << "there is no Neovim";
    expect_known(in_editor("nvim --headless --clean -u init.lua menus/tidewick.flow.yaml -c "
                           "'luafile " +
                               (root() / "tests/neovim.lua").string() + "'",
                           "init.lua", "lua"));
}

TEST(Editors, EmacsKnowsTheFlow) {
    if (shell("command -v emacs").status != 0) GTEST_SKIP() << "there is no Emacs";
    expect_known(in_editor("emacs --no-init-file --batch --eval '(package-initialize)' -l init.el "
                           "menus/tidewick.flow.yaml -l " +
                               (root() / "tests/emacs.el").string(),
                           "init.el", "elisp"));
}

} // namespace
} // namespace rondix::test
