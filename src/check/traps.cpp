// A trap is told where the player walks into it: at the current screen of a head that is stuck and
// is entered from one that is not. What lies behind it is a consequence and is left out, and each
// screen is told once, with the shortest way into it.
#include "check/traps.hpp"

#include "check/evidence.hpp"

#include <algorithm>
#include <string>

namespace rondix {

namespace {

class Traps {
  public:
    Traps(Question& question, Findings& findings)
        : question_(question)
        , flow_(question.flow)
        , heads_(question.heads())
        , frames_(question.heads().frames())
        , findings_(findings) {}

    /// Reports where what is lost begins, once for each screen.
    template <class Report>
    void each_entry(const HeadSet& lost, bool (*counts)(MoveKind), Report report) {
        if (lost.count() == 0) return;
        const HeadSet entries = entries_of(lost, counts);
        std::vector<bool> told(flow_.screens.size());
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame) {
            const ScreenId screen = frames_[frame].screen;
            if (told[index(screen)] || !entries.any(frame)) continue;
            told[index(screen)] = true;
            const auto trail = shortest(entries, screen);
            if (trail) report(*trail, screen);
        }
    }

    /// Whether play or quitting can be reached at all, be it only with the game's help.
    bool some_goal() {
        const HeadId start = heads_.start();
        if (!question_.is_stuck(heads_.frame(start), heads_.values(start))) return true;
        for (std::size_t screen = 0; screen < flow_.screens.size(); ++screen)
            if (is_goal_met(ScreenId(screen))) return true;
        return false;
    }

    void report_no_goal() {
        Finding& finding =
            add(findings_, Slug::no_goal, question_.file.origins.starts_with,
                "from the start of this flow neither play nor quitting can be reached");
        finding.mend = "give a screen a button with 'load SCENE' or 'quit'";
    }

    void report_stuck(const Trail& trail, ScreenId screen) {
        Finding& finding = add(findings_, Slug::no_way_out, question_.place_of(screen),
                               "no way out of '" + question_.name_of(screen) + "'");
        show_back_none(screen, finding);
        show(flow_, trail, finding);
        const char* step = flow_[trail.there.bottom()].play ? "resume"
                           : trail.there.depth() > 1        ? "back"
                                                            : "home";
        finding.mend = "give '" + question_.name_of(screen) + "' a button " +
                       (finding.disabled.empty() ? "that leads on" : "that can always be pressed") +
                       ", such as 'press: " + step + "'";
        if (says_none(screen)) finding.mend += ", or drop 'back: none'";
    }

    void report_cannot_leave(const Trail& trail, ScreenId screen) {
        const std::string name = question_.name_of(screen);
        const std::string from = trail.moves.empty() ? "the start" : "'" + name + "'";
        Finding& finding = add(findings_, Slug::no_quit, question_.place_of(screen),
                               "no way to quit the game from " + from + ", should loads fail");
        show(flow_, trail, finding);
        finding.mend =
            "give '" + name +
            "' a way to 'quit' that needs no load, or say 'quit: no' if the platform has none";
    }

    void find_endless_wait() {
        if (question_.proof.endless().count() == 0) return;
        for (std::size_t i = 0; i < flow_.requests.size(); ++i)
            if (const auto trail = shortest(question_.proof.endless(), flow_.requests[i].screen))
                report_endless_request(RequestId(i), *trail);
        HeadSet loads(heads_);
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
            if (frames_[frame].bottom)
                each_value(question_.proof.endless().of(frame),
                           [&](Values values) { loads.add(frame, values); });
        const auto trail = shortest(loads, no_screen);
        if (!trail) return;
        const Place declared = question_.file.flow.loading.place;
        Finding& finding = add(findings_, Slug::endless_wait,
                               declared.known() ? declared : question_.file.flow.scenes_place,
                               "a load that is never answered keeps the player waiting for ever");
        show(flow_, *trail, finding);
        finding.mend = declared.known()
                           ? "say how long a load may take: 'give-up: 20s'"
                           : "say how long a load may take: 'loading: { give-up: 20s }'";
    }

  private:
    void report_endless_request(RequestId request, const Trail& trail) {
        const std::string name(flow_.text(flow_[request].id));
        Finding& finding =
            add(findings_, Slug::endless_wait, question_.file.origins.requests[index(request)],
                "the request '" + name +
                    "', when it is never answered, keeps the player waiting for ever");
        show(flow_, trail, finding);
        finding.mend = "say how long it may take: 'give-up: 20s', or let the player leave '" +
                       question_.name_of(flow_[request].screen) + "'";
    }

    bool is_goal_met(ScreenId screen) {
        Trails::Target target;
        target.screen = screen;
        target.is_there = [](const Heads&, FrameId, Values) { return true; };
        if (flow_[screen].play) return question_.trails.shortest(heads_, target).has_value();
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
            if (frames_[frame].screen == screen)
                for (const Branch& branch : frames_.branches(frame))
                    if (branch.quits && of_a_way_out(branch.move.kind))
                        target.reads.push_back(branch.move);
        target.good = [&](const Situation& there, const Outcome&) {
            return std::any_of(target.reads.begin(), target.reads.end(), [&](Move move) {
                Situation after = there;
                return apply(flow_, after, move).quits;
            });
        };
        return !target.reads.empty() && question_.trails.shortest(heads_, target).has_value();
    }

    std::optional<Trail> shortest(const HeadSet& set, ScreenId screen) {
        Trails::Target target;
        target.screen = screen;
        target.is_there = [&](const Heads&, FrameId frame, Values values) {
            return set.has(frame, question_.known_to_proof(values));
        };
        return question_.trails.shortest(heads_, target);
    }

    bool says_none(ScreenId screen) const {
        const ActionId back = flow_[screen].back;
        return back != unsaid && flow_[back].alternatives.count == 0;
    }

    void show_back_none(ScreenId screen, Finding& finding) const {
        const Origins& origins = question_.file.origins;
        if (says_none(screen) && origins.screens[index(screen)].known())
            finding.also.push_back(
                {origins.actions[index(flow_[screen].back)], "going back does nothing here"});
    }

    /// The lost heads that are entered from one that is not lost, or are the start. From a load
    /// that leads into the trap on to the screen that its answer shows: that is where something can
    /// be mended.
    HeadSet entries_of(const HeadSet& lost, bool (*counts)(MoveKind)) {
        HeadSet entries(heads_);
        const auto enter = [&](HeadId head) {
            const FrameId frame = heads_.frame(head);
            const Values values = heads_.values(head);
            if (!lost.has(frame, values)) return;
            const std::optional<HeadId> on = where_the_player_acts(head, lost, counts);
            entries.add(heads_.frame(on.value_or(head)), heads_.values(on.value_or(head)));
        };
        const Paths& paths = question_.trails.paths(heads_);
        enter(heads_.start());
        for (HeadId head = 0; head < heads_.size(); ++head)
            if (paths.reached(head) && !lost.has(heads_.frame(head), heads_.values(head)))
                for (const Paths::Step& step : paths.steps(head)) enter(step.to);
        return entries;
    }

    std::optional<HeadId> where_the_player_acts(HeadId head, const HeadSet& lost,
                                                bool (*counts)(MoveKind)) const {
        const FrameId frame = heads_.frame(head);
        if (frames_[frame].phase != Phase::loading) return std::nullopt;
        for (const Rule& rule : heads_.may(frame)) {
            if (!is_answer(rule.move) || !counts(rule.move)) continue;
            const Values after = rule.after(heads_.values(head));
            if (lost.has(rule.frame, after)) return heads_.head(rule.frame, after);
        }
        return std::nullopt;
    }

    Question& question_;
    const CompiledFlow& flow_;
    const Heads& heads_;
    Frames& frames_;
    Findings& findings_;
};

} // namespace

void find_traps(Question& question, Findings& findings) {
    Traps traps(question, findings);
    if (!traps.some_goal()) return traps.report_no_goal();
    traps.each_entry(
        question.proof.stuck(), of_a_way_out,
        [&](const Trail& trail, ScreenId screen) { traps.report_stuck(trail, screen); });
    traps.each_entry(
        question.proof.captive(), of_leaving,
        [&](const Trail& trail, ScreenId screen) { traps.report_cannot_leave(trail, screen); });
    traps.find_endless_wait();
}

} // namespace rondix
