#include "check/row_set.hpp"

#include <algorithm>
#include <cstring>

namespace rondix {

namespace {

constexpr std::size_t words_at_once = sizeof(std::uint64_t) / sizeof(Rows::Word);

std::uint64_t eight_bytes(const Rows::Word* words) {
    std::uint64_t bytes;
    std::memcpy(&bytes, words, sizeof bytes);
    return bytes;
}

} // namespace

Rows::Rows(std::size_t words_in_a_row)
    : words_(words_in_a_row)
    , stride_((words_in_a_row + words_at_once - 1) / words_at_once * words_at_once)
    , slots_(1024) {}

std::span<Rows::Word> Rows::add_to_batch() {
    const std::size_t begin = batched_++ * stride_;
    if (batch_.size() < begin + stride_) batch_.resize(begin + stride_);
    std::fill(batch_.begin() + static_cast<std::ptrdiff_t>(begin + words_),
              batch_.begin() + static_cast<std::ptrdiff_t>(begin + stride_), Word{0});
    return {batch_.data() + begin, words_};
}

std::span<const Rows::Number> Rows::take_batch() {
    while ((count_ + batched_) * 2 > slots_.size()) grow();
    hashes_.resize(batched_);
    numbers_.resize(batched_);
    const std::size_t mask = slots_.size() - 1;
    for (std::size_t i = 0; i < batched_; ++i) {
        hashes_[i] = hash_of(batch_.data() + i * stride_);
        __builtin_prefetch(&slots_[hashes_[i] & mask]);
    }
    for (std::size_t i = 0; i < batched_; ++i) {
        const Slot& slot = slots_[hashes_[i] & mask];
        if (slot.number != empty && slot.tag == hashes_[i] >> 32)
            __builtin_prefetch(data_.data() + slot.number * stride_);
    }
    for (std::size_t i = 0; i < batched_; ++i)
        numbers_[i] = number_of(batch_.data() + i * stride_, hashes_[i]);
    batched_ = 0;
    return numbers_;
}

Rows::Number Rows::number_of(const Word* row, std::uint64_t hash) {
    const std::size_t mask = slots_.size() - 1;
    const auto tag = static_cast<std::uint32_t>(hash >> 32);
    std::size_t at = hash & mask;
    for (; slots_[at].number != empty; at = (at + 1) & mask)
        if (slots_[at].tag == tag && equal(data_.data() + slots_[at].number * stride_, row))
            return slots_[at].number;
    const auto number = static_cast<Number>(count_++);
    slots_[at] = {tag, number};
    data_.insert(data_.end(), row, row + stride_);
    return number;
}

/// Multiply and fold, word by word; the last fold spreads over both halves.
std::uint64_t Rows::hash_of(const Word* row) const {
    std::uint64_t hash = 0x9E3779B97F4A7C15u;
    for (std::size_t i = 0; i < stride_; i += words_at_once) {
        hash = (hash ^ eight_bytes(row + i)) * 0xFF51AFD7ED558CCDu;
        hash ^= hash >> 29;
    }
    hash *= 0xC4CEB9FE1A85EC53u;
    return hash ^ (hash >> 32);
}

bool Rows::equal(const Word* a, const Word* b) const {
    std::uint64_t different = 0;
    for (std::size_t i = 0; i < stride_; i += words_at_once)
        different |= eight_bytes(a + i) ^ eight_bytes(b + i);
    return different == 0;
}

void Rows::grow() {
    slots_.assign(slots_.size() * 2, Slot{});
    const std::size_t mask = slots_.size() - 1;
    for (Number number = 0; number < count_; ++number) {
        const std::uint64_t hash = hash_of(data_.data() + number * stride_);
        std::size_t at = hash & mask;
        while (slots_[at].number != empty) at = (at + 1) & mask;
        slots_[at] = {static_cast<std::uint32_t>(hash >> 32), number};
    }
}

} // namespace rondix
