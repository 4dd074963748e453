#include "looks/sample_check.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix::looks {

void SampleCheck::check(ScreenId screen) {
    for (const RowLooks& row : flow_.looks.rows)
        if (flow_[row.list].screen == screen && row.samples.count > 0) check_list(row);
}

/// Line by line, until no further row comes into view.
void SampleCheck::check_list(const RowLooks& row) {
    const Point on = runner_.bounds_of(row.list).middle();
    for (std::uint32_t seen = 0, last = check_rows_in_view(row.list); last > seen;) {
        budget_.look("looking at the screens", index(flow_[row.list].screen), flow_.screens.size());
        seen = last;
        runner_.scroll(on, 1);
        last = check_rows_in_view(row.list);
    }
}

std::uint32_t SampleCheck::check_rows_in_view(ControlId list) {
    std::uint32_t last = 0;
    for (const Item& item : runner_.view()) {
        if (item.control != list) continue;
        last = std::max(last, item.row);
        if (item.text_scale < 1) check_row(item);
    }
    return last;
}

void SampleCheck::check_row(const Item& item) {
    const SourceRange place = file_.origins.controls[index(item.control)];
    if (!place.known() || !told_.insert({item.control, item.style}).second) return;
    add_finding(findings_, RuleId::text_too_long, place,
                fmt::format("the text '{}' does not fit into a row of '{}' and is shrunk to "
                            "{:.0f}%",
                            item.text, flow_.text(flow_[item.control].id), item.text_scale * 100))
        .fix = "give it more room in the row, or shorten the sample";
}

} // namespace rondix::looks
