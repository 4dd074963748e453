// Numbered: 64-bit keys, each with the number under which it was first seen, and a note that stands
// beside it, where looking it up costs nothing more. Open addressing with linear probing (Knuth,
// The Art of Computer Programming 3, 6.4), for loops that look up far more than they add.
#pragma once

#include <cstdint>
#include <optional>
#include <vector>

namespace rondix {

class Numbered {
  public:
    struct Entry {
        std::uint32_t number;
        std::uint32_t& note; ///< until another key is looked up
        bool is_new;
    };
    /// The number of `key`: if it is new, `next`, and with that note.
    Entry look_up(std::uint64_t key, std::uint32_t next, std::uint32_t note) {
        if (2 * (count_ + 1) > slots_.size()) grow();
        Slot& slot = slots_[place_of(key)];
        const bool is_new = slot.number == free;
        if (is_new) {
            slot = {key, next, note};
            ++count_;
        }
        return {slot.number, slot.note, is_new};
    }

    std::optional<std::uint32_t> find(std::uint64_t key) const {
        if (slots_.empty()) return std::nullopt;
        const Slot& slot = slots_[place_of(key)];
        return slot.number == free ? std::nullopt : std::optional(slot.number);
    }

  private:
    static constexpr std::uint32_t free = 0xFFFFFFFF;
    struct Slot {
        std::uint64_t key = 0;
        std::uint32_t number = free;
        std::uint32_t note = 0;
    };

    std::size_t place_of(std::uint64_t key) const {
        // Fibonacci hashing: the high bits of a product with 2^64 / the golden ratio.
        std::size_t at = static_cast<std::size_t>((key * 0x9E3779B97F4A7C15u) >> shift_);
        while (slots_[at].number != free && slots_[at].key != key)
            at = (at + 1) & (slots_.size() - 1);
        return at;
    }

    void grow() {
        std::vector<Slot> old(slots_.empty() ? 1024 : 2 * slots_.size());
        std::swap(old, slots_);
        shift_ = 64;
        for (std::size_t size = slots_.size(); size > 1; size /= 2) --shift_;
        for (const Slot& slot : old)
            if (slot.number != free) slots_[place_of(slot.key)] = slot;
    }

    std::vector<Slot> slots_;
    std::size_t count_ = 0;
    int shift_ = 64;
};

} // namespace rondix
