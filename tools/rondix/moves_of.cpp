#include "moves_of.hpp"
#include "commands.hpp"
#include "outputs.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

namespace rondix::tool {

std::vector<Finding> findings_with_moves(const CheckResult& result) {
    std::vector<Finding> some;
    for (const Finding& finding : result.findings)
        if (!moves_shown(finding).empty()) some.push_back(finding);
    return some;
}

std::optional<Finding> finding_numbered(const FlowFile& file, std::size_t number,
                                        const CheckOptions& options, int& status) {
    const CheckResult result = check(file, options);
    const std::vector<Finding> all = findings_with_moves(result);
    const std::size_t with_moves = all.size();
    if (number > 0 && number <= with_moves) return all[number - 1];
    const bool stopped = result.stop != Stop::nothing;
    fmt::print(stderr, "error: {}there is no finding {} with moves; there {} {}{}\n",
               stopped ? "undecided: " : "", number, with_moves == 1 ? "is" : "are",
               with_moves == 0 ? "none" : std::to_string(with_moves),
               stopped ? " until the check was stopped" : "");
    status = stopped ? not_settled : cannot_be_used;
    return std::nullopt;
}

std::vector<std::string> moves_shown(const Finding& finding) {
    std::vector<std::string> moves = finding.how;
    moves.insert(moves.end(), finding.around.begin(), finding.around.end());
    return moves;
}

void add_finding_number(Command& command, std::size_t& into, const char* about) {
    command.count("--finding", into, 0, 10'000, about).means(Means::finding);
}

Walkthrough walk_into(const Finding& finding) {
    return load_walkthrough_text(std::string(row_of(finding.rule).name),
                                 write_walkthrough(finding.text, moves_shown(finding)));
}

std::vector<Move> moves_of(const CompiledFlow& flow, const Walkthrough& walk) {
    Runner menus(flow);
    menus.start();
    WalkPlayer player(menus, walk);
    std::vector<Move> moves;
    while (!player.done()) {
        player.step();
        const auto made = menus.take_moves();
        moves.insert(moves.end(), made.begin(), made.end());
    }
    return moves;
}

std::optional<Walkthrough> load_good_walkthrough(const std::string& path) {
    Walkthrough walk = load_walkthrough(path);
    note_input(path);
    for (const Finding& finding : walk.findings)
        fmt::print(stderr, "{}", finding_text(finding, {walk.source}));
    if (!walk.readable || has_errors(walk.findings)) return std::nullopt;
    return walk;
}

} // namespace rondix::tool
