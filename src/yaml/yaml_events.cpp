#include "yaml/yaml_events.hpp"

#include <algorithm>

namespace rondix::yaml {

Events::Events(std::string_view text)
    : text_(text) {
    fy_diag_cfg quiet{};
    fy_diag_cfg_default(&quiet);
    quiet.fp = nullptr;
    quiet.output_fn = [](fy_diag*, void*, const char*, std::size_t) {};
    diag_.reset(fy_diag_create(&quiet));
    fy_diag_set_collect_errors(diag_.get(), true);
    const fy_parse_cfg config{"", fy_parse_cfg_flags(FYPCF_QUIET | FYPCF_DISABLE_MMAP_OPT), nullptr,
                              diag_.get()};
    parser_.reset(fy_parser_create(&config));
    if (fy_parser_set_string(parser_.get(), text_.data(), text_.size()) != 0) parser_.reset();
}

const fy_event* Events::next() {
    last_.reset();
    if (!parser_) return nullptr;
    last_ = {fy_parser_parse(parser_.get()), EventEnd{parser_.get()}};
    return last_.get();
}

/// The library says a line and a column, both from 1.
Events::Fault Events::fault() const {
    void* iterator = nullptr;
    const fy_diag_error* error = fy_diag_errors_iterate(diag_.get(), &iterator);
    if (!error) return {};
    std::size_t at = 0;
    for (int line = 1; line < error->line && at < text_.size(); ++at)
        if (text_[at] == '\n') ++line;
    at = std::min(at + static_cast<std::size_t>(std::max(0, error->column - 1)), text_.size());
    return {static_cast<std::uint32_t>(at), error->msg ? error->msg : "syntax error"};
}

Stretch stretch_of(const fy_event& event) {
    // (The library reads the event alone.)
    auto* own = const_cast<fy_event*>(&event); // NOLINT(cppcoreguidelines-pro-type-const-cast)
    const fy_mark* start = fy_event_start_mark(own);
    const fy_mark* end = fy_event_end_mark(own);
    if (!start) return {};
    const auto begin = static_cast<std::uint32_t>(start->input_pos);
    return {begin, end ? std::max(begin, static_cast<std::uint32_t>(end->input_pos)) : begin + 1};
}

} // namespace rondix::yaml
