// Flows written in C++: they come to the same tables as the file with the same words, and slips are
// found as they are there, with their places said in words.
#include "rondix/tools/check.hpp"
#include "rondix/tools/flow_in_code.hpp"
#include "rondix/tools/pack.hpp"
#include "support.hpp"

namespace rondix::test {
namespace {

using namespace in_code;

in_code::Flow ferry() {
    return flow("Ferry")
        .start("pier")
        .design_size(1280, 720)
        .scene("pier", "pier.json", "title", true)
        .scene("sea", "sea.json", "helm")
        .order({"sea", "pier"})
        .loading({.screen = "under-way", .failed = "storm", .timeout = 20})
        .flag("saved", set_by_game)
        .flag("seen")
        .setting("music", number(0, 100).by(5).default_to(70))
        .setting("gulls", yes_no().default_to(true))
        .setting("window", one_of({"960x540", "1280x720"}).default_to("1280x720").keep_within(10))
        .setting("captain", text_value(12).default_to("Odwin"))
        .setting("horn", key_for("accept"))
        .event("aground", open("aground"), {.after = 1.2})
        .event("moored", {raise("seen"), open("aground")}, {.during = During::any, .waits = true})
        .request("log", in_code::Request()
                            .screen("writing")
                            .done(tell("written"))
                            .failed(open("storm"))
                            .timeout(5))
        .screen(screen("title")
                    .title("Ferry")
                    .key("chart", open("options"))
                    .key("log", tell("log"), "L", "y")
                    .back(ask("Leave?", quit()))
                    .with(button("sail").text("Sail").press(
                        {when("saved and not seen", {raise("seen"), load("sea")}),
                         otherwise(load("sea"))}))
                    .with(button("voyage")
                              .text("Continue")
                              .press(load("sea"))
                              .when("saved")
                              .hidden_otherwise())
                    .with(button("options").text("none").press(open("options")).hint("yes"))
                    .with(button("leave").text("Leave").press(quit()).hold(1)))
        .screen(
            screen("under-way")
                .also("controls", list({map({{"label", "wait"}, {"text", quoted("Under way")}})})))
        .screen(screen("storm")
                    .back(nothing())
                    .with(button("again").press(retry()))
                    .with(button("on").press(load_next()))
                    .with(button("leave").press(quit())))
        .screen(screen("helm").play().menu(open("pause")))
        .screen(screen("pause")
                    .menu(resume())
                    .with(button("resume").press(resume()))
                    .with(button("log").press(request("log")))
                    .with(button("options").press(open("options")))
                    .with(button("leave").press(quit())))
        .screen(screen("aground")
                    .extends("pause")
                    .back(nothing())
                    .menu(nothing())
                    .does_not_pause()
                    .with(button("again").press(retry())))
        .screen(screen("writing").with(label("wait").text("Writing")))
        .screen(
            screen("options")
                .focus("music")
                .idle(60, back())
                .with(slider("music", "music"))
                .with(toggle("gulls", "gulls"))
                .with(choice("window", "window"))
                .with(text_field("captain", "captain"))
                .with(button("reset").press({reset("music"), set("gulls", "no")}).cooldown(0.5)));
}

const char* const the_same = R"(
rondix: 1
game: Ferry
start: pier
design-size: 1280x720
loading: { screen: under-way, failed: storm, timeout: 20s }
scenes:
  pier: { file: pier.json, root: title, keep-loaded: yes }
  sea: { file: sea.json, root: helm }
order: [sea, pier]
flags:
  saved: { set-by: game }
  seen: { set-by: flow }
settings:
  music: { from: 0, to: 100, by: 5, default: 70 }
  gulls: { default: yes }
  window: { one-of: [960x540, 1280x720], default: 1280x720, keep-within: 10s }
  captain: { max-length: 12, default: Odwin }
  horn: { binds: accept }
events:
  aground: { during: play, after: 1.2s, do: open aground }
  moored: { during: any, else: wait, do: [raise seen, open aground] }
requests:
  log: { screen: writing, done: tell written, failed: open storm, timeout: 5s }
screens:
  title:
    title: Ferry
    back: { ask: Leave?, do: quit }
    keys: { chart: open options, log: { do: tell log, key: L, pad: y } }
    controls:
      - button: sail
        text: Sail
        press: [{ when: saved and not seen, do: [raise seen, load sea] }, { do: load sea }]
      - { button: voyage, text: Continue, press: load sea, when: saved, else: hidden }
      - { button: options, text: "none", press: open options, hint: "yes" }
      - { button: leave, text: Leave, press: quit, hold: 1s }
  under-way:
    controls:
      - { label: wait, text: Under way }
  storm:
    back: none
    controls:
      - { button: again, press: retry }
      - { button: on, press: load next }
      - { button: leave, press: quit }
  helm: { play: yes, menu: open pause }
  pause:
    menu: resume
    controls:
      - { button: resume, press: resume }
      - { button: log, press: request log }
      - { button: options, press: open options }
      - { button: leave, press: quit }
  aground:
    extends: pause
    back: none
    menu: none
    pauses: no
    controls:
      - { button: again, press: retry }
  writing:
    controls:
      - { label: wait, text: Writing }
  options:
    focus: music
    idle: { after: 60s, do: back }
    controls:
      - { slider: music, setting: music }
      - { toggle: gulls, setting: gulls }
      - { choice: window, setting: window }
      - { text-field: captain, setting: captain }
      - { button: reset, press: [reset music, set gulls no], cooldown: 0.5s }
)";

TEST(FlowInCode, ComesToTheSameTablesAsTheFile) {
    const FlowFile written = good_flow(the_same);
    const FlowFile made = ferry().read();
    ASSERT_TRUE(made.compiled) << all_text(made);
    EXPECT_EQ(pack(*made.compiled), pack(*written.compiled)); // byte by byte
    const CheckResult one = prove(made), other = prove(written);
    EXPECT_EQ(one.verdict, Verdict::proved) << check_text(made, one);
    EXPECT_EQ(one.figures.heads, other.figures.heads);
    EXPECT_EQ(one.findings.size(), other.findings.size());
}

/// What is told of a flow, finding by finding.
std::string told(const in_code::Flow& flow) {
    const FlowFile file = flow.read();
    const CheckResult result = prove(file);
    std::string text;
    for (const Finding& finding : result.findings) text += finding_text(finding, file.sources);
    return text;
}

TEST(FlowInCode, TellsTheSameFindingsWithPlacesInWords) {
    const auto trapped = flow("Trap")
                             .start("title")
                             .screen(screen("title")
                                         .with(button("options").press(open("options")))
                                         .with(button("leave").press(quit())))
                             .screen(screen("options").back(nothing()));
    EXPECT_EQ(
        told(trapped),
        "in code, screen 'options': error: the player can get stuck on 'options' [no-way-out]\n"
        "in code, screen 'options': note: back is disabled here\n"
        "  how: press options\n"
        "  here the player can: do nothing at all\n"
        "  fix: give 'options' a button that leads out, such as 'press: back', or remove 'back: "
        "none'\n");
    const FlowFile file = trapped.read();
    EXPECT_NE(check_json(file, prove(file)).find("\"what\": \"screen 'options'\""),
              std::string::npos);
}

TEST(FlowInCode, FindsEverySlipAtItsPlace) {
    const auto slips = flow("Slips")
                           .start("titel")
                           .scene("sea", "sea.json", "helm")
                           .flag("fog")
                           .flag("fog")
                           .setting("music", number(10, 0))
                           .event("aground", open("agruond"))
                           .screen(screen("helm").play().also("pauzes", true))
                           .screen(screen("title")
                                       .with(button("sail").press({load("sea"), raise("fog")}))
                                       .with(button("sail").press(open("title ")))
                                       .with(button("go").press(tell("x")).when("fgo and")));
    const std::string text = told(slips);
    for (const char* expected :
         {"in code, start: error:", "did you mean 'title'?",
          "in code, flag 'fog': error: 'fog' is given twice [given-twice]",
          "in code, setting 'music': error: 'to' must be greater than 'from'",
          "in code, event 'aground': error:",
          "in code, screen 'helm': error: a screen has no key 'pauzes'",
          "in code, screen 'title', button 'sail': error:", "[step-order]",
          "in code, screen 'title', button 'go': error:", "[bad-condition]"})
        EXPECT_NE(text.find(expected), std::string::npos) << expected << "\n" << text;
}

TEST(FlowInCode, TakesWhateverItIsGiven) {
    // Names that are none, texts with line breaks and quotes, times that are no numbers.
    const auto odd = flow("a\nb: 'c'")
                         .start("x\ny")
                         .screen(screen("x\ny").title("\"\t\"").idle(-1, back()))
                         .screen(screen("").with(button("").text("{accept").press({})))
                         .screen(screen("z").moves_on(0.0 / 0.0, Does(map({}))).also("", list({})));
    const FlowFile file = odd.read();
    EXPECT_FALSE(file.compiled);
    EXPECT_TRUE(has_errors(file.findings));
    EXPECT_FALSE(told(odd).empty());
}

} // namespace
} // namespace rondix::test
