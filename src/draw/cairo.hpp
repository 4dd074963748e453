// Cairo's and Pango's things, held so that they are given back.
#pragma once

#include <cairo.h>
#include <pango/pangocairo.h>

#include <memory>

namespace rondix::draw {

struct CairoEnd {
    void operator()(cairo_t* context) const { cairo_destroy(context); }
    void operator()(cairo_surface_t* surface) const { cairo_surface_destroy(surface); }
    void operator()(cairo_pattern_t* pattern) const { cairo_pattern_destroy(pattern); }
    void operator()(cairo_font_options_t* options) const { cairo_font_options_destroy(options); }
    void operator()(PangoLayout* layout) const { g_object_unref(layout); }
    void operator()(PangoContext* context) const { g_object_unref(context); }
    void operator()(PangoFontMap* map) const { g_object_unref(map); }
    void operator()(PangoFont* font) const { g_object_unref(font); }
    void operator()(PangoFontDescription* font) const { pango_font_description_free(font); }
};
template <class T>
using Held = std::unique_ptr<T, CairoEnd>;

} // namespace rondix::draw
