// The order of scenes: which places in it a condition asks for.
//
// Every scene has a place: those of the order first, and then the others, as they are declared.
#pragma once

#include "reading/setting_values.hpp"
#include "rondix/tools/flow.hpp"

#include <algorithm>

namespace rondix {

/// The place of a scene; as many as there are scenes where there is no such one.
inline std::uint16_t place_in_order(const Flow& flow, const std::string& scene) {
    const auto named = [&](const auto& one) { return one == scene; };
    const auto in_order = std::ranges::find_if(flow.order, named, &Name::text);
    if (in_order != flow.order.end())
        return static_cast<std::uint16_t>(in_order - flow.order.begin());
    std::size_t place = flow.order.size();
    for (const FlowScene& other : flow.scenes) {
        if (other.id.text == scene) return static_cast<std::uint16_t>(place);
        if (std::ranges::find(flow.order, other.id.text, &Name::text) == flow.order.end()) ++place;
    }
    return static_cast<std::uint16_t>(flow.scenes.size());
}

/// The places for which a condition on the scene holds.
inline AskedValues asked_places(const Flow& flow, const Condition& condition) {
    if (condition.kind == Condition::Kind::scene_is) {
        const std::uint16_t place = place_in_order(flow, condition.value.text);
        return {place, place};
    }
    const auto count = static_cast<std::uint16_t>(flow.order.size());
    if (count < 2) return {1, 0}; // never
    if (condition.value.text == "next") return {0, static_cast<std::uint16_t>(count - 2)};
    return {1, static_cast<std::uint16_t>(count - 1)};
}

} // namespace rondix
