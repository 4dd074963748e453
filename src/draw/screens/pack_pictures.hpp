// The pictures of a flow as one file for PackedPictures.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"

#include <string>
#include <vector>

namespace rondix::draw {

struct PicturesPacked {
    std::string bytes;
    std::vector<std::string> faults; ///< of pictures that cannot be drawn: nothing is packed
};

/// `packed`: the same flow with the names that its packed image has. `scale`: pixels for each
/// design unit.
PicturesPacked pack_pictures(const CompiledFlow& flow, const CompiledFlow& packed, double scale);

} // namespace rondix::draw
