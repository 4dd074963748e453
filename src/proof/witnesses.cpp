#include "proof/witnesses.hpp"

#include "proof/arranging.hpp"
#include "proof/starts.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/move_text.hpp"

#include <algorithm>
#include <stdexcept>

namespace rondix {

Witness first_moves(const CompiledFlow& flow, const Witness& whole, std::size_t count) {
    const std::vector<Move>& all = whole.moves;
    if (count >= all.size()) return whole;
    const std::vector<Move> moves(all.begin(), all.begin() + static_cast<std::ptrdiff_t>(count));
    return {moves, after_moves(flow, moves), false};
}

Witness up_to_shown(const CompiledFlow& flow, const Witness& whole,
                    const std::function<bool(const MenuState&)>& is_one) {
    for (const Move answer : {Move::loaded(), Move::load_failed()}) {
        Witness more = whole;
        if (!apply(flow, more.there, answer).answered || !is_one(more.there)) continue;
        more.moves.push_back(answer);
        return more;
    }
    return whole;
}

std::optional<Witness> Witnesses::shortest(const Heads& heads, const Target& target,
                                           std::vector<FlagId>* needed) {
    std::vector<FlagId> own;
    std::vector<FlagId>& tracked = needed ? *needed : own;
    tracked = heads.tracked();
    for (const FlagId flag : target.knows)
        if (!heads.is_tracked(flag)) tracked.push_back(stands_for(flow_, flag));
    std::vector<HeadId> rejected;
    std::optional<Witness> known; // and not the shortest
    bool went_forward = false, in_doubt = false;
    left_open_ = false;
    for (;;) {
        const bool are_too_many = Variables::bits_for(flow_, tracked) > Heads::max_bits;
        const Maps::Map* found = are_too_many || in_doubt ? nullptr : maps_.for_shortest(tracked);
        if (!found) {
            if (!known && !went_forward) known = scouted(heads, target);
            went_forward = true;
            if (known || !may_happen(heads, target)) return known;
            if (is_reached(heads, target) == Known::no) return std::nullopt;
            if (!are_too_many && !in_doubt) found = maps_.in_doubt(tracked);
            if (!found) {
                left_open_ = true;
                return std::nullopt;
            }
        }
        const Maps::Map& map = *found;
        const std::optional<HeadId> end = nearest(map, target, rejected);
        if (!end) return std::nullopt;
        Witness witness{map.paths.moves_to(*end), MenuState(flow_)};
        std::vector<FlagId> missing;
        if (replay(map.heads, witness.moves, *end, target, witness.there, missing)) {
            if (!needed) confirm(witness.moves);
            if (target.last) append({*target.last, is_delayed(flow_, *target.last)}, witness.moves);
            return witness;
        }
        if (missing.empty() && frames_.some_doubts()) { // it may be so, over other screens
            in_doubt = true;
            continue;
        }
        if (missing.empty()) { // nothing is left open: it is not what is looked for
            rejected.push_back(*end);
            continue;
        }
        if (!needed && !known) known = turned(map, *end, target, Asked::which);
        rejected.clear();
        tracked.insert(tracked.end(), missing.begin(), missing.end());
        // In order, so that questions about the same flags share a map.
        std::sort(tracked.begin() + static_cast<std::ptrdiff_t>(heads.tracked().size()),
                  tracked.end());
    }
}

bool Witnesses::happens(const Heads& heads, const Target& target) {
    left_open_ = false;
    if (scouted(heads, target, Asked::whether)) return true;
    if (!may_happen(heads, target)) return false;
    if (sought(heads, target, Asked::whether, Scouting::Effort::little)) return true;
    if (!may_happen_as_entered(heads, target)) return false;
    if (sought(heads, target, Asked::whether, Scouting::Effort::much)) return true;
    if (const Maps::Map* map = maps_.for_shortest(heads.tracked())) {
        const std::optional<HeadId> end = nearest(*map, target, {});
        if (!end) return false;
        if (turned(*map, *end, target, Asked::whether)) return true;
    }
    if (const Known known = is_reached(heads, target); known != Known::open)
        return known == Known::yes;
    constexpr std::size_t most_in_vain = 12; // of many that are open, the next most often is too
    if (in_vain_ >= most_in_vain) {
        left_open_ = true;
        return false;
    }
    const bool is_found = shortest(heads, target).has_value();
    if (left_open_) ++in_vain_;
    return is_found;
}

std::optional<Witness> Witnesses::some_way(ScreenId screen) {
    const Heads heads(frames_, flow_, devices_, {}, budget_);
    Target target;
    target.screen = screen;
    target.is_there = [](const Heads&, FrameId, Values) { return true; };
    if (auto witness = scouted(heads, target)) return witness;
    return shortest(heads, target);
}

/// The path to a head, with the flags of the game as each move wants them.
std::optional<Witness> Witnesses::turned(const Maps::Map& map, HeadId end, const Target& target,
                                         Asked asked) {
    Witness witness{{}, MenuState(flow_)};
    start_flow(flow_, witness.there);
    const auto make = [&](Move move) {
        witness.moves.push_back(move);
        return apply(flow_, witness.there, move).answered;
    };
    for (const PathMove& step : map.paths.path_moves_to(end)) {
        if (step.at_once) continue;
        const FrameId frame = frames_.frame_of(witness.there);
        if (step.branch != PathMove::no_branch) {
            const std::span<const Branch> branches = frames_.branches(frame);
            const bool known =
                step.branch < branches.size() && branches[step.branch].move == step.move;
            if (!known || !turn_flags(frame, Branch(branches[step.branch]), witness))
                return std::nullopt;
        }
        if (!make(step.move)) return std::nullopt;
        if (step.delayed && !make(Move::due(step.move.as_event()))) return std::nullopt;
    }
    if (map.heads.head_of(witness.there) != end) return std::nullopt;
    return finished(std::move(witness), target, asked);
}

/// The same moves, where the last one does what is looked for and anybody may be shown them.
std::optional<Witness> Witnesses::finished(Witness witness, const Target& target, Asked asked) {
    bool good = is_good(target, witness.there);
    if (!good && target.last) {
        // In another case of it, for which flags of the game are turned.
        const FrameId frame = frames_.frame_of(witness.there);
        const std::span<const Branch> found = frames_.branches(frame);
        for (const Branch& branch : std::vector<Branch>(found.begin(), found.end())) {
            if (!is_last(target, branch)) continue;
            Witness other = witness;
            if (!turn_flags(frame, branch, other)) continue;
            good = is_good(target, other.there);
            if (!good) continue;
            witness = std::move(other);
            break;
        }
    }
    if (!good || (asked == Asked::which && !runner_takes(witness.moves))) return std::nullopt;
    if (target.last) append({*target.last, is_delayed(flow_, *target.last)}, witness.moves);
    witness.is_shortest = false;
    return witness;
}

/// Whether the menu state, and what the last move does there, is what is looked for.
bool Witnesses::is_good(const Target& target, const MenuState& there) const {
    Outcome outcome;
    if (target.last) {
        MenuState after = there;
        outcome = apply(flow_, after, *target.last);
        if (outcome.answered && is_delayed(flow_, *target.last))
            outcome = apply(flow_, after, Move::due(target.last->as_event()));
    }
    return target.good ? target.good(there, outcome) : !target.last || outcome.answered;
}

/// The game changes its flags so that the branch is taken. False: flags of the flow's own are
/// otherwise, or something has closed by that.
bool Witnesses::turn_flags(FrameId frame, const Branch& branch, Witness& witness) const {
    const std::size_t made = witness.moves.size();
    if (!arrange(flow_, frames_.literals(branch.asks), witness.there, witness.moves)) return false;
    return witness.moves.size() == made || frames_.frame_of(witness.there) == frame;
}

bool Witnesses::runner_takes(const std::vector<Move>& moves) const {
    Runner runner(flow_); // a fresh one: another would have kept settings and scenes
    runner.start();
    MenuState there(flow_);
    start_flow(flow_, there);
    return std::all_of(moves.begin(), moves.end(), [&](Move move) {
        runner.take_effects();
        // A game may let scenes go that could stay: then they are waited for once more.
        for (std::size_t i = 0; i < flow_.scenes.size(); ++i) runner.set_loaded(SceneId(i), false);
        return runner.replay(move) && apply(flow_, there, move).answered &&
               runner.menu_state() == there;
    });
}

/// What the game would do: the same menu state after the same moves.
void Witnesses::confirm(const std::vector<Move>& all) const {
    if (runner_takes(all)) return;
    std::string words;
    for (const Move move : all) words += (words.empty() ? "" : " · ") + move_text(flow_, move);
    throw std::logic_error("the Runner refuses moves that were found: " + words);
}

/// Whether what is looked for is among all that can be; open where that is too much, and where more
/// is asked of it than where it is.
Witnesses::Known Witnesses::is_reached(const Heads& heads, const Target& target) {
    const Reach* reach = maps_.reach(heads.tracked());
    if (!reach) return is_reached_at_all(heads, target);
    bool some = false;
    for (const FrameId frame : reach->heads.frames_of(target.screen)) {
        if (some) break;
        const auto branches = frames_.branches(frame);
        each_value(reach->reached.of(frame), [&](Values values) {
            if (some || !reach->heads.may_rest(frame, values) ||
                !target.is_there(reach->heads, frame, values))
                return;
            some = !target.last ||
                   std::any_of(branches.begin(), branches.end(), [&](const Branch& branch) {
                       return is_last(target, branch) && reach->heads.could_hold(branch, values);
                   });
        });
    }
    if (!some) return Known::no;
    return reach->exact && (!target.good || target.good_if_does) ? Known::yes : Known::open;
}

/// The same where the values are too many to be listed.
Witnesses::Known Witnesses::is_reached_at_all(const Heads& heads, const Target& target) {
    SymbolicReach* reach = maps_.symbolic_reach(heads.tracked());
    if (!reach) return Known::open;
    if (!is_met(*reach, heads, target)) return Known::no;
    const bool is_sure =
        reach->is_exact() && target.is_there_if_does && (!target.good || target.good_if_does);
    return is_sure ? Known::yes : Known::open;
}

bool Witnesses::is_met(SymbolicReach& reach, const Heads& heads, const Target& target) {
    const unsigned bits = heads.variables().bits();
    const auto could_be = [&](FrameId frame, Values values) {
        const auto branches = frames_.branches(frame);
        if (target.lacks)
            return reach.reaches_without(frame, values, bits, [&](const Rule& rule) {
                return target.lacks(frame, branches[rule.branch]);
            });
        if (!target.last) return reach.reaches(frame, values, bits);
        return std::any_of(branches.begin(), branches.end(), [&](const Branch& branch) {
            return is_last(target, branch) && reach.reaches(frame, values, bits, branch);
        });
    };
    const auto frames = heads.frames_of(target.screen);
    return std::any_of(frames.begin(), frames.end(), [&](FrameId frame) {
        for (Values values = 0; values < heads.values(); ++values) {
            budget_.step("what can be reached", values, heads.values());
            if (heads.may_rest(frame, values) && target.is_there(heads, frame, values) &&
                could_be(frame, values))
                return true;
        }
        return false;
    });
}

std::optional<HeadId> Witnesses::nearest(const Maps::Map& map, const Target& target,
                                         const std::vector<HeadId>& rejected) const {
    std::optional<HeadId> nearest;
    for (const FrameId frame : map.heads.frames_of(target.screen)) {
        for (Values values = 0; values < map.heads.values(); ++values) {
            const HeadId head = map.heads.head(frame, values);
            if (!map.paths.reached(head) || !map.heads.may_rest(frame, values)) continue;
            if (nearest && map.paths.distance(head) >= map.paths.distance(*nearest)) continue;
            if (target.is_there(map.heads, frame, values) &&
                std::find(rejected.begin(), rejected.end(), head) == rejected.end())
                nearest = head;
        }
    }
    return nearest;
}

/// The flags that are not tracked and decide what a move does in a menu state: those of its cases,
/// and of whether something closes at once where it leads.
void Witnesses::note_missing(const Heads& heads, const MenuState& before, Move move,
                             std::vector<FlagId>& missing) const {
    const FrameId frame = frames_.frame_of(before);
    std::vector<FlagId> more = heads.untracked(frame, move);
    const auto add = [&](FrameId closing) {
        for (const FlagId flag : heads.untracked_closing(closing))
            if (std::find(more.begin(), more.end(), flag) == more.end()) more.push_back(flag);
    };
    if (heads.some_close()) {
        add(frame); // a flag of the game may close it
        bool some_leave = move.kind >= MoveKind::raise;
        for (const Branch& branch : frames_.branches(frame)) {
            if (branch.move != move || branch.at_once) continue;
            some_leave = some_leave || branch.kind == Branch::Kind::leaves;
            if (branch.kind != Branch::Kind::leaves && branch.kind != Branch::Kind::refused)
                add(branch.frame);
        }
        // What is pushed and closes at once, or is left, shows the screens beneath.
        if (some_leave || !more.empty())
            for (const FrameId beneath : frames_.frames_of(before)) add(beneath);
    }
    if (!more.empty()) missing = std::move(more);
}

/// Whether the moves lead there and all is as it is looked for. If not, `missing` are the flags
/// that decide it, of the last move that hangs on some. Throws std::logic_error when the moves are
/// refused though they hang on none: then Rondix itself is wrong, and saying nothing would be
/// worse.
bool Witnesses::replay(const Heads& heads, const std::vector<Move>& moves, HeadId end,
                       const Target& target, MenuState& there, std::vector<FlagId>& missing) const {
    start_flow(flow_, there);
    const auto remember = [&](Move move) { note_missing(heads, there, move, missing); };
    bool well = true;
    for (std::size_t i = 0; i < moves.size() && well; ++i) {
        remember(moves[i]);
        well = apply(flow_, there, moves[i]).answered;
    }
    well = well && heads.head_of(there) == end;
    if (!well && missing.empty() && !frames_.some_doubts())
        throw std::logic_error("moves that were found cannot be replayed");
    if (!well) return false;
    if (target.last) remember(*target.last);
    for (const Move move : target.reads) remember(move);
    return is_good(target, there);
}

} // namespace rondix
