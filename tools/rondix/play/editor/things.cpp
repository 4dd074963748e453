#include "play/editor/things.hpp"

#include "reading/grammar.hpp"

#include <algorithm>
#include <filesystem>

namespace rondix::tool {

std::vector<Thing> things_on_screen(Session& session) {
    const Runner& runner = session.runner();
    const CompiledFlow& flow = session.flow();
    const IndexRange controls = flow[runner.menu_state().foremost()].controls;
    std::vector<Thing> things;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
        Thing thing{ControlId(i), std::string(flow.text(flow.controls[i].id)),
                    runner.bounds_of(ControlId(i)), in_flow(session.file(), ControlId(i))};
        if (thing.place.control && thing.bounds.width > 0 && thing.bounds.height > 0)
            things.push_back(std::move(thing));
    }
    return things;
}

std::vector<std::string> things_at(Session& session, const std::vector<Thing>& things, Point at) {
    std::vector<std::string> names;
    const auto drawn = session.runner().view();
    for (std::size_t i = drawn.size(); i-- > 0;)
        for (const Thing& thing : things)
            if (thing.control == drawn[i].control && thing.bounds.contains(at) &&
                std::ranges::find(names, thing.name) == names.end())
                names.push_back(thing.name);
    return names;
}

std::string line_of(const FlowFile& file, const SourceRange& place) {
    if (!place.known() || place.file >= file.sources.size()) return {};
    const Source& source = file.sources[place.file];
    return std::filesystem::path(source.name()).filename().string() + ":" +
           std::to_string(source.spot(place.begin).line);
}

std::string kind_of(const Thing& thing) {
    return std::string(grammar::row_of(thing.place.control->kind).name);
}

} // namespace rondix::tool
