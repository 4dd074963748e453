#include "rondix/tools/state_text.hpp"

namespace rondix {

std::vector<std::string> open_screens(const CompiledFlow& flow, const MenuState& state) {
    std::vector<std::string> names;
    for (std::size_t i = 0; i < state.depth(); ++i)
        names.emplace_back(flow.text(flow[state.screen_at(i)].id));
    return names;
}

std::string stack_text(const CompiledFlow& flow, const MenuState& state) {
    std::string text;
    for (const std::string& name : open_screens(flow, state))
        text += (text.empty() ? "" : " > ") + name;
    return text;
}

} // namespace rondix
