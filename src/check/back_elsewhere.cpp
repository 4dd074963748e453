#include "check/back_elsewhere.hpp"

#include "check/witness_text.hpp"
#include "proof/flag_uses.hpp"

#include <map>
#include <string>

namespace rondix {

namespace {

class BackElsewhere {
  public:
    BackElsewhere(CheckContext& context, Findings& findings)
        : context_(context)
        , flow_(context.flow)
        , heads_(context.heads())
        , frames_(context.heads().frames())
        , findings_(findings) {}

    void find() {
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame) look_at(frame);
        for (const auto& [screen, openings] : openings_) {
            if (!returns_.contains(screen)) continue;
            const auto best = nearest(screen, openings);
            if (best && returns(screen)) tell(screen, *best);
        }
    }

  private:
    struct Opening {
        ScreenId from = no_screen;
        Move by;
        friend bool operator==(const Opening&, const Opening&) = default;
    };
    enum class Leads : std::uint8_t { back_there, perhaps_elsewhere, on }; // on top, or nowhere

    void look_at(FrameId frame) {
        const auto branches = frames_.branches(frame);
        for (const Rule& rule : heads_.may(frame)) {
            const Move by = branches[rule.branch].move;
            const ScreenId opened = frames_[rule.frame].screen;
            if (rule.kind != Branch::Kind::pushes || frames_[rule.frame].question != no_screen ||
                frames_[frame].question != no_screen || flow_[opened].back == unsaid)
                continue;
            bool reached = false;
            each_value(context_.proof.reached().of(frame), [&](Values values) {
                reached |= rule.holds(values) && !context_.is_stuck(frame, values);
            });
            if (reached) look_at_back(frame, rule.frame, by);
        }
    }

    void look_at_back(FrameId from, FrameId opened, Move by) {
        const auto branches = frames_.branches(opened);
        for (const Rule& rule : heads_.may(opened)) {
            if (branches[rule.branch].move.kind != MoveKind::back || rule.at_once) continue;
            const Opening opening{frames_[from].screen, by};
            switch (leads(rule, from, frames_[opened].screen)) {
            case Leads::on: break;
            case Leads::back_there: add(returns_[frames_[opened].screen], opening); break;
            case Leads::perhaps_elsewhere:
                if (is_players(by.kind)) add(openings_[frames_[opened].screen], opening);
            }
        }
    }

    /// As far as the frames know: they do not know what lies at the bottom.
    Leads leads(const Rule& rule, FrameId from, ScreenId opened) const {
        const ScreenId own = frames_[from].screen;
        if (rule.kind == Branch::Kind::refused || rule.kind == Branch::Kind::pushes)
            return Leads::on;
        if (rule.kind == Branch::Kind::leaves)
            return frames_.lands_on(from, rule.landing) ? Leads::back_there
                                                        : Leads::perhaps_elsewhere;
        const Frame& now = frames_[rule.frame];
        if (now.question != no_screen) return Leads::on;
        const ScreenId to = rule.loads ? flow_[now.scene].root : now.screen;
        return to == own ? Leads::back_there : to == opened ? Leads::on : Leads::perhaps_elsewhere;
    }

    static void add(std::vector<Opening>& all, Opening one) {
        if (std::find(all.begin(), all.end(), one) == all.end()) all.push_back(one);
    }

    struct Best {
        Opening opening;
        Witness witness;
    };

    /// The nearest of all openings. Once many have been looked for exactly, moves that are known
    /// do, for whatever opening.
    std::optional<Best> nearest(ScreenId screen, const std::vector<Opening>& openings) {
        std::optional<Best> best;
        const auto take = [&](const Opening& opening, std::optional<Witness> witness) {
            if (witness && (!best || witness->moves.size() < best->witness.moves.size()))
                best = Best{opening, std::move(*witness)};
        };
        if (openings.size() <= exact_left_) {
            exact_left_ -= openings.size();
            for (const Opening& one : openings) {
                take(one, context_.witnesses.shortest(heads_, elsewhere(screen, one)));
                if (context_.witnesses.left_open()) leave_open(screen);
            }
            return best;
        }
        for (const Opening& one : openings)
            take(one, context_.witnesses.scouted(heads_, elsewhere(screen, one)));
        if (best)
            best->witness.is_shortest = false;
        else
            leave_open(screen);
        return best;
    }

    Witnesses::Target elsewhere(ScreenId screen, const Opening& opening) const {
        return target(screen, opening, [this, opening](const MenuState& opened) {
            const ScreenId to = led_to(opened);
            return to != no_screen && to != opening.from;
        });
    }

    /// Whether back really leads to where the player came from, from somewhere.
    bool returns(ScreenId screen) {
        const std::vector<Opening>& all = returns_.at(screen);
        return std::any_of(all.begin(), all.end(), [&](const Opening& opening) {
            const bool happens = context_.witnesses.happens(
                heads_, target(screen, opening, [&](const MenuState& opened) {
                    return led_to(opened) == opening.from;
                }));
            if (context_.witnesses.left_open()) leave_open(screen);
            return happens;
        });
    }

    void leave_open(ScreenId screen) {
        context_.leave_open(RuleId::back_elsewhere, context_.place_of(screen),
                            "whether back leads to where the player came from");
    }

    /// The screen is opened so, and then it is as is asked.
    template <class IsSo>
    Witnesses::Target target(ScreenId screen, const Opening& opening, IsSo is_so) const {
        Witnesses::Target target;
        target.screen = opening.from;
        target.is_there = [this](const Heads&, FrameId frame, Values values) {
            return !context_.is_stuck(frame, values);
        };
        target.last = opening.by;
        target.does = [this, screen](const Branch& branch) {
            return branch.kind == Branch::Kind::pushes && frames_[branch.frame].screen == screen;
        };
        target.good = [this, screen, opening, is_so](const MenuState& there, const Outcome&) {
            MenuState opened = there;
            apply(flow_, opened, opening.by);
            return opened.current() == screen && opened.depth() > 1 &&
                   opened.screen_at(opened.depth() - 2) == opening.from && is_so(opened);
        };
        target.knows = flags_of_back(screen);
        return target;
    }

    /// Where back leads: to the screen that is current then, or the root of a scene that is loaded;
    /// none where the screen stays, or another is put on top.
    ScreenId led_to(const MenuState& before) const {
        MenuState after = before;
        const Outcome outcome = apply(flow_, after, Move::back());
        const bool on_top = after.depth() > before.depth() || after.question() != no_screen;
        const ScreenId to = outcome.loads ? flow_[after.scene()].root : after.current();
        return !outcome.answered || on_top || to == before.current() ? no_screen : to;
    }

    /// What decides where back leads.
    std::vector<FlagId> flags_of_back(ScreenId screen) const {
        std::vector<FlagId> flags = flags_read(flow_, flow_[screen].closes_when);
        const IndexRange alternatives = flow_[flow_[screen].back].alternatives;
        for (std::uint32_t i = alternatives.begin; i < alternatives.end(); ++i)
            for (const FlagId flag : flags_read(flow_, flow_.alternatives[i].when))
                flags.push_back(flag);
        return flags;
    }

    void tell(ScreenId screen, const Best& best) {
        MenuState opened = best.witness.there;
        apply(flow_, opened, best.opening.by);
        const ScreenId to = led_to(opened);
        Finding& finding = add_finding(
            findings_, RuleId::back_elsewhere, context_.place_of(screen),
            "back on '" + context_.name_of(screen) + "' leads to '" + context_.name_of(to) +
                "', although the player came from '" + context_.name_of(best.opening.from) + "'");
        std::vector<Move> moves = best.witness.moves;
        moves.push_back(Move::back());
        finding.how = in_words(flow_, moves);
        finding.is_shortest = best.witness.is_shortest;
        finding.fix = "write 'back: back', which returns to where the player came from";
    }

    CheckContext& context_;
    const CompiledFlow& flow_;
    const Heads& heads_;
    Frames& frames_;
    Findings& findings_;
    std::size_t exact_left_ = 64;                      // openings that are still looked for exactly
    std::map<ScreenId, std::vector<Opening>> returns_; // from where it seems to lead back there
    std::map<ScreenId, std::vector<Opening>> openings_; // and from where elsewhere
};

} // namespace

void find_back_elsewhere(CheckContext& context, Findings& findings) {
    BackElsewhere(context, findings).find();
}

} // namespace rondix
