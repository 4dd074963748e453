#include "proof/forward.hpp"

#include "proof/arranging.hpp"
#include "proof/starts.hpp"

#include <algorithm>

namespace rondix {

Forward::Forward(const CompiledFlow& flow, Frames& frames, DeviceSet devices)
    : flow_(flow)
    , frames_(frames)
    , devices_(devices)
    , place_(flow.flags.size(), not_told_apart)
    , words_of_flags_(MenuState(flow).flag_words().size())
    , here_(flow)
    , next_(flow) {
    find_told_apart();
}

void Forward::find_told_apart() {
    std::vector<bool> asked(flow_.flags.size());
    for (FrameId frame = 0; frame < frames_.size(); ++frame)
        for (const Branch& branch : frames_.branches(frame))
            for (const Literal& one : frames_.literals(branch.asks)) asked[index(one.flag)] = true;
    for (std::size_t i = 0; i < asked.size(); ++i) {
        if (!asked[i] || can_be_left_out(flow_, FlagId(i))) continue;
        place_[i] = told_apart_.size();
        told_apart_.push_back(FlagId(i));
    }
}

void Forward::clear() {
    flag_words_.clear();
    arrivals_.clear();
    moves_.clear();
}

std::vector<Move> Forward::moves_to(Seen seen) const {
    std::vector<IndexRange> parts;
    for (Seen at = seen; at != nothing; at = arrivals_[at].from)
        parts.push_back(arrivals_[at].moves);
    std::reverse(parts.begin(), parts.end());
    std::vector<Move> moves;
    for (const IndexRange part : parts)
        moves.insert(moves.end(), moves_.begin() + part.begin, moves_.begin() + part.end());
    return moves;
}

MenuState Forward::state(Seen seen) const {
    return after_moves(flow_, moves_to(seen));
}

std::size_t Forward::bytes() const {
    return arrivals_.size() * sizeof arrivals_[0] + moves_.size() * sizeof moves_[0] +
           flag_words_.size() * sizeof flag_words_[0];
}

void Forward::note(const MenuState& state, Literals& literals) const {
    std::ranges::fill(literals, 0);
    for (std::size_t i = 0; i < told_apart_.size(); ++i) {
        const std::size_t literal = 2 * i + (state.flag(told_apart_[i]) ? 1 : 0);
        literals[literal / 64] |= std::uint64_t{1} << (literal % 64);
    }
}

// --- a move

void Forward::stand_at(Seen from, std::span<const Word> packed) {
    here_.unpack(packed);
    from_ = from;
    made_ = moves_.size();
}

void Forward::begin(std::span<const Move> moves, const MenuState& there) {
    next_.assign(there);
    from_ = nothing;
    made_ = moves_.size();
    moves_.insert(moves_.end(), moves.begin(), moves.end());
}

bool Forward::is_in_case(const Branch& branch) const {
    const auto asked = frames_.literals(branch.asks);
    return std::all_of(asked.begin(), asked.end(),
                       [&](const Literal& one) { return here_.flag(one.flag) == one.raised; });
}

bool Forward::can_arrange(const Branch& branch) const {
    const auto asked = frames_.literals(branch.asks);
    return std::all_of(asked.begin(), asked.end(), [&](const Literal& one) {
        return here_.flag(one.flag) == one.raised || is_free(flow_, one.flag);
    });
}

bool Forward::arrange(FrameId frame, const Branch& branch) {
    next_.unpack(here_.packed());
    made_ = moves_.size();
    const bool is_so = rondix::arrange(flow_, frames_.literals(branch.asks), next_, moves_);
    if (is_so && (!has_come() || frames_.closes_when(frame) == fails)) return true;
    return is_so && frames_.frame_of(next_) == frame;
}

bool Forward::take(const Branch& branch) {
    moves_.push_back(branch.move);
    if (!apply(flow_, next_, branch.move).answered) return false;
    if (!branch.delayed) return true;
    moves_.push_back(Move::due(branch.move.as_event()));
    return apply(flow_, next_, moves_.back()).answered;
}

Forward::Seen Forward::keep() {
    const auto seen = static_cast<Seen>(arrivals_.size());
    arrivals_.push_back(
        {from_,
         {static_cast<std::uint32_t>(made_), static_cast<std::uint32_t>(moves_.size() - made_)}});
    const auto flags = next_.flag_words();
    flag_words_.insert(flag_words_.end(), flags.begin(), flags.end());
    made_ = moves_.size();
    return seen;
}

} // namespace rondix
