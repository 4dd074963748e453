#include "yaml/yaml_marks.hpp"

#include "words/utf8.hpp"
#include "yaml/yaml_events.hpp"

#include <algorithm>

namespace rondix::yaml {

namespace {

class MarkFinder {
  public:
    explicit MarkFinder(std::string_view text)
        : text_(text) {}

    Marks find() {
        if (first_bad_byte(text_)) return {};
        Events events(text_);
        bool whole = false;
        while (const fy_event* event = events.next()) {
            whole = event->type == FYET_STREAM_END;
            if (event->type != FYET_SCALAR && event->type != FYET_ALIAS) continue;
            const Stretch text = stretch_of(*event);
            look_up_to(text.begin);
            at_ = std::max(at_, text.end);
        }
        if (whole) look_up_to(static_cast<std::uint32_t>(text_.size()));
        return std::move(found_);
    }

  private:
    void look_up_to(std::uint32_t end) {
        for (; at_ < end; ++at_) {
            const char c = text_[at_];
            if (c == '#' && is_apart()) comment();
            if (c == '{' || c == '[') open_.push_back(at_);
            if (open_.empty()) continue;
            if (c == ',') found_.commas.push_back({at_, open_.back()});
            if (c == '}' || c == ']') {
                found_.brackets.push_back({open_.back(), at_});
                open_.pop_back();
            }
        }
    }

    /// A '#' that follows a letter begins no comment.
    bool is_apart() const {
        return at_ == 0 || std::string_view(" \t\r\n").find(text_[at_ - 1]) != std::string::npos;
    }

    void comment() {
        const std::size_t end = std::min(text_.find_first_of("\r\n", at_), text_.size());
        found_.comments.push_back({at_, static_cast<std::uint32_t>(end)});
        at_ = static_cast<std::uint32_t>(end) - 1;
    }

    std::string_view text_;
    Marks found_;
    std::vector<std::uint32_t> open_;
    std::uint32_t at_ = 0; // what is before has been looked at
};

} // namespace

Marks marks_of(std::string_view text) {
    return MarkFinder(text).find();
}

} // namespace rondix::yaml
