#include "rondix/tools/look_check.hpp"

#include "looks/colour_check.hpp"
#include "looks/focus_check.hpp"
#include "looks/place_check.hpp"
#include "yaml/near_files.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>
#include <tuple>

namespace rondix {

namespace {

void check_files(const FlowFile& file, Painter& painter, Budget& budget, Findings& findings) {
    budget.look("pictures, fonts and sounds", 0, 1);
    const CompiledFlow& flow = *file.compiled;
    const auto tell = [&](std::string_view what, TextRef name, SourceRange place,
                          const std::string& why) {
        const std::string path(flow.text(name));
        std::string written = path; // from the folder of the file that names it
        if (place.known() && !file.sources[place.file].is_in_code())
            written = file.sources[place.file].text().substr(place.begin, place.end - place.begin);
        const bool is_gone = why.find("no such") != std::string::npos;
        add_finding(findings, RuleId::missing_file, place,
                    fmt::format("the {} '{}': {}", what, path, why) +
                        (is_gone ? near_file(written, path) : Suggestion{}));
    };
    for (const Painter::Fault& fault : painter.faults()) {
        if (fault.of == Painter::Fault::Of::picture)
            tell("picture", flow.looks.pictures[fault.number], file.origins.pictures[fault.number],
                 fault.why);
        else
            tell("font", flow.looks.fonts[fault.number], file.origins.fonts[fault.number],
                 fault.why);
    }
    const auto check_sounds = [&](const Table<Sound>& sounds,
                                  const std::vector<SourceRange>& places) {
        for (std::size_t i = 0; i < sounds.size(); ++i) {
            const std::string path(flow.text(sounds[i].file));
            std::error_code unknown;
            if (!path.empty() && !std::filesystem::exists(path, unknown))
                tell("sound", sounds[i].file, places[i], "there is no such file");
        }
    };
    check_sounds(flow.looks.cues, file.origins.cues);
    check_sounds(flow.looks.tunes, file.origins.tunes);
}

bool says_portrait(const FlowScreen& screen) {
    const auto says = [](const auto& one) { return one.box.portrait.has_value(); };
    const FlowScreenLooks& looks = screen.looks;
    return (looks.heading && looks.heading->portrait) || (looks.layout && says(*looks.layout)) ||
           std::ranges::any_of(looks.groups, says) ||
           std::ranges::any_of(screen.controls, [&](const FlowControl& control) {
               return says(control) || std::ranges::any_of(control.pieces, says);
           });
}

std::vector<PictureSize> sizes_for(const FlowFile& file) {
    std::vector<PictureSize> sizes = {{960, 540}, {1280, 720}, {2560, 1440}};
    const Flow& flow = file.flow;
    if (!flow.window.portrait && std::ranges::none_of(flow.screens, says_portrait)) return sizes;
    const Size design = file.compiled->looks.design[1];
    sizes.push_back({static_cast<int>(design.width), static_cast<int>(design.height)});
    return sizes;
}

} // namespace

Found check_looks(const FlowFile& file, const LookCheckOptions& said) {
    Found found;
    if (!file.compiled) return found;
    LookCheckOptions options = said;
    if (options.sizes.empty()) options.sizes = sizes_for(file);
    Budget budget(options.check);
    try {
        Painter painter(*file.compiled, "", Painter::Pictures::of_strangers);
        check_files(file, painter, budget, found.findings);
        looks::check_places(file, painter, options, budget, found.findings);
        looks::check_focus(file, painter, budget, found.findings);
        if (options.pictures) looks::check_colours(file, painter, options, budget, found.findings);
    } catch (const Stopped& stopped) {
        found.stop = stopped.why;
    }
    std::stable_sort(found.findings.begin(), found.findings.end(),
                     [](const Finding& a, const Finding& b) {
                         return std::tuple(a.place.file, a.place.begin) <
                                std::tuple(b.place.file, b.place.begin);
                     });
    return found;
}

} // namespace rondix
