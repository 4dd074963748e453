#include "proof/scout.hpp"

#include "proof/arranging.hpp"
#include "proof/starts.hpp"

#include <algorithm>
#include <bit>

namespace rondix {

Scout::Scout(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Novelty novelty,
             Budget& budget, std::size_t depth, std::size_t max_work)
    : flow_(flow)
    , frames_(frames)
    , devices_(devices)
    , novelty_(novelty)
    , depth_(depth)
    , max_work_(max_work)
    , budget_(budget)
    , words_(MenuState(flow).flag_words().size())
    , shown_(flow.screens.size())
    , usable_(flow.controls.size())
    , answered_(flow.controls.size())
    , here_(flow)
    , next_(flow) {
    find_told_apart();
}

Scout::Scout(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Novelty novelty,
             Budget& budget, std::size_t max_work)
    : Scout(flow, frames, devices, novelty, budget, 0, max_work) {
    for (const Start& start : starts_of(flow_)) begin(start.before, start.there);
    go_on();
}

Scout::Scout(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Novelty novelty,
             Budget& budget, const Scout& known, const std::vector<Seen>& roots,
             std::size_t max_work)
    : Scout(flow, frames, devices, novelty, budget, known.state(roots.front()).depth(), max_work) {
    for (const Seen root : roots) {
        const MenuState there = known.state(root);
        if (there.depth() == depth_) begin(known.moves_to(root), there);
    }
    go_on();
}

void Scout::begin(const std::vector<Move>& moves, const MenuState& there) {
    next_.assign(there);
    made_ = moves_.size();
    moves_.insert(moves_.end(), moves.begin(), moves.end());
    meet();
}

void Scout::go_on() {
    for (std::size_t done = 0; !open_.empty() && work_ < max_work_; ++done) { // breadth first
        budget_.step("visible screens", done, done + open_.size());
        const Open open = std::move(open_.front());
        open_.pop_front();
        follow(open.seen, open.frame, open.packed);
    }
    open_.clear();
}

MenuState Scout::state(Seen seen) const {
    MenuState there(flow_);
    start_flow(flow_, there);
    for (const Move move : moves_to(seen)) apply(flow_, there, move);
    return there;
}

bool Scout::has_seen_all() const {
    for (std::size_t i = 0; i < flow_.controls.size(); ++i)
        if (is_usable_kind(flow_.controls[i].kind) && !answered_[i]) return false;
    return std::all_of(shown_.begin(), shown_.end(), [](bool shown) { return shown; });
}

void Scout::find_told_apart() {
    std::vector<bool> asked(flow_.flags.size());
    for (FrameId frame = 0; frame < frames_.size(); ++frame)
        for (const Branch& branch : frames_.branches(frame))
            for (const Literal& one : frames_.literals(branch.asks)) asked[index(one.flag)] = true;
    place_.resize(asked.size(), not_told_apart);
    for (std::size_t i = 0; i < asked.size(); ++i) {
        if (!asked[i] || can_be_left_out(flow_, FlagId(i))) continue;
        place_[i] = static_cast<std::uint32_t>(told_apart_.size());
        told_apart_.push_back(FlagId(i));
    }
    now_.resize((2 * told_apart_.size() + 63) / 64);
    for (std::size_t size = 1; size <= in_sets_.size(); ++size)
        in_sets_[size - 1] = literals_of(size);
    for (std::size_t size = 1, sets = told_apart_.size(); size <= set_sizes(); ++size) {
        work_of_sets_ += sets * (1 + now_.size());
        sets = sets * told_apart_.size() / (size + 1);
    }
}

/// So many that the tables of their sets stay small, over all frames.
std::size_t Scout::literals_of(std::size_t size) const {
    constexpr std::size_t max_words = 8'000'000, max_literals = 512;
    std::size_t literals = std::min(2 * told_apart_.size(), max_literals);
    const auto words = [&] {
        std::size_t all = now_.size() * frames_.size();
        for (std::size_t i = 0; i < size; ++i) all *= literals;
        return all;
    };
    while (size > 1 && literals > 0 && words() > max_words) literals -= 2;
    return literals;
}

std::span<const Scout::Seen> Scout::seen(FrameId frame) const {
    if (frame >= met_.size()) return {};
    return met_[frame].seen;
}

std::vector<Move> Scout::moves_to(Seen seen) const {
    std::vector<IndexRange> parts;
    for (Seen at = seen; at != nothing; at = arrivals_[at].from)
        parts.push_back(arrivals_[at].moves);
    std::reverse(parts.begin(), parts.end());
    std::vector<Move> moves;
    for (const IndexRange part : parts)
        moves.insert(moves.end(), moves_.begin() + part.begin, moves_.begin() + part.end());
    return moves;
}

// --- what is new

namespace {

using Words = std::span<std::uint64_t>;
using ConstWords = std::span<const std::uint64_t>;

bool has_all(ConstWords all, ConstWords some) {
    std::uint64_t missing = 0;
    for (std::size_t i = 0; i < all.size(); ++i) missing |= some[i] & ~all[i];
    return missing == 0;
}

void join(Words all, ConstWords more) {
    for (std::size_t i = 0; i < more.size(); ++i) all[i] |= more[i];
}

template <class Each>
void each_bit(ConstWords words, Each each) {
    for (std::size_t i = 0; i < words.size(); ++i)
        for (std::uint64_t word = words[i]; word != 0; word &= word - 1)
            each(i * 64 + static_cast<unsigned>(std::countr_zero(word)));
}

/// The screen beneath the current one.
ScreenId beneath(const MenuState& state) {
    return state.depth() > 1 ? state.screen_at(state.depth() - 2) : no_screen;
}

} // namespace

/// What is kept of a frame, begun when it is first asked for.
Scout::Met& Scout::met(FrameId frame) {
    if (frame >= met_.size()) met_.resize(frames_.size());
    Met& met = met_[frame];
    if (met.is_known) return met;
    met.is_known = true;
    if (novelty_ != Novelty::asked) met.once.resize(now_.size());
    for (std::size_t size = 1; size <= set_sizes(); ++size) {
        std::size_t sets = 1;
        for (std::size_t i = 0; i < size; ++i) sets *= in_sets_[size - 1];
        met.together[size - 1].resize(sets * now_.size());
    }
    for (const Branch& branch : frames_.branches(frame))
        for (const Literal& one : frames_.literals(branch.asks)) {
            const std::uint32_t place = place_[index(one.flag)];
            const auto end = met.asked.begin() + met.count;
            if (place != not_told_apart && met.count < Met::most_asked &&
                std::find(met.asked.begin(), end, place) == end)
                met.asked[met.count++] = place;
        }
    return met;
}

/// Keeps in now_ what is so.
template <class Raised>
void Scout::note(Raised raised) {
    std::ranges::fill(now_, 0);
    for (std::size_t i = 0; i < told_apart_.size(); ++i) {
        const std::size_t literal = 2 * i + (raised(told_apart_[i]) ? 1 : 0);
        now_[literal / 64] |= std::uint64_t{1} << (literal % 64);
    }
}

std::uint64_t Scout::combination(const Met& met) const {
    std::size_t number = 0;
    for (std::size_t i = 0; i < met.count; ++i)
        number = number * 2 + (is_now(2 * std::size_t{met.asked[i]} + 1) ? 1 : 0);
    return std::uint64_t{1} << number;
}

bool Scout::is_new(const Met& met, ScreenId beneath) const {
    if ((met.combinations & combination(met)) == 0) return true;
    if (novelty_ == Novelty::asked) return false;
    if (!has_all(met.once, now_)) return true;
    if (novelty_ == Novelty::single) return false;
    const auto over = met.over.find(beneath);
    if (over == met.over.end() || !has_all(over->second, now_)) return true;
    bool some = false;
    for (std::size_t size = 1; size <= set_sizes() && !some; ++size) {
        const ConstWords together = met.together[size - 1];
        each_set(size, [&](std::size_t set) {
            some = some || !has_all(together.subspan(set * now_.size(), now_.size()), now_);
        });
    }
    return some;
}

/// Of how many literals sets are looked at together with one more: of none, of one, or of one and
/// of two.
std::size_t Scout::set_sizes() const {
    return novelty_ >= Novelty::pairs
               ? static_cast<std::size_t>(novelty_) - static_cast<std::size_t>(Novelty::single)
               : 0;
}

/// Calls `each` with the number of each set of so many literals that are so.
template <class Each>
void Scout::each_set(std::size_t size, Each each) const {
    const std::size_t literals = in_sets_[size - 1];
    const auto add = [&](const auto& self, std::size_t set, std::size_t end, std::size_t left) {
        if (left == 0) return each(set);
        each_bit(now_, [&](std::size_t literal) {
            if (literal < end) self(self, set * literals + literal, literal, left - 1);
        });
    };
    add(add, 0, literals, size);
}

void Scout::take_in(Met& met, ScreenId beneath) {
    met.combinations |= combination(met);
    if (novelty_ == Novelty::asked) return;
    join(met.once, now_);
    if (novelty_ == Novelty::single) return;
    Literals& over = met.over[beneath];
    over.resize(now_.size());
    join(over, now_);
    for (std::size_t size = 1; size <= set_sizes(); ++size) {
        const Words together = met.together[size - 1];
        each_set(size, [&](std::size_t set) {
            join(together.subspan(set * now_.size(), now_.size()), now_);
        });
    }
}

// --- going on

/// The menu state that was come to is gone on from if it shows something new.
void Scout::meet() {
    work_ += 100 + work_of_sets_;
    if (next_.depth() < depth_) {
        moves_.resize(made_);
        return;
    }
    const FrameId frame = frames_.frame_of(next_);
    note([&](FlagId flag) { return next_.flag(flag); });
    Met& met = this->met(frame);
    if (is_new(met, beneath(next_))) {
        take_in(met, beneath(next_));
        const auto seen = static_cast<Seen>(arrivals_.size());
        met.seen.push_back(seen);
        budget_.expect_memory(seen * (sizeof arrivals_[0] + 2 * sizeof moves_[0]));
        arrivals_.push_back({from_,
                             {static_cast<std::uint32_t>(made_),
                              static_cast<std::uint32_t>(moves_.size() - made_)}});
        const auto flags = next_.flag_words();
        flag_words_.insert(flag_words_.end(), flags.begin(), flags.end());
        shown_[index(next_.current())] = true;
        const auto packed = next_.packed();
        open_.push_back({seen, frame, {packed.begin(), packed.end()}});
        return;
    }
    moves_.resize(made_);
}

void Scout::follow(Seen from, FrameId frame, std::span<const Word> packed) {
    here_.unpack(packed);
    note([&](FlagId flag) { return here_.flag(flag); });
    in_here_ = now_;
    from_ = from;
    bool has_left = false;
    const std::size_t count = frames_.branches(frame).size();
    for (std::size_t i = 0; i < count; ++i) {
        const Branch branch = frames_.branches(frame)[i]; // others may be explored meanwhile
        if (!can_make(branch) || !can_arrange(branch)) continue;
        const bool uses =
            branch.move.kind == MoveKind::press || branch.move.kind == MoveKind::change;
        const bool tells =
            uses && ((branch.usable && !usable_[branch.move.subject]) ||
                     (branch.kind != Branch::Kind::refused && !answered_[branch.move.subject]));
        const bool leads = !(has_left && only_leaves(branch)) && leads_on(frame, branch);
        const bool is_arranged = !leads && is_so(branch);
        if ((!tells && !leads) || (!is_arranged && !arrange(frame, branch, packed))) continue;
        if (uses) {
            if (branch.usable) usable_[branch.move.subject] = true;
            if (branch.kind != Branch::Kind::refused) answered_[branch.move.subject] = true;
        }
        has_left = has_left || only_leaves(branch);
        if (!branch.at_once && leads)
            take(branch);
        else if (!is_arranged)
            moves_.resize(made_);
    }
}

/// Back, and a button that does the same: all of these lead to one menu state.
bool Scout::only_leaves(const Branch& branch) {
    return branch.kind == Branch::Kind::leaves && branch.landing.at == Landing::beneath &&
           is_players(branch.move.kind) && !branch.at_once && !branch.delayed && !branch.quits &&
           !branch.loads && !branch.doubtful() && branch.asks.count == 0 &&
           branch.writes.count == 0;
}

bool Scout::is_so(const Branch& branch) const {
    const auto asked = frames_.literals(branch.asks);
    return std::all_of(asked.begin(), asked.end(),
                       [&](const Literal& one) { return here_.flag(one.flag) == one.raised; });
}

bool Scout::can_make(const Branch& branch) const {
    return !is_players(branch.move.kind) || (branch.devices & devices_) != 0;
}

/// Whether here_ is in the case of the branch, or the game can bring it there.
bool Scout::can_arrange(const Branch& branch) const {
    const auto asked = frames_.literals(branch.asks);
    return std::all_of(asked.begin(), asked.end(), [&](const Literal& one) {
        return here_.flag(one.flag) == one.raised || is_free(flow_, one.flag);
    });
}

/// Whether the branch could lead to something that was not met yet.
bool Scout::leads_on(FrameId frame, const Branch& branch) {
    if (branch.kind == Branch::Kind::refused) return false;
    if (branch.kind == Branch::Kind::leaves) return true;
    if (frames_.closes_when(branch.frame) != fails) return true;
    if (branch.frame == frame && branch.writes.count == 0) return false;
    work_ += 20 + work_of_sets_;
    now_ = in_here_;
    for (const Literal& one : frames_.literals(branch.writes)) {
        if (place_[index(one.flag)] == not_told_apart) continue;
        const std::size_t raised = 2 * std::size_t{place_[index(one.flag)]} + 1;
        const std::size_t now = one.raised ? raised : raised - 1;
        const std::size_t no_longer = one.raised ? raised - 1 : raised;
        now_[now / 64] |= std::uint64_t{1} << (now % 64);
        now_[no_longer / 64] &= ~(std::uint64_t{1} << (no_longer % 64));
    }
    const ScreenId under = branch.kind == Branch::Kind::pushes   ? here_.current()
                           : branch.kind == Branch::Kind::resets ? no_screen
                                                                 : beneath(here_);
    return is_new(met(branch.frame), under);
}

/// The game does what makes the case hold. False: it cannot, or something has closed by that, which
/// is met as well, and the move is not to be made there.
bool Scout::arrange(FrameId frame, const Branch& branch, std::span<const Word> packed) {
    next_.unpack(packed);
    made_ = moves_.size();
    const bool is_so = rondix::arrange(flow_, frames_.literals(branch.asks), next_, moves_);
    if (is_so && (moves_.size() == made_ || frames_.closes_when(frame) == fails)) return true;
    if (is_so && frames_.frame_of(next_) == frame) return true;
    meet();
    return false;
}

void Scout::take(const Branch& branch) {
    moves_.push_back(branch.move);
    bool answered = apply(flow_, next_, branch.move).answered;
    if (answered && branch.delayed) {
        moves_.push_back(Move::due(branch.move.as_event()));
        answered = apply(flow_, next_, moves_.back()).answered;
    }
    if (answered)
        meet();
    else
        moves_.resize(made_);
}

} // namespace rondix
