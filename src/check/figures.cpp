#include "check/figures.hpp"

#include "check/evidence.hpp"
#include "check/listing.hpp"
#include "check/screen_figures.hpp"
#include "check/stacks.hpp"
#include "check/ways_out.hpp"

#include <algorithm>
#include <set>
#include <stdexcept>

namespace rondix {

namespace {

constexpr std::size_t most_measured = 8'192;        // heads, each time
constexpr std::size_t most_measured_well = 200'000; // heads, when somebody asked for it

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

void count_moves(const Question& question, Figures& figures) {
    const Heads& heads = question.heads();
    figures.tracked_flags = heads.tracked().size();
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
        each_value(question.proof.reached().of(frame), [&](Values values) {
            if (!heads.may_rest(frame, values)) return;
            ++figures.heads;
            for (const Rule& rule : heads.may(frame))
                if (rule.holds(values) && !rule.at_once) ++figures.moves;
        });
}

/// Small flows are listed as well, situation by situation: a second opinion, and exact figures.
void list_as_well(const Question& question, std::size_t most, CheckResult& result) {
    Figures& figures = result.figures;
    const CompiledFlow& flow = question.flow;
    constexpr std::size_t most_room = 16'000'000; // screens in all rows, open or not
    if (figures.heads > most || most * flow.screens.size() > most_room) return;
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
    const auto told = [&](Slug slug) {
        return std::any_of(result.findings.begin(), result.findings.end(), [&](const Finding& one) {
            return one.slug == slug && one.with.empty();
        });
    };
    if (stuck != (told(Slug::no_way_out) || told(Slug::no_goal)) ||
        (!stuck && endless != told(Slug::endless_wait)))
        throw std::logic_error("the proof and the listing disagree");
    figures.situations = listing.size();
    figures.listed_moves = listing.moves();
    figures.way_out_known = !stuck && !endless;
    figures.longest_way_out = longest;
    figures.furthest = in_words(flow, listing.shortest_moves(furthest));
}

} // namespace

void take_figures(Question& question, const CheckOptions& options, CheckResult& result) {
    Figures& figures = result.figures;
    const CompiledFlow& flow = question.flow;
    Frames& frames = question.heads().frames();
    count_moves(question, figures);
    std::set<FlagId> flags = flags_asked(frames);
    const auto fits = [&](std::size_t most) {
        const unsigned bits = Variables::bits_for(flow, {flags.begin(), flags.end()});
        return !frames.some_doubts() && bits <= Heads::most_bits && frames.size() << bits <= most;
    };
    const bool is_small = fits(most_measured);
    flags.merge(flags_moved_on(frames));
    const std::vector<FlagId> asked(flags.begin(), flags.end());
    if (fits(most_measured)) {
        const Heads heads(frames, flow, question.devices(), asked, question.watch);
        const Stacks stacks(heads, by_moves, question.watch);
        for (const ScreenId screen : stacks.deepest())
            figures.deepest.push_back(question.name_of(screen));
        if (const auto longest = stacks.longest_way_out(); longest && question.nobody_is_stuck()) {
            figures.longest_way_out = *longest;
            figures.way_out_known = true;
        }
    } else if (!frames.some_doubts()) { // else none can be told
        for (const ScreenId screen : deepest_frames(question.heads(), question.proof.reached()))
            figures.deepest.push_back(question.name_of(screen));
    }
    if (is_small) list_as_well(question, options.list_up_to, result);
    if (!options.each_screen) return;
    figures.each_screen_exact = fits(most_measured_well);
    const std::vector<FlagId>& tracked =
        figures.each_screen_exact ? asked : question.heads().tracked();
    const Heads heads(frames, flow, question.devices(), tracked, question.watch);
    figures.each_screen = measure_screens(question, heads, figures.each_screen_exact);
    const std::vector<DeviceSet> all = players(flow);
    for (std::size_t i = 1; i < all.size(); ++i) {
        figures.alone.push_back(names_of(all[i]));
        measure_alone(question, Heads(frames, flow, all[i], tracked, question.watch),
                      figures.each_screen);
    }
    if (figures.each_screen_exact) return;
    if (figures.way_out_known || !question.nobody_is_stuck()) return;
    // With the ways that the player can count on, whatever the other flags are: at most so far.
    if (const auto longest = Stacks(heads, by_moves, question.watch).longest_way_out()) {
        figures.longest_way_out = *longest;
        figures.way_out_known = true;
    }
}

} // namespace rondix
