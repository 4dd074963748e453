#include "proof/literals_met.hpp"

#include <bit>

namespace rondix {

namespace {

/// Calls `each` with every one that is so, until it returns false.
template <class Each>
bool all_of(const Forward::Literals& literals, Each each) {
    for (std::size_t i = 0; i < literals.size(); ++i)
        for (std::uint64_t word = literals[i]; word != 0; word &= word - 1)
            if (!each(i * 64 + static_cast<unsigned>(std::countr_zero(word)))) return false;
    return true;
}

} // namespace

bool LiteralsMet::has_all(const std::uint64_t* all, const Literals& some) {
    std::uint64_t missing = 0;
    for (std::size_t i = 0; i < some.size(); ++i) missing |= some[i] & ~all[i];
    return missing == 0;
}

bool LiteralsMet::has_each_two(const Literals& now) const {
    return all_of(now, [&](std::size_t literal) {
        const std::size_t row = literal * now.size();
        return row >= together_.size() || has_all(together_.data() + row, now);
    });
}

void LiteralsMet::add(const Literals& now) {
    for (std::size_t i = 0; i < now.size(); ++i) once_[i] |= now[i];
    all_of(now, [&](std::size_t literal) {
        const std::size_t row = literal * now.size();
        if (row >= together_.size()) return false;
        for (std::size_t i = 0; i < now.size(); ++i) together_[row + i] |= now[i];
        return true;
    });
}

} // namespace rondix
