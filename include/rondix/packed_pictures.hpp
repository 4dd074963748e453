// PackedPictures: the pictures of a flow as pixels, in one file that `rondix pack --pictures`
// makes, for a game that has no loader of its own. A draw list takes them in any size.
//
//     rondix::PackedPictures pictures;
//     const rondix::Status status = pictures.open(file, flow);
//     rondix::DrawList list(flow, pictures.source());
//
// Units: pixels. Errors: a Status; nothing is allocated and nothing read that is not in the file.
// Lifetime: the file and the PackedPictures last as long as the draw list. Cost: a picture is read
// whenever it is wanted in another size. Threads: one.
#pragma once

#include "rondix/draw_list.hpp"
#include "rondix/runtime/status.hpp"

#include <cstddef>
#include <cstdint>
#include <span>

namespace rondix {

class PackedPictures {
  public:
    /// Refused: what is damaged or cut short, and the pictures of another flow.
    Status open(std::span<const std::byte> file, const CompiledFlow& flow);
    PictureSource source();

    /// A number for the files that a flow names, in their order.
    static std::uint64_t hash_of_names(const CompiledFlow& flow);

  private:
    struct Entry {
        Size size; ///< in design units
        std::size_t at = 0, bytes = 0;
    };
    Entry entry(std::size_t number) const;
    bool read(PictureId picture, int width, int height, std::uint8_t* to);

    std::span<const std::uint8_t> file_;
    std::size_t count_ = 0;
};

/// How such a file begins: all numbers little-endian.
///   8 bytes "rdxpics1", the hash of the names (8), how many (4), 4 of nothing,
///   for each picture: width and height in design units (4 each, as float), where it stands (8),
///   how long it is (8); then the pictures, in the Quite OK Image Format.
namespace packed_pictures {
inline constexpr std::size_t head = 24, row = 24;
} // namespace packed_pictures

} // namespace rondix
