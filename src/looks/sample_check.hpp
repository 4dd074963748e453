// Whether what the sample rows of a flow say has room in a row, all of them: the list is scrolled
// through.
#pragma once

#include "proof/budget.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/finding.hpp"
#include "rondix/tools/flow.hpp"

#include <set>
#include <utility>

namespace rondix::looks {

class SampleCheck {
  public:
    SampleCheck(const FlowFile& file, Runner& runner, Budget& budget, Findings& findings)
        : file_(file)
        , flow_(*file.compiled)
        , runner_(runner)
        , budget_(budget)
        , findings_(findings) {}

    /// The screen in front.
    void check(ScreenId screen);

  private:
    void check_list(const RowLooks& row);
    std::uint32_t check_rows_in_view(ControlId list);
    void check_row(const Item& item);

    const FlowFile& file_;
    const CompiledFlow& flow_;
    Runner& runner_;
    Budget& budget_;
    Findings& findings_;
    std::set<std::pair<ControlId, StyleId>> told_;
};

} // namespace rondix::looks
