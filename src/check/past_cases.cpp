#include "check/past_cases.hpp"

#include "proof/players.hpp"

#include <algorithm>
#include <unordered_map>

namespace rondix {

namespace {

/// Takes the large conditions of a flow out.
class Loosening {
  public:
    Loosening(const CompiledFlow& flow, double most)
        : looser_(flow)
        , most_(most) {
        for (Control& row : looser_.controls.edit()) loosen(row.when);
        for (Screen& row : looser_.screens.edit()) loosen(row.closes_when);
        // Where the flow starts hangs on the values that flags start with.
        const IndexRange starts =
            flow.first_choice == unsaid ? IndexRange() : flow[flow.first_choice].alternatives;
        for (std::uint32_t i = 0; i < looser_.alternatives.size(); ++i)
            if (i < starts.begin || i >= starts.end()) loosen(looser_.alternatives.edit(i).when);
    }

    CompiledFlow take() { return std::move(looser_); }

  private:
    void loosen(ConditionId& condition) {
        if (cases_of(condition) <= most_) return;
        const auto [known, is_new] = flags_.try_emplace(index(condition));
        if (is_new) {
            const auto flag = FlagId(looser_.flags.size());
            Flag unknown;
            unknown.set_by_game = true;
            looser_.flags.push_back(unknown);
            known->second = ConditionId(looser_.tests.size());
            looser_.tests.push_back({flag, holds, fails});
        }
        condition = known->second;
    }

    /// In how many ways its tests can be answered.
    double cases_of(ConditionId condition) {
        if (condition >= holds) return 1;
        if (const auto known = cases_.find(index(condition)); known != cases_.end())
            return known->second;
        const ConditionTest test = looser_.tests[index(condition)];
        const double cases = cases_of(test.if_raised) + cases_of(test.if_lowered);
        cases_.emplace(index(condition), cases);
        return cases;
    }

    CompiledFlow looser_;
    const double most_;
    std::unordered_map<std::size_t, double> cases_;      // of each condition
    std::unordered_map<std::size_t, ConditionId> flags_; // that stand for them
};

/// The screens on which somebody may be stuck.
std::set<ScreenId> in_doubt(const Proof& proof) {
    std::set<ScreenId> screens = proof.open();
    const Heads& heads = proof.heads();
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
        if (proof.stuck().any(frame)) screens.insert(heads.frames()[frame].screen);
    return screens;
}

} // namespace

SoFar past_cases(const CompiledFlow& flow, const CheckOptions& options, Budget& budget) {
    constexpr std::size_t fewer = 4; // conditions of one move multiply
    for (std::size_t most = options.max_cases; most > 1;) {
        most = std::max<std::size_t>(most / fewer, 1);
        const CompiledFlow looser = Loosening(flow, static_cast<double>(most)).take();
        Frames frames(looser, budget, nullptr, options.max_reopenable);
        frames.leave_unknown(FlagId(flow.flags.size()));
        Witnesses witnesses(looser, frames, players(looser)[0], budget);
        try {
            const Proof proof(looser, frames, witnesses, budget);
            return {.some = true, .in_doubt = in_doubt(proof)};
        } catch (const Proof::Loose&) {
            return {};
        } catch (const Stopped& stopped) {
            if (stopped.why != Stop::cases) throw;
        }
    }
    return {};
}

} // namespace rondix
