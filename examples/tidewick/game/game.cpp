#include "game.hpp"

namespace tidewick {

using namespace rondix;
namespace ids = tidewick_ferry;

namespace {
constexpr double note_stands = 4;
constexpr double gull_comes_every = 40;
constexpr double log_grows_old = 5; // then leaving wants to be asked about
} // namespace

void Game::FreeChunk::operator()(Mix_Chunk* chunk) const {
    Mix_FreeChunk(chunk);
}

Game::Game(SDL_Window* window, SDL_Renderer* renderer, const GameOptions& options)
    : options_(options)
    , menus_(window, renderer, options.menus,
             {[this](SceneId scene, LoadTicket ticket) { begin_load(scene, ticket); },
              [this](RequestTicket ticket) { begin_log(ticket); },
              [this](std::size_t crate) { voyage_.throw_overboard(crate); },
              [this](std::string_view what) { say(what); }, [this] { quits_ = true; }})
    , painter_(renderer)
    , horn_(Mix_LoadWAV((options.menus.folder + "sounds/horn.wav").c_str())) {}

void Game::start() {
    menus_.start();
    log_ = read_log(options_.log);
    menus_.runner().set_flag(ids::flags::saved_voyage, log_.has_value());
    menus_.runner().set_flag(ids::flags::pad_present, true); // until one is lost
}

/// What the menus do not take is the captain's.
bool Game::feed(const SDL_Event& event) {
    helm_.note(event);
    // The menus hear of a lost pad as well, and keep their screen for it until there is one again.
    if (event.type == SDL_CONTROLLERDEVICEREMOVED || event.type == SDL_CONTROLLERDEVICEADDED)
        menus_.runner().set_flag(ids::flags::pad_present, event.type == SDL_CONTROLLERDEVICEADDED);
    if (!menus_.feed(event) && event.type == SDL_QUIT) quits_ = true;
    return !quits_;
}

void Game::advance(double seconds) {
    pass_on_load();
    pass_on_log();
    if (menus_.game_runs()) sail(seconds);
    menus_.show_hold(voyage_.hold());
    menus_.show_speed(voyage_.knots(), voyage_.share_of_speed());
    if (note_left_ > 0 && (note_left_ -= seconds) <= 0) deck_.note.clear();
    menus_.advance(seconds);
}

/// Stops whenever a menu pauses the game, for it is not called then.
void Game::sail(double seconds) {
    Runner& menus = menus_.runner();
    deck_.wheel = options_.pilot ? pilot_.wheel(voyage_) : helm_.wheel(voyage_);
    switch (voyage_.advance(deck_.wheel, seconds)) {
    case Happening::aground: menus.post(ids::events::run_aground); break;
    case Happening::moored: menus.post(ids::events::moored); break;
    case Happening::nothing: break;
    }
    if ((since_log_ += seconds) > log_grows_old) menus.set_flag(ids::flags::unsaved, true);
    if ((until_gull_ -= seconds) > 0) return;
    until_gull_ = gull_comes_every;
    menus.post(ids::events::gull_lands);
}

void Game::draw() {
    deck_.wheel_left = menus_.setting(ids::settings::mirror) == 0;
    deck_.gulls = menus_.setting(ids::settings::gulls) == 1;
    painter_.draw(voyage_, deck_);
    menus_.draw(deck_.note);
}

void Game::say(std::string_view what) {
    if (what == "horn") {
        if (horn_) Mix_PlayChannel(-1, horn_.get(), 0);
        return;
    }
    deck_.note = what;
    note_left_ = note_stands;
}

// --- scenes

/// An earlier load is off: its thread is called off, and its ticket is old.
void Game::begin_load(SceneId scene, LoadTicket ticket) {
    scene_ = scene;
    load_ticket_ = ticket;
    voyage_.end();
    const CompiledFlow& flow = menus_.runner().flow();
    const std::string file = options_.menus.folder + std::string(flow.text(flow[scene].file));
    const bool fails = flow.text(flow[scene].id) == options_.fails;
    loading_.begin(
        [file, fails](ProgressReporter& progress) { return load_scene(file, fails, progress); });
}

void Game::pass_on_load() {
    if (!loading_.is_busy()) return;
    Runner& menus = menus_.runner();
    menus.report_progress(load_ticket_, loading_.share());
    std::optional<SceneResult> result = loading_.take();
    if (!result) return;
    if (!result->fault.empty()) {
        SDL_Log("%s", result->fault.c_str());
        menus.finish(load_ticket_, Answer::failed);
        return;
    }
    voyage_.begin(std::move(result->scene));
    const CompiledFlow& flow = menus.flow();
    if (log_ && flow.scene(log_->scene) == scene_)
        voyage_.go_to(log_->ferry, log_->heading, log_->crates);
    since_log_ = 0;
    until_gull_ = gull_comes_every / 4;
    menus.set_flag(ids::flags::unsaved, false);
    menus.finish(load_ticket_, Answer::done);
}

// --- the log

void Game::begin_log(RequestTicket ticket) {
    log_ticket_ = ticket;
    const CompiledFlow& flow = menus_.runner().flow();
    const LogEntry entry{std::string(flow.text(flow[scene_].id)), voyage_.ferry(),
                         voyage_.heading(), voyage_.hold().size()};
    writing_.begin(
        [entry, path = options_.log](ProgressReporter&) { return write_log(path, entry); });
    log_ = entry;
}

void Game::pass_on_log() {
    const std::optional<std::string> fault = writing_.take();
    if (!fault) return;
    Runner& menus = menus_.runner();
    if (!fault->empty()) {
        SDL_Log("%s", fault->c_str());
        menus.finish(log_ticket_, Answer::failed);
        return;
    }
    since_log_ = 0;
    menus.set_flag(ids::flags::unsaved, false);
    menus.set_flag(ids::flags::saved_voyage, true);
    menus.finish(log_ticket_, Answer::done);
}

} // namespace tidewick
