// What an editor shows beside the text: who leads to a screen, what a screen has from others,
// colours, and what can be folded.
#include "server/answers.hpp"

#include "editing/styling.hpp"
#include "server/leading.hpp"
#include "words/counted.hpp"

#include <algorithm>
#include <cmath>
#include <set>

namespace rondix::server {

namespace {

/// `#1b2a33`, or `#1b2a33/50%` for what can be seen through.
std::string written(const Json& colour) {
    constexpr std::string_view digits = "0123456789abcdef";
    const auto share = [&](const char* key, double unsaid) {
        const auto found = colour.find(key);
        const bool said = found != colour.end() && found->is_number();
        return std::clamp(said ? found->get<double>() : unsaid, 0.0, 1.0);
    };
    const auto part = [&](const char* key) {
        const auto value = static_cast<unsigned>(std::lround(share(key, 0) * 255));
        return std::string{digits[value >> 4], digits[value & 15]};
    };
    const long seen = std::lround(share("alpha", 1) * 100);
    return "#" + part("red") + part("green") + part("blue") +
           (seen < 100 ? "/" + std::to_string(seen) + "%" : "");
}

} // namespace

/// "reached from 3 places", over each screen.
Json lenses(Workspace& workspace, const Asked& at) {
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    const Leading leading(file.flow);
    const Ranges ranges(file, at.units);
    Json all = Json::array();
    for (const FlowScreen& screen : file.flow.screens) {
        if (screen.id.place.file != number) continue;
        std::set<std::pair<std::uint16_t, std::uint32_t>> places;
        for (const Lead& lead : leading.to(screen.id.text))
            places.emplace(lead.place.file, lead.place.begin);
        all.push_back({{"range", ranges.of(screen.id.place)},
                       {"command",
                        {{"title", "reached from " + counted(places.size(), "place", "places")},
                         {"command", ""}}}});
    }
    return all;
}

/// Behind `extends`: what comes from there.
Json hints(Workspace& workspace, const Asked& at) {
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    const Ranges ranges(file, at.units);
    Json all = Json::array();
    for (const FlowScreen& screen : file.flow.screens) {
        if (!screen.like || screen.like->place.file != number) continue;
        std::string brought;
        for (const FlowControl& control : screen.controls) {
            const IndexedName* own = nullptr;
            for (const IndexedName* name :
                 file.names.find(NameKind::control, control.id.text, screen.id.text))
                own = name;
            if (!own) brought += (brought.empty() ? "" : ", ") + control.id.text;
        }
        if (brought.empty()) continue;
        const Json range = ranges.of(screen.like->place);
        all.push_back(
            {{"position", range["end"]}, {"label", "brings " + brought}, {"paddingLeft", true}});
    }
    return all;
}

Json colours(Workspace& workspace, const Asked& at) {
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    const Ranges ranges(file, at.units);
    Json all = Json::array();
    for (const Theme& theme : file.flow.themes)
        for (const auto& [name, value] : theme.palette) {
            if (value.place.file != number) continue;
            const auto colour = colour_of(file, value.text);
            if (colour)
                all.push_back({{"range", ranges.of(value.place)},
                               {"color",
                                {{"red", colour->red},
                                 {"green", colour->green},
                                 {"blue", colour->blue},
                                 {"alpha", colour->opacity}}}});
        }
    return all;
}

Json presentations(const Json& what) {
    const auto colour = what.is_object() ? what.find("color") : what.end();
    if (!what.is_object() || colour == what.end() || !colour->is_object())
        throw Refused(invalid_params, "which colour?");
    return Json::array({{{"label", written(*colour)}}});
}

/// Lines that are further in than the one above them.
Json folds(const Asked& at) {
    struct Open {
        std::size_t column;
        std::uint32_t line;
    };
    std::vector<Open> open;
    Json all = Json::array();
    std::uint32_t last = 0; // that says something
    const auto close = [&](std::size_t column) {
        while (!open.empty() && open.back().column >= column) {
            if (last > open.back().line)
                all.push_back({{"startLine", open.back().line}, {"endLine", last}});
            open.pop_back();
        }
    };
    std::uint32_t line = 0;
    for (std::size_t begin = 0; begin <= at.text.size(); ++line) {
        const std::size_t end = std::min(at.text.find('\n', begin), at.text.size());
        const std::size_t first = at.text.find_first_not_of(" \r", begin);
        if (first < end && at.text[first] != '#') {
            close(first - begin);
            open.push_back({first - begin, line});
            last = line;
        }
        begin = end + 1;
    }
    close(0);
    return all;
}

} // namespace rondix::server
