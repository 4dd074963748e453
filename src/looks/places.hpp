// Places: where all of a screen stands in a menu state, as a Runner places it.
#pragma once

#include "place/arrange.hpp"
#include "rondix/runtime/menu_state.hpp"
#include "run/filled_texts.hpp"

#include <span>
#include <vector>

namespace rondix::looks {

class Places {
  public:
    /// In a window of the design size, with texts as they are written.
    Places(const CompiledFlow& flow, const TextMeasurer& text_measurer);

    void set_window(float width, float height);
    void set_translator(const Translator& translator);
    const Canvas& canvas() const { return canvas_; }

    /// Of each box of the screen, from its first one on. Lasts until this is asked again.
    std::span<const Placed> of(ScreenId screen, const MenuState& now);

  private:
    const CompiledFlow& flow_;
    const TextMeasurer text_measurer_;
    Translator translator_;
    FilledTexts texts_;
    Canvas canvas_;
    ScreenId placed_ = no_screen; // what `places_` are of; none: of nothing that counts
    std::vector<Placed> places_;
};

} // namespace rondix::looks
