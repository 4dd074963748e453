// The row of words behind a menu state: where each part stands, and the few ways in which it
// changes.
#include "rondix/runtime/menu_state.hpp"

#include <algorithm>

namespace rondix {

namespace {
constexpr std::uint32_t words_for_bits(std::size_t bits) {
    return static_cast<std::uint32_t>((bits + 15) / 16);
}
} // namespace

MenuState::MenuState(const CompiledFlow& flow)
    : flags_(3)
    , waiting_(flags_ + words_for_bits(flow.flags.size()))
    , stack_(waiting_ + words_for_bits(flow.events.size())) {
    if (!flow.pages.empty()) pages_ = stride_++;
    const auto asks = [](const Screen& row) { return row.question; };
    if (std::any_of(flow.screens.begin(), flow.screens.end(), asks)) question_ = stride_++;
    // A screen is open at most once (rule 1), so this many places always suffice.
    words_.resize(at(flow.screens.size()));
}

std::size_t MenuState::height_of(ScreenId screen) const {
    std::size_t height = 0;
    while (height < depth() && screen_at(height) != screen) ++height;
    return height;
}

void MenuState::assign(std::span<const Word> words) {
    std::copy(words.begin(), words.end(), words_.begin());
}

void MenuState::unpack(std::span<const Word> packed) {
    const std::size_t used = at(depth()); // what lies above is 0 already
    std::copy(packed.begin(), packed.end(), words_.begin());
    if (packed.size() < used)
        std::fill(words_.begin() + static_cast<std::ptrdiff_t>(packed.size()),
                  words_.begin() + static_cast<std::ptrdiff_t>(used), Word{0});
}

bool operator==(const MenuState& a, const MenuState& b) {
    const std::span<const MenuState::Word> one = a.packed(), other = b.packed();
    return std::equal(one.begin(), one.end(), other.begin(), other.end());
}

void MenuState::set_scene(SceneId scene, Phase phase) {
    words_[0] = static_cast<Word>(scene);
    words_[1] = static_cast<Word>(phase);
}

void MenuState::push(ScreenId screen) {
    words_[at(depth())] = static_cast<Word>(screen);
    ++words_[2];
}

void MenuState::ask(ScreenId question) {
    if (question_ != 0)
        words_[at(depth() - 1) + question_] =
            question == no_screen ? Word{0} : static_cast<Word>(index(question) + 1);
}

void MenuState::set_pages(std::uint16_t code) {
    words_[at(depth() - 1) + pages_] = code;
}

void MenuState::keep(std::size_t depth) {
    const auto place = [this](std::size_t height) {
        return words_.begin() + static_cast<std::ptrdiff_t>(at(height));
    };
    std::fill(place(depth), place(words_[2]), Word{0});
    words_[2] = static_cast<Word>(depth);
}

void MenuState::drop_waiting() {
    std::fill(words_.begin() + waiting_, words_.begin() + stack_, Word{0});
}

void MenuState::set_bit(std::size_t first, std::size_t i, bool on) {
    const auto mask = static_cast<Word>(1u << (i % 16));
    Word& word = words_[first + i / 16];
    word = static_cast<Word>(on ? word | mask : word & ~mask);
}

} // namespace rondix
