// What check() says while the menus are arranged: where that stands, and what fixes it.
#include "play/editor/editor.hpp"

#include "editing/texts.hpp"
#include "rondix/tools/fix.hpp"

#include <algorithm>

namespace rondix::tool {

namespace {

constexpr double longest_check = 0.25; // seconds
constexpr double longest_fix = 2;

/// Of those that begin before a place, in its file, the one that begins last.
template <class Range, class PlaceOf>
auto last_before(const Range& range, const SourceRange& place, PlaceOf place_of)
    -> decltype(&*range.begin()) {
    decltype(&*range.begin()) found = nullptr;
    for (const auto& one : range) {
        const SourceRange at = place_of(one);
        if (!at.known() || at.file != place.file || at.begin > place.begin) continue;
        if (!found || place_of(*found).begin < at.begin) found = &one;
    }
    return found;
}

Issue issue_of(const FlowFile& file, const Finding& finding) {
    Issue issue{finding, {}, {}, false};
    if (!finding.place.known()) return issue;
    const auto of_screen = [](const FlowScreen& one) { return one.id.place; };
    const auto of_control = [](const FlowControl& one) { return one.id.place; };
    const FlowScreen* screen = last_before(file.flow.screens, finding.place, of_screen);
    if (!screen) return issue;
    issue.screen = screen->id.text;
    if (const FlowControl* control = last_before(screen->controls, finding.place, of_control))
        if (control->id.place.begin > screen->id.place.begin) issue.thing = control->id.text;
    return issue;
}

bool says(const std::vector<Issue>& issues, const std::string& text) {
    return std::ranges::any_of(issues, [&](const Issue& one) { return one.finding.text == text; });
}

} // namespace

Checked check_again(const FlowFile& file, const Checked& before) {
    CheckOptions options;
    options.max_seconds = longest_check;
    Checked now;
    now.result = check(file, options);
    for (const Finding& finding : now.result.findings) {
        ++(finding.severity() == Severity::error ? now.errors : now.warnings);
        now.issues.push_back(issue_of(file, finding));
        now.issues.back().is_new = !says(before.issues, finding.text);
    }
    for (const Issue& issue : before.issues)
        if (!says(now.issues, issue.finding.text)) now.went.push_back(issue.finding.text);
    std::ranges::stable_sort(now.issues, {}, [](const Issue& one) { return !one.is_new; });
    return now;
}

bool Editor::check_if_due() {
    if (!check_is_due_) return false;
    check_is_due_ = false;
    checked_ = tool::check_again(session_.file(), checked_);
    // What was so before the first change is no news.
    if (history_.last(1).empty())
        for (Issue& issue : checked_.issues) issue.is_new = false;
    next_issue_ = 0;
    return true;
}

void Editor::choose_next_issue() {
    if (checked_.issues.empty()) return host_.say("there is nothing to tell");
    const Issue& issue = checked_.issues[next_issue_ % checked_.issues.size()];
    ++next_issue_;
    host_.say(issue.finding.text);
    choose(issue);
}

void Editor::fix_chosen_issue() {
    if (checked_.issues.empty()) return;
    const std::size_t last = next_issue_ == 0 ? 0 : next_issue_ - 1;
    fix(Issue(checked_.issues[last % checked_.issues.size()]));
}

/// (A copy: going to a screen reads the flow anew.)
void Editor::choose(const Issue& asked) {
    const Issue issue = asked;
    if (!issue.screen.empty() && issue.screen != foremost_screen(session_))
        go_to_screen(issue.screen);
    if (!issue.thing.empty()) choose(issue.thing);
}

void Editor::fix(const Issue& issue) {
    CheckOptions options;
    options.max_seconds = longest_fix;
    const FlowFile& file = session_.file();
    const std::optional<Fix> fix = find_fix(file, checked_.result, issue.finding, options);
    if (!fix) return host_.say("none of the changes that are tried fixes this");
    const Changed changed{{}, with_edits(file, fix->edits)};
    make("fix: " + fix->what, changed);
}

} // namespace rondix::tool
