#include "check/figures.hpp"

#include "check/evidence.hpp"
#include "check/listing.hpp"
#include "check/screen_figures.hpp"
#include "check/stacks.hpp"
#include "check/ways.hpp"

#include <algorithm>
#include <set>
#include <stdexcept>

namespace rondix {

namespace {

constexpr std::size_t most_measured = 8'192;        // heads, each time
constexpr std::size_t most_measured_well = 200'000; // heads, when somebody asked for it

/// The flags that some case asks for.
std::vector<FlagId> flags_asked(Frames& frames) {
    std::set<FlagId> flags;
    for (FrameId frame = 0; frame < frames.size(); ++frame)
        for (const Branch& branch : frames.branches(frame))
            for (const Literal& one : frames.literals(branch.asks)) flags.insert(one.flag);
    return {flags.begin(), flags.end()};
}

void count_moves(const Question& question, Figures& figures) {
    const Heads& heads = question.heads();
    figures.heads = question.proof.reached().count();
    figures.tracked_flags = heads.tracked().size();
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
        each_value(question.proof.reached().of(frame), [&](Values values) {
            for (const Rule& rule : heads.may(frame))
                if (rule.holds(values)) ++figures.moves;
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
    const std::vector<Distance> way_out = ways_out(flow, listing, Backward(listing));
    bool stuck = false;
    Distance longest = 0;
    Listing::Number furthest = 0;
    for (Listing::Number n = 0; n < listing.size(); ++n) {
        if (way_out[n] == unreachable) {
            stuck = true;
        } else if (way_out[n] > longest) {
            longest = way_out[n];
            furthest = n;
        }
    }
    const bool told =
        std::any_of(result.findings.begin(), result.findings.end(), [](const Finding& finding) {
            return finding.slug == Slug::no_way_out || finding.slug == Slug::no_goal;
        });
    if (stuck != told) throw std::logic_error("the proof and the listing disagree");
    figures.situations = listing.size();
    figures.listed_moves = listing.moves();
    figures.way_out_known = true;
    figures.longest_way_out = longest;
    figures.furthest = in_words(flow, listing.shortest_moves(furthest));
}

} // namespace

void take_figures(Question& question, const CheckOptions& options, CheckResult& result) {
    Figures& figures = result.figures;
    const CompiledFlow& flow = question.flow;
    Frames& frames = question.heads().frames();
    count_moves(question, figures);
    const std::vector<FlagId> asked = flags_asked(frames);
    const bool can_track = asked.size() <= Heads::most_tracked;
    const auto fits = [&](std::size_t most) {
        return can_track && frames.size() << asked.size() <= most;
    };
    if (fits(most_measured)) {
        const Heads heads(frames, flow, asked, question.watch);
        Stacks stacks(heads, by_moves, question.watch);
        for (const ScreenId screen : stacks.deepest())
            figures.deepest.push_back(question.name_of(screen));
        if (question.proof.stuck().count() == 0) {
            figures.longest_way_out = stacks.longest_way_out();
            figures.way_out_known = true;
        }
        list_as_well(question, options.list_up_to, result);
    } else {
        for (const ScreenId screen : deepest_frames(question.heads(), question.proof.reached()))
            figures.deepest.push_back(question.name_of(screen));
    }
    if (!options.each_screen) return;
    figures.each_screen_exact = fits(most_measured_well);
    if (figures.each_screen_exact) {
        figures.each_screen = measure_screens(question, Heads(frames, flow, asked, question.watch));
        return;
    }
    const Heads& heads = question.heads();
    figures.each_screen = measure_screens(question, heads);
    if (figures.way_out_known || question.proof.stuck().count() > 0) return;
    // With the ways that the player can count on, whatever the other flags are: at most so far.
    figures.longest_way_out = Stacks(heads, by_moves, question.watch).longest_way_out();
    figures.way_out_known = true;
}

} // namespace rondix
