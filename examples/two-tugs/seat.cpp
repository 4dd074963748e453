#include "seat.hpp"

#include "two-tugs.ids.hpp"

#include <algorithm>
#include <array>
#include <cstdio>

namespace two_tugs {

using namespace rondix;
namespace ids = ::two_tugs_menus;

Seat::Seat(const CompiledFlow& flow, Painter& painter, SDL_Window* window)
    : menus_(flow)
    , input_(menus_, window)
    , painter_(painter) {
    menus_.set_text_measurer(painter.text_measurer());
    input_.take_only({});
    menus_.start();
}

bool Seat::at(ScreenId screen) const {
    return menus_.menu_state().is_open(screen);
}

bool Seat::is_free() const {
    return menus_.menu_state().current() == ids::screens::join;
}
bool Seat::misses_pad() const {
    return at(ids::screens::lost_pad);
}
bool Seat::is_ready() const {
    return at(ids::screens::ready);
}
bool Seat::keeps_waiting() const {
    return !is_free() && !is_ready() && !is_out();
}
bool Seat::is_out() const {
    return menus_.menu_state().scene() == ids::scenes::bay;
}
bool Seat::stops() const {
    return is_out() && (at(ids::screens::pause) || at(ids::screens::lost_pad));
}

void Seat::give(const sdl2::OwnDevices& devices) {
    own_ = devices;
    helm_ = {}; // what another device pushed it does not push any more
    input_.take_only(devices);
    menus_.set_flag(ids::flags::pad_present, true);
}

/// What the menus leave alone is the helm's.
bool Seat::feed(const SDL_Event& event) {
    if (!input_.takes(event)) return false;
    if (event.type == SDL_CONTROLLERDEVICEREMOVED &&
        std::count(own_.pads.begin(), own_.pads.end(), event.cdevice.which) > 0)
        menus_.set_flag(ids::flags::pad_present, false); // the menus hear of it as `pad-lost`
    note_helm(event);
    return input_.feed(event);
}

void Seat::note_helm(const SDL_Event& event) {
    if (event.type == SDL_KEYDOWN || event.type == SDL_KEYUP) {
        const float pushed = event.type == SDL_KEYDOWN ? 1.0F : 0.0F;
        switch (event.key.keysym.sym) {
        case SDLK_LEFT: helm_.across = -pushed; break;
        case SDLK_RIGHT: helm_.across = pushed; break;
        case SDLK_UP: helm_.ahead = pushed; break;
        case SDLK_DOWN: helm_.ahead = -pushed; break;
        default: break;
        }
    }
    if (event.type == SDL_CONTROLLERAXISMOTION) {
        const float pushed = static_cast<float>(event.caxis.value) / 32768.0F;
        if (event.caxis.axis == SDL_CONTROLLER_AXIS_LEFTX) helm_.across = pushed;
        if (event.caxis.axis == SDL_CONTROLLER_AXIS_LEFTY) helm_.ahead = -pushed;
    }
}

void Seat::advance(float seconds, bool game_runs) {
    menus_.advance(static_cast<double>(seconds));
    for (const Effect& effect : menus_.take_effects())
        if (!input_.obey(effect)) obey(effect);
    if (is_free()) give({}); // he has got up
    if (game_runs && runs(menus_.flow(), menus_.menu_state())) {
        tug_.advance(helm_, seconds);
        if (tug_.is_moored()) menus_.post(ids::events::moored);
    }
    namespace helm = ids::controls::helm;
    menus_.set_shown_share(helm::steam, tug_.steam());
    std::array<char, 48> text{};
    std::snprintf(text.data(), text.size(), "%.0f fathoms to the quay",
                  static_cast<double>(tug_.y()) * 120);
    menus_.set_shown_text(helm::log, text.data());
}

void Seat::obey(const Effect& effect) {
    if (effect.kind == EffectKind::load) {
        tug_.start();
        helm_ = {};
        menus_.finish(effect.load_ticket(), Answer::done);
    }
    quits_ = quits_ || effect.kind == EffectKind::quit;
}

void Seat::cast_off() {
    menus_.post(ids::events::cast_off);
}

/// Asked anew in each frame: he may be on his way back to the helm while the other one has stopped.
void Seat::hear_of_other(bool other_stops) {
    menus_.set_flag(ids::flags::other_stops, other_stops);
    if (other_stops) menus_.post(ids::events::other_stops);
}

void Seat::set_area(const SDL_Rect& area) {
    area_ = area;
    input_.set_area(area);
}

void Seat::draw(SDL_Surface* screen) {
    constexpr std::array<Uint32, 3> paints = {0xC8503C, 0x4C9A5A, 0x4678B4};
    const auto fill = [&](float x, float y, float width, float height, Uint32 colour) {
        const SDL_Rect rect{area_.x + static_cast<int>(x), area_.y + static_cast<int>(y),
                            static_cast<int>(width), static_cast<int>(height)};
        SDL_FillRect(screen, &rect, colour);
    };
    const auto width = static_cast<float>(area_.w), height = static_cast<float>(area_.h);
    fill(0, 0, width, height, 0x1E4A58);
    fill(0, 0, width, height * 0.07F, 0x7A6A50); // the quay
    const float x = tug_.x() * width, y = tug_.y() * height;
    fill(x - 22, y - 40, 44, 80, paints.at(menus_.value_of(ids::settings::tug)));
    fill(x - 12, y - 6, 24, 30, 0xF0E6D0);
    SDL_Surface& to = *screen;
    auto* pixels = static_cast<Uint8*>(to.pixels) +
                   static_cast<std::ptrdiff_t>(area_.y) * to.pitch +
                   static_cast<std::ptrdiff_t>(area_.x) * to.format->BytesPerPixel;
    painter_.paint_over(menus_.canvas(), menus_.view(), {pixels, area_.w, area_.h, to.pitch});
}

} // namespace two_tugs
