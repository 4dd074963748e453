// Flows of several files, and parts that several screens have.
#include "rondix/runtime/runner.hpp"
#include "support.hpp"

namespace rondix::test {
namespace {

class Files : public testing::Test {
  protected:
    Files()
        : folder_(std::filesystem::temp_directory_path() /
                  ("rondix-files-" + std::to_string(::getpid()))) {
        std::filesystem::create_directories(folder_ / "deeper");
    }
    ~Files() override { std::filesystem::remove_all(folder_); }

    void put(const std::string& name, const std::string& text) const {
        std::ofstream(folder_ / name) << text;
    }
    /// Loads `main`; what was found, as "file:line:column rule".
    std::string found() {
        file_ = load_flow((folder_ / "main").string());
        std::string text;
        for (const Finding& finding : file_.findings) {
            const Source& source = file_.sources[finding.place.file];
            const Source::Spot spot = source.spot(finding.place.begin);
            text += (text.empty() ? "" : "; ") +
                    std::filesystem::path(source.name()).filename().string() + ":" +
                    std::to_string(spot.line) + ":" + std::to_string(spot.column) + " " +
                    std::string(row_of(finding.rule).name);
        }
        return text;
    }
    std::string controls_of(const char* screen) const {
        std::string text;
        const IndexRange range = (*file_.compiled)[file_.compiled->screen(screen)].controls;
        for (std::uint32_t i = range.begin; i < range.end(); ++i)
            text += (text.empty() ? "" : " ") +
                    std::string(file_.compiled->text(file_.compiled->controls[i].id));
        return text;
    }

    std::filesystem::path folder_;
    FlowFile file_;
};

const char* const main_text = R"(rondix: 1
start: title
include: [options.yaml, deeper/deck.yaml]
parts:
  foot:
    groups: { foot: { as: row, at: bottom } }
    keys: { help: open help }
    controls:
      - { button: back, press: back, in: foot }
      - { button: help, press: open help, in: foot }
screens:
  title:
    controls:
      - { button: options, press: open options }
      - { button: deck, press: open deck }
      - { button: quit, press: quit }
  help: { controls: [{ part: foot }, { label: help, text: Here }] }
)";
const char* const options_text = R"(rondix: 1
include: deeper/deck.yaml
settings: { music: { from: 0, to: 9 } }
screens:
  options:
    controls:
      - { slider: music, setting: music }
      - { part: foot }
      - { button: last, press: tell last }
)";
const char* const deck_text = R"(rondix: 1
include: ../options.yaml
screens:
  deck: { keys: { help: tell own }, controls: [{ part: foot }] }
)";

TEST_F(Files, IncludeEachOther) {
    put("main", main_text);
    put("options.yaml", options_text);
    put("deeper/deck.yaml", deck_text);
    EXPECT_EQ(found(), "");
    ASSERT_TRUE(file_.compiled);
    EXPECT_EQ(file_.sources.size(), 3u);
    EXPECT_EQ(controls_of("options"), "music back help last");
    EXPECT_EQ(controls_of("help"), "back help"); // its own stands where the part has it
    const CompiledFlow& flow = *file_.compiled;
    EXPECT_EQ(flow[flow.control(flow.screen("help"), "help")].kind, ControlKind::label);
    Runner runner(flow);
    runner.start();
    runner.advance(1);
    ASSERT_TRUE(runner.replay(Move::press(flow.control(flow.screen("title"), "deck"))));
    runner.take_effects();
    runner.advance(1);
    runner.press_key(flow.key("help")); // the screen's own answer wins
    EXPECT_EQ(runner.menu_state().current(), flow.screen("deck"));
}

TEST_F(Files, MistakesAreToldWhereTheyStand) {
    put("main", main_text);
    put("options.yaml", options_text);
    EXPECT_EQ(found(), "main:3:25 missing-file");
    EXPECT_FALSE(file_.readable);

    put("deeper/deck.yaml", "screens: {}\n");
    EXPECT_EQ(found(), "deck.yaml:1:1 not-a-flow");
    EXPECT_FALSE(file_.readable);

    put("deeper/deck.yaml", "rondix: 1\ngame: x\nscreens:\n  title: {}\n  deck: { back: opn x }\n");
    EXPECT_EQ(found(), "deck.yaml:2:1 unknown-key; deck.yaml:4:3 given-twice; "
                       "deck.yaml:5:17 bad-step");

    put("deeper/deck.yaml",
        "rondix: 1\nscreens: { deck: { controls: [{ part: foto }] } }\nparts: { spare: { } }\n");
    EXPECT_EQ(found(), "deck.yaml:2:39 unknown-name");
    put("deeper/deck.yaml", "rondix: 1\nscreens: { deck: { } }\nparts: { spare: { } }\n");
    EXPECT_EQ(found(), "deck.yaml:3:10 part-unused");
    put("deeper/deck.yaml", "rondix: 1\nscreens: { deck: { title: 'Press {acept}' } }\n");
    EXPECT_EQ(found(), "deck.yaml:2:35 unknown-mention");
    put("deeper/deck.yaml", "rondix: 1\nscreens: { deck: }\nsettings: { k: { binds: hepl }, "
                            "s: { from: 0, to: 2, scales: time-limits } }\n");
    EXPECT_EQ(found(), "deck.yaml:3:25 unknown-name; deck.yaml:3:62 wrong-type");
}

} // namespace
} // namespace rondix::test
