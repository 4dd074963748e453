// Of each control of a flow, its box: the one that its pieces stand in.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"

#include <vector>

namespace rondix::place {

inline std::vector<std::uint32_t> bodies(const CompiledFlow& flow) {
    std::vector<std::uint32_t> rows(flow.controls.size(), 0);
    for (std::uint32_t i = 0; i < flow.looks.boxes.size(); ++i)
        if (flow.looks.boxes[i].role == BoxRole::control)
            rows[index(flow.looks.boxes[i].control)] = i;
    return rows;
}

} // namespace rondix::place
