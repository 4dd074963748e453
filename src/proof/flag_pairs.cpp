#include "proof/flag_pairs.hpp"

#include <algorithm>

namespace rondix {

FlagPairs::FlagPairs(const std::vector<bool>& raised)
    : count_(raised.size())
    , words_((2 * raised.size() + 63) / 64)
    , bits_(std::max<std::size_t>(1, 2 * raised.size() * words_)) {
    for (std::size_t i = 0; i < count_; ++i)
        for (std::size_t k = 0; k < count_; ++k) set(literal(i, raised[i]), literal(k, raised[k]));
}

bool FlagPairs::join(const FlagPairs& more) {
    if (more.empty()) return false;
    if (empty()) {
        *this = more;
        return true;
    }
    std::uint64_t changed = 0;
    for (std::size_t i = 0; i < bits_.size(); ++i) {
        changed |= more.bits_[i] & ~bits_[i];
        bits_[i] |= more.bits_[i];
    }
    return changed != 0;
}

void FlagPairs::ask(std::size_t flag, bool raised) {
    if (empty()) return;
    const std::size_t asked = literal(flag, raised);
    if (!has(asked, asked)) {
        bits_.clear();
        return;
    }
    if (has(literal(flag, !raised), literal(flag, !raised)))
        keep({row(asked), row(asked) + words_}); // what goes together with it
}

/// Leaves these literals. Where a flag has neither of its two, there are no values.
void FlagPairs::keep(const std::vector<std::uint64_t>& literals) {
    const auto is_kept = [&](std::size_t one) { return literals[one / 64] >> (one % 64) & 1; };
    for (std::size_t flag = 0; flag < count_; ++flag)
        if (!is_kept(literal(flag, false)) && !is_kept(literal(flag, true))) {
            bits_.clear();
            return;
        }
    for (std::size_t one = 0; one < 2 * count_; ++one)
        for (std::size_t i = 0; i < words_; ++i)
            row(one)[i] = is_kept(one) ? row(one)[i] & literals[i] : 0;
}

void FlagPairs::write(std::size_t flag, bool raised) {
    if (empty()) return;
    const std::size_t now = literal(flag, raised), no_longer = literal(flag, !raised);
    for (std::size_t one = 0; one < 2 * count_; ++one)
        row(one)[no_longer / 64] &= ~(std::uint64_t{1} << (no_longer % 64));
    std::fill_n(row(no_longer), words_, 0);
    for (std::size_t one = 0; one < 2 * count_; ++one)
        if (one != now && has(one, one)) {
            set(one, now);
            set(now, one);
        }
    set(now, now);
}

} // namespace rondix
