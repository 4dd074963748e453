// Built as C++17.
#include "machine.hpp"

#define BOOST_MPL_CFG_NO_PREPROCESSED_HEADERS
#define BOOST_MPL_LIMIT_LIST_SIZE 30
#define BOOST_MPL_LIMIT_VECTOR_SIZE 30
#include <boost/msm/back/state_machine.hpp>
#include <boost/msm/front/functor_row.hpp>
#include <boost/msm/front/state_machine_def.hpp>

namespace machines {

namespace {

namespace msm = boost::msm;
using msm::front::none;
using msm::front::Row;

template <Event which>
struct On {};

template <Told... what>
struct Tell {
    template <class E, class Machine, class From, class To>
    void operator()(const E&, Machine& machine, From&, To&) const {
        (machine.tally->tell(what), ...);
    }
};

struct Front : msm::front::state_machine_def<Front> {
    Tally* tally = nullptr;

    struct LoadingPier : msm::front::state<> {};
    struct Title : msm::front::state<> {};
    struct Voyages : msm::front::state<> {};
    struct Options : msm::front::state<> {};
    struct Crew : msm::front::state<> {};
    struct Ashore : msm::front::state<> {};
    struct LoadingHarbour : msm::front::state<> {};
    struct Bridge : msm::front::state<> {};
    struct Pause : msm::front::state<> {};
    struct PauseOptions : msm::front::state<> {};
    struct Arrival : msm::front::state<> {};
    using initial_state = LoadingPier;

    using Sail = Tell<Told::unload, Told::load_harbour>;
    using Again = Tell<Told::unload, Told::unpause, Told::load_harbour>;
    using Home = Tell<Told::unload, Told::unpause, Told::load_pier>;

    struct transition_table
        : boost::mpl::vector<Row<LoadingPier, On<Event::loaded>, Title, none, none>,
                             Row<Title, On<Event::cast_off>, Voyages, none, none>,
                             Row<Title, On<Event::options>, Options, none, none>,
                             Row<Title, On<Event::crew>, Crew, none, none>,
                             Row<Title, On<Event::ashore>, Ashore, none, none>,
                             Row<Title, On<Event::back>, Ashore, none, none>,
                             Row<Voyages, On<Event::back>, Title, none, none>,
                             Row<Voyages, On<Event::harbour>, LoadingHarbour, Sail, none>,
                             Row<Options, On<Event::back>, Title, none, none>,
                             Row<Crew, On<Event::back>, Title, none, none>,
                             Row<Ashore, On<Event::back>, Title, none, none>,
                             Row<Ashore, On<Event::stay>, Title, none, none>,
                             Row<LoadingHarbour, On<Event::loaded>, Bridge, none, none>,
                             Row<Bridge, On<Event::menu>, Pause, Tell<Told::pause>, none>,
                             Row<Bridge, On<Event::moored>, Arrival, Tell<Told::pause>, none>,
                             Row<Pause, On<Event::resume>, Bridge, Tell<Told::unpause>, none>,
                             Row<Pause, On<Event::menu>, Bridge, Tell<Told::unpause>, none>,
                             Row<Pause, On<Event::options>, PauseOptions, none, none>,
                             Row<Pause, On<Event::retry>, LoadingHarbour, Again, none>,
                             Row<Pause, On<Event::to_pier>, LoadingPier, Home, none>,
                             Row<PauseOptions, On<Event::back>, Pause, none, none>,
                             Row<Arrival, On<Event::again>, LoadingHarbour, Again, none>,
                             Row<Arrival, On<Event::to_pier>, LoadingPier, Home, none>> {};

    template <class Fsm, class E>
    void no_transition(const E&, Fsm&, int) {}
};

class ByMsm : public Machine {
  public:
    ByMsm() { machine_.start(); }

    void feed(const Event* events, std::size_t count, Tally& tally) override {
        machine_.tally = &tally;
        for (std::size_t i = 0; i < count; ++i) take(events[i]);
    }

  private:
    void take(Event event) {
        switch (event) {
        case Event::loaded: machine_.process_event(On<Event::loaded>()); break;
        case Event::cast_off: machine_.process_event(On<Event::cast_off>()); break;
        case Event::harbour: machine_.process_event(On<Event::harbour>()); break;
        case Event::options: machine_.process_event(On<Event::options>()); break;
        case Event::crew: machine_.process_event(On<Event::crew>()); break;
        case Event::ashore: machine_.process_event(On<Event::ashore>()); break;
        case Event::stay: machine_.process_event(On<Event::stay>()); break;
        case Event::back: machine_.process_event(On<Event::back>()); break;
        case Event::menu: machine_.process_event(On<Event::menu>()); break;
        case Event::resume: machine_.process_event(On<Event::resume>()); break;
        case Event::retry: machine_.process_event(On<Event::retry>()); break;
        case Event::to_pier: machine_.process_event(On<Event::to_pier>()); break;
        case Event::moored: machine_.process_event(On<Event::moored>()); break;
        case Event::again: machine_.process_event(On<Event::again>()); break;
        }
    }

    msm::back::state_machine<Front> machine_;
};

} // namespace

std::unique_ptr<Machine> by_msm() {
    return std::make_unique<ByMsm>();
}

} // namespace machines
