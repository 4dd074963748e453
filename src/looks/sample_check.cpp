#include "looks/sample_check.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix::looks {

void SampleCheck::check(ScreenId screen) {
    for (const RowLooks& row : flow_.looks.rows)
        if (flow_[row.list].screen == screen && row.samples.count > 0) check_list(row);
}

void SampleCheck::check_list(const RowLooks& row) {
    for (std::uint32_t seen = 0; seen < row.samples.count;) {
        budget_.look("looking at the screens", index(flow_[row.list].screen), flow_.screens.size());
        const std::uint32_t last = last_row_in_view(row.list);
        if (last + 1 <= seen) return; // it does not scroll on
        seen = last + 1;
        scroll_on(row.list, seen);
    }
}

std::uint32_t SampleCheck::last_row_in_view(ControlId list) {
    std::uint32_t last = 0;
    for (const Item& item : runner_.view()) {
        if (item.control != list) continue;
        last = std::max(last, item.row);
        if (item.text_scale < 1) check_row(item);
    }
    return last;
}

/// A page on, or less, so that the row comes into view.
void SampleCheck::scroll_on(ControlId list, std::uint32_t to) {
    const Point on = runner_.bounds_of(list).middle();
    for (std::uint32_t before = 0; last_row_in_view(list) < to;) {
        runner_.scroll(on, 1);
        const std::uint32_t last = last_row_in_view(list);
        if (last == before) return;
        before = last;
    }
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
