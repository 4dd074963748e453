// The one table of findings: their names, severities and meanings, why they hurt players, and which
// of the flows in examples/broken/ has one.
#include "rondix/tools/finding.hpp"

#include <algorithm>
#include <tuple>

namespace rondix {

const std::vector<RuleRow>& rule_table() {
    constexpr auto error = Severity::error;
    constexpr auto warning = Severity::warning;
    static const std::vector<RuleRow> table = {
        {RuleId::unreadable, "unreadable", error, "the file cannot be read",
         "A flow that cannot be read cannot be checked.", ""},
        {RuleId::not_utf8, "not-utf8", error, "the file is not UTF-8 text",
         "Text in another encoding is displayed as garbage.", ""},
        {RuleId::not_yaml, "not-yaml", error, "the file is not YAML",
         "Nothing after the mistake can be read.", "text-with-a-colon"},
        {RuleId::too_large, "too-large", error, "the file is larger than a flow may be",
         "A file of that size is most likely no flow.", ""},
        {RuleId::too_deep, "too-deep", error, "values are nested deeper than a flow may nest them",
         "Such nesting occurs in files that are made to exhaust a reader.", ""},
        {RuleId::alias_flood, "alias-flood", error, "aliases expand to more than a flow may hold",
         "A few lines of this kind can fill all memory.", ""},
        {RuleId::not_a_flow, "not-a-flow", error,
         "the file is YAML, but not of this kind or version",
         "A file of another kind or version would be misread.", "of-a-later-version"},
        {RuleId::unknown_key, "unknown-key", error, "an unknown key",
         "Its value would be ignored, although the author relies on it.", "misspelt-key"},
        {RuleId::wrong_type, "wrong-type", error, "a value of the wrong type",
         "The intended value is unknown.", "not-yes-or-no"},
        {RuleId::missing_key, "missing-key", error, "a required key is missing",
         "Without it the flow is incomplete.", "scene-without-file"},
        {RuleId::bad_name, "bad-name", error, "a name with characters that names cannot have",
         "Names are used in steps, conditions and code, where spaces and operators have a meaning "
         "of their own.",
         "name-with-a-blank"},
        {RuleId::bad_step, "bad-step", error,
         "an unknown step, or one with the wrong number of words",
         "The press would do nothing, or something unintended.", "press-names-nothing"},
        {RuleId::bad_condition, "bad-condition", error, "a condition that cannot be read",
         "The button would be enabled at the wrong time, or never.", "condition-with-signs"},
        {RuleId::step_order, "step-order", error,
         "a step that changes the screen and is not the last in its list",
         "It is unclear on which screen the steps after it would run, or whether they run at "
         "all.",
         "step-after-a-move"},
        {RuleId::given_twice, "given-twice", error, "a name that is declared twice",
         "One declaration would hide the other.", "two-of-a-name"},
        {RuleId::unknown_name, "unknown-name", error, "a name that is not declared",
         "The press would lead nowhere.", "wrong-case"},
        {RuleId::scene_not_listed, "scene-not-listed", error,
         "a scene that is loaded but not listed under `scenes:`",
         "The load would fail: no file is known for it.", "scene-not-listed"},
        {RuleId::like_circle, "like-circle", error,
         "screens, styles or groups that extend or contain each other in a cycle",
         "No member of the cycle has content to start from.", "alike-in-a-circle"},
        {RuleId::nested_scroll, "nested-scroll", error, "what scrolls in a group that scrolls",
         "A wheel or a finger could mean either of them.", "scrolls-in-what-scrolls"},
        {RuleId::play_unbound, "play-unbound", error, "a play screen that is opened like a menu",
         "A play screen without its scene shows a game that is not loaded.", "play-screen-opened"},
        {RuleId::request_screen, "request-screen", error,
         "a request screen that is opened without its request",
         "The player would wait for an answer to a request that was never made.",
         "opens-what-waits"},
        {RuleId::empty_press, "empty-press", error, "a button whose press does nothing",
         "The player presses the button, and the game appears broken.", "button-without-press"},
        {RuleId::todo, "todo", warning, "a button that is not wired yet",
         "The player presses the button, and nothing happens.", "not-wired-yet"},
        {RuleId::scene_unused, "scene-unused", warning, "a scene that nothing loads",
         "Either the button that loads it is missing, or the scene is not needed.",
         "scene-never-loaded"},
        {RuleId::request_unused, "request-unused", warning, "a request that nothing makes",
         "Either the button that makes it is missing, or the request is not needed.",
         "request-nobody-makes"},
        {RuleId::part_unused, "part-unused", warning, "a part that no screen uses",
         "Its controls appear to be on the screens, but are on none.", "part-nobody-has"},
        {RuleId::unknown_mention, "unknown-mention", warning, "a text that names an unknown key",
         "The player reads the name in braces instead of a key.", "text-names-no-key"},
        {RuleId::missing_file, "missing-file", error, "a file that does not exist",
         "The picture, font or sound is missing in the game.", "theme-not-there"},
        {RuleId::says_otherwise, "says-otherwise", warning,
         "a button that is named after one screen and leads to another",
         "The player ends up on another screen than the button says.", "button-says-options"},
        {RuleId::value_differs, "value-differs", warning,
         "a text whose number differs from the value that it sets",
         "The player chooses one value and gets another.", "window-size-typed-wrong"},
        {RuleId::same_press, "same-press", warning, "two buttons of a screen that do the same",
         "One of them was probably meant for something else, which the player cannot reach.",
         "two-buttons-do-the-same"},
        {RuleId::copied_screen, "copied-screen", warning,
         "a copied screen whose buttons still lead where those of the original do",
         "The buttons of the copy act on the original.", "copied-with-its-links"},
        {RuleId::machine_name, "machine-name", warning, "a name that a program made up",
         "Such a name says nothing in walkthroughs, traces and code.", "button-17"},
        {RuleId::no_title, "no-title", warning, "a screen without a title",
         "The player cannot read where they are, and a screen reader cannot announce it.",
         "screen-without-title"},
        {RuleId::flag_fixed, "flag-fixed", warning, "a flag that nothing changes",
         "Whatever depends on it never changes.", "flag-nobody-raises"},
        {RuleId::event_unanswered, "event-unanswered", warning, "an event without an action",
         "The game reports the event, and the menus ignore it.", "event-without-answer"},
        {RuleId::no_default_key, "no-default-key", warning,
         "a named key that no key of the keyboard stands for",
         "Until the game or the player chooses one, nobody can press it.", "a-key-that-is-none"},
        {RuleId::cue_unused, "cue-unused", warning, "a cue that no style plays",
         "The sound is shipped and never heard.", "cue-nobody-plays"},
        {RuleId::style_unused, "style-unused", warning, "an unused style",
         "Changes of it have no effect.", "style-unused"},
        {RuleId::fixed_condition, "fixed-condition", warning,
         "a condition that is always true, or never", "A part of the flow has no effect.",
         "condition-never-true"},
        {RuleId::no_goal, "no-goal", error, "a flow with neither a play screen nor a way to quit",
         "There is nothing to play and no way out.", "nowhere-to-go"},
        {RuleId::no_way_out, "no-way-out", error,
         "the player is stuck: nothing they press leads to play or out of the game for certain",
         "The player has to kill the game and loses unsaved progress.", "options-without-back"},
        {RuleId::no_quit, "no-quit", error,
         "the player cannot quit: nothing they press leads out of the game for certain",
         "When a disk or a network fails or does not answer, the player cannot even quit.",
         "no-way-to-quit"},
        {RuleId::never_shown, "never-shown", error, "a screen that is never shown",
         "No player will see the screen.", "screen-never-shown"},
        {RuleId::never_pressable, "never-pressable", error, "a button that can never be pressed",
         "The player sees a button that is always disabled, or that none of the devices reaches.",
         "button-never-pressable"},
        {RuleId::reopens, "reopens", warning, "a screen that is opened while it is already open",
         "The screens above it are closed, although no step says so.", "opened-twice"},
        {RuleId::idle_step, "idle-step", warning, "a step that never has an effect",
         "The player presses the button, and nothing happens.", "resume-from-the-title"},
        {RuleId::nothing_usable, "nothing-usable", warning,
         "a screen without an enabled control, from which back leads nowhere",
         "The screen does not respond to the player.", "nothing-to-press"},
        {RuleId::restless_back, "restless-back", warning,
         "a screen from which pressing back repeatedly goes round in a cycle",
         "The player cannot leave by pressing back.", "back-goes-round"},
        {RuleId::back_elsewhere, "back-elsewhere", warning,
         "back leads elsewhere than the player came from",
         "The player expects to return, and is somewhere else, perhaps over a paused game.",
         "options-go-to-the-title"},
        {RuleId::endless_wait, "endless-wait", error,
         "a load or request that keeps the player waiting when it is never answered",
         "When no answer comes, the player waits for ever.", "load-without-end"},
        {RuleId::out_of_reach, "out-of-reach", warning,
         "a screen or control that one of the flow's devices cannot reach",
         "A player with that device never sees it, or sees it and cannot use it.",
         "chart-by-key-alone"},
        {RuleId::too_quick, "too-quick", warning, "a screen that closes before it can be read",
         "The player cannot finish reading it.", "gone-before-it-is-read"},
        {RuleId::leaves_unasked, "leaves-unasked", error,
         "a way to leave without a confirmation while a `warns` flag is raised",
         "One press discards unsaved work.", "leaves-without-asking"},
        {RuleId::off_canvas, "off-canvas", error, "an item that extends beyond the canvas",
         "The player does not see all of it.", "over-the-edge"},
        {RuleId::outside_safe, "outside-safe", warning, "an item outside the safe margin",
         "Some displays cut off this area.", "in-the-safe-margin"},
        {RuleId::overlap, "overlap", warning, "enabled controls that overlap",
         "The player aims at one and hits the other.", "one-over-the-other"},
        {RuleId::covered, "covered", warning, "a control or text with something drawn over it",
         "The player does not see it, or cannot read it.", "behind-a-panel"},
        {RuleId::small_target, "small-target", warning,
         "a control that is too small to hit reliably", "A finger or an unsteady hand misses it.",
         "too-small-to-hit"},
        {RuleId::text_too_long, "text-too-long", warning, "a text that does not fit",
         "The text is shrunk or cut off.", "text-without-room"},
        {RuleId::tight_text, "tight-text", warning,
         "a text that would not fit if it were a third longer",
         "Translations are often longer and will not fit.", "text-without-spare-room"},
        {RuleId::low_contrast, "low-contrast", warning, "a text with too little contrast",
         "Many players cannot read it, and nobody can in bright light.", "grey-on-grey"},
        {RuleId::faint_focus, "faint-focus", warning, "a focus that is hard to see",
         "A player with a pad does not see which control a press will activate.", "focus-not-seen"},
        {RuleId::stretched_picture, "stretched-picture", warning,
         "a picture with a distorted aspect ratio", "The picture looks wrong.",
         "picture-pulled-out"},
        {RuleId::stranded, "stranded", error, "a control that declared routes make unreachable",
         "A player with a pad cannot reach it.", "route-past-a-button"},
        {RuleId::unused_allow, "unused-allow", warning, "an 'allow' comment without a finding",
         "It would hide the next finding of this rule, which nobody has reviewed.",
         "allow-for-nothing"},
        {RuleId::unreadable_allow, "unreadable-allow", warning,
         "an 'allow' comment without a known rule or without a reason",
         "It suppresses nothing, although it looks as if it did.", "allow-names-no-warning"},
        {RuleId::walk_fails, "walk-fails", error, "a walkthrough whose expectation is not met",
         "The menus do not behave as the walkthrough says.", ""},
    };
    return table;
}

const RuleRow& row_of(RuleId rule) {
    return rule_table()[static_cast<std::size_t>(rule)];
}

Finding& add_finding(Findings& findings, RuleId rule, SourceRange place, std::string text) {
    return findings.emplace_back(Finding{.rule = rule, .place = place, .text = std::move(text)});
}

Finding& add_finding(Findings& findings, RuleId rule, SourceRange place, Said said) {
    Finding& finding = add_finding(findings, rule, place, std::move(said.text));
    finding.meant = std::move(said.meant);
    return finding;
}

std::string_view name_of(Category category) {
    constexpr std::string_view names[] = {"input", "flow",  "wiring", "behaviour",
                                          "looks", "allow", "walk"};
    static_assert(std::size(names) == static_cast<std::size_t>(Category::walk) + 1);
    return names[static_cast<std::size_t>(category)];
}

void put_in_order(Findings& findings) {
    const auto key = [](const Finding& finding) {
        return std::tuple(finding.place.file, finding.place.begin, finding.rule);
    };
    std::stable_sort(findings.begin(), findings.end(),
                     [&](const Finding& a, const Finding& b) { return key(a) < key(b); });
    const auto last =
        std::unique(findings.begin(), findings.end(), [&](const Finding& a, const Finding& b) {
            return key(a) == key(b) && a.place.known();
        });
    findings.erase(last, findings.end());
}

bool has_errors(const Findings& findings) {
    return std::any_of(findings.begin(), findings.end(), [](const Finding& finding) {
        return finding.severity() == Severity::error;
    });
}

} // namespace rondix
