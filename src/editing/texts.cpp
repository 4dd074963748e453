#include "rondix/tools/edit.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// What is put in ends its lines as the file does.
std::string with_line_ends_of(std::string_view text, const std::string& file) {
    if (file.find("\r\n") == std::string::npos) return std::string(text);
    std::string out;
    for (const char c : text) {
        if (c == '\n' && !out.ends_with('\r')) out += '\r';
        out += c;
    }
    return out;
}

} // namespace

FileTexts with_edits(const FlowFile& file, const std::vector<Edit>& edits) {
    std::vector<Edit> ordered = edits;
    std::sort(ordered.begin(), ordered.end(), [](const Edit& a, const Edit& b) {
        return a.place.begin > b.place.begin; // what stands behind first: places stay right
    });
    FileTexts texts;
    for (const Edit& edit : ordered) {
        if (edit.place.file >= file.sources.size()) continue;
        const Source& source = file.sources[edit.place.file];
        std::string& text = texts.try_emplace(source.name(), source.text()).first->second;
        if (edit.place.begin > edit.place.end || edit.place.end > text.size()) continue;
        text.replace(edit.place.begin, edit.place.end - edit.place.begin,
                     with_line_ends_of(edit.text, source.text()));
    }
    return texts;
}

FileTexts texts_of(const FlowFile& file) {
    FileTexts texts;
    for (const Source& source : file.sources) texts[source.name()] = source.text();
    return texts;
}

} // namespace rondix
