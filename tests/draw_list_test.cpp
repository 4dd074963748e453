// The draw list shows the same picture as the Painter: every screen of every example flow, in all
// states, on its way in, mirrored, in windows of several shapes; random looks and texts.
#include "difference.hpp"
#include "reference/part.hpp"
#include "support.hpp"

#include "draw/screens/list_pixels.hpp"
#include "draw/screens/listed_flow.hpp"
#include "draw/screens/state_sheet.hpp"
#include "draw/screens/tour.hpp"
#include "draw/text_layout.hpp"

#include <random>

namespace rondix::test {
namespace {

/// Both pictures of a flow, wherever it is.
class Compared {
  public:
    Compared(const CompiledFlow& flow, Painter& painter, PictureSize size)
        : painter_(painter)
        , listed_(flow)
        , size_(size) {}

    void resize(PictureSize size) {
        size_ = size;
        renderer_ = {};
        listed_.list().forget_textures();
    }

    Difference operator()(const Canvas& canvas, std::span<const Item> items) {
        Pixels32 painted(static_cast<std::size_t>(size_.width * size_.height), 0xFF000000);
        Pixels32 listed = painted;
        painter_.paint(canvas, items, all_of(painted));
        const Drawn& drawn = listed_.list().draw(canvas, items);
        renderer_.draw(drawn, all_of(listed));
        most_calls = std::max(most_calls, drawn.batches.size());
        const Difference found = difference(painted, listed, size_.width, size_.height);
        worst = std::max(worst, found.mean);
        if (found.beyond > 0) write(painted, listed);
        return found;
    }

    /// For whoever looks into it: the Painter's, the other one.
    void write(Pixels32& painted, Pixels32& listed) const {
        const auto folder = std::filesystem::path(RONDIX_BUILD) / "pictures";
        std::filesystem::create_directories(folder);
        const auto save = [&](Pixels32& pixels, const char* name) {
            const draw::Held<cairo_surface_t> surface(cairo_image_surface_create_for_data(
                reinterpret_cast<unsigned char*>(pixels.data()), CAIRO_FORMAT_RGB24, size_.width,
                size_.height, size_.width * 4));
            cairo_surface_write_to_png(surface.get(), (folder / name).c_str());
        };
        save(painted, "draw-list-painter.png");
        save(listed, "draw-list-listed.png");
    }

    std::size_t most_calls = 0;
    double worst = 0;

  private:
    Pixels all_of(Pixels32& pixels) const {
        return {pixels.data(), size_.width, size_.height, size_.width * 4};
    }

    Painter& painter_;
    draw::ListedFlow listed_;
    PictureSize size_;
    draw::ListPixels renderer_;
};

void expect_alike(const Difference& found, const std::string& where) {
    EXPECT_LT(found.mean, 0.01) << where;
    EXPECT_EQ(found.beyond, 0u) << where;
}

TEST(DrawList, ShowsEveryScreenAsThePainterDoes) {
    std::size_t screens = 0, calls = 0, met = 0;
    const std::size_t every = 20 / part_of(20);
    double worst = 0;
    for (const auto& path : example_flows()) {
        const FlowFile file = load_flow(path.string());
        if (!file.compiled) continue; // a file that others include
        const CompiledFlow& flow = *file.compiled;
        draw::Tour tour(flow, {});
        tour.resize({640, 400});
        Compared compared(flow, tour.painter, {640, 400});
        for (std::size_t i = 0; i < flow.screens.size(); ++i) {
            if (!tour.way(ScreenId(i)) || (i > 20 && i % 8 != 0) || ++met % every != 0) continue;
            tour.go(ScreenId(i));
            const std::string where =
                path.filename().string() + ": " + std::string(flow.text(flow.screens[i].id));
            expect_alike(compared(tour.runner.canvas(), tour.runner.view()), where);
            ++screens;
        }
        worst = std::max(worst, compared.worst);
        calls = std::max(calls, compared.most_calls);
    }
    std::printf("%zu screens, mean difference %.3f %% at most, %zu draw calls at most\n", screens,
                100 * worst, calls);
    EXPECT_GT(screens, part_of(100));
    EXPECT_LE(calls, 6u);
}

TEST(DrawList, ShowsTheDemoInAnyWindowAndMirrored) {
    const FlowFile file = demo_flow();
    draw::Tour tour(*file.compiled, {});
    Compared compared(*file.compiled, tour.painter, {1280, 720});
    for (const PictureSize size : {PictureSize{1280, 720}, {1321, 743}, {800, 600}, {450, 800}})
        for (const bool mirrored : {false, true}) {
            if (part_of(20) < 20 && (mirrored || size.width > 1'000)) continue;
            tour.resize(size, mirrored);
            compared.resize(size);
            for (const char* name : {"title", "options", "pause", "cargo"}) {
                tour.go(file.compiled->screen(name));
                expect_alike(compared(tour.runner.canvas(), tour.runner.view()),
                             std::string(name) + " " + std::to_string(size.width));
            }
        }
}

TEST(DrawList, ShowsControlsInAllStates) {
    for (const char* name :
         {"examples/tidewick/tidewick.flow.yaml", "examples/nine-locks/nine-locks.flow.yaml"}) {
        const FlowFile file = load_flow((root() / name).string());
        const CompiledFlow& flow = *file.compiled;
        draw::Tour tour(flow, {});
        tour.resize({1280, 720});
        for (std::size_t i = 0; i < flow.screens.size(); ++i) {
            if (!tour.way(ScreenId(i)) || flow.screens[i].controls.count == 0) continue;
            tour.go(ScreenId(i));
            const draw::Sheet sheet = draw::state_sheet(tour.runner, ScreenId(i), 0.75F);
            const PictureSize size{static_cast<int>(sheet.canvas.size.width * sheet.canvas.scale),
                                   static_cast<int>(sheet.canvas.size.height * sheet.canvas.scale)};
            Compared compared(flow, tour.painter, size);
            expect_alike(compared(sheet.canvas, sheet.items),
                         std::string(name) + " " + std::string(flow.text(flow.screens[i].id)));
        }
    }
}

/// Also those that are larger than a page of letters may be.
TEST(DrawList, ShowsShadowsOfAnySize) {
    const FlowFile file = good_flow("rondix: 1\nstart: title\nscreens:\n  title:\n    controls:\n"
                                    "      - { button: away, text: Away, press: quit }\n");
    Painter painter(*file.compiled);
    Compared compared(*file.compiled, painter, {800, 600});
    Canvas canvas;
    canvas.size = {800, 600};
    std::size_t met = 0;
    const std::size_t every = 20 / part_of(20);
    for (const float blur : {0.0F, 2.0F, 9.0F, 40.0F, 200.0F, 900.0F})
        for (const float corner : {0.0F, 7.0F, 60.0F})
            for (const float width : {12.0F, 150.0F, 420.0F}) {
                if (++met % every != 0) continue;
                Item item;
                item.kind = ItemKind::panel;
                item.style = id_of(StandardStyle::panel);
                item.look = {};
                item.look.shadow = {1, 0.8F, 0.2F, 1};
                item.look.shadow_x = 3;
                item.look.shadow_y = 9;
                item.look.shadow_blur = blur;
                item.look.corner = corner;
                item.shares = {1};
                item.bounds = {200, 150, width, 250};
                expect_alike(compared(canvas, {&item, 1}), std::to_string(blur) + " " +
                                                               std::to_string(corner) + " " +
                                                               std::to_string(width));
            }
}

/// Screens that come and go, controls that grow: in any moment of it.
TEST(DrawList, ShowsWhatMovesAsThePainterDoes) {
    const FlowFile file = demo_flow();
    draw::Tour tour(*file.compiled, {});
    tour.resize({640, 360});
    Compared compared(*file.compiled, tour.painter, {640, 360});
    Runner& menus = tour.runner;
    std::size_t moving = 0, met = 0;
    const std::size_t every = 20 / part_of(20);
    for (const char* name : {"title", "options", "pause", "aground", "arrival", "cargo"})
        for (const double time : {0.02, 0.06, 0.1, 0.17, 0.25, 0.33}) {
            if (++met % every != 0) continue;
            const ScreenId id = file.compiled->screen(name);
            tour.go(id, 1);
            menus.set_motion(true);
            if (!tour.way(id)->empty()) menus.replay(tour.way(id)->back());
            menus.take_effects();
            menus.advance(time);
            const auto items = menus.view();
            moving += std::ranges::any_of(items, [](const Item& item) {
                return item.transform != Transform{} || item.look.opacity < 1 || item.leaving;
            });
            expect_alike(compared(menus.canvas(), items),
                         std::string(name) + " at " + std::to_string(time));
        }
    EXPECT_GT(moving, part_of(15) / 2);
    std::printf("%zu moments of movement\n", moving);
}

// --- texts

/// Words of several scripts, digits and marks; words are what lines are broken between.
class AnyText {
  public:
    explicit AnyText(unsigned seed)
        : random_(seed) {}
    std::size_t below(std::size_t count) { return random_() % count; }

    std::string readable() {
        static const std::vector<std::string> words = {
            "Cast",      "off",  "fjord", "Tide-wick", "affine", "Öresund", "Ærø",
            "πλοίο",     "порт", "שלום",  "נמל",       "מעבורת", "مرحبا",   "سفينة",
            "الميناء",   "12",   "3.5",   "1,000",     "٣٤",     "(a)",     "(b נמל",
            "[٣)",       "b.",   "c,",    "-",         "+4",     "50%",     "№ 7",
            "e\xCC\x81", "ﬁ",    "AVAW",  "To",        "…"};
        std::string text;
        for (std::size_t i = 1 + below(9); i > 0; --i)
            text += words[below(words.size())] + (i > 1 ? " " : "");
        return text;
    }
    std::string any() {
        static const std::vector<std::string> pieces = {"\xFF",
                                                        "\xC3",
                                                        "\xE2\x82",
                                                        "\xF4\x90\x80\x80",
                                                        "\xED\xA0\x80",
                                                        "\0",
                                                        "\n",
                                                        "\r\n",
                                                        "\t",
                                                        "\xE2\x80\xAE",
                                                        "\xE2\x80\x8D",
                                                        "\xEF\xBB\xBF",
                                                        "👩‍👩‍👧",
                                                        "🚢",
                                                        "か",
                                                        "漢字",
                                                        "ก็",
                                                        "क्षि",
                                                        "נְ",
                                                        "ﷺ",
                                                        "a\xCC\x81\xCC\x82\xCC\x83",
                                                        " ",
                                                        "  ",
                                                        "\xC2\xA0",
                                                        "W",
                                                        "i",
                                                        "."};
        std::string text;
        for (std::size_t i = below(40); i > 0; --i)
            text += below(3) == 0 ? readable() : pieces[below(pieces.size())];
        return text;
    }

  private:
    std::mt19937 random_;
};

/// Of a flow without looks of its own: labels that say anything.
class Labels {
  public:
    Labels()
        : file(good_flow("rondix: 1\nstart: title\nscreens:\n  title:\n    controls:\n"
                         "      - { button: away, text: Away, press: quit }\n")) {}

    Item label(std::string_view text, const Rect& bounds) const {
        Item item;
        item.kind = ItemKind::label;
        item.style = id_of(StandardStyle::label);
        item.look = file.compiled->looks[item.style].looks[0];
        item.shares = {1};
        item.bounds = bounds;
        item.text = text;
        item.align = Edge::start;
        return item;
    }

    FlowFile file;
    Canvas canvas = [] {
        Canvas all;
        all.size = {640, 200};
        return all;
    }();
};

/// The same letters in the same places, whichever way they run, and the same lines.
TEST(DrawListText, IsThatOfThePainter) {
    Labels labels;
    Painter painter(*labels.file.compiled);
    draw::ListedFlow listed(*labels.file.compiled);
    Compared compared(*labels.file.compiled, painter, {640, 200});
    const TextMeasurer one = painter.text_measurer(), other = listed.list().text_measurer();
    AnyText any(5);
    std::size_t alike = 0, all = 0, wrapped = 0;
    for (std::size_t i = 0; i < part_of(how_many(400)); ++i) {
        const std::string text = any.readable();
        const float width = 60 + static_cast<float>(any.below(560));
        Item item = labels.label(text, {20, 10, width, 180});
        item.align = static_cast<Edge>(any.below(3));
        item.look.ink_shadow = no_colour; // letters lie on letters: where they touch shows twice
        const Style& style = labels.file.compiled->looks[item.style];
        const std::string_view font =
            labels.file.compiled->text(labels.file.compiled->looks.fonts[index(style.font)]);
        const TextToMeasure ask{text, font, style.text_size, style.bold, width};
        const Size a = one.text(one.context, ask), b = other.text(other.context, ask);
        wrapped += a.height > 2 * style.text_size;
        ++all;
        const Difference found = compared(labels.canvas, {&item, 1});
        EXPECT_LT(found.mean, 0.01) << text;
        if (found.beyond == 0 && std::abs(a.width - b.width) < 0.6F &&
            std::abs(a.height - b.height) < 0.6F)
            ++alike;
        else
            std::printf("otherwise: %s\n", text.c_str());
    }
    std::printf("%zu of %zu alike, %zu in several lines\n", alike, all, wrapped);
    EXPECT_GE(alike, all - all / 100); // where letters touch, or a line may end at a hyphen
    EXPECT_GT(wrapped, all / 5);
}

/// Whatever it says, it is drawn, and takes no more textures than it may.
TEST(DrawListText, MayBeAnything) {
    Labels labels;
    DrawLimits limits;
    limits.page = 256;
    limits.pages = 2;
    limits.picture = 400;
    limits.pictures = 400 * 400 * 4;
    draw::ListedFlow listed(*labels.file.compiled, "", limits);
    draw::ListPixels renderer;
    Pixels32 pixels(640 * 200, 0xFF000000);
    AnyText any(6);
    std::size_t cleared = 0;
    for (std::size_t i = 0; i < part_of(how_many(300)); ++i) {
        std::string text = any.any();
        if (i % 50 == 0)
            while (text.size() < 10'000) text += any.any();
        Item item = labels.label(text, {0, 0, static_cast<float>(any.below(600)), 200});
        item.text_scale = 0.1F + static_cast<float>(any.below(40)) / 10;
        item.look.outline_width = static_cast<float>(any.below(4));
        item.look.outline = {0, 0, 0, 1};
        item.rotate = 0;
        if (any.below(4) == 0) item.transform = {0.8F, -0.6F, 30, 0.6F, 0.8F, 10};
        const Drawn& drawn = listed.list().draw(labels.canvas, {&item, 1});
        for (const TextureUpdate& update : drawn.updates) {
            const bool is_page = update.texture < 2;
            EXPECT_LE(update.width, is_page ? 256 : limits.picture);
            EXPECT_LE(update.height, is_page ? 256 : limits.picture);
            EXPECT_TRUE(update.width == 256 || !is_page || (update.is_new && update.width == 0));
            cleared += update.is_new && update.width > 0;
        }
        std::size_t indices = 0;
        for (const DrawBatch& batch : drawn.batches) {
            ASSERT_LE(batch.vertices, 65'535u);
            ASSERT_LE(batch.first_vertex + batch.vertices, drawn.vertices.size());
            for (std::uint32_t k = 0; k < batch.indices; ++k)
                ASSERT_LT(drawn.indices[batch.first_index + k], batch.vertices);
            indices += batch.indices;
        }
        ASSERT_EQ(indices, drawn.indices.size());
        if (i % 8 == 0 &&
            text.size() < 100) { // whatever filled the pages before, all of it is there
            draw::ListedFlow fresh(*labels.file.compiled, "", limits);
            EXPECT_EQ(fresh.list().draw(labels.canvas, {&item, 1}).indices.size(), indices) << i;
        }
        renderer.draw(drawn, {pixels.data(), 640, 200, 640 * 4});
        if (i % 50 == 0) listed.list().forget_textures();
    }
    EXPECT_GT(cleared, 3u); // pages were full, and begun anew
}

#if defined(NDEBUG) && !defined(RONDIX_SANITIZED)
/// FreeType and HarfBuzz apart.
TEST(DrawList, AddsLittleToAGame) {
    const std::size_t bytes = std::stoul(output_of("size -t " RONDIX_DRAW_LIST " | tail -1"));
    std::printf("%zu bytes of code\n", bytes);
    EXPECT_LT(bytes, 120'000u);
}
#endif

} // namespace
} // namespace rondix::test
