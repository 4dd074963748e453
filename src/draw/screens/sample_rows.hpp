// Rows for lists while no game is there to supply any: for pictures, and for the window to play in.
#pragma once

#include "rondix/runtime/runner.hpp"

#include <deque>
#include <string>
#include <vector>

namespace rondix::draw {

/// Keeps what the rows say; must outlive the Runner's use of them.
class SampleRows {
  public:
    static constexpr std::uint32_t lines = 8;

    /// Gives every list of the flow eight lines of rows; each row leads to another of its presses.
    void fill(Runner& runner) {
        const CompiledFlow& flow = runner.flow();
        for (std::size_t i = 0; i < flow.controls.size(); ++i) {
            const Control& control = flow.controls[i];
            if (control.kind != ControlKind::list) continue;
            Sample& sample = samples_.emplace_back();
            sample.presses = control.presses;
            for (std::uint32_t row = 0; row < lines * control.columns; ++row)
                sample.texts.push_back("Row " + std::to_string(row + 1));
            const auto count = static_cast<std::uint32_t>(sample.texts.size());
            runner.set_rows(ControlId(i), {count, &sample, row_of});
        }
    }

  private:
    struct Sample {
        std::vector<std::string> texts;
        std::uint16_t presses = 1;
    };
    static ListRow row_of(void* context, std::uint32_t number) {
        const auto& sample = *static_cast<const Sample*>(context);
        return {sample.texts[number], static_cast<std::uint16_t>(number % sample.presses), false};
    }

    std::deque<Sample> samples_; // whose places stay
};

} // namespace rondix::draw
