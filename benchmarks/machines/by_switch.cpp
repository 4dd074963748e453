#include "machine.hpp"

namespace machines {

namespace {

enum class State : std::uint8_t {
    loading_pier,
    title,
    voyages,
    options,
    crew,
    ashore,
    loading_harbour,
    bridge,
    pause,
    pause_options,
    arrival,
};

class BySwitch : public Machine {
  public:
    void feed(const Event* events, std::size_t count, Tally& tally) override {
        for (std::size_t i = 0; i < count; ++i) take(events[i], tally);
    }

  private:
    void take(Event event, Tally& tally) {
        switch (state_) {
        case State::loading_pier:
            if (event == Event::loaded) state_ = State::title;
            break;
        case State::title:
            switch (event) {
            case Event::cast_off: state_ = State::voyages; break;
            case Event::options: state_ = State::options; break;
            case Event::crew: state_ = State::crew; break;
            case Event::ashore:
            case Event::back: state_ = State::ashore; break;
            default: break;
            }
            break;
        case State::voyages:
            if (event == Event::back) state_ = State::title;
            if (event == Event::harbour)
                load(State::loading_harbour, Told::load_harbour, false, tally);
            break;
        case State::options:
        case State::crew:
            if (event == Event::back) state_ = State::title;
            break;
        case State::ashore:
            if (event == Event::back || event == Event::stay) state_ = State::title;
            break;
        case State::loading_harbour:
            if (event == Event::loaded) state_ = State::bridge;
            break;
        case State::bridge:
            if (event != Event::menu && event != Event::moored) break;
            tally.tell(Told::pause);
            state_ = event == Event::menu ? State::pause : State::arrival;
            break;
        case State::pause:
            switch (event) {
            case Event::resume:
            case Event::menu:
                tally.tell(Told::unpause);
                state_ = State::bridge;
                break;
            case Event::options: state_ = State::pause_options; break;
            case Event::retry: load(State::loading_harbour, Told::load_harbour, true, tally); break;
            case Event::to_pier: load(State::loading_pier, Told::load_pier, true, tally); break;
            default: break;
            }
            break;
        case State::pause_options:
            if (event == Event::back) state_ = State::pause;
            break;
        case State::arrival:
            if (event == Event::again)
                load(State::loading_harbour, Told::load_harbour, true, tally);
            if (event == Event::to_pier) load(State::loading_pier, Told::load_pier, true, tally);
            break;
        }
    }

    void load(State to, Told told, bool paused, Tally& tally) {
        tally.tell(Told::unload);
        if (paused) tally.tell(Told::unpause);
        tally.tell(told);
        state_ = to;
    }

    State state_ = State::loading_pier;
};

} // namespace

std::unique_ptr<Machine> by_switch() {
    return std::make_unique<BySwitch>();
}

} // namespace machines
