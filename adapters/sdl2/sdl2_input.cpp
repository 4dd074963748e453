#include "rondix/sdl2.hpp"

#include <algorithm>
#include <cctype>
#include <utility>

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

constexpr Code code_of(SDL_Keycode key) {
    return static_cast<Code>(key);
}

/// Triggers are axes to SDL; here they are buttons, with numbers above all of its own.
constexpr Code left_trigger{64};
constexpr Code right_trigger{65};

/// The lowest number that none of the rows has.
template <class Rows>
std::uint8_t free_number(const Rows& rows) {
    std::uint8_t number = 0;
    while (std::any_of(rows.begin(), rows.end(), [&](auto& row) { return row.number == number; }))
        ++number;
    return number;
}

} // namespace

struct Input::Pad {
    std::uint8_t number = 0; // that the menus know it by
    SDL_GameController* controller = nullptr;
    SDL_JoystickID id = 0;
    bool pushed[4] = {}; // of the stick, in the order of Button
    bool pulled[2] = {}; // the triggers
};

Input::Input(Runner& menus, SDL_Window* window)
    : menus_(menus)
    , window_(window) {
    menus_.set_bindings(plain_bindings(menus.flow()), {this, name_of_code});
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
    if (!takes(event)) return false;
    switch (event.type) {
    case SDL_KEYDOWN:
    case SDL_KEYUP: return feed_key(event.key);
    case SDL_MOUSEMOTION:
    case SDL_MOUSEBUTTONDOWN:
    case SDL_MOUSEBUTTONUP:
    case SDL_MOUSEWHEEL: return feed_mouse(event);
    case SDL_FINGERMOTION:
    case SDL_FINGERDOWN:
    case SDL_FINGERUP: return feed_finger(event.tfinger);
    case SDL_TEXTINPUT: return menus_.type(event.text.text);
    case SDL_CONTROLLERDEVICEADDED: open_pad(event.cdevice.which); return true;
    case SDL_CONTROLLERDEVICEREMOVED: close_pad(event.cdevice.which); return true;
    case SDL_CONTROLLERBUTTONDOWN:
    case SDL_CONTROLLERBUTTONUP: return feed_button(event.cbutton);
    case SDL_CONTROLLERAXISMOTION: return feed_axis(event.caxis);
    case SDL_WINDOWEVENT: return feed_window(event.window);
    case SDL_APP_WILLENTERBACKGROUND: return post("suspended");
    case SDL_APP_DIDENTERFOREGROUND: return post("woken");
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

// --- devices of one player

bool Input::takes(const SDL_Event& event) const {
    if (!own_) return true;
    switch (event.type) {
    case SDL_KEYDOWN:
    case SDL_KEYUP:
    case SDL_TEXTINPUT: return own_->keyboard;
    case SDL_MOUSEMOTION:
    case SDL_MOUSEBUTTONDOWN:
    case SDL_MOUSEBUTTONUP:
    case SDL_MOUSEWHEEL: return own_->mouse;
    case SDL_FINGERMOTION:
    case SDL_FINGERDOWN:
    case SDL_FINGERUP: return own_->touch;
    case SDL_CONTROLLERBUTTONDOWN:
    case SDL_CONTROLLERBUTTONUP: return takes_pad(event.cbutton.which);
    case SDL_CONTROLLERAXISMOTION: return takes_pad(event.caxis.which);
    default: return true; // pads that come and go are noted, the window is everybody's
    }
}

bool Input::takes_pad(SDL_JoystickID id) const {
    return !own_ || std::count(own_->pads.begin(), own_->pads.end(), id) > 0;
}

void Input::take_only(OwnDevices devices) {
    own_ = std::move(devices);
    if (!own_->keyboard) menus_.device_gone(Device::keyboard), ends_text_.reset();
    if (!own_->mouse) menus_.device_gone(Device::mouse);
    if (!own_->touch)
        for (const Finger& finger : fingers_) menus_.device_gone(Device::finger(finger.number));
    if (!own_->touch) fingers_.clear();
    for (Pad& pad : pads_) {
        if (takes_pad(pad.id)) continue;
        menus_.device_gone(rondix::Device::pad(pad.number));
        std::fill(std::begin(pad.pushed), std::end(pad.pushed), false);
        std::fill(std::begin(pad.pulled), std::end(pad.pulled), false);
    }
}

SDL_JoystickID Input::pad_of(Device device) const {
    if (device.kind != DeviceKind::pad) return -1;
    for (const Pad& pad : pads_)
        if (pad.number == device.number) return pad.id;
    return -1;
}

// --- mouse and fingers

/// What SDL makes up of fingers is left out: they come as what they are.
bool Input::feed_mouse(const SDL_Event& event) {
    switch (event.type) {
    case SDL_MOUSEMOTION:
        return event.motion.which != SDL_TOUCH_MOUSEID &&
               menus_.pointer_moves(in_design(event.motion.x, event.motion.y));
    case SDL_MOUSEWHEEL: {
        const auto turned = [](float exact, int whole) {
            return exact != 0 ? exact : static_cast<float>(whole);
        };
        const float down = turned(event.wheel.preciseY, event.wheel.y);
        const float across = turned(event.wheel.preciseX, event.wheel.x);
        const float sign = event.wheel.direction == SDL_MOUSEWHEEL_FLIPPED ? 1.0F : -1.0F;
        return menus_.scroll(in_design(event.wheel.mouseX, event.wheel.mouseY), sign * down,
                             -sign * across);
    }
    default: break;
    }
    if (event.button.which == SDL_TOUCH_MOUSEID || event.button.button != SDL_BUTTON_LEFT)
        return false;
    const Point at = in_design(event.button.x, event.button.y);
    return event.type == SDL_MOUSEBUTTONDOWN ? menus_.pointer_presses(at)
                                             : menus_.pointer_releases(at);
}

bool Input::feed_finger(const SDL_TouchFingerEvent& event) {
    if (event.touchId == SDL_MOUSE_TOUCHID || !window_) return false;
    int width = 0, height = 0;
    SDL_GetWindowSize(window_, &width, &height);
    const Point at = in_design(static_cast<int>(event.x * static_cast<float>(width)),
                               static_cast<int>(event.y * static_cast<float>(height)));
    auto known = std::find_if(fingers_.begin(), fingers_.end(),
                              [&](auto& one) { return one.id == event.fingerId; });
    if (known == fingers_.end()) {
        if (event.type != SDL_FINGERDOWN) return false;
        fingers_.push_back({free_number(fingers_), event.fingerId});
        known = fingers_.end() - 1;
    }
    const Device by = Device::finger(known->number);
    if (event.type == SDL_FINGERMOTION) return menus_.pointer_moves(at, by);
    if (event.type == SDL_FINGERDOWN) return menus_.pointer_presses(at, by);
    fingers_.erase(known);
    return menus_.pointer_releases(at, by);
}

// --- keyboard

namespace {

/// Of a word that a flow has for a key.
SDL_Keycode key_of_word(std::string_view word) {
    constexpr std::pair<std::string_view, SDL_Keycode> words[] = {
        {"comma", SDLK_COMMA},       {"period", SDLK_PERIOD},      {"minus", SDLK_MINUS},
        {"left-shift", SDLK_LSHIFT}, {"right-shift", SDLK_RSHIFT}, {"left-ctrl", SDLK_LCTRL},
        {"right-ctrl", SDLK_RCTRL},  {"left-alt", SDLK_LALT},      {"right-alt", SDLK_RALT}};
    for (const auto& [known, key] : words)
        if (known == word) return key;
    return SDL_GetKeyFromName(std::string(word).c_str()); // letters, digits, "F1", "tab"
}

constexpr std::pair<std::string_view, Code> pad_words[] = {
    {"x", Code{SDL_CONTROLLER_BUTTON_X}},
    {"y", Code{SDL_CONTROLLER_BUTTON_Y}},
    {"select", Code{SDL_CONTROLLER_BUTTON_BACK}},
    {"left-stick", Code{SDL_CONTROLLER_BUTTON_LEFTSTICK}},
    {"right-stick", Code{SDL_CONTROLLER_BUTTON_RIGHTSTICK}},
    {"left-trigger", left_trigger},
    {"right-trigger", right_trigger}};

std::optional<Code> button_of_word(std::string_view word) {
    for (const auto& [known, button] : pad_words)
        if (known == word) return button;
    return std::nullopt;
}

} // namespace

/// What the flow says goes first, so that it may take a key that would be a button else. A name
/// that SDL knows a key for needs no word.
Bindings Input::plain_bindings(const CompiledFlow& flow) {
    constexpr auto keys = DeviceKind::keyboard, pads = DeviceKind::pad;
    Bindings bindings(flow);
    for (std::size_t i = 0; i < flow.keys.size(); ++i) {
        const KeyDefault& said = flow.key_defaults[i];
        const bool some = said.keyboard.length > 0;
        const SDL_Keycode key = key_of_word(flow.text(some ? said.keyboard : flow.keys[i]));
        if (key != SDLK_UNKNOWN) bindings.add(keys, code_of(key), target_of(KeyId(i)));
        if (const auto button = button_of_word(flow.text(said.pad)))
            bindings.add(pads, *button, target_of(KeyId(i)));
    }
    constexpr std::pair<SDL_Keycode, Button> plain_keys[] = {{SDLK_UP, Button::up},
                                                             {SDLK_DOWN, Button::down},
                                                             {SDLK_LEFT, Button::left},
                                                             {SDLK_RIGHT, Button::right},
                                                             {SDLK_RETURN, Button::accept},
                                                             {SDLK_SPACE, Button::accept},
                                                             {SDLK_KP_ENTER, Button::accept},
                                                             {SDLK_BACKSPACE, Button::back},
                                                             {SDLK_ESCAPE, Button::menu},
                                                             {SDLK_PAGEUP, Button::pages_back},
                                                             {SDLK_PAGEDOWN, Button::pages_on}};
    for (const auto& [key, button] : plain_keys)
        bindings.add(keys, code_of(key), target_of(button));
    constexpr std::pair<SDL_GameControllerButton, Button> plain_buttons[] = {
        {SDL_CONTROLLER_BUTTON_DPAD_UP, Button::up},
        {SDL_CONTROLLER_BUTTON_DPAD_DOWN, Button::down},
        {SDL_CONTROLLER_BUTTON_DPAD_LEFT, Button::left},
        {SDL_CONTROLLER_BUTTON_DPAD_RIGHT, Button::right},
        {SDL_CONTROLLER_BUTTON_A, Button::accept},
        {SDL_CONTROLLER_BUTTON_B, Button::back},
        {SDL_CONTROLLER_BUTTON_START, Button::menu},
        {SDL_CONTROLLER_BUTTON_LEFTSHOULDER, Button::pages_back},
        {SDL_CONTROLLER_BUTTON_RIGHTSHOULDER, Button::pages_on}};
    for (const auto& [code, button] : plain_buttons)
        bindings.add(pads, static_cast<Code>(code), target_of(button));
    // What is left on every pad is for the other keys that the flow wants there, in its order.
    for (const KeyId key : flow.pad_keys)
        for (const auto& [word, button] : pad_words)
            if (bindings.codes(pads, target_of(key)).empty())
                bindings.add(pads, button, target_of(key));
    return bindings;
}

namespace {
constexpr std::pair<Code, std::string_view> pad_names[] = {
    {Code{SDL_CONTROLLER_BUTTON_A}, "A"},
    {Code{SDL_CONTROLLER_BUTTON_B}, "B"},
    {Code{SDL_CONTROLLER_BUTTON_X}, "X"},
    {Code{SDL_CONTROLLER_BUTTON_Y}, "Y"},
    {Code{SDL_CONTROLLER_BUTTON_BACK}, "Select"},
    {Code{SDL_CONTROLLER_BUTTON_GUIDE}, "Guide"},
    {Code{SDL_CONTROLLER_BUTTON_START}, "Start"},
    {Code{SDL_CONTROLLER_BUTTON_LEFTSTICK}, "Left stick"},
    {Code{SDL_CONTROLLER_BUTTON_RIGHTSTICK}, "Right stick"},
    {Code{SDL_CONTROLLER_BUTTON_LEFTSHOULDER}, "Left shoulder"},
    {Code{SDL_CONTROLLER_BUTTON_RIGHTSHOULDER}, "Right shoulder"},
    {Code{SDL_CONTROLLER_BUTTON_DPAD_UP}, "Pad up"},
    {Code{SDL_CONTROLLER_BUTTON_DPAD_DOWN}, "Pad down"},
    {Code{SDL_CONTROLLER_BUTTON_DPAD_LEFT}, "Pad left"},
    {Code{SDL_CONTROLLER_BUTTON_DPAD_RIGHT}, "Pad right"},
    {left_trigger, "Left trigger"},
    {right_trigger, "Right trigger"}};
} // namespace

bool Input::code_of_name(void*, DeviceKind kind, std::string_view name, Code& code) {
    if (kind == DeviceKind::pad) {
        for (const auto& [known, own] : pad_names)
            if (own == name) return code = known, true;
        return false;
    }
    const SDL_Keycode key = SDL_GetKeyFromName(std::string(name).c_str());
    code = code_of(key);
    return key != SDLK_UNKNOWN;
}

/// SDL writes some names anew at each call, so they are kept here.
std::string_view Input::name_of_code(void* input, DeviceKind kind, Code code) {
    if (kind == DeviceKind::pad) {
        for (const auto& [known, name] : pad_names)
            if (known == code) return name;
        return {};
    }
    auto& names = static_cast<Input*>(input)->names_;
    const auto [name, is_new] = names.try_emplace(code);
    if (is_new) name->second = SDL_GetKeyName(static_cast<SDL_Keycode>(code));
    return name->second;
}

bool Input::feed_key(const SDL_KeyboardEvent& event) {
    const bool down = event.type == SDL_KEYDOWN;
    const SDL_Keycode key = event.keysym.sym;
    if (!down && ends_text_ && ends_text_->first == key) {
        menus_.release(ends_text_->second);
        ends_text_.reset();
        return true;
    }
    if (!down) return menus_.release_code(Device::keyboard, code_of(key)), true;
    return menus_.typing() != no_control ? feed_typing(key)
                                         : menus_.press_code(Device::keyboard, code_of(key));
}

/// While a text is typed, keys are letters, but for those that end it.
bool Input::feed_typing(SDL_Keycode key) {
    const bool keeps = key == SDLK_RETURN || key == SDLK_KP_ENTER;
    if (key == SDLK_BACKSPACE) return menus_.erase();
    if (!keeps && key != SDLK_ESCAPE) return true;
    if (ends_text_) return true;
    ends_text_.emplace(key, keeps ? Button::accept : Button::back);
    return menus_.press(ends_text_->second);
}

void Input::bind(SDL_Keycode key, KeyId named) {
    Bindings bindings = menus_.bindings();
    bindings.rebind(DeviceKind::keyboard, code_of(key), target_of(named));
    menus_.set_bindings(bindings, {this, name_of_code});
}

std::string Input::key_for(KeyId named) const {
    const auto codes = menus_.bindings().codes(DeviceKind::keyboard, target_of(named));
    return codes.empty() ? std::string{}
                         : in_small_letters(SDL_GetKeyName(static_cast<SDL_Keycode>(codes[0])));
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
        pads_.push_back({free_number(pads_), controller, id, {}});
}

void Input::close_pad(SDL_JoystickID id) {
    const auto pad = std::find_if(pads_.begin(), pads_.end(), [id](auto& p) { return p.id == id; });
    if (pad == pads_.end()) return;
    menus_.device_gone(rondix::Device::pad(pad->number));
    SDL_GameControllerClose(pad->controller);
    pads_.erase(pad);
    if (takes_pad(id)) post("pad-lost");
}

Device Input::pad_with(SDL_JoystickID id) const {
    const auto pad = std::find_if(pads_.begin(), pads_.end(), [id](auto& p) { return p.id == id; });
    return rondix::Device::pad(pad == pads_.end() ? std::uint8_t{0} : pad->number);
}

bool Input::feed_button(const SDL_ControllerButtonEvent& event) {
    const Device by = pad_with(event.which);
    if (event.type == SDL_CONTROLLERBUTTONDOWN)
        return menus_.press_code(by, static_cast<Code>(event.button));
    menus_.release_code(by, static_cast<Code>(event.button));
    return true;
}

/// Whether a stick or trigger counts as pushed, with some play, so that it does not flutter.
static bool goes_over(int value, bool& pushed) {
    const bool now = value > (pushed ? stick_returns : stick_goes);
    return std::exchange(pushed, now) != now;
}

/// The left stick is four buttons, and each trigger one.
bool Input::feed_axis(const SDL_ControllerAxisEvent& event) {
    const auto pad =
        std::find_if(pads_.begin(), pads_.end(), [&](auto& p) { return p.id == event.which; });
    if (pad == pads_.end()) return false;
    const Device by = rondix::Device::pad(pad->number);
    const auto turn = [&](Button button, int value) {
        bool& pushed = pad->pushed[static_cast<std::size_t>(button)];
        if (!goes_over(value, pushed)) return;
        pushed ? static_cast<void>(menus_.press(button, by)) : menus_.release(button, by);
    };
    switch (event.axis) {
    case SDL_CONTROLLER_AXIS_LEFTX:
        turn(Button::left, -event.value), turn(Button::right, event.value);
        return true;
    case SDL_CONTROLLER_AXIS_LEFTY:
        turn(Button::up, -event.value), turn(Button::down, event.value);
        return true;
    case SDL_CONTROLLER_AXIS_TRIGGERLEFT:
    case SDL_CONTROLLER_AXIS_TRIGGERRIGHT: {
        const bool left = event.axis == SDL_CONTROLLER_AXIS_TRIGGERLEFT;
        bool& pulled = pad->pulled[left ? 0 : 1];
        const bool changed = goes_over(event.value, pulled);
        const Code code = left ? left_trigger : right_trigger;
        if (changed && pulled) return menus_.press_code(by, code);
        if (changed) menus_.release_code(by, code);
        return changed;
    }
    default: return false;
    }
}

// --- the window

bool Input::feed_window(const SDL_WindowEvent& event) {
    switch (event.event) {
    case SDL_WINDOWEVENT_SIZE_CHANGED: fill_window(); return true;
    case SDL_WINDOWEVENT_FOCUS_LOST: return post("window-left");
    case SDL_WINDOWEVENT_FOCUS_GAINED: return post("window-back");
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

bool Input::post(const char* event) {
    const EventId id = menus_.flow().event(event);
    return id != no_event && menus_.post(id);
}

} // namespace rondix::sdl2
