#include "hand_on.hpp"

#include "commands.hpp"
#include "words/printable.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cerrno>
#include <cstring>
#include <filesystem>
#include <unistd.h>

namespace rondix::tool {

namespace {
char** command_line = nullptr;
}

void keep_command_line(char** words) {
    command_line = words;
}

std::vector<std::string> kept_words() {
    std::vector<std::string> words;
    for (char** word = command_line; *word != nullptr; ++word) words.emplace_back(*word);
    words.erase(words.begin(), words.begin() + std::min<std::ptrdiff_t>(2, std::ssize(words)));
    return words;
}

int hand_on(const char* program) {
    namespace fs = std::filesystem;
    std::error_code fault;
    const fs::path here = fs::read_symlink("/proc/self/exe", fault).parent_path();
    for (const fs::path& folder : {here, here / RONDIX_LIBEXEC_FROM_BIN}) {
        execv((folder / program).c_str(), command_line);
        if (errno == ENOENT) continue;
        fmt::print(stderr, "error: cannot start '{}': {}\n", printable((folder / program).string()),
                   std::strerror(errno));
        return cannot_be_used;
    }
    fmt::print(stderr,
               "error: this needs '{}', which is installed with 'rondix', but is not near '{}'\n",
               program, printable(here.string()));
    return cannot_be_used;
}

Run handed_on(Command& command, const char* program) {
    command.leave_words();
    return [program] { return hand_on(program); };
}

} // namespace rondix::tool
