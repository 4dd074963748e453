// Rows for lists while no game is there to supply any: for pictures, and for the window to play in.
#pragma once

#include "rondix/runtime/runner.hpp"

#include <algorithm>
#include <deque>
#include <string>
#include <vector>

namespace rondix {

/// Keeps what the rows say; must outlive the Runner's use of them.
class SampleRows {
  public:
    static constexpr std::uint32_t lines = 8;

    /// Gives every list of the flow its sample rows, or eight lines of rows; each row leads to
    /// another of its presses.
    void fill(Runner& runner) {
        for (std::size_t i = 0; i < runner.flow().controls.size(); ++i)
            if (runner.flow().controls[i].kind == ControlKind::list) give(runner, ControlId(i));
    }

    /// The same for one list.
    void give(Runner& runner, ControlId list) {
        const CompiledFlow& flow = runner.flow();
        Sample& sample = samples_.emplace_back();
        sample.presses = flow[list].presses;
        if (const RowLooks* said = said_of(flow, list)) {
            for (std::uint32_t k = said->samples.begin; k < said->samples.end(); ++k)
                sample.add(flow, flow.looks.samples[k]);
        } else {
            for (std::uint32_t row = 0; row < lines * flow[list].columns; ++row)
                sample.texts.push_back("Row " + std::to_string(row + 1));
            for (const std::string& text : sample.texts) sample.rows.push_back({.text = text});
        }
        runner.set_rows(list, {static_cast<std::uint32_t>(sample.rows.size()), &sample, row_of});
    }

    /// Whether they are from here.
    bool gave(const ListRows& rows) const {
        return std::ranges::any_of(samples_,
                                   [&](const Sample& sample) { return rows.context == &sample; });
    }

  private:
    struct Sample {
        std::vector<std::string> texts;
        std::vector<ListRow> rows;
        std::uint16_t presses = 1;

        void add(const CompiledFlow& flow, const SampleRow& row) {
            rows.push_back({flow.text(row.text), 0, row.disabled, flow.text(row.detail),
                            flow.text(row.value), row.picture});
        }
    };
    static const RowLooks* said_of(const CompiledFlow& flow, ControlId list) {
        for (const RowLooks& row : flow.looks.rows)
            if (row.list == list && row.samples.count > 0) return &row;
        return nullptr;
    }
    static ListRow row_of(void* context, std::uint32_t number) {
        const auto& sample = *static_cast<const Sample*>(context);
        ListRow row = sample.rows[number];
        row.which = static_cast<std::uint16_t>(number % sample.presses);
        return row;
    }

    std::deque<Sample> samples_; // whose places stay
};

} // namespace rondix
