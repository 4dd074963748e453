#include "machine.hpp"

#include <boost/mpl/list.hpp>
#include <boost/statechart/event.hpp>
#include <boost/statechart/simple_state.hpp>
#include <boost/statechart/state_machine.hpp>
#include <boost/statechart/transition.hpp>

namespace machines {

namespace {

namespace sc = boost::statechart;

template <Event which>
struct On : sc::event<On<which>> {};

struct LoadingPier;
struct Chart : sc::state_machine<Chart, LoadingPier> {
    Tally* tally = nullptr;

    template <Told... what>
    void tell() {
        (tally->tell(what), ...);
    }
    template <class E>
    void pause(const E&) {
        tell<Told::pause>();
    }
    template <class E>
    void unpause(const E&) {
        tell<Told::unpause>();
    }
    template <class E>
    void sail(const E&) {
        tell<Told::unload, Told::load_harbour>();
    }
    template <class E>
    void again(const E&) {
        tell<Told::unload, Told::unpause, Told::load_harbour>();
    }
    template <class E>
    void home(const E&) {
        tell<Told::unload, Told::unpause, Told::load_pier>();
    }
};

template <Event event, class To>
using Go = sc::transition<On<event>, To>;
#define RONDIX_TELLING(event, To, how)                                                             \
    sc::transition<On<Event::event>, To, Chart, &Chart::how<On<Event::event>>>

struct Title;
struct Voyages;
struct Options;
struct Crew;
struct Ashore;
struct LoadingHarbour;
struct Bridge;
struct Pause;
struct PauseOptions;
struct Arrival;

struct LoadingPier : sc::simple_state<LoadingPier, Chart> {
    using reactions = boost::mpl::list<Go<Event::loaded, Title>>;
};
struct Title : sc::simple_state<Title, Chart> {
    using reactions =
        boost::mpl::list<Go<Event::cast_off, Voyages>, Go<Event::options, Options>,
                         Go<Event::crew, Crew>, Go<Event::ashore, Ashore>, Go<Event::back, Ashore>>;
};
struct Voyages : sc::simple_state<Voyages, Chart> {
    using reactions =
        boost::mpl::list<Go<Event::back, Title>, RONDIX_TELLING(harbour, LoadingHarbour, sail)>;
};
struct Options : sc::simple_state<Options, Chart> {
    using reactions = boost::mpl::list<Go<Event::back, Title>>;
};
struct Crew : sc::simple_state<Crew, Chart> {
    using reactions = boost::mpl::list<Go<Event::back, Title>>;
};
struct Ashore : sc::simple_state<Ashore, Chart> {
    using reactions = boost::mpl::list<Go<Event::back, Title>, Go<Event::stay, Title>>;
};
struct LoadingHarbour : sc::simple_state<LoadingHarbour, Chart> {
    using reactions = boost::mpl::list<Go<Event::loaded, Bridge>>;
};
struct Bridge : sc::simple_state<Bridge, Chart> {
    using reactions = boost::mpl::list<RONDIX_TELLING(menu, Pause, pause),
                                       RONDIX_TELLING(moored, Arrival, pause)>;
};
struct Pause : sc::simple_state<Pause, Chart> {
    using reactions =
        boost::mpl::list<RONDIX_TELLING(resume, Bridge, unpause),
                         RONDIX_TELLING(menu, Bridge, unpause), Go<Event::options, PauseOptions>,
                         RONDIX_TELLING(retry, LoadingHarbour, again),
                         RONDIX_TELLING(to_pier, LoadingPier, home)>;
};
struct PauseOptions : sc::simple_state<PauseOptions, Chart> {
    using reactions = boost::mpl::list<Go<Event::back, Pause>>;
};
struct Arrival : sc::simple_state<Arrival, Chart> {
    using reactions = boost::mpl::list<RONDIX_TELLING(again, LoadingHarbour, again),
                                       RONDIX_TELLING(to_pier, LoadingPier, home)>;
};
#undef RONDIX_TELLING

class ByStatechart : public Machine {
  public:
    ByStatechart() { chart_.initiate(); }

    void feed(const Event* events, std::size_t count, Tally& tally) override {
        chart_.tally = &tally;
        for (std::size_t i = 0; i < count; ++i) take(events[i]);
    }

  private:
    void take(Event event) {
        switch (event) {
        case Event::loaded: chart_.process_event(On<Event::loaded>()); break;
        case Event::cast_off: chart_.process_event(On<Event::cast_off>()); break;
        case Event::harbour: chart_.process_event(On<Event::harbour>()); break;
        case Event::options: chart_.process_event(On<Event::options>()); break;
        case Event::crew: chart_.process_event(On<Event::crew>()); break;
        case Event::ashore: chart_.process_event(On<Event::ashore>()); break;
        case Event::stay: chart_.process_event(On<Event::stay>()); break;
        case Event::back: chart_.process_event(On<Event::back>()); break;
        case Event::menu: chart_.process_event(On<Event::menu>()); break;
        case Event::resume: chart_.process_event(On<Event::resume>()); break;
        case Event::retry: chart_.process_event(On<Event::retry>()); break;
        case Event::to_pier: chart_.process_event(On<Event::to_pier>()); break;
        case Event::moored: chart_.process_event(On<Event::moored>()); break;
        case Event::again: chart_.process_event(On<Event::again>()); break;
        }
    }

    Chart chart_;
};

} // namespace

std::unique_ptr<Machine> by_statechart() {
    return std::make_unique<ByStatechart>();
}

} // namespace machines
