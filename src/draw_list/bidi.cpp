#include "draw_list/bidi.hpp"

#include <hb.h>

#include <algorithm>
#include <numeric>

namespace rondix::draw_list {

namespace {

enum class Class : std::uint8_t {
    left,
    right,
    arabic,
    digit,
    arabic_digit,
    sign,
    between,
    mark,
    other
};

constexpr std::uint32_t replacement = 0xFFFD;

Class class_of(std::uint32_t letter) {
    if (letter >= '0' && letter <= '9') return Class::digit;
    if ((letter >= 0x660 && letter <= 0x669) || letter == 0x66B || letter == 0x66C)
        return Class::arabic_digit;
    if (letter >= 0x6F0 && letter <= 0x6F9) return Class::digit;
    if (letter == '+' || letter == '-' || letter == 0x2212) return Class::between;
    if (letter == ',' || letter == '.' || letter == ':' || letter == '/' || letter == 0xA0 ||
        letter == 0x60C)
        return Class::between;
    if (letter == '#' || letter == '$' || letter == '%' || letter == 0xB0 ||
        (letter >= 0xA2 && letter <= 0xA5) || (letter >= 0x20A0 && letter <= 0x20CF))
        return Class::sign;
    if (letter == 0x200E) return Class::left;
    if (letter == 0x200F) return Class::right;
    if (letter == 0x61C) return Class::arabic;
    hb_unicode_funcs_t* unicode = hb_unicode_funcs_get_default();
    switch (hb_unicode_general_category(unicode, letter)) {
    case HB_UNICODE_GENERAL_CATEGORY_NON_SPACING_MARK:
    case HB_UNICODE_GENERAL_CATEGORY_ENCLOSING_MARK: return Class::mark;
    case HB_UNICODE_GENERAL_CATEGORY_UPPERCASE_LETTER:
    case HB_UNICODE_GENERAL_CATEGORY_LOWERCASE_LETTER:
    case HB_UNICODE_GENERAL_CATEGORY_TITLECASE_LETTER:
    case HB_UNICODE_GENERAL_CATEGORY_MODIFIER_LETTER:
    case HB_UNICODE_GENERAL_CATEGORY_OTHER_LETTER:
    case HB_UNICODE_GENERAL_CATEGORY_DECIMAL_NUMBER:
    case HB_UNICODE_GENERAL_CATEGORY_LETTER_NUMBER:
    case HB_UNICODE_GENERAL_CATEGORY_SPACING_MARK: break;
    default: return Class::other;
    }
    const hb_script_t script = hb_unicode_script(unicode, letter);
    if (hb_script_get_horizontal_direction(script) != HB_DIRECTION_RTL) return Class::left;
    return script == HB_SCRIPT_ARABIC || script == HB_SCRIPT_SYRIAC || script == HB_SCRIPT_THAANA
               ? Class::arabic
               : Class::right;
}

/// The weak ones (W1 to W7): what digits, signs and marks are taken for where they stand.
void resolve_weak(std::vector<Class>& classes, Class start) {
    Class strong = start, before = start;
    for (Class& one : classes) { // W1, W2, W3
        if (one == Class::mark) one = before;
        before = one;
        if (one == Class::left || one == Class::right || one == Class::arabic) strong = one;
        if (one == Class::digit && strong == Class::arabic) one = Class::arabic_digit;
    }
    for (Class& one : classes)
        if (one == Class::arabic) one = Class::right;
    for (std::size_t i = 1; i + 1 < classes.size(); ++i) // W4
        if (classes[i] == Class::between && classes[i - 1] == classes[i + 1] &&
            (classes[i - 1] == Class::digit || classes[i - 1] == Class::arabic_digit))
            classes[i] = classes[i - 1];
    for (std::size_t i = 0; i < classes.size();) { // W5
        std::size_t end = i;
        while (end < classes.size() && classes[end] == Class::sign) ++end;
        const bool beside = (i > 0 && classes[i - 1] == Class::digit) ||
                            (end < classes.size() && classes[end] == Class::digit);
        if (end > i && beside)
            std::fill(classes.begin() + static_cast<std::ptrdiff_t>(i),
                      classes.begin() + static_cast<std::ptrdiff_t>(end), Class::digit);
        i = std::max(end, i + 1);
    }
    strong = start;
    for (Class& one : classes) { // W6, W7
        if (one == Class::sign || one == Class::between) one = Class::other;
        if (one == Class::left || one == Class::right) strong = one;
        if (one == Class::digit && strong == Class::left) one = Class::left;
    }
}

Class side(Class one) {
    return one == Class::left ? Class::left : Class::right;
}

struct Pair {
    std::size_t first = 0, last = 0;
};

/// Brackets that belong together (BD16), in the order of the first ones.
std::vector<Pair> pairs_of(std::span<const Letter> letters, const std::vector<Class>& classes) {
    constexpr std::size_t deepest = 63;
    hb_unicode_funcs_t* unicode = hb_unicode_funcs_get_default();
    std::vector<Pair> pairs;
    std::vector<std::size_t> open;
    for (std::size_t i = 0; i < letters.size(); ++i) {
        if (classes[i] != Class::other) continue;
        const auto category = hb_unicode_general_category(unicode, letters[i].letter);
        if (category == HB_UNICODE_GENERAL_CATEGORY_OPEN_PUNCTUATION) {
            if (open.size() == deepest) break;
            open.push_back(i);
        } else if (category == HB_UNICODE_GENERAL_CATEGORY_CLOSE_PUNCTUATION) {
            const std::uint32_t other = hb_unicode_mirroring(unicode, letters[i].letter);
            const auto found = std::find_if(open.rbegin(), open.rend(), [&](std::size_t one) {
                return letters[one].letter == other;
            });
            if (found == open.rend()) continue;
            pairs.push_back({*found, i});
            open.erase(found.base() - 1, open.end());
        }
    }
    std::ranges::sort(pairs, {}, &Pair::first);
    return pairs;
}

/// Brackets run as what they hold, or as what stands before them (N0).
void resolve_brackets(std::span<const Letter> letters, std::vector<Class>& classes, Class start) {
    for (const Pair& pair : pairs_of(letters, classes)) {
        bool holds_start = false, holds_other = false;
        for (std::size_t i = pair.first + 1; i < pair.last; ++i) {
            if (classes[i] == Class::other) continue;
            (side(classes[i]) == start ? holds_start : holds_other) = true;
        }
        if (!holds_start && !holds_other) continue;
        Class before = start;
        for (std::size_t i = pair.first; i > 0 && before == start; --i)
            if (classes[i - 1] != Class::other) {
                before = side(classes[i - 1]);
                break;
            }
        classes[pair.first] = classes[pair.last] = holds_start ? start : before;
    }
}

/// What stands between two parts that run the same way runs so, too (N1, N2).
void resolve_neutral(std::vector<Class>& classes, Class start) {
    for (std::size_t i = 0; i < classes.size();) {
        std::size_t end = i;
        while (end < classes.size() && classes[end] == Class::other) ++end;
        if (end > i) {
            const Class first = i > 0 ? side(classes[i - 1]) : start;
            const Class second = end < classes.size() ? side(classes[end]) : start;
            std::fill(classes.begin() + static_cast<std::ptrdiff_t>(i),
                      classes.begin() + static_cast<std::ptrdiff_t>(end),
                      first == second ? first : start);
        }
        i = std::max(end, i + 1);
    }
}

} // namespace

bool is_blank(std::uint32_t letter) {
    return letter == ' ' || letter == '\t' || letter == '\n' || letter == '\r' ||
           letter == 0x1680 || (letter >= 0x2000 && letter <= 0x200A && letter != 0x2007) ||
           letter == 0x2028 || letter == 0x2029 || letter == 0x205F || letter == 0x3000;
}

void decode(std::string_view text, std::vector<Letter>& letters) {
    letters.clear();
    for (std::size_t at = 0; at < text.size();) {
        const auto byte = [&](std::size_t i) {
            return i < text.size() ? static_cast<unsigned char>(text[i]) : 0u;
        };
        const unsigned first = byte(at);
        const unsigned more = first < 0x80    ? 0
                              : first < 0xC2  ? 4 // none
                              : first < 0xE0  ? 1
                              : first < 0xF0  ? 2
                              : first <= 0xF4 ? 3
                                              : 4;
        std::uint32_t letter = more == 0 ? first : first & (0x3Fu >> more);
        bool good = more < 4;
        for (unsigned i = 1; good && i <= more; ++i) {
            good = (byte(at + i) & 0xC0) == 0x80;
            letter = letter << 6 | (byte(at + i) & 0x3F);
        }
        constexpr std::uint32_t least[] = {0, 0x80, 0x800, 0x10000};
        good = good && letter >= least[more] && letter <= 0x10FFFF &&
               !(letter >= 0xD800 && letter <= 0xDFFF);
        letters.push_back({good ? letter : replacement, static_cast<std::uint32_t>(at), 0});
        at += good ? more + 1 : 1;
    }
}

std::uint8_t find_levels(std::span<Letter> letters) {
    // All of it left to right, as nearly every text: nothing to find out.
    constexpr std::uint32_t first_right_to_left = 0x590;
    if (std::ranges::all_of(letters,
                            [](const Letter& one) { return one.letter < first_right_to_left; })) {
        for (Letter& one : letters) one.level = 0;
        return 0;
    }
    std::vector<Class> classes(letters.size());
    std::ranges::transform(letters, classes.begin(),
                           [](const Letter& one) { return class_of(one.letter); });
    const auto strong = std::ranges::find_if(classes, [](Class one) {
        return one == Class::left || one == Class::right || one == Class::arabic;
    });
    const bool is_right = strong != classes.end() && *strong != Class::left; // P2, P3
    const std::uint8_t base = is_right ? 1 : 0;
    const Class start = is_right ? Class::right : Class::left;
    resolve_weak(classes, start);
    resolve_brackets(letters, classes, start);
    resolve_neutral(classes, start);
    for (std::size_t i = 0; i < letters.size(); ++i) { // I1, I2
        const bool is_digit = classes[i] == Class::digit || classes[i] == Class::arabic_digit;
        if (base == 0)
            letters[i].level = is_digit ? 2 : classes[i] == Class::right ? 1 : 0;
        else
            letters[i].level = is_digit || classes[i] == Class::left ? 2 : 1;
    }
    return base;
}

/// L2: from the highest level down, whatever is at it or above stands the other way round.
void find_order(std::span<const std::uint8_t> levels, std::vector<std::uint32_t>& order) {
    order.resize(levels.size());
    std::iota(order.begin(), order.end(), 0u);
    if (levels.empty()) return;
    for (std::uint8_t level = *std::ranges::max_element(levels); level > 0; --level)
        for (std::size_t i = 0; i < levels.size();) {
            std::size_t end = i;
            while (end < levels.size() && levels[order[end]] >= level) ++end;
            std::reverse(order.begin() + static_cast<std::ptrdiff_t>(i),
                         order.begin() + static_cast<std::ptrdiff_t>(end));
            i = std::max(end, i + 1);
        }
}

} // namespace rondix::draw_list
