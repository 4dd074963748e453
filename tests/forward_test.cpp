// What is known without listing values, against every menu state of small flows: what going forward
// comes by (Scout, BestFirst), and what cannot be (Envelope, RelaxedPlans).
#include "check/listing.hpp"
#include "proof/witnesses.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"

#include <map>
#include <random>

namespace rondix::test {
namespace {

using Flags = std::vector<bool>;

/// A random flow, with all its menu states by frame; nothing where they are too many.
struct Listed {
    FlowFile file;
    CheckOptions options;
    Budget budget{options};
    std::optional<Frames> frames;
    std::optional<Heads> heads; // looks for all frames
    std::map<FrameId, std::set<Flags>> states;

    const CompiledFlow& flow() const { return *file.compiled; }
    bool is_so(FrameId frame, std::span<const Literal> asked) const {
        const auto there = states.find(frame);
        return there != states.end() && std::ranges::any_of(there->second, [&](const Flags& flags) {
                   return std::ranges::all_of(asked, [&](const Literal& one) {
                       return flags[index(one.flag)] == one.raised;
                   });
               });
    }
};

std::unique_ptr<Listed> listed(std::uint32_t number, Shape shape) {
    auto all = std::make_unique<Listed>();
    all->file = good_flow(random_flow(number, shape));
    const CompiledFlow& flow = all->flow();
    const Listing listing(flow, 3'000);
    if (!listing.complete()) return nullptr;
    all->frames.emplace(flow, all->budget);
    all->heads.emplace(*all->frames, flow, flow.devices, std::vector<FlagId>{}, all->budget);
    MenuState state(flow);
    for (Listing::Number n = 0; n < listing.size(); ++n) {
        listing.get(n, state);
        Flags flags(flow.flags.size());
        for (std::size_t i = 0; i < flags.size(); ++i) flags[i] = state.flag(FlagId(i));
        all->states[all->frames->frame_of(state)].insert(flags);
    }
    return all;
}

/// What was seen can be; with the flags of all conditions few enough little is missed.
TEST(Scout, SeesOnlyWhatCanBe) {
    std::size_t seen = 0, missed = 0;
    for (std::uint32_t number = 70'000; number < 70'400; ++number) {
        const FlowFile file = good_flow(random_flow(number));
        const CompiledFlow& flow = *file.compiled;
        const Listing listing(flow, 3'000);
        if (!listing.complete()) continue;
        const CheckOptions options;
        Budget budget(options);
        Frames frames(flow, budget);
        const Heads heads(frames, flow, flow.devices, {}, budget);
        const Scout scout(flow, frames, flow.devices, Scout::Novelty::single, budget);
        std::vector<bool> shown(flow.screens.size()), can(flow.controls.size());
        MenuState state(flow);
        for (Listing::Number n = 0; n < listing.size(); ++n) {
            listing.get(n, state);
            shown[index(state.current())] = true;
            const IndexRange controls = flow[state.current()].controls;
            for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
                if (usable(flow, state, ControlId{i})) can[i] = true;
        }
        for (std::size_t i = 0; i < shown.size(); ++i)
            EXPECT_LE(scout.shown(ScreenId(i)), shown[i]);
        for (std::size_t i = 0; i < can.size(); ++i) {
            EXPECT_LE(scout.usable(ControlId(i)), can[i]);
            seen += scout.usable(ControlId(i));
            missed += can[i] && !scout.usable(ControlId(i));
        }
    }
    EXPECT_GE(seen, 1'000u);
    EXPECT_LE(missed * 20, seen);
}

/// Calls `each` with random ends: a frame, and one flag or two that are told apart.
template <class Each>
void each_end(const Listed& all, const Forward& forward, std::uint32_t number, Each each) {
    std::mt19937 random(number);
    std::vector<FlagId> flags;
    for (std::size_t i = 0; i < all.flow().flags.size(); ++i)
        if (forward.literal(FlagId(i), true) != Forward::not_told_apart) flags.push_back(FlagId(i));
    for (FrameId frame = 0; frame < all.heads->frame_count(); ++frame)
        for (int round = 0; round < 3; ++round) {
            End end{frame, {}};
            for (std::size_t i = 0; i < std::min<std::size_t>(flags.size(), 1 + round % 2); ++i)
                end.asked.push_back({flags[random() % flags.size()], random() % 2 == 0});
            each(end);
        }
}

/// What is found can be, and nearly all that can be is found; where there is no plan, it cannot be.
TEST(BestFirst, FindsWhatCanBeAndNothingElse) {
    std::size_t found = 0, missed = 0, cannot_be = 0, without_plan = 0;
    for (const Shape shape : {Shape::mixed, Shape::circles, Shape::rich, Shape::flags})
        for (std::uint32_t number = 90'000; number < 90'000 + part_of(how_many(60)); ++number) {
            SCOPED_TRACE(number);
            const auto all = listed(number, shape);
            if (!all) continue;
            Frames& frames = *all->frames;
            BestFirst best(all->flow(), frames, all->flow().devices, all->budget);
            const Forward& forward = best.forward();
            RelaxedPlans plans(frames, forward);
            MenuState start(all->flow());
            start_flow(all->flow(), start);
            Forward::Literals so(forward.words());
            forward.note(start, so);
            each_end(*all, forward, number, [&](const End& end) {
                const bool can_be = all->is_so(end.frame, end.asked);
                const auto is_it = [&](Forward::Seen seen, FrameId frame) {
                    const MenuState there = forward.state(seen);
                    EXPECT_EQ(frame, end.frame);
                    EXPECT_EQ(frames.frame_of(there), frame);
                    for (const Literal& one : end.asked)
                        EXPECT_EQ(there.flag(one.flag), one.raised);
                    return true;
                };
                const bool is_found = best.find(std::span(&end, 1), is_it, 20'000'000);
                EXPECT_LE(is_found, can_be);
                found += is_found;
                missed += can_be && !is_found;
                cannot_be += !can_be;
                plans.set_ends(std::span(&end, 1));
                // (The flow may start otherwise, too.)
                if (all->heads->starts().size() > 1 || plans.find(frames.frames_of(start), so))
                    return;
                EXPECT_FALSE(can_be);
                ++without_plan;
            });
        }
    std::printf("%zu found, %zu missed; %zu cannot be, %zu of these have no plan\n", found, missed,
                cannot_be, without_plan);
    EXPECT_GE(found, part_of(1'500));
    EXPECT_LE(missed * 50, found); // (what closes at once unless the game has seen to it before)
    EXPECT_GE(without_plan, part_of(100));
}

/// Whatever can be lies within, whatever is kept apart; and what is kept apart lets no more in.
TEST(Envelope, HasWhateverCanBe) {
    std::size_t within = 0, outside = 0, outside_as_entered = 0;
    for (const Shape shape : {Shape::mixed, Shape::circles, Shape::rich, Shape::flags})
        for (std::uint32_t number = 80'000; number < 80'150; ++number) {
            const auto all = listed(number, shape);
            if (!all) continue;
            const CompiledFlow& flow = all->flow();
            const Envelope plain(flow, *all->frames, flow.devices, all->budget);
            std::mt19937 random(number);
            std::vector<FlagId> entered;
            for (std::size_t i = 0; i < flow.flags.size() && entered.size() < 3; ++i)
                if (random() % 2 == 0) entered.push_back(FlagId(i));
            const Envelope apart(flow, *all->frames, flow.devices, all->budget, entered);
            const auto may_be = [](const Envelope& envelope, FrameId frame,
                                   std::span<const Literal> asked) {
                for (std::size_t entry = 0; entry < envelope.entries(); ++entry) {
                    FlagPairs values = envelope.at(frame, entry);
                    envelope.ask(values, asked);
                    if (!values.empty()) return true;
                }
                return false;
            };
            for (const auto& [frame, states] : all->states)
                for (const Flags& flags : states) {
                    std::vector<Literal> asked;
                    for (std::size_t i = 0; i < flags.size(); ++i)
                        asked.push_back({FlagId(i), flags[i]});
                    ASSERT_TRUE(may_be(plain, frame, asked)) << number;
                    ASSERT_TRUE(may_be(apart, frame, asked)) << number;
                    ++within;
                }
            const auto look_at = [&](FrameId frame, std::span<const Literal> asked) {
                const bool may = may_be(plain, frame, asked), still = may_be(apart, frame, asked);
                EXPECT_LE(still, may) << number;
                outside += !may;
                outside_as_entered += !still;
            };
            for (FrameId frame = 0; frame < all->heads->frame_count(); ++frame) look_at(frame, {});
            for (const auto& [frame, states] : all->states)
                for (std::size_t i = 0; i < flow.flags.size(); ++i)
                    for (const bool raised : {false, true})
                        look_at(frame, std::vector<Literal>{{FlagId(i), raised}});
        }
    std::printf("%zu within; outside %zu, and %zu where screens are kept apart\n", within, outside,
                outside_as_entered);
    EXPECT_GE(within, 20'000u);
    EXPECT_GE(outside, 1'000u);
    EXPECT_GT(outside_as_entered, outside);
}

/// What comes back from a screen that several open comes back to each as it was opened there.
TEST(Envelope, KeepsApartWithWhatAScreenIsOpened) {
    const FlowFile file = good_flow(R"(rondix: 1
start: main
flags: { trial: {} }
screens:
  main:
    title: Main
    controls:
      - { button: leave, text: Leave, press: quit }
      - { button: try, text: Try, press: [raise trial, open deck] }
      - { button: help, text: Help, press: [lower trial, open help] }
  deck:
    title: Deck
    controls:
      - { button: help, text: Help, press: open help }
      - { button: sail, text: Sail, press: quit, when: not trial }
  help:
    title: Help
    controls:
      - { button: fine, text: Fine, press: back }
)");
    const CompiledFlow& flow = *file.compiled;
    const CheckOptions options;
    Budget budget(options);
    Frames frames(flow, budget);
    const Heads heads(frames, flow, flow.devices, {}, budget);
    ASSERT_EQ(flow.text(flow[ScreenId(1)].id), "deck");
    const FrameId deck = heads.frames_of(ScreenId(1)).front();
    const Literal lowered[] = {{FlagId(0), false}};
    const auto may_be = [&](const std::vector<FlagId>& entered) {
        const Envelope envelope(flow, frames, flow.devices, budget, entered);
        for (std::size_t entry = 0; entry < envelope.entries(); ++entry) {
            FlagPairs values = envelope.at(deck, entry);
            envelope.ask(values, lowered);
            if (!values.empty()) return true;
        }
        return false;
    };
    EXPECT_TRUE(Envelope(flow, frames, flow.devices, budget).is_whole());
    EXPECT_FALSE(Envelope(flow, frames, flow.devices, budget, {}, 1).is_whole()); // says nothing
    EXPECT_TRUE(may_be({})); // help is left with both
    EXPECT_FALSE(may_be({lowered[0].flag}));
    const CheckResult result = prove(file);
    EXPECT_TRUE(result.open.empty());
    EXPECT_TRUE(std::ranges::any_of(result.findings, [](const Finding& one) {
        return one.rule == RuleId::never_pressable && one.text.find("'sail'") != std::string::npos;
    }));
}

} // namespace
} // namespace rondix::test
