// Rows of lists in walkthroughs, named by their texts: the samples of the flow, or what the game
// has supplied.
#include "support.hpp"

#include "rondix/runtime/runner.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <random>

namespace rondix::test {
namespace {

constexpr int crates = 40;

std::string hold(const std::string& press = "tell taken", const std::string& samples = "") {
    std::string text = R"(
rondix: 1
start: title
scenes:
  reef: { file: reef.json, root: title }
  bay:  { file: bay.json, root: title }
loading: { timeout: 20s }
screens:
  title:
    controls:
      - { button: again, text: Again, press: load reef }
      - { button: other, text: Other, press: load bay }
      - { button: leave, text: Leave, press: quit }
      - list: hold
        columns: 3
        rows: 4
        press: )" + press +
                       "\n        samples:\n" + samples;
    for (int i = 0; samples.empty() && i < crates; ++i)
        text += "          - { text: Crate " + std::to_string(i) +
                (i % 7 == 3 ? ", disabled: yes" : "") + " }\n";
    return text;
}

class WalkedRowsTest : public testing::Test {
  protected:
    void begin(const std::string& flow) {
        file_ = good_flow(flow);
        runner_ = std::make_unique<Runner>(*file_.compiled);
        runner_->start();
    }
    /// What is said of the walkthrough of these steps, which goes on where the last one ended.
    WalkReport walk(const std::vector<std::string>& steps) {
        const Walkthrough walk =
            load_walkthrough_text("rows.walk.yaml", write_walkthrough("Rows", steps));
        WalkPlayer player(*runner_, walk);
        while (!player.done()) player.step();
        return player.report();
    }
    std::string fault(const std::vector<std::string>& steps) {
        const WalkReport report = walk(steps);
        return report.passed ? "" : report.failures.at(0).text;
    }
    ControlId list() const { return file_.compiled->control(ScreenId{0}, "hold"); }

    FlowFile file_;
    std::unique_ptr<Runner> runner_;
};

TEST_F(WalkedRowsTest, ArePressedInAnyOrderHoweverFarTheyAreScrolled) {
    begin(hold());
    ASSERT_EQ(fault({"game raises hold has rows"}), "");
    std::mt19937 random(5);
    for (int i = 0; i < 300; ++i) {
        const std::uint32_t row = random() % crates;
        const std::string step = "press hold row Crate " + std::to_string(row);
        const WalkReport report = walk({step});
        EXPECT_EQ(runner_->row_in_focus(list()), row);
        EXPECT_EQ(runner_->focus(), list());
        if (row % 7 == 3) {
            ASSERT_FALSE(report.passed) << step;
            EXPECT_NE(report.failures[0].text.find("does nothing"), std::string::npos);
        } else {
            ASSERT_TRUE(report.passed) << step << report.failures[0].text;
            EXPECT_EQ(report.steps.back().effects, "told taken");
        }
    }
}

TEST_F(WalkedRowsTest, AreThereAsLongAsTheGameHasGivenThem) {
    begin(hold());
    EXPECT_NE(fault({"press hold row Crate 1"}).find("'hold' has no rows here"), std::string::npos);
    EXPECT_EQ(fault({"game raises hold has rows", "press hold row Crate 1"}), "");
    EXPECT_EQ(fault({"press hold row Crat 1"}),
              "'hold' has no row 'Crat 1'; did you mean 'Crate 1'?");
    EXPECT_NE(fault({"game lowers hold has rows", "press hold row Crate 1"}).find("no rows"),
              std::string::npos);
}

TEST_F(WalkedRowsTest, OfTheGameAreFoundByTheirTextsAsWell) {
    begin(hold());
    runner_->set_rows(list(), {3, nullptr, [](void*, std::uint32_t row) {
                                   static constexpr const char* texts[] = {"Tar", "Oakum", "Twine"};
                                   return ListRow{texts[row]};
                               }});
    EXPECT_EQ(fault({"game raises hold has rows", "press hold row Twine"}), "");
    EXPECT_EQ(runner_->row_in_focus(list()), 2u);
    EXPECT_NE(fault({"press hold row Crate 1"}), "");
}

TEST_F(WalkedRowsTest, CanBePointedAtAndHeld) {
    begin(hold());
    EXPECT_EQ(fault({"game raises hold has rows", "hold hold row Crate 30", "let go"}), "");
    EXPECT_EQ(runner_->row_in_focus(list()), 30u);
    EXPECT_EQ(fault({"point at hold row Crate 31"}), "");
    EXPECT_EQ(runner_->row_in_focus(list()), 31u);
    EXPECT_EQ(fault({"hold hold row Crate 5", "slide to hold row Crate 6", "slide off"}), "");
}

/// As `check` writes it: the second of what rows lead to.
TEST_F(WalkedRowsTest, OfSeveralKindsKeepTheirNumbers) {
    begin(hold("\"load one-of [reef, bay]\"",
               "          - { text: 2 }\n          - { text: Bay }\n"));
    ASSERT_EQ(fault({"game raises hold has rows", "press hold row 2"}), "");
    EXPECT_EQ(runner_->take_effects().size(), 0u); // the walkthrough has taken them
    EXPECT_EQ(file_.compiled->text((*file_.compiled)[runner_->menu_state().scene()].id), "bay");
    runner_->start();
    ASSERT_EQ(fault({"game raises hold has rows", "press hold row Bay"}), "");
    EXPECT_EQ(file_.compiled->text((*file_.compiled)[runner_->menu_state().scene()].id), "bay");
}

TEST_F(WalkedRowsTest, ChosenByTheGameHaveTheFocusWithTheirList) {
    begin(hold());
    ASSERT_EQ(fault({"game raises hold has rows"}), "");
    EXPECT_FALSE(runner_->choose_row(list(), crates));
    EXPECT_FALSE(runner_->choose_row(file_.compiled->control(ScreenId{0}, "leave"), 0));
    EXPECT_TRUE(runner_->choose_row(list(), 37));
    EXPECT_EQ(runner_->row_in_focus(list()), 37u);
    EXPECT_TRUE(runner_->bounds_of(list()).contains(runner_->bounds_of_row(list(), 37).middle()));
}

} // namespace
} // namespace rondix::test
