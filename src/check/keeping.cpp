#include "check/keeping.hpp"

#include "check/ways_out.hpp"
#include "logic/player_moves.hpp"
#include "rondix/runtime/apply.hpp"

#include <algorithm>
#include <map>
#include <optional>
#include <set>

namespace rondix {

namespace {

constexpr std::size_t max_states = 2'000;
constexpr std::size_t max_policies = 729;

/// `late`: whenever it could come, the screen has moved on before.
enum class Answer : std::uint8_t { bad, good, never, late };

using Policy = std::map<Awaited, Answer>;

bool is_bad(MoveKind kind) {
    return kind == MoveKind::load_failed || kind == MoveKind::failed;
}

class Search {
  public:
    Search(const CompiledFlow& flow, const MenuState& there, DeviceSet devices, bool play_is_a_goal)
        : flow_(flow)
        , there_(there)
        , devices_(devices)
        , play_is_a_goal_(play_is_a_goal)
        , room_(max_moves(flow)) {}

    /// Everything that is waited for, whatever is answered.
    std::optional<std::set<Awaited>> awaited() {
        std::set<Awaited> all;
        const bool fits = explore([&](const MenuState& here, Move move) {
            if (is_answer(move.kind)) all.insert(subject_of(here, move));
            return true;
        });
        return fits ? std::optional(all) : std::nullopt;
    }

    /// Of these, what some screen does not wait for until it comes.
    std::set<Awaited> outlasting() {
        std::set<Awaited> all;
        for (const MenuState& here : found_)
            for (const Awaited& one : awaited_at(here))
                if (moves_on_from(here)) all.insert(one);
        return all;
    }

    /// Whether these answers keep the player in.
    bool keeps(const Policy& policy) {
        met_.clear();
        bool out = false;
        const bool fits = explore([&](const MenuState& here, Move move) {
            if (out || !takes(policy, here, move)) return false;
            MenuState after = here;
            out = apply(flow_, after, move).quits || is_goal(after);
            return !out;
        });
        if (!fits || out || is_goal(there_)) return false;
        return std::all_of(found_.begin(), found_.end(), [&](const MenuState& here) {
            return !comes_late(policy, here) || moves_on_from(here);
        });
    }

    /// What was waited for in it.
    const std::set<Awaited>& met() const { return met_; }
    /// Whether some goal can be forced, by the rules of the game in full.
    std::optional<bool> is_won(Silence mode) {
        std::vector<std::vector<Listing::Edge>> edges;
        std::map<std::vector<MenuState::Word>, Listing::Number> numbers;
        const bool fits = explore([](const MenuState&, Move) { return true; });
        if (!fits) return std::nullopt;
        for (Listing::Number i = 0; i < found_.size(); ++i) numbers[words_of(found_[i])] = i;
        std::vector<Distance> far(found_.size(), unreachable);
        for (Listing::Number i = 0; i < found_.size(); ++i) {
            if (is_goal(found_[i])) far[i] = 0;
            edges.push_back(edges_of(i, numbers));
        }
        for (bool changed = true; changed;) {
            changed = false;
            for (auto i = static_cast<Listing::Number>(far.size()); i-- > 0;) {
                if (far[i] != unreachable) continue;
                far[i] = distance_of(flow_, edges[i], i, mode, far);
                changed = changed || far[i] != unreachable;
            }
        }
        return far[0] != unreachable;
    }

    /// The screens of the last search, in the order in which they were met.
    std::vector<std::string> screens() const {
        std::vector<std::string> names;
        for (const MenuState& one : found_) {
            const ScreenId screen = one.foremost();
            if (flow_[screen].question) continue;
            std::string name(flow_.text(flow_[screen].id));
            if (std::find(names.begin(), names.end(), name) == names.end())
                names.push_back(std::move(name));
        }
        return names;
    }

    /// From the menu state on by the first moves that change something, until the same screens are
    /// open, or all is as it was before.
    std::vector<Move> around(const Policy& policy) {
        std::vector<Move> moves;
        std::set<std::vector<MenuState::Word>> seen;
        MenuState now = there_;
        while (seen.insert(words_of(now)).second && moves.size() < 12 &&
               (moves.empty() || !same_screens(now, there_))) {
            std::optional<Move> next;
            MenuState after = now;
            const std::size_t count = list_moves(flow_, now, room_);
            for (std::size_t i = 0; i < count && !next; ++i) {
                after = now;
                if (!takes(policy, now, room_[i]) || !apply(flow_, after, room_[i]).answered)
                    continue;
                if (!(after == now)) next = room_[i]; // one that changes nothing shows nothing
            }
            if (!next) break;
            moves.push_back(*next);
            now = after;
        }
        return moves;
    }

  private:
    static std::vector<MenuState::Word> words_of(const MenuState& state) {
        const auto packed = state.packed();
        return {packed.begin(), packed.end()};
    }

    std::vector<Listing::Edge>
    edges_of(Listing::Number from,
             const std::map<std::vector<MenuState::Word>, Listing::Number>& numbers) {
        std::vector<Listing::Edge> edges;
        const MenuState here = found_[from];
        MenuState after = here;
        const std::size_t count = list_moves(flow_, here, room_);
        for (std::size_t m = 0; m < count; ++m) {
            const Move move = room_[m];
            const bool limit =
                move.kind == MoveKind::load_timeout || move.kind == MoveKind::request_timeout;
            if (limit) edges.push_back({from, move.kind, false});
            if (limit || (!is_answer(move.kind) && !can_make(here, move))) continue;
            after = here;
            const Outcome outcome = apply(flow_, after, move);
            if (outcome.answered)
                edges.push_back(
                    {numbers.at(words_of(after)), move.kind, outcome.quits, outcome.loads});
        }
        return edges;
    }

    static bool same_screens(const MenuState& a, const MenuState& b) {
        if (a.depth() != b.depth()) return false;
        for (std::size_t i = 0; i < a.depth(); ++i)
            if (a.screen_at(i) != b.screen_at(i) || a.question_at(i) != b.question_at(i))
                return false;
        return true;
    }

    bool is_goal(const MenuState& now) const { return play_is_a_goal_ && in_play(flow_, now); }

    static Awaited subject_of(const MenuState& here, Move move) {
        return is_answer_of_load(move.kind) ? Awaited{here.scene(), no_request}
                                            : Awaited{no_scene, move.request()};
    }

    /// The player's moves and what the screen does by itself, where nothing is answered first.
    bool takes(const Policy& policy, const MenuState& here, Move move) {
        if (is_answer(move.kind)) {
            const auto found = policy.find(subject_of(here, move));
            met_.insert(subject_of(here, move));
            return found != policy.end() && is_given(found->second) &&
                   (found->second == Answer::bad) == is_bad(move.kind);
        }
        if (!can_make(here, move)) return false;
        if (comes_late(policy, here)) return move.kind == MoveKind::moves_on;
        return !is_answered(policy, here);
    }

    static bool is_given(Answer answer) { return answer == Answer::bad || answer == Answer::good; }

    bool can_make(const MenuState& here, Move move) const {
        if (is_moving_on(move.kind)) return true;
        return is_players(move.kind) &&
               (devices_for(flow_, here.current(), here.question(), move) & devices_) != 0 &&
               is_in_time(flow_, here.foremost(), move);
    }

    /// What could be answered here.
    std::vector<Awaited> awaited_at(const MenuState& here) const {
        std::vector<Awaited> all;
        if (load_can_end(flow_, here)) all.push_back({here.scene(), no_request});
        const RequestId request = awaited_request(flow_, here.current(), here.question());
        if (request != no_request) all.push_back({no_scene, request});
        return all;
    }

    template <class Is>
    bool has_answer(const Policy& policy, const MenuState& here, Is is) const {
        const std::vector<Awaited> all = awaited_at(here);
        return std::any_of(all.begin(), all.end(), [&](const Awaited& one) {
            const auto found = policy.find(one);
            return found != policy.end() && is(found->second);
        });
    }
    bool is_answered(const Policy& policy, const MenuState& here) const {
        return has_answer(policy, here, is_given);
    }
    bool comes_late(const Policy& policy, const MenuState& here) const {
        return has_answer(policy, here, [](Answer answer) { return answer == Answer::late; });
    }

    /// Whether the screen does something by itself, in the end.
    bool moves_on_from(const MenuState& here) const {
        MenuState after = here;
        const Outcome outcome = apply(flow_, after, Move::moves_on());
        return outcome.answered && (outcome.quits || outcome.loads || !(after == here));
    }

    /// Breadth first, by the moves that `follow` wants. False: there are too many menu states.
    template <class Follow>
    bool explore(Follow follow) {
        found_.assign(1, there_);
        std::set<std::vector<MenuState::Word>> known{words_of(there_)};
        MenuState after = there_;
        for (std::size_t i = 0; i < found_.size(); ++i) {
            const MenuState here = found_[i];
            const std::size_t count = list_moves(flow_, here, room_);
            for (std::size_t m = 0; m < count; ++m) {
                const Move move = room_[m];
                if (!is_answer(move.kind) && !can_make(here, move)) continue;
                after = here;
                if (!apply(flow_, after, move).answered || !follow(here, move)) continue;
                if (!known.insert(words_of(after)).second) continue;
                if (found_.size() == max_states) return false;
                found_.push_back(after);
            }
        }
        return true;
    }

    const CompiledFlow& flow_;
    const MenuState there_;
    const DeviceSet devices_;
    const bool play_is_a_goal_;
    std::vector<Move> room_;
    std::vector<MenuState> found_;
    std::set<Awaited> met_;
};

bool may_be_silent(const CompiledFlow& flow, const Awaited& awaited) {
    return (awaited.request != no_request ? flow[awaited.request].timeout_ms
                                          : flow.loading.timeout_ms) == 0;
}

const char* word_of(Answer answer) {
    switch (answer) {
    case Answer::bad: return "fail";
    case Answer::good: return "are done";
    case Answer::late: return "arrive only after the screen has moved on";
    case Answer::never: break;
    }
    return "are never answered";
}

std::string sentence(const CompiledFlow& flow, const Awaited& awaited, Answer answer) {
    const bool load = awaited.request == no_request;
    const std::string name(flow.text(load ? flow[awaited.scene].id : flow[awaited.request].id));
    std::string text = load ? "loads of '" + name + "' " : "requests '" + name + "' ";
    text += word_of(answer);
    return text;
}

/// One for each; where many loads or requests are answered alike, one for all of them.
std::vector<std::string> sentences(const CompiledFlow& flow, const std::set<Awaited>& met,
                                   const Policy& policy) {
    constexpr std::size_t few = 3;
    std::vector<std::string> all;
    for (const bool loads : {true, false}) {
        std::vector<Awaited> these;
        for (const Awaited& one : met)
            if ((one.request == no_request) == loads) these.push_back(one);
        const bool alike = std::all_of(these.begin(), these.end(), [&](const Awaited& one) {
            return policy.at(one) == policy.at(these[0]);
        });
        if (these.size() > few && alike)
            all.push_back(std::string(loads ? "all loads " : "all requests ") +
                          word_of(policy.at(these[0])));
        else
            for (const Awaited& one : these) all.push_back(sentence(flow, one, policy.at(one)));
    }
    return all;
}

/// The same answer to every load, and the same to every request, as far as it may be given.
std::vector<Policy> uniform_policies(const CompiledFlow& flow, const std::set<Awaited>& awaited,
                                     const std::set<Awaited>& outlasting, Silence mode) {
    constexpr Answer all_answers[] = {Answer::bad, Answer::good, Answer::never, Answer::late};
    const auto nearest_to = [&](Answer answer, const Awaited& one) {
        const bool fails = one.request != no_request || flow.can_quit;
        const bool silent = mode == Silence::counts && may_be_silent(flow, one);
        if (answer == Answer::late && outlasting.contains(one)) return Answer::late;
        if (answer == Answer::good || !fails) return Answer::good;
        return answer == Answer::never && silent ? Answer::never : Answer::bad;
    };
    std::vector<Policy> all;
    for (const Answer to_loads : all_answers)
        for (const Answer to_requests : all_answers) {
            Policy& policy = all.emplace_back();
            for (const Awaited& one : awaited)
                policy[one] = nearest_to(one.request == no_request ? to_loads : to_requests, one);
        }
    return all;
}

/// All policies, those with the fewest good answers and the fewest silences first.
std::vector<Policy> policies(const CompiledFlow& flow, const std::set<Awaited>& awaited,
                             const std::set<Awaited>& outlasting, Silence mode) {
    std::vector<Policy> all(1);
    for (const Awaited& one : awaited) {
        std::vector<Policy> more;
        for (const Policy& policy : all)
            for (const Answer answer : {Answer::bad, Answer::good, Answer::never, Answer::late}) {
                const bool load = one.request == no_request;
                if (answer == Answer::bad && load && !flow.can_quit) continue;
                if (answer == Answer::never && (mode == Silence::ends || !may_be_silent(flow, one)))
                    continue;
                if (answer == Answer::late && !outlasting.contains(one)) continue;
                more.push_back(policy);
                more.back()[one] = answer;
            }
        all = std::move(more);
        if (all.size() > max_policies) return uniform_policies(flow, awaited, outlasting, mode);
    }
    const auto cost = [](const Policy& policy) {
        int sum = 0;
        for (const auto& [one, answer] : policy) sum += static_cast<int>(answer);
        return sum;
    };
    std::stable_sort(all.begin(), all.end(),
                     [&](const Policy& a, const Policy& b) { return cost(a) < cost(b); });
    return all;
}

} // namespace

Keeping what_keeps(const CompiledFlow& flow, const MenuState& there, DeviceSet devices,
                   bool play_is_a_goal, Silence mode) {
    Search search(flow, there, devices, play_is_a_goal);
    const std::optional<std::set<Awaited>> awaited = search.awaited();
    if (!awaited) return {};
    const std::set<Awaited> outlasting = search.outlasting();
    for (Policy policy : policies(flow, *awaited, outlasting, mode)) {
        if (!search.keeps(policy)) continue;
        Keeping keeping;
        keeping.among = search.screens();
        keeping.answers = sentences(flow, search.met(), policy);
        for (const Awaited& one : search.met())
            if (policy[one] == Answer::never) keeping.silent.push_back(one);
        keeping.around = search.around(policy);
        return keeping;
    }
    return {};
}

std::optional<bool> is_lost(const CompiledFlow& flow, const MenuState& there, DeviceSet devices,
                            bool play_is_a_goal, Silence mode) {
    const std::optional<bool> won = Search(flow, there, devices, play_is_a_goal).is_won(mode);
    return won ? std::optional(!*won) : std::nullopt;
}

} // namespace rondix
