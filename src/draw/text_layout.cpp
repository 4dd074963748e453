#include "draw/text_layout.hpp"

#include "words/in_xml.hpp"

#include <fontconfig/fontconfig.h>
#include <pango/pangofc-fontmap.h>

#include <cstdlib>
#include <filesystem>
#include <list>
#include <map>
#include <tuple>

namespace rondix::draw {

namespace {

/// What is known of the fonts is kept where nobody else writes: by the XDG base directory
/// specification. Empty where there is no such place: then it is found out anew each time.
std::string cache_folder() {
    namespace fs = std::filesystem;
    const char* cache = std::getenv("XDG_CACHE_HOME");
    const char* home = std::getenv("HOME");
    fs::path folder;
    if (cache && *cache == '/')
        folder = cache;
    else if (home && *home == '/')
        folder = fs::path(home) / ".cache";
    else
        return {};
    folder /= "rondix/fonts";
    std::error_code fault;
    fs::create_directories(folder, fault);
    if (fault || !fs::is_directory(folder, fault)) return {};
    fs::permissions(folder, fs::perms::owner_all, fault);
    return fault ? std::string() : folder.string();
}

FcConfig* pinned_fonts() {
    FcConfig* config = FcConfigCreate();
    const std::string cache = cache_folder();
    const std::string text = R"(<?xml version="1.0"?>
<!DOCTYPE fontconfig SYSTEM "fonts.dtd">
<fontconfig>
  <dir>/usr/share/fonts/opentype/inter</dir>
  <dir>/usr/share/fonts/truetype/dejavu</dir>
  )" + (cache.empty() ? "" : "<cachedir>" + in_xml(cache) + "</cachedir>") +
                             R"(
  <alias><family>Inter</family><default><family>DejaVu Sans</family></default></alias>
</fontconfig>)";
    FcConfigParseAndLoadFromMemory(config, reinterpret_cast<const FcChar8*>(text.c_str()), FcTrue);
    FcConfigBuildFonts(config);
    return config;
}

/// One for the whole program: fonts are read once.
class Fonts {
  public:
    Fonts()
        : config_(pinned_fonts())
        , map_(pango_cairo_font_map_new()) {
        pango_fc_font_map_set_config(PANGO_FC_FONT_MAP(map_.get()), config_);
        pango_cairo_font_map_set_resolution(PANGO_CAIRO_FONT_MAP(map_.get()), 96);
        context_.reset(pango_font_map_create_context(map_.get()));
        const Held<cairo_font_options_t> options(cairo_font_options_create());
        cairo_font_options_set_antialias(options.get(), CAIRO_ANTIALIAS_GRAY);
        cairo_font_options_set_hint_style(options.get(), CAIRO_HINT_STYLE_NONE);
        cairo_font_options_set_hint_metrics(options.get(), CAIRO_HINT_METRICS_OFF);
        pango_cairo_context_set_font_options(context_.get(), options.get());
        pango_context_set_round_glyph_positions(context_.get(), FALSE);
    }
    ~Fonts() {
        layouts_.clear();
        context_.reset();
        map_.reset();
        FcConfigDestroy(config_);
    }

    /// One for each text and style that was asked for lately: to find out which glyphs stand where
    /// costs far more than to draw them, and screens are drawn many times over. `set_up` is asked
    /// for a new one.
    template <class SetUp>
    PangoLayout* layout(std::string_view text, const TextStyle& style, SetUp set_up) {
        constexpr std::size_t most = 256;
        const Asked asked{std::string(text), family(style.family), style.size,
                          style.bold,        style.width,          style.align};
        if (const auto known = layouts_.find(asked); known != layouts_.end()) {
            lately_.splice(lately_.begin(), lately_, known->second.used);
            return known->second.layout.get();
        }
        if (layouts_.size() == most) {
            layouts_.erase(lately_.back());
            lately_.pop_back();
        }
        lately_.push_front(asked);
        Known& one = layouts_[asked];
        one.layout.reset(pango_layout_new(context_.get()));
        one.used = lately_.begin();
        set_up(one.layout.get());
        return one.layout.get();
    }

    const PangoFontDescription* description(const TextStyle& style) {
        const std::string name = family(style.family);
        auto& known = descriptions_[{name, style.size, style.bold}];
        if (!known) {
            known.reset(pango_font_description_new());
            pango_font_description_set_family(known.get(), (name + ",DejaVu Sans").c_str());
            pango_font_description_set_absolute_size(known.get(), style.size * PANGO_SCALE);
            pango_font_description_set_weight(known.get(),
                                              style.bold ? PANGO_WEIGHT_BOLD : PANGO_WEIGHT_NORMAL);
        }
        return known.get();
    }

    std::string add_file(const std::string& path) {
        if (const auto known = files_.find(path); known != files_.end()) return known->second;
        std::string name;
        int count = 0;
        const auto* file = reinterpret_cast<const FcChar8*>(path.c_str());
        FcPattern* pattern = std::filesystem::is_regular_file(path)
                                 ? FcFreeTypeQuery(file, 0, nullptr, &count)
                                 : nullptr;
        FcChar8* family = nullptr;
        if (pattern && FcPatternGetString(pattern, FC_FAMILY, 0, &family) == FcResultMatch)
            name = reinterpret_cast<const char*>(family);
        if (pattern) FcPatternDestroy(pattern);
        if (name.empty() || !FcConfigAppFontAddFile(config_, file)) return {};
        lately_.clear();
        layouts_.clear();
        pango_fc_font_map_config_changed(PANGO_FC_FONT_MAP(map_.get()));
        files_[path] = name;
        return name;
    }

    std::string taken(std::string_view family_name) {
        const TextStyle style{.family = family_name};
        const Held<PangoFont> font(pango_context_load_font(context_.get(), description(style)));
        if (!font) return {};
        const Held<PangoFontDescription> real(pango_font_describe(font.get()));
        const char* name = pango_font_description_get_family(real.get());
        return name ? name : "";
    }

    std::string file_of(std::string_view name, bool bold) {
        FcPattern* asked = FcPatternCreate();
        const std::string family_name = family(name);
        FcPatternAddString(asked, FC_FAMILY, reinterpret_cast<const FcChar8*>(family_name.c_str()));
        FcPatternAddString(asked, FC_FAMILY, reinterpret_cast<const FcChar8*>("DejaVu Sans"));
        FcPatternAddInteger(asked, FC_WEIGHT, bold ? FC_WEIGHT_BOLD : FC_WEIGHT_NORMAL);
        FcPatternAddInteger(asked, FC_SLANT, FC_SLANT_ROMAN);
        FcConfigSubstitute(config_, asked, FcMatchPattern);
        FcDefaultSubstitute(asked);
        FcResult result{};
        FcPattern* found = FcFontMatch(config_, asked, &result);
        FcPatternDestroy(asked);
        std::string path;
        FcChar8* file = nullptr;
        if (found && FcPatternGetString(found, FC_FILE, 0, &file) == FcResultMatch)
            path = reinterpret_cast<const char*>(file);
        if (found) FcPatternDestroy(found);
        return path;
    }

    std::map<std::tuple<std::string, double, bool>, double> capitals;

  private:
    std::string family(std::string_view name) const {
        const auto file = files_.find(std::string(name));
        return file == files_.end() ? std::string(name) : file->second;
    }

    FcConfig* config_;
    Held<PangoFontMap> map_;
    Held<PangoContext> context_;
    using Asked = std::tuple<std::string, std::string, double, bool, double, PangoAlignment>;
    struct Known {
        Held<PangoLayout> layout;
        std::list<Asked>::iterator used;
    };
    std::list<Asked> lately_; // the last one used stands first
    std::map<Asked, Known> layouts_;
    std::map<std::tuple<std::string, double, bool>, Held<PangoFontDescription>> descriptions_;
    std::map<std::string, std::string> files_;
};

Fonts& fonts() {
    static Fonts all;
    return all;
}

/// Pango turns left and right round in texts that run from right to left, whatever they begin with:
/// a number runs from left to right in them.
PangoAlignment seen_as(PangoAlignment align, PangoLayout* layout) {
    PangoLayoutLine* line = pango_layout_get_line_readonly(layout, 0);
    const bool is_right =
        line && pango_layout_line_get_resolved_direction(line) == PANGO_DIRECTION_RTL;
    if (align == PANGO_ALIGN_CENTER || !is_right) return align;
    return align == PANGO_ALIGN_LEFT ? PANGO_ALIGN_RIGHT : PANGO_ALIGN_LEFT;
}

} // namespace

PangoLayout* lay_out_text(std::string_view text, const TextStyle& style) {
    return fonts().layout(text, style, [&](PangoLayout* layout) {
        pango_layout_set_font_description(layout, fonts().description(style));
        pango_layout_set_single_paragraph_mode(layout, style.width <= 0);
        pango_layout_set_width(layout,
                               style.width > 0 ? static_cast<int>(style.width * PANGO_SCALE) : -1);
        pango_layout_set_wrap(layout, PANGO_WRAP_WORD);
        pango_layout_set_text(layout, text.data(), static_cast<int>(text.size()));
        pango_layout_set_alignment(layout, seen_as(style.align, layout));
    });
}

TextSize size_of(PangoLayout* layout) {
    PangoRectangle size;
    pango_layout_get_extents(layout, nullptr, &size);
    return {static_cast<double>(size.width) / PANGO_SCALE,
            static_cast<double>(size.height) / PANGO_SCALE};
}

double capitals_below_middle(const TextStyle& style) {
    const auto key = std::tuple(std::string(style.family), style.size, style.bold);
    const auto [known, is_new] = fonts().capitals.try_emplace(key, 0.0);
    if (!is_new) return known->second;
    PangoRectangle ink;
    PangoRectangle line;
    PangoLayout* layout =
        lay_out_text("H", {.family = style.family, .size = style.size, .bold = style.bold});
    pango_layout_get_extents(layout, &ink, &line);
    const double of_ink = ink.y + ink.height / 2.0;
    return known->second = (of_ink - (line.y + line.height / 2.0)) / PANGO_SCALE;
}

std::string add_font_file(const std::string& path) {
    return fonts().add_file(path);
}

std::string file_of_font(std::string_view family, bool bold) {
    return fonts().file_of(family, bold);
}

std::string family_taken_for(std::string_view family) {
    return fonts().taken(family);
}

} // namespace rondix::draw
