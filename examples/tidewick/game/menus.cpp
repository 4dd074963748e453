#include "menus.hpp"

#include "tidewick.packed.hpp"

#include <array>
#include <chrono>
#include <cstdio>
#include <string>

namespace tidewick {

using namespace rondix;
namespace ids = tidewick_ferry;

namespace {

void log(const Status& status) {
    if (!status) SDL_Log("%s", std::string(status.words()).c_str());
}

std::vector<std::byte> contents(const std::string& path) {
    std::size_t size = 0;
    void* data = SDL_LoadFile(path.c_str(), &size);
    const auto* bytes = static_cast<const std::byte*>(data);
    std::vector<std::byte> all(bytes, bytes + (data ? size : 0));
    SDL_free(data);
    return all;
}

} // namespace

Menus::Menus(SDL_Window* window, SDL_Renderer* renderer, const MenusOptions& options, Game game)
    : status_(open_packed(std::as_bytes(std::span(packed_flow)), flow_))
    , game_(std::move(game)) {
    if (status_ && names_hash(flow_) != ids::names)
        status_ = {StatusCode::other_version,
                   "the flow has other names than this program was built with"};
    if (!status_) return;
    runner_.emplace(flow_);
    renderer_.emplace(renderer);
    load_looks(options.pictures);
    runner_->set_text_measurer(list_->text_measurer());
    input_.emplace(*runner_, window);
    sounds_.emplace(flow_, options.folder);
    display_.emplace(flow_, window);
    kept_.emplace(options.settings, input_->code_words());
    for (const SettingsNote& note : kept_->load(*runner_)) SDL_Log("%s", note.text.c_str());
    follow_volumes();
    if (!options.trace.empty()) trace_.emplace(options.trace);
    if (trace_) watch_.emplace(*runner_); // whoever records a game develops it
}

/// A game that ships carries its fonts; this one takes those of the system.
void Menus::load_looks(const std::string& pictures) {
    struct Font {
        const char* name;
        bool bold;
        const char* file;
    };
    static constexpr Font fonts[] = {
        {"Inter", false, "opentype/inter/Inter-Regular.otf"},
        {"Inter", true, "opentype/inter/Inter-Bold.otf"},
        {"DejaVu Serif", false, "truetype/dejavu/DejaVuSerif.ttf"},
        {"DejaVu Serif", true, "truetype/dejavu/DejaVuSerif-Bold.ttf"},
        {"DejaVu Sans", false, "truetype/dejavu/DejaVuSans.ttf"}, // has what the others lack
    };
    files_.push_back(contents(pictures));
    log(pictures_.open(files_.back(), flow_));
    list_.emplace(flow_, pictures_.source());
    for (const Font& font : fonts) {
        files_.push_back(contents(TIDEWICK_FONTS + std::string(font.file)));
        if (!list_->add_font(font.name, font.bold, files_.back()))
            SDL_Log("%s: there is no such font", font.file);
    }
}

/// A game may show items of its own beside those of the menus.
Item Menus::note_item(std::string_view note) const {
    Item item;
    item.kind = ItemKind::label;
    item.style = id_of(StandardStyle::notice);
    item.look = flow_.looks[item.style].looks[0];
    item.look.fill = item.look.fill_end = item.look.border = no_colour;
    item.look.ink_shadow = rgb(0x10303D, 0.75F);
    item.look.ink_shadow_x = item.look.ink_shadow_y = 2;
    item.shares = {1};
    item.bounds = {40, 40, 800, 40};
    item.align = Edge::start;
    item.text = note;
    return item;
}

void Menus::start() {
    static constexpr auto voyage = [](void*, std::uint32_t row) {
        return row == 0 ? ListRow{"Across the harbour", 0} : ListRow{"Through the fog", 1};
    };
    runner_->set_rows(ids::controls::voyages::charts, {2, nullptr, voyage});
    count_crates();
    runner_->start();
    if (trace_) trace_->begin(*runner_);
}

void Menus::show_hold(const std::vector<std::string_view>& crates) {
    if (crates == hold_) return;
    hold_ = crates;
    runner_->set_rows(ids::controls::cargo::hold,
                      {static_cast<std::uint32_t>(hold_.size()), this, crate_row});
    count_crates();
}

/// What there is of each ware, and whom it is for, stands in the flow: its sample rows.
ListRow Menus::crate_row(void* menus, std::uint32_t row) {
    const Menus& own = *static_cast<Menus*>(menus);
    const std::string_view name = own.hold_[row];
    for (const SampleRow& ware : own.flow_.looks.samples)
        if (own.flow_.text(ware.text) == name)
            return {.text = name, .detail = own.flow_.text(ware.detail), .picture = ware.picture};
    return {.text = name};
}

/// On the button that leads to them.
void Menus::count_crates() {
    namespace bridge = ids::controls::bridge;
    const auto count = static_cast<std::uint32_t>(hold_.size());
    runner_->set_shown_value(bridge::to_cargo, std::to_string(count));
    runner_->set_shown_picture(bridge::to_cargo,
                               count > 0 ? crate_row(this, count - 1).picture : no_picture);
}

void Menus::show_speed(double knots, double share) {
    namespace bridge = ids::controls::bridge;
    runner_->set_shown_share(bridge::speed, static_cast<float>(share));
    std::array<char, 24> text{};
    std::snprintf(text.data(), text.size(), "%.0f knots", knots);
    runner_->set_shown_value(bridge::speed, text.data());
}

void Menus::advance(double seconds) {
    const auto began = std::chrono::steady_clock::now();
    runner_->advance(seconds);
    const std::span<const Effect> effects = runner_->take_effects();
    const std::chrono::duration<double> passed = std::chrono::steady_clock::now() - began;
    cost_ = passed.count();
    if (trace_) trace_->note(*runner_, effects, seconds);
    for (const Effect& effect : effects) obey(effect);
    log(kept_->save_when_quiet(*runner_, seconds));
    if (watch_) tell(watch_->look(*runner_, seconds));
}

/// Where this game does not do what the proof assumes of it.
void Menus::tell(std::span<const Breach> breaches) {
    for (const Breach& breach : breaches)
        std::fprintf(stderr, "breach: %s\n", breach_text(flow_, breach).c_str());
    trace_->note(*runner_, breaches);
}

void Menus::obey(const Effect& effect) {
    kept_->obey(effect);
    if (input_->obey(effect) || sounds_->obey(effect) || display_->obey(effect)) return;
    switch (effect.kind) {
    case EffectKind::load: game_.load(effect.scene(), effect.load_ticket()); break;
    case EffectKind::request: game_.write_log(effect.request_ticket()); break;
    case EffectKind::setting: follow_volumes(); break;
    case EffectKind::quit: game_.quit(); break;
    case EffectKind::told:
        if (effect.word() == ids::told::crate)
            game_.throw_overboard(runner_->row_in_focus(ids::controls::cargo::hold));
        if (effect.word() == ids::told::horn) game_.say("horn");
        if (effect.word() == ids::told::gull) game_.say("A gull rides along");
        if (effect.word() == ids::told::saved) game_.say("The log is written");
        break;
    default: break; // what is seen follows from the view, what runs from game_runs()
    }
}

void Menus::follow_volumes() {
    const auto share = [&](SettingId id) { return static_cast<float>(setting(id)) / 20; };
    sounds_->set_volumes(share(ids::settings::cues), share(ids::settings::music));
}

void Menus::draw(std::string_view note) {
    const auto began = std::chrono::steady_clock::now();
    const std::span<const Item> items = runner_->view();
    const std::chrono::duration<double> passed = std::chrono::steady_clock::now() - began;
    cost_ += passed.count();
    items_.assign(items.begin(), items.end());
    if (!note.empty()) items_.push_back(note_item(note));
    renderer_->draw(list_->draw(runner_->canvas(), items_));
}

void Menus::finish() {
    log(kept_->save(*runner_));
    if (watch_) tell(watch_->end(*runner_));
    if (trace_) trace_->end();
}

} // namespace tidewick
