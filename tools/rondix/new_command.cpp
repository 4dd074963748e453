// rondix new: a small project to begin with. Its files stand in tools/rondix/new/, and are taken
// into the tool when it is built.
#include "commands.hpp"
#include "outputs.hpp"

#include "new_files.hpp"
#include "words/printable.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>
#include <memory>
#include <vector>

namespace rondix::tool {

namespace {

struct Options {
    std::string folder, game;
    bool sdl2 = false;
};

struct NewFile {
    std::string path;
    std::string_view text;
};

constexpr const char* copies_pictures = R"(
# Its pictures, beside the game: it finds them from wherever it is started.
add_custom_command(TARGET @NAME@ POST_BUILD
  COMMAND ${CMAKE_COMMAND} -E copy_directory ${CMAKE_CURRENT_SOURCE_DIR}/menus/art
    $<TARGET_FILE_DIR:@NAME@>/menus/art)
)";

bool is_plain(char c) {
    return (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9');
}

/// What CMake may call it.
std::string target_name(std::string_view game) {
    static constexpr std::string_view taken[] = {"all",     "clean", "help",
                                                 "install", "test",  "package"};
    std::string name;
    for (const char c : game) {
        const char small = c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
        if (is_plain(small))
            name += small;
        else if (!name.empty() && name.back() != '-')
            name += '-';
    }
    while (name.ends_with('-')) name.pop_back();
    const bool is_taken = std::find(std::begin(taken), std::end(taken), name) != std::end(taken);
    return name.empty() || is_taken ? "game" : name;
}

void replace_all(std::string& text, std::string_view mark, std::string_view with) {
    for (std::size_t at = text.find(mark); at != std::string::npos;
         at = text.find(mark, at + with.size()))
        text.replace(at, mark.size(), with);
}

std::string filled_in(std::string_view file, const Options& options) {
    std::string text(file);
    const auto in_window = [&](std::string_view mark, const char* with, const char* without) {
        replace_all(text, mark, options.sdl2 ? with : without);
    };
    in_window("@SUBPROJECT@\n", "  set(RONDIX_SDL2 ON)\n", "");
    in_window("@COMPONENTS@", "runtime keep sdl2 draw tool", "runtime keep tool");
    in_window("@LIBRARIES@", "rondix::runtime rondix::keep rondix::sdl2 rondix::draw",
              "rondix::runtime rondix::keep");
    in_window("@PICTURES@", copies_pictures, "");
    in_window("@ART@", "- `menus/art/`: its pictures, which the build puts beside the game\n",
              "- `menus/art/`: its pictures, for `rondix play` and `rondix draw`; a terminal shows "
              "none\n");
    replace_all(text, "@NAME@", target_name(options.game));
    replace_all(text, "@GAME@", options.game);
    return text;
}

std::vector<NewFile> files_of(const Options& options) {
    std::vector<NewFile> files = {
        {"CMakeLists.txt", new_files::cmakelists},
        {"README.md", new_files::readme},
        {"menus/game.flow.yaml", new_files::flow},
        {"menus/walks/lost.walk.yaml", new_files::lost},
        {"menus/walks/pause.walk.yaml", new_files::pause},
        {"menus/walks/leave.walk.yaml", new_files::leave},
        {"menus/art/ground.svg", new_files::ground_svg},
        {"menus/art/play.svg", new_files::play_svg},
        {"menus/art/options.svg", new_files::options_svg},
        {"menus/art/credits.svg", new_files::credits_svg},
        {"menus/art/leave.svg", new_files::leave_svg},
        {"main.cpp", options.sdl2 ? new_files::window : new_files::terminal}};
    if (!options.sdl2) {
        files.push_back({"terminal.hpp", new_files::terminal_hpp});
        files.push_back({"console.hpp", new_files::console_hpp});
    }
    return files;
}

/// Whether the flow says this name, and not, say, the beginning of a list.
bool can_be_read(const Options& options) {
    const FlowFile file = load_flow_text("game.flow.yaml", filled_in(new_files::flow, options));
    return file.compiled && file.findings.empty() && file.flow.game == options.game;
}

int fail(const std::string& why) {
    fmt::print(stderr, "error: {}\n", why);
    return cannot_be_used;
}

int run(Options& options) {
    namespace fs = std::filesystem;
    const fs::path folder = options.folder;
    std::error_code fault;
    if (fs::exists(folder, fault) &&
        !(fs::is_directory(folder, fault) && fs::is_empty(folder, fault)))
        return fail(fmt::format("'{}' already exists and is not an empty folder", options.folder));
    if (options.game.empty())
        options.game = fs::absolute(folder / "x", fault).parent_path().filename().string();
    const bool good =
        !options.game.empty() && options.game.size() <= 60 &&
        std::none_of(options.game.begin(), options.game.end(), [](char c) {
            return static_cast<unsigned char>(c) < 0x20 || c == '"' || c == '\\' || c == '@';
        });
    if (!good)
        return fail("a name has 1 to 60 letters, and no quotes, backslashes or '@'; use --name");
    if (!can_be_read(options))
        return fail(fmt::format("'{}' cannot be the name of a game; choose another --name",
                                printable(options.game)));
    for (const NewFile& file : files_of(options)) {
        const fs::path path = folder / file.path;
        fs::create_directories(path.parent_path(), fault);
        if (fault)
            return fail(
                fmt::format("cannot make '{}': {}", path.parent_path().string(), fault.message()));
        if (!write_file(path.string(), filled_in(file.text, options))) return cannot_be_used;
        fmt::print("wrote {}\n", path.string());
    }
    fmt::print("\n{0}/README.md tells how to build it; rondix play {0}/menus/game.flow.yaml shows "
               "its menus\n",
               options.folder);
    return proved;
}

} // namespace

Run add_new(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("DIR", options->folder, "a new folder").needed().means(Means::folder);
    command.text("--name", options->game, "name of the game (default: that of the folder)");
    command.flag("--sdl2", options->sdl2, "with a window and pictures (default: in the terminal)");
    command.describes(
        "Create a project in a new folder: a flow with pictures, walkthroughs as tests, CMake "
        "files, kept settings and a main loop, in the terminal or in a window.");
    command.example("rondix new my-game --sdl2", "begin a game with a window");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
