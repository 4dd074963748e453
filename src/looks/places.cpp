#include "looks/places.hpp"

#include "place/absent.hpp"
#include "place/window_rule.hpp"

namespace rondix::looks {

Places::Places(const CompiledFlow& flow, const TextMeasurer& text_measurer)
    : flow_(flow)
    , text_measurer_(text_measurer)
    , texts_(flow) {
    set_window(static_cast<float>(flow.design_width), static_cast<float>(flow.design_height));
    set_translator({});
}

void Places::set_window(float width, float height) {
    canvas_ = place::canvas_of(flow_.looks, width, height);
    placed_ = no_screen;
}

/// No platform is there whose keys have names: they are called as the flow calls them.
void Places::set_translator(const Translator& translator) {
    translator_ = translator;
    texts_.fill(translator, {Bindings(flow_), {}, DeviceKind::keyboard}, 0);
    placed_ = no_screen;
}

/// Laid out anew only where others are hidden than the last time.
std::span<const Placed> Places::of(ScreenId screen, const MenuState& now) {
    if (screen != placed_) places_.assign(flow_.looks.screens[index(screen)].boxes.count, {});
    if (!place::mark_absent(flow_, screen, now, places_) && screen == placed_) return places_;
    const Translator measured = {this, [](void* places, std::string_view written) {
                                     const Places& self = *static_cast<Places*>(places);
                                     return self.texts_.measured(written, self.translator_);
                                 }};
    place::arrange(flow_, screen, canvas_, {text_measurer_, measured}, places_);
    placed_ = screen;
    return places_;
}

} // namespace rondix::looks
