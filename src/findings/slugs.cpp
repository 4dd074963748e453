// The one table of findings: their names, severities and meanings, why they hurt players, and which
// of the flows in examples/broken/ has one.
#include "rondix/tools/finding.hpp"

#include <algorithm>
#include <tuple>

namespace rondix {

const std::vector<SlugRow>& slug_table() {
    constexpr auto error = Severity::error;
    constexpr auto warning = Severity::warning;
    static const std::vector<SlugRow> table = {
        {Slug::unreadable, "unreadable", error, "the file cannot be read",
         "Nothing can be said of a flow that cannot be read.", ""},
        {Slug::not_utf8, "not-utf8", error, "the file is not UTF-8 text",
         "A letter that is stored otherwise would be shown as rubbish.", ""},
        {Slug::not_yaml, "not-yaml", error, "the file is not YAML",
         "Nothing behind the slip can be read.", "text-with-a-colon"},
        {Slug::too_large, "too-large", error, "the file is larger than any flow needs",
         "A flow of that size is most likely another file.", ""},
        {Slug::too_deep, "too-deep", error, "values are nested deeper than any flow needs",
         "A flow that is nested so deep is most likely an attack.", ""},
        {Slug::alias_flood, "alias-flood", error, "aliases expand to more than any flow needs",
         "A few lines of it would fill all memory.", ""},
        {Slug::not_a_flow, "not-a-flow", error, "the file is YAML, but not of this kind or version",
         "A file of another kind or version would be understood wrongly.", "of-a-later-version"},
        {Slug::unknown_key, "unknown-key", error, "a key that means nothing here",
         "What stands there is left out, though its author counts on it.", "misspelt-key"},
        {Slug::wrong_type, "wrong-type", error, "a value of another kind than is wanted here",
         "What is meant can only be guessed.", "not-yes-or-no"},
        {Slug::missing_key, "missing-key", error, "a key that has to be there is not",
         "Without it nobody knows what to do there.", "scene-without-file"},
        {Slug::bad_name, "bad-name", error, "a name with characters that names cannot have",
         "Names are written in steps, conditions and code, where blanks and signs mean something "
         "else.",
         "name-with-a-blank"},
        {Slug::bad_step, "bad-step", error,
         "a step that there is not, or with a word too few or many",
         "The press would do nothing, or something else.", "press-names-nothing"},
        {Slug::bad_condition, "bad-condition", error, "a condition that cannot be read",
         "The button would be usable at the wrong time, or never.", "condition-with-signs"},
        {Slug::step_order, "step-order", error,
         "a step that moves among screens and does not stand last in its list",
         "What stands after a move to another screen would be done on the way, or never: nobody "
         "can tell.",
         "step-after-a-move"},
        {Slug::given_twice, "given-twice", error, "the same name twice",
         "One of the two would hide the other.", "two-of-a-name"},
        {Slug::unknown_name, "unknown-name", error, "a name that nothing bears",
         "The press would lead nowhere.", "wrong-case"},
        {Slug::scene_not_listed, "scene-not-listed", error, "a scene that is used but not listed",
         "The load would never end: there is no file to load.", "scene-not-listed"},
        {Slug::like_circle, "like-circle", error,
         "screens, styles or groups that are like, or in, each other in a circle",
         "Neither has anything of its own to begin with.", "alike-in-a-circle"},
        {Slug::play_unbound, "play-unbound", error, "a play screen where it cannot be",
         "A play screen without its scene shows a game that is not there.", "play-screen-opened"},
        {Slug::request_screen, "request-screen", error,
         "the screen of a request where it cannot be",
         "A player could wait for an answer to something that nobody asked.", "opens-what-waits"},
        {Slug::empty_press, "empty-press", error, "a button whose press does nothing",
         "The player presses, and the game seems broken.", "button-without-press"},
        {Slug::todo, "todo", warning, "a button that is not wired yet",
         "The player presses, and nothing happens yet.", "not-wired-yet"},
        {Slug::scene_unused, "scene-unused", warning, "a scene that nothing loads",
         "Either a button is missing that loads it, or it is shipped for nothing.",
         "scene-never-loaded"},
        {Slug::request_unused, "request-unused", warning, "a request that nothing makes",
         "Either a button is missing that makes it, or it is left over.", "request-nobody-makes"},
        {Slug::part_unused, "part-unused", warning, "a part that no screen has",
         "It looks as if it were on the screens, and is not.", "part-nobody-has"},
        {Slug::unknown_mention, "unknown-mention", warning, "a text names a key that there is not",
         "The player reads a name in brackets instead of a key.", "text-names-no-key"},
        {Slug::missing_file, "missing-file", error, "a file that is named, and is not there",
         "The player sees or hears nothing in its place.", "theme-not-there"},
        {Slug::says_otherwise, "says-otherwise", warning,
         "a button that is called like one screen and leads to another",
         "The player who wants to go there ends up elsewhere, and blames the game.",
         "button-says-options"},
        {Slug::value_differs, "value-differs", warning,
         "a text with another number than what it stands for",
         "The player chooses one thing and gets another.", "window-size-typed-wrong"},
        {Slug::same_press, "same-press", warning, "two buttons of a screen that do the same",
         "One of them was meant for something else, which the player now cannot reach.",
         "two-buttons-do-the-same"},
        {Slug::copied_screen, "copied-screen", warning,
         "a screen that was copied, and still leads where the other does",
         "The buttons of the copy lead to where the original stands.", "copied-with-its-links"},
        {Slug::machine_name, "machine-name", warning, "a name that nobody thought of",
         "In walkthroughs, traces and code nobody knows which one it is.", "button-17"},
        {Slug::no_title, "no-title", warning, "a screen without a title",
         "The player does not read where they are, and who does not see does not hear it.",
         "screen-without-title"},
        {Slug::flag_fixed, "flag-fixed", warning, "a flag that nothing ever changes",
         "What waits for it waits for ever.", "flag-nobody-raises"},
        {Slug::event_unanswered, "event-unanswered", warning, "an event that does nothing",
         "The game reports something that the menus then ignore.", "event-without-answer"},
        {Slug::cue_unused, "cue-unused", warning, "a cue that no style plays",
         "A sound that somebody made is never heard.", "cue-nobody-plays"},
        {Slug::style_unused, "style-unused", warning, "a style that nothing wears",
         "Whoever changes it sees nothing change.", "style-nobody-wears"},
        {Slug::fixed_condition, "fixed-condition", warning,
         "a condition that holds always, or never",
         "A part of the menus that somebody wrote can never happen.", "condition-never-true"},
        {Slug::no_goal, "no-goal", error, "a flow with neither a play screen nor a way to quit",
         "There is nothing to play, and no way out.", "nowhere-to-go"},
        {Slug::no_way_out, "no-way-out", error,
         "the player is stuck: no way to play or out of the game that holds whatever is answered",
         "The player has to kill the game, and loses what was not saved.", "options-without-back"},
        {Slug::no_quit, "no-quit", error,
         "the player cannot leave the game: no way that holds whatever is answered",
         "When the disk or the net fails, or never does, the player cannot even leave.",
         "no-way-to-quit"},
        {Slug::never_shown, "never-shown", error, "a screen that nothing ever shows",
         "Somebody made a screen that no player will see.", "screen-never-shown"},
        {Slug::never_pressable, "never-pressable", error, "a button that can never be pressed",
         "The player sees a button that is grey for ever.", "button-never-pressable"},
        {Slug::reopens, "reopens", warning, "a screen that is opened while it is open already",
         "What stood above it is closed, though nobody said so.", "opened-twice"},
        {Slug::idle_step, "idle-step", warning, "a step that can do nothing where it stands",
         "The player presses, and nothing happens.", "resume-from-the-title"},
        {Slug::nothing_usable, "nothing-usable", warning,
         "a screen on which nothing can be used and back leads nowhere",
         "The player stares at a screen that does not answer.", "nothing-to-press"},
        {Slug::restless_back, "restless-back", warning,
         "a screen from which back, again and again, comes to no rest",
         "The player goes back and back, and comes to no end.", "back-goes-round"},
        {Slug::endless_wait, "endless-wait", error,
         "a load or request that, never answered, keeps the player for ever",
         "When no answer comes, the player waits for ever.", "load-without-end"},
        {Slug::out_of_reach, "out-of-reach", warning,
         "a screen or control that one of the flow's devices never reaches",
         "The player with that device never sees it, or sees it and cannot use it.",
         "chart-by-key-alone"},
        {Slug::too_quick, "too-quick", warning, "a screen that is gone before it can be read",
         "The player reads half of it, and wonders what it said.", "gone-before-it-is-read"},
        {Slug::leaves_unasked, "leaves-unasked", error,
         "a way to leave without a question while a flag warns",
         "One press, and the work of an hour is gone.", "leaves-without-asking"},
        {Slug::off_canvas, "off-canvas", error, "what stands over the edge of the canvas",
         "The player cannot see it, or not all of it.", "over-the-edge"},
        {Slug::outside_safe, "outside-safe", warning, "what stands outside the safe margin",
         "Some displays cut off what stands there.", "in-the-safe-margin"},
        {Slug::overlap, "overlap", warning, "controls that can be used and overlap",
         "The player presses the one and hits the other.", "one-over-the-other"},
        {Slug::small_target, "small-target", warning, "a control that is hard to hit",
         "A finger or an unsteady hand misses it.", "too-small-to-hit"},
        {Slug::text_too_long, "text-too-long", warning, "a text that has too little room",
         "The text is made smaller, or cut off.", "text-without-room"},
        {Slug::tight_text, "tight-text", warning,
         "a text that would have too little room, were it a third longer",
         "Translations are longer, and will not fit.", "text-without-spare-room"},
        {Slug::low_contrast, "low-contrast", warning, "a text that is too like its ground",
         "Many players cannot read it, nobody can in the sun.", "grey-on-grey"},
        {Slug::faint_focus, "faint-focus", warning, "a focus that can hardly be seen",
         "The player with a pad does not see what a press will hit.", "focus-not-seen"},
        {Slug::stretched_picture, "stretched-picture", warning, "a picture pulled out of shape",
         "It looks like a mistake, and is one.", "picture-pulled-out"},
        {Slug::stranded, "stranded", error, "a control that declared routes keep out of reach",
         "The player with a pad cannot reach it.", "route-past-a-button"},
        {Slug::silence_unused, "unused-allow", warning, "a 'fine' that answers no finding",
         "It would hide the next finding of its kind, which nobody has looked at.",
         "fine-for-nothing"},
        {Slug::silence_unreadable, "unreadable-allow", warning,
         "a 'fine' that names no finding, or gives no reason",
         "Who reads it believes that somebody has decided this.", "fine-names-no-warning"},
        {Slug::walk_fails, "walk-fails", error, "a walkthrough expects what is not so",
         "The menus do not do what somebody wrote down that they do.", ""},
    };
    return table;
}

const SlugRow& row_of(Slug slug) {
    return slug_table()[static_cast<std::size_t>(slug)];
}

Finding& add(Findings& findings, Slug slug, Place place, std::string text) {
    return findings.emplace_back(Finding{.slug = slug, .place = place, .text = std::move(text)});
}

Finding& add(Findings& findings, Slug slug, Place place, Said said) {
    Finding& finding = add(findings, slug, place, std::move(said.text));
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
        return std::tuple(finding.place.file, finding.place.begin, finding.slug);
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
