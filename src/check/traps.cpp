// A trap is told where the player walks into it: at the current screen of a head that is stuck and
// is entered from one that is not. What lies behind it is a consequence and is left out, and each
// screen is told once, with the shortest way into it.
#include "check/traps.hpp"

#include "check/entries.hpp"
#include "check/keeping.hpp"
#include "check/witness_text.hpp"

#include <algorithm>
#include <stdexcept>
#include <string>

namespace rondix {

namespace {

class Traps {
  public:
    Traps(CheckContext& context, Findings& findings, Told& told)
        : context_(context)
        , told_(told)
        , flow_(context.flow)
        , heads_(context.heads())
        , frames_(context.heads().frames())
        , findings_(findings) {}

    /// Reports where what is lost begins, once for each screen.
    template <class Report>
    void each_entry(RuleId rule, const HeadSet& lost, Report report) {
        if (lost.count() == 0) return;
        const Entries entries = entries_of(context_, lost);
        for (const ScreenId screen : entries.screens) {
            auto witness = shortest(entries.heads, screen);
            if (!witness && context_.witnesses.left_open()) witness = shortest(lost, screen);
            if (!witness && context_.witnesses.left_open())
                context_.leave_open(rule, context_.place_of(screen),
                                    "whether a player can get stuck on '" +
                                        context_.name_of(screen) + "'");
            if (!witness) continue;
            // What is so with every device is not said once more of one of them.
            if (rule == RuleId::endless_wait || told_.insert({rule, screen}).second)
                report(*witness, screen);
        }
    }

    /// Whether play or quitting can be reached at all, be it only with the game's help.
    bool some_goal() {
        for (const Heads::Start& start : heads_.starts())
            if (!context_.is_stuck(start.frame, start.values)) return true;
        for (std::size_t screen = 0; screen < flow_.screens.size(); ++screen)
            if (is_goal_met(ScreenId(screen))) return true;
        return false;
    }

    void report_no_goal() {
        Finding& finding =
            add_finding(findings_, RuleId::no_goal, context_.file.origins.start,
                        "neither a play screen nor 'quit' can be reached from the start" +
                            context_.with_them());
        finding.with = context_.with;
        finding.fix = "add a button with 'load SCENE' or 'quit'";
    }

    void report_stuck(const Witness& witness, ScreenId screen) {
        const std::string name = "'" + context_.name_of(screen) + "'";
        Finding& finding =
            add_finding(findings_, RuleId::no_way_out, context_.place_of(screen),
                        "the player can get stuck on " + name + context_.with_them());
        show_back_none(screen, finding);
        show_all(witness, true, Silence::ends, finding);
        const char* step = flow_[witness.there.bottom()].play ? "resume"
                           : witness.there.depth() > 1        ? "back"
                           : finding.answers.empty()          ? "home"
                                                              : "quit";
        finding.fix = "give " + name + " a button " +
                      (finding.disabled.empty() ? "that leads out" : "that is always enabled") +
                      ", such as 'press: " + step + "'";
        if (says_none(screen) && context_.with.empty()) finding.fix += ", or remove 'back: none'";
    }

    void report_cannot_leave(const Witness& witness, ScreenId screen) {
        const std::string name = context_.name_of(screen);
        const std::string from = witness.moves.empty() ? "the start" : "'" + name + "'";
        Finding& finding =
            add_finding(findings_, RuleId::no_quit, context_.place_of(screen),
                        "the player cannot quit from " + from + context_.with_them());
        show_all(witness, false, Silence::counts, finding);
        finding.fix =
            "give '" + name +
            "' a way to 'quit' that does not depend on an answer, or write 'quit: no' if the "
            "platform has no quitting";
    }

    /// Told at what is waited for: that is where a time limit can be said.
    void report_endless(const Witness& witness, ScreenId screen) {
        std::vector<RequestId> requests;
        bool load = false;
        find_silence(witness.there, requests, load);
        for (const RequestId request : requests) {
            if (!told_.insert({RuleId::endless_wait, flow_[request].screen}).second) continue;
            const std::string name(flow_.text(flow_[request].id));
            Finding& finding = add_finding(
                findings_, RuleId::endless_wait, context_.file.origins.requests[index(request)],
                "the request '" + name +
                    "' keeps the player waiting for ever when it is never answered" +
                    context_.with_them());
            show_all(witness, true, Silence::counts, finding);
            finding.fix = "set a time limit: 'timeout: 20s', or add a way to leave '" +
                          context_.name_of(flow_[request].screen) + "'";
        }
        if (!load || !told_.insert({RuleId::endless_wait, flow_.loading.screen}).second) return;
        const SourceRange declared = context_.file.flow.loading.place;
        Finding& finding =
            add_finding(findings_, RuleId::endless_wait,
                        declared.known()                          ? declared
                        : context_.file.flow.scenes_place.known() ? context_.file.flow.scenes_place
                                                                  : context_.place_of(screen),
                        "a load keeps the player waiting for ever when it is never answered" +
                            context_.with_them());
        show_all(witness, true, Silence::counts, finding);
        finding.fix = declared.known() ? "set a time limit: 'timeout: 20s'"
                                       : "set a time limit: 'loading: { timeout: 20s }'";
    }

    bool report_found(Safety& safety, ScreenId screen) {
        // (It may have been told with the one that it leads to.)
        const bool is_trap = context_.is_trap(screen) || find_stuck(safety, screen);
        if (is_trap && screen != flow_.loading.screen && flow_[screen].request == no_request)
            return true;
        if (const auto waiting = a_lost_one(safety, Safety::endless, screen)) {
            report_endless(*waiting, waiting->there.current());
            return true;
        }
        if (is_trap) return true;
        // Whatever else is lost comes first.
        if (!flow_.can_quit || !context_.nobody_is_stuck() || !told_.empty()) return false;
        const auto captive = a_lost_one(safety, Safety::captive, screen);
        if (captive && told_.insert({RuleId::no_quit, captive->there.current()}).second)
            report_cannot_leave(*captive, captive->there.current());
        return captive.has_value();
    }

  private:
    bool find_stuck(Safety& safety, ScreenId screen) {
        const auto in = a_lost_one(safety, Safety::stuck, screen);
        if (!in) return false;
        const ScreenId where = in->there.current();
        context_.traps[index(screen)] = context_.traps[index(where)] = true;
        if (!in->moves.empty() && is_answer_of_load(in->moves.back().kind))
            context_.traps[index(flow_.loading.screen)] = true;
        if (told_.insert({RuleId::no_way_out, where}).second) report_stuck(*in, where);
        return true;
    }

    /// Moves to a menu state of the screen in which somebody is lost: among those that going
    /// forward has come by, or that do not seem to be won.
    std::optional<Witness> a_lost_one(Safety& safety, Safety::Question question, ScreenId screen) {
        constexpr int most_in_vain = 4; // too large to be looked at
        int in_vain = 0;
        const Silence mode = question == Safety::stuck ? Silence::ends : Silence::counts;
        const auto is_one = [&](const MenuState& there) {
            if (in_vain >= most_in_vain) return false;
            const auto known =
                is_lost(flow_, there, context_.devices(), question != Safety::captive, mode);
            if (!known) ++in_vain;
            return known.value_or(false);
        };
        Witnesses::Target target;
        target.screen = screen;
        target.is_there = [](const Heads&, FrameId, Values) { return true; };
        target.good = [&](const MenuState& there, const Outcome&) { return is_one(there); };
        auto witness = safety.way_to_lost(question, screen, is_one);
        in_vain = 0;
        if (!witness) witness = context_.witnesses.scouted(heads_, target);
        if (!witness) return std::nullopt;
        const std::size_t lost = lost_after(*witness, question != Safety::captive, mode);
        const Witness first = lost > 0 ? first_moves(flow_, *witness, lost) : *witness;
        if (question == Safety::endless) return first; // it is the load that is told
        in_vain = 0;
        return up_to_shown(flow_, before_answers(first, is_one), is_one);
    }

    /// Where a request may be answered so that all is lost, it is lost before the answer, and
    /// before flags that the game changes meanwhile for nothing. (Of a load it is told on what it
    /// shows.)
    Witness before_answers(const Witness& whole,
                           const std::function<bool(const MenuState&)>& is_one) const {
        std::size_t count = whole.moves.size();
        while (count > 0 && is_answer(whole.moves[count - 1].kind) &&
               !is_answer_of_load(whole.moves[count - 1].kind))
            --count;
        if (count == whole.moves.size()) return whole;
        const std::size_t answers = count;
        const auto is_lost_by = [&](std::size_t before) {
            MenuState there = first_moves(flow_, whole, before).there;
            for (std::size_t i = answers; i < whole.moves.size(); ++i)
                if (!apply(flow_, there, whole.moves[i]).answered) return false;
            return is_one(there);
        };
        const auto is_a_flag = [](MoveKind kind) {
            return kind == MoveKind::raise || kind == MoveKind::lower || kind == MoveKind::set;
        };
        while (count > 0 && is_a_flag(whole.moves[count - 1].kind) && is_lost_by(count - 1))
            --count;
        return first_moves(flow_, whole, count);
    }

    /// The moves, what the player can do, and what is answered so that it leads no further.
    void show_all(const Witness& witness, bool play_is_a_goal, Silence mode, Finding& finding) {
        show(flow_, witness, context_.devices(), finding);
        finding.with = context_.with;
        if (looked_into_++ >= max_looked_into) return; // who has so many fixes those first
        const std::size_t lost = lost_after(witness, play_is_a_goal, mode);
        if (lost > 0)
            finding.lost_after = finding.how.size() - in_words(flow_, witness.moves, lost).size();
        const Keeping keeping =
            what_keeps(flow_, witness.there, context_.devices(), play_is_a_goal, mode);
        if (keeping.answers.empty()) return;
        std::vector<Move> all = witness.moves;
        all.insert(all.end(), keeping.around.begin(), keeping.around.end());
        if (!context_.witnesses.runner_takes(all))
            throw std::logic_error("the Runner refuses moves that keep the player in");
        finding.answers = keeping.answers;
        finding.among = keeping.among;
        finding.around = in_words(flow_, all, witness.moves.size());
    }

    /// The screen where something can be fixed may show only once all is lost already, since what
    /// is left leads there and nowhere else.
    std::size_t lost_after(const Witness& witness, bool play_is_a_goal, Silence mode) const {
        std::vector<MenuState> passed(1, MenuState(flow_));
        start_flow(flow_, passed[0]);
        for (const Move move : witness.moves) {
            passed.push_back(passed.back());
            apply(flow_, passed.back(), move);
        }
        std::size_t lost = witness.moves.size();
        while (lost > 0 &&
               is_lost(flow_, passed[lost - 1], context_.devices(), play_is_a_goal, mode)
                   .value_or(false))
            --lost;
        return lost < witness.moves.size() ? lost : 0;
    }

    /// What is waited for without a time limit, here or in what the player can come to from here.
    void find_silence(const MenuState& there, std::vector<RequestId>& requests, bool& load) const {
        const Keeping keeping = what_keeps(flow_, there, context_.devices(), true, Silence::counts);
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
        Witnesses::Target target;
        target.screen = screen;
        target.is_there = [](const Heads&, FrameId, Values) { return true; };
        const auto may_be = [&] { // what is open is no reason to say that nothing leads there
            return context_.witnesses.happens(heads_, target) || context_.witnesses.left_open();
        };
        if (flow_[screen].play) return may_be();
        for (const FrameId frame : heads_.frames_of(screen))
            for (const Branch& branch : frames_.branches(frame))
                if (branch.quits && of_a_way_out(branch.move.kind) &&
                    (!is_players(branch.move.kind) || (branch.devices & context_.devices()) != 0))
                    target.reads.push_back(branch.move);
        target.good = [&](const MenuState& there, const Outcome&) {
            return std::any_of(target.reads.begin(), target.reads.end(), [&](Move move) {
                MenuState after = there;
                return apply(flow_, after, move).quits;
            });
        };
        return !target.reads.empty() && may_be();
    }

    std::optional<Witness> shortest(const HeadSet& set, ScreenId screen) {
        Witnesses::Target target;
        target.screen = screen;
        target.is_there = [&](const Heads&, FrameId frame, Values values) {
            return set.has(frame, context_.known_to_proof(values));
        };
        return context_.witnesses.shortest(heads_, target);
    }

    bool says_none(ScreenId screen) const {
        const ActionId back = flow_[screen].back;
        return back != unsaid && flow_[back].alternatives.count == 0;
    }

    void show_back_none(ScreenId screen, Finding& finding) const {
        const Origins& origins = context_.file.origins;
        if (says_none(screen) && origins.screens[index(screen)].known())
            finding.also.push_back(
                {origins.actions[index(flow_[screen].back)], "back is disabled here"});
    }

    static constexpr std::size_t max_looked_into = 30;

    CheckContext& context_;
    Told& told_;
    std::size_t looked_into_ = 0;
    const CompiledFlow& flow_;
    const Heads& heads_;
    Frames& frames_;
    Findings& findings_;
};

} // namespace

bool find_trap_by_looking(CheckContext& context, Safety& safety, ScreenId screen,
                          Findings& findings, Told& told) {
    const bool found = Traps(context, findings, told).report_found(safety, screen);
    context.some_seen_lost = context.some_seen_lost || found;
    return found;
}

void find_traps(CheckContext& context, Findings& findings, Told& told) {
    Traps traps(context, findings, told);
    const Proof& proof = context.proof;
    if (proof.stuck().count() > 0 && !traps.some_goal()) {
        if (told.insert({RuleId::no_goal, no_screen}).second) traps.report_no_goal();
        return;
    }
    traps.each_entry(
        RuleId::no_way_out, proof.stuck(),
        [&](const Witness& witness, ScreenId screen) { traps.report_stuck(witness, screen); });
    traps.each_entry(
        RuleId::endless_wait, proof.endless(),
        [&](const Witness& witness, ScreenId screen) { traps.report_endless(witness, screen); });
    traps.each_entry(RuleId::no_quit, proof.captive(),
                     [&](const Witness& witness, ScreenId screen) {
                         traps.report_cannot_leave(witness, screen);
                     });
}

} // namespace rondix
