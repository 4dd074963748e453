#include "rondix/tools/source.hpp"

#include <algorithm>

namespace rondix {

Source::Source(std::string name, std::string text)
    : name_(std::move(name))
    , text_(std::move(text)) {
    lines_.push_back(0);
    for (std::size_t i = 0; i < text_.size(); ++i)
        if (text_[i] == '\n') lines_.push_back(static_cast<std::uint32_t>(i + 1));
}

Source Source::in_code(std::string text) {
    Source source("in code", std::move(text));
    source.in_code_ = true;
    return source;
}

Source::Spot Source::spot(std::uint32_t offset) const {
    if (lines_.empty()) return {};
    offset = std::min<std::uint32_t>(offset, static_cast<std::uint32_t>(text_.size()));
    const auto after = std::upper_bound(lines_.begin(), lines_.end(), offset);
    const auto number = static_cast<std::uint32_t>(after - lines_.begin());
    std::uint32_t column = 1;
    for (std::uint32_t i = lines_[number - 1]; i < offset; ++i)
        if ((static_cast<unsigned char>(text_[i]) & 0xC0) != 0x80) ++column;
    return {number, column};
}

std::string_view Source::line(std::uint32_t number) const {
    if (number == 0 || number > lines_.size()) return {};
    const std::uint32_t begin = lines_[number - 1];
    const std::size_t end = number < lines_.size() ? lines_[number] - 1 : text_.size();
    std::string_view line = std::string_view(text_).substr(begin, end - begin);
    while (line.ends_with('\r') || line.ends_with('\n')) line.remove_suffix(1);
    return line;
}

} // namespace rondix
