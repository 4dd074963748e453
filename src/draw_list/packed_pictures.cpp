#include "rondix/packed_pictures.hpp"

#include "draw_list/qoi.hpp"
#include "draw_list/resample.hpp"

#include <bit>
#include <cstring>
#include <vector>

namespace rondix {

using namespace draw_list;

namespace {

constexpr std::string_view mark = "rdxpics1";
constexpr std::uint32_t longest_side = 16'384;

std::uint64_t number_at(std::span<const std::uint8_t> file, std::size_t at, std::size_t bytes) {
    std::uint64_t number = 0;
    for (std::size_t i = bytes; i-- > 0;) number = number << 8 | file[at + i];
    return number;
}

} // namespace

/// FNV-1a (G. Fowler, L. C. Noll, K.-P. Vo, "The FNV Non-Cryptographic Hash Algorithm").
std::uint64_t PackedPictures::hash_of_names(const CompiledFlow& flow) {
    std::uint64_t hash = 0xCBF29CE484222325;
    const auto add = [&](unsigned char byte) { hash = (hash ^ byte) * 0x100000001B3; };
    for (const TextRef name : flow.looks.pictures) {
        for (const char c : flow.text(name)) add(static_cast<unsigned char>(c));
        add(0);
    }
    return hash;
}

PackedPictures::Entry PackedPictures::entry(std::size_t number) const {
    using packed_pictures::head, packed_pictures::row;
    const std::size_t at = head + number * row;
    const auto length = [&](std::size_t from) {
        return std::bit_cast<float>(static_cast<std::uint32_t>(number_at(file_, from, 4)));
    };
    return {{length(at), length(at + 4)},
            static_cast<std::size_t>(number_at(file_, at + 8, 8)),
            static_cast<std::size_t>(number_at(file_, at + 16, 8))};
}

Status PackedPictures::open(std::span<const std::byte> file, const CompiledFlow& flow) {
    using packed_pictures::head, packed_pictures::row;
    file_ = {reinterpret_cast<const std::uint8_t*>(file.data()), file.size()};
    count_ = 0;
    if (file_.size() < head || std::memcmp(file_.data(), mark.data(), mark.size()) != 0)
        return {StatusCode::other_format, "these are no packed pictures"};
    if (number_at(file_, 8, 8) != hash_of_names(flow))
        return {StatusCode::other_version, "these are the pictures of another flow"};
    const auto count = static_cast<std::size_t>(number_at(file_, 16, 4));
    if (count != flow.looks.pictures.size() || (file_.size() - head) / row < count)
        return {StatusCode::damaged, "the packed pictures are cut short"};
    for (std::size_t i = 0; i < count; ++i) {
        const Entry one = entry(i);
        if (one.at > file_.size() || one.bytes > file_.size() - one.at)
            return {StatusCode::damaged, "the packed pictures are cut short"};
        const QoiSize size = qoi_size(file_.subspan(one.at, one.bytes));
        constexpr std::uint64_t most_of_a_byte = 62; // pixels: a run of them
        const bool good = std::uint64_t{size.width} * size.height <= most_of_a_byte * one.bytes &&
                          size.width > 0 && size.height > 0 && size.width <= longest_side &&
                          size.height <= longest_side && one.size.width > 0 &&
                          one.size.height > 0 && one.size.width <= longest_side &&
                          one.size.height <= longest_side;
        if (!good) return {StatusCode::damaged, "a packed picture is damaged"};
    }
    count_ = count;
    return {};
}

bool PackedPictures::read(PictureId picture, int width, int height, std::uint8_t* to) {
    if (index(picture) >= count_) return false;
    const Entry one = entry(index(picture));
    const auto file = file_.subspan(one.at, one.bytes);
    const QoiSize size = qoi_size(file);
    std::vector<std::uint8_t> pixels(std::size_t{4} * size.width * size.height);
    if (!read_qoi(file, pixels)) return false;
    resample({pixels.data(), static_cast<int>(size.width), static_cast<int>(size.height)}, width,
             height, to);
    return true;
}

PictureSource PackedPictures::source() {
    return {this,
            [](void* self, PictureId picture) {
                const PackedPictures& own = *static_cast<PackedPictures*>(self);
                return index(picture) < own.count_ ? own.entry(index(picture)).size : Size{};
            },
            [](void* self, PictureId picture, int width, int height, std::uint8_t* to) {
                return static_cast<PackedPictures*>(self)->read(picture, width, height, to);
            }};
}

} // namespace rondix
