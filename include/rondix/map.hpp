// The map: a flow as one picture. Screens are cards, scenes are plates, links carry the texts of
// the buttons that they come from. Graphviz places, Cairo and Pango draw.
#pragma once

#include "rondix/check.hpp"
#include "rondix/picture_format.hpp"

#include <optional>
#include <string>

namespace rondix {

struct MapOptions {
    PictureFormat format = PictureFormat::svg;
    /// The size of the picture in pixels; the map is scaled to fit. 0: as large as the map is.
    int width = 0;
    int height = 0;
    /// How long laying out may take.
    double seconds = 30;
};

/// The bytes of the picture. Screens that `result` finds to be trapped or never shown stand out.
/// When it cannot be drawn (Graphviz is missing or takes too long), nothing, and `fault` says why.
std::optional<std::string> draw_map(const FlowFile& file, const CheckResult& result,
                                    const MapOptions& options, std::string& fault);

} // namespace rondix
