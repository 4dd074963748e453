// Status: whether something was done; if not, a code to act on, and words for a log.
//
//   if (const rondix::Status status = rondix::open_packed(game.image, flow); !status) {
//       log(status.words());   // "the image is damaged: its checksum is another"
//       if (status.code() == rondix::StatusCode::other_version) log("pack it again");
//   }
//
// It holds its words itself: nothing is allocated, and a copy lives on its own. Words beyond 250
// bytes are cut, at a letter. Cost: a copy of 256 bytes. Threads: any.
#pragma once

#include <array>
#include <cstddef>
#include <cstdint>
#include <string_view>

namespace rondix {

enum class StatusCode : std::uint8_t {
    done,
    other_format,  ///< these are not such bytes, or this is not such a text
    other_version, ///< they were made by another version of Rondix, or are of another flow
    damaged,       ///< they are not as they were made: cut, changed, or with values that cannot be
    not_written,   ///< the file cannot be written: the words name the cause (full, read-only ...)
    not_drawn,     ///< the picture cannot be drawn
};

class [[nodiscard]] Status {
  public:
    static constexpr std::size_t max_words = 250; ///< bytes

    Status() = default; ///< done
    /// `words` are UTF-8, or bytes that are shown as they are.
    Status(StatusCode code, std::string_view words);

    explicit operator bool() const { return code_ == StatusCode::done; }
    StatusCode code() const { return code_; }
    /// Empty where it was done. As long as this Status lives.
    std::string_view words() const { return {words_.data(), length_}; }

  private:
    StatusCode code_ = StatusCode::done;
    std::uint8_t length_ = 0;
    std::array<char, max_words> words_{};
};

} // namespace rondix
