// Film strips: as many frames as moves, each pressed control marked, for every finding with moves.
#include "support.hpp"
#include "tool_runner.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/film_strip.hpp"

namespace rondix::test {
namespace {

std::uint32_t number_at(const std::string& bytes, std::size_t at) {
    std::uint32_t number = 0;
    for (std::size_t i = at; i < at + 4; ++i)
        number = number << 8 | static_cast<unsigned char>(bytes[i]);
    return number;
}

std::size_t count_of(const std::string& word, const std::string& text) {
    std::size_t count = 0;
    for (std::size_t at = text.find(word); at != std::string::npos; at = text.find(word, at + 1))
        ++count;
    return count;
}

std::string strip_of(const FlowFile& file, const Finding& finding, PictureFormat format,
                     bool marked) {
    FilmStripOptions options;
    options.format = format;
    options.frame_width = 200;
    options.columns = 4;
    FilmStrip strip(*file.compiled, options);
    for (const std::string& text : finding.how) {
        std::string fault;
        const auto move = read_move(*file.compiled, strip.runner().menu_state(), text, fault);
        EXPECT_TRUE(move) << text << fault;
        const bool press = move && move->kind == MoveKind::press;
        strip.add(text, press && marked ? move->control() : no_control, true);
        if (move) strip.runner().replay(*move);
    }
    strip.end("the end", true);
    return strip.finish();
}

TEST(FilmStrips, ShowEveryMoveIntoAFinding) {
    std::size_t findings = 0, presses = 0;
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/broken")) {
        const FlowFile file = load_flow(entry.path().string());
        if (!file.compiled) continue;
        for (const Finding& finding : check(file).findings) {
            if (finding.how.empty()) continue;
            ++findings;
            const std::size_t frames = finding.how.size() + 1;
            const std::string png = strip_of(file, finding, PictureFormat::png, true);
            EXPECT_EQ(number_at(png, 16), 20 + std::min<std::size_t>(frames, 4) * 220);
            EXPECT_EQ(number_at(png, 20), 52 + (frames + 3) / 4 * (112 + 34 + 20) + 36);
            const std::string svg = strip_of(file, finding, PictureFormat::svg, true);
            EXPECT_EQ(count_of("<image ", svg), frames) << entry.path();
            const bool press =
                std::any_of(finding.how.begin(), finding.how.end(),
                            [](const std::string& move) { return move.starts_with("press "); });
            presses += press ? 1 : 0;
            EXPECT_EQ(png != strip_of(file, finding, PictureFormat::png, false), press)
                << entry.path();
        }
    }
    EXPECT_GE(findings, 10u);
    EXPECT_GE(presses, 5u);
}

TEST(FilmStrips, AreDrawnByTheTool) {
    const auto folder = scratch();
    const std::string trap = "examples/broken/options-without-back.flow.yaml";
    const std::string demo = "examples/tidewick/tidewick.flow.yaml";
    const auto out = [&](const char* name) { return " -o " + (folder / name).string(); };
    EXPECT_EQ(rondix("strip " + trap + " --finding 1" + out("trap.png")).status, 0);
    EXPECT_EQ(
        rondix("strip " + demo + " examples/tidewick/walks/storm.walk.yaml" + out("storm.svg"))
            .status,
        0);
    EXPECT_EQ(contents(folder / "trap.png").substr(1, 3), "PNG");
    EXPECT_GE(count_of("<image ", contents(folder / "storm.svg")), 4u);
    const Ran none = rondix("strip " + trap + " --finding 2" + out("none.png"));
    EXPECT_EQ(none.status, 2);
    EXPECT_EQ(none.output, "error: there is no finding 2 with moves; there is 1\n");
    EXPECT_EQ(rondix("strip " + demo + out("none.png")).status, 2);
    EXPECT_EQ(rondix("strip " + demo + " --finding 1 -o strip.gif").status, 2);
}

} // namespace
} // namespace rondix::test
