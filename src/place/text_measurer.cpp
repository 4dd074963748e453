#include "rondix/runtime/text_measurer.hpp"

#include "logic/letters.hpp"

#include <algorithm>

namespace rondix {

namespace {

constexpr float letter_width = 0.56F;
constexpr float line_height = 1.25F;

Size guess(void*, const TextToMeasure& ask) {
    const float letter = ask.size * letter_width;
    const float whole = static_cast<float>(letters(ask.text)) * letter;
    if (ask.width <= 0 || whole <= ask.width) return {whole, ask.size * line_height};
    float lines = 1;
    float line = 0;
    float widest = 0;
    for (std::size_t at = 0; at < ask.text.size();) {
        const std::size_t end = std::min(ask.text.find(' ', at), ask.text.size());
        const float word = static_cast<float>(letters(ask.text.substr(at, end - at))) * letter;
        if (line > 0 && line + letter + word > ask.width) {
            lines += 1;
            line = 0;
        }
        line += word + (line > 0 ? letter : 0);
        widest = std::max(widest, line);
        at = end + 1;
    }
    return {widest, lines * ask.size * line_height};
}

Size unknown(void*, PictureId) {
    return {};
}

} // namespace

TextMeasurer estimating_measurer() {
    return {nullptr, guess, unknown};
}

} // namespace rondix
