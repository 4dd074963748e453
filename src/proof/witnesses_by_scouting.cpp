// What going forward comes by, and what cannot be, asked for a target of Witnesses (scouting.hpp).
#include "proof/arranging.hpp"
#include "proof/starts.hpp"
#include "proof/witnesses.hpp"

#include <algorithm>

namespace rondix {

// --- where it can be

/// Calls `each` with where it is looked for, as far as it can be there; until it returns true.
template <class Each>
void Witnesses::each_possible_end(const Envelope& envelope, const Heads& heads,
                                  const Target& target, Each each) {
    const auto each_of = [&](FrameId frame, Values values, const FlagPairs& here) {
        FlagPairs there = here;
        envelope.ask(there, heads, values);
        if (there.empty()) return false;
        if (!target.last) return each(frame, values, nullptr);
        const auto branches = frames_.branches(frame);
        return std::any_of(branches.begin(), branches.end(), [&](const Branch& branch) {
            if (!is_last(target, branch)) return false;
            FlagPairs before = there;
            envelope.ask(before, frames_.literals(branch.asks));
            return !before.empty() && each(frame, values, &branch);
        });
    };
    for (const FrameId frame : heads.frames_of(target.screen))
        for (std::size_t entry = 0; entry < envelope.entries(); ++entry) {
            const FlagPairs here = envelope.at(frame, entry);
            for (Values values = 0; !here.empty() && values < heads.values(); ++values)
                if (heads.may_rest(frame, values) && target.is_there(heads, frame, values) &&
                    each_of(frame, values, here))
                    return;
        }
}

bool Witnesses::may_happen(const Envelope& envelope, const Heads& heads, const Target& target) {
    bool may = false;
    each_possible_end(envelope, heads, target,
                      [&](FrameId, Values, const Branch*) { return may = true; });
    return may;
}

/// The same where screens are kept apart by the flags with which they are opened that are asked for
/// at the end.
bool Witnesses::may_happen_as_entered(const Heads& heads, const Target& target) {
    constexpr std::size_t max_entered = 4;
    std::vector<FlagId> entered;
    const auto add = [&](FlagId flag) {
        if (can_be_left_out(flow_, flag) || entered.size() == max_entered) return;
        if (std::find(entered.begin(), entered.end(), flag) == entered.end())
            entered.push_back(flag);
    };
    each_possible_end(scouting_.envelope(), heads, target,
                      [&](FrameId, Values, const Branch* branch) {
                          if (branch)
                              for (const Literal& one : frames_.literals(branch->asks))
                                  add(one.flag);
                          return entered.size() == max_entered;
                      });
    for (const FlagId flag : heads.tracked()) add(flag);
    std::sort(entered.begin(), entered.end());
    const Envelope* as_entered = entered.empty() ? nullptr : scouting_.envelope(entered);
    return !as_entered || may_happen(*as_entered, heads, target);
}

// --- what is come to

std::optional<Witness> Witnesses::scouted(const Heads& heads, const Target& target, Asked asked) {
    if (auto witness = scouted(scouting_.by(Scout::Novelty::single), heads, target, asked))
        return witness;
    // Without flags, and where it is known the screens beneath, pairs are no more.
    const Forward& forward = scouting_.by(Scout::Novelty::single).forward();
    if (forward.told_apart() == 0 && !frames_.some_doubts()) return std::nullopt;
    return scouted(scouting_.by(Scout::Novelty::pairs), heads, target, asked);
}

std::optional<Witness> Witnesses::scouted(const Scout& scout, const Heads& heads,
                                          const Target& target, Asked asked) {
    constexpr std::size_t max_tried = 64; // of those that look as if they were it
    std::vector<std::pair<Scout::Seen, HeadId>> fits;
    for (const FrameId frame : heads.frames_of(target.screen))
        for (const Scout::Seen seen : scout.seen(frame))
            if (const auto head = looks_like(scout.forward(), seen, heads, frame, target))
                fits.emplace_back(seen, *head);
    std::sort(fits.begin(), fits.end()); // what fewer moves lead to stands first
    if (fits.size() > max_tried) fits.resize(max_tried);
    for (const auto& [seen, head] : fits)
        if (auto witness = walked(heads, scout.forward().moves_to(seen), head, target, asked))
            return witness;
    return std::nullopt;
}

/// By going forward to where it is looked for.
std::optional<Witness> Witnesses::sought(const Heads& heads, const Target& target, Asked asked,
                                         Scouting::Effort effort) {
    constexpr std::size_t max_ends = 256;
    if (target.screen == no_screen) return std::nullopt;
    std::vector<End> ends;
    const auto add = [&](FrameId frame, Values values, const Branch* branch) {
        End end{frame, {}};
        for (const FlagId flag : heads.tracked())
            if (const auto raised = heads.variables().raised(flag, values))
                end.asked.push_back({flag, *raised});
        if (branch) {
            const auto asked_by_last = frames_.literals(branch->asks);
            end.asked.insert(end.asked.end(), asked_by_last.begin(), asked_by_last.end());
        }
        ends.push_back(std::move(end));
        return ends.size() == max_ends;
    };
    each_possible_end(scouting_.envelope(), heads, target, add);
    if (ends.empty()) return std::nullopt;
    std::optional<Witness> witness;
    const auto is_it = [&](const Forward& forward, Forward::Seen seen, FrameId frame) {
        const auto head = looks_like(forward, seen, heads, frame, target);
        if (head) witness = walked(heads, forward.moves_to(seen), *head, target, asked);
        return witness.has_value();
    };
    scouting_.find(ends, is_it, effort);
    return witness;
}

std::optional<Witness> Witnesses::come_to(const Heads& heads, const Target& target, Asked asked) {
    if (auto witness = scouted(heads, target, asked)) return witness;
    return sought(heads, target, asked, Scouting::Effort::much);
}

/// The head that is looked for, where the game can make it of a menu state.
std::optional<HeadId> Witnesses::looks_like(const Forward& forward, Forward::Seen seen,
                                            const Heads& heads, FrameId frame,
                                            const Target& target) const {
    if (target.last && !could_be_last(forward, seen, frame, target)) return std::nullopt;
    const Values values =
        heads.variables().values_of([&](FlagId flag) { return forward.raised(seen, flag); });
    const auto fit = fitting(heads, frame, values, target);
    if (!fit) return std::nullopt;
    return heads.head(frame, *fit);
}

/// The values that are looked for, if the game can make them of these.
std::optional<Values> Witnesses::fitting(const Heads& heads, FrameId frame, Values values,
                                         const Target& target) const {
    const auto fits = [&](Values one) {
        return heads.variables().are_possible(one) && heads.may_rest(frame, one) &&
               target.is_there(heads, frame, one);
    };
    if (fits(values)) return values;
    const Values bits = heads.variables().changeable(flow_), fixed = values & ~bits;
    constexpr int max_bits = 12; // all of whose values are tried
    if (std::popcount(bits) > max_bits) return std::nullopt;
    for (Values some = bits; some != 0; some = (some - 1) & bits)
        if (fits(fixed | some)) return fixed | some;
    if (fits(fixed)) return fixed;
    return std::nullopt;
}

/// Whether the last move is in one of its cases there, or the game can bring it into one.
bool Witnesses::could_be_last(const Forward& forward, Forward::Seen seen, FrameId frame,
                              const Target& target) const {
    const std::span<const Branch> branches = frames_.branches(frame);
    return std::any_of(branches.begin(), branches.end(), [&](const Branch& branch) {
        if (!is_last(target, branch)) return false;
        const auto asked = frames_.literals(branch.asks);
        return std::all_of(asked.begin(), asked.end(), [&](const Literal& one) {
            return is_free(flow_, one.flag) || forward.raised(seen, one.flag) == one.raised;
        });
    });
}

/// Moves that were made, then those of the game that give its flags the values of a head.
std::optional<Witness> Witnesses::walked(const Heads& heads, const std::vector<Move>& moves,
                                         HeadId end, const Target& target, Asked asked) {
    Witness witness{moves, after_moves(flow_, moves)};
    std::vector<Literal> wanted;
    for (std::size_t i = 0; i < flow_.flags.size(); ++i)
        if (const auto raised = heads.variables().raised(FlagId(i), heads.values(end)))
            if (is_free(flow_, FlagId(i))) wanted.push_back({FlagId(i), *raised});
    if (!arrange(flow_, wanted, witness.there, witness.moves)) return std::nullopt;
    if (heads.head_of(witness.there) != end) return std::nullopt; // something has closed by that
    return finished(std::move(witness), target, asked);
}

} // namespace rondix
