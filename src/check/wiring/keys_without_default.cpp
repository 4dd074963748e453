// Keys that the flow names, and that no key of the keyboard stands for unless somebody chooses one.
#include "check/wiring/slips.hpp"
#include "reading/grammar.hpp"

#include <algorithm>
#include <map>
#include <string>

namespace rondix {

namespace {

struct Named {
    const FlowKey* first = nullptr; // where the flow names it first
    bool has_default = false;
};

/// The first letter of the name that stands for no other key.
std::string free_letter(std::string_view name, const std::string& taken) {
    for (const char letter : name) {
        if (letter < 'a' || letter > 'z') continue;
        const char capital = static_cast<char>(letter - 'a' + 'A');
        if (taken.find(capital) == std::string::npos) return {capital};
    }
    return {};
}

/// What the file has there, where it can be put into braces as it is.
std::string action_at(const FlowFile& file, SourceRange place) {
    if (!place.known() || file.sources[place.file].is_in_code()) return {};
    const std::string text =
        std::string(file.sources[place.file].text().substr(place.begin, place.end - place.begin));
    const bool is_steps = std::ranges::all_of(text, [](char c) {
        return (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || c == '-' || c == ' ';
    });
    const bool is_braced = text.starts_with('[') || text.starts_with('{');
    return is_steps || (is_braced && text.find('\n') == std::string::npos) ? text : std::string{};
}

} // namespace

void find_keys_without_default(const FlowFile& file, Budget& budget, Findings& findings) {
    budget.look("named keys", 0, 1);
    const CompiledFlow& flow = *file.compiled;
    if ((flow.devices & set_of(DeviceKind::keyboard)) == 0) return;
    std::map<std::string, Named> keys;
    for (const FlowScreen& screen : file.flow.screens)
        for (const FlowKey& key : screen.keys) {
            if (key.key.text == "any") continue;
            Named& named = keys[key.key.text];
            if (!named.first) named.first = &key;
        }
    std::string taken;
    for (std::size_t i = 0; i < flow.keys.size(); ++i) {
        const std::string_view word = flow.text(flow.key_defaults[i].keyboard);
        if (word.size() == 1) taken += word;
        const auto named = keys.find(std::string(flow.text(flow.keys[i])));
        if (named != keys.end()) named->second.has_default = !word.empty();
    }
    for (const auto& [name, named] : keys) {
        if (named.has_default) continue;
        Finding& finding = add_finding(findings, RuleId::no_default_key, named.first->key.place,
                                       "no key of the keyboard stands for '" + name +
                                           "' until the game or the player chooses one");
        const std::string letter = free_letter(name, taken);
        taken += letter;
        const std::string action = action_at(file, named.first->action.place);
        std::string value = "{ do: ";
        value += action.empty() ? "..." : action;
        value += ", key: ";
        value += letter.empty() ? "F5" : letter;
        value += " }";
        finding.fix = "give it one: '";
        finding.fix.append(name).append(": ").append(value).append("'");
        if (!action.empty()) finding.edits.push_back({named.first->action.place, value});
    }
}

} // namespace rondix
