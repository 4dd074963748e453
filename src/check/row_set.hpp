// Rows: a set of rows of one length, numbered in the order in which they came. Made for many
// millions of small rows: a batch is looked up at once, so that the memory that each look-up needs
// is on its way while the others are hashed.
#pragma once

#include <cstdint>
#include <span>
#include <vector>

namespace rondix {

class Rows {
  public:
    using Word = std::uint16_t;
    using Number = std::uint32_t;

    explicit Rows(std::size_t words_in_a_row);

    std::size_t size() const { return count_; }
    std::span<const Word> operator[](Number number) const {
        return {data_.data() + number * stride_, words_};
    }

    /// Room for one more row of the batch, to be filled in (all of it) before the next is asked
    /// for.
    std::span<Word> add_to_batch();
    std::size_t batch_size() const { return batched_; }
    /// Adds the rows of the batch in order, those that are new, and empties it. The numbers of all
    /// of them, until the next batch.
    std::span<const Number> take_batch();

  private:
    struct Slot {
        std::uint32_t tag = 0; // the upper half of the hash
        std::uint32_t number = empty;
    };
    static constexpr std::uint32_t empty = 0xFFFFFFFF;

    std::uint64_t hash_of(const Word* row) const;
    bool equal(const Word* a, const Word* b) const;
    Number number_of(const Word* row, std::uint64_t hash);
    void grow();

    std::size_t words_;  // of a row
    std::size_t stride_; // from one row to the next: the same, rounded up to eight bytes
    std::size_t count_ = 0;
    std::vector<Word> data_;
    std::vector<Slot> slots_; // open addressing
    std::size_t batched_ = 0;
    std::vector<Word> batch_;
    std::vector<std::uint64_t> hashes_;
    std::vector<Number> numbers_;
};

} // namespace rondix
