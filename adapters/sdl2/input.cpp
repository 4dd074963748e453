#include "rondix/sdl2.hpp"

#include <algorithm>
#include <cctype>

namespace rondix::sdl2 {

namespace {

constexpr int stick_goes = 16000;   // of 32767: from here on it counts as pushed,
constexpr int stick_returns = 9000; // and until here it still does
constexpr double frame = 1.0 / 60;
constexpr double longest_step = 0.25;

std::string in_small_letters(std::string text) {
    for (char& c : text) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return text;
}

bool answers_menu(const Runner& menus) {
    const Situation& now = menus.situation();
    return now.depth() > 0 && menus.flow()[now.current()].menu != unsaid;
}

} // namespace

struct Input::Pad {
    SDL_GameController* controller = nullptr;
    SDL_JoystickID id = 0;
    bool pushed[4] = {}; // of the stick, in the order of Button
};

Input::Input(Runner& menus, SDL_Window* window)
    : menus_(menus)
    , window_(window) {
    const CompiledFlow& flow = menus.flow();
    for (std::size_t i = 0; i < flow.keys.size(); ++i) {
        const std::string name(flow.text(flow.keys[i]));
        const SDL_Keycode key = SDL_GetKeyFromName(name.c_str());
        if (key != SDLK_UNKNOWN) bind(key, KeyId(i));
    }
    for (int device = 0; device < SDL_NumJoysticks(); ++device)
        if (SDL_IsGameController(device)) open_pad(device);
    fill_window();
}

Input::~Input() {
    for (const Pad& pad : pads_) SDL_GameControllerClose(pad.controller);
}

void Input::wait(double longest) const {
    double wait = std::min(menus_.time_until_change().value_or(longest), longest);
    if (wait <= 0 && longest > 0) wait = frame;
    if (wait > 0) SDL_WaitEventTimeout(nullptr, std::max(1, static_cast<int>(wait * 1000)));
}

double Input::seconds() {
    const Uint64 now = SDL_GetPerformanceCounter();
    const double passed = last_time_ == 0 ? 0
                                          : static_cast<double>(now - last_time_) /
                                                static_cast<double>(SDL_GetPerformanceFrequency());
    last_time_ = now;
    return std::min(passed, longest_step);
}

bool Input::feed(const SDL_Event& event) {
    switch (event.type) {
    case SDL_KEYDOWN:
    case SDL_KEYUP: return feed_key(event.key);
    case SDL_MOUSEMOTION: return menus_.pointer_moves(in_design(event.motion.x, event.motion.y));
    case SDL_MOUSEBUTTONDOWN:
        return event.button.button == SDL_BUTTON_LEFT &&
               menus_.pointer_presses(in_design(event.button.x, event.button.y));
    case SDL_MOUSEBUTTONUP:
        return event.button.button == SDL_BUTTON_LEFT &&
               menus_.pointer_releases(in_design(event.button.x, event.button.y));
    case SDL_MOUSEWHEEL: {
        const float turned = static_cast<float>(event.wheel.y);
        const bool flipped = event.wheel.direction == SDL_MOUSEWHEEL_FLIPPED;
        return menus_.scroll(in_design(event.wheel.mouseX, event.wheel.mouseY),
                             flipped ? turned : -turned);
    }
    case SDL_TEXTINPUT: return menus_.type(event.text.text);
    case SDL_CONTROLLERDEVICEADDED: open_pad(event.cdevice.which); return true;
    case SDL_CONTROLLERDEVICEREMOVED: close_pad(event.cdevice.which); return true;
    case SDL_CONTROLLERBUTTONDOWN:
    case SDL_CONTROLLERBUTTONUP: return feed_button(event.cbutton);
    case SDL_CONTROLLERAXISMOTION: return feed_stick(event.caxis);
    case SDL_WINDOWEVENT: return feed_window(event.window);
    case SDL_APP_WILLENTERBACKGROUND: return tell("suspended");
    case SDL_APP_DIDENTERFOREGROUND: return tell("woken");
    default: return false;
    }
}

bool Input::obey(const Effect& effect) {
    if (effect.kind == EffectKind::begin_text) return SDL_StartTextInput(), true;
    if (effect.kind == EffectKind::end_text) return SDL_StopTextInput(), true;
    if (effect.kind != EffectKind::show_pointer && effect.kind != EffectKind::hide_pointer)
        return false;
    SDL_ShowCursor(effect.kind == EffectKind::show_pointer ? SDL_ENABLE : SDL_DISABLE);
    return true;
}

// --- keyboard

bool Input::feed_key(const SDL_KeyboardEvent& event) {
    const bool down = event.type == SDL_KEYDOWN;
    const SDL_Keycode key = event.keysym.sym;
    if (menus_.typing() != no_control) return feed_typing(key, down);
    for (const auto& [code, named] : named_) {
        if (code != key) continue;
        if (down) return menus_.press_key(named);
        menus_.release_key(named);
        return true;
    }
    switch (key) {
    case SDLK_UP: return push(Button::up, down);
    case SDLK_DOWN: return push(Button::down, down);
    case SDLK_LEFT: return push(Button::left, down);
    case SDLK_RIGHT: return push(Button::right, down);
    case SDLK_RETURN:
    case SDLK_KP_ENTER:
    case SDLK_SPACE: return push(Button::accept, down);
    case SDLK_BACKSPACE: return push(Button::back, down);
    case SDLK_PAGEUP: return push(Button::pages_back, down);
    case SDLK_PAGEDOWN: return push(Button::pages_on, down);
    case SDLK_ESCAPE:
        if (down && event.repeat == 0)
            escape_as_ = answers_menu(menus_) ? Button::menu : Button::back;
        return push(escape_as_, down);
    default: return down && event.repeat == 0 && menus_.press_other_key();
    }
}

/// While a text is typed, keys are letters, but for those that end it.
bool Input::feed_typing(SDL_Keycode key, bool down) {
    switch (key) {
    case SDLK_RETURN:
    case SDLK_KP_ENTER: return push(Button::accept, down);
    case SDLK_ESCAPE: return push(Button::back, down);
    case SDLK_BACKSPACE: return down && menus_.erase();
    default: return true;
    }
}

bool Input::push(Button button, bool down) {
    if (down) return menus_.press(button);
    menus_.release(button);
    return true;
}

void Input::bind(SDL_Keycode key, KeyId named) {
    std::erase_if(named_, [key](const auto& pair) { return pair.first == key; });
    named_.emplace_back(key, named);
}

std::string Input::key_for(KeyId named) const {
    for (const auto& [code, id] : named_)
        if (id == named) return in_small_letters(SDL_GetKeyName(code));
    return {};
}

// --- pads

void Input::open_pad(int device) {
    SDL_GameController* controller = SDL_GameControllerOpen(device);
    if (!controller) return;
    const SDL_JoystickID id = SDL_JoystickInstanceID(SDL_GameControllerGetJoystick(controller));
    const bool known =
        std::any_of(pads_.begin(), pads_.end(), [id](auto& pad) { return pad.id == id; });
    if (known)
        SDL_GameControllerClose(controller);
    else
        pads_.push_back({controller, id, {}});
}

void Input::close_pad(SDL_JoystickID id) {
    const auto pad = std::find_if(pads_.begin(), pads_.end(), [id](auto& p) { return p.id == id; });
    if (pad == pads_.end()) return;
    for (std::size_t i = 0; i < 4; ++i)
        if (pad->pushed[i]) menus_.release(Button(i));
    SDL_GameControllerClose(pad->controller);
    pads_.erase(pad);
    tell("pad-lost");
}

bool Input::feed_button(const SDL_ControllerButtonEvent& event) {
    const bool down = event.type == SDL_CONTROLLERBUTTONDOWN;
    switch (event.button) {
    case SDL_CONTROLLER_BUTTON_DPAD_UP: return push(Button::up, down);
    case SDL_CONTROLLER_BUTTON_DPAD_DOWN: return push(Button::down, down);
    case SDL_CONTROLLER_BUTTON_DPAD_LEFT: return push(Button::left, down);
    case SDL_CONTROLLER_BUTTON_DPAD_RIGHT: return push(Button::right, down);
    case SDL_CONTROLLER_BUTTON_A: return push(Button::accept, down);
    case SDL_CONTROLLER_BUTTON_B: return push(Button::back, down);
    case SDL_CONTROLLER_BUTTON_START: return push(Button::menu, down);
    case SDL_CONTROLLER_BUTTON_LEFTSHOULDER: return push(Button::pages_back, down);
    case SDL_CONTROLLER_BUTTON_RIGHTSHOULDER: return push(Button::pages_on, down);
    default: return down && menus_.press_other_key();
    }
}

/// The stick is four buttons, each with some play, so that it does not flutter.
bool Input::feed_stick(const SDL_ControllerAxisEvent& event) {
    const auto pad =
        std::find_if(pads_.begin(), pads_.end(), [&](auto& p) { return p.id == event.which; });
    const bool across = event.axis == SDL_CONTROLLER_AXIS_LEFTX;
    if (pad == pads_.end() || (!across && event.axis != SDL_CONTROLLER_AXIS_LEFTY)) return false;
    const auto turn = [&](Button button, int value) {
        bool& pushed = pad->pushed[static_cast<std::size_t>(button)];
        const bool now = value > (pushed ? stick_returns : stick_goes);
        if (now == pushed) return;
        pushed = now;
        push(button, now);
    };
    turn(across ? Button::left : Button::up, -event.value);
    turn(across ? Button::right : Button::down, event.value);
    return true;
}

// --- the window

bool Input::feed_window(const SDL_WindowEvent& event) {
    switch (event.event) {
    case SDL_WINDOWEVENT_SIZE_CHANGED: fill_window(); return true;
    case SDL_WINDOWEVENT_FOCUS_LOST: return tell("window-left");
    case SDL_WINDOWEVENT_FOCUS_GAINED: return tell("window-back");
    default: return false;
    }
}

void Input::set_area(const SDL_Rect& area) {
    whole_window_ = false;
    area_ = area;
    menus_.resize(static_cast<float>(area.w), static_cast<float>(area.h));
}

void Input::fill_window() {
    if (!whole_window_ || !window_) return;
    area_ = {};
    SDL_GetWindowSize(window_, &area_.w, &area_.h);
    menus_.resize(static_cast<float>(area_.w), static_cast<float>(area_.h));
}

Point Input::in_design(int x, int y) const {
    return menus_.canvas().to_design(
        {static_cast<float>(x - area_.x) + 0.5F, static_cast<float>(y - area_.y) + 0.5F});
}

bool Input::tell(const char* event) {
    const EventId id = menus_.flow().event(event);
    return id != no_event && menus_.tell(id);
}

} // namespace rondix::sdl2
