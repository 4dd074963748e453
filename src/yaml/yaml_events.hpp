// The events of YAML text, one by one, as libfyaml finds them.
//
// The text must have passed `first_bad_byte()` (words/utf8.hpp): the library loops for ever on some
// bytes that are no text.
#pragma once

#include "yaml/stretch.hpp"

#include <libfyaml.h>

#include <cstdint>
#include <memory>
#include <string>
#include <string_view>

namespace rondix::yaml {

class Events {
  public:
    /// The text must outlive it.
    explicit Events(std::string_view text);

    /// The next one, or null behind the last one and where the text is no YAML. It stands until the
    /// next call.
    const fy_event* next();

    struct Fault {
        std::uint32_t at = 0; ///< the byte
        std::string expected; ///< in the library's words
    };
    /// Why there is no further one, where `next()` gave null.
    Fault fault() const;

  private:
    struct End {
        void operator()(fy_parser* parser) const { fy_parser_destroy(parser); }
        void operator()(fy_diag* diag) const { fy_diag_destroy(diag); }
    };
    struct EventEnd {
        fy_parser* parser;
        void operator()(fy_event* event) const { fy_parser_event_free(parser, event); }
    };

    std::string_view text_;
    std::unique_ptr<fy_diag, End> diag_;
    std::unique_ptr<fy_parser, End> parser_;
    std::unique_ptr<fy_event, EventEnd> last_; // goes before the parser that it is of
};

Stretch stretch_of(const fy_event& event);

} // namespace rondix::yaml
