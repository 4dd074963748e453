// Voyage: the ferry on the water. It knows nothing of menus: what happens is told as words that the
// flow answers, and it stands still while nobody lets it pass.
#pragma once

#include "scene.hpp"

#include <string_view>

namespace tidewick {

/// What the captain does with the wheel and the engine, -1 to 1.
struct Wheel {
    double rudder = 0, engine = 0;
};

enum class Happening : std::uint8_t { nothing, aground, moored };

class Voyage {
  public:
    static constexpr std::size_t max_crates = 24;

    void begin(Scene scene);
    void end() { scene_ = {}; }
    bool is_there() const { return scene_.width > 0; }

    /// Lets time pass, in steps of one length, so that it goes alike on every machine.
    Happening advance(const Wheel& wheel, double seconds);
    void throw_overboard(std::size_t crate);

    const Scene& scene() const { return scene_; }
    int number() const { return number_; } ///< another one for each that was begun
    Spot ferry() const { return ferry_; }
    double heading() const { return heading_; }
    double knots() const;
    double share_of_speed() const; ///< of full speed, from 0 to 1
    double time() const { return time_; }
    bool is_aground() const { return aground_; }
    const std::vector<std::string_view>& hold() const { return hold_; }
    const std::vector<Spot>& afloat() const { return afloat_; }

    /// Of a voyage that was written down: where she is and what she carries.
    void go_to(Spot ferry, double heading, std::size_t crates);

  private:
    Happening step(const Wheel& wheel);
    void take_crates();

    Scene scene_;
    Spot ferry_;
    double heading_ = 0, speed_ = 0, time_ = 0, left_ = 0;
    bool aground_ = false, moored_ = false;
    int number_ = 0;
    std::vector<Spot> afloat_;
    std::vector<std::string_view> hold_;
};

} // namespace tidewick
