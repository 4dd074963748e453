#include "proof/safety.hpp"

#include <algorithm>

namespace rondix {

bool Safety::nobody_is_lost_on(ScreenId screen) {
    ask();
    return is_known_ && std::ranges::all_of(games_, [&](std::optional<SymbolicForcing>& game) {
               return !game || game->wins(screen);
           });
}

std::optional<Witness> Safety::way_to_lost(Question question, ScreenId screen,
                                           const std::function<bool(const MenuState&)>& is_lost) {
    ask();
    if (!is_known_ || !games_[question]) return std::nullopt;
    const auto frames = reach_->rules().heads.frames_of(screen);
    for (const FrameId frame : frames)
        if (auto witness = way_to(frame, hopeless_[question][frame], [](auto&) { return true; }))
            return up_to_lost(question, *witness);
    for (const FrameId frame : frames)
        if (auto witness = way_to(frame, games_[question]->not_won(frame), is_lost)) return witness;
    return std::nullopt;
}

/// The moves up to where there is no hope any more: that may be on another screen. Of a load, up to
/// what is shown then.
Witness Safety::up_to_lost(Question question, const Witness& whole) const {
    const RuleSets& rules = reach_->rules();
    const auto is_lost = [&](const MenuState& there) {
        const FrameId frame = rules.heads.frames().frame_of(there);
        return rules.diagrams.has(hopeless_[question][frame], rules.heads.values_in(there));
    };
    MenuState there(flow_);
    start_flow(flow_, there);
    std::size_t lost = 0;
    while (lost < whole.moves.size() && !is_lost(there)) apply(flow_, there, whole.moves[lost++]);
    return up_to_shown(flow_, first_moves(flow_, whole, lost), is_lost);
}

/// To one of these values, of which a few are tried.
std::optional<Witness> Safety::way_to(FrameId frame, Diagrams::Id set,
                                      const std::function<bool(const MenuState&)>& is_good) {
    constexpr int most_tried = 6;
    if (set == Diagrams::never) return std::nullopt;
    RuleSets& rules = reach_->rules();
    if (auto witness = witnesses_.come_by(*reach_, frame, set))
        if (is_good(witness->there)) return witness;
    for (int tried = 0; tried < most_tried && set != Diagrams::never; ++tried) {
        // In turn like those at the start, and like their contrary.
        const Values start = rules.heads.starts()[0].values;
        const Values values =
            rules.diagrams.one_of(set, tried % 2 == 0 ? start : ~start) & rules.heads.all();
        set = rules.diagrams.but_not(set, rules.cube(rules.heads.all(), values));
        auto witness = witnesses_.along(*reach_, frame, values);
        if (witness && is_good(witness->there)) return witness;
    }
    return std::nullopt;
}

void Safety::ask() {
    if (!is_asked_) ask_all();
    is_asked_ = true;
}

/// The same three questions that Proof asks.
void Safety::ask_all() {
    reach_ = witnesses_.all_that_can_be(flags_to_follow());
    if (!reach_ || reach_->rules().heads.variables().bits() == 0) return;
    Diagrams& diagrams = reach_->rules().diagrams;
    diagrams.allow(budget_.max_work_for_doubts());
    try {
        ask(stuck, goals(true, {}));
        if (silence_matters()) ask(endless, goals(true, {&proof_.stuck()}));
        if (flow_.can_quit) ask(captive, goals(false, {&proof_.stuck(), &proof_.endless()}));
        is_known_ = true;
    } catch (const Diagrams::TooLarge&) {
    }
    diagrams.lift_limits();
}

void Safety::ask(Question question, const Goals& goals) {
    const Silence mode = question == stuck ? Silence::ends : Silence::counts;
    games_[question].emplace(*reach_, goals, mode, budget_);
    hopeless_[question] = hopeless(*reach_, goals, mode, budget_);
}

/// What the proof tracks, and what the game has a say in on the ways out of the screens that it
/// leaves open; where that and all else are too many, what decides about these screens.
std::vector<FlagId> Safety::flags_to_follow() const {
    const std::vector<FlagId> tracked = proof_.heads().tracked();
    std::vector<FlagId> flags = tracked;
    each_asked(false, [&](FlagId flag) { add(flag, flow_[flag].set_by_game, flags); });
    const AllAsked all = all_asked(flow_, proof_.heads().frames(), flags);
    if (Variables::bits_for(flow_, all.flags) <= Heads::max_bits_of_sets) return flags;
    flags = tracked;
    each_asked(true, [&](FlagId flag) { add(flag, true, flags); });
    return flags;
}

void Safety::add(FlagId flag, bool matters, std::vector<FlagId>& flags) {
    if (matters && std::ranges::find(flags, flag) == flags.end()) flags.push_back(flag);
}

/// Calls `each` with the flags that the ways out of the screens ask for that are open, and what
/// leads there.
template <class Each>
void Safety::each_asked(bool by_what_leads_there, Each each) const {
    Frames& frames = proof_.heads().frames();
    const auto is_open = [&](FrameId frame) {
        return proof_.open().contains(frames[frame].screen);
    };
    for (FrameId frame = 0; frame < frames.size(); ++frame)
        for (const Branch& branch : frames.branches(frame)) {
            const bool is_out =
                is_open(frame) && (of_a_way_out(branch.move.kind) || branch.at_once);
            const bool is_in = by_what_leads_there && branch.kind != Branch::Kind::leaves &&
                               branch.kind != Branch::Kind::refused && is_open(branch.frame);
            if (!is_out && !is_in) continue;
            for (const Literal& asked : frames.literals(branch.asks))
                each(stands_for(flow_, asked.flag));
        }
}

bool Safety::silence_matters() const {
    const Heads& heads = proof_.heads();
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
        if (heads.may_be_silent(frame, Silence::counts)) return true;
    return false;
}

/// Play, if it is one, and what is told already. (What the proof tracks stands first among the
/// flags of the sets.)
Safety::Goals Safety::goals(bool play, std::initializer_list<const HeadSet*> told) {
    RuleSets& rules = reach_->rules();
    Goals all(rules.heads.frame_count(), Diagrams::never);
    const unsigned bits = proof_.heads().variables().bits();
    for (FrameId frame = 0; frame < all.size(); ++frame) {
        if (play && rules.heads.frames().in_play(frame)) all[frame] = Diagrams::always;
        if (frame >= proof_.heads().frame_count()) continue;
        for (const HeadSet* lost : told)
            each_value(lost->of(frame), [&](Values values) {
                all[frame] = rules.diagrams.either(all[frame], rules.first_bits(bits, values));
            });
    }
    return all;
}

} // namespace rondix
