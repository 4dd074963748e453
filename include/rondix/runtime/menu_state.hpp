// MenuState: everything that decides what happens next, as one row of 16-bit words.
//
//   word 0     the scene that is loaded, awaited, or failed to load (what `retry` would try)
//   word 1     the phase: which of the three it is
//   word 2     how many screens are open
//   then       the flags, a bit each; the events whose answers wait, a bit each
//   then       the open screens, from the bottom up, and for each of them, in a flow that has such,
//              which of its pages are shown and which question stands over it; above the top all
//              words are 0
//
// The row is canonical: two menu states of one flow that mean the same are equal word by word.
// Whether the game is paused, whether the pointer is shown, which controls can be used: all of that
// follows from it (see apply.hpp) and is stored nowhere.
//
// Errors: indexes are those of the flow and are not checked. Cost: made once, it allocates no more,
// other than by copying it. Threads: one at a time for each object.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"

#include <span>

namespace rondix {

enum class Phase : std::uint16_t {
    none,    ///< the menus stand alone
    loaded,  ///< the scene is there
    loading, ///< the scene is waited for
    failed,  ///< its load failed; the failure screen stood at the bottom
};

class MenuState {
  public:
    using Word = std::uint16_t;

    /// A row for menu states of `flow`, all zero: not yet a menu state (see start()). This is the
    /// only place that allocates; copying between menu states of one flow does not.
    explicit MenuState(const CompiledFlow& flow);

    SceneId scene() const { return static_cast<SceneId>(words_[0]); }
    Phase phase() const { return static_cast<Phase>(words_[1]); }
    std::size_t depth() const { return words_[2]; }
    ScreenId screen_at(std::size_t height) const { return ScreenId{words_[at(height)]}; }
    ScreenId bottom() const { return screen_at(0); }
    ScreenId current() const { return screen_at(depth() - 1); }
    /// The question that stands over a screen; over the current one; what the player sees foremost.
    ScreenId question_at(std::size_t height) const {
        return question_ == 0 ? no_screen : ScreenId(words_[at(height) + question_] - 1);
    }
    ScreenId question() const { return question_at(depth() - 1); }
    ScreenId foremost() const { return question() == no_screen ? current() : question(); }
    /// Which pages of a screen are shown, as one number: see Pages.
    std::uint16_t pages_at(std::size_t height) const {
        return pages_ == 0 ? Word{0} : words_[at(height) + pages_];
    }
    bool is_open(ScreenId screen) const { return height_of(screen) < depth(); }
    bool flag(FlagId id) const { return bit(flags_, index(id)); }
    bool waits(EventId id) const { return bit(waiting_, index(id)); }

    /// Where a screen stands in the stack, counted from the bottom; depth() when it is not open.
    std::size_t height_of(ScreenId screen) const;

    /// The whole row, and a row put back from such a copy.
    std::span<const Word> words() const { return words_; }
    void assign(std::span<const Word> words);
    void assign(const MenuState& other) { assign(other.words()); }

    /// The row without the unused words at its end, and a row put back from such a copy.
    std::span<const Word> packed() const { return {words_.data(), at(depth())}; }
    void unpack(std::span<const Word> packed);
    /// The words that hold the flags, the first flag in the lowest bit of the first word.
    std::span<const Word> flag_words() const { return {words_.data() + flags_, waiting_ - flags_}; }

    // The changes that the rules are made of. apply() calls them; nothing else in a game should.
    void set_scene(SceneId scene, Phase phase);
    void push(ScreenId screen);
    void ask(ScreenId question); ///< over the current screen; no_screen: takes it away
    void set_pages(std::uint16_t code);
    void keep(std::size_t depth); ///< closes screens until `depth` are left
    void set_flag(FlagId id, bool raised) { set_bit(flags_, index(id), raised); }
    void set_waiting(EventId id, bool waits) { set_bit(waiting_, index(id), waits); }
    void drop_waiting();

    friend bool operator==(const MenuState& a, const MenuState& b);

  private:
    std::size_t at(std::size_t height) const { return stack_ + height * stride_; }
    bool bit(std::size_t first, std::size_t i) const {
        return words_[first + i / 16] >> (i % 16) & 1;
    }
    void set_bit(std::size_t first, std::size_t i, bool on);

    std::vector<Word> words_;
    std::uint32_t flags_; // where each part of the row begins
    std::uint32_t waiting_;
    std::uint32_t stack_;
    std::uint32_t pages_ = 0, question_ = 0; // within what is kept of a screen; 0: it is not
    std::uint32_t stride_ = 1;
};

} // namespace rondix
