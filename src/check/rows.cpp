#include "check/rows.hpp"

#include <algorithm>

namespace rondix {

Rows::Rows(std::size_t words_in_a_row)
    : words_(words_in_a_row)
    , stride_((words_in_a_row + 3) / 4)
    , slots_(1024) {}

std::span<Rows::Word> Rows::add_to_batch() {
    const std::size_t begin = batched_++ * stride_;
    if (batch_.size() < begin + stride_) batch_.resize(begin + stride_);
    batch_[begin + stride_ - 1] = 0; // what is left of the last word
    return {reinterpret_cast<Word*>(batch_.data() + begin), words_};
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

Rows::Number Rows::number_of(const std::uint64_t* row, std::uint64_t hash) {
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
std::uint64_t Rows::hash_of(const std::uint64_t* row) const {
    std::uint64_t hash = 0x9E3779B97F4A7C15u;
    for (std::size_t i = 0; i < stride_; ++i) {
        hash = (hash ^ row[i]) * 0xFF51AFD7ED558CCDu;
        hash ^= hash >> 29;
    }
    hash *= 0xC4CEB9FE1A85EC53u;
    return hash ^ (hash >> 32);
}

bool Rows::equal(const std::uint64_t* a, const std::uint64_t* b) const {
    std::uint64_t different = 0;
    for (std::size_t i = 0; i < stride_; ++i) different |= a[i] ^ b[i];
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
