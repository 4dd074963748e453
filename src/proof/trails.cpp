#include "proof/trails.hpp"

#include "rondix/runner.hpp"
#include "rondix/tools/move_text.hpp"

#include <algorithm>
#include <stdexcept>

namespace rondix {

std::optional<Trail> Trails::shortest(const Heads& heads, const Target& target,
                                      std::vector<FlagId>* needed) {
    std::vector<FlagId> own;
    std::vector<FlagId>& tracked = needed ? *needed : own;
    tracked = heads.tracked();
    for (const FlagId flag : target.knows)
        if (!heads.is_tracked(flag)) tracked.push_back(flag);
    std::vector<HeadId> rejected;
    std::optional<Trail> known; // and not the shortest
    for (;;) {
        if (known && (tracked.size() > Heads::most_tracked || !cheap_map_of(tracked))) return known;
        const Map& map = map_of(tracked);
        const std::optional<HeadId> end = nearest(map, target, rejected);
        if (!end) return std::nullopt;
        Trail trail{map.paths.moves_to(*end), Situation(flow_)};
        std::vector<FlagId> missing;
        if (replay(map.heads, trail.moves, *end, target, trail.there, missing)) {
            if (!needed) confirm(trail.moves);
            if (target.last) append({*target.last, is_delayed(flow_, *target.last)}, trail.moves);
            return trail;
        }
        if (missing.empty()) { // nothing is left open: it is not what is looked for
            rejected.push_back(*end);
            continue;
        }
        if (!needed && !known) known = turned(map, *end, target);
        rejected.clear();
        tracked.insert(tracked.end(), missing.begin(), missing.end());
        // In order, so that questions about the same flags share a map.
        std::sort(tracked.begin() + static_cast<std::ptrdiff_t>(heads.tracked().size()),
                  tracked.end());
        if (tracked.size() > Heads::most_tracked && !known) throw Stopped{Stop::flags};
    }
}

bool Trails::happens(const Heads& heads, const Target& target) {
    const Map& map = map_of(heads.tracked());
    const std::optional<HeadId> end = nearest(map, target, {});
    if (!end) return false;
    return turned(map, *end, target) || shortest(heads, target);
}

std::optional<Trail> Trails::some_way(ScreenId screen) {
    Target target;
    target.screen = screen;
    target.is_there = [](const Heads&, FrameId, Values) { return true; };
    std::vector<FlagId> tracked;
    while (tracked.size() <= Heads::most_tracked) {
        const Map& map = map_of(tracked);
        const std::optional<HeadId> end = nearest(map, target, {});
        if (!end) return std::nullopt;
        std::vector<FlagId> missing;
        if (auto trail = turned(map, *end, missing)) return trail;
        if (missing.empty()) break; // what is in the way is no flag of the flow's own
        tracked.insert(tracked.end(), missing.begin(), missing.end());
        std::sort(tracked.begin(), tracked.end());
    }
    const Heads heads(frames_, flow_, devices_, {}, watch_);
    return shortest(heads, target);
}

/// The path to a head, with the flags of the game as each move wants them. Nothing where it leads
/// elsewhere; `missing` are the flags of the flow's own that would have to be otherwise.
std::optional<Trail> Trails::turned(const Map& map, HeadId end, std::vector<FlagId>& missing) {
    Trail trail{{}, Situation(flow_)};
    start(flow_, trail.there);
    const auto make = [&](Move move) {
        trail.moves.push_back(move);
        return apply(flow_, trail.there, move).answered;
    };
    for (const Turn& turn : map.paths.turns_to(end)) {
        if (turn.at_once) continue;
        const FrameId frame = frames_.frame_of(trail.there);
        if (turn.branch != Turn::no_branch) {
            const std::span<const Branch> branches = frames_.branches(frame);
            const bool known =
                turn.branch < branches.size() && branches[turn.branch].move == turn.move;
            if (!known || !turn_flags(frame, Branch(branches[turn.branch]), trail, missing))
                return std::nullopt;
        }
        if (!make(turn.move)) return std::nullopt;
        if (turn.delayed && !make(Move::due(turn.move.as_event()))) return std::nullopt;
    }
    if (map.heads.head_of(trail.there) != end) return std::nullopt;
    return trail;
}

/// The same, where the last move does what is looked for; the moves are what anybody may be shown.
std::optional<Trail> Trails::turned(const Map& map, HeadId end, const Target& target) {
    std::vector<FlagId> missing;
    std::optional<Trail> trail = turned(map, end, missing);
    if (!trail) return std::nullopt;
    bool good = is_good(target, trail->there);
    if (!good && target.last) {
        // In another case of it, for which flags of the game are turned.
        const FrameId frame = frames_.frame_of(trail->there);
        const std::span<const Branch> found = frames_.branches(frame);
        for (const Branch& branch : std::vector<Branch>(found.begin(), found.end())) {
            if (branch.move != *target.last || branch.at_once) continue;
            Trail other = *trail;
            if (!turn_flags(frame, branch, other, missing)) continue;
            good = is_good(target, other.there);
            if (!good) continue;
            trail = std::move(other);
            break;
        }
    }
    if (!good || !runner_takes(trail->moves)) return std::nullopt;
    if (target.last) append({*target.last, is_delayed(flow_, *target.last)}, trail->moves);
    trail->is_shortest = false;
    return trail;
}

/// Whether the situation, and what the last move does there, is what is looked for.
bool Trails::is_good(const Target& target, const Situation& there) const {
    Outcome outcome;
    if (target.last) {
        Situation after = there;
        outcome = apply(flow_, after, *target.last);
        if (outcome.answered && is_delayed(flow_, *target.last))
            outcome = apply(flow_, after, Move::due(target.last->as_event()));
    }
    return target.good ? target.good(there, outcome) : !target.last || outcome.answered;
}

bool Trails::turn_flags(FrameId frame, const Branch& branch, Trail& trail,
                        std::vector<FlagId>& missing) {
    for (const Literal& asked : frames_.literals(branch.asks)) {
        if (trail.there.flag(asked.flag) == asked.raised) continue;
        if (!flow_[asked.flag].set_by_game) {
            missing.push_back(asked.flag);
            continue;
        }
        const Move move = asked.raised ? Move::raise(asked.flag) : Move::lower(asked.flag);
        trail.moves.push_back(move);
        // Something may close at once by it.
        if (!apply(flow_, trail.there, move).answered || frames_.frame_of(trail.there) != frame)
            return false;
    }
    return missing.empty();
}

bool Trails::runner_takes(const std::vector<Move>& moves) const {
    Runner runner(flow_); // a fresh one: another would have kept settings and scenes
    runner.start();
    Situation there(flow_);
    start(flow_, there);
    return std::all_of(moves.begin(), moves.end(), [&](Move move) {
        runner.take_effects();
        // A game may let scenes go that could stay: then they are waited for once more.
        for (std::size_t i = 0; i < flow_.scenes.size(); ++i) runner.set_loaded(SceneId(i), false);
        return runner.replay(move) && apply(flow_, there, move).answered &&
               runner.situation() == there;
    });
}

/// What the game would do: the same situation after the same moves.
void Trails::confirm(const std::vector<Move>& all) const {
    if (runner_takes(all)) return;
    std::string words;
    for (const Move move : all) words += (words.empty() ? "" : " · ") + move_text(flow_, move);
    throw std::logic_error("the Runner refuses moves that were found: " + words);
}

const Trails::Map& Trails::map_of(const std::vector<FlagId>& tracked) {
    std::unique_ptr<Map>& map = maps_[tracked];
    if (!map) map = std::make_unique<Map>(flow_, frames_, devices_, tracked, 0, watch_);
    return *map;
}

/// The same where it does not cost much; else null.
const Trails::Map* Trails::cheap_map_of(const std::vector<FlagId>& tracked) {
    if (const auto found = maps_.find(tracked); found != maps_.end() && found->second)
        return found->second.get();
    if (too_dear_.contains(tracked)) return nullptr;
    try {
        auto map = std::make_unique<Map>(flow_, frames_, devices_, tracked,
                                         watch_.most_work_for_shortest(), watch_);
        return (maps_[tracked] = std::move(map)).get();
    } catch (const Paths::TooDear&) {
        too_dear_.insert(tracked);
        return nullptr;
    }
}

std::optional<HeadId> Trails::nearest(const Map& map, const Target& target,
                                      const std::vector<HeadId>& rejected) const {
    std::optional<HeadId> nearest;
    for (FrameId frame = 0; frame < map.heads.frame_count(); ++frame) {
        if (target.screen != no_screen && frames_[frame].screen != target.screen) continue;
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

/// The flags that are not tracked and decide what a move does in a situation: those of its cases,
/// and of whether something closes at once where it leads.
void Trails::note_missing(const Heads& heads, const Situation& before, Move move,
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
        // What is pushed and closes at once, or is left, shows what lies beneath.
        if (some_leave || !more.empty())
            for (const FrameId beneath : frames_.frames_of(before)) add(beneath);
    }
    if (!more.empty()) missing = std::move(more);
}

/// Whether the moves lead there and all is as it is looked for. If not, `missing` are the flags
/// that decide it, of the last move that hangs on some. Throws std::logic_error when the moves are
/// refused though they hang on none: then Rondix itself is wrong, and saying nothing would be
/// worse.
bool Trails::replay(const Heads& heads, const std::vector<Move>& moves, HeadId end,
                    const Target& target, Situation& there, std::vector<FlagId>& missing) const {
    start(flow_, there);
    const auto remember = [&](Move move) { note_missing(heads, there, move, missing); };
    bool well = true;
    for (std::size_t i = 0; i < moves.size() && well; ++i) {
        remember(moves[i]);
        well = apply(flow_, there, moves[i]).answered;
    }
    well = well && heads.head_of(there) == end;
    if (!well && missing.empty())
        throw std::logic_error("moves that were found cannot be replayed");
    if (!well) return false;
    if (target.last) remember(*target.last);
    for (const Move move : target.reads) remember(move);
    return is_good(target, there);
}

} // namespace rondix
