// Names that nobody thought of, and screens that say nothing of themselves.
#include "check/wiring/slips.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <array>
#include <cctype>
#include <string>
#include <string_view>

namespace rondix {

namespace {

bool is_digit(char c) {
    return std::isdigit(static_cast<unsigned char>(c)) != 0;
}

/// `button-17`, `Label3`, `new-screen`, `untitled`, `pause-copy-2`: what editors and copying make.
bool is_machine_made(std::string_view name) {
    std::string rest;
    for (const char c : name)
        rest += c == '_' ? '-' : static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    bool numbered = false;
    while (!rest.empty() && is_digit(rest.back())) rest.pop_back(), numbered = true;
    if (numbered && !rest.empty() && rest.back() == '-') rest.pop_back();
    if (rest.ends_with("-copy") || rest == "copy" || rest.starts_with("copy-of-")) return true;
    if (rest.starts_with("untitled") || rest.starts_with("unnamed")) return true;
    const bool fresh = rest.starts_with("new-");
    if (fresh) rest.erase(0, 4);
    constexpr std::array<std::string_view, 20> kinds = {
        "button",  "btn",     "label",  "text",   "picture", "image", "panel",
        "toggle",  "slider",  "choice", "entry",  "field",   "list",  "item",
        "control", "element", "node",   "screen", "menu",    "page"};
    return (numbered || fresh) && std::find(kinds.begin(), kinds.end(), rest) != kinds.end();
}

/// A name made of what is to be read on the control: `sound-the-horn`.
std::string name_of(std::string_view text) {
    std::string name;
    for (const char c : text) {
        const auto byte = static_cast<unsigned char>(c);
        if (byte < 0x80 && std::isalnum(byte))
            name += static_cast<char>(std::tolower(byte));
        else if (!name.empty() && name.back() != '-')
            name += '-';
    }
    while (!name.empty() && name.back() == '-') name.pop_back();
    return name.empty() || is_digit(name[0]) ? "" : name;
}

void look_at(const Name& id, const char* what, std::string_view text, Findings& findings) {
    if (!is_machine_made(id.text)) return;
    Finding& finding = add_finding(findings, RuleId::machine_name, id.place,
                                   "'" + id.text + "' does not say which " + what + " it is");
    const std::string better = name_of(text);
    finding.fix = better.empty() ? "name it after its purpose"
                                 : "name it after its purpose: '" + better + "'";
    if (!better.empty() && !is_machine_made(better)) finding.edits.push_back({id.place, better});
}

} // namespace

void find_poor_names(const FlowFile& file, Budget& budget, Findings& findings) {
    const Flow& flow = file.flow;
    for (const FlowScene& scene : flow.scenes) look_at(scene.id, "scene", "", findings);
    for (const FlowFlag& flag : flow.flags) look_at(flag.id, "flag", "", findings);
    for (const FlowEvent& event : flow.events) look_at(event.id, "event", "", findings);
    std::size_t done = 0;
    for (const FlowScreen& screen : flow.screens) {
        budget.look("names", done++, flow.screens.size());
        look_at(screen.id, "screen", screen.title.value_or(""), findings);
        for (const FlowControl& control : screen.controls)
            if (is_usable_kind(control.kind))
                look_at(control.id, "control", control.text, findings);
        if (screen.title || screen.play.value_or(false) || !screen.id.place.known()) continue;
        Finding& finding = add_finding(findings, RuleId::no_title, screen.id.place,
                                       "the screen '" + screen.id.text + "' has no title");
        finding.fix = "add a title, which screen readers announce as well: 'title: " +
                      title_from(screen.id.text) + "'";
    }
}

} // namespace rondix
