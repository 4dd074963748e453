// Words that are zero at first, for tables that are large and mostly stay empty. What was taken
// stays where it is; of a large piece, memory that nobody writes to is never touched, so that to
// take it costs no time.
#pragma once

#include <algorithm>
#include <cstddef>
#include <cstdint>
#include <cstdlib>
#include <memory>
#include <new>
#include <vector>

namespace rondix {

class ZeroedWords {
  public:
    std::uint64_t* take(std::size_t words) {
        if (words > left_) {
            // (A small flow needs little, and a small block is zeroed at once.)
            const std::size_t block =
                std::min(largest, smallest << std::min(blocks_.size(), shifts));
            begin_block(words > block / 4 ? words : block);
        }
        std::uint64_t* taken = next_;
        next_ += words;
        left_ -= words;
        return taken;
    }
    std::size_t bytes() const { return taken_ * sizeof(std::uint64_t); }

  private:
    static constexpr std::size_t smallest = 256, shifts = 5, largest = smallest << shifts; // words
    struct Free {
        void operator()(std::uint64_t* words) const { std::free(words); }
    };

    void begin_block(std::size_t words) {
        auto* zeroed = static_cast<std::uint64_t*>(std::calloc(words, sizeof(std::uint64_t)));
        if (!zeroed) throw std::bad_alloc();
        blocks_.emplace_back(zeroed);
        next_ = zeroed;
        left_ = words;
        taken_ += words;
    }

    std::vector<std::unique_ptr<std::uint64_t, Free>> blocks_;
    std::uint64_t* next_ = nullptr;
    std::size_t left_ = 0, taken_ = 0;
};

} // namespace rondix
