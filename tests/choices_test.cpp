// What may be written at a place: what is offered can be taken, and what can be taken is offered.
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"

#include "editing/choices.hpp"
#include "rondix/tools/change.hpp"

#include <random>
#include <set>

namespace rondix::test {
namespace {

using grammar::Owner;

std::set<std::string> texts(const std::vector<Choice>& choices) {
    std::set<std::string> all;
    for (const Choice& choice : choices) all.insert(choice.text);
    return all;
}

std::set<std::string> offered(const FlowFile& file, const char* key, const std::string& typed,
                              const char* on = "title",
                              std::optional<ControlKind> kind = ControlKind::button) {
    return texts(choices_for(file, {Owner::control, key, on, kind}, typed));
}

TEST(Choices, OfPressesAreStepsAndWhatTheyTake) {
    const FlowFile file = demo_flow();
    // All but those that need what it has not: an order of scenes, flags of its own, pages.
    std::set<std::string> steps;
    for (const grammar::StepRow& row : grammar::steps) steps.insert(std::string(row.name));
    for (const char* none : {"load next", "load previous", "raise", "lower", "turn"})
        steps.erase(none);
    EXPECT_EQ(offered(file, "press", ""), steps);
    std::set<std::string> screens;
    for (const FlowScreen& screen : file.flow.screens) screens.insert("open " + screen.id.text);
    EXPECT_EQ(offered(file, "press", "open "), screens);
    EXPECT_EQ(offered(file, "press", "open ca"),
              std::set<std::string>({"open cargo"})); // and no other
    EXPECT_EQ(offered(file, "press", "load h"), std::set<std::string>({"load harbour"}));
    EXPECT_EQ(offered(file, "press", "load one-of [harbour, f"),
              std::set<std::string>({"load one-of [harbour, fog"}));
    EXPECT_EQ(offered(file, "press", "[reset music, res"),
              std::set<std::string>({"[reset music, reset", "[reset music, resume"}));
    EXPECT_EQ(offered(file, "press", "turn sections s", "options"),
              std::set<std::string>({"turn sections sound", "turn sections previous"}));
    EXPECT_EQ(offered(file, "press", "set window 9"),
              std::set<std::string>({"set window 960x540", "set window 1920x1080"}));
    EXPECT_TRUE(offered(file, "press", "todo ").empty());
}

TEST(Choices, OfOtherKeysAreWhatTheGrammarAndTheFlowHave) {
    const FlowFile file = demo_flow();
    EXPECT_EQ(offered(file, "in", "", "options"),
              std::set<std::string>({"tabs", "sound", "picture", "helm", "foot", "layout"}));
    EXPECT_EQ(offered(file, "setting", "", "options", ControlKind::toggle),
              std::set<std::string>({"gulls", "full-screen"}));
    EXPECT_EQ(offered(file, "setting", "", "options", ControlKind::text_field),
              std::set<std::string>({"captain"}));
    EXPECT_TRUE(offered(file, "when", "").contains("saved-voyage"));
    EXPECT_EQ(offered(file, "when", "music "),
              std::set<std::string>({"music above", "music below", "music and", "music or"}));
    EXPECT_EQ(offered(file, "when", "mirror is "),
              std::set<std::string>({"mirror is port", "mirror is starboard"}));
    EXPECT_TRUE(offered(file, "style", "deck").contains("deck-button"));
    EXPECT_TRUE(offered(file, "text", "A").empty());
    EXPECT_EQ(texts(choices_for(file, {Owner::group, "align", "options", {}}, "")),
              std::set<std::string>({"start", "middle", "end", "fill"}));
    EXPECT_TRUE(texts(style_choices(file, "fill", "br")).contains("brass"));
    EXPECT_TRUE(texts(style_choices(file, "fill", "night br")).contains("night brass"));
    EXPECT_TRUE(texts(style_choices(file, "cue", "kn")).contains("knock"));
}

/// Word by word, whatever is chosen: when nothing more is offered, the flow takes it.
TEST(Choices, TakenOneAfterTheOtherMakeSomethingThatTheFlowTakes) {
    std::mt19937 random(5);
    std::size_t taken = 0;
    for (std::uint32_t number = 0; number < part_of(120); ++number) {
        const FlowFile file = load_flow_text("random.flow.yaml", random_flow(number));
        if (!file.compiled) continue;
        for (const FlowScreen& screen : file.flow.screens)
            for (const FlowControl& control : screen.controls) {
                if (control.kind != ControlKind::button) continue;
                for (const char* key : {"press", "when"}) {
                    std::string typed;
                    std::vector<Choice> choices;
                    for (int words = 0; words < 6; ++words) {
                        choices = choices_for(
                            file, {Owner::control, key, screen.id.text, control.kind}, typed);
                        if (choices.empty()) break;
                        typed = choices[random() % choices.size()].text + " ";
                    }
                    typed.pop_back();
                    // What is counted or told is for the user to say.
                    const bool open = typed.starts_with("set ") || typed.starts_with("tell") ||
                                      typed.starts_with("todo") || typed.ends_with("one-of") ||
                                      typed.ends_with("above") || typed.ends_with("below") ||
                                      !choices.empty();
                    if (open) continue;
                    const NameAsked name{NameKind::control, screen.id.text + "." + control.id.text};
                    const Changed changed = set_key(file, name, key, typed);
                    for (const char* never : {"there is no", "is not a step", "wants", "needs"})
                        EXPECT_EQ(changed.fault.find(never), std::string::npos)
                            << key << ": " << typed << "\n"
                            << changed.fault;
                    ++taken;
                }
            }
        if (HasFailure()) return;
    }
    EXPECT_GT(taken, at_least(400));
}

/// What was typed before the last word stays as it is, whatever was typed.
TEST(Choices, KeepWhatWasTyped) {
    const FlowFile file = demo_flow();
    std::mt19937 random(3);
    const std::vector<std::string> pieces = {
        "open", "load", "one-of", "[",   "]",     "{",   "}",    ",",  " ",  "(",
        ")",    "not",  "and",    "is",  "turn",  "set", "back", "to", "\n", "-",
        "'",    "\"",   "#",      "do:", "cargo", "x",   "\xC3", "\t"};
    for (std::size_t i = 0; i < part_of(20'000); ++i) {
        std::string typed;
        for (std::size_t k = random() % 9; k > 0; --k) {
            typed += pieces[random() % pieces.size()];
            if (random() % 2 == 0) typed += ' ';
        }
        const std::size_t end = typed.find_last_of(" ,[]{}()\n");
        const std::string kept = end == std::string::npos ? "" : typed.substr(0, end + 1);
        const char* keys[] = {"press", "when", "in", "style", "text", "setting"};
        for (const Choice& choice : choices_for(
                 file, {Owner::control, keys[i % 6], "options", ControlKind::button}, typed))
            ASSERT_TRUE(choice.text.starts_with(kept)) << typed << "\n" << choice.text;
    }
}

} // namespace
} // namespace rondix::test
