#include "proof/leaving.hpp"

#include "proof/summing.hpp"

#include <algorithm>

namespace rondix {

Leaving::Leaving(const Heads& heads, By by, Budget& budget, const HeadSet* among)
    : heads_(heads)
    , by_(by)
    , among_(among)
    , words_((heads.values() + 63) / 64)
    , nothing_(words_)
    , exits_of_(heads.frame_count()) {
    budget.expect_memory(heads.size() * sizeof rows_[0]);
    rows_.assign(heads.size(), no_row);
    Summing(*this, budget).run();
}

bool Leaving::can_be_left(FrameId frame, Values values) const {
    for (const Exit& exit : exits(frame))
        for (const std::uint64_t word : row(exit, values))
            if (word != 0) return true;
    return false;
}

} // namespace rondix
