// The order of scenes: which place in it each has, and which a condition asks for.
//
// Every scene has a place: those of the order first, and then the others, as they are declared.
#pragma once

#include "reading/setting_values.hpp"
#include "rondix/tools/flow.hpp"

#include <string_view>
#include <unordered_map>

namespace rondix {

/// Holds views into `flow`, which must stay as it is meanwhile.
class SceneOrder {
  public:
    explicit SceneOrder(const Flow& flow)
        : ordered_(static_cast<std::uint16_t>(flow.order.size())) {
        for (const Name& scene : flow.order) add(scene.text);
        for (const FlowScene& scene : flow.scenes) add(scene.id.text);
    }

    std::size_t scenes() const { return places_.size(); }
    /// Of a scene of the flow.
    std::uint16_t place_of(const std::string& scene) const { return places_.at(scene); }

    /// For which a condition on the scene holds.
    AskedValues asked(const Condition& condition) const {
        if (condition.kind == Condition::Kind::scene_is) {
            const std::uint16_t place = place_of(condition.value.text);
            return {place, place};
        }
        if (ordered_ < 2) return {1, 0}; // never
        if (condition.value.text == "next") return {0, static_cast<std::uint16_t>(ordered_ - 2)};
        return {1, static_cast<std::uint16_t>(ordered_ - 1)};
    }

  private:
    void add(std::string_view scene) {
        places_.try_emplace(scene, static_cast<std::uint16_t>(places_.size()));
    }

    std::unordered_map<std::string_view, std::uint16_t> places_;
    std::uint16_t ordered_;
};

} // namespace rondix
