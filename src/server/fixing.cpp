// Code actions: the fixes of what is told at a place.
#include "server/answers.hpp"

#include "editing/changer.hpp"
#include "rondix/tools/fix.hpp"

namespace rondix::server {

namespace {
constexpr double longest = 1; // seconds, for all that is tried
constexpr std::size_t most_tried = 5;

Json action(const std::string& title, const char* kind, Json edit) {
    return {{"title", title}, {"kind", kind}, {"edit", std::move(edit)}};
}

/// A screen that is named and not there.
void add_screen(const FlowFile& file, const Finding& finding, Units units, Json& all) {
    if (finding.rule != RuleId::unknown_name) return;
    const IndexedName* name = file.names.at(finding.place.file, finding.place.begin);
    if (!name || name->kind != NameKind::screen || name->is_declared()) return;
    const Changed made = add_entry(file, {NameKind::screen, name->text}, plain_screen(name->text));
    if (made.fault.empty())
        all.push_back(action("add the screen '" + name->text + "'", "quickfix",
                             edit_to(file, made.texts, units)));
}

/// A comment above the line; why it is meant so is for the author to say.
void allow(const FlowFile& file, const Finding& finding, Units units, Json& all) {
    if (finding.severity() == Severity::error || category_of(finding.rule) == Category::allow)
        return;
    const Source& source = file.sources[finding.place.file];
    const std::string& text = source.text();
    const std::size_t line = finding.place.begin == 0
                                 ? 0
                                 : text.rfind('\n', finding.place.begin - 1) + 1; // npos + 1 is 0
    const std::size_t first = std::min(text.find_first_not_of(' ', line), text.size());
    const SourceRange place{static_cast<std::uint32_t>(line), static_cast<std::uint32_t>(line),
                            finding.place.file};
    const std::string rule(row_of(finding.rule).name);
    const std::string comment =
        std::string(first - line, ' ') + "# allow: " + rule + ", because it is meant so\n";
    all.push_back(
        action("allow '" + rule + "' here", "quickfix", edit_of(file, {{place, comment}}, units)));
}

/// Neighbouring controls of a screen that are chosen become a part.
void extract(const FlowFile& file, const Asked& from, const Asked& to, Json& all) {
    for (const FlowScreen& screen : file.flow.screens) {
        std::vector<std::string> chosen;
        for (const FlowControl& control : screen.controls) {
            const SourceRange& place = control.id.place;
            if (place.known() && file.sources[place.file].name() == from.path &&
                place.begin >= from.offset && place.begin < to.offset)
                chosen.push_back(control.id.text);
        }
        if (chosen.size() < 2) continue;
        const std::string part = screen.id.text + "-part";
        const Changed made = extract_part(file, {NameKind::screen, screen.id.text}, chosen, part);
        if (made.fault.empty())
            all.push_back(
                action("make a part of these " + std::to_string(chosen.size()) + " controls",
                       "refactor.extract", edit_to(file, made.texts, from.units)));
        return;
    }
}

} // namespace

namespace {

/// All that can be done about one finding.
void act_on(const FlowFile& file, const CheckResult& result, const Finding& finding,
            const CheckOptions& options, const LookAt& looks, Units units, Json& all) {
    if (const std::optional<Fix> fix = find_fix(file, result, finding, options, looks)) {
        all.push_back(action(fix->what, "quickfix", edit_of(file, fix->edits, units)));
        all.back()["isPreferred"] = fix->safe;
    }
    add_screen(file, finding, units, all);
    allow(file, finding, units, all);
}

} // namespace

/// Looks take longer than all else: they are as the last check found them.
Json actions(Workspace& workspace, const Asked& from, const Asked& to, const LookAt& looks) {
    Json all = Json::array();
    const FlowFile& file = workspace.flow_of(from.root);
    if (!file.readable) return all;
    const CheckResult* seen = workspace.checked(from.root);
    CheckOptions options;
    options.max_seconds = longest;
    options.since = std::chrono::steady_clock::now();
    const CheckResult unseen = check(file, options);
    std::size_t tried = 0;
    for (const CheckResult* result : {&unseen, seen}) {
        if (!result) continue;
        for (const Finding& finding : result->findings) {
            const bool is_seen = category_of(finding.rule) == Category::looks;
            const SourceRange& place = finding.place;
            if (is_seen != (result == seen) || !place.known()) continue;
            if (file.sources[place.file].name() != from.path) continue;
            if (place.end < from.offset || place.begin > to.offset || ++tried > most_tried)
                continue;
            act_on(file, *result, finding, options, is_seen ? looks : LookAt(), from.units, all);
        }
    }
    if (to.offset > from.offset) extract(file, from, to, all);
    return all;
}

} // namespace rondix::server
