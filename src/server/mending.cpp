// Code actions: the fixes of what is told at a place.
#include "server/answers.hpp"

#include "rondix/tools/fix.hpp"

namespace rondix::server {

namespace {
constexpr double longest = 1; // seconds, for all that is tried
constexpr std::size_t most_tried = 5;
} // namespace

Json actions(Workspace& workspace, const Asked& from, const Asked& to) {
    Json all = Json::array();
    const FlowFile& file = workspace.flow_of(from.root);
    if (!file.readable) return all;
    CheckOptions options;
    options.max_seconds = longest;
    options.since = std::chrono::steady_clock::now();
    const CheckResult result = check(file, options);
    std::size_t tried = 0;
    for (const Finding& finding : result.findings) {
        const SourceRange& place = finding.place;
        if (!place.known() || file.sources[place.file].name() != from.path) continue;
        if (place.end < from.offset || place.begin > to.offset || ++tried > most_tried) continue;
        const std::optional<Fix> fix = find_fix(file, result, finding, options);
        if (!fix) continue;
        Json changes = Json::object();
        for (const Edit& edit : fix->edits) {
            const Source& source = file.sources[edit.place.file];
            changes[uri_of(source.name())].push_back(
                {{"range", range_of(source, edit.place, from.units)}, {"newText", edit.text}});
        }
        all.push_back({{"title", fix->what},
                       {"kind", "quickfix"},
                       {"isPreferred", fix->safe},
                       {"edit", {{"changes", std::move(changes)}}}});
    }
    return all;
}

} // namespace rondix::server
