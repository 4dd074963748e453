// Packed flows: the same flow comes out as went in, and no bytes do harm.
#include "logic/image.hpp"
#include "logic/layout_hash.hpp"
#include "logic/row_fields.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/pack.hpp"
#include "support.hpp"

#include <cstring>
#include <random>
#include <set>

namespace rondix::test {
namespace {

/// Bytes that begin where an image has to, with nothing readable behind them for the sanitizers.
class Image {
  public:
    explicit Image(const std::string& text)
        : size_(text.size())
        , room_(static_cast<std::byte*>(
              ::operator new (std::max<std::size_t>(size_, 1), std::align_val_t{16}))) {
        std::memcpy(room_, text.data(), size_);
    }
    ~Image() { ::operator delete (room_, std::align_val_t{16}); }
    Image(const Image&) = delete;
    Image& operator=(const Image&) = delete;
    std::span<const std::byte> bytes() const { return {room_, size_}; }
    std::byte& operator[](std::size_t i) { return room_[i]; }
    std::size_t size() const { return size_; }
    /// What stands in the header is made to fit again.
    void sum_again() {
        image::Header header{};
        std::memcpy(&header, room_, sizeof header);
        header.sum = image::checksum(bytes().subspan(sizeof header));
        std::memcpy(room_, &header, sizeof header);
    }

  private:
    std::size_t size_;
    std::byte* room_;
};

/// Every value of every row, as bytes, in order; of texts, what they say.
struct Values {
    const CompiledFlow& flow;
    std::string all = {};
    template <class T>
    void operator()(const T& value) {
        all.append(reinterpret_cast<const char*>(&value), sizeof value);
    }
    void text(const TextRef& piece) { all.append(flow.text(piece)) += '\n'; }
};
std::string values_of(const CompiledFlow& flow) {
    Values values{flow};
    const rows::Rest rest = rows::rest_of(flow);
    rows::each_value(rest, values);
    rows::each_table(flow, [&](const auto& table) {
        if constexpr (std::is_same_v<decltype(table.begin()), const char*>) return;
        values(table.size());
        for (const auto& row : table) rows::each_value(row, values);
    });
    return values.all;
}

/// A few hundred inputs of every kind, as far as they go, with everything drawn.
std::size_t use(const CompiledFlow& flow, std::uint32_t seed, int inputs) {
    Runner runner(flow);
    std::mt19937 random(seed);
    runner.start();
    std::size_t items = 0;
    for (int i = 0; i < inputs; ++i) {
        const Point point{static_cast<float>(random() % 1280), static_cast<float>(random() % 720)};
        switch (random() % 7) {
        case 0: runner.press(Button(random() % button_count)); break;
        case 1: runner.release(Button(random() % button_count)); break;
        case 2: runner.pointer_presses(point), runner.pointer_releases(point); break;
        case 3:
            if (!flow.events.empty()) runner.post(EventId(random() % flow.events.size()));
            break;
        case 4: runner.finish(runner.load_ticket(), Answer::done); break;
        case 5:
            if (!flow.flags.empty())
                runner.set_flag(FlagId(random() % flow.flags.size()), random() % 2 == 0);
            break;
        default: runner.advance(0.3);
        }
        items += runner.view().size();
        runner.take_effects();
        runner.take_moves();
    }
    return items;
}

TEST(Packed, TheDemoComesOutAsItWentIn) {
    const FlowFile file = demo_flow();
    const std::string packed = pack(*file.compiled);
    EXPECT_EQ(packed, pack(*file.compiled));
    const Image image(packed);
    CompiledFlow flow;
    ASSERT_TRUE(open_packed(image.bytes(), flow));
    EXPECT_EQ(values_of(flow), values_of(*file.compiled));
    EXPECT_EQ(pack(flow), packed);
    EXPECT_EQ(use(flow, 1, 2000), use(*file.compiled, 1, 2000));
    const CompiledFlow copy = flow; // which stands in the same image
    EXPECT_EQ(copy.screens.data(), flow.screens.data());
}

TEST(Packed, RandomFlowsComeOutAsTheyWentIn) {
    for (std::uint32_t seed = 0; seed < how_many(200); ++seed) {
        const FlowFile file = good_flow(random_flow(seed, Shape::rich));
        const Image image(pack(*file.compiled));
        CompiledFlow flow;
        ASSERT_TRUE(open_packed(image.bytes(), flow));
        ASSERT_EQ(values_of(flow), values_of(*file.compiled));
    }
}

TEST(Packed, TheBytesDoNotDependOnWhatWasInMemory) {
    // Rows are copied through memory that is full of something.
    const FlowFile file = demo_flow();
    CompiledFlow copy = *file.compiled;
    for (std::size_t i = 0; i < copy.controls.size(); ++i) {
        alignas(Control) unsigned char dirty[sizeof(Control)];
        std::memset(dirty, 0xA5, sizeof dirty);
        auto* row = new (dirty) Control;
        *row = copy.controls[i];
        std::memcpy(static_cast<void*>(&copy.controls.edit(i)), dirty, sizeof dirty);
    }
    EXPECT_EQ(pack(copy), pack(*file.compiled));
}

TEST(Packed, ReadingCopiesNothing) {
    const std::string packed = pack(*demo_flow().compiled);
    const Image image(packed);
    CompiledFlow flow; // not const: whoever has one may read it all the same
    ASSERT_TRUE(open_packed(image.bytes(), flow));
    const auto stands_there = [&](const void* row) {
        const auto* at = static_cast<const std::byte*>(row);
        return at >= image.bytes().data() && at < image.bytes().data() + image.size();
    };
    for (const Screen& screen : flow.screens) EXPECT_TRUE(stands_there(&screen));
    EXPECT_TRUE(stands_there(&flow.controls[0]));
    EXPECT_TRUE(stands_there(&flow.steps.back()));
    EXPECT_TRUE(stands_there(flow.texts.begin()));
    // Changing is said, and then it is a copy.
    flow.screens.edit(0).pauses = false;
    EXPECT_FALSE(stands_there(&flow.screens[0]));
    EXPECT_TRUE(stands_there(&flow.controls[0]));
}

TEST(Packed, EveryTruncationIsRefused) {
    const std::string packed = pack(*demo_flow().compiled);
    CompiledFlow flow;
    const std::size_t step = packed.size() > 20'000 ? 7 : 1;
    for (std::size_t size = 0; size < packed.size(); size += size < 2000 ? 1 : step) {
        const Image image(packed.substr(0, size));
        ASSERT_FALSE(open_packed(image.bytes(), flow)) << size;
        ASSERT_TRUE(flow.screens.empty());
    }
    const Image longer(packed + std::string(16, '\0'));
    EXPECT_FALSE(open_packed(longer.bytes(), flow));
}

TEST(Packed, EveryFlippedByteIsRefused) {
    const std::string packed = pack(*demo_flow().compiled);
    Image image(packed);
    CompiledFlow flow;
    std::mt19937 random(3);
    for (std::size_t i = 0; i < packed.size(); i += 20 / part_of(20)) {
        const auto flip = static_cast<std::byte>(1 + random() % 255);
        image[i] ^= flip;
        ASSERT_FALSE(open_packed(image.bytes(), flow)) << i;
        image[i] ^= flip;
    }
    EXPECT_TRUE(open_packed(image.bytes(), flow));
}

/// Also where the checksum is made to fit: what is opened all the same does no harm.
TEST(Packed, AForgedImageIsRefusedOrHarmless) {
    const char* const text =
        "rondix: 1\ngame: Small\nstart: a\n"
        "settings: { s: { from: 0, to: 9 }, t: { max-length: 5 }, "
        "c: { one-of: [x, y] }, k: { binds: accept } }\n"
        "flags: { f: { set-by: game } }\n"
        "events: { e: { after: 1s, do: open b } }\n"
        "requests: { r: { screen: w } }\n"
        "scenes: { p: { file: p, root: play } }\n"
        "screens:\n"
        "  a:\n    title: A\n    keys: { z: open b }\n"
        "    groups: { g: { as: row }, h: { as: row } }\n    controls:\n"
        "      - { button: b, text: '{accept}', press: open b, when: f }\n"
        "      - { slider: s, setting: s }\n      - { text-field: t, setting: t }\n"
        "      - { choice: c, setting: c, dropdown: yes }\n"
        "      - { binding: k, setting: k }\n"
        "      - { pages: p, show: [g, h] }\n"
        "      - { button: n, press: turn p next }\n"
        "      - { button: o, press: load p, in: g }\n"
        "      - { button: q, press: { ask: Sure?, do: quit }, in: h }\n"
        "      - { list: l, press: request r }\n"
        "  b: { controls: [{ button: x, press: back }] }\n"
        "  w: { back: none }\n"
        "  play: { play: yes, menu: open b }\n";
    const std::string packed = pack(*good_flow(text).compiled);
    Image image(packed);
    CompiledFlow flow;
    std::mt19937 random(4);
    std::size_t opened = 0, refused = 0;
    const std::size_t tries = how_many(20'000);
    for (std::size_t i = 0; i < tries; ++i) {
        std::size_t at[3];
        std::byte before[3];
        const std::size_t changes = 1 + random() % 3;
        for (std::size_t c = 0; c < changes; ++c) {
            at[c] = sizeof(image::Header) + random() % (packed.size() - sizeof(image::Header));
            before[c] = image[at[c]];
            image[at[c]] = static_cast<std::byte>(random() % 3 ? random() % 8 : random() % 256);
        }
        image.sum_again();
        if (open_packed(image.bytes(), flow)) {
            ++opened;
            if (opened % 10 == 0) use(flow, static_cast<std::uint32_t>(i), 60);
        } else {
            ++refused;
        }
        for (std::size_t c = changes; c-- > 0;) image[at[c]] = before[c];
    }
    EXPECT_GT(opened, tries / 50);
    EXPECT_GT(refused, tries / 50);
}

TEST(Packed, SaysWhatIsWrong) {
    CompiledFlow flow;
    Image image(pack(*demo_flow().compiled));
    const auto expect = [&](std::span<const std::byte> bytes, StatusCode code,
                            std::string_view words) {
        const Status status = open_packed(bytes, flow);
        EXPECT_EQ(status.code(), code);
        EXPECT_NE(status.words().find(words), std::string_view::npos) << status.words();
    };
    expect(image.bytes().subspan(1), StatusCode::other_format, "multiple of 16");
    expect(image.bytes().first(64), StatusCode::damaged, "cut short");
    image[8] = std::byte{99};
    expect(image.bytes(), StatusCode::other_version, "another version");
    image[8] = std::byte{4};
    expect(image.bytes(), StatusCode::done, "");
    image[image.size() - 1] ^= std::byte{1};
    expect(image.bytes(), StatusCode::damaged, "checksum");
    image[image.size() - 1] ^= std::byte{1};
    image[40] ^= std::byte{1}; // how its rows are laid out
    expect(image.bytes(), StatusCode::other_version, "another version");
    image[0] = std::byte{'x'};
    expect(image.bytes(), StatusCode::other_format, "this is not a packed flow");
}

TEST(Status, HasItsWordsItselfAndCutsThemAtALetter) {
    Status status = Status(StatusCode::not_written, "full");
    {
        const std::string gone = "cannot write 'a'";
        status = Status(StatusCode::not_written, gone);
    }
    const Status copy = status;
    EXPECT_EQ(copy.words(), "cannot write 'a'");
    EXPECT_FALSE(copy);
    EXPECT_TRUE(Status());
    EXPECT_EQ(Status().words(), "");
    std::string letters;
    for (int i = 0; i < 100; ++i) letters += "\u20AC"; // three bytes each
    const Status cut(StatusCode::damaged, letters);
    EXPECT_EQ(cut.words(), letters.substr(0, 249));
    EXPECT_EQ(Status(StatusCode::damaged, std::string(250, 'x')).words().size(), 250U);
    EXPECT_EQ(Status(StatusCode::damaged, std::string(251, '\x80')).words(), ""); // no letters
}

template <class Row>
std::uint64_t layout() {
    rows::LayoutHash hash;
    hash.add(Row{});
    return hash.value();
}

/// Rows of one size that are read otherwise have other hashes: other names, kinds, orders, values.
TEST(Packed, ALayoutIsToldFromOthersOfItsSize) {
    static_assert(sizeof(TextRef) == sizeof(IndexRange) && sizeof(Size) == sizeof(TextRef));
    const std::set<std::uint64_t> all = {
        layout<TextRef>(),     layout<IndexRange>(),           layout<Size>(),
        layout<float>(),       layout<std::uint32_t>(),        layout<ControlId>(),
        layout<bool>(),        layout<std::uint8_t>(),         layout<StepKind>(),
        layout<ControlKind>(), layout<std::array<float, 2>>(), layout<std::array<float, 3>>()};
    EXPECT_EQ(all.size(), 12u);
    EXPECT_EQ(layout<Screen>(), layout<Screen>());
}

TEST(Packed, NamesHaveANumber) {
    const auto hash = [](const char* button) {
        const std::string text = std::string("rondix: 1\nstart: a\nscreens: { a: { "
                                             "controls: [{ button: ") +
                                 button + ", press: quit }] } }\n";
        return names_hash(*good_flow(text).compiled);
    };
    EXPECT_EQ(hash("b"), hash("b"));
    EXPECT_NE(hash("b"), hash("c"));
}

} // namespace
} // namespace rondix::test
