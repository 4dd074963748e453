#include "report/width.hpp"

#include "words/utf8.hpp"

#include <utf8proc.h>

#include <algorithm>

namespace rondix {

std::size_t width_of(std::string_view text) {
    std::size_t width = 0;
    for (std::size_t i = 0; i < text.size();) {
        const CodePoint one = code_point_at(text, i);
        if (one.value == U'\x1b') {
            i = std::min(text.find('m', i), text.size() - 1) + 1;
            continue;
        }
        const int columns = one.length == 0 || one.value < 0x20
                                ? 1 // a byte that is none of a text's: something stands for it
                                : utf8proc_charwidth(static_cast<utf8proc_int32_t>(one.value));
        width += static_cast<std::size_t>(std::max(columns, 0));
        i += std::max<std::size_t>(one.length, 1);
    }
    return width;
}

} // namespace rondix
