// The one table of findings: their names, severities and meanings.
#include "rondix/finding.hpp"

#include <algorithm>

namespace rondix {

const std::vector<SlugRow>& slug_table() {
    constexpr auto error = Severity::error;
    constexpr auto warning = Severity::warning;
    static const std::vector<SlugRow> table = {
        {Slug::unreadable, "unreadable", error, "the file cannot be read"},
        {Slug::not_utf8, "not-utf8", error, "the file is not UTF-8 text"},
        {Slug::not_yaml, "not-yaml", error, "the file is not YAML"},
        {Slug::too_large, "too-large", error, "the file is larger than any flow needs"},
        {Slug::too_deep, "too-deep", error, "values are nested deeper than any flow needs"},
        {Slug::alias_flood, "alias-flood", error, "aliases expand to more than any flow needs"},
        {Slug::not_a_flow, "not-a-flow", error,
         "the file is YAML, but not of this kind or version"},
        {Slug::unknown_key, "unknown-key", error, "a key that means nothing here"},
        {Slug::wrong_type, "wrong-type", error, "a value of another kind than is wanted here"},
        {Slug::missing_key, "missing-key", error, "a key that has to be there is not"},
        {Slug::bad_name, "bad-name", error, "a name with characters that names cannot have"},
        {Slug::bad_step, "bad-step", error,
         "a step that there is not, or with a word too few or many"},
        {Slug::bad_condition, "bad-condition", error, "a condition that cannot be read"},
        {Slug::step_order, "step-order", error,
         "a step that moves among screens and does not stand last in its list"},
        {Slug::given_twice, "given-twice", error, "the same name twice"},
        {Slug::unknown_name, "unknown-name", error, "a name that nothing bears"},
        {Slug::scene_not_listed, "scene-not-listed", error, "a scene that is used but not listed"},
        {Slug::like_circle, "like-circle", error,
         "screens, styles or groups that are like, or in, each other in a circle"},
        {Slug::play_unbound, "play-unbound", error, "a play screen where it cannot be"},
        {Slug::request_screen, "request-screen", error,
         "the screen of a request where it cannot be"},
        {Slug::empty_press, "empty-press", error, "a button whose press does nothing"},
        {Slug::todo, "todo", warning, "a button that is not wired yet"},
        {Slug::scene_unused, "scene-unused", warning, "a scene that nothing loads"},
        {Slug::request_unused, "request-unused", warning, "a request that nothing makes"},
        {Slug::part_unused, "part-unused", warning, "a part that no screen has"},
        {Slug::unknown_mention, "unknown-mention", warning, "a text names a key that there is not"},
        {Slug::missing_file, "missing-file", error, "a file that is named, and is not there"},
        {Slug::says_otherwise, "says-otherwise", warning,
         "a button that is called like one screen and leads to another"},
        {Slug::value_differs, "value-differs", warning,
         "a text with another number than what it stands for"},
        {Slug::same_press, "same-press", warning, "two buttons of a screen that do the same"},
        {Slug::copied_screen, "copied-screen", warning,
         "a screen that was copied, and still leads where the other does"},
        {Slug::machine_name, "machine-name", warning, "a name that nobody thought of"},
        {Slug::no_title, "no-title", warning, "a screen without a title"},
        {Slug::flag_fixed, "flag-fixed", warning, "a flag that nothing ever changes"},
        {Slug::event_unanswered, "event-unanswered", warning, "an event that does nothing"},
        {Slug::cue_unused, "cue-unused", warning, "a cue that no style plays"},
        {Slug::style_unused, "style-unused", warning, "a style that nothing wears"},
        {Slug::fixed_condition, "fixed-condition", warning,
         "a condition that holds always, or never"},
        {Slug::no_goal, "no-goal", error, "a flow with neither a play screen nor a way to quit"},
        {Slug::no_way_out, "no-way-out", error, "the player is stuck: neither play nor quit"},
        {Slug::no_quit, "no-quit", error, "the player cannot leave the game, should loads fail"},
        {Slug::never_shown, "never-shown", error, "a screen that nothing ever shows"},
        {Slug::never_pressable, "never-pressable", error, "a button that can never be pressed"},
        {Slug::reopens, "reopens", warning, "a screen that is opened while it is open already"},
        {Slug::idle_step, "idle-step", warning, "a step that can do nothing where it stands"},
        {Slug::nothing_usable, "nothing-usable", warning,
         "a screen on which nothing can be used and back leads nowhere"},
        {Slug::restless_back, "restless-back", warning,
         "a screen from which back, again and again, comes to no rest"},
        {Slug::endless_wait, "endless-wait", warning,
         "a load or request that can be waited for without end"},
        {Slug::leaves_unasked, "leaves-unasked", error,
         "a way to leave without a question while a flag warns"},
        {Slug::off_canvas, "off-canvas", error, "what stands over the edge of the canvas"},
        {Slug::outside_safe, "outside-safe", warning, "what stands outside the safe margin"},
        {Slug::overlap, "overlap", warning, "controls that can be used and overlap"},
        {Slug::small_target, "small-target", warning, "a control that is hard to hit"},
        {Slug::text_too_long, "text-too-long", warning, "a text that has too little room"},
        {Slug::tight_text, "tight-text", warning,
         "a text that would have too little room, were it a third longer"},
        {Slug::low_contrast, "low-contrast", warning, "a text that is too like its ground"},
        {Slug::faint_focus, "faint-focus", warning, "a focus that can hardly be seen"},
        {Slug::stretched_picture, "stretched-picture", warning, "a picture pulled out of shape"},
        {Slug::stranded, "stranded", error, "a control that declared routes keep out of reach"},
        {Slug::silence_unused, "silence-unused", warning, "a 'fine' that answers no finding"},
        {Slug::silence_unreadable, "silence-unreadable", warning,
         "a 'fine' that names no finding, or gives no reason"},
        {Slug::walk_fails, "walk-fails", error, "a walkthrough expects what is not so"},
    };
    return table;
}

const SlugRow& row_of(Slug slug) {
    return slug_table()[static_cast<std::size_t>(slug)];
}

Finding& add(Findings& findings, Slug slug, Place place, std::string text) {
    return findings.emplace_back(Finding{.slug = slug, .place = place, .text = std::move(text)});
}

bool has_errors(const Findings& findings) {
    return std::any_of(findings.begin(), findings.end(), [](const Finding& finding) {
        return finding.severity() == Severity::error;
    });
}

} // namespace rondix
