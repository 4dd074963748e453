// What the C++ of the docs takes for granted, so that it compiles as it stands in the pages: a game
// with menus, scenes that a thread loads, and a list.
#pragma once

#include "rondix/draw_list.hpp"
#include "rondix/packed_pictures.hpp"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/saved_state.hpp"
#include "rondix/settings_file.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/flow_in_code.hpp"
#include "rondix/trace.hpp"

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace docs {

using namespace rondix;

void log(std::string_view words);
void write_file(std::string_view path, const std::string& text);

struct KeyEvent {
    Code code{};
    bool is_down = false;
};

struct PointerEvent {
    Point at;
    bool is_down = false;
};

struct Loaded {
    bool good = false;
};

/// A thread that loads.
struct Worker {
    void begin(SceneId scene);
    bool is_busy() const;
    float share() const;
    std::optional<Loaded> take();
};

struct Crate {
    std::string_view name;
    bool is_locked = false;
};
using Hold = std::vector<Crate>;

struct Horn {
    void sound();
};

struct Renderer {
    void update(const TextureUpdate& one);
    void draw(const DrawBatch& batch);
    void draw(const Drawn& drawn);
};

struct Game {
    std::vector<KeyEvent> keys();
    std::vector<PointerEvent> pointer();
    bool has_run_aground();
    void obey(const Effect& effect);
    void draw(const Item& item);
    void load(SceneId scene);
    void load(const std::string& scene);
    double seconds();
    bool is_running();
    Worker worker;
    Hold hold;
    Horn horn;
    CompiledFlow& flow;
    CompiledFlow& new_flow;
    Runner& menus;
    SettingsFile& kept;
    std::span<const std::byte> image, font;
    Renderer renderer;
    Drawn drawn;
    PackedPictures pictures;
    CodeWords code_words;
    std::string text;
    Effect effect;
};

} // namespace docs

/// The names of a game that a page uses, and may declare itself.
#define RONDIX_DOCS_NAMES                                                                          \
    [[maybe_unused]] auto& menus = game.menus;                                                     \
    [[maybe_unused]] auto& flow = game.flow;                                                       \
    [[maybe_unused]] auto& effect = game.effect;                                                   \
    [[maybe_unused]] auto& renderer = game.renderer;                                               \
    [[maybe_unused]] auto& drawn = game.drawn;                                                     \
    [[maybe_unused]] auto& pictures = game.pictures;                                               \
    [[maybe_unused]] const auto inter = game.font, file = game.image;                              \
    [[maybe_unused]] const double seconds = game.seconds();

// Names that the build writes for a flow.
namespace tidewick_ferry::events {
inline constexpr rondix::EventId run_aground{};
}
namespace tidewick_ferry::settings {
inline constexpr rondix::SettingId music{};
}
namespace tidewick_ferry::told {
inline constexpr rondix::WordId horn{};
}
