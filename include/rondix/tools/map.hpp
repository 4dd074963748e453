// The map: a flow as one picture. Screens are cards with small pictures, scenes are plates, links
// carry the texts of the buttons that they come from; what is shown over one root screen only
// stands together. Graphviz places, Cairo and Pango draw. In an SVG, cards tell more where the
// pointer rests, and lead to their places in the flow's file.
//
// A large flow is folded until it can be read: three and more screens or scenes with the same links
// become one stack; where that is not enough, what is furthest from the start goes into the card by
// way of which alone it is reached ("and 12 beyond it"), level by level. Where the player is stuck,
// and what a way passes, is never folded. What a card holds can be had as a map of its own.
//
// Units: pixels, seconds. Errors: by Status. Cost: Graphviz runs in a process of its own, for
// MapOptions::seconds at most. Threads: one at a time for all that draws.
#pragma once

#include "rondix/picture_format.hpp"
#include "rondix/runtime/move.hpp"
#include "rondix/runtime/status.hpp"
#include "rondix/tools/check.hpp"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace rondix {

struct MapOptions {
    PictureFormat format = PictureFormat::svg;
    /// The size of the picture in pixels; the map is scaled to fit. 0: as large as the map is.
    int width = 0;
    int height = 0;
    /// How long laying out may take.
    double seconds = 30;
    /// Laid over the map: where these moves lead from the start on.
    std::vector<Move> way = {};
    /// Screens as small pictures; else words alone.
    bool pictures = true;
    /// With more cards than these, the map is folded; 0: never.
    std::size_t max_cards = default_cards;
    static constexpr std::size_t default_cards = 40;
    /// Only this screen or scene, and what is reached only by way of it; empty: all.
    std::string of = {};
    /// Where a card of an SVG leads: {file} is the flow's file, as seen from `folder`, {path} the
    /// same from the root of the file system, {line} and {column} its place there, {name} what the
    /// flow calls it. Empty: nowhere.
    std::string link = "{file}#L{line}";
    /// Where the map will lie; empty: the folder of the process.
    std::string folder = {};
    /// For the screens' pictures: how far their shortest ways are looked for.
    CheckOptions check = {};
};

/// The bytes of the picture. Screens that `result` finds to be trapped or never shown stand out.
/// StatusCode::not_drawn: Graphviz is missing or takes too long, there is no screen or scene of the
/// name in `of`, or a limit of `check` was reached; `bytes` is empty then.
Status draw_map(const FlowFile& file, const CheckResult& result, const MapOptions& options,
                std::string& bytes);

struct MapPart {
    std::string name;    ///< of its file, without the ending: `map`, `map.options`
    std::string heading; ///< "beyond options"; empty for the whole map
    std::string bytes;
    std::size_t cards = 0;  ///< on this map
    std::size_t folded = 0; ///< that are in one of these
};

/// The map, and one for what each folded card holds, and so on; in SVG, the cards lead there. The
/// first is called `name`, as its file is. StatusCode::not_drawn when one cannot be drawn; ends
/// early, and well, when `take` says false.
Status draw_map_parts(const FlowFile& file, const CheckResult& result, const MapOptions& options,
                      const std::string& name, const std::function<bool(const MapPart&)>& take);

/// The same in DOT, the language of Graphviz; nothing is laid out and nothing folded.
std::string map_dot(const FlowFile& file, const CheckResult& result,
                    const std::vector<Move>& way = {});

} // namespace rondix
