// The map: a flow as one picture. Screens are cards, scenes are plates, links carry the texts of
// the buttons that they come from. Graphviz places, Cairo and Pango draw.
#pragma once

#include "rondix/check.hpp"
#include "rondix/move.hpp"
#include "rondix/picture_format.hpp"

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
};

/// The bytes of the picture. Screens that `result` finds to be trapped or never shown stand out.
/// When it cannot be drawn (Graphviz is missing or takes too long), nothing, and `fault` says why.
std::optional<std::string> draw_map(const FlowFile& file, const CheckResult& result,
                                    const MapOptions& options, std::string& fault);

/// The same in DOT, the language of Graphviz; nothing is laid out.
std::string map_dot(const FlowFile& file, const CheckResult& result,
                    const std::vector<Move>& way = {});

} // namespace rondix
