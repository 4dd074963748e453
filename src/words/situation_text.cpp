#include "rondix/tools/situation_text.hpp"

namespace rondix {

std::vector<std::string> open_screens(const CompiledFlow& flow, const Situation& situation) {
    std::vector<std::string> names;
    for (std::size_t i = 0; i < situation.depth(); ++i)
        names.emplace_back(flow.text(flow[situation.screen_at(i)].id));
    return names;
}

std::string stack_text(const CompiledFlow& flow, const Situation& situation) {
    std::string text;
    for (const std::string& name : open_screens(flow, situation))
        text += (text.empty() ? "" : " > ") + name;
    return text;
}

} // namespace rondix
