// A sheet of a screen's controls in all their states: a row for each control, a column for each
// state.
#pragma once

#include "rondix/runtime/runner.hpp"

#include <vector>

namespace rondix::draw {

struct Sheet {
    Canvas canvas;
    std::vector<Item> items;
};

/// As large as it has to be for the buttons of `screen`, at `scale` pixels a design unit. The
/// Runner gives the places.
Sheet state_sheet(const Runner& runner, ScreenId screen, float scale);

} // namespace rondix::draw
