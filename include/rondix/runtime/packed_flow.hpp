// A packed flow: a compiled flow as one flat image, which a game ships and uses where it stands.
// Opening one allocates nothing, throws nothing and needs no YAML.
//
//   rondix::CompiledFlow flow;
//   if (const rondix::Status status = rondix::open_packed(game.image, flow); !status)
//       log(status.words());
//   rondix::Runner menus(flow);                   // the image has to stay as long
//
// Whatever the bytes are, opening them is harmless: the image is refused unless its format, its
// sizes, its checksum, every value of every row and every reference between rows are right.
//
// Errors: by Status; nothing is thrown. Lifetime: the image stays where it is, as long as the flow.
// Cost: reads the image once. Threads: any.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/status.hpp"

#include <span>

namespace rondix {

/// The image has to begin at a multiple of 16 bytes. If not done, `flow` is
/// empty. Afterwards its tables stand in the image.
Status open_packed(std::span<const std::byte> image, CompiledFlow& flow);

/// A number that stands for the names of a flow and their order, which generated ids carry as well:
/// a game that was built with those of another flow can tell.
std::uint64_t names_hash(const CompiledFlow& flow);

} // namespace rondix
