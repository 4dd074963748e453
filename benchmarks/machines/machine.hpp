// The core of the demo's menus, driven in four ways that have to come to the same: a switch written
// by hand, Boost.MSM, Boost.Statechart and Rondix. What the game is told is mixed into a number,
// which all must agree on. (Standard C++17, for Boost.MSM knows no later one.)
#pragma once

#include <cstddef>
#include <cstdint>
#include <memory>

namespace machines {

enum class Event : std::uint8_t {
    loaded,
    cast_off,
    harbour,
    options,
    crew,
    ashore,
    stay,
    back,
    menu,
    resume,
    retry,
    to_pier,
    moored,
    again,
};
inline constexpr std::size_t event_count = 14;

enum class Told : std::uint8_t { load_pier = 1, load_harbour, unload, pause, unpause };

class Tally {
  public:
    void tell(Told what) { number_ = number_ * 31 + static_cast<std::uint64_t>(what); }
    std::uint64_t number() const { return number_; }

  private:
    std::uint64_t number_ = 7;
};

class Machine {
  public:
    virtual ~Machine() = default;
    /// One after the other.
    virtual void feed(const Event* events, std::size_t count, Tally& tally) = 0;
};

std::unique_ptr<Machine> by_switch();
std::unique_ptr<Machine> by_msm();
std::unique_ptr<Machine> by_statechart();
std::unique_ptr<Machine> by_rondix();        ///< apply() alone
std::unique_ptr<Machine> by_rondix_runner(); ///< with focus, looks, effects and all

} // namespace machines
