// A trap is told where the player walks into it: at the current screen of a head that is stuck and
// is entered from one that is not. What lies behind it is a consequence and is left out, and each
// screen is told once, with the shortest way into it.
#include "check/traps.hpp"

#include "check/evidence.hpp"
#include "check/keeping.hpp"

#include <algorithm>
#include <map>
#include <stdexcept>
#include <string>

namespace rondix {

namespace {

class Traps {
  public:
    Traps(Question& question, Findings& findings, Told& told)
        : question_(question)
        , told_(told)
        , flow_(question.flow)
        , heads_(question.heads())
        , frames_(question.heads().frames())
        , findings_(findings) {}

    /// Reports where what is lost begins, once for each screen.
    template <class Report>
    void each_entry(Slug slug, const HeadSet& lost, Report report) {
        if (lost.count() == 0) return;
        const HeadSet entries = entries_of(lost);
        for (const ScreenId screen : nearest_first(entries)) {
            auto trail = shortest(entries, screen);
            if (!trail && question_.trails.left_open()) trail = shortest(lost, screen);
            if (!trail && question_.trails.left_open())
                question_.leave_open(slug, question_.place_of(screen),
                                     "whether anybody is stuck on '" + question_.name_of(screen) +
                                         "'");
            if (!trail) continue;
            // What is so with every device is not said once more of one of them.
            if (slug == Slug::endless_wait || told_.insert({slug, screen}).second)
                report(*trail, screen);
        }
    }

    /// Whether play or quitting can be reached at all, be it only with the game's help.
    bool some_goal() {
        for (const Heads::Start& start : heads_.starts())
            if (!question_.is_stuck(heads_.frame(start.head), heads_.values(start.head)))
                return true;
        for (std::size_t screen = 0; screen < flow_.screens.size(); ++screen)
            if (is_goal_met(ScreenId(screen))) return true;
        return false;
    }

    void report_no_goal() {
        Finding& finding =
            add(findings_, Slug::no_goal, question_.file.origins.starts_with,
                "from the start of this flow neither play nor quitting can be reached" +
                    question_.with_them());
        finding.with = question_.with;
        finding.mend = "give a screen a button with 'load SCENE' or 'quit'";
    }

    void report_stuck(const Trail& trail, ScreenId screen) {
        const std::string name = "'" + question_.name_of(screen) + "'";
        Finding& finding = add(findings_, Slug::no_way_out, question_.place_of(screen),
                               "no way out of " + name + question_.with_them());
        show_back_none(screen, finding);
        show_all(trail, true, Silence::ends, finding);
        const char* step = flow_[trail.there.bottom()].play ? "resume"
                           : trail.there.depth() > 1        ? "back"
                           : finding.answers.empty()        ? "home"
                                                            : "quit";
        finding.mend = "give " + name + " a button " +
                       (finding.disabled.empty() ? "that leads on" : "that can always be pressed") +
                       ", such as 'press: " + step + "'";
        if (says_none(screen) && question_.with.empty()) finding.mend += ", or drop 'back: none'";
    }

    void report_cannot_leave(const Trail& trail, ScreenId screen) {
        const std::string name = question_.name_of(screen);
        const std::string from = trail.moves.empty() ? "the start" : "'" + name + "'";
        Finding& finding = add(findings_, Slug::no_quit, question_.place_of(screen),
                               "no way to quit the game from " + from + question_.with_them());
        show_all(trail, false, Silence::counts, finding);
        finding.mend = "give '" + name +
                       "' a way to 'quit' that hangs on no answer, or say 'quit: no' if the "
                       "platform has none";
    }

    /// Told at what is waited for: that is where a time limit can be said.
    void report_endless(const Trail& trail, ScreenId screen) {
        std::vector<RequestId> requests;
        bool load = false;
        find_silence(trail.there, requests, load);
        for (const RequestId request : requests) {
            if (!told_.insert({Slug::endless_wait, flow_[request].screen}).second) continue;
            const std::string name(flow_.text(flow_[request].id));
            Finding& finding =
                add(findings_, Slug::endless_wait, question_.file.origins.requests[index(request)],
                    "the request '" + name +
                        "', when it is never answered, keeps the player waiting for ever" +
                        question_.with_them());
            show_all(trail, true, Silence::counts, finding);
            finding.mend = "say how long it may take: 'timeout: 20s', or let the player leave '" +
                           question_.name_of(flow_[request].screen) + "'";
        }
        if (!load || !told_.insert({Slug::endless_wait, flow_.loading.screen}).second) return;
        const Place declared = question_.file.flow.loading.place;
        Finding& finding =
            add(findings_, Slug::endless_wait,
                declared.known()                           ? declared
                : question_.file.flow.scenes_place.known() ? question_.file.flow.scenes_place
                                                           : question_.place_of(screen),
                "a load that is never answered keeps the player waiting for ever" +
                    question_.with_them());
        show_all(trail, true, Silence::counts, finding);
        finding.mend = declared.known()
                           ? "say how long a load may take: 'timeout: 20s'"
                           : "say how long a load may take: 'loading: { timeout: 20s }'";
    }

  private:
    /// The moves, what the player can do, and what is answered so that it leads no further.
    void show_all(const Trail& trail, bool play_is_a_goal, Silence mode, Finding& finding) {
        show(flow_, trail, question_.devices(), finding);
        finding.with = question_.with;
        if (looked_into_++ >= most_looked_into) return; // who has so many mends those first
        const std::size_t lost = lost_after(trail, play_is_a_goal, mode);
        if (lost > 0)
            finding.lost_after = finding.how.size() - in_words(flow_, trail.moves, lost).size();
        const Keeping keeping =
            what_keeps(flow_, trail.there, question_.devices(), play_is_a_goal, mode);
        if (keeping.answers.empty()) return;
        std::vector<Move> all = trail.moves;
        all.insert(all.end(), keeping.around.begin(), keeping.around.end());
        if (!question_.trails.runner_takes(all))
            throw std::logic_error("the Runner refuses moves that keep the player in");
        finding.answers = keeping.answers;
        finding.among = keeping.among;
        finding.around = in_words(flow_, all, trail.moves.size());
    }

    /// The screen where something can be mended may show only once all is lost already, since what
    /// is left leads there and nowhere else.
    std::size_t lost_after(const Trail& trail, bool play_is_a_goal, Silence mode) const {
        std::vector<Situation> passed(1, Situation(flow_));
        start(flow_, passed[0]);
        for (const Move move : trail.moves) {
            passed.push_back(passed.back());
            apply(flow_, passed.back(), move);
        }
        std::size_t lost = trail.moves.size();
        while (lost > 0 &&
               is_lost(flow_, passed[lost - 1], question_.devices(), play_is_a_goal, mode)
                   .value_or(false))
            --lost;
        return lost < trail.moves.size() ? lost : 0;
    }

    /// What is waited for without a time limit, here or in what the player can come to from here.
    void find_silence(const Situation& there, std::vector<RequestId>& requests, bool& load) const {
        const Keeping keeping =
            what_keeps(flow_, there, question_.devices(), true, Silence::counts);
        for (const Awaited& one : keeping.silent) {
            if (one.request == no_request)
                load = true;
            else
                requests.push_back(one.request);
        }
        if (!requests.empty() || load) return;
        const RequestId request = flow_[there.current()].request; // too large to be looked into
        if (request != no_request)
            requests.push_back(request);
        else
            load = true;
    }

    bool is_goal_met(ScreenId screen) {
        Trails::Target target;
        target.screen = screen;
        target.is_there = [](const Heads&, FrameId, Values) { return true; };
        const auto may_be = [&] { // what is open is no reason to say that nothing leads there
            return question_.trails.happens(heads_, target) || question_.trails.left_open();
        };
        if (flow_[screen].play) return may_be();
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
            if (frames_[frame].screen == screen)
                for (const Branch& branch : frames_.branches(frame))
                    if (branch.quits && of_a_way_out(branch.move.kind) &&
                        (!is_players(branch.move.kind) ||
                         (branch.devices & question_.devices()) != 0))
                        target.reads.push_back(branch.move);
        target.good = [&](const Situation& there, const Outcome&) {
            return std::any_of(target.reads.begin(), target.reads.end(), [&](Move move) {
                Situation after = there;
                return apply(flow_, after, move).quits;
            });
        };
        return !target.reads.empty() && may_be();
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
    HeadSet entries_of(const HeadSet& lost) {
        HeadSet entries(heads_);
        const auto enter = [&](HeadId head) {
            const FrameId frame = heads_.frame(head);
            const Values values = heads_.values(head);
            if (!lost.has(frame, values)) return;
            const std::optional<HeadId> on = where_the_player_acts(head, lost);
            entries.add(heads_.frame(on.value_or(head)), heads_.values(on.value_or(head)));
        };
        const Paths& paths = question_.trails.paths(heads_);
        for (const Heads::Start& start : heads_.starts()) enter(start.head);
        for (HeadId head = 0; head < heads_.size(); ++head)
            if (paths.reached(head) && !lost.has(heads_.frame(head), heads_.values(head)))
                for (const Paths::Step& step : paths.steps(head)) enter(step.to);
        return entries;
    }

    /// The screens of heads, by the fewest moves that could lead there, were no untracked flag in
    /// the way: when a limit is reached, what is near has been told.
    std::vector<ScreenId> nearest_first(const HeadSet& set) {
        const Paths& paths = question_.trails.paths(heads_);
        std::map<ScreenId, Length> nearest;
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
            each_value(set.of(frame), [&](Values values) {
                const Length length = paths.distance(heads_.head(frame, values));
                const auto [one, is_new] = nearest.emplace(frames_[frame].screen, length);
                if (!is_new) one->second = std::min(one->second, length);
            });
        std::vector<ScreenId> screens;
        screens.reserve(nearest.size());
        for (const auto& [screen, length] : nearest) screens.push_back(screen);
        std::stable_sort(screens.begin(), screens.end(),
                         [&](ScreenId a, ScreenId b) { return nearest.at(a) < nearest.at(b); });
        return screens;
    }

    std::optional<HeadId> where_the_player_acts(HeadId head, const HeadSet& lost) const {
        const FrameId frame = heads_.frame(head);
        if (frames_[frame].phase != Phase::loading) return std::nullopt;
        for (const Rule& rule : heads_.may(frame)) {
            if (rule.move != MoveKind::loaded && rule.move != MoveKind::load_failed) continue;
            const Values after = rule.after(heads_.values(head));
            if (lost.has(rule.frame, after)) return heads_.head(rule.frame, after);
        }
        return std::nullopt;
    }

    static constexpr std::size_t most_looked_into = 30;

    Question& question_;
    Told& told_;
    std::size_t looked_into_ = 0;
    const CompiledFlow& flow_;
    const Heads& heads_;
    Frames& frames_;
    Findings& findings_;
};

} // namespace

void find_traps(Question& question, Findings& findings, Told& told) {
    Traps traps(question, findings, told);
    const Proof& proof = question.proof;
    if (proof.stuck().count() > 0 && !traps.some_goal()) {
        if (told.insert({Slug::no_goal, no_screen}).second) traps.report_no_goal();
        return;
    }
    traps.each_entry(Slug::no_way_out, proof.stuck(), [&](const Trail& trail, ScreenId screen) {
        traps.report_stuck(trail, screen);
    });
    traps.each_entry(Slug::endless_wait, proof.endless(), [&](const Trail& trail, ScreenId screen) {
        traps.report_endless(trail, screen);
    });
    traps.each_entry(Slug::no_quit, proof.captive(), [&](const Trail& trail, ScreenId screen) {
        traps.report_cannot_leave(trail, screen);
    });
}

} // namespace rondix
