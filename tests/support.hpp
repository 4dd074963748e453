// What several tests share: flows at hand, moves by name, files of the repository.
#pragma once

#include "rondix/tools/flow.hpp"
#include "rondix/tools/move_text.hpp"
#include "rondix/tools/report.hpp"
#include "rondix/tools/state_text.hpp"
#include "where.hpp"

#include <gtest/gtest.h>

#include <algorithm>
#include <array>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <sstream>
#include <string>
#include <vector>

namespace rondix::test {

inline std::string contents(const std::filesystem::path& path) {
    std::ifstream file(path, std::ios::binary);
    EXPECT_TRUE(file.good()) << path;
    std::ostringstream text;
    text << file.rdbuf();
    return text.str();
}

/// Of all examples but those that are broken on purpose.
inline std::vector<std::filesystem::path> example_flows() {
    std::vector<std::filesystem::path> flows;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "examples"))
        if (entry.path().string().ends_with(".flow.yaml") &&
            entry.path().string().find("/broken/") == std::string::npos)
            flows.push_back(entry.path());
    std::ranges::sort(flows);
    return flows;
}

/// What a command prints.
inline std::string output_of(const std::string& command) {
    std::string text;
    std::FILE* pipe = popen(command.c_str(), "r");
    std::array<char, 4096> buffer{};
    while (const std::size_t count = std::fread(buffer.data(), 1, buffer.size(), pipe))
        text.append(buffer.data(), count);
    EXPECT_EQ(pclose(pipe), 0) << command;
    return text;
}

/// How many random flows a test looks at: `few`, or RONDIX_FLOWS where that says more.
inline std::size_t how_many(std::size_t few) {
    const char* many = std::getenv("RONDIX_FLOWS");
    return many ? std::max(few, static_cast<std::size_t>(std::atoll(many))) : few;
}

/// All findings as text, for messages of failing tests.
inline std::string all_text(const FlowFile& file) {
    std::string text;
    for (const Finding& finding : file.findings) text += finding_text(finding, file.sources);
    return text;
}

/// A flow that has to compile.
inline FlowFile good_flow(const std::string& text) {
    FlowFile file = load_flow_text("test.flow.yaml", text);
    EXPECT_TRUE(file.compiled.has_value()) << all_text(file);
    return file;
}

/// The demo, which has a theme beside it, with further text at its end.
inline FlowFile demo_flow(const std::string& more = "") {
    const std::filesystem::path path = root() / "examples/tidewick/tidewick.flow.yaml";
    FlowFile file = load_flow_text(path.string(), contents(path) + more);
    EXPECT_TRUE(file.compiled.has_value()) << all_text(file);
    return file;
}

/// A menu state with moves by name, and what is so after them as text.
class Play {
  public:
    explicit Play(const std::string& text)
        : file_(good_flow(text))
        , now_(flow()) {
        start_flow(flow(), now_);
    }

    const CompiledFlow& flow() const { return *file_.compiled; }
    const MenuState& now() const { return now_; }

    /// Does the moves one after the other; gives the outcome of the last.
    template <class... Moves>
    Outcome move(const char* first, const Moves&... rest) {
        std::string fault;
        const std::optional<Move> move = read_move(flow(), now_, first, fault);
        EXPECT_TRUE(move.has_value()) << fault;
        const Outcome outcome = apply(flow(), now_, move.value_or(Move{}));
        if constexpr (sizeof...(rest) > 0) {
            EXPECT_TRUE(outcome.answered) << first;
            return this->move(rest...);
        }
        return outcome;
    }

    /// The open screens, from the bottom: "bridge > pause".
    std::string stack() const { return stack_text(flow(), now_); }

  private:
    FlowFile file_;
    MenuState now_;
};

} // namespace rondix::test
