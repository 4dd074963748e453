// What stands behind a rondix_runner: the Runner, and the callbacks of C that its own lead to.
#pragma once

#include "c_interface/convert.hpp"

#include <span>
#include <vector>

namespace rondix::c {

/// Of a list: what the game put into it, where the Runner's callback finds it.
struct RowsOfList {
    ControlId list = no_control;
    rondix_rows rows{};
};

} // namespace rondix::c

struct rondix_runner {
    explicit rondix_runner(const rondix_flow* of);

    const rondix_flow* flow;
    rondix::Runner menus;
    std::vector<rondix::c::RowsOfList> rows; // of each list; never grows
    rondix_code_names code_names{};
    rondix_text_measurer measurer{};
    rondix_translator translator{};
    // What has been taken from the Runner and not been handed out yet.
    std::span<const rondix::Effect> effects;
    std::span<const rondix::Move> moves;
    std::span<const rondix::Item> items;

    /// Nothing for a control that is no list.
    rondix::c::RowsOfList* rows_of(rondix::ControlId list);
};
