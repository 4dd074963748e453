// Rows of lists in a walkthrough: the sample rows of the flow, once the game is said to have given
// a list rows, and the row that a step names by its text.
#pragma once

#include "rondix/runtime/runner.hpp"
#include "walk/sample_rows.hpp"

#include <optional>
#include <string>
#include <string_view>

namespace rondix {

/// "hold row Rope", behind the word of a step.
struct RowByText {
    ControlId list = no_control;
    std::string_view text;
};

class WalkedRows {
  public:
    /// Lists that have rows which say nothing, as an earlier walkthrough leaves them, have their
    /// samples again.
    explicit WalkedRows(Runner& runner);
    /// Lists keep as many rows as they were given here, without texts.
    ~WalkedRows();
    WalkedRows(const WalkedRows&) = delete;
    WalkedRows& operator=(const WalkedRows&) = delete;

    /// After `game raises hold has rows`, or `game lowers` it. Lists that the flow has no samples
    /// for, and rows that somebody else has set, stay as they are.
    void follow(Move move);

    /// Nothing where the step names no row of a list of the current screen by its text.
    std::optional<RowByText> named(std::string_view subject) const;
    /// Scrolls to the row and chooses it. Nothing: there is none, and `fault` says so.
    std::optional<ListRow> choose(const RowByText& row, std::string& fault);
    /// Where the chosen row is.
    Point middle_of(ControlId list) const;

  private:
    Runner& runner_;
    SampleRows samples_;
};

} // namespace rondix
