// One packed flow, opened by rondix.h and by the Runner itself.
#pragma once

#include "rondix/rondix.h"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/pack.hpp"
#include "support.hpp"

#include <array>
#include <bit>
#include <cstring>

namespace rondix::test {

/// Of structs that are all floats.
template <class A, class B>
bool are_same_numbers(const A& a, const B& b) {
    static_assert(sizeof(A) == sizeof(B));
    using Numbers = std::array<float, sizeof(A) / sizeof(float)>;
    return std::bit_cast<Numbers>(a) == std::bit_cast<Numbers>(b);
}

/// An image where it has to stand.
class Image {
  public:
    explicit Image(const std::string& bytes)
        : blocks_(bytes.size() / sizeof(Block) + 1)
        , size_(bytes.size()) {
        std::memcpy(blocks_.data(), bytes.data(), size_);
    }
    const std::byte* data() const { return blocks_.data()->bytes; }
    std::span<const std::byte> bytes() const { return {data(), size_}; }

  private:
    struct alignas(16) Block {
        std::byte bytes[16];
    };
    std::vector<Block> blocks_;
    std::size_t size_;
};

inline std::string text_of(rondix_text text) {
    return {text.data, text.length};
}

template <class Id>
rondix_id number_of(Id id) {
    using Number = std::underlying_type_t<Id>;
    return static_cast<Number>(id) == std::numeric_limits<Number>::max()
               ? RONDIX_NONE
               : static_cast<rondix_id>(id);
}

/// One packed flow, opened and run by both.
class Both {
  public:
    explicit Both(const CompiledFlow& compiled)
        : image_(pack(compiled)) {
        EXPECT_TRUE(open_packed(image_.bytes(), flow));
        rondix_words why;
        EXPECT_EQ(rondix_open_packed(image_.data(), image_.bytes().size(), &c_flow, &why),
                  RONDIX_DONE)
            << why.text;
        menus.emplace(flow);
        c = rondix_runner_new(c_flow);
    }
    ~Both() {
        rondix_runner_free(c);
        rondix_flow_free(c_flow);
    }
    Both(const Both&) = delete;
    Both& operator=(const Both&) = delete;

    CompiledFlow flow;
    rondix_flow* c_flow = nullptr;
    std::optional<Runner> menus;
    rondix_runner* c = nullptr;

  private:
    Image image_;
};

} // namespace rondix::test
