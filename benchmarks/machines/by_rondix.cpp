// The demo's flow itself: more screens, conditions and questions than the others know.
#include "machine.hpp"

#include "rondix/flow.hpp"
#include "rondix/runner.hpp"

#include <array>

namespace machines {

namespace {

using namespace rondix;

const CompiledFlow& demo() {
    static const FlowFile file = load_flow(RONDIX_ROOT "/examples/tidewick/tidewick.flow.yaml");
    return *file.compiled;
}

/// What an event is on the demo's screens. Options are one screen, opened by two buttons.
Move move_of(const CompiledFlow& flow, const Situation& now, Event event) {
    struct Moves {
        std::array<Move, event_count> from_title, from_pause, from_arrival;
    };
    static const Moves moves = [&] {
        const auto press = [&](const char* screen, const char* control) {
            return Move::press(flow.control(flow.screen(screen), control));
        };
        Moves all;
        const Move on[] = {Move::loaded(),
                           press("title", "cast-off"),
                           press("voyages", "charts"),
                           press("title", "options"),
                           press("title", "crew"),
                           press("title", "ashore"),
                           press("ashore", "stay"),
                           Move::back(),
                           Move::menu(),
                           press("pause", "resume"),
                           press("pause", "retry"),
                           press("pause", "leave"),
                           Move::event(flow.event("moored")),
                           press("arrival", "again")};
        std::copy(std::begin(on), std::end(on), all.from_title.begin());
        all.from_pause = all.from_arrival = all.from_title;
        all.from_pause[static_cast<std::size_t>(Event::options)] = press("pause", "options");
        all.from_arrival[static_cast<std::size_t>(Event::to_pier)] = press("arrival", "leave");
        return all;
    }();
    static const ScreenId arrival = flow.screen("arrival");
    const auto number = static_cast<std::size_t>(event);
    if (now.current() == arrival) return moves.from_arrival[number];
    return (now.depth() > 1 && flow[now.bottom()].play ? moves.from_pause
                                                       : moves.from_title)[number];
}

Told load_of(const CompiledFlow& flow, SceneId scene) {
    static const SceneId pier = flow.scene("pier");
    return scene == pier ? Told::load_pier : Told::load_harbour;
}

class ByApply : public Machine {
  public:
    ByApply()
        : flow_(demo())
        , now_(flow_) {
        start(flow_, now_);
        for (std::size_t i = 0; i < flow_.flags.size(); ++i)
            if (flow_.flags[i].kind == FlagKind::rows) apply(flow_, now_, Move::raise(FlagId(i)));
    }

    void feed(const Event* events, std::size_t count, Tally& tally) override {
        for (std::size_t i = 0; i < count; ++i) {
            const bool was_paused = paused(flow_, now_);
            const bool had_scene = now_.phase() == Phase::loaded;
            const Outcome outcome = apply(flow_, now_, move_of(flow_, now_, events[i]));
            if (had_scene && outcome.loads) tally.tell(Told::unload);
            if (was_paused != paused(flow_, now_))
                tally.tell(was_paused ? Told::unpause : Told::pause);
            if (outcome.loads) tally.tell(load_of(flow_, now_.scene()));
        }
    }

  private:
    const CompiledFlow& flow_;
    Situation now_;
};

class ByRunner : public Machine {
  public:
    ByRunner()
        : menus_(demo()) {
        const CompiledFlow& flow = menus_.flow();
        menus_.set_rows(flow.control(flow.screen("voyages"), "charts"), {2, nullptr, nullptr});
        menus_.start();
        menus_.take_effects();
    }

    void feed(const Event* events, std::size_t count, Tally& tally) override {
        const CompiledFlow& flow = menus_.flow();
        for (std::size_t i = 0; i < count; ++i) {
            menus_.replay(move_of(flow, menus_.situation(), events[i]));
            for (const Effect& effect : menus_.take_effects()) {
                switch (effect.kind) {
                case EffectKind::load:
                case EffectKind::bring_back:
                    tally.tell(load_of(flow, SceneId(effect.subject)));
                    break;
                case EffectKind::unload:
                case EffectKind::set_aside: tally.tell(Told::unload); break;
                case EffectKind::pause: tally.tell(Told::pause); break;
                case EffectKind::unpause: tally.tell(Told::unpause); break;
                default: break;
                }
            }
        }
    }

  private:
    Runner menus_;
};

} // namespace

std::unique_ptr<Machine> by_rondix() {
    return std::make_unique<ByApply>();
}

std::unique_ptr<Machine> by_rondix_runner() {
    return std::make_unique<ByRunner>();
}

} // namespace machines
