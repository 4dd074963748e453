#include "check/figures.hpp"

#include "check/listing.hpp"
#include "check/screen_figures.hpp"
#include "check/stacks.hpp"
#include "check/ways_out.hpp"
#include "check/witness_text.hpp"

#include <algorithm>
#include <set>
#include <stdexcept>

namespace rondix {

namespace {

constexpr std::size_t max_measured = 8'192;        // heads, each time
constexpr std::size_t max_measured_well = 200'000; // heads, when somebody asked for it

/// The flags that some case asks for.
std::set<FlagId> flags_asked(Frames& frames) {
    std::set<FlagId> flags;
    for (FrameId frame = 0; frame < frames.size(); ++frame)
        for (const Branch& branch : frames.branches(frame))
            for (const Literal& one : frames.literals(branch.asks)) flags.insert(one.flag);
    return flags;
}

/// Those that a screen changes that moves on as itself: that happens once, for then it moves on in
/// vain.
std::set<FlagId> flags_moved_on(Frames& frames) {
    std::set<FlagId> flags;
    for (FrameId frame = 0; frame < frames.size(); ++frame)
        for (const Branch& branch : frames.branches(frame))
            if (branch.move.kind == MoveKind::moves_on && branch.kind == Branch::Kind::stays &&
                branch.frame == frame)
                for (const Literal& one : frames.literals(branch.writes)) flags.insert(one.flag);
    return flags;
}

void count_moves(const CheckContext& context, Figures& figures) {
    const Heads& heads = context.heads();
    figures.tracked_flags = std::max(heads.tracked().size(), context.flags_as_sets);
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
        each_value(context.proof.reached().of(frame), [&](Values values) {
            if (!heads.may_rest(frame, values)) return;
            ++figures.heads;
            for (const Rule& rule : heads.may(frame))
                if (rule.holds(values) && !rule.at_once) ++figures.moves;
        });
}

/// Small flows are listed as well, menu state by menu state: a second opinion, and exact figures.
void list_as_well(const CheckContext& context, std::size_t most, CheckResult& result) {
    Figures& figures = result.figures;
    const CompiledFlow& flow = context.flow;
    constexpr std::size_t max_room = 16'000'000; // screens in all rows, open or not
    if (figures.heads > most || most * flow.screens.size() > max_room) return;
    const Listing listing(flow, most);
    if (!listing.complete()) return;
    const Backward backward(listing);
    const std::vector<Distance> way_out = ways_out(flow, listing, backward);
    const std::vector<Distance> in_silence = ways_out_in_silence(flow, listing, backward, way_out);
    bool stuck = false, endless = false;
    Distance longest = 0;
    Listing::Number furthest = 0;
    for (Listing::Number n = 0; n < listing.size(); ++n) {
        stuck = stuck || way_out[n] == unreachable;
        endless = endless || in_silence[n] == unreachable;
        if (in_silence[n] == unreachable || in_silence[n] <= longest) continue;
        longest = in_silence[n];
        furthest = n;
    }
    const auto told = [&](RuleId rule) {
        return std::any_of(result.findings.begin(), result.findings.end(), [&](const Finding& one) {
            return one.rule == rule && one.with.empty();
        });
    };
    // What is open may be so, or not.
    const bool told_stuck = told(RuleId::no_way_out) || told(RuleId::no_goal);
    const bool known = result.open.empty();
    if ((told_stuck && !stuck) || (known && stuck && !told_stuck) ||
        (known && !stuck && endless != told(RuleId::endless_wait)))
        throw std::logic_error("the proof and the listing disagree");
    figures.states = listing.size();
    figures.listed_moves = listing.moves();
    figures.way_out_known = !stuck && !endless;
    figures.longest_way_out = longest;
    figures.furthest = in_words(flow, listing.shortest_moves(furthest));
}

/// Takes them one by one: what one of them costs too much for is left out, and no more.
class Taking {
  public:
    Taking(CheckContext& context, const CheckOptions& options, CheckResult& result)
        : context_(context)
        , options_(options)
        , result_(result)
        , figures_(result.figures)
        , frames_(context.heads().frames()) {}

    void take() {
        count_moves(context_, figures_);
        std::set<FlagId> flags = flags_asked(frames_);
        const bool is_small = fits(flags, max_measured);
        flags.merge(flags_moved_on(frames_));
        asked_.assign(flags.begin(), flags.end());
        const bool is_measured = fits(flags, max_measured);
        if (!is_measured) leave_out(longest_way_out);
        if (!is_measured || !try_to(longest_way_out, [&] { measure_stacks(); })) bound_deepest();
        if (is_small) list_as_well(context_, options_.list_up_to, result_);
        if (!options_.each_screen) return;
        figures_.each_screen_exact = fits(flags, max_measured_well);
        if (!try_to("each-screen", [&] { measure_each_screen(); })) {
            figures_.each_screen.clear();
            figures_.alone.clear();
        }
    }

  private:
    static constexpr const char* longest_way_out = "longest-way-out";

    bool fits(const std::set<FlagId>& flags, std::size_t most) const {
        const unsigned bits = Variables::bits_for(context_.flow, {flags.begin(), flags.end()});
        return !frames_.some_doubts() && bits <= Heads::max_bits && frames_.size() << bits <= most;
    }

    void leave_out(const char* figure) {
        if (context_.nobody_is_stuck() || figure != longest_way_out)
            figures_.left_out.emplace_back(figure);
    }

    /// The verdict stands by now, whatever a figure costs.
    template <class Work>
    bool try_to(const char* figure, Work work) {
        try {
            work();
            return true;
        } catch (const Paths::TooDear&) {
        } catch (const Stopped&) {
        }
        leave_out(figure);
        return false;
    }

    void measure_stacks() {
        const Heads heads(frames_, context_.flow, context_.devices(), asked_, context_.budget);
        const Stacks stacks(heads, by_moves, options_.max_work_for_figures, context_.budget);
        for (const ScreenId screen : stacks.deepest())
            figures_.deepest.push_back(context_.name_of(screen));
        take_way_out(stacks);
    }

    void take_way_out(const Stacks& stacks) {
        if (!context_.nobody_is_stuck()) return;
        const auto longest = stacks.longest_way_out();
        if (!longest) return;
        figures_.longest_way_out = *longest;
        figures_.way_out_known = true;
        std::erase(figures_.left_out, longest_way_out);
    }

    void bound_deepest() {
        if (frames_.some_doubts()) return; // none can be told
        for (const ScreenId screen : deepest_frames(context_.heads(), context_.proof.reached()))
            figures_.deepest.push_back(context_.name_of(screen));
    }

    void measure_each_screen() {
        const std::size_t max_work = 20 * options_.max_work_for_figures;
        const CompiledFlow& flow = context_.flow;
        const std::vector<FlagId>& tracked =
            figures_.each_screen_exact ? asked_ : context_.heads().tracked();
        const Heads heads(frames_, flow, context_.devices(), tracked, context_.budget);
        figures_.each_screen =
            measure_screens(context_, heads, max_work, figures_.each_screen_exact);
        const std::vector<DeviceSet> all = players(flow);
        for (std::size_t i = 1; i < all.size(); ++i) {
            figures_.alone.push_back(names_of(all[i]));
            measure_alone(context_, Heads(frames_, flow, all[i], tracked, context_.budget),
                          max_work, figures_.each_screen);
        }
        // With the ways that the player can count on, whatever the other flags are: at most so far.
        if (!figures_.each_screen_exact && !figures_.way_out_known)
            take_way_out(Stacks(heads, by_moves, max_work, context_.budget));
    }

    CheckContext& context_;
    const CheckOptions& options_;
    CheckResult& result_;
    Figures& figures_;
    Frames& frames_;
    std::vector<FlagId> asked_;
};

} // namespace

void take_figures(CheckContext& context, const CheckOptions& options, CheckResult& result) {
    Taking(context, options, result).take();
}

} // namespace rondix
