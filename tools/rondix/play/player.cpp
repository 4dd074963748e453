#include "play/player.hpp"

#include "commands.hpp"
#include "outputs.hpp"
#include "play/editor/editor_view.hpp"
#include "play/overlay.hpp"
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <chrono>

namespace rondix::tool {

namespace {

constexpr double look_for_changes_every = 0.1;
constexpr double notice_stands = 4;
constexpr double load_step = 0.4;
constexpr double longest_load = 30;

std::uint32_t number(std::size_t value) {
    return static_cast<std::uint32_t>(value);
}

} // namespace

Player::Player(const PlayOptions& options, Session& session, Stage& stage)
    : options_(options)
    , session_(session)
    , stage_(stage)
    , kept_(options.settings)
    , trace_(options.trace)
    , editor_(session, {[this] { reload(); }, [this] { arrange(); },
                        [this] { game_.follow(session_.runner()); },
                        [this](std::string text) { say(std::move(text)); }}) {
    game_.load_time = options.load_time;
    is_listed_ = options.draw_list;
    stage_.show_panel(options.panel);
    connect();
}

/// A new Runner wants new devices.
void Player::connect() {
    input_.emplace(session_.runner(), stage_.window());
    stage_.pixels();
    input_->set_area(stage_.game_area());
    bind_named_keys();
    load_settings();
    mirror();
    listen();
    SDL_ShowCursor(session_.runner().pointer_shown() || stage_.panel_shown() ? SDL_ENABLE
                                                                             : SDL_DISABLE);
    dirty_ = true;
}

/// Files of sounds take a while to read, and while menus stand still nothing sounds.
void Player::listen() {
    sounds_.reset();
    if (!editor_.is_on()) sounds_.emplace(session_.flow(), "");
}

void Player::load_settings() {
    kept_ = SettingsFile(options_.settings, input_->code_words());
    for (const SettingsNote& note : kept_.load(session_.runner()))
        fmt::print(stderr, "{}\n", note.text);
}

/// A key that the flow names and the keyboard does not know gets its first free letter.
void Player::bind_named_keys() {
    const CompiledFlow& flow = session_.flow();
    std::string taken;
    for (std::size_t i = 0; i < flow.keys.size(); ++i) taken += input_->key_for(KeyId(i));
    for (std::size_t i = 0; i < flow.keys.size(); ++i) {
        if (!input_->key_for(KeyId(i)).empty()) continue;
        for (const char letter : flow.text(flow.keys[i])) {
            if (letter < 'a' || letter > 'z' || taken.find(letter) != std::string::npos) continue;
            taken += letter;
            input_->bind(letter, KeyId(i));
            break;
        }
    }
}

int Player::run(const Walkthrough* script) {
    if (script) {
        game_.answers = false;
        script_.emplace(session_.runner(), *script, [this](const Effect& effect) { obey(effect); });
    }
    if (!options_.trace.empty()) trace_.begin(session_.runner());
    const auto began = std::chrono::steady_clock::now();
    while (!ended_) {
        double longest = look_for_changes_every;
        if (script_ && !script_->done()) longest = std::min(longest, std::max(until_step_, 0.001));
        input_->wait(wants_drawing() ? 0 : longest);
        const double seconds = input_->seconds();
        Runner& runner = session_.runner();
        if (script_ || editor_.is_on()) // whose waits are the only time that passes; or none does
            runner.advance_pictures(seconds);
        else
            runner.advance(seconds);
        if (!editor_.is_on()) game_.advance(seconds, runner);
        for (SDL_Event event; SDL_PollEvent(&event);) take(event);
        if (script_) step_script(seconds);
        for (const Effect& effect : session_.runner().take_effects()) obey(effect);
        note_moves(seconds);
        if (const Status status = kept_.save_when_quiet(session_.runner(), seconds); !status)
            say(std::string(status.words()));
        if (notice_left_ > 0 && (notice_left_ -= seconds) <= 0) dirty_ = true;
        if ((until_look_ -= seconds) <= 0) {
            until_look_ = look_for_changes_every;
            if (!script_ && session_.changed()) {
                reload();
                editor_.note_reading();
            }
        }
        arrange_when_there();
        // A change is seen before it is checked.
        if (wants_drawing())
            draw();
        else
            dirty_ = editor_.check_if_due();
        const std::chrono::duration<double> passed = std::chrono::steady_clock::now() - began;
        if (options_.seconds > 0 && passed.count() >= options_.seconds) ended_ = true;
    }
    const bool written = finish_files();
    if (!script_) return written ? proved : cannot_be_used;
    for (const Finding& failure : script_->report().failures)
        fmt::print(stderr, "{}", finding_text(failure, {script->source}));
    if (!written) return cannot_be_used;
    return script_->report().passed ? proved : errors_found;
}

/// False: something that was asked for is not in its file.
bool Player::finish_files() {
    const Status kept = kept_.save(session_.runner());
    for (const Status& status : {kept, trace_.status()})
        if (!status) fmt::print(stderr, "error: {}\n", status.words());
    const bool shot = options_.shot.empty() || write_file(options_.shot, stage_.shot());
    return shot && recorded_ && kept && trace_.status();
}

void Player::reload() {
    dirty_ = true;
    if (const Status status = kept_.save(session_.runner()); !status)
        say(std::string(status.words()));
    // The old Input may still ask the old Runner until the new one is there.
    if (!session_.reload([this] { connect(); }, !editor_.is_on())) return;
    game_.follow(session_.runner());
    if (trace_.is_on()) trace_.begin(session_.runner());
    if (!session_.dropped().empty()) say(session_.dropped().back());
}

/// What was recorded is whole at any time, however the program ends.
void Player::note_moves(double seconds) {
    const std::span<const Move> made = session_.note_moves();
    trace_.note(session_.runner(), made, obeyed_, seconds);
    obeyed_.clear();
    if (made.empty() || options_.record.empty()) return;
    recorded_ = write_file(options_.record, write_walkthrough("Played by hand", session_.moves()));
}

/// A step when it is time and the pictures have come to rest.
void Player::step_script(double seconds) {
    until_step_ -= seconds;
    if (until_step_ > 0 || session_.runner().time_until_change() == 0.0) return;
    if (script_->done()) {
        // With a time, or with something to do, the window stays.
        if (options_.seconds <= 0 && options_.arrange.empty()) ended_ = true;
        return;
    }
    script_->step();
    until_step_ = options_.pace;
    dirty_ = true;
}

// --- events

void Player::take(const SDL_Event& event) {
    switch (event.type) {
    case SDL_QUIT: ended_ = true; return;
    case SDL_KEYDOWN:
        if (take_key(event.key)) return;
        break;
    case SDL_MOUSEBUTTONDOWN:
        if (take_on_panel(event.button.x, event.button.y)) return;
        break;
    case SDL_MOUSEWHEEL:
        if (event.wheel.mouseX < stage_.panel_left() || !stage_.panel_shown()) break;
        editor_.is_on() ? editor_panel_.scroll(event.wheel.y) : panel_.scroll(event.wheel.y);
        dirty_ = true;
        return;
    case SDL_MOUSEMOTION:
        if (event.motion.x >= stage_.panel_left() && stage_.panel_shown()) {
            SDL_ShowCursor(SDL_ENABLE);
            return;
        }
        break;
    case SDL_WINDOWEVENT:
        if (event.window.event == SDL_WINDOWEVENT_SIZE_CHANGED) {
            stage_.pixels();
            input_->set_area(stage_.game_area());
        }
        dirty_ = true;
        break;
    default: break;
    }
    if (editor_.is_on() && editor_.take(event)) {
        dirty_ = true;
        return;
    }
    if (input_->feed(event)) dirty_ = true; // for the panel
}

/// What is arranged reads from left to right, as places are written.
void Player::mirror() {
    session_.runner().set_mirrored(mirrored_ && !editor_.is_on());
}

/// Once, as the command line says.
void Player::arrange_when_there() {
    if (options_.arrange.empty() || arranged_ || (script_ && !script_->done())) return;
    for (const Thing& one : editor_.things())
        if (one.name == options_.arrange) {
            arranged_ = true;
            arrange();
            editor_.choose(options_.arrange);
            return;
        }
}

bool Player::take_on_panel(int x, int y) {
    if (x < stage_.panel_left() || !stage_.panel_shown()) return false;
    if (!editor_.is_on()) {
        if (const auto action = panel_.at(x, y)) act(*action);
    } else if (const auto action = editor_panel_.at(x, y)) {
        dirty_ = true;
        if (*action) (*action)(editor_);
    }
    return true;
}

/// The menus stand still and can be changed; or go on from where they stood.
void Player::arrange() {
    if (script_ && !script_->done()) return say("a script is playing");
    for (std::size_t i = 0; i < button_count; ++i) session_.runner().release(Button(i));
    editor_.toggle();
    mirror();
    listen();
    SDL_ShowCursor(SDL_ENABLE);
    dirty_ = true;
}

bool Player::take_key(const SDL_KeyboardEvent& event) {
    if (event.repeat != 0) return false;
    const SDL_Keycode key = event.keysym.sym;
    const CompiledFlow& flow = session_.flow();
    if ((event.keysym.mod & KMOD_CTRL) != 0 && key >= SDLK_1 && key <= SDLK_9) {
        const bool flag = (event.keysym.mod & KMOD_SHIFT) != 0;
        const auto which = static_cast<std::size_t>(key - SDLK_1);
        if (which < (flag ? flow.flags.size() : flow.events.size()))
            act({flag ? Panel::Does::flag : Panel::Does::event, number(which)});
        return true;
    }
    switch (key) {
    case SDLK_F1: act({Panel::Does::help, 0}); return true;
    case SDLK_F2:
        stage_.show_panel(!stage_.panel_shown());
        input_->set_area(stage_.game_area());
        dirty_ = true;
        return true;
    case SDLK_F3:
        act({Panel::Does::load_ends, (static_cast<std::uint32_t>(game_.load_ends) + 1) % 4});
        return true;
    case SDLK_F4:
        mirrored_ = !mirrored_;
        mirror();
        return true;
    case SDLK_F5: act({Panel::Does::restart, 0}); return true;
    case SDLK_F6: act({Panel::Does::shorter, 0}); return true;
    case SDLK_F7: act({Panel::Does::longer, 0}); return true;
    case SDLK_F8: arrange(); return true;
    case SDLK_F9:
        draw();
        if (write_file("rondix-shot.png", stage_.shot())) say("wrote rondix-shot.png");
        return true;
    case SDLK_F10:
        is_listed_ = !is_listed_;
        say(is_listed_ ? "The menus are shown by their draw list."
                       : "The Painter draws the menus.");
        return true;
    case SDLK_F11: stage_.toggle_full_screen(); return true;
    default: return false;
    }
}

void Player::act(const Panel::Action& action) {
    Runner& runner = session_.runner();
    dirty_ = true;
    switch (action.does) {
    case Panel::Does::event:
        if (!runner.post(EventId(action.subject)))
            say(fmt::format("'{}' has no effect now; the game is told so",
                            session_.flow().text(session_.flow().events[action.subject].id)));
        break;
    case Panel::Does::flag: {
        const FlagId flag = FlagId(action.subject);
        if (!runner.set_flag(flag, !runner.menu_state().flag(flag)))
            say("this flag belongs to the flow: only steps change it");
        break;
    }
    case Panel::Does::load_ends: game_.load_ends = LoadEnds(action.subject); break;
    case Panel::Does::shorter: game_.load_time = std::max(game_.load_time - load_step, 0.0); break;
    case Panel::Does::longer:
        game_.load_time = std::min(game_.load_time + load_step, longest_load);
        break;
    case Panel::Does::restart:
        session_.restart();
        game_.follow(runner);
        if (trace_.is_on()) trace_.begin(runner);
        break;
    case Panel::Does::help: help_ = !help_; break;
    case Panel::Does::arrange: arrange(); break;
    }
}

void Player::obey(const Effect& effect) {
    dirty_ = true;
    obeyed_.push_back(effect);
    if (options_.speaks)
        if (const std::string text = spoken_text(session_.runner(), effect); !text.empty())
            fmt::print("{}\n", text);
    kept_.obey(effect);
    if (input_->obey(effect) || (sounds_ && sounds_->obey(effect))) return;
    const CompiledFlow& flow = session_.flow();
    game_.obey(effect);
    if (effect.kind == EffectKind::quit) say("The game would quit here. Close the window to end.");
    if (effect.kind == EffectKind::told)
        say(fmt::format("The game is told: {}", flow.text(effect.word())));
}

void Player::say(std::string text) {
    notice_ = std::move(text);
    notice_left_ = notice_stands;
    dirty_ = true;
}

// --- pictures

void Player::draw() {
    Runner& runner = session_.runner();
    const CompiledFlow& flow = session_.flow();
    const Pixels window = stage_.pixels();
    const SDL_Rect area = stage_.game_area();
    const MenuState& now = runner.menu_state();
    const bool loaded = now.phase() == Phase::loaded;
    session_.painter().set_stand_in(
        loaded ? fmt::format("the game: {}", flow.text(flow[now.scene()].id)) : "");
    const Pixels game{window.data, area.w, area.h, window.stride};
    session_.painter().paint(runner.canvas(), is_listed_ ? std::span<const Item>() : runner.view(),
                             game);
    if (is_listed_) session_.show_draw_list(game);
    if (editor_.is_on()) draw_editor(window, area.w, editor_);
    if (!session_.trouble().empty())
        draw_trouble(window, area.w, session_.trouble());
    else if (notice_left_ > 0)
        draw_notice(window, area.w, notice_);
    if (help_) draw_help(window, area.w, keys());
    if (stage_.panel_shown() && editor_.is_on())
        editor_panel_.draw(window, stage_.panel_left(), editor_);
    else if (stage_.panel_shown())
        panel_.draw(window, stage_.panel_left(), session_, game_);
    stage_.present();
    dirty_ = false;
}

std::vector<std::pair<std::string, std::string>> Player::keys() const {
    std::vector<std::pair<std::string, std::string>> keys = {
        {"arrows, left stick", "move the focus"},
        {"Return, Space, south", "accept"},
        {"Escape, start", "menu; where the screen has none: back"},
        {"Backspace, east", "back"},
        {"mouse, touch", "focus; press when released"},
    };
    const CompiledFlow& flow = session_.flow();
    for (std::size_t i = 0; i < flow.keys.size(); ++i)
        keys.emplace_back(input_->key_for(KeyId(i)),
                          fmt::format("the key '{}' of the flow", flow.text(flow.keys[i])));
    const std::pair<std::string, std::string> of_tool[] = {
        {"F1", "this page"},
        {"F2", "show or hide the panel"},
        {"F3", "loads succeed, fail, hang, answer twice"},
        {"F4", "right to left, and back"},
        {"F5", "start again"},
        {"F6, F7", "loads take shorter, longer"},
        {"F8", "arrange: the menus stand still and are changed; again: play on"},
        {"F9", "a picture of the window: rondix-shot.png"},
        {"F10", "the menus by their draw list, and back by the Painter"},
        {"F11", "full screen, and back"},
        {"Ctrl+1 to Ctrl+9", "the game reports an event, in the panel's order"},
        {"Ctrl+Shift+1 to 9", "the game changes a flag, in the panel's order"},
        {"closing the window", "ends; 'quit' in the flow does not"},
    };
    keys.insert(keys.end(), std::begin(of_tool), std::end(of_tool));
    return keys;
}

} // namespace rondix::tool
