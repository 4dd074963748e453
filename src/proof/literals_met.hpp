// Literals met: which flags have been so, and which two together, of the menu states that were come
// to; so that who goes forward knows what is new (scout.hpp, best_first.hpp).
#pragma once

#include "proof/forward.hpp"

namespace rondix {

class LiteralsMet {
  public:
    using Literals = Forward::Literals;
    /// Those that were never so are of so many words; pairs are noted of so many of the first.
    void begin(std::size_t words, std::size_t literals_in_pairs) {
        once_.resize(words);
        together_.resize(literals_in_pairs * words);
    }
    bool has_each(const Literals& now) const { return has_all(once_.data(), now); }
    bool has_each_two(const Literals& now) const;
    void add(const Literals& now);
    std::size_t words() const { return once_.size() + together_.size(); }

  private:
    static bool has_all(const std::uint64_t* all, const Literals& some);

    Literals once_;
    std::vector<std::uint64_t> together_; // a row for each literal: with which others it was so
};

} // namespace rondix
