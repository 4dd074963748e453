#include "rondix/look_check.hpp"

#include "draw/checks/colour_check.hpp"
#include "draw/checks/focus_check.hpp"
#include "draw/checks/place_check.hpp"
#include "flow/near_files.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>
#include <tuple>

namespace rondix {

namespace {

void check_files(const FlowFile& file, Painter& painter, Findings& findings) {
    const CompiledFlow& flow = *file.compiled;
    const auto tell = [&](std::string_view what, Text name, Place place, const std::string& why) {
        const std::string path(flow.text(name));
        std::string written = path; // from the folder of the file that names it
        if (place.known() && !file.sources[place.file].is_in_code())
            written = file.sources[place.file].text().substr(place.begin, place.end - place.begin);
        const bool is_gone = why.find("no such") != std::string::npos;
        add(findings, Slug::missing_file, place,
            fmt::format("the {} '{}': {}{}", what, path, why,
                        is_gone ? near_file(written, path) : ""));
    };
    for (const Painter::Fault& fault : painter.faults()) {
        if (fault.of == Painter::Fault::Of::picture)
            tell("picture", flow.looks.pictures[fault.number], file.origins.pictures[fault.number],
                 fault.why);
        else
            tell("font", flow.looks.fonts[fault.number], file.origins.fonts[fault.number],
                 fault.why);
    }
    const auto check_sounds = [&](const Table<Sound>& sounds, const std::vector<Place>& places) {
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

} // namespace

Findings check_looks(const FlowFile& file, const LookCheckOptions& options) {
    Findings findings;
    if (!file.compiled) return findings;
    Painter painter(*file.compiled);
    check_files(file, painter, findings);
    draw::check_places(file, painter, options, findings);
    draw::check_focus(file, painter, findings);
    if (options.pictures) draw::check_colours(file, painter, options, findings);
    std::stable_sort(findings.begin(), findings.end(), [](const Finding& a, const Finding& b) {
        return std::tuple(a.place.file, a.place.begin) < std::tuple(b.place.file, b.place.begin);
    });
    return findings;
}

} // namespace rondix
