// Pictures compared with kept ones, byte for byte. A picture that differs fails, and the old one,
// the new one and the difference are written side by side into the build folder. RONDIX_KEEP=1
// keeps what is drawn now instead.
#include "support.hpp"

#include "draw/cairo.hpp"
#include "draw/screens/apart.hpp"
#include "draw/text_layout.hpp"
#include "rondix/painter.hpp"
#include "rondix/tools/screen_pictures.hpp"

#include <atomic>
#include <map>
#include <mutex>
#include <optional>
#include <random>
#if defined(RONDIX_SANITIZED)
#include <sanitizer/lsan_interface.h>
#endif
#include <thread>
#include <unistd.h>

namespace rondix::test {
namespace {

using draw::Held;

const std::filesystem::path kept = root() / "tests/golden/pictures";

Held<cairo_surface_t> read_png(const std::filesystem::path& path) {
    return Held<cairo_surface_t>(cairo_image_surface_create_from_png(path.c_str()));
}

/// Old, new and what differs, in one picture.
std::filesystem::path write_comparison(const std::string& name, const std::string& bytes) {
    const std::filesystem::path folder = std::filesystem::path(RONDIX_BUILD) / "pictures";
    std::filesystem::create_directories(folder);
    const auto fresh = folder / (name + "-new.png");
    std::ofstream(fresh, std::ios::binary) << bytes;
    const Held<cairo_surface_t> before = read_png(kept / (name + ".png"));
    const Held<cairo_surface_t> after = read_png(fresh);
    const int width = std::max(cairo_image_surface_get_width(after.get()), 1);
    const int height = std::max(cairo_image_surface_get_height(after.get()), 1);
    const Held<cairo_surface_t> sheet(
        cairo_image_surface_create(CAIRO_FORMAT_RGB24, 3 * width, height));
    const Held<cairo_t> context(cairo_create(sheet.get()));
    const auto paint = [&](cairo_surface_t* surface, int column, cairo_operator_t how) {
        if (cairo_surface_status(surface) != CAIRO_STATUS_SUCCESS) return;
        cairo_set_operator(context.get(), how);
        cairo_set_source_surface(context.get(), surface, column * width, 0);
        cairo_paint(context.get());
    };
    paint(before.get(), 0, CAIRO_OPERATOR_OVER);
    paint(after.get(), 1, CAIRO_OPERATOR_OVER);
    paint(before.get(), 2, CAIRO_OPERATOR_OVER);
    paint(after.get(), 2, CAIRO_OPERATOR_DIFFERENCE);
    const auto compared = folder / (name + "-old-new-difference.png");
    cairo_surface_write_to_png(sheet.get(), compared.c_str());
    return compared;
}

void expect_kept(const std::string& name, const std::string& bytes) {
    const auto path = kept / (name + ".png");
    if (std::getenv("RONDIX_KEEP")) {
        std::filesystem::create_directories(kept);
        std::ofstream(path, std::ios::binary) << bytes;
        return;
    }
    ASSERT_TRUE(std::filesystem::exists(path)) << path << " is not kept";
    if (contents(path) == bytes) return;
    ADD_FAILURE() << name << " is drawn otherwise than it was: see "
                  << write_comparison(name, bytes);
}

std::map<std::string, std::string> drawn(const FlowFile& file, ScreenPictureOptions options) {
    std::map<std::string, std::string> pictures;
    draw_screens(file, options, [&](const ScreenPicture& picture) {
        pictures[picture.name] = picture.bytes;
        return true;
    });
    return pictures;
}

void expect_all_kept(const std::string& prefix, const FlowFile& file,
                     const ScreenPictureOptions& options) {
    const auto pictures = drawn(file, options);
    EXPECT_FALSE(pictures.empty());
    for (const auto& [name, bytes] : pictures) expect_kept(prefix + name, bytes);
}

TEST(Pictures, TheDemoIsDrawnAsItWas) {
    const FlowFile file = demo_flow();
    ASSERT_TRUE(file.compiled);
    expect_all_kept("demo-", file, {.sizes = {{640, 360}}});
    expect_all_kept("demo-tall-", file, {.sizes = {{270, 480}}, .screens = {"title", "pause"}});
    expect_all_kept("demo-mirrored-", file,
                    {.sizes = {{640, 360}}, .screens = {"title", "crew"}, .mirrored = true});
    expect_all_kept("demo-", file, {.sizes = {{640, 360}}, .screens = {"title"}, .states = true});
    expect_all_kept("demo-", file,
                    {.sizes = {{320, 180}}, .screens = {"pause"}, .times = {0, 0.05, 0.1, 0.3}});
}

TEST(Pictures, AnUnstyledFlowIsDrawnAsItWas) {
    const FlowFile file = load_flow((root() / "examples/hello/hello.flow.yaml").string());
    ASSERT_TRUE(file.compiled);
    expect_all_kept("plain-", file, {.sizes = {{640, 360}}});
    expect_all_kept("plain-", file, {.sizes = {{640, 360}}, .screens = {"pause"}, .states = true});
}

/// Cairo 1.16 itself loses memory when it writes images and patterns into an SVG file.
struct LeaksOfCairo {
#if defined(RONDIX_SANITIZED)
    LeaksOfCairo() {
        __lsan_disable();
    }
    ~LeaksOfCairo() {
        __lsan_enable();
    }
#endif
};

/// What is drawn once cannot change what is drawn next.
TEST(Pictures, DrawingTwiceGivesTheSameBytes) {
    const FlowFile file = demo_flow();
    ASSERT_TRUE(file.compiled);
    for (const PictureFormat format : {PictureFormat::png, PictureFormat::svg}) {
        std::optional<LeaksOfCairo> leaks;
        if (format == PictureFormat::svg) leaks.emplace();
        const ScreenPictureOptions options{.format = format, .sizes = {{320, 180}, {400, 300}}};
        const auto once = drawn(file, options);
        EXPECT_EQ(once.size(), 2 * (file.flow.screens.size() + 2));
        EXPECT_TRUE(once == drawn(file, options));
    }
}

/// However wide a sliced image is drawn, its ends look the same.
TEST(Pictures, SlicesKeepTheShapeOfTheEnds) {
    const std::string art = (root() / "examples/tidewick/art/brass.svg").string(); // ends of 32
    const auto row_of_pixels = [&](int width) {
        const FlowFile file = good_flow(
            "rondix: 1\nstart: t\nscreens: { t: { controls: [{ panel: p, place: { at: "
            "top-left, size: " +
            std::to_string(width) + "x56 }, style: { fill: none, border: none, image: \"" + art +
            "\", slices: 32 0 } }, { button: b, press: quit, place: { at: bottom } }] } }\n");
        Painter painter(*file.compiled);
        Runner runner(*file.compiled);
        runner.start();
        std::vector<std::uint32_t> pixels(1280 * 720);
        painter.paint(runner.canvas(), runner.view(), {pixels.data(), 1280, 720, 1280 * 4});
        return pixels;
    };
    const auto narrow = row_of_pixels(200);
    for (const int width : {120, 333, 900}) {
        const auto wide = row_of_pixels(width);
        for (int y = 0; y < 56; ++y)
            for (int x = 0; x < 31; ++x) {
                const std::size_t row = static_cast<std::size_t>(y) * 1280;
                ASSERT_EQ(narrow[row + x], wide[row + x]) << x << ", " << y << " of " << width;
                ASSERT_EQ(narrow[row + 199 - x],
                          wide[row + static_cast<std::size_t>(width) - 1 - x])
                    << "right end, " << x << ", " << y << " of " << width;
            }
    }
}

/// An image of one colour has that colour all over, however it is cut, stretched, grown or turned:
/// no line shows where its slices meet.
TEST(Pictures, SlicesMeetWithoutALine) {
    const std::filesystem::path folder =
        std::filesystem::temp_directory_path() / ("rondix-slices-" + std::to_string(getpid()));
    std::filesystem::create_directories(folder);
    std::ofstream(folder / "plain.svg")
        << "<svg xmlns='http://www.w3.org/2000/svg' width='97' height='61'>"
           "<rect width='97' height='61' fill='#c04080'/></svg>";
    std::mt19937 random(9);
    const auto number = [&](int from, int to) {
        return std::to_string(std::uniform_int_distribution(from, to)(random));
    };
    std::size_t looked = 0;
    for (std::size_t i = 0; i < how_many(150); ++i) {
        const std::string slices = i % 3 == 0   ? number(1, 40) + " 0"
                                   : i % 3 == 1 ? number(1, 30) + " " + number(1, 25)
                                                : number(0, 30) + " " + number(0, 20) + " " +
                                                      number(1, 30) + " " + number(1, 20);
        const FlowFile file =
            good_flow("rondix: 1\nstart: t\nscreens: { t: { style: { fill: \"#000000\" }, "
                      "controls: [{ panel: p, "
                      "place: { at: middle, offset: " +
                      number(-90, 90) + " " + number(-90, 90) + ", size: " + number(90, 700) + "x" +
                      number(60, 300) + " }, style: { fill: none, border: none, image: \"" +
                      (folder / "plain.svg").string() + "\", slices: " + slices +
                      (i % 2 ? ", scale: " + number(90, 120) + "%" : "") +
                      (i % 5 == 0 ? ", rotate: " + number(-20, 20) : "") +
                      " } }, { button: b, text: B, press: quit, place: { at: bottom } }] } }\n");
        Painter painter(*file.compiled);
        Runner runner(*file.compiled);
        const int width = 400 + static_cast<int>(random() % 900),
                  height = 300 + static_cast<int>(random() % 500);
        runner.resize(static_cast<float>(width), static_cast<float>(height));
        runner.start();
        std::vector<std::uint32_t> pixels(static_cast<std::size_t>(width) *
                                          static_cast<std::size_t>(height));
        painter.paint(runner.canvas(), runner.view(), {pixels.data(), width, height, width * 4});
        const Item& panel = *std::ranges::find(runner.view(), ItemKind::panel, &Item::kind);
        // Along both axes, a little within its sides.
        for (int a = 1; a < 60; ++a)
            for (int b = 1; b < 60; ++b) {
                const Point within{
                    panel.bounds.x + 4 + (panel.bounds.width - 8) * static_cast<float>(a) / 60,
                    panel.bounds.y + 4 + (panel.bounds.height - 8) * static_cast<float>(b) / 60};
                const Point at = runner.canvas().to_pixel(panel.transform(within));
                if (at.x < 0 || at.y < 0 || at.x >= static_cast<float>(width) ||
                    at.y >= static_cast<float>(height))
                    continue;
                ++looked;
                const std::uint32_t pixel =
                    pixels[static_cast<std::size_t>(at.y) * static_cast<std::size_t>(width) +
                           static_cast<std::size_t>(at.x)];
                for (const unsigned shift : {0U, 8U, 16U})
                    ASSERT_NEAR(static_cast<int>(pixel >> shift & 0xFF),
                                static_cast<int>(0xc04080U >> shift & 0xFF), 2)
                        << "slices " << slices << ", flow " << i << ", at " << at.x << ", " << at.y;
            }
    }
    EXPECT_GT(looked, 300'000u);
    std::filesystem::remove_all(folder);
}

/// Pieces that abut are as one, however large the window is and however the control grows.
TEST(Pictures, PiecesThatAbutMeetWithoutALine) {
    std::mt19937 random(11);
    const auto number = [&](int from, int to) {
        return std::uniform_int_distribution(from, to)(random);
    };
    for (std::size_t i = 0; i < how_many(150); ++i) {
        std::string pieces;
        int across = 0;
        for (int k = 0; k < 4; ++k) {
            const int width = number(20, 160);
            pieces += (k ? ", " : "") +
                      ("{ text: '', style: { fill: \"#c04080\" }, place: { at: left, offset: " +
                       std::to_string(across) + " 0, size: " + std::to_string(width) + "x61 } }");
            across += width;
        }
        const FlowFile file = good_flow(
            "rondix: 1\nstart: t\nscreens: { t: { style: { fill: \"#000000\" }, controls: [{ "
            "button: b, text: '', press: quit, place: { at: middle, offset: " +
            std::to_string(number(-90, 90)) + " " + std::to_string(number(-90, 90)) +
            ", size: 640x120 }, style: { fill: none, padding: 0, focused: { fill: none, scale: " +
            std::to_string(number(90, 120)) + "% } }, pieces: [" + pieces + "] }] } }\n");
        Painter painter(*file.compiled);
        Runner runner(*file.compiled);
        const int width = number(400, 1600);
        const int height = number(300, 900);
        runner.resize(static_cast<float>(width), static_cast<float>(height));
        runner.set_motion(false);
        runner.start();
        std::vector<std::uint32_t> pixels(static_cast<std::size_t>(width) *
                                          static_cast<std::size_t>(height));
        painter.paint(runner.canvas(), runner.view(), {pixels.data(), width, height, width * 4});
        const auto lit = [&](int x, int y) {
            return (pixels[static_cast<std::size_t>(y * width + x)] & 0xFFFFFF) == 0xc04080U;
        };
        Point middle{};
        for (const Item& item : runner.view())
            if (item.kind == ItemKind::piece && item.bounds.width > 0) {
                const Rect& one = item.bounds;
                middle = runner.canvas().to_pixel(item.transform(one.middle()));
            }
        const int row = static_cast<int>(middle.y);
        ASSERT_TRUE(row > 0 && row < height);
        int runs = 0; // of the colour, with nothing between
        int shades = 0;
        for (int x = 0; x < width; ++x) {
            if (lit(x, row) && (x == 0 || !lit(x - 1, row))) ++runs;
            const std::uint32_t pixel =
                pixels[static_cast<std::size_t>(row * width + x)] & 0xFFFFFF;
            if (pixel != 0xc04080U && pixel != 0 && x > 0 && x + 1 < width && lit(x - 1, row) &&
                lit(x + 1, row))
                ++shades;
        }
        ASSERT_EQ(runs, 1) << "flow " << i;
        ASSERT_EQ(shades, 0) << "flow " << i;
    }
}

/// How high what is written is, as a share of the window, where all else is black.
float height_of_ink(const std::vector<std::uint32_t>& pixels, int width, int height) {
    int first = height;
    int last = -1;
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x)
            if ((pixels[static_cast<std::size_t>(y * width + x)] & 0xFF) > 60) {
                first = std::min(first, y);
                last = y;
            }
    return static_cast<float>(last - first + 1) / static_cast<float>(height);
}

/// What stands on one line in the layout is written on one line at any size of the window.
TEST(Pictures, TitlesBreakNowhereElseInSmallWindows) {
    std::mt19937 random(17);
    const auto word = [&] {
        std::string text(1, static_cast<char>('A' + random() % 26));
        for (std::size_t i = 2 + random() % 9; i > 0; --i)
            text += static_cast<char>('a' + random() % 26);
        return text;
    };
    const char* fonts[] = {"Inter", "DejaVu Serif", "DejaVu Sans"};
    for (std::size_t i = 0; i < how_many(60); ++i) {
        const FlowFile file = good_flow(
            "rondix: 1\nstart: t\nscreens: { t: { title: " + word() + " " + word() +
            ", style: { fill: \"#000000\" }, heading: { at: middle, style: { extends: title, "
            "text-color: \"#ffffff\", font: " +
            fonts[random() % 3] + ", text-size: " + std::to_string(20 + random() % 70) +
            ", bold: " + (random() % 2 ? "yes" : "no") + " } }, keys: { any: quit } } }\n");
        Painter painter(*file.compiled);
        float whole = 0;
        for (const int width : {1280, 320, 480, 640, 800, 960, 1024, 1366, 1600, 1920}) {
            const int height = width * 9 / 16;
            Runner runner(*file.compiled);
            runner.set_text_measurer(painter.text_measurer());
            runner.resize(static_cast<float>(width), static_cast<float>(height));
            runner.start();
            std::vector<std::uint32_t> pixels(static_cast<std::size_t>(width * height));
            painter.paint(runner.canvas(), runner.view(),
                          {pixels.data(), width, height, width * 4});
            const float ink = height_of_ink(pixels, width, height);
            if (width == 1280) whole = ink;
            ASSERT_NEAR(ink, whole, whole * 0.5F + 0.02F) << width << ", flow " << i;
        }
    }
}

TEST(Pictures, TextStandsTrulyInTheMiddle) {
    for (const char* font : {"Inter", "DejaVu Serif"}) {
        const FlowFile file = good_flow(
            std::string("rondix: 1\nstart: t\nscreens: { t: { controls: [{ label: "
                        "h, text: HHH, place: { at: "
                        "top-left, offset: 100 100, size: 301x121 }, style: { font: ") +
            font +
            ", text-size: 60, text-color: \"#ffffff\", padding: 0 } }, { button: b, press: "
            "quit, place: { at: bottom } }] } }\n");
        Painter painter(*file.compiled);
        Runner runner(*file.compiled);
        runner.set_text_measurer(painter.text_measurer());
        runner.start();
        std::vector<std::uint32_t> pixels(1280 * 720);
        painter.paint(runner.canvas(), runner.view(), {pixels.data(), 1280, 720, 1280 * 4});
        int left = 1280, right = 0, top = 720, bottom = 0;
        for (int y = 100; y < 221; ++y)
            for (int x = 100; x < 401; ++x) {
                if ((pixels[static_cast<std::size_t>(y) * 1280 + static_cast<std::size_t>(x)] &
                     0xFF) < 0x90)
                    continue;
                left = std::min(left, x), right = std::max(right, x);
                top = std::min(top, y), bottom = std::max(bottom, y);
            }
        EXPECT_NEAR((left + right) / 2.0, 250, 1.1) << font;
        EXPECT_NEAR((top + bottom) / 2.0, 160, 1.1) << font;
        EXPECT_GT(bottom - top, 30) << font;
    }
}

TEST(Pictures, FontsArePinned) {
    EXPECT_EQ(draw::family_taken_for("Inter"), "Inter");
    EXPECT_EQ(draw::family_taken_for("DejaVu Serif"), "DejaVu Serif");
    EXPECT_NE(draw::family_taken_for("No Such Font"), "No Such Font");
}

TEST(Pictures, APngThatIsNoneIsCalledSo) {
    const auto folder = std::filesystem::temp_directory_path() / "rondix-no-png";
    std::filesystem::create_directories(folder);
    const std::string whole = contents(root() / "docs/screenshots/title.png");
    const std::string signature = "\x89PNG\r\n\x1A\n";
    for (const auto& [text, why] :
         {std::pair<std::string, std::string>{"Not a picture", "it is no PNG"},
          {"", "it is no PNG"},
          {signature, "it is a damaged PNG"},
          {signature + "\0\0\0", "it is a damaged PNG"}}) {
        std::ofstream(folder / "a.png", std::ios::binary) << text;
        const FlowFile file = load_flow_text((folder / "a.flow.yaml").string(),
                                             "rondix: 1\nstart: a\nscreens: { a: { title: A, "
                                             "controls: [{ picture: p, file: a.png }, "
                                             "{ button: leave, press: quit }] } }\n");
        ASSERT_TRUE(file.compiled);
        const auto faults = Painter(*file.compiled).faults();
        ASSERT_EQ(faults.size(), 1u) << text;
        EXPECT_NE(faults[0].why.find(why), std::string::npos) << faults[0].why;
        EXPECT_EQ(faults[0].why.find("memory"), std::string::npos) << faults[0].why;
    }
    std::filesystem::remove_all(folder);
}

TEST(Pictures, WhatIsMissingIsNamed) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
styles: { title: { font: No Such Font }, label: { font: no-such.ttf } }
screens:
  title:
    title: T
    controls: [{ picture: p, file: no-such.svg }, { picture: q, file: q.gif }, { button: b, press: quit }]
)");
    std::string told;
    for (const Painter::Fault& fault : Painter(*file.compiled).faults()) {
        const bool font = fault.of == Painter::Fault::Of::font;
        const Looks& looks = file.compiled->looks;
        told += std::string(file.compiled->text(font ? looks.fonts[fault.number]
                                                     : looks.pictures[fault.number])) +
                ": " + fault.why + "\n";
    }
    EXPECT_NE(told.find("no-such.svg: there is no such file\n"), std::string::npos) << told;
    EXPECT_NE(told.find("q.gif: there is no such file\n"), std::string::npos) << told;
    EXPECT_NE(told.find("No Such Font: it is not there; 'DejaVu Sans' is used\n"),
              std::string::npos)
        << told;
    EXPECT_NE(told.find("no-such.ttf: there is no such font file\n"), std::string::npos) << told;
    EXPECT_FALSE(drawn(file, {.sizes = {{160, 90}}}).empty()); // and it is drawn all the same
}

/// A picture is tried by the time that it takes itself: not by how busy the machine is meanwhile.
TEST(Pictures, AreTriedByTheirOwnTime) {
    constexpr std::size_t megabytes = 64;
    EXPECT_TRUE(draw::gets_through(
        [] { std::this_thread::sleep_for(std::chrono::milliseconds(400)); }, 0.2, megabytes));
    EXPECT_FALSE(draw::gets_through(
        [] {
            for (std::atomic<int> turns = 0;;) ++turns;
        },
        0.2, megabytes));
    EXPECT_FALSE(draw::gets_through([] { pause(); }, 0.05, megabytes)); // it never comes to an end
}

/// A lock that nobody says anything of: it is taken when the copy is made, and free a little later.
TEST(Pictures, AreTriedAgainWhereALockWasTaken) {
    std::mutex lock;
    std::atomic<bool> is_taken = false;
    std::thread other([&] {
        const std::lock_guard<std::mutex> taken(lock);
        is_taken = true;
        std::this_thread::sleep_for(std::chrono::milliseconds(200));
    });
    while (!is_taken) std::this_thread::yield();
    EXPECT_TRUE(draw::gets_through([&] { const std::lock_guard<std::mutex> needed(lock); }, 2, 64));
    other.join();
}

/// A thread that draws holds locks of its libraries; of a picture that is tried meanwhile it must
/// not be said that it takes too long.
TEST(Pictures, AreTriedWhileAnotherThreadDraws) {
    const auto folder =
        std::filesystem::path(testing::TempDir()) / ("rondix-tried-" + std::to_string(getpid()));
    std::filesystem::create_directories(folder);
    std::ofstream(folder / "a.svg")
        << R"(<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" )"
           R"(width="60" height="20"><g id="g"><text x="2" y="15">Pier</text></g>)"
           R"(<use xlink:href="#g"/></svg>)"; // dear, by its words
    const FlowFile file = load_flow_text((folder / "a.flow.yaml").string(),
                                         "rondix: 1\nstart: a\nscreens: { a: { title: A, "
                                         "controls: [{ picture: p, file: a.svg }, "
                                         "{ button: leave, press: quit }] } }\n");
    ASSERT_TRUE(file.compiled);
    const auto wanted = drawn(file, {.sizes = {{160, 90}}});
    std::atomic<bool> enough = false;
    std::atomic<int> drawn_beside = 0;
    std::thread other([&] {
        for (; !enough && !HasFailure(); ++drawn_beside)
            EXPECT_TRUE(drawn(file, {.sizes = {{160, 90}}}) == wanted);
    });
    for (int i = 0; (i < 200 || drawn_beside < 20) && !HasFailure(); ++i) {
        const auto faults = Painter(*file.compiled).faults();
        EXPECT_TRUE(faults.empty()) << i << ": " << faults[0].why;
    }
    enough = true;
    other.join();
    std::filesystem::remove_all(folder);
}

} // namespace
} // namespace rondix::test
