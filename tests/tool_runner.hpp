// The built tool, run as its users run it.
#pragma once

#include "support.hpp"

#include <array>
#include <cstdio>
#include <sys/wait.h>
#include <unistd.h>

namespace rondix::test {

struct Ran {
    int status = -1;
    std::string output; // standard output and standard error
};

/// Runs words of a shell in the top folder of the repository.
inline Ran shell(const std::string& words) {
    const std::string command = "cd '" + root().string() + "' && (" + words + ") 2>&1";
    Ran ran;
    std::FILE* pipe = popen(command.c_str(), "r");
    std::array<char, 4096> buffer{};
    while (const std::size_t count = std::fread(buffer.data(), 1, buffer.size(), pipe))
        ran.output.append(buffer.data(), count);
    const int status = pclose(pipe);
    ran.status = WIFEXITED(status) ? WEXITSTATUS(status) : -1;
    return ran;
}

/// Runs the tool there.
inline Ran rondix(const std::string& words) {
    return shell("'" + tool_path() + "' " + words);
}

/// A folder of its own for each test, empty at first.
inline std::filesystem::path scratch() {
    const auto* info = testing::UnitTest::GetInstance()->current_test_info();
    const auto folder = std::filesystem::temp_directory_path() /
                        ("rondix-" + std::to_string(getpid()) + "-" + info->name());
    std::filesystem::remove_all(folder);
    std::filesystem::create_directories(folder);
    return folder;
}

} // namespace rondix::test
