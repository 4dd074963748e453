#include "check/entries.hpp"

#include "proof/following.hpp"

#include <algorithm>
#include <map>

namespace rondix {

namespace {

/// Breadth first, over all heads that could be reached. (Paths would know how many moves lead there
/// as well, but where many values are met these cost far more than the proof.)
class Walk {
  public:
    Walk(CheckContext& context, const HeadSet& lost)
        : heads_(context.heads())
        , lost_(lost)
        , budget_(context.budget)
        , leaving_(context.proof.summaries().by(Leaving::By::any_move))
        , met_(heads_)
        , entered_(heads_)
        , entries_(heads_) {}

    void run() {
        for (const Heads::Start& start : heads_.starts()) {
            meet(start.frame, start.values);
            if (lost_.has(start.frame, start.values)) enter(start.frame, start.values);
        }
        for (std::vector<HeadId> layer; !next_.empty(); ++steps_) {
            layer.clear();
            layer.swap(next_);
            for (const HeadId head : layer) {
                budget_.step("ways into traps", steps_, heads_.frame_count());
                follow(heads_.frame(head), heads_.values(head));
            }
        }
    }

    HeadSet take_entries() { return std::move(entries_); }
    std::size_t steps_to(ScreenId screen) const { return nearest_.at(screen); }
    std::vector<ScreenId> screens() const {
        std::vector<ScreenId> screens;
        screens.reserve(nearest_.size());
        for (const auto& [screen, steps] : nearest_) screens.push_back(screen);
        return screens;
    }

  private:
    void meet(FrameId frame, Values values) {
        if (met_.add(frame, values)) next_.push_back(heads_.head(frame, values));
    }

    void follow(FrameId frame, Values values) {
        const bool is_lost = lost_.has(frame, values);
        const auto take = [&](FrameId to, Values after) {
            if (!is_lost && lost_.has(to, after)) enter(to, after);
            meet(to, after);
        };
        each_next(heads_, leaving_, frame, values, take, [&](FrameId to, const Leaving::Row& back) {
            for (std::size_t i = 0; i < back.words.size(); ++i)
                each_bit(back.words[i] & news(to, back.place + i, is_lost), back.place + i,
                         [&](Values after) { take(to, after); });
        });
    }

    /// What there is to be taken of a word of bits: many lead to the same heads.
    std::uint64_t news(FrameId to, std::size_t word, bool is_lost) const {
        const std::uint64_t not_met = ~met_.of(to)[word];
        return is_lost ? not_met : not_met | (lost_.of(to)[word] & ~entered_.of(to)[word]);
    }

    void enter(FrameId frame, Values values) {
        if (!entered_.add(frame, values)) return;
        if (heads_.frames()[frame].phase == Phase::loading)
            for (const Rule& rule : heads_.may(frame))
                if (is_answer_of_load(rule.move) && lost_.has(rule.frame, rule.after(values)))
                    return note(rule.frame, rule.after(values));
        note(frame, values);
    }

    void note(FrameId frame, Values values) {
        entries_.add(frame, values);
        nearest_.try_emplace(heads_.frames()[frame].screen, steps_);
    }

    const Heads& heads_;
    const HeadSet& lost_;
    Budget& budget_;
    const Leaving& leaving_;
    HeadSet met_, entered_, entries_;
    std::vector<HeadId> next_;
    std::size_t steps_ = 0;
    std::map<ScreenId, std::size_t> nearest_;
};

/// By the fewest moves to each of them.
std::map<ScreenId, std::size_t> moves_to(const Paths& paths, const Heads& heads,
                                         const HeadSet& set) {
    std::map<ScreenId, std::size_t> nearest;
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
        each_value(set.of(frame), [&](Values values) {
            const std::size_t length = paths.distance(heads.head(frame, values));
            const auto [one, is_new] = nearest.emplace(heads.frames()[frame].screen, length);
            if (!is_new) one->second = std::min(one->second, length);
        });
    return nearest;
}

} // namespace

Entries entries_of(CheckContext& context, const HeadSet& lost) {
    Walk walk(context, lost);
    walk.run();
    Entries entries{walk.take_entries(), walk.screens()};
    const Paths* paths = context.witnesses.paths(context.heads());
    const auto moves = paths ? moves_to(*paths, context.heads(), entries.heads)
                             : std::map<ScreenId, std::size_t>();
    const auto far = [&](ScreenId screen) {
        return paths ? moves.at(screen) : walk.steps_to(screen);
    };
    std::stable_sort(entries.screens.begin(), entries.screens.end(),
                     [&](ScreenId a, ScreenId b) { return far(a) < far(b); });
    return entries;
}

} // namespace rondix
