// Bytes as changes of a packed flow, after which its checksum fits again (an image that it does not
// fit is refused by that alone); or, where the first byte is odd, as an image of their own. What is
// opened all the same has to run without harm.
#include "logic/image.hpp"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/flow.hpp"
#include "rondix/tools/pack.hpp"

#include <cstring>
#include <string>

namespace {

using namespace rondix;

const std::string& good_image() {
    static const std::string image =
        pack(*load_flow(RONDIX_ROOT "/examples/hello/hello.flow.yaml").compiled);
    return image;
}

void run(std::span<const std::byte> image) {
    CompiledFlow flow;
    if (!open_packed(image, flow)) return;
    Runner menus(flow);
    menus.start();
    for (int i = 0; i < 12; ++i) {
        menus.press(Button(i * 5 % button_count));
        menus.pointer_moves({static_cast<float>(i * 90), static_cast<float>(i * 60)});
        menus.advance(0.3);
        menus.finish(menus.load_ticket(), Answer::done);
        menus.take_effects();
        menus.view();
    }
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    if (size == 0) return 0;
    std::string bytes = good_image();
    if ((data[0] & 1) != 0) {
        bytes.assign(reinterpret_cast<const char*>(data) + 1, size - 1);
    } else {
        for (std::size_t i = 1; i + 4 <= size; i += 4) { // where, and what comes there
            const std::size_t at = (data[i] << 16 | data[i + 1] << 8 | data[i + 2]) % bytes.size();
            bytes[at] = static_cast<char>(data[i + 3]);
        }
        image::Header header;
        std::memcpy(&header, bytes.data(), sizeof header);
        header.sum = image::checksum(std::as_bytes(std::span(bytes)).subspan(sizeof header));
        std::memcpy(bytes.data(), &header, sizeof header);
    }
    alignas(16) static std::byte room[1 << 20];
    if (bytes.size() > sizeof room) return 0;
    std::memcpy(room, bytes.data(), bytes.size());
    run({room, bytes.size()});
    return 0;
}
