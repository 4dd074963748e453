#include "server/channel.hpp"

#include <algorithm>
#include <array>
#include <cctype>
#include <charconv>
#include <optional>
#include <poll.h>
#include <unistd.h>

namespace rondix::server {

namespace {

constexpr std::size_t longest_header = 4096;

/// Of one header: `Content-Length: 52`, in any case of letters.
std::optional<std::size_t> length_in(std::string_view line) {
    constexpr std::string_view name = "content-length:";
    if (line.size() < name.size()) return std::nullopt;
    for (std::size_t i = 0; i < name.size(); ++i)
        if (std::tolower(static_cast<unsigned char>(line[i])) != name[i]) return std::nullopt;
    line.remove_prefix(name.size());
    while (!line.empty() && line.front() == ' ') line.remove_prefix(1);
    std::size_t length = 0;
    const auto [end, fault] = std::from_chars(line.data(), line.data() + line.size(), length);
    return fault == std::errc() && end != line.data() ? std::optional(length) : std::nullopt;
}

} // namespace

/// Where all of one is there, it is taken out of what was read.
bool Channel::take_message(std::string& message) {
    while (true) {
        const std::size_t skipped = std::min(passing_over_, read_.size());
        read_.erase(0, skipped);
        passing_over_ -= skipped;
        std::optional<std::size_t> length;
        std::size_t at = 0;
        bool is_whole = false;
        while (!is_whole) {
            const std::size_t end = read_.find('\n', at);
            if (end == std::string::npos) break;
            std::string_view line(read_.data() + at, end - at);
            if (line.ends_with('\r')) line.remove_suffix(1);
            at = end + 1;
            is_whole = line.empty();
            if (const auto said = length_in(line)) length = said;
        }
        if (!is_whole) {
            // No header is as long as that.
            if (read_.size() > longest_header && !length) read_.clear();
            return false;
        }
        if (!length) {
            read_.erase(0, at);
            continue;
        }
        if (*length > longest) {
            read_.erase(0, at);
            passing_over_ = *length;
            continue;
        }
        if (read_.size() - at < *length) return false;
        message.assign(read_, at, *length);
        read_.erase(0, at + *length);
        return true;
    }
}

Channel::Got Channel::read(std::string& message, int milliseconds) {
    while (!take_message(message)) {
        pollfd waits{in_, POLLIN, 0};
        const int ready = poll(&waits, 1, milliseconds);
        if (ready == 0) return Got::nothing;
        std::array<char, 65536> bytes{};
        const ssize_t got = ready < 0 ? -1 : ::read(in_, bytes.data(), bytes.size());
        if (got <= 0) return Got::end;
        read_.append(bytes.data(), static_cast<std::size_t>(got));
    }
    return Got::message;
}

void Channel::write(std::string_view message) {
    std::string all = "Content-Length: " + std::to_string(message.size()) + "\r\n\r\n";
    all += message;
    for (std::size_t done = 0; done < all.size();) {
        const ssize_t wrote = ::write(out_, all.data() + done, all.size() - done);
        if (wrote <= 0) return; // nobody reads any more
        done += static_cast<std::size_t>(wrote);
    }
}

} // namespace rondix::server
