#include "check/screen_figures.hpp"

#include "check/stacks.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// Whether the game can be paused, and can run, while a frame is current. Derived from what can lie
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
        , beneath_(heads.frame_count())
        , reached_(heads.frame_count()) {
        for (HeadId head = 0; head < heads.size(); ++head)
            if (paths.reached(head)) reached_[heads.frame(head)] = true;
        std::vector<FrameId> open;
        for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
            if (heads.frames()[frame].bottom && reached_[frame]) {
                beneath_[frame].run = heads.frames().over_play(heads.frames()[frame]);
                open.push_back(frame);
            }
        while (!open.empty()) {
            const FrameId frame = open.back();
            open.pop_back();
            for (const Rule& rule : heads.may(frame)) {
                if (rule.kind == Branch::Kind::pushes) spread(rule.frame, at(rule.under), open);
                if (rule.kind == Branch::Kind::stays) spread(rule.frame, beneath_[frame], open);
            }
        }
    }

    Can at(FrameId frame) const {
        const Frame& row = heads_.frames()[frame];
        Can can = beneath_[frame];
        if (row.question == no_screen && (row.bottom || !flow_[row.screen].pauses)) return can;
        return {can.pause || can.run, false};
    }

  private:
    void spread(FrameId frame, Can can, std::vector<FrameId>& open) {
        const Can more{beneath_[frame].pause || can.pause, beneath_[frame].run || can.run};
        if (!reached_[frame] || heads_.frames()[frame].bottom || more == beneath_[frame]) return;
        beneath_[frame] = more;
        open.push_back(frame);
    }

    const CompiledFlow& flow_;
    const Heads& heads_;
    std::vector<Can> beneath_; // of each frame: how it is without the screen itself
    std::vector<bool> reached_;
};

class Measuring {
  public:
    Measuring(Question& question, const Heads& heads)
        : question_(question)
        , heads_(heads)
        , frames_(heads.frames())
        , stacks_(heads, by_presses, question.watch)
        , ways_in_(question.flow.screens.size()) {}

    std::vector<ScreenFigures> measure() {
        const CompiledFlow& flow = question_.flow;
        std::vector<ScreenFigures> rows(flow.screens.size());
        for (std::size_t i = 0; i < rows.size(); ++i)
            rows[i].screen = question_.name_of(ScreenId(i));
        const auto to_play = stacks_.nearest(Stacks::Goal::play);
        const auto to_quit = stacks_.nearest(Stacks::Goal::quit);
        const Pausing pausing(flow, heads_, stacks_.paths());
        const bool nobody_stuck = question_.nobody_is_stuck();
        for (HeadId head = 0; head < heads_.size(); ++head) {
            const FrameId frame = heads_.frame(head);
            if (!stacks_.paths().reached(head) || !heads_.may_rest(frame, heads_.values(head)))
                continue;
            ScreenFigures& row = rows[index(frames_[frame].screen)];
            lower(row.from_start, stacks_.paths().distance(head));
            lower(row.to_play, to_play[head]);
            lower(row.to_quit, to_quit[head]);
            const std::optional<Length> far = stacks_.longest_way_out(head);
            if (nobody_stuck && far)
                row.way_out = std::max<std::size_t>(row.way_out.value_or(0), *far);
            row.deepest = std::max(row.deepest, stacks_.depth(head));
            row.paused |= pausing.at(frame).pause;
            row.running |= pausing.at(frame).run;
            count_ways_in(frame, heads_.values(head));
        }
        for (std::size_t i = 0; i < rows.size(); ++i) rows[i].ways_in = ways_in_[i].size();
        std::erase_if(rows, [&](const ScreenFigures& row) {
            const ScreenId id = flow.screen(row.screen);
            return !question_.file.origins.screens[index(id)].known() && !row.from_start;
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

    Question& question_;
    const Heads& heads_;
    Frames& frames_;
    Stacks stacks_;
    std::vector<std::set<std::tuple<ScreenId, MoveKind, std::uint32_t>>> ways_in_;
};

} // namespace

void measure_alone(const Question& question, const Heads& heads, std::vector<ScreenFigures>& rows) {
    const Paths paths(heads, {Leaving::any_move, by_presses}, question.watch);
    std::vector<std::optional<std::size_t>> nearest(question.flow.screens.size());
    for (HeadId head = 0; head < heads.size(); ++head) {
        const FrameId frame = heads.frame(head);
        if (!paths.reached(head) || !heads.may_rest(frame, heads.values(head))) continue;
        std::optional<std::size_t>& least = nearest[index(heads.frames()[frame].screen)];
        least = std::min<std::size_t>(least.value_or(paths.distance(head)), paths.distance(head));
    }
    for (ScreenFigures& row : rows)
        row.from_start_alone.push_back(nearest[index(question.flow.screen(row.screen))]);
}

std::vector<ScreenFigures> measure_screens(Question& question, const Heads& heads) {
    return Measuring(question, heads).measure();
}

} // namespace rondix
