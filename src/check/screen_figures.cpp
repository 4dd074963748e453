#include "check/screen_figures.hpp"

#include "check/nearest.hpp"
#include "check/stacks.hpp"

#include <algorithm>

namespace rondix {

namespace {

constexpr std::size_t max_places = 2'000'000;

/// Whether the game can be paused, and can run, while a head is current. Derived from what can lie
/// beneath, as rule 2 has it.
class Pausing {
  public:
    struct Can {
        bool pause = false, run = false;
        friend bool operator==(Can, Can) = default;
    };

    Pausing(const CompiledFlow& flow, const Heads& heads, const Paths& paths)
        : flow_(flow)
        , heads_(heads)
        , beneath_(heads.size()) {
        for (const HeadId head : paths.reached_heads()) {
            const Frame& frame = heads.frames()[heads.frame(head)];
            if (!frame.bottom || !heads.frames().over_play(frame)) continue;
            beneath_[head].run = true;
            open_.push_back(head);
        }
        while (!open_.empty()) {
            const HeadId head = open_.back();
            open_.pop_back();
            for (const HeadId next : paths.in_place(head)) spread(next, beneath_[head]);
            for (const Paths::OnTop& top : paths.on_top(head))
                spread(top.head, with(top.under, beneath_[head]));
        }
    }

    Can at(HeadId head) const { return with(heads_.frame(head), beneath_[head]); }

  private:
    Can with(FrameId frame, Can beneath) const {
        const Frame& row = heads_.frames()[frame];
        if (row.question == no_screen && (row.bottom || !flow_[row.screen].pauses)) return beneath;
        return {beneath.pause || beneath.run, false};
    }

    void spread(HeadId head, Can can) {
        if (heads_.frames()[heads_.frame(head)].bottom) return; // of another scene, perhaps
        const Can more{beneath_[head].pause || can.pause, beneath_[head].run || can.run};
        if (more == beneath_[head]) return;
        beneath_[head] = more;
        open_.push_back(head);
    }

    const CompiledFlow& flow_;
    const Heads& heads_;
    std::vector<Can> beneath_; // of each head: how it is without the screen itself
    std::vector<HeadId> open_;
};

class Measuring {
  public:
    Measuring(CheckContext& context, const Heads& heads, std::size_t max_work)
        : context_(context)
        , heads_(heads)
        , frames_(heads.frames())
        , paths_(heads, {Leaving::By::any_move, by_presses, max_work}, context.budget)
        , stacks_(heads, by_presses, max_work, context.budget)
        , nearest_(heads, paths_, by_presses, {max_places, max_work}, context.budget)
        , ways_in_(context.flow.screens.size()) {}

    bool exact() const { return nearest_.exact(); }

    std::vector<ScreenFigures> measure() {
        const CompiledFlow& flow = context_.flow;
        std::vector<ScreenFigures> rows(flow.screens.size());
        for (std::size_t i = 0; i < rows.size(); ++i)
            rows[i].screen = context_.name_of(ScreenId(i));
        const auto to_play = nearest_.to(Nearest::Goal::play);
        const auto to_quit = nearest_.to(Nearest::Goal::quit);
        const Pausing pausing(flow, heads_, paths_);
        std::vector<bool> not_known(rows.size()); // the way out of some head of a screen
        const bool nobody_stuck = context_.nobody_is_stuck();
        for (HeadId head = 0; head < heads_.size(); ++head) {
            const FrameId frame = heads_.frame(head);
            if (!paths_.reached(head) || !heads_.may_rest(frame, heads_.values(head))) continue;
            ScreenFigures& row = rows[index(frames_[frame].screen)];
            lower(row.from_start, paths_.distance(head));
            lower(row.to_play, to_play[head]);
            lower(row.to_quit, to_quit[head]);
            const std::optional<Length> far = stacks_.longest_way_out(head);
            if (far)
                row.way_out = std::max<std::size_t>(row.way_out.value_or(0), *far);
            else
                not_known[index(frames_[frame].screen)] = true;
            row.deepest = std::max(row.deepest, stacks_.depth(head));
            row.paused |= pausing.at(head).pause;
            row.running |= pausing.at(head).run;
            count_ways_in(frame, heads_.values(head));
        }
        for (std::size_t i = 0; i < rows.size(); ++i) {
            rows[i].ways_in = ways_in_[i].size();
            if (!nobody_stuck || not_known[i]) rows[i].way_out.reset();
        }
        std::erase_if(rows, [&](const ScreenFigures& row) {
            const ScreenId id = flow.screen(row.screen);
            return !context_.file.origins.screens[index(id)].known() && !row.from_start;
        });
        return rows;
    }

  private:
    static void lower(std::optional<std::size_t>& least, Length length) {
        if (length != no_way) least = std::min<std::size_t>(least.value_or(length), length);
    }

    /// Each move counts once for the screen that it is made on; an answer, once.
    void count_ways_in(FrameId frame, Values values) {
        const auto branches = frames_.branches(frame);
        for (const Rule& rule : heads_.may(frame)) {
            if (!rule.holds(values) || rule.kind == Branch::Kind::leaves) continue;
            const ScreenId to = frames_[rule.frame].screen;
            if (!heads_.may_rest(rule.frame, rule.after(values))) continue;
            const Move move = branches[rule.branch].move;
            const bool is_screens_own = is_players(rule.move) || is_moving_on(rule.move);
            if (to == frames_[frame].screen) continue;
            ways_in_[index(to)].insert(
                {is_screens_own ? frames_[frame].screen : no_screen, move.kind, move.subject});
        }
    }

    CheckContext& context_;
    const Heads& heads_;
    Frames& frames_;
    const Paths paths_;
    const Stacks stacks_;
    const Nearest nearest_;
    std::vector<std::set<std::tuple<ScreenId, MoveKind, std::uint32_t>>> ways_in_;
};

} // namespace

void measure_alone(const CheckContext& context, const Heads& heads, std::size_t max_work,
                   std::vector<ScreenFigures>& rows) {
    const Paths paths(heads, {Leaving::By::any_move, by_presses, max_work}, context.budget);
    std::vector<std::optional<std::size_t>> nearest(context.flow.screens.size());
    for (HeadId head = 0; head < heads.size(); ++head) {
        const FrameId frame = heads.frame(head);
        if (!paths.reached(head) || !heads.may_rest(frame, heads.values(head))) continue;
        std::optional<std::size_t>& least = nearest[index(heads.frames()[frame].screen)];
        least = std::min<std::size_t>(least.value_or(paths.distance(head)), paths.distance(head));
    }
    for (ScreenFigures& row : rows)
        row.from_start_alone.push_back(nearest[index(context.flow.screen(row.screen))]);
}

std::vector<ScreenFigures> measure_screens(CheckContext& context, const Heads& heads,
                                           std::size_t max_work, bool& exact) {
    Measuring measuring(context, heads, max_work);
    exact = exact && measuring.exact();
    return measuring.measure();
}

} // namespace rondix
