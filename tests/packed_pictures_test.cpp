// Pictures that are packed: what is read is what was written; what is damaged is refused or shows
// something, and does no harm; a draw list shows them as the Painter shows the files.
#include "difference.hpp"
#include "reference/part.hpp"
#include "support.hpp"

#include "draw/screens/list_pixels.hpp"
#include "draw/screens/listed_flow.hpp"
#include "draw/screens/pack_pictures.hpp"
#include "draw/screens/tour.hpp"
#include "draw/text_layout.hpp"
#include "draw_list/qoi.hpp"
#include "draw_list/resample.hpp"
#include "rondix/packed_pictures.hpp"

#include <deque>
#include <random>

namespace rondix::test {
namespace {

/// Plain stretches, gradients and noise, as pictures have them.
std::vector<std::uint8_t> any_picture(std::mt19937& random, std::size_t pixels) {
    std::vector<std::uint8_t> all(4 * pixels);
    std::array<std::uint8_t, 4> now{};
    std::size_t left = 0;
    unsigned kind = 0;
    for (std::size_t i = 0; i < pixels; ++i) {
        if (left-- == 0) {
            left = random() % 100;
            kind = random() % 4;
            for (std::uint8_t& part : now) part = static_cast<std::uint8_t>(random());
        }
        if (kind == 1)
            for (std::size_t part = 0; part < 3; ++part)
                now[part] = static_cast<std::uint8_t>(now[part] + random() % 5 - 2);
        if (kind == 2)
            for (std::uint8_t& part : now) part = static_cast<std::uint8_t>(random());
        std::copy_n(now.begin(), 4, all.begin() + static_cast<std::ptrdiff_t>(4 * i));
    }
    return all;
}

std::span<const std::uint8_t> bytes_of(const std::string& text) {
    return {reinterpret_cast<const std::uint8_t*>(text.data()), text.size()};
}

TEST(PackedPictures, AreReadAsTheyWereWritten) {
    std::mt19937 random(4);
    for (std::size_t i = 0; i < part_of(how_many(2'000)); ++i) {
        const std::uint32_t width = 1 + random() % 60, height = 1 + random() % 60;
        const auto pixels = any_picture(random, std::size_t{width} * height);
        std::string file = draw_list::write_qoi(pixels, width, height);
        const draw_list::QoiSize size = draw_list::qoi_size(bytes_of(file));
        ASSERT_EQ(size.width, width);
        ASSERT_EQ(size.height, height);
        std::vector<std::uint8_t> again(pixels.size());
        ASSERT_TRUE(draw_list::read_qoi(bytes_of(file), again));
        ASSERT_EQ(again, pixels);
        // Cut short or changed, it is read to its end and no further.
        const auto cut = bytes_of(file).first(14 + random() % (file.size() - 14));
        (void)draw_list::read_qoi(std::vector(cut.begin(), cut.end()), again);
        file[14 + random() % (file.size() - 14)] ^= static_cast<char>(1 + random() % 255);
        (void)draw_list::read_qoi(bytes_of(file), again);
    }
}

/// A plain picture is plain in any size; a larger one made smaller is its mean.
TEST(PackedPictures, KeepTheirColoursInAnySize) {
    std::mt19937 random(5);
    for (std::size_t i = 0; i < part_of(how_many(300)); ++i) {
        const int width = 1 + static_cast<int>(random() % 50),
                  to = 1 + static_cast<int>(random() % 90);
        std::array<std::uint8_t, 4> colour{};
        for (std::uint8_t& part : colour) part = static_cast<std::uint8_t>(random());
        if (colour[3] == 0) colour = {};
        std::vector<std::uint8_t> from, made(static_cast<std::size_t>(4 * to * to));
        for (int k = 0; k < width * width; ++k)
            from.insert(from.end(), colour.begin(), colour.end());
        draw_list::resample({from.data(), width, width}, to, to, made.data());
        for (std::size_t k = 0; k < made.size(); ++k)
            ASSERT_NEAR(made[k], colour[k % 4], colour[3] < 8 ? 255 : 1) << i;
    }
}

struct Packed {
    FlowFile file = demo_flow();
    draw::PicturesPacked pictures = draw::pack_pictures(*file.compiled, *file.compiled, 2);
    std::span<const std::byte> bytes() const { return std::as_bytes(std::span(pictures.bytes)); }
};

TEST(PackedPictures, AreRefusedWhereTheyAreDamaged) {
    const Packed packed;
    const CompiledFlow& flow = *packed.file.compiled;
    ASSERT_TRUE(packed.pictures.faults.empty());
    PackedPictures pictures;
    ASSERT_TRUE(pictures.open(packed.bytes(), flow));
    EXPECT_GT(pictures.source().size(&pictures, PictureId{0}).width, 0);
    std::mt19937 random(6);
    std::vector<std::uint8_t> pixels(4 * 40 * 40);
    std::size_t refused = 0;
    for (std::size_t i = 0; i < part_of(how_many(200)); ++i) {
        std::string other = packed.pictures.bytes;
        const std::size_t head =
            packed_pictures::head + flow.looks.pictures.size() * packed_pictures::row;
        if (i % 2 == 0)
            other.resize(random() % (i % 4 == 0 ? head : other.size()));
        else
            other[random() % (i % 4 == 1 ? head : other.size())] ^=
                static_cast<char>(1 + random() % 255);
        const Status status = pictures.open(std::as_bytes(std::span(other)), flow);
        refused += !status;
        const PictureSource source = pictures.source();
        for (std::uint16_t k = 0; k < flow.looks.pictures.size(); k += 5)
            if (source.size(source.context, PictureId{k}).width > 0)
                (void)source.pixels(source.context, PictureId{k}, 40, 40, pixels.data());
        if (!status) {
            EXPECT_EQ(source.size(source.context, PictureId{0}).width, 0);
        }
    }
    EXPECT_GT(refused, part_of(how_many(200)) / 3);
    const FlowFile hello = load_flow((root() / "examples/test-card/test-card.flow.yaml").string());
    EXPECT_EQ(pictures.open(packed.bytes(), *hello.compiled).code(), StatusCode::other_version);
}

/// A few bytes that say that they are a billion pixels.
TEST(PackedPictures, AreNoLargerThanTheirBytesCanBe) {
    Packed packed;
    const CompiledFlow& flow = *packed.file.compiled;
    std::string& bytes = packed.pictures.bytes;
    const std::size_t first = bytes.find("qoif");
    ASSERT_NE(first, std::string::npos);
    for (const std::size_t side : {first + 4, first + 8})
        bytes.replace(side, 4, std::string("\0\0\x40\0", 4));
    PackedPictures pictures;
    EXPECT_EQ(pictures.open(packed.bytes(), flow).code(), StatusCode::damaged);
}

/// At most of the sizes in which they were not drawn.
TEST(PackedPictures, LookAsTheFilesDo) {
    const Packed packed;
    const CompiledFlow& flow = *packed.file.compiled;
    PackedPictures pictures;
    ASSERT_TRUE(pictures.open(packed.bytes(), flow));
    std::deque<std::string> fonts; // stay where they are, longer than the draw list
    DrawList list(flow, pictures.source());
    for (const TextRef font : flow.looks.fonts)
        for (const bool bold : {false, true}) {
            fonts.push_back(contents(draw::file_of_font(flow.text(font), bold)));
            ASSERT_TRUE(
                list.add_font(flow.text(font), bold, std::as_bytes(std::span(fonts.back()))));
        }
    draw::Tour tour(flow, {});
    draw::ListPixels renderer;
    for (const PictureSize size : {PictureSize{1280, 720}, {960, 540}, {1900, 1000}}) {
        tour.resize(size);
        const auto count =
            static_cast<std::size_t>(size.width) * static_cast<std::size_t>(size.height);
        for (const char* name : {"title", "cargo", "chart"}) {
            tour.go(flow.screen(name));
            const auto items = tour.runner.view();
            Pixels32 painted(count, 0xFF000000), shown(count, 0xFF000000);
            const auto all_of = [&](Pixels32& pixels) {
                return Pixels{pixels.data(), size.width, size.height, size.width * 4};
            };
            tour.painter.paint(tour.runner.canvas(), items, all_of(painted));
            renderer.draw(list.draw(tour.runner.canvas(), items), all_of(shown));
            const Difference found = difference(painted, shown, size.width, size.height);
            EXPECT_LT(found.mean, 0.01) << name << " " << size.width;
            EXPECT_LT(found.beyond, count / 5'000) << name << " " << size.width;
        }
    }
}

} // namespace
} // namespace rondix::test
