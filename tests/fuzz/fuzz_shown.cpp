// Any bytes as a text that a draw list shows: the first of them say how large, where, how it is
// turned and how much room letters have in textures. What is to be drawn is whole.

#include "files/read_file.hpp"
#include "rondix/draw_list.hpp"
#include "rondix/tools/flow.hpp"

#include <cstdlib>

namespace {

using namespace rondix;

struct Shown {
    FlowFile file =
        load_flow_text("fuzz", "rondix: 1\nstart: title\nscreens:\n  title:\n"
                               "    controls: [{ button: away, text: Away, press: quit }]\n");
    std::string font =
        files::read_file("/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf", 1u << 24).text;
    DrawList list{*file.compiled, {}, {.page = 256, .pages = 2, .picture = 256}};
    Canvas canvas;
    Shown() {
        if (!list.add_font("Inter", false, std::as_bytes(std::span(font)))) std::abort();
        canvas.size = {800, 600};
    }
};

bool is_whole(const Drawn& drawn) {
    std::size_t indices = 0;
    for (const DrawBatch& batch : drawn.batches) {
        if (batch.first_vertex + std::size_t{batch.vertices} > drawn.vertices.size()) return false;
        if (batch.first_index + std::size_t{batch.indices} > drawn.indices.size()) return false;
        for (std::uint32_t i = 0; i < batch.indices; ++i)
            if (drawn.indices[batch.first_index + i] >= batch.vertices) return false;
        indices += batch.indices;
    }
    for (const TextureUpdate& one : drawn.updates)
        if (one.area.x < 0 || one.area.y < 0 || one.area.x + one.area.width > 256 ||
            one.area.y + one.area.height > 256)
            return false;
    return indices == drawn.indices.size();
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    constexpr std::size_t said = 8;
    if (size < said || size > 12'000) return 0;
    static Shown shown;
    const auto share = [&](std::size_t i) { return static_cast<float>(data[i]) / 255; };
    Item item;
    item.kind = ItemKind::label;
    item.style = id_of(StandardStyle::label);
    item.look = shown.file.compiled->looks[item.style].looks[0];
    item.look.outline = {0, 0, 0, 1};
    item.look.outline_width = 8 * share(0);
    item.look.corner = 50 * share(1);
    item.look.fill = item.look.fill_end = {1, 0, 0, 0.5F};
    item.look.border = {0, 1, 0, 1};
    item.look.border_width = 40 * share(2);
    item.look.shadow = {0, 0, 0, 1};
    item.look.shadow_blur = 60 * share(3);
    item.shares = {1};
    item.align = static_cast<Edge>(data[4] % 3);
    item.text_scale = 0.05F + 8 * share(5);
    item.bounds = {0, 0, 800 * share(6), 600 * share(7)};
    if (data[7] % 2 == 1) item.transform = {0.8F, -0.6F, 100, 0.6F, 0.8F, -50};
    item.text = {reinterpret_cast<const char*>(data + said), size - said};
    if (!is_whole(shown.list.draw(shown.canvas, {&item, 1}))) std::abort();
    return 0;
}
