// Back that leads elsewhere than the player came from: on random flows, told on exactly those
// screens on which it is so, by a listing of all menu states; and what is told really happens.
#include "support.hpp"

#include "reference/naive.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/runtime/apply.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/move_text.hpp"

#include <random>

namespace rondix::test {
namespace {

using States = std::map<naive::Plain, naive::Known>;

/// Where back leads: the screen that is current then, or the root of a scene that is loaded. Empty
/// where the screen stays, or another is put on it.
std::string led_to(const Flow& flow, const naive::Plain& from, const naive::Step& back) {
    const naive::Plain& to = back.next;
    if (!back.answered || to.asks() || to.stack.size() > from.stack.size()) return "";
    std::string screen = to.top();
    if (back.leaves && to.phase == "loading")
        for (const FlowScene& scene : flow.scenes)
            if (scene.id.text == to.scene) screen = scene.root.text;
    return screen == from.top() ? "" : screen;
}

/// The screens of which the rule speaks.
std::set<std::string> expected(const Flow& flow, const naive::Reference& reference,
                               const States& all) {
    std::set<std::string> returns, elsewhere;
    for (const auto& [plain, known] : all) {
        if (known.blocked || plain.asks()) continue;
        for (const naive::Step& step : known.steps) {
            const naive::Plain& opened = step.next;
            if (!step.answered || opened.stack.size() != plain.stack.size() + 1 || opened.asks() ||
                !std::equal(plain.stack.begin(), plain.stack.end(), opened.stack.begin()) ||
                !reference.screen(opened.top()).back)
                continue;
            for (const naive::Step& back : all.at(opened).steps) {
                if (back.text != "back" || !reference.can_happen(back)) continue;
                const std::string to = led_to(flow, opened, back);
                if (to == plain.top()) returns.insert(opened.top());
                if (!to.empty() && to != plain.top() && step.players)
                    elsewhere.insert(opened.top());
            }
        }
    }
    std::set<std::string> both;
    std::ranges::set_intersection(returns, elsewhere, std::inserter(both, both.end()));
    return both;
}

/// The moves of a finding end with back, and what it says is so.
void expect_true(const FlowFile& file, const Finding& finding) {
    const CompiledFlow& flow = *file.compiled;
    MenuState now(flow);
    start_flow(flow, now);
    ASSERT_GE(finding.how.size(), 2u);
    ASSERT_EQ(finding.how.back(), "back");
    ScreenId from = no_screen;
    for (std::size_t i = 0; i + 1 < finding.how.size(); ++i) {
        std::string fault;
        const auto move = read_move(flow, now, finding.how[i], fault);
        ASSERT_TRUE(move) << finding.how[i] << ": " << fault;
        from = now.current();
        ASSERT_TRUE(apply(flow, now, *move).answered);
    }
    const ScreenId opened = now.current();
    EXPECT_EQ(now.screen_at(now.depth() - 2), from);
    const bool loads = apply(flow, now, Move::back()).loads; // perhaps over the same loading screen
    EXPECT_NE(loads ? flow[now.scene()].root : now.current(), from);
    EXPECT_NE(finding.text.find("back on '" + std::string(flow.text(flow[opened].id)) + "'"),
              std::string::npos)
        << finding.text;
}

/// Menus that open each other, and nearly all say where their back leads.
std::string backs(std::uint32_t seed) {
    std::mt19937 random(seed);
    const auto number = [&](unsigned below) { return static_cast<unsigned>(random() % below); };
    const auto menu = [&] { return "m" + std::to_string(number(4)); };
    const auto back = [&] {
        switch (number(9)) {
        case 0: return "go " + menu();
        case 1: return "open " + menu();
        case 2: return std::string("resume");
        case 3: return std::string("home");
        case 4: return std::string(number(2) == 0 ? "load sea" : "load port");
        case 5: return std::string("back");
        default: return "back to " + (number(3) == 0 ? "helm" : menu());
        }
    };
    std::string text = "rondix: 1\nstart: " + std::string(number(2) == 0 ? "port" : "m0");
    text += "\nflags: { f: { set-by: game }, g: {} }\nscenes:\n  sea: { file: x, root: helm }\n"
            "  port: { file: x, root: m0 }\nloading: { timeout: 5s }\nscreens:\n  helm: { play: "
            "yes, menu: open " +
            menu() + " }\n";
    for (unsigned i = 0; i < 4; ++i) {
        text += "  m" + std::to_string(i) + ":\n";
        if (number(8) > 0) {
            const std::string first = back();
            const char* when = number(2) == 0 ? "f" : "g";
            text += number(4) > 0 ? "    back: " + first + "\n"
                                  : std::string("    back: [{ when: ") + when + ", do: " + first +
                                        " }, { do: " + back() + " }]\n";
        }
        text += "    controls:\n      - { button: quit, press: quit }\n      - { button: sail, "
                "press: [raise g, load sea] }\n";
        for (unsigned b = number(3); b > 0; --b)
            text += "      - { button: b" + std::to_string(b) + ", press: open " + menu() +
                    (number(4) == 0 ? ", when: not g }\n" : " }\n");
    }
    return text;
}

TEST(BackElsewhere, IsToldOnExactlyTheScreensWhereItIsSo) {
    std::size_t flows = 0, screens = 0;
    for (const bool plain : {true, false})
        for (std::uint32_t seed = 0; seed < part_of(how_many(400)); ++seed) {
            const std::string text = plain ? backs(seed) : random_flow(70'000 + seed, Shape::mixed);
            SCOPED_TRACE(text);
            const FlowFile file = load_flow_text("random", text);
            ASSERT_TRUE(file.compiled.has_value());
            const naive::Reference reference(file.flow);
            const auto all = reference.list(1500);
            if (!all) continue;
            const std::set<std::string> wanted = expected(file.flow, reference, *all);
            std::set<std::string> told;
            for (const Finding& finding : prove(file).findings) {
                if (finding.rule != RuleId::back_elsewhere) continue;
                const std::size_t begin = finding.text.find('\'') + 1;
                told.insert(finding.text.substr(begin, finding.text.find('\'', begin) - begin));
                expect_true(file, finding);
            }
            ++flows;
            screens += told.size();
            ASSERT_EQ(told, wanted);
            if (HasFailure()) return;
        }
    EXPECT_GE(screens, at_least(50));
    std::printf("%zu flows, %zu screens told\n", flows, screens);
}

} // namespace
} // namespace rondix::test
