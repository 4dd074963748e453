// The tool with pictures: nothing is handed on.
#include "pictures.hpp"

#include "draw/screens/pack_pictures.hpp"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/tools/look_check.hpp"
#include "rondix/tools/screen_pictures.hpp"

#include <fmt/format.h>

#include <cstddef>
#include <cstring>
#include <span>
#include <vector>

namespace rondix::tool {

int run_with_pictures(const Run& run) {
    return run();
}

LookAt look_at_sizes(const std::vector<Size>& sizes) {
    LookCheckOptions looks;
    if (!sizes.empty()) looks.sizes.clear();
    for (const Size size : sizes) looks.sizes.push_back({size.width, size.height});
    return [looks](const FlowFile& file, const CheckOptions& limits) {
        LookCheckOptions within = looks;
        within.check = limits;
        return check_looks(file, within);
    };
}

bool packed_pictures(const FlowFile& file, const std::string& image, double scale,
                     std::string& bytes) {
    std::vector<std::max_align_t> room(image.size() / sizeof(std::max_align_t) + 1);
    std::memcpy(room.data(), image.data(), image.size());
    CompiledFlow packed;
    if (!open_packed(std::as_bytes(std::span(room)).first(image.size()), packed)) return false;
    draw::PicturesPacked pictures = draw::pack_pictures(*file.compiled, packed, scale);
    for (const std::string& fault : pictures.faults) fmt::print(stderr, "error: {}\n", fault);
    bytes = std::move(pictures.bytes);
    return pictures.faults.empty();
}

std::string picture_of_screen(const FlowFile& file, const std::string& screen) {
    constexpr PictureSize small{480, 270};
    constexpr double longest = 1; // seconds
    ScreenPictureOptions options{.sizes = {small}, .screens = {screen}};
    options.check.max_seconds = longest;
    std::string png;
    draw_screens(file, options, [&](const ScreenPicture& picture) {
        png = picture.bytes;
        return false;
    });
    return png;
}

} // namespace rondix::tool
