// Flag pairs: a set of values of many flags, as far as any two of them go: which two literals are
// so together for some of its values. It may have more values than are meant, and never fewer.
// (P. Haslum, H. Geffner, "Admissible heuristics for optimal planning", AIPS 2000, use such pairs
// for what cannot be reached.)
#pragma once

#include <cstddef>
#include <cstdint>
#include <vector>

namespace rondix {

class FlagPairs {
  public:
    /// No values at all.
    FlagPairs() = default;
    /// One value: `raised` has one for each flag.
    explicit FlagPairs(const std::vector<bool>& raised);

    bool empty() const { return bits_.empty(); }
    std::size_t words() const { return bits_.size(); } ///< so large is it
    /// Takes other values in as well. False: they were there.
    bool join(const FlagPairs& more);
    /// Leaves the values in which the flag is so.
    void ask(std::size_t flag, bool raised);
    /// Makes the flag so.
    void write(std::size_t flag, bool raised);

  private:
    static std::size_t literal(std::size_t flag, bool raised) {
        return 2 * flag + (raised ? 1 : 0);
    }
    std::uint64_t* row(std::size_t literal) { return bits_.data() + literal * words_; }
    bool has(std::size_t a, std::size_t b) const {
        return bits_[a * words_ + b / 64] >> (b % 64) & 1;
    }
    void set(std::size_t a, std::size_t b) {
        bits_[a * words_ + b / 64] |= std::uint64_t{1} << (b % 64);
    }
    void keep(const std::vector<std::uint64_t>& literals);

    std::size_t count_ = 0;           // of flags
    std::size_t words_ = 0;           // of a row: a bit for each literal
    std::vector<std::uint64_t> bits_; // a row for each literal; with itself: it is so at all
};

} // namespace rondix
