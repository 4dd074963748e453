#include "proof/leaving.hpp"

#include "proof/summing.hpp"

#include <algorithm>
#include <bit>

namespace rondix {

namespace {

constexpr unsigned bits_of_a_word = 6;

/// So many that some of the moves may change bits among them, and none others.
unsigned bits_changed(const Heads& heads, Leaving::By by) {
    const bool any = by == Leaving::By::any_move;
    Values changed = any ? heads.free() : 0;
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
        for (const Rule& rule : any ? heads.may(frame) : heads.sure(frame))
            if (any || of_a_way_out(rule.move)) changed |= rule.clears | rule.sets;
    return std::max(static_cast<unsigned>(std::bit_width(changed)), bits_of_a_word);
}

} // namespace

Leaving::Leaving(const Heads& heads, By by, Budget& budget, const HeadSet* among)
    : heads_(heads)
    , by_(by)
    , among_(among)
    , bits_after_(bits_changed(heads, by))
    , words_(std::min<std::size_t>((heads.values() + 63) / 64,
                                   std::size_t{1} << (bits_after_ - bits_of_a_word)))
    , nothing_(words_)
    , exits_of_(heads.frame_count()) {
    budget.expect_memory(heads.size() * sizeof rows_[0]);
    rows_.assign(heads.size(), no_row);
    Summing(*this, budget).run();
}

bool Leaving::can_be_left(FrameId frame, Values values) const {
    for (const Exit& exit : exits(frame))
        for (const std::uint64_t word : row(exit, values).words)
            if (word != 0) return true;
    return false;
}

} // namespace rondix
