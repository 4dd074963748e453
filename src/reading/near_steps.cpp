#include "reading/near_steps.hpp"

#include "reading/grammar.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <cctype>

namespace rondix {

namespace {

/// Words of everyday speech and of programming. Two steps where both may be meant.
struct Meaning {
    std::string_view word, step, other;
};

constexpr Meaning meanings[] = {
    {"goto", "go", "open"},      {"show", "open", ""},        {"push", "open", ""},
    {"enter", "open", ""},       {"popup", "open", ""},       {"switch", "go", ""},
    {"replace", "go", ""},       {"swap", "go", ""},          {"pop", "back", ""},
    {"close", "back", ""},       {"return", "back", ""},      {"cancel", "back", ""},
    {"hide", "back", ""},        {"dismiss", "back", ""},     {"continue", "resume", ""},
    {"unpause", "resume", ""},   {"play", "load", "resume"},  {"start", "load", ""},
    {"begin", "load", ""},       {"scene", "load", ""},       {"restart", "retry", ""},
    {"reload", "retry", ""},     {"again", "retry", ""},      {"main", "home", ""},
    {"title", "home", ""},       {"menu", "home", "open"},    {"exit", "quit", ""},
    {"leave", "quit", "back"},   {"end", "quit", ""},         {"save", "request", ""},
    {"ask", "request", ""},      {"call", "tell", "request"}, {"emit", "tell", ""},
    {"send", "tell", ""},        {"signal", "tell", ""},      {"post", "tell", ""},
    {"enable", "raise", "set"},  {"disable", "lower", "set"}, {"flag", "raise", ""},
    {"clear", "lower", "reset"}, {"unset", "lower", "reset"}, {"change", "set", ""},
    {"assign", "set", ""},       {"toggle", "set", "raise"},  {"default", "reset", ""},
    {"defaults", "reset", ""},   {"page", "turn", ""},        {"tab", "turn", ""},
    {"next", "turn", ""},        {"previous", "turn", ""},    {"later", "todo", ""},
};

std::string meant_by(std::string_view word) {
    std::string low(word);
    for (char& c : low) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    const auto* const found = std::find_if(std::begin(meanings), std::end(meanings),
                                           [&](const Meaning& one) { return one.word == low; });
    if (found == std::end(meanings)) return {};
    std::string text = "; did you mean '" + std::string(found->step) + "'";
    if (!found->other.empty()) text += " or '" + std::string(found->other) + "'";
    return text + "?";
}

} // namespace

void report_unknown_step(const Name& word, Findings& findings) {
    std::vector<std::string_view> names;
    names.reserve(std::size(grammar::steps));
    std::string all;
    for (const grammar::StepRow& row : grammar::steps) {
        names.push_back(row.name);
        all += (all.empty() ? "" : ", ") + std::string(row.name);
    }
    const std::string text = "there is no step '" + word.text + "'";
    const std::string meant = meant_by(word.text);
    Finding& finding = meant.empty()
                           ? add_finding(findings, RuleId::bad_step, word.place,
                                         text + suggestion(word.text, names))
                           : add_finding(findings, RuleId::bad_step, word.place, text + meant);
    finding.fix = "the steps are: " + all;
}

} // namespace rondix
