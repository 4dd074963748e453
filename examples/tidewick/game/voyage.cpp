#include "voyage.hpp"

#include <algorithm>
#include <cmath>

namespace tidewick {

namespace {

constexpr double step_time = 1.0 / 120;
constexpr double full_speed = 90; // metres a second; it is a game
constexpr double draught = 0.6;
constexpr double reach = 46; // of the boat hook
constexpr std::string_view wares[] = {"Tea", "Rope", "Lamps", "Salt", "Letters", "Apples"};

} // namespace

void Voyage::begin(Scene scene) {
    const int number = number_ + 1;
    *this = {};
    number_ = number;
    scene_ = std::move(scene);
    ferry_ = scene_.start;
    heading_ = scene_.heading;
    afloat_ = scene_.crates;
}

void Voyage::go_to(Spot ferry, double heading, std::size_t crates) {
    ferry_ = {std::clamp(ferry.x, 0.0, scene_.width), std::clamp(ferry.y, 0.0, scene_.height)};
    heading_ = heading;
    for (std::size_t i = 0; i < std::min(crates, max_crates); ++i)
        hold_.push_back(wares[i % std::size(wares)]);
}

double Voyage::knots() const {
    return std::abs(speed_) / 5;
}

double Voyage::share_of_speed() const {
    return std::abs(speed_) / full_speed;
}

Happening Voyage::advance(const Wheel& wheel, double seconds) {
    Happening happening = Happening::nothing;
    left_ += std::min(seconds, 0.25);
    const int steps = static_cast<int>(left_ / step_time);
    left_ -= steps * step_time;
    for (int i = 0; i < steps; ++i)
        if (const Happening now = step(wheel); now != Happening::nothing) happening = now;
    return happening;
}

Happening Voyage::step(const Wheel& wheel) {
    time_ += step_time;
    if (aground_ || moored_) return Happening::nothing;
    const double wanted = wheel.engine * (wheel.engine < 0 ? full_speed / 3 : full_speed);
    speed_ += std::clamp(wanted - speed_, -40 * step_time, 40 * step_time);
    heading_ += wheel.rudder * speed_ / full_speed * 1.1 * step_time;
    ferry_.x = std::clamp(ferry_.x + std::cos(heading_) * speed_ * step_time, 0.0, scene_.width);
    ferry_.y = std::clamp(ferry_.y + std::sin(heading_) * speed_ * step_time, 0.0, scene_.height);
    take_crates();
    const bool at_quay =
        scene_.has_quay && std::hypot(ferry_.x - scene_.quay.x, ferry_.y - scene_.quay.y) < 80;
    if (at_quay && std::abs(speed_) < 25) {
        moored_ = true;
        speed_ = 0;
        return Happening::moored;
    }
    if (at_quay || scene_.depths.at(ferry_) > draught) return Happening::nothing;
    aground_ = true;
    speed_ = 0;
    return Happening::aground;
}

void Voyage::take_crates() {
    if (hold_.size() == max_crates) return;
    const auto near = std::find_if(afloat_.begin(), afloat_.end(), [&](Spot crate) {
        return std::hypot(crate.x - ferry_.x, crate.y - ferry_.y) < reach;
    });
    if (near == afloat_.end()) return;
    afloat_.erase(near);
    hold_.push_back(wares[(hold_.size() + static_cast<std::size_t>(time_)) % std::size(wares)]);
}

/// It floats behind her.
void Voyage::throw_overboard(std::size_t crate) {
    if (crate >= hold_.size()) return;
    hold_.erase(hold_.begin() + static_cast<std::ptrdiff_t>(crate));
    afloat_.push_back({std::clamp(ferry_.x - std::cos(heading_) * 90, 0.0, scene_.width),
                       std::clamp(ferry_.y - std::sin(heading_) * 90, 0.0, scene_.height)});
}

} // namespace tidewick
