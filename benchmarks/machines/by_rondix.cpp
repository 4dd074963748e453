// The demo's flow itself: more screens, conditions and questions than the others know.
#include "machine.hpp"

#include "rondix/runtime/runner.hpp"
#include "rondix/tools/flow.hpp"

#include <array>
#include <vector>

namespace machines {

namespace {

using namespace rondix;

const CompiledFlow& demo() {
    static const FlowFile file = load_flow(RONDIX_ROOT "/examples/tidewick/tidewick.flow.yaml");
    return *file.compiled;
}

/// What an event is on each screen: most are the same on all, options and the way to the pier are
/// buttons of two.
class Moves {
  public:
    explicit Moves(const CompiledFlow& flow) {
        const auto press = [&](const char* screen, const char* control) {
            return Move::press(flow.control(flow.screen(screen), control));
        };
        const std::array<Move, event_count> on = {Move::loaded(),
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
        of_screen_.assign(flow.screens.size(), on);
        at(flow.screen("pause"), Event::options) = press("pause", "options");
        at(flow.screen("arrival"), Event::to_pier) = press("arrival", "leave");
    }

    Move of(ScreenId screen, Event event) const {
        return of_screen_[index(screen)][static_cast<std::size_t>(event)];
    }

  private:
    Move& at(ScreenId screen, Event event) {
        return of_screen_[index(screen)][static_cast<std::size_t>(event)];
    }
    std::vector<std::array<Move, event_count>> of_screen_;
};

class ByApply : public Machine {
  public:
    ByApply()
        : flow_(demo())
        , now_(flow_)
        , moves_(flow_)
        , pier_(flow_.scene("pier")) {
        start_flow(flow_, now_);
        for (std::size_t i = 0; i < flow_.flags.size(); ++i)
            if (flow_.flags[i].kind == FlagKind::rows) apply(flow_, now_, Move::raise(FlagId(i)));
    }

    void feed(const Event* events, std::size_t count, Tally& tally) override {
        for (std::size_t i = 0; i < count; ++i) {
            const bool had_scene = now_.phase() == Phase::loaded;
            const Outcome outcome = apply(flow_, now_, moves_.of(now_.current(), events[i]));
            if (had_scene && outcome.loads) tally.tell(Told::unload);
            if (const bool pauses = paused(flow_, now_); pauses != paused_) {
                tally.tell(paused_ ? Told::unpause : Told::pause);
                paused_ = pauses;
            }
            if (outcome.loads)
                tally.tell(now_.scene() == pier_ ? Told::load_pier : Told::load_harbour);
        }
    }

  private:
    const CompiledFlow& flow_;
    MenuState now_;
    Moves moves_;
    SceneId pier_;
    bool paused_ = false;
};

class ByRunner : public Machine {
  public:
    ByRunner()
        : menus_(demo())
        , moves_(demo())
        , pier_(demo().scene("pier")) {
        const CompiledFlow& flow = menus_.flow();
        menus_.set_rows(flow.control(flow.screen("voyages"), "charts"), {2, nullptr, nullptr});
        menus_.start();
        menus_.take_effects();
    }

    void feed(const Event* events, std::size_t count, Tally& tally) override {
        for (std::size_t i = 0; i < count; ++i) {
            menus_.replay(moves_.of(menus_.menu_state().current(), events[i]));
            for (const Effect& effect : menus_.take_effects()) {
                switch (effect.kind) {
                case EffectKind::load:
                case EffectKind::bring_back:
                    tally.tell(effect.scene() == pier_ ? Told::load_pier : Told::load_harbour);
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
    Moves moves_;
    SceneId pier_;
};

} // namespace

std::unique_ptr<Machine> by_rondix() {
    return std::make_unique<ByApply>();
}

std::unique_ptr<Machine> by_rondix_runner() {
    return std::make_unique<ByRunner>();
}

} // namespace machines
