#include "walks_of.hpp"

#include "outputs.hpp"

#include "rondix/tools/report.hpp"

#include <fmt/format.h>

namespace rondix::tool {

std::vector<Walkthrough> walks_of(const std::string& flow, const std::vector<std::string>& named) {
    std::vector<Walkthrough> walks;
    for (const std::string& path : named.empty() ? walkthroughs_of(flow) : named) {
        Walkthrough walk = load_walkthrough(path);
        note_input(path);
        for (const Finding& finding : walk.findings)
            fmt::print(stderr, "{}", finding_text(finding, {walk.source}));
        if (walk.readable) walks.push_back(std::move(walk));
    }
    return walks;
}

} // namespace rondix::tool
