// Channel: messages of the Language Server Protocol's base protocol, over two file descriptors:
// a header with `Content-Length`, an empty line, and so many bytes.
//
// Source: Language Server Protocol 3.17, "Base Protocol".
#pragma once

#include <cstddef>
#include <string>
#include <string_view>

namespace rondix::server {

class Channel {
  public:
    Channel(int in, int out)
        : in_(in)
        , out_(out) {}

    enum class Got {
        message,
        nothing, ///< within that time
        end
    };
    /// The next message. What is no header is passed over, and so is a message that is too long.
    Got read(std::string& message, int milliseconds);
    void write(std::string_view message);

  private:
    static constexpr std::size_t longest = 64u << 20;

    bool take_message(std::string& message);

    int in_, out_;
    std::string read_;
    std::size_t passing_over_ = 0; ///< bytes that are still to come
};

} // namespace rondix::server
