// A trap is told where the player walks into it: at the current screen of a situation that is stuck
// and is entered from one that is not. What lies behind it is a consequence and is left out, and
// each screen is told once, with the shortest way into it.
#include "check/traps.hpp"

#include "check/evidence.hpp"

#include <algorithm>
#include <string>

namespace rondix {

namespace {

using Number = Listing::Number;

class Traps {
  public:
    Traps(const FlowFile& file, const Listing& listing, Findings& findings)
        : file_(file)
        , flow_(*file.compiled)
        , listing_(listing)
        , findings_(findings)
        , evidence_(flow_, listing)
        , here_(flow_) {}

    /// Reports where `lost` begins, once for each screen.
    template <class Lost, class Report>
    void each_entry(Lost lost, bool (*counts)(MoveKind), Report report) {
        std::vector<Number> numbers;
        for (const Number entry : entries(lost))
            numbers.push_back(where_the_player_acts(entry, lost, counts));
        std::sort(numbers.begin(), numbers.end()); // a lower number lies nearer to the start
        std::vector<bool> told(flow_.screens.size());
        for (const Number number : numbers) {
            listing_.get(number, here_);
            const ScreenId screen = here_.current();
            if (told[index(screen)]) continue;
            told[index(screen)] = true;
            report(number, screen);
        }
    }

    void report_no_goal() {
        Finding& finding =
            add(findings_, Slug::no_goal, file_.origins.starts_with,
                "from the start of this flow neither play nor quitting can be reached");
        finding.mend = "give a screen a button with 'load SCENE' or 'quit'";
    }

    void report_stuck(Number number, ScreenId screen) {
        Finding& finding = add(findings_, Slug::no_way_out, place_of(screen),
                               "no way out of '" + name_of(screen) + "'");
        show_back_none(screen, finding);
        evidence_.show(number, finding);
        const char* step = flow_[here_.bottom()].play ? "resume"
                           : here_.depth() > 1        ? "back"
                                                      : "home";
        finding.mend = "give '" + name_of(screen) + "' a button " +
                       (finding.disabled.empty() ? "that leads on" : "that can always be pressed") +
                       ", such as 'press: " + step + "'";
        if (says_none(screen)) finding.mend += ", or drop 'back: none'";
    }

    void report_cannot_leave(Number number, ScreenId screen) {
        Finding& finding =
            add(findings_, Slug::no_quit, place_of(screen),
                number == 0
                    ? "no way to quit the game from the start, should loads fail"
                    : "no way to quit the game from '" + name_of(screen) + "', should loads fail");
        evidence_.show(number, finding);
        finding.mend =
            "give '" + name_of(screen) +
            "' a way to 'quit' that needs no load, or say 'quit: no' if the platform has none";
    }

  private:
    std::string name_of(ScreenId screen) const { return std::string(flow_.text(flow_[screen].id)); }

    /// What is built in has no place; it is told where the flow starts.
    Place place_of(ScreenId screen) const {
        const Place place = file_.origins.screens[index(screen)];
        return place.known() ? place : file_.origins.starts_with;
    }

    bool says_none(ScreenId screen) const {
        const ActionId back = flow_[screen].back;
        return back != unsaid && flow_[back].alternatives.count == 0;
    }

    void show_back_none(ScreenId screen, Finding& finding) const {
        if (says_none(screen) && file_.origins.screens[index(screen)].known())
            finding.also.push_back(
                {file_.origins.actions[index(flow_[screen].back)], "going back does nothing here"});
    }

    template <class Lost>
    std::vector<Number> entries(Lost lost) const {
        std::vector<bool> entered(listing_.size());
        if (lost(Number{0})) entered[0] = true;
        for (Number n = 0; n < listing_.followed(); ++n) {
            if (lost(n)) continue;
            for (const Listing::Edge& edge : listing_.edges(n))
                if (lost(edge.to)) entered[edge.to] = true;
        }
        std::vector<Number> numbers;
        for (Number n = 0; n < listing_.size(); ++n)
            if (entered[n]) numbers.push_back(n);
        return numbers;
    }

    /// From a load that leads into the trap on to the screen that its answer shows: that is where
    /// something can be mended.
    template <class Lost>
    Number where_the_player_acts(Number number, Lost lost, bool (*counts)(MoveKind)) {
        listing_.get(number, here_);
        if (here_.phase() != Phase::loading) return number;
        for (const Listing::Edge& edge : listing_.edges(number))
            if (is_answer(edge.kind) && counts(edge.kind) && lost(edge.to)) return edge.to;
        return number;
    }

    const FlowFile& file_;
    const CompiledFlow& flow_;
    const Listing& listing_;
    Findings& findings_;
    Evidence evidence_;
    Situation here_;
};

} // namespace

void find_traps(const FlowFile& file, const Listing& listing, const std::vector<Distance>& way_out,
                const std::vector<Distance>& leaving, Findings& findings) {
    Traps traps(file, listing, findings);
    const auto stuck = [&](Number n) { return way_out[n] == unreachable; };
    if (std::all_of(way_out.begin(), way_out.end(), [](Distance d) { return d == unreachable; }))
        return traps.report_no_goal();
    traps.each_entry(stuck, of_a_way_out,
                     [&](Number n, ScreenId screen) { traps.report_stuck(n, screen); });
    if (!file.compiled->can_quit) return;
    const auto captive = [&](Number n) { return leaving[n] == unreachable && !stuck(n); };
    traps.each_entry(captive, of_leaving,
                     [&](Number n, ScreenId screen) { traps.report_cannot_leave(n, screen); });
}

} // namespace rondix
